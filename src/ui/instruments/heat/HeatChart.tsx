'use client';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { endOf } from './end';
import { AXIS, wholeMinutes } from '../run/axis';
import { riseAt, type Stages } from '@/core/instruments/heat/rise';
import type { HeatSample } from '@/core/instruments/heat/run';

/** Points of the fitted curve. */
const POINTS = 120;

interface Props {
  curve: readonly HeatSample[];
  stages: Stages | null;
  /** When the load began, seconds of the run. */
  loadAt: number;
  limit: number | null;
}

/** A run with both fitted stages shaded, where it will settle, and its limit. */
export function HeatChart({ curve, stages, loadAt, limit }: Props) {
  const end = endOf(curve, stages, loadAt);
  const fitted = stages
    ? Array.from({ length: POINTS + 1 }, (_, i) => {
        const t = loadAt + ((end - loadAt) * i) / POINTS;
        const { chip, whole } = riseAt(stages, t - loadAt);
        return { t, chip: [stages.from, chip], sink: [chip, whole], whole };
      })
    : [];
  const temps = curve.map(({ temp }) => temp);
  const low = Math.floor((Math.min(...temps, stages?.from ?? Infinity) - 4) / 10) * 10;
  const high = Math.ceil((Math.max(...temps, stages?.settles ?? 0, limit ?? 0) + 3) / 10) * 10;
  return (
    <div role="img" aria-label="Temperature over time, with both fitted stages" className="h-[270px] w-full">
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart margin={{ top: 12, right: 18, bottom: 4, left: -12 }}>
          <CartesianGrid stroke="var(--color-matline)" vertical={false} />
          <XAxis
            dataKey="t"
            type="number"
            domain={[0, end]}
            allowDuplicatedCategory={false}
            tick={AXIS}
            ticks={wholeMinutes(end / 60).map((minute) => minute * 60)}
            tickFormatter={(t: number) => `${Math.round(t / 60)} min`}
          />
          <YAxis domain={[low, high]} tick={AXIS} unit=" °C" width={74} allowDataOverflow />
          <Area
            data={fitted}
            dataKey="chip"
            stroke="none"
            fill="var(--color-ink)"
            fillOpacity={0.2}
            isAnimationActive={false}
          />
          <Area
            data={fitted}
            dataKey="sink"
            stroke="none"
            fill="var(--color-worth)"
            fillOpacity={0.22}
            isAnimationActive={false}
          />
          <Line
            data={curve}
            dataKey="temp"
            stroke="var(--color-ink)"
            dot={false}
            strokeWidth={1.6}
            isAnimationActive={false}
          />
          <Line
            data={fitted}
            dataKey="whole"
            stroke="var(--color-ink)"
            dot={false}
            strokeDasharray="3 3"
            isAnimationActive={false}
          />
          {limit !== null && (
            <ReferenceLine
              y={limit}
              stroke="var(--color-ink)"
              label={{ value: `its own limit, ${limit}`, position: 'insideBottomRight', ...AXIS }}
            />
          )}
          {stages && (
            <ReferenceLine
              x={loadAt}
              stroke="var(--color-soft)"
              label={{ value: 'load', position: 'insideTopLeft', ...AXIS }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

'use client';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { HeatRunView } from '@/words/readings/heat';
import { AXIS, wholeMinutes } from '../run/axis';

/** Two runs over each other from the moment each was loaded: dashed before, solid after. */
export function TwoCurves({ before, after }: { before: HeatRunView; after: HeatRunView }) {
  const fromLoad = ({ curve, reading }: HeatRunView) =>
    curve.filter(({ t }) => t >= reading.loadAt - 60).map(({ t, temp }) => ({ t: t - reading.loadAt, temp }));
  const [was, is] = [fromLoad(before), fromLoad(after)];
  const end = Math.max(60, ...was.map(({ t }) => t), ...is.map(({ t }) => t));
  const temps = [...was, ...is].map(({ temp }) => temp);
  const settles = [before, after].flatMap(({ reading }) => reading.stages?.settles ?? []);
  const low = Math.floor((Math.min(...temps) - 4) / 10) * 10;
  const high = Math.ceil((Math.max(...temps, ...settles, after.limit ?? 0) + 3) / 10) * 10;
  return (
    <div role="img" aria-label="Temperature of both runs over time" className="h-[220px] w-full">
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart margin={{ top: 10, right: 18, bottom: 2, left: -12 }}>
          <CartesianGrid stroke="var(--color-matline)" vertical={false} />
          <XAxis
            dataKey="t"
            type="number"
            domain={[-60, end]}
            allowDuplicatedCategory={false}
            ticks={wholeMinutes(end / 60).map((minute) => minute * 60)}
            tick={AXIS}
            tickFormatter={(t: number) => `${Math.round(t / 60)} min`}
          />
          <YAxis domain={[low, high]} tick={AXIS} unit=" °C" width={74} allowDataOverflow />
          {[was, is].map((data, n) => (
            <Line
              key={n}
              data={data}
              dataKey="temp"
              stroke="var(--color-ink)"
              strokeDasharray={n === 0 ? '5 4' : undefined}
              strokeWidth={n === 0 ? 1.4 : 2.2}
              dot={false}
              isAnimationActive={false}
            />
          ))}
          {after.limit !== null && (
            <ReferenceLine
              y={after.limit}
              stroke="var(--color-ink)"
              label={{ value: `its own limit, ${after.limit}`, position: 'insideBottomRight', ...AXIS }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

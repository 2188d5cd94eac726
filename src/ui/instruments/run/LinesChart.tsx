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
import type { Sample } from '@/core/instruments/run';
import { AXIS, wholeMinutes } from './axis';

interface Props {
  label: string;
  samples: readonly Sample[];
  /** Columns to draw, each by its own mark of line. */
  columns: readonly string[];
  unit: string;
  /** Along: minutes of the run, or places one after another. */
  along: 'minutes' | 'places';
  /** A value to hold it against. */
  against?: { value: number; words: string };
  height?: number;
  /** Where the axis ends, minutes: to stand under another chart. */
  until?: number;
}

/** Told apart by their dashes, not by colour. */
const DASHES = ['', '6 3', '2 3', '9 3 2 3', '1 5'];

/** Columns of a run as lines. */
export function LinesChart({ label, samples, columns, unit, along, against, height = 200, until }: Props) {
  const rows = samples.map((sample, n) => ({ ...sample, x: along === 'minutes' ? sample.t / 60 : n + 1 }));
  const end = until ?? rows[rows.length - 1]?.x ?? 1;
  return (
    <div role="img" aria-label={label} style={{ height }} className="w-full">
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={rows} margin={{ top: 10, right: 18, bottom: 2, left: -12 }}>
          <CartesianGrid stroke="var(--color-matline)" vertical={false} />
          <XAxis
            dataKey="x"
            type="number"
            domain={along === 'minutes' ? [0, end] : ['dataMin', 'dataMax']}
            ticks={along === 'minutes' ? wholeMinutes(end) : undefined}
            tick={AXIS}
            tickFormatter={(x: number) => (along === 'minutes' ? `${Math.round(x)} min` : `${Math.round(x)}`)}
          />
          <YAxis tick={AXIS} unit={` ${unit}`} width={74} domain={['auto', 'auto']} />
          {columns.map((column, n) => (
            <Line
              key={column}
              dataKey={column}
              stroke="var(--color-ink)"
              strokeDasharray={DASHES[n % DASHES.length]}
              strokeWidth={1.5}
              dot={along === 'places'}
              isAnimationActive={false}
            />
          ))}
          {against && (
            <ReferenceLine
              y={against.value}
              stroke="var(--color-soft)"
              label={{ value: against.words, position: 'insideBottomRight', ...AXIS }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

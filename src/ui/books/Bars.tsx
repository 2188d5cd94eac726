'use client';
import {
  Bar,
  BarChart,
  CartesianGrid,
  Cell,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { go } from '../kit/keys/ways';
import { AXIS } from '../instruments/run/axis';

export interface BarLine {
  key: string;
  label: string;
  value: number;
  /** What is behind it. */
  href?: string;
}

const ROW = 26;
const FEW = 16;

/**
 * Bars on their sides, one a line; below nothing hatched, so that loss is told apart without colour. The same stands in a
 * table beside it.
 * @param along months stand upright in their order, anything else lies on its side
 */
export function Bars({
  label,
  lines,
  show,
  along = false,
}: {
  label: string;
  lines: readonly BarLine[];
  show: (value: number) => string;
  along?: boolean;
}) {
  const shown = along ? lines : lines.slice(0, FEW);
  const open = (line: BarLine | undefined) => line?.href && go(line.href);
  const bars = (
    <Bar dataKey="value" isAnimationActive={false} cursor="pointer" onClick={(_, i) => open(shown[i])}>
      {shown.map(({ key, value }) => (
        <Cell key={key} fill={value < 0 ? 'url(#loss)' : 'var(--color-ink)'} stroke="var(--color-ink)" />
      ))}
    </Bar>
  );
  const loss = (
    <defs>
      <pattern id="loss" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--color-paper)" />
        <rect width="2.5" height="6" fill="var(--color-ink)" />
      </pattern>
    </defs>
  );
  return (
    <div
      role="img"
      aria-label={`${label} The same as a table below.`}
      style={{ height: along ? 220 : 40 + shown.length * ROW }}
    >
      <ResponsiveContainer width="100%" height="100%">
        {along ? (
          <BarChart data={[...shown]} margin={{ top: 8, right: 12, bottom: 0, left: 8 }}>
            {loss}
            <CartesianGrid stroke="var(--color-matline)" vertical={false} />
            <XAxis dataKey="label" tick={AXIS} />
            <YAxis tick={AXIS} tickFormatter={show} width={74} />
            <ReferenceLine y={0} stroke="var(--color-ink)" />
            {bars}
          </BarChart>
        ) : (
          <BarChart layout="vertical" data={[...shown]} margin={{ top: 4, right: 24, bottom: 4, left: 8 }}>
            {loss}
            <CartesianGrid stroke="var(--color-matline)" horizontal={false} />
            <XAxis type="number" tick={AXIS} tickFormatter={show} />
            <YAxis type="category" dataKey="label" tick={AXIS} width={170} />
            <ReferenceLine x={0} stroke="var(--color-ink)" />
            {bars}
          </BarChart>
        )}
      </ResponsiveContainer>
    </div>
  );
}

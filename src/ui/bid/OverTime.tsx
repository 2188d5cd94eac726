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
import { minorText } from '@/core/money/minor';
import type { LotPoint } from '@/words/books/view';
import { AXIS } from '../instruments/run/axis';
import { Money, useShop } from '../kit/theShop';

/** How what a lot will make was seen, day by day: the band narrows as machines are found out, and what it made grows into it. */
export function OverTime({ points }: { points: readonly LotPoint[] }) {
  const { decimals } = useShop();
  const show = (value: number) => minorText(Math.round(value / 10 ** decimals), 0);
  const data = points.map((point) => ({ ...point, band: [point.lowMinor, point.highMinor] }));
  return (
    <details className="pt-2 text-row">
      <summary className="cursor-pointer font-semibold">How the forecast changed, day by day</summary>
      <div className="grid gap-6 pt-2 lg:grid-cols-[minmax(0,1fr)_460px]">
        <div
          role="img"
          aria-label="What it will make, by day: eight in ten between the edges of the band, the middle, and what it had made; the same as a table beside it"
          className="h-[220px]"
        >
          <ResponsiveContainer width="100%" height="100%">
            <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 0, left: 0 }}>
              <CartesianGrid stroke="var(--color-matline)" />
              <XAxis dataKey="day" tick={AXIS} minTickGap={40} />
              <YAxis tick={AXIS} tickFormatter={show} width={64} />
              <ReferenceLine y={0} stroke="var(--color-ink)" />
              <Area dataKey="band" stroke="none" fill="var(--color-track)" isAnimationActive={false} />
              <Line
                dataKey="middleMinor"
                stroke="var(--color-worth)"
                strokeWidth={3}
                dot={false}
                isAnimationActive={false}
              />
              <Line
                dataKey="soFarMinor"
                stroke="var(--color-ink)"
                strokeDasharray="5 4"
                dot={false}
                isAnimationActive={false}
              />
            </ComposedChart>
          </ResponsiveContainer>
        </div>
        <table className="w-full self-start border-collapse">
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">Day</th>
              <th className="text-right font-normal">Open</th>
              <th className="text-right font-normal">So far</th>
              <th className="text-right font-normal">Middle</th>
              <th className="text-right font-normal">Eight in ten</th>
            </tr>
          </thead>
          <tbody>
            {points
              .toReversed()
              .slice(0, 12)
              .map((point) => (
                <tr key={point.day} className="border-b border-rule">
                  <th scope="row" className="figures py-1 text-left font-normal">
                    {point.day}
                  </th>
                  <td className="figures text-right">{point.open}</td>
                  <td className="figures text-right">
                    <Money minor={point.soFarMinor} plus />
                  </td>
                  <td className="figures text-right font-semibold">
                    <Money minor={point.middleMinor} plus />
                  </td>
                  <td className="figures text-right whitespace-nowrap">
                    <Money minor={point.lowMinor} plus /> … <Money minor={point.highMinor} plus />
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </div>
      <p className="pt-1 text-note text-soft">
        Band: eight in ten chances. Thick line: the middle. Dashed: made so far.
      </p>
    </details>
  );
}

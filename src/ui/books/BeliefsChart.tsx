'use client';
import { useEffect, useState } from 'react';
import {
  CartesianGrid,
  ComposedChart,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import type { BeliefsView } from '@/words/books/view';
import { share } from '@/words/plain';
import { AXIS } from '../instruments/run/axis';
import { Empty, Heading, Problem } from '../kit/parts';
import { learn } from '../kit/hooks/useCommand';

/** Fewer than these say little. */
const FEW = 10;

/** What was believed against what was so; it is worked out while the rest of the page stands already. */
export function BeliefsChart({ from, to }: { from: string; to: string }) {
  const [view, setView] = useState<BeliefsView | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => {
    let stale = false;
    void learn<BeliefsView>(`/api/books/beliefs?from=${from}&to=${to}`).then((outcome) => {
      if (stale) return;
      if (outcome.ok) setView(outcome.answer);
      else setFault(outcome.problem.message);
    });
    return () => {
      stale = true;
    };
  }, [from, to]);
  if (fault) return <Problem>{fault}</Problem>;
  if (!view)
    return (
      // as high as the chart that comes
      <p role="status" className="min-h-[342px] pt-3 text-row text-soft">
        Beliefs of closed machines are being worked out.
      </p>
    );
  const { beliefs, closed } = view;
  return (
    <section aria-label="Does what it believes come true?">
      <Heading className="pt-3">Does what it believes come true?</Heading>
      {beliefs.length === 0 ? (
        <Empty>No machine that is done with was found out to the end in that time.</Empty>
      ) : (
        <div className="grid gap-6 lg:grid-cols-[380px_minmax(0,1fr)]">
          <div
            role="img"
            aria-label="Said against was so; the same as a table beside it"
            className="h-[300px]"
          >
            <ResponsiveContainer width="100%" height="100%">
              <ComposedChart data={beliefs} margin={{ top: 8, right: 16, bottom: 16, left: 0 }}>
                <CartesianGrid stroke="var(--color-matline)" />
                <XAxis
                  dataKey="said"
                  type="number"
                  domain={[0, 1]}
                  tick={AXIS}
                  tickFormatter={share}
                  label={{ value: 'said', position: 'insideBottom', offset: -8, ...AXIS }}
                />
                <YAxis type="number" domain={[0, 1]} tick={AXIS} tickFormatter={share} width={56} />
                <ReferenceLine
                  segment={[
                    { x: 0, y: 0 },
                    { x: 1, y: 1 },
                  ]}
                  stroke="var(--color-soft)"
                  strokeDasharray="4 4"
                />
                <Scatter dataKey="was" fill="var(--color-ink)" isAnimationActive={false} />
              </ComposedChart>
            </ResponsiveContainer>
          </div>
          <table className="w-full self-start border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1.5 font-normal">Believed</th>
                <th className="text-right font-normal">Said</th>
                <th className="text-right font-normal">Was so</th>
                <th className="text-right font-normal">Of</th>
              </tr>
            </thead>
            <tbody>
              {beliefs.map(({ from, to, said, was, times: n }) => (
                <tr key={from} className={`border-b border-rule ${n < FEW ? 'text-soft' : ''}`}>
                  <th scope="row" className="py-1 text-left font-normal">
                    {share(from)} to {share(to)}
                  </th>
                  <td className="figures text-right">{share(said)}</td>
                  <td className="figures text-right font-semibold">{share(was)}</td>
                  <td className="figures text-right">{n}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="text-note text-soft">
        {closed} machines whose fault was known in the end; what was believed before they were mended. Rows of
        fewer than {FEW} say little. On the dashed line it is right.
      </p>
    </section>
  );
}

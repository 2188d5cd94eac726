'use client';
import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { RightView } from '@/words/books/view';
import { share } from '@/words/plain';
import { BeliefsChart } from './BeliefsChart';
import { Empty, Heading } from '../kit/parts';
import { Money } from '../kit/theShop';
import { AXIS } from '../instruments/run/axis';

const signed = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(Math.round(value * 100))} %`;

/** What the program said and what came, each with its counts: beliefs, prices, minutes, tests, what came back. */
export function RightCharts({ view, from, to }: { view: RightView; from: string; to: string }) {
  const { prices, times, advice, returns, tested, passed } = view;
  return (
    <>
      <BeliefsChart from={from} to={to} />
      <div className="grid gap-x-10 lg:grid-cols-2">
        <section aria-label="How far off are prices?">
          <Heading className="pt-5">How far off are prices?</Heading>
          {prices.length === 0 ? (
            <Empty>No price was foretold for what was sold then.</Empty>
          ) : (
            <>
              <MonthLines
                rows={prices.map(({ month, error }) => ({ month, value: error }))}
                label="Half of prices were off by less"
              />
              <table className="w-full border-collapse text-row">
                <thead>
                  <tr className="headrow">
                    <th className="py-1.5 font-normal">Month</th>
                    <th className="text-right font-normal">Sales</th>
                    <th className="text-right font-normal">Half within</th>
                    <th className="text-right font-normal">Brought over foretold</th>
                  </tr>
                </thead>
                <tbody>
                  {prices.map(({ month, sales, error, bias }) => (
                    <tr key={month} className="border-b border-rule">
                      <th scope="row" className="figures py-1 text-left font-normal">
                        {month}
                      </th>
                      <td className="figures text-right">{sales}</td>
                      <td className="figures text-right font-semibold">{share(error)}</td>
                      <td className="figures text-right">{signed(bias)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
        </section>
        <section aria-label="Is its advice followed?">
          <Heading className="pt-5">Is its advice followed?</Heading>
          {advice.length === 0 ? (
            <Empty>No step was taken from several proposals then.</Empty>
          ) : (
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Month</th>
                  <th className="text-right font-normal">Steps taken</th>
                  <th className="text-right font-normal">First proposal</th>
                  <th className="text-right font-normal">Given up by the others, estimated</th>
                </tr>
              </thead>
              <tbody>
                {advice.map(({ month, choices, first, lostMinor }) => (
                  <tr key={month} className="border-b border-rule">
                    <th scope="row" className="figures py-1 text-left font-normal">
                      {month}
                    </th>
                    <td className="figures text-right">{choices}</td>
                    <td className="figures text-right font-semibold">{share(first / choices)}</td>
                    <td className="figures text-right">
                      <Money minor={lostMinor} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        <section aria-label="How far off are minutes?">
          <Heading className="pt-5">How far off are minutes?</Heading>
          {times.length === 0 ? (
            <Empty>No clock ran to its end then.</Empty>
          ) : (
            <>
              <MonthLines
                rows={times.map(({ month, ratio }) => ({ month, value: ratio }))}
                label="Taken over planned"
              />
              <table className="w-full border-collapse text-row">
                <thead>
                  <tr className="headrow">
                    <th className="py-1.5 font-normal">Month</th>
                    <th className="text-right font-normal">Pieces of work</th>
                    <th className="text-right font-normal">Taken over planned</th>
                    <th className="text-right font-normal">Half within</th>
                  </tr>
                </thead>
                <tbody>
                  {times.map(({ month, works, ratio, error }) => (
                    <tr key={month} className="border-b border-rule">
                      <th scope="row" className="figures py-1 text-left font-normal">
                        {month}
                      </th>
                      <td className="figures text-right">{works}</td>
                      <td className="figures text-right font-semibold">{share(ratio)}</td>
                      <td className="figures text-right">{share(error)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
        </section>
      </div>
      <section aria-label="What comes back, and passes at once?">
        <Heading className="pt-5">What passes at once, and what comes back?</Heading>
        <p className="text-row">
          {tested
            ? `${passed} of ${tested} machines passed all their tests the first time (${share(passed / tested)}).`
            : 'No machine was tested in that time.'}
        </p>
        {returns.length > 0 && (
          <table className="mt-1 w-full max-w-[640px] border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1.5 font-normal">Came back because</th>
                <th className="text-right font-normal">Times</th>
                <th className="text-right font-normal">Cost</th>
              </tr>
            </thead>
            <tbody>
              {returns.map(({ reason, times: n, lostMinor }) => (
                <tr key={reason} className="border-b border-rule">
                  <th scope="row" className="py-1 text-left font-normal">
                    {reason || 'not said'}
                  </th>
                  <td className="figures text-right">{n}</td>
                  <td className="figures text-right">
                    <Money minor={lostMinor} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
    </>
  );
}

function MonthLines({ rows, label }: { rows: readonly { month: string; value: number }[]; label: string }) {
  return (
    <div role="img" aria-label={`${label}, by month; the same as a table below`} className="h-[170px]">
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={[...rows]} margin={{ top: 8, right: 16, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--color-matline)" vertical={false} />
          <XAxis dataKey="month" tick={AXIS} />
          <YAxis tick={AXIS} tickFormatter={share} width={60} domain={[0, 'auto']} />
          <Line dataKey="value" stroke="var(--color-ink)" strokeWidth={2} dot isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

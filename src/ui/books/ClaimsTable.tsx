'use client';
import type { ClaimsLine } from '@/words/books/view';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';
import { Empty, Heading } from '../kit/parts';
import { Bars } from './Bars';

/** So few settled claims say nothing of a source. */
const FEW = 5;

/** Whether what kinds of sellers say is so: by source, and by what was said. */
export function ClaimsTable({ lines, period }: { lines: readonly ClaimsLine[]; period: string }) {
  const sources = [...new Set(lines.map(({ source }) => source))].map((source) => {
    const own = lines.filter((line) => line.source === source);
    const sum = (of: (line: ClaimsLine) => number) => own.reduce((all, line) => all + of(line), 0);
    return { source, label: own[0].label, said: sum(({ said }) => said), held: sum(({ held }) => held), not: sum(({ not }) => not) }; // prettier-ignore
  });
  const rate = ({ held, not }: { held: number; not: number }) => (held + not > 0 ? held / (held + not) : 0);
  const told = sources.filter(({ held, not }) => held + not >= FEW);
  return (
    <section aria-label="Is it so, what sellers say?">
      <Heading className="pt-3">Is it so, what sellers say?</Heading>
      {lines.length === 0 ? (
        <Empty>Nothing was said of the machines that came in that time.</Empty>
      ) : (
        <>
          {told.length > 0 && (
            <Bars
              label="Share of settled claims that held, by source."
              show={(value) => `${Math.round(value)} %`}
              lines={told.map((line) => ({ key: line.source, label: line.label, value: 100 * rate(line), href: `/books/behind?by=source&key=${line.source}${period}` }))} // prettier-ignore
            />
          )}
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Source</th>
                  <th className="font-normal">What was said</th>
                  <th className="text-right font-normal">Machines</th>
                  <th className="text-right font-normal">It was so</th>
                  <th className="text-right font-normal">It was not</th>
                  <th className="text-right font-normal">Open still</th>
                  <th className="text-right font-normal">Held</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((line, i) => (
                  <tr key={`${line.source} ${line.says}`} className="h-9 border-b border-rule">
                    <th scope="row" className="text-left font-semibold">
                      {lines[i - 1]?.source === line.source ? (
                        <span className="sr-only">{line.label}</span>
                      ) : (
                        <Link
                          href={`/books/behind?by=source&key=${line.source}${period}`}
                          className="border-b border-current"
                        >
                          {line.label}
                        </Link>
                      )}
                    </th>
                    <td>{line.says}</td>
                    <td className="figures text-right">{line.said}</td>
                    <td className="figures text-right">{line.held}</td>
                    <td className="figures text-right">{line.not}</td>
                    <td className="figures text-right">{line.said - line.held - line.not}</td>
                    <td className="figures text-right font-semibold">
                      {line.held + line.not > 0 ? share(rate(line)) : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </section>
  );
}

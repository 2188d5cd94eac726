'use client';
import { heldShare, type ClaimsLine, type SourceClaims } from '@/words/books/view';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';
import { Empty, Heading } from '../kit/parts';
import { Bars } from './Bars';

/** So few settled claims say nothing of a source. */
const FEW = 5;

/** Whether what kinds of sellers say is so: by source, and by what was said. */
export function ClaimsTable({
  lines,
  sources,
  period,
}: {
  lines: readonly ClaimsLine[];
  sources: readonly SourceClaims[];
  period: string;
}) {
  const told = sources.filter(({ held, not }) => held + not >= FEW);
  return (
    <section aria-label="Is what sellers say true?">
      <Heading className="pt-3">Is what sellers say true?</Heading>
      {lines.length === 0 ? (
        <Empty>Nothing was said of the machines that came in that time.</Empty>
      ) : (
        <>
          {told.length > 0 && (
            <Bars
              label="Share of settled claims that held, by source."
              show={(value) => `${Math.round(value)} %`}
              lines={told.map((line) => ({ key: line.source, label: line.label, value: 100 * (heldShare(line) ?? 0), href: `/books/behind?by=source&key=${line.source}${period}` }))} // prettier-ignore
            />
          )}
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Source</th>
                  <th className="font-normal">What was said</th>
                  <th className="text-right font-normal">Machines</th>
                  <th className="text-right font-normal">True</th>
                  <th className="text-right font-normal">Not true</th>
                  <th className="text-right font-normal">Still open</th>
                  <th className="text-right font-normal">True, of those settled</th>
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
                      {heldShare(line) === null ? '' : share(heldShare(line)!)}
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

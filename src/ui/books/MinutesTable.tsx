import type { MinutesLine } from '@/words/books/view';
import { Empty, Heading } from '../kit/parts';
import { handHours } from '../kit/words';

/** Planned and taken minutes as two bars over each other and as figures. */
export function MinutesTable({
  question,
  first,
  lines,
}: {
  question: string;
  first: string;
  lines: readonly MinutesLine[];
}) {
  const most = Math.max(1, ...lines.map(({ planned, taken }) => Math.max(planned, taken)));
  return (
    <section aria-label={question}>
      <Heading className="pt-4">{question}</Heading>
      {lines.length === 0 ? (
        <Empty>No clock ran to its end in that time.</Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1.5 font-normal">{first}</th>
                <th className="w-[240px] font-normal">
                  <span className="border-t-8 border-ink">taken</span>,{' '}
                  <span className="border-t-8 border-haze">planned</span>
                </th>
                <th className="text-right font-normal">Times</th>
                <th className="text-right font-normal">Planned</th>
                <th className="text-right font-normal">Taken</th>
                <th className="text-right font-normal">Off by</th>
              </tr>
            </thead>
            <tbody>
              {lines.map(({ key, label, times, planned, taken }) => (
                <tr key={key} className="h-10 border-b border-rule">
                  <th scope="row" className="max-w-[260px] truncate text-left font-semibold">
                    {label}
                  </th>
                  <td aria-hidden className="pr-4">
                    <div className="h-2.5 bg-ink" style={{ width: `${(taken / most) * 100}%` }} />
                    <div className="mt-0.5 h-2 bg-haze" style={{ width: `${(planned / most) * 100}%` }} />
                  </td>
                  <td className="figures text-right">{times}</td>
                  <td className="figures text-right">{handHours(planned)}</td>
                  <td className="figures text-right">{handHours(taken)}</td>
                  <td className="figures text-right font-semibold">
                    {planned > 0
                      ? `${taken >= planned ? '+' : '−'}${Math.abs(Math.round((taken / planned - 1) * 100))} %`
                      : '–'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

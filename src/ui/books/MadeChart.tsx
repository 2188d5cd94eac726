'use client';
import { useState } from 'react';
import { minorText } from '@/core/money/minor';
import { GROUP_QUESTIONS, GROUP_WORDS, type BookGroup, type BookLine } from '@/words/books/view';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';
import { Empty, Heading } from '../kit/parts';
import { Money, useShop } from '../kit/theShop';
import { handHours } from '../kit/words';
import { Bars } from './Bars';

const WHAT = {
  netMinor: 'net',
  hourMinor: 'an hour of hands brought',
  takenMinor: 'taken',
} as const;
type What = keyof typeof WHAT;

/** What left the house, by one thing: a question, its chart, and the same as a table. Every line leads to its machines. */
export function MadeChart({
  by,
  lines,
  from,
  to,
}: {
  by: BookGroup;
  lines: readonly BookLine[];
  from: string;
  to: string;
}) {
  const { decimals } = useShop();
  const [what, setWhat] = useState<What>(by === 'model' ? 'hourMinor' : 'netMinor');
  const hrefOf = ({ key }: BookLine) =>
    `/books/behind?by=${by}&key=${encodeURIComponent(key)}&from=${from}&to=${to}`;
  const show = (value: number) => minorText(Math.round(value / 10 ** decimals), 0);
  if (lines.length === 0) return <Empty>Nothing left the house in that time.</Empty>;
  const all = lines.reduce((sum, { sold, gone, takenMinor, netMinor, minutes }) => ({ sold: sum.sold + sold, gone: sum.gone + gone, takenMinor: sum.takenMinor + takenMinor, netMinor: sum.netMinor + netMinor, minutes: sum.minutes + minutes }), { sold: 0, gone: 0, takenMinor: 0, netMinor: 0, minutes: 0 }); // prettier-ignore
  const drawn = lines
    .map((line) => ({
      key: line.key,
      label: line.label,
      value: line[what] ?? 0,
      href: line.sold ? hrefOf(line) : undefined,
    })) // prettier-ignore
    .toSorted((a, b) => (by === 'month' ? 0 : b.value - a.value));
  return (
    <section aria-label={GROUP_QUESTIONS[by]}>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pt-3">
        <Heading>{GROUP_QUESTIONS[by]}</Heading>
        <div role="group" aria-label="Drawn" className="flex gap-4 text-row">
          {Object.entries(WHAT).map(([name, words]) => (
            <button
              key={name}
              type="button"
              aria-pressed={what === name}
              onClick={() => setWhat(name as What)}
              className={`min-h-8 border-b-2 ${what === name ? 'border-ink font-semibold' : 'border-transparent'}`}
            >
              {words}
            </button>
          ))}
        </div>
      </div>
      <Bars label={GROUP_QUESTIONS[by]} lines={drawn} show={show} along={by === 'month'} />
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="py-1.5 font-normal">{GROUP_WORDS[by]}</th>
              <th className="text-right font-normal">Sold</th>
              <th className="text-right font-normal">Gone</th>
              <th className="text-right font-normal">Taken</th>
              <th className="text-right font-normal">Net</th>
              <th className="text-right font-normal">Hands</th>
              <th className="text-right font-normal">An hour brought</th>
              <th className="text-right font-normal">Sold graded</th>
              <th className="text-right font-normal">Came back</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.key} className="h-9 border-b border-rule">
                <th scope="row" className="max-w-[260px] truncate text-left font-semibold">
                  {line.sold ? (
                    <Link href={hrefOf(line)} className="border-b border-current">
                      {line.label}
                    </Link>
                  ) : (
                    line.label
                  )}
                </th>
                <td className="figures text-right">{line.sold}</td>
                <td className="figures text-right">{line.gone || '–'}</td>
                <td className="figures text-right">
                  <Money minor={line.takenMinor} />
                </td>
                <td className="figures text-right font-semibold">
                  <Money minor={line.netMinor} plus />
                </td>
                <td className="figures text-right whitespace-nowrap">{handHours(line.minutes)}</td>
                <td className="figures text-right">
                  {line.hourMinor === null ? '–' : <Money minor={line.hourMinor} />}
                </td>
                <td className="figures text-right">{share(line.graded)}</td>
                <td className="figures text-right">{line.sold ? share(line.returned) : '–'}</td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="border-t-2 border-ink font-semibold">
              <th scope="row" className="py-1.5 text-left">
                All
              </th>
              <td className="figures text-right">{by === 'person' ? '' : all.sold}</td>
              <td className="figures text-right">{all.gone || '–'}</td>
              <td className="figures text-right">
                <Money minor={all.takenMinor} />
              </td>
              <td className="figures text-right">
                <Money minor={all.netMinor} plus />
              </td>
              <td className="figures text-right">{handHours(all.minutes)}</td>
              <td colSpan={3} />
            </tr>
          </tfoot>
        </table>
      </div>
    </section>
  );
}

import type { Pair } from '@/core/instruments/findingsFromReading';
import { changeWords } from '@/words/readings/paper';
import { figureWords } from '@/words/readings/view';
import { Heading } from '../../kit/parts';

/** Figures before and after, with what was done between them. */
export function Pairs({ pairs }: { pairs: readonly Pair[] }) {
  if (pairs.length === 0) return null;
  return (
    <section aria-label="Before and after" className="bg-paper px-5 py-4">
      <Heading>Before and after</Heading>
      <table className="w-full border-collapse text-[14.5px]">
        <thead>
          <tr className="border-b border-rule text-left text-[13px] text-soft">
            <th className="py-1 font-normal">figure</th>
            <th className="text-right font-normal">before</th>
            <th className="text-right font-normal">after</th>
            <th className="text-right font-normal">change</th>
          </tr>
        </thead>
        <tbody>
          {pairs.map(({ id, unit, before, after, change, between }) => (
            <tr key={id} className="border-b border-rule align-top">
              <td className="py-1">
                {figureWords(id)}
                <span className="block text-[13px] text-soft">
                  {between.length === 0
                    ? 'nothing on record lies between'
                    : `${between.join('; ')}${between.length > 1 ? ': more than one thing changed' : ''}`}
                </span>
              </td>
              <td className="figures py-1 text-right text-[13px] whitespace-nowrap">
                {before} {unit}
              </td>
              <td className="figures py-1 text-right text-[13px] whitespace-nowrap">
                {after} {unit}
              </td>
              <td className="figures py-1 text-right text-[13px] whitespace-nowrap">{changeWords(change)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

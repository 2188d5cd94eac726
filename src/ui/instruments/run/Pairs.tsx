import type { Pair } from '@/core/instruments/findingsFromReading';
import { changeWords } from '@/words/readings/paper';
import { figureWords } from '@/words/readings/view';
import { Heading } from '../../kit/parts';

/** Figures before and after, with what was done between them. */
export function Pairs({ pairs }: { pairs: readonly Pair[] }) {
  if (pairs.length === 0) return null;
  return (
    <section aria-label="Before and after" className="panel">
      <Heading>Before and after</Heading>
      <table className="w-full border-collapse text-row">
        <thead>
          <tr className="headrow">
            <th className="py-1 font-normal">figure</th>
            <th className="text-right font-normal">before</th>
            <th className="text-right font-normal">after</th>
            <th className="text-right font-normal">change</th>
          </tr>
        </thead>
        <tbody>
          {pairs.map(({ id, unit, on, before, after, change, between }) => (
            <tr key={`${id} ${unit} ${on ?? ''}`} className="border-b border-rule align-top">
              <td className="py-1">
                {figureWords(id)}
                {on && <>, {on}</>}
                <span className="block text-note text-soft">
                  {between.length === 0
                    ? 'nothing was recorded in between'
                    : `${between.join('; ')}${between.length > 1 ? ': more than one thing changed' : ''}`}
                </span>
              </td>
              <td className="figures py-1 text-right text-note whitespace-nowrap">
                {before} {unit}
              </td>
              <td className="figures py-1 text-right text-note whitespace-nowrap">
                {after} {unit}
              </td>
              <td className="figures py-1 text-right text-note whitespace-nowrap">{changeWords(change)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

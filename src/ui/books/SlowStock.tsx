import type { SlowAdvice } from '@/core/value/slow';
import type { SlowLine } from '@/words/books/view';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';
import { Empty, Heading } from '../kit/parts';
import { Money } from '../kit/theShop';
import { duration } from '../kit/words';

const DO: Record<SlowAdvice['kind'], string> = {
  wait: 'leave it: no other price nets more',
  reprice: 'ask',
  'part out': 'part it out',
  bundle: 'sell it in a bundle with others like it',
};

/** What stands on the shelf too long, and what to do with each. */
export function SlowStock({ lines, shelf }: { lines: readonly SlowLine[]; shelf: number }) {
  return (
    <section aria-label="What has been on the shelf too long?">
      <Heading className="pt-5">What has been on the shelf too long?</Heading>
      {lines.length === 0 ? (
        <Empty>
          {shelf === 0
            ? 'Nothing is on the shelf.'
            : `Nothing: ${shelf === 1 ? 'the one machine on the shelf is' : `all ${shelf} on the shelf are`} priced right.`}
        </Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1.5 font-normal">Machine</th>
                <th className="text-right font-normal">Asking</th>
                <th className="text-right font-normal">On the shelf</th>
                <th className="text-right font-normal">Chance it would have sold by now</th>
                <th className="pl-6 font-normal">What to do</th>
                <th className="text-right font-normal">Would net</th>
                <th className="text-right font-normal">Gain</th>
              </tr>
            </thead>
            <tbody>
              {lines.map(({ tag, called, askMinor, days, advice }) => (
                <tr key={tag} className="h-9 border-b border-rule">
                  <th scope="row" className="text-left font-normal">
                    <Link href={`/u/${tag}/shelf`} className="figures border-b border-current font-semibold">
                      {tag}
                    </Link>{' '}
                    <span className="text-soft">{called}</span>
                  </th>
                  <td className="figures text-right">
                    <Money minor={askMinor} />
                  </td>
                  <td className="figures text-right">{duration(days * 1440)}</td>
                  <td className="figures text-right">{share(advice.goneByNow)}</td>
                  <td className="pl-6">
                    {DO[advice.kind]}
                    {advice.kind === 'reprice' && (
                      <>
                        {' '}
                        <b className="figures">
                          <Money minor={advice.askMinor} />
                        </b>
                      </>
                    )}
                    {advice.days > 0 && (
                      <span className="text-soft">, about {duration(Math.round(advice.days) * 1440)}</span>
                    )}
                  </td>
                  <td className="figures text-right">
                    <Money minor={advice.netMinor} />
                  </td>
                  <td className="figures text-right text-worth">
                    {advice.gainMinor > 0 ? <Money minor={advice.gainMinor} plus /> : ''}
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

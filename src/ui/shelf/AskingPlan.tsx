import { Money } from '../kit/theShop';
import { Heading } from '../kit/parts';

export interface AskingView {
  asks: { week: number; askMinor: number }[];
  netMinor: number;
  days: number;
  sold: number;
  /** What it rests on. */
  rests: { sold: number; waited: number };
}

export interface AlikeView {
  at: string;
  unit: string | null;
  called: string;
  day: string;
  minor: number;
}

const weeks = (count: number) => (count === 1 ? 'a week' : `${count} weeks`);

/** What to ask, when to come down, and what was fetched by the machines most like it. */
export function AskingPlan({ asking, alike }: { asking: AskingView | null; alike: AlikeView[] }) {
  if (!asking && alike.length === 0) return null;
  return (
    <section aria-label="What to ask" className="panel">
      {asking && (
        <>
          <Heading>What to ask</Heading>
          <ol className="mt-1 flex flex-wrap gap-x-6 gap-y-1 text-read">
            {asking.asks.map(({ week, askMinor }) => (
              <li key={week}>
                {week === 0 ? 'now' : `after ${weeks(week)}`}{' '}
                <b className="figures">
                  <Money minor={askMinor} />
                </b>
              </li>
            ))}
          </ol>
          <p className="text-row text-soft">
            <Money minor={asking.netMinor} /> net in about {Math.round(asking.days)} days;{' '}
            {Math.round(asking.sold * 100)} of 100 such are sold by then.{' '}
            {asking.rests.sold + asking.rests.waited === 0
              ? 'No sale says yet how fast machines go here: a guess of the trade.'
              : `By ${asking.rests.sold} sold and ${asking.rests.waited} still waiting.`}
          </p>
        </>
      )}
      {alike.length > 0 && (
        <table className="mt-2 w-full border-collapse text-row">
          <caption className="text-left text-note font-semibold">Most like it, of what was sold</caption>
          <tbody>
            {alike.map((sale) => (
              <tr key={`${sale.at} ${sale.day}`} className="border-b border-rule">
                <th scope="row" className="py-1 text-left font-normal">
                  {sale.unit ? <span className="figures font-semibold">{sale.unit}</span> : sale.at}{' '}
                  <span className="text-soft">{sale.called}</span>
                </th>
                <td className="figures px-3 text-right text-note whitespace-nowrap">{sale.day}</td>
                <td className="figures text-right font-semibold">
                  <Money minor={sale.minor} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

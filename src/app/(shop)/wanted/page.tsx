import { requireActor } from '@/server/session';
import { wantedViews } from '@/shop/advice/views';
import { shopRules } from '@/shop/rules/queries';
import { WantLine } from '@/ui/parts/wants/WantLine';
import { Link } from '@/ui/kit/Link';
import { Empty, Sheet } from '@/ui/kit/parts';
import { dayOf, daysBetween } from '@/words/time';

export const metadata = { title: 'Parts wanted' };

const TITLES = [
  ['arrived', 'Arrived: to be looked at'],
  ['accepted', 'Here, to be fitted'],
  ['ordered', 'Ordered'],
  ['quoted', 'Offered'],
  ['wanted', 'Wanted, nobody has asked'],
] as const;

export default async function WantedPage() {
  const actor = await requireActor();
  const { timeZone } = await shopRules();
  const today = dayOf(new Date(), timeZone);
  const wants = await wantedViews(today);
  return (
    <Sheet>
      <div className="flex items-end justify-between border-b-2 border-ink pb-2.5">
        <h1 className="text-page leading-8">Parts wanted</h1>
        <Link href="/bin" className="border-b border-current text-row">
          The bin
        </Link>
      </div>
      {wants.length === 0 && <Empty>No machine wants a part. Add them on a machine’s Parts side.</Empty>}
      {TITLES.map(([state, title]) => {
        const own = wants.filter((want) => want.state === state);
        return (
          own.length > 0 && (
            <section key={state} aria-label={title} className="pt-4">
              <h2 className="text-lead">
                {title} <span className="figures text-row text-soft">{own.length}</span>
              </h2>
              <ul>
                {own.map((want) => (
                  <li
                    key={want.id}
                    className="grid grid-cols-[110px_minmax(0,1fr)_110px] gap-3 border-b border-rule py-2"
                  >
                    <span>
                      <Link
                        href={`/u/${want.tag}/parts`}
                        className="figures border-b border-current font-semibold"
                      >
                        {want.tag}
                      </Link>
                      <span className="block text-note text-soft">{want.unitName}</span>
                    </span>
                    <WantLine want={want} mayWrite={actor.role !== 'viewer'} />
                    <span className="figures text-right text-note text-soft">
                      {daysBetween(dayOf(new Date(want.since), timeZone), today)} d
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )
        );
      })}
    </Sheet>
  );
}

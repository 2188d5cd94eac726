import { requireActor } from '@/server/session';
import { promisedTogether } from '@/shop/day/promise';
import { DayTabs } from '@/ui/day/DayTabs';
import { PromisedTogether } from '@/ui/day/PromisedTogether';
import { Empty, Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Can it be done by then?' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };
const text = (given: string | string[] | undefined) =>
  typeof given === 'string' ? given.slice(0, 2000) : '';

/** So many are named before anything is asked; more stand in the table of the answer. */
const FEW = 12;

/** ?lot=CODE or ?tags=TAG,TAG: machines that are promised together. */
export default async function PromisePage({ searchParams }: Props) {
  const actor = await requireActor();
  const { lot, tags } = await searchParams;
  const units = await promisedTogether({ lot: text(lot), tags: text(tags).toUpperCase().split(',') });
  const words = units.length === 0 ? 'it' : units.length === 1 ? units[0].tag : `these ${units.length} machines`; // prettier-ignore
  return (
    <div>
      <DayTabs at="/day" />
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">Can {words} be done by then?</h1>
        {units.length === 0 ? (
          <Empty>None of these machines is still open, so there is nothing to promise.</Empty>
        ) : (
          <>
            <p className="mt-2 text-row text-soft">
              {text(lot) && `What is open of lot ${text(lot)}`}
              {units.length <= FEW && (
                <>
                  {text(lot) && ': '}
                  {units.map(({ tag }, i) => (
                    <span key={tag} className="figures whitespace-nowrap">
                      {i > 0 && ', '}
                      {tag}
                    </span>
                  ))}
                </>
              )}
            </p>
            {actor.role === 'viewer' ? null : <PromisedTogether units={units} />}
          </>
        )}
      </Sheet>
    </div>
  );
}

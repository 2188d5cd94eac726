import { requireActor } from '@/server/session';
import { periodOf } from '@/shop/books/period';
import { minutesBy } from '@/shop/books/stock';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { MinutesTable } from '@/ui/books/MinutesTable';
import { PeriodForm } from '@/ui/books/PeriodForm';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Minutes' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

/** One's own minutes anybody sees; everybody's the owner alone. */
export default async function HandsPage({ searchParams }: Props) {
  const [actor, rules] = await Promise.all([requireActor(), shopRules()]);
  const period = periodOf(await searchParams, rules.timeZone);
  const { from, to } = period;
  const whose = actor.role === 'owner' ? null : actor.id;
  const [steps, people] = await Promise.all([
    minutesBy('step', period, whose),
    minutesBy('person', period, whose),
  ]);
  return (
    <div>
      <BooksTabs at={seesMargins(actor.role, rules) ? '/books/hands' : ''} />
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">{whose ? 'Your minutes' : 'Minutes'}</h1>
          <PeriodForm action="/books/hands" from={from} to={to} />
        </div>
        <MinutesTable question="Which work takes longer than planned?" first="Work" lines={steps} />
        {!whose && <MinutesTable question="Whose plans are off?" first="Person" lines={people} />}
        <p className="max-w-[80ch] pt-3 text-note text-soft">
          Work whose clock ran to its end, planned as it was reckoned when it was begun.{' '}
          {whose ? 'Others see theirs; the owner sees everybody’s.' : 'Everybody else sees their own alone.'}
        </p>
      </Sheet>
    </div>
  );
}

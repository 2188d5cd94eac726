import { requireActor } from '@/server/session';
import { periodOf } from '@/shop/books/period';
import { minutesBy } from '@/shop/books/stock';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { BookSheet } from '@/ui/books/BookSheet';
import { MinutesTable } from '@/ui/books/MinutesTable';

export const metadata = { title: 'Minutes' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

/** One's own minutes anybody sees; everybody's the owner alone. */
export default async function HandsPage({ searchParams }: Props) {
  const [actor, rules] = await Promise.all([requireActor(), shopRules()]);
  const period = periodOf(await searchParams, rules.timeZone);
  const whose = actor.role === 'owner' ? null : actor.id;
  const [steps, people] = await Promise.all([
    minutesBy('step', period, whose),
    minutesBy('person', period, whose),
  ]);
  return (
    <BookSheet
      at="/books/hands"
      tab={seesMargins(actor.role, rules) ? '/books/hands' : ''}
      title={whose ? 'Your minutes' : 'Minutes'}
      period={period}
    >
      <MinutesTable question="Which work takes longer than planned?" first="Work" lines={steps} />
      {!whose && <MinutesTable question="Whose plans are off?" first="Person" lines={people} />}
      <p className="max-w-[80ch] pt-3 text-note text-soft">
        Work whose clock ran to its end, planned as it was reckoned when it was begun.{' '}
        {whose ? 'Others see theirs; the owner sees everybody’s.' : 'Everybody else sees their own alone.'}
      </p>
    </BookSheet>
  );
}

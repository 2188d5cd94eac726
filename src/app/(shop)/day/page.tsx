import { requireActor } from '@/server/session';
import { hoursText } from '@/core/timetable/week';
import { weekOf } from '@/shop/day/commands';
import { standingDay } from '@/shop/day/keep';
import { nextIn } from '@/shop/day/next';
import { dayView } from '@/shop/day/view';
import { benchHands } from '@/shop/people/queries';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { Day } from '@/ui/day/Day';
import { DayTabs } from '@/ui/day/DayTabs';
import { OpeningHours } from '@/ui/day/OpeningHours';

export const metadata = { title: 'The day' };

/** A day is what is left of it and the night; a week seven of them. */
const HOURS = 10;

export default async function DayPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor();
  const days = Number((await searchParams).days) === 7 ? 7 : 1;
  const [day, rules, house, hands] = await Promise.all([
    standingDay(),
    shopRules(),
    shopHouse(),
    benchHands(),
  ]);
  const { plan } = day;
  // on a day nobody is there any more the next opening is shown
  const opens = Math.min(...plan.people.flatMap(({ hours }) => hours.slice(0, 1).map(([from]) => from)));
  const until = days === 7 ? 7 * 1440 : (Number.isFinite(opens) && opens > 120 ? opens : 0) + HOURS * 60;
  const week = weekOf(rules);
  return (
    <div>
      <DayTabs at="/day" />
      <h1 className="sr-only">The day</h1>
      <Day
        view={dayView(day, until)}
        next={nextIn(plan, actor.id)}
        me={actor.id}
        until={until}
        mayWrite={actor.role !== 'viewer'}
      />
      <OpeningHours
        days={week.days.map(hoursText)}
        dates={Object.fromEntries(
          Object.entries(week.dates ?? {}).map(([day, spans]) => [day, hoursText(spans)]),
        )}
        places={house.tables.stations.map((name) => ({
          name,
          places: week.places[name] ?? 1,
          broken: week.broken?.[name] ?? '',
        }))}
        away={week.away}
        people={hands}
        without={week.without ?? {}}
        mayWrite={actor.role === 'owner'}
      />
    </div>
  );
}

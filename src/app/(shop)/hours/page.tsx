import { requireActor } from '@/server/session';
import { cutOfHours, weekMinutes } from '@/shop/day/hours';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { DayTabs } from '@/ui/day/DayTabs';
import { Hours } from '@/ui/day/Hours';
import { Empty, Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Which get the hours' };

const MOST = 100_000;

export default async function HoursPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor();
  const asked = Number((await searchParams).minutes);
  const week = await weekMinutes();
  const minutes = Number.isFinite(asked) && asked >= 0 ? Math.min(MOST, asked) : week;
  const sees = seesMargins(actor.role, await shopRules());
  const cut = sees ? await cutOfHours(Math.round(minutes)) : null;
  return (
    <div>
      <DayTabs at="/hours" />
      <Sheet>
        <h1 className="text-page leading-8">Which get the hours</h1>
        {!sees ? (
          <Empty>The owner shows margins to other roles.</Empty>
        ) : !cut ? (
          <Empty>What is pinned takes more hands than there are.</Empty>
        ) : (
          <Hours
            key={cut.minutes}
            rows={cut.list}
            minutes={cut.minutes}
            weekMinutes={week}
            used={cut.used}
            netMinor={cut.netMinor}
            boundMinor={cut.boundMinor}
            moreMinor={cut.moreMinor}
            people={cut.people}
            scarce={cut.scarce}
            mayWrite={actor.role !== 'viewer'}
          />
        )}
      </Sheet>
    </div>
  );
}

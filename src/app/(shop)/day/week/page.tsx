import { requireActor } from '@/server/session';
import { houseAsItIs } from '@/shop/day/asItIs';
import { DayTabs } from '@/ui/day/DayTabs';
import { TryWeek } from '@/ui/day/TryWeek';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Try a week' };

export default async function WeekPage() {
  await requireActor();
  return (
    <div>
      <DayTabs at="/day/week" />
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">Try a week</h1>
        <TryWeek asItIs={await houseAsItIs()} />
      </Sheet>
    </div>
  );
}

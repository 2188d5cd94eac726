import { requireActor } from '@/server/session';
import { dayEnd } from '@/shop/day/end';
import { standingDay } from '@/shop/day/keep';
import { BeforeClosingTime } from '@/ui/day/BeforeClosingTime';
import { DayTabs } from '@/ui/day/DayTabs';

export const metadata = { title: 'Before closing' };

export default async function DayEndPage() {
  await requireActor();
  return (
    <div>
      <DayTabs at="/day/end" />
      <h1 className="sr-only">Before closing</h1>
      <BeforeClosingTime view={await dayEnd((await standingDay()).plan)} />
    </div>
  );
}

import { requireActor } from '@/server/session';
import { busyAhead, ownCalendars } from '@/shop/day/calendar';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { Calendars } from '@/ui/day/Calendars';
import { NoticeSwitch } from '@/ui/frame/NoticeSwitch';
import { Sheet } from '@/ui/kit/parts';
import { OwnPassword } from '@/ui/rules/OwnPassword';

export const metadata = { title: 'You' };

export default async function MePage() {
  const { id, name, role } = await requireActor();
  const [links, busy, house, rules] = await Promise.all([
    ownCalendars(id),
    busyAhead(id),
    shopHouse(),
    shopRules(),
  ]);
  return (
    <Sheet className="max-w-[760px]">
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">
        {name}, {role}
      </h1>
      <p className="max-w-[66ch] pt-3 text-read">
        A bench stays signed in for a fortnight: whoever sits at it is you. Another password ends every other
        sign-in of yours, and this one.
      </p>
      <OwnPassword person={{ id, name }} />
      <NoticeSwitch />
      {role !== 'viewer' && (
        <Calendars links={links} stations={house.tables.stations} busy={busy} zone={rules.timeZone} />
      )}
    </Sheet>
  );
}

import { lastDay } from '@/shop/day/keep';
import { nextIn } from '@/shop/day/next';
import { anyLot } from '@/shop/lots/queries';
import { shopRules } from '@/shop/rules/queries';
import { FirstMachine } from '@/ui/lots/FirstMachine';
import { ReceiveLink } from '@/ui/lots/ReceiveLink';
import { requireActor } from '@/server/session';
import { DayTabs } from '@/ui/day/DayTabs';
import { NextLine } from '@/ui/day/NextLine';
import { Link } from '@/ui/kit/Link';
import { Sheet } from '@/ui/kit/parts';
import { dayOf } from '@/words/time';
import { unitsHere, type Asked } from './UnitsHere';

export const metadata = { title: 'What to work on' };

export default async function WorkPage({ searchParams }: { searchParams: Asked }) {
  const { id, role } = await requireActor();
  if (role !== 'viewer' && !(await anyLot()))
    return (
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">An empty shop</h1>
        <FirstMachine today={dayOf(new Date(), (await shopRules()).timeZone)} />
      </Sheet>
    );
  const { day } = await lastDay();
  const next = day && nextIn(day.plan, id);
  const { total, list } = await unitsHere({
    path: '/',
    asked: await searchParams,
    empty: 'No open units. Receive a lot, and its machines stand here in the order worth working on them.',
  });
  return (
    <div>
      <DayTabs at="/" />
      {next && <NextLine next={next} />}
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <div>
            <h1 className="text-page leading-8">What to work on</h1>
            <p className="text-row text-soft">
              <b className="text-ink">{total} units</b> open, best return on a minute of hands first. Bar: net
              still to win; band: eight of ten outcomes; tick: stopping now. What has left:{' '}
              <Link href="/stage/sold" className="border-b border-current">
                sold
              </Link>
              ,{' '}
              <Link href="/stage/gone" className="border-b border-current">
                gone
              </Link>
              .
            </p>
          </div>
          {role !== 'viewer' && <ReceiveLink />}
        </div>
        {list}
      </Sheet>
    </div>
  );
}

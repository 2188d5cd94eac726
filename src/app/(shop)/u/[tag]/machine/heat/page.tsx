import { keptOff } from '@/shop/readings/papers';
import { heatRunsOf, openRunOf, readingsOf, roomToday } from '@/shop/readings/queries';
import { database } from '@/db/client';
import { shopRules } from '@/shop/rules/queries';
import { HeatBoard } from '@/ui/instruments/heat/HeatBoard';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { dayAndTime } from '@/words/time';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function HeatPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, runs, open, room, off, touch, { timeZone }] = await Promise.all([
    unitHead(tag),
    heatRunsOf(unit.id),
    openRunOf(unit.id, ['heat']),
    roomToday(database()),
    keptOff(unit.id),
    readingsOf(unit.id, 'touch'),
    shopRules(),
  ]);
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/heat" />
      <HeatBoard
        unit={head}
        open={open && { id: open.id, kind: open.kind }}
        room={room}
        chassis={unit.chassis}
        touched={touch.map(({ at, ...line }) => ({ ...line, when: dayAndTime(at, timeZone) })).at(-1) ?? null}
        onPapers={!off.has('heat')}
        runs={runs.map(({ at, ...run }) => ({ ...run, when: dayAndTime(at, timeZone) }))}
      />
    </div>
  );
}

import { batteryMoney } from '@/shop/readings/batteryMoney';
import { keptOff } from '@/shop/readings/papers';
import { openRunOf, readingsOf } from '@/shop/readings/queries';
import { shopRules } from '@/shop/rules/queries';
import { BatteryBoard } from '@/ui/instruments/power/BatteryBoard';
import { RailsBoard } from '@/ui/instruments/power/RailsBoard';
import { SafetyBoard } from '@/ui/instruments/power/SafetyBoard';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { dayAndTime } from '@/words/time';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function PowerPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, spec } = await loadUnit(tag);
  const laptop = unit.chassis === 'laptop';
  const [head, open, off, { timeZone }, safety] = await Promise.all([
    unitHead(tag),
    openRunOf(unit.id, [laptop ? 'battery' : 'rails']),
    keptOff(unit.id),
    shopRules(),
    readingsOf(unit.id, 'electrical'),
  ]);
  const dated = <T extends { at: Date }>({ at, ...line }: T) => ({ ...line, when: dayAndTime(at, timeZone) });
  const run = open && { id: open.id, kind: open.kind };
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/power" />
      {laptop ? (
        <BatteryBoard
          unit={head}
          lines={(await readingsOf(unit.id, 'battery')).map(dated)}
          open={run}
          onPapers={!off.has('battery')}
          money={await batteryMoney(unit, spec)}
        />
      ) : (
        <RailsBoard
          unit={head}
          lines={(await readingsOf(unit.id, 'rails')).map(dated)}
          open={run}
          onPapers={!off.has('rails')}
        />
      )}
      <SafetyBoard unit={head} laptop={laptop} last={safety.map(dated).at(-1) ?? null} />
    </div>
  );
}

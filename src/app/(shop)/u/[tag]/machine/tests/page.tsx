import { selfTests } from '@/catalog/instruments/selfTests';
import { openRunOf, readingsOf } from '@/shop/readings/queries';
import { shopRules } from '@/shop/rules/queries';
import { selfTestOf } from '@/shop/selftest/lane';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { SelfTestBoard } from '@/ui/instruments/tests/SelfTestBoard';
import { soakPaper } from '@/words/readings/paper';
import { dayAndTime } from '@/words/time';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function SelfTestsPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, told, open, soaks, { timeZone }] = await Promise.all([
    unitHead(tag),
    selfTestOf(unit.id),
    openRunOf(unit.id, ['soak']),
    readingsOf(unit.id, 'soak'),
    shopRules(),
  ]);
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/tests" />
      <SelfTestBoard
        unit={head}
        heard={told.heardAt ? dayAndTime(told.heardAt, timeZone) : ''}
        soak={open && { id: open.id, kind: open.kind }}
        soaks={soaks.map((row) => ({
          id: row.at.toISOString(),
          words: soakPaper(row),
          when: dayAndTime(row.at, timeZone),
        }))}
        told={told.told.map((row) => ({
          id: row.id,
          test: row.back,
          name:
            selfTests.find(({ id, test }) => row.test === test || row.test === `self ${id}`)?.name ??
            (row.test === 'load' ? 'Soak' : row.test),
          result: row.result as 'pass' | 'fail' | 'absent',
          words: row.told!.words,
          byHand: row.told!.byHand ?? false,
          keys: row.told!.keys ?? null,
          faults: row.told!.faults ?? [],
          when: dayAndTime(row.at, timeZone),
        }))}
      />
    </div>
  );
}

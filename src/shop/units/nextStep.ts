import { shopRules } from '@/shop/rules/queries';
import { snapshotOf } from '@/shop/units/queries';
import { believedView } from '@/words/record/believed';
import { aroundOf, stepView } from '@/words/record/steps';
import type { NextView } from '@/words/unit/view';

/** What a unit's bench asks or proposes first now, and what is believed; null when nothing is done to it. */
export async function nextStep(unitId: string): Promise<NextView | null> {
  const found = await snapshotOf(unitId);
  const first = found?.evaluation?.steps[0];
  if (!first || found.stage === 'quarantine' || found.stage === 'sold') return null;
  const around = aroundOf(found.evaluation!, await shopRules());
  return { step: stepView(first, around), believed: believedView(found.evaluation!, true) };
}

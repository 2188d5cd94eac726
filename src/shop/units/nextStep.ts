import { shopRules } from '@/shop/rules/queries';
import { snapshotOf } from '@/shop/units/queries';
import type { StepView } from '@/words/unitView';
import { aroundOf, stepView } from '@/words/steps';

/** What a unit's bench asks or proposes first now, in words; null when nothing is done to it. */
export async function nextStep(unitId: string): Promise<StepView | null> {
  const found = await snapshotOf(unitId);
  const first = found?.evaluation?.steps[0];
  if (!first || found.stage === 'quarantine' || found.stage === 'sold') return null;
  return stepView(first, aroundOf(found.evaluation!, (await shopRules()).currencyDecimals));
}

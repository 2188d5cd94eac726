import { whenOf } from '@/core/plan/plan';
import type { Evaluation } from '@/core/steps/evaluate';
import { shopRules } from '@/shop/rules/queries';
import { snapshotOf } from '@/shop/units/queries';
import { setWords } from '@/words/parts/upgrades';
import { believedView } from '@/words/record/believed';
import { aroundOf, changeView, stepView } from '@/words/record/steps';
import type { NextView, StepView } from '@/words/unit/view';
import type { Study } from '@/db/schema/shop';
import { isAudited, isVeiled, type Entered } from '../study/draw';
import { planOf } from './plan';

/** Steps a bench shows at most. */
const SHOWN = 6;

/** The change of parts that pays most in a machine, in words; null: none does. */
export interface PaysView {
  words: string;
  netMinor: number;
}

/** The same without stopping, while a study runs that has drawn the machine to be worked to its end and something is left to do. */
export function workedOn(evaluation: Evaluation, study: Study | null, unit: Entered): Evaluation {
  if (study?.until !== null || !isAudited(study, unit)) return evaluation;
  const steps = evaluation.steps.filter(({ kind }) => kind !== 'stop');
  return steps.length ? { ...evaluation, steps } : evaluation;
}

/** When a change of parts is offered, by what is known of the machine. */
const timeFor = ({ facts, shut, steps }: Evaluation) =>
  whenOf({
    runs: facts.system === true,
    danger: shut.some(({ why }) => why.kind === 'gate'),
    stops: steps[0]?.kind === 'stop',
  });

/** What would pay to put in, for screens that only name it; null as well where nothing is put in yet. */
export async function paysIn(unit: { id: string; evaluation: Evaluation | null }): Promise<PaysView | null> {
  if (!unit.evaluation || timeFor(unit.evaluation) === 'not') return null;
  const plan = await planOf(unit.id);
  return plan?.best
    ? { words: setWords(plan.best.change.set, plan.names), netMinor: plan.best.netMinor }
    : null;
}

/**
 * What is proposed, best first: the steps of the evaluation, and a change of parts that pays among them. It comes first
 * where the first step would be to stop, and waits its turn while something else pays; a machine nobody saw running, or
 * that a danger stands against, is offered none.
 * @param withChange false: nothing is put in any more, its ending is decided
 */
export async function proposed(
  unitId: string,
  evaluation: Evaluation,
  withChange = true,
): Promise<StepView[]> {
  const around = aroundOf(evaluation, await shopRules());
  const stop = evaluation.steps.find((step) => step.kind === 'stop');
  const shown = evaluation.steps.slice(0, SHOWN);
  if (stop && !shown.includes(stop)) shown[shown.length - 1] = stop;
  const steps = shown.map((step) => stepView(step, around));
  const when = timeFor(evaluation);
  if (!withChange || when === 'not') return steps;
  const plan = await planOf(unitId);
  if (!plan?.best) return steps;
  const view = changeView(setWords(plan.best.change.set, plan.names), plan.best, plan.nowMinor, around);
  return when === 'first' ? [view, ...steps] : [steps[0], view, ...steps.slice(1)];
}

/**
 * What a unit's bench asks or proposes first now, and what is believed; null when nothing is done to it, and where a
 * study hides it.
 */
export async function nextStep(unitId: string): Promise<NextView | null> {
  const found = await snapshotOf(unitId);
  if (!found?.evaluation?.steps.length || found.stage === 'quarantine' || found.stage === 'sold') return null;
  const rules = await shopRules();
  if (isVeiled(rules.study, found)) return null;
  const evaluation = workedOn(found.evaluation!, rules.study, found);
  const [first] = evaluation.steps;
  // a change of parts only ever comes before stopping
  const step =
    first.kind === 'stop'
      ? (await proposed(unitId, evaluation))[0]
      : stepView(first, aroundOf(evaluation, rules));
  return { step, believed: believedView(evaluation, true) };
}

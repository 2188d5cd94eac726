import type { BenchMinutes, Catalogue, Chassis } from '@/core/catalogue';
import { CLOSED } from '@/core/minutes/opening';
import { evaluateUnit, type Evaluation } from '@/core/steps/evaluate';
import { type EvaluationInput } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import type { Turn, WorkedCase } from './case';

/** One marked decision of a turn, and whether it was taken as marked. */
export interface Mark {
  case: string;
  turn: number;
  /** A cause of the two likeliest; a step of the first three; one that must not be there. */
  kind: 'cause' | 'step' | 'never';
  wanted: readonly string[];
  seen: readonly string[];
  right: boolean;
}

const FIRST_CAUSES = 2;
const FIRST_STEPS = 3;
const CERTAIN = 1 - 1e-9;

type Known = Pick<Catalogue, 'findings' | 'repairs'> & { benchMinutes: BenchMinutes };

function entryOf(catalogue: Known, [id, answer]: readonly [string, string]): Sighted {
  const finding = catalogue.findings.find((each) => each.id === id);
  return finding
    ? { kind: 'finding', id, outcome: finding.outcomes.findIndex((outcome) => outcome.id === answer) }
    : { kind: 'repair', id, ended: answer === 'helped' ? 'helped' : 'no-change' };
}

/** Does this step plug in or power the machine? */
function powers(catalogue: Known, id: string): boolean {
  const item =
    catalogue.findings.find((each) => each.id === id) ?? catalogue.repairs.find((each) => each.id === id);
  const needs = catalogue.findings.find((each) => each.id === id)?.needs;
  return item?.bench?.plugged === true || Boolean(needs?.length) || id === 'button' || id === 'lamp';
}

function marksOf(catalogue: Known, id: string, n: number, turn: Turn, evaluation: Evaluation): Mark[] {
  // what was seen directly takes nobody's place
  const likeliest = evaluation.beliefs
    .filter((line) => line.probability < CERTAIN || turn.causes?.includes(line.cause))
    .slice(0, FIRST_CAUSES)
    .map((line) => line.cause);
  const certain = evaluation.beliefs.filter((line) => line.probability >= CERTAIN).map((line) => line.cause);
  const first = evaluation.steps
    .slice(0, FIRST_STEPS)
    .map((step) => (step.kind === 'stop' ? 'stop' : step.id));
  const mark = (kind: Mark['kind'], wanted: readonly string[], seen: readonly string[], right: boolean) => ({
    case: id,
    turn: n,
    kind,
    wanted,
    seen,
    right,
  });
  const marks: Mark[] = [];
  const { causes, steps, never } = turn;
  if (causes)
    marks.push(
      mark(
        'cause',
        causes,
        likeliest,
        [...likeliest, ...certain].some((cause) => causes.includes(cause)),
      ),
    );
  if (steps)
    marks.push(
      mark(
        'step',
        steps,
        first,
        first.some((step) => steps.includes(step)),
      ),
    );
  for (const shut of never ?? []) {
    const wrong =
      shut === 'powering' ? first.filter((step) => powers(catalogue, step)) : first.filter((s) => s === shut);
    marks.push(mark('never', [shut], first, wrong.length === 0));
  }
  return marks;
}

/**
 * Every marked decision of a worked case, turn by turn, against what the engine holds and proposes.
 * @param worthOf what a machine of that chassis would fetch; the same for every case
 */
export function markCase(
  catalogue: Catalogue,
  each: WorkedCase,
  worthOf: (chassis: Chassis) => Omit<EvaluationInput, 'chassis' | 'source' | 'record' | 'bench'>,
): Mark[] {
  const record: Sighted[] = [];
  return each.turns.flatMap((turn, n) => {
    record.push(...turn.answered.map((pair) => entryOf(catalogue, pair)));
    const evaluation = evaluateUnit(catalogue, {
      chassis: each.chassis,
      source: each.source,
      record: [...record],
      bench: CLOSED,
      ...worthOf(each.chassis),
    });
    return marksOf(catalogue, each.id, n, turn, evaluation);
  });
}

import { sql, type SQL } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import type { Chassis } from '@/core/catalogue';
import type { Arm } from '@/core/study/compare';
import type { Evaluation } from '@/core/steps/evaluate';
import { studyDecisions, type KeptStep } from '@/db/schema';
import type { Study } from '@/db/schema/shop';
import { armOf, lotOf, type Entered } from './draw';

const PROPOSED = 3;
const DRAWN = 3;
/** Causes less likely than this are not kept. */
const KEPT_FROM = 0.005;

export interface Decision {
  arm: Arm;
  proposals: KeptStep[];
  drawn: KeptStep[];
  beliefs: [string, number][];
}

const nameOf = ({ kind, id }: KeptStep) => `${kind}:${id}`;

/** Steps that may be done to such a machine and are not among the first three, in an order nobody chose. */
function beside(
  seed: string,
  chassis: Chassis,
  known: ReadonlySet<string>,
  proposals: readonly KeptStep[],
): KeptStep[] {
  const taken = new Set([...known, ...proposals.map(({ id }) => id)]);
  const all: KeptStep[] = [
    ...catalogue.findings
      .filter((finding) => finding.stage !== 'claim' && appliesTo(finding, chassis))
      .map(({ id }) => ({ kind: 'look', id })),
    ...catalogue.repairs
      .filter((repair) => appliesTo(repair, chassis))
      .map(({ id }) => ({ kind: 'repair', id })),
  ];
  return all
    .filter(({ id }) => !taken.has(id))
    .map((step) => ({ step, lot: lotOf(seed, `beside ${known.size} ${nameOf(step)}`) }))
    .sort((a, b) => a.lot - b.lot)
    .slice(0, DRAWN)
    .map(({ step }) => step);
}

/**
 * What a study keeps of what a machine's evaluation proposes; null: the machine is in none, or it proposes what was
 * proposed before.
 * @param known questions that have an answer
 */
export function decisionOf(
  study: Study | null,
  unit: Entered & { chassis: Chassis; stage: string },
  evaluation: Evaluation,
  before: Evaluation | null,
  known: ReadonlySet<string>,
): Decision | null {
  const arm = armOf(study, unit);
  if (!arm || study!.until || unit.stage === 'shelf' || unit.stage === 'sold' || unit.stage === 'gone')
    return null;
  const first = (of: Evaluation): KeptStep[] =>
    of.steps
      .slice(0, PROPOSED)
      .map(({ kind, id, valueMinor }) => ({ kind, id, valueMinor: Math.round(valueMinor) }));
  const proposals = first(evaluation);
  if (!proposals.length || (before && JSON.stringify(first(before)) === JSON.stringify(proposals)))
    return null;
  return {
    arm,
    proposals,
    drawn: beside(`${study!.seed} ${unit.id}`, unit.chassis, known, proposals),
    beliefs: Object.entries(evaluation.chances)
      .filter(([, p]) => p >= KEPT_FROM)
      .sort((a, b) => b[1] - a[1])
      .map(([cause, p]) => [cause, Number(p.toFixed(4))]),
  };
}

/** Puts a decision down under the number of its entry, within the statement that seals it. */
export const keptSql = (seq: number, unitId: string, { arm, proposals, drawn, beliefs }: Decision): SQL =>
  sql`, decided as (insert into ${studyDecisions} (seq, unit_id, arm, proposals, drawn, beliefs) values (
    ${seq}, ${unitId}, ${arm}, ${JSON.stringify(proposals)}::jsonb, ${JSON.stringify(drawn)}::jsonb,
    ${JSON.stringify(beliefs)}::jsonb))`;

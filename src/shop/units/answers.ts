import { choiceOf } from '@/core/study/choice';
import { findingById, cautionById, catalogue } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import { NO_ANSWERS } from '@/core/catalogue';
import { figureIn } from '@/core/record/values';
import { powers } from '@/core/steps/hazards';
import { READ_MACHINE } from '@/core/steps/rank';
import { observations, type Stage } from '@/db/schema';
import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { defineCommand, BENCH_ROLES } from '../command';
import { ShopError } from '@/errors';
import { passMat } from '../hands/matRows';
import { shortText, rowNumber, unitId } from '../input';
import { refuseHeld, moveStage, forward } from '../line';
import { release } from '../parts/bin';
import { answered, replaceEarlier } from '../record/replace';
import { withLooked } from '../record/sources';
import { writeBench } from '../record/values';
import { turnToFinding, closeOpenWork } from '../work/clock';
import { refuseClash } from './clash';

/**
 * An answer to a question. A hazardous answer needs the caution acknowledged; a stopping one quarantines the
 * unit.
 */
export const observe = defineCommand({
  name: 'observe',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    finding: shortText('finding', 60).required(),
    outcome: Joi.number().integer().min(0).max(9).required().label('outcome'),
    acknowledged: shortText('acknowledged', 60),
    /** It is so, although no fault known could show it beside the other answers. */
    despite: Joi.boolean().label('all the same'),
    /** It was powered with things of it on the mat. */
    powered: Joi.boolean().label('powered all the same'),
  }),
  impossible: refuseClash,
  // a question nobody answered meanwhile is answered as it was asked; a second act is about what was seen
  still: async (tx, unit, { finding, despite, powered }) =>
    !despite && !powered && !(await answered(tx, unit.id, finding)),
  foresee: (sources, { finding, outcome }) => {
    const outcomeId = findingById(finding)?.outcomes[outcome]?.id;
    return outcomeId ? withLooked(sources, { kind: 'finding', ref: finding, outcome, outcomeId }) : sources;
  },
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const finding = findingById(input.finding);
    if (!finding || !appliesTo(finding, unit!.chassis))
      throw new ShopError('invalid', `Not recorded: no finding "${input.finding}" for this kind of machine.`);
    const outcome = finding.outcomes[input.outcome];
    if (!outcome)
      throw new ShopError(
        'invalid',
        `Not recorded: "${finding.ask}" has outcomes 1 to ${finding.outcomes.length}.`,
      );
    const hazard =
      finding.hazard && input.outcome >= finding.hazard.from ? cautionById(finding.hazard.caution)! : null;
    if (hazard?.acknowledge && input.acknowledged !== hazard.id) {
      throw new ShopError('refused', `${hazard.title} ${hazard.text}`, { caution: hazard.id });
    }
    // to see it the machine was powered: what was not back then is said, and stands on the record
    const passed =
      powers(finding) && finding.stage !== 'claim'
        ? (await passMat(tx, actor, unit!.id, 'power', input.powered)).act
        : null;
    const choice = choiceOf(unit!.evaluation, finding.id);
    const aside = await turnToFinding(tx, actor, unit!.id);
    const voided = await replaceEarlier(tx, unit!.id, [finding.id]);
    const [row] = await tx
      .insert(observations)
      .values({
        unitId: unit!.id,
        kind: 'finding',
        ref: finding.id,
        outcome: input.outcome,
        outcomeId: outcome.id,
        catalogue: catalogue.version,
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: observations.id });
    const stage = stageAfterFinding(unit!.stage, finding.stage, Boolean(hazard?.stops));
    if (stage === 'quarantine') await closeOpenWork(tx, unit!.id);
    await moveStage(tx, unit!, stage);
    const back =
      stage === 'quarantine'
        ? await release(tx, unit!.id)
        : finding.swap
          ? await release(tx, unit!.id, finding.swap)
          : [];
    if (stage === 'quarantine') await writeBench(tx, unit!.id, { plugged: false }, actor.name);
    return {
      event: {
        kind: hazard?.stops ? 'quarantined' : 'finding',
        payload: {
          observation: row.id,
          finding: finding.id,
          outcome: outcome.id,
          index: input.outcome,
          replaced: voided[0] ?? null,
          acknowledged: hazard?.id ?? null,
          ...(passed && { passed }),
          ...(choice && { choice }),
          ...(back.length && { back }),
          ...(aside.length && { paused: aside }),
          before: { stage: unit!.stage },
          after: { stage },
        },
        alsoUnits: aside.map((other) => other.unit),
      },
      answer: { stage, aside },
      answered: [{ id: row.id, replaced: voided }],
    };
  },
});

function stageAfterFinding(now: Stage, findingStage: string, stops: boolean): Stage {
  if (stops) return 'quarantine';
  if (findingStage === 'look') return forward(now, 'look');
  return findingStage === 'claim' ? now : forward(now, 'find');
}

/** What is proposed and is no question: it, too, may not be possible. */
const ACTS = new Set([READ_MACHINE, ...catalogue.bundles.map(({ id }) => id)]);
/**
 * A question was put and has no answer: nobody can tell, there is no tool, the machine has no such thing; or
 * what was answered is to be looked at again. The question leaves the proposals, or comes back into them.
 */
export const noAnswer = defineCommand({
  name: 'noAnswer',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    finding: shortText('finding', 60).required(),
    why: Joi.string()
      .valid(...NO_ANSWERS, 'look-again')
      .required()
      .label('why'),
  }),
  foresee: (sources, { finding, why }) =>
    withLooked(sources, { kind: 'unanswered', ref: finding, outcome: 0, outcomeId: why }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const finding = findingById(input.finding);
    if (!ACTS.has(input.finding) && (!finding || !appliesTo(finding, unit!.chassis)))
      throw new ShopError('invalid', `Not recorded: no finding "${input.finding}" for this kind of machine.`);
    const aside = await turnToFinding(tx, actor, unit!.id);
    const replaced = await replaceEarlier(tx, unit!.id, [input.finding]);
    const [row] = await tx
      .insert(observations)
      .values({
        unitId: unit!.id,
        kind: 'unanswered',
        ref: input.finding,
        outcome: 0,
        outcomeId: input.why,
        catalogue: catalogue.version,
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: observations.id });
    return {
      event: {
        kind: 'no answer',
        payload: {
          observation: row.id,
          finding: input.finding,
          why: input.why,
          replaced: replaced[0] ?? null,
          ...(aside.length && { paused: aside }),
        },
        alsoUnits: aside.map((other) => other.unit),
      },
      answer: { aside },
      answered: [{ id: row.id, replaced }],
    };
  },
});

/** Words or a figure to an answer; empty takes them away. They are told, and change nothing that is reckoned. */
export const noteAnswer = defineCommand({
  name: 'noteAnswer',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    observation: rowNumber('answer').required(),
    note: shortText('note', 200).allow('').required(),
  }),
  async run({ tx, unit }, input) {
    refuseHeld(unit!);
    const own = and(
      eq(observations.unitId, unit!.id),
      eq(observations.id, input.observation),
      isNull(observations.voidedBy),
    );
    const [row] = await tx.select().from(observations).where(own);
    if (!row) throw new ShopError('refused', 'Not noted: that answer does not stand on this machine.');
    const note = input.note.trim() || null;
    const { figure, unit: figureUnit } = figureIn(note ?? '');
    await tx.update(observations).set({ note, figure, figureUnit }).where(own);
    return {
      event: {
        kind: 'answer noted',
        payload: { observation: row.id, ref: row.ref, before: row.note, note },
      },
      answer: null,
    };
  },
});

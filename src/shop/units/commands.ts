import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { cautionById, findingById, repairById } from '@/catalog';
import { BENCH_ITEMS, ENDINGS, NO_ANSWERS } from '@/core/catalogue';
import { appliesTo } from '@/core/belief/model';
import type { PartExchanged } from '@/core/record/events';
import { READ_MACHINE } from '@/core/steps/rank';
import { catalogue } from '@/catalog';
import { events, observations, STAGES, units, work, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type CommandContext } from '../command';
import { ShopError } from '../errors';
import { assertPower } from '../safety/power';
import { shortText, unitId, rowNumber } from '../input';
import { passMat } from '../hands/matRows';
import { actBack, writeActs } from '../record/acts';
import { ownersMachine } from '../record/whose';
import { powers } from '@/core/steps/hazards';
import { release } from '../parts/bin';
import { exchange, exchangeBack, exchangeInput } from '../parts/exchange';
import { closeOpenWork, endSegment, turnToFinding } from '../work/clock';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { figureIn, readValue } from '@/core/record/values';
import { recordNow } from '../record/queries';
import { answered, replaceEarlier } from '../record/replace';
import { withLooked } from '../record/sources';
import { writeBench, writeValues } from '../record/values';
import { putVerdict } from '../record/verdict';
import { bringBack } from './ending';
import { refuseClash } from './clash';
import { forward, moveStage, refuseHeld } from '../line';

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

/** Whether the system and the data on it stay: the owner's machine, or a customer's wish. */
export const setKeeps = defineCommand({
  name: 'setKeeps',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    keeps: Joi.boolean().required().label('stays'),
    how: shortText('how they said so', 120),
  }),
  async run({ tx, actor, unit }, { keeps, how }) {
    refuseHeld(unit!);
    // somebody else's data goes by their word, and that stands with what was agreed
    if (!keeps && (await ownersMachine(tx, unit!))) {
      if (!how)
        throw new ShopError(
          'refused',
          'Not changed: the data on it is its owner’s. Write down how they said that it may go.',
          { fields: { how: 'is missing' } },
        );
      await writeActs(tx, unit!.id, 'owner', [{ op: 'data', stays: false, how }], actor.name);
    }
    await tx.update(units).set({ keeps }).where(eq(units.id, unit!.id));
    return {
      event: { kind: 'keeps', payload: { before: unit!.keeps, keeps, ...(how && { how }) } },
      answer: { keeps },
    };
  },
});

/** How a repair that was tried ended. */
export const repairVerdict = defineCommand({
  name: 'repairVerdict',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    repair: shortText('repair', 60).required(),
    ended: Joi.string()
      .valid(...ENDINGS)
      .required()
      .label('ended'),
    parts: exchangeInput,
    despite: Joi.boolean().label('all the same'),
  }),
  impossible: refuseClash,
  async run({ tx, actor, unit }, input) {
    const repair = repairById(input.repair);
    if (!repair || !appliesTo(repair, unit!.chassis))
      throw new ShopError('invalid', `Not recorded: no repair "${input.repair}" for this kind of machine.`);
    refuseHeld(unit!);
    const verdict = await putVerdict(tx, actor, unit!.id, repair.id, input.ended);
    const closed = await closeWorkOf(tx, unit!.id, repair.id);
    const moved = input.parts ? await exchange(tx, actor, unit!, input.parts, true) : [];
    return {
      event: {
        kind: 'repair',
        payload: {
          observation: verdict,
          repair: repair.id,
          helped: input.ended === 'helped',
          ended: input.ended,
          ...(closed.length && { work: closed }),
          ...(moved.length && { parts: moved }),
        },
      },
      answer: { ended: input.ended },
      answered: [{ id: verdict, replaced: [] }],
    };
  },
});

/**
 * A verdict ends the work it belongs to: judged once, it cannot be judged again from the other screen.
 * @returns ids of what it ended
 */
async function closeWorkOf(tx: CommandContext['tx'], id: string, repair: string): Promise<string[]> {
  const open = await tx
    .select({ id: work.id })
    .from(work)
    .where(
      and(eq(work.unitId, id), eq(work.ref, repair), inArray(work.status, ['running', 'paused', 'alone'])),
    );
  for (const row of open) {
    await endSegment(tx, row.id);
    await tx.update(work).set({ status: 'done', finishedAt: new Date() }).where(eq(work.id, row.id));
  }
  return open.map((row) => row.id);
}

/**
 * Takes back an answer or a verdict (the last one unless named). The row stays and is marked; belief is what
 * it was without it.
 */
export const voidObservation = defineCommand({
  name: 'voidObservation',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, observation: rowNumber('answer') }),
  async run({ tx, actor, unit }, input) {
    const standing = and(eq(observations.unitId, unit!.id), isNull(observations.voidedBy));
    const [row] = await tx
      .select()
      .from(observations)
      .where(
        input.observation === undefined ? standing : and(standing, eq(observations.id, input.observation)),
      )
      .orderBy(desc(observations.id))
      .limit(1);
    if (!row)
      throw new ShopError(
        'refused',
        input.observation === undefined
          ? 'There is nothing to take back.'
          : 'That answer has already been taken back.',
      );
    // a memory board is one act, taken back as one; a report's answers are each looked at for themselves
    const [act] = await tx
      .select({ kind: events.kind, payload: events.payload })
      .from(events)
      .where(eq(events.seq, row.eventSeq ?? -1));
    // the very answer that put it there may be taken back: it was a slip, and the owner says so
    if (!(unit!.stage === 'quarantine' && actor.role === 'owner' && act?.kind === 'quarantined'))
      refuseHeld(unit!);
    const whole =
      act?.kind === 'memory board'
        ? await tx
            .select()
            .from(observations)
            .where(and(standing, eq(observations.eventSeq, row.eventSeq!)))
        : [row];
    const ids = whole.map(({ id }) => id);
    // parts that went in or came out with it are back where they were
    const { parts, passed } = (act?.payload ?? {}) as { parts?: PartExchanged[]; passed?: string };
    if (parts) await exchangeBack(tx, actor, unit!, parts);
    // it was powered over an open mat for it: that goes with it
    const unpassed = passed ? await actBack(tx, unit!, passed) : null;
    await tx.update(observations).set({ voidedBy: 0 }).where(inArray(observations.id, ids));
    // an answer that had replaced an earlier one gives that one back
    if (row.eventSeq !== null)
      await tx
        .update(observations)
        .set({ voidedBy: null })
        .where(
          and(
            eq(observations.unitId, unit!.id),
            eq(observations.voidedBy, row.eventSeq),
            inArray(
              observations.ref,
              whole.map(({ ref }) => ref),
            ),
          ),
        );
    await takeBackPlace(tx, unit!, row.eventSeq);
    return {
      event: {
        kind: 'voided',
        voids: row.eventSeq ?? undefined,
        payload: {
          observation: row.id,
          ref: row.ref,
          outcome: row.outcome,
          ...(ids.length > 1 && { refs: whole.map(({ ref }) => ref) }),
        },
      },
      answer: { voided: row.ref },
      voided: ids,
      onSealed: unpassed?.onSealed,
    };
  },
});

/** An answer taken back also gives back where the unit stood, as long as nothing has moved it since. */
async function takeBackPlace(
  tx: CommandContext['tx'],
  unit: NonNullable<CommandContext['unit']>,
  seq: number | null,
): Promise<void> {
  if (seq === null) return;
  const [event] = await tx.select({ payload: events.payload }).from(events).where(eq(events.seq, seq));
  const { before, after } = (event?.payload ?? {}) as { before?: Place; after?: Place };
  if (before && after && after.stage === unit.stage) await moveStage(tx, unit, before.stage);
}

interface Place {
  stage: Stage;
}

/** What stands on the bench now: mains, case, battery, board. */
export const setBench = defineCommand({
  name: 'setBench',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    bench: Joi.object(Object.fromEntries(BENCH_ITEMS.map((item) => [item, Joi.boolean()])))
      .min(1)
      .required(),
    despite: Joi.boolean().label('all the same'),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    // what is not back is said before the cover goes on and before mains
    if (input.bench.caseOpen === false) await passMat(tx, actor, unit!.id, 'close', input.despite);
    if (input.bench.plugged === true) await passMat(tx, actor, unit!.id, 'power', input.despite);
    if (input.bench.plugged === true) await assertPower(tx, unit!, 'Not noted');
    await writeBench(tx, unit!.id, input.bench, actor.name);
    const { bench } = await recordNow(tx, unit!);
    return { event: { kind: 'bench', payload: { ...bench } }, answer: bench };
  },
});

export const setStage = defineCommand({
  name: 'setStage',
  roles: BENCH_ROLES,
  onUnit: true,
  onClosed: true,
  input: Joi.object({
    unitId,
    stage: Joi.string()
      .valid(...STAGES.filter((stage) => !['sold', 'shelf', 'gone'].includes(stage)))
      .required()
      .label('stage'),
  }),
  async run({ tx, actor, unit }, { stage }) {
    if (unit!.stage === 'sold') throw new ShopError('refused', 'It has been sold: its record is closed.');
    if (unit!.stage === 'quarantine' && actor.role !== 'owner')
      throw new ShopError('forbidden', 'Only the owner lets a unit out of quarantine.');
    if (unit!.listed) await tx.update(units).set({ listed: false }).where(eq(units.id, unit!.id));
    if (unit!.stage === 'gone') await bringBack(tx, actor, unit!);
    if (unit!.ending && (stage === 'find' || stage === 'decide'))
      await tx.update(units).set({ ending: null }).where(eq(units.id, unit!.id));
    // nothing runs on, and nothing is held for, a machine that is set apart
    if (stage === 'quarantine') {
      await closeOpenWork(tx, unit!.id);
      await release(tx, unit!.id);
    }
    await moveStage(tx, unit!, stage);
    return { event: { kind: 'stage', payload: { from: unit!.stage, to: stage } }, answer: { stage } };
  },
});

/** A value read off the machine by a person. */
export const typeSpec = defineCommand({
  name: 'typeSpec',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    key: Joi.string()
      .valid(...(Object.keys(SPEC_KEYS) as SpecKey[]))
      .required()
      .label('what'),
    value: shortText('value', 200).required(),
  }),
  async run({ tx, actor, unit }, { key, value }) {
    refuseHeld(unit!);
    const read = readValue(key, value);
    if (!read.ok)
      throw new ShopError('invalid', `Not saved: ${read.fault}.`, { fields: { value: read.fault } });
    await writeValues(
      tx,
      unit!.id,
      'typed',
      [{ key, value: read.text, number: read.number }],
      'by hand',
      actor.name,
    );
    if (key === 'maker' || key === 'model')
      await tx
        .update(units)
        .set({ [key]: value })
        .where(eq(units.id, unit!.id));
    return { event: { kind: 'typed', payload: { key, value } }, answer: { key } };
  },
});

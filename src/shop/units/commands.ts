import { and, desc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { BENCH_ITEMS } from '@/core/catalogue';
import { recordValues, STAGES, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { lastEntry } from '../history/last';
import { assertPower } from '../safety/power';
import { shortText, unitId } from '../input';
import { passMat } from '../hands/matRows';
import { writeActs } from '../record/acts';
import { ownersMachine } from '../record/whose';
import { release } from '../parts/bin';
import { closeOpenWork } from '../work/clock';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { readValue } from '@/core/record/values';
import { recordNow } from '../record/queries';
import { writeBench, writeValues } from '../record/values';
import { bringBack } from './ending';
import { moveStage, refuseHeld } from '../line';

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
    const dropped = (stage === 'find' || stage === 'decide') && unit!.ending;
    if (dropped) await tx.update(units).set({ ending: null }).where(eq(units.id, unit!.id));
    // nothing runs on, and nothing is held for, a machine that is set apart
    if (stage === 'quarantine') {
      await closeOpenWork(tx, unit!.id);
      await release(tx, unit!.id);
    }
    await moveStage(tx, unit!, stage);
    const payload = { from: unit!.stage, to: stage, ...(dropped && { dropped }) };
    return { event: { kind: 'stage', payload }, answer: { stage } };
  },
});

/** Where a value comes from that a person read off the machine. */
const BY_HAND = 'by hand';

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
      BY_HAND,
      actor.name,
    );
    if (key === 'maker' || key === 'model')
      await tx
        .update(units)
        .set({ [key]: value })
        .where(eq(units.id, unit!.id));
    const before = key === 'maker' || key === 'model' ? { before: unit![key] } : {};
    return { event: { kind: 'typed', payload: { key, value, ...before } }, answer: { key } };
  },
});

/** A value read wrongly: what was known of it before stands again. */
export const takeBackTyped = defineCommand({
  name: 'takeBackTyped',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    key: Joi.string()
      .valid(...(Object.keys(SPEC_KEYS) as SpecKey[]))
      .required()
      .label('what'),
  }),
  async run({ tx, unit }, { key }) {
    refuseHeld(unit!);
    const entry = await lastEntry(tx, unit!.id, 'typed', { key });
    const [row] = await tx
      .select({ id: recordValues.id })
      .from(recordValues)
      .where(
        and(
          eq(recordValues.unitId, unit!.id),
          eq(recordValues.key, key),
          eq(recordValues.origin, BY_HAND),
          isNull(recordValues.voidedBy),
        ),
      )
      .orderBy(desc(recordValues.id))
      .limit(1);
    if (!entry || !row) throw new ShopError('refused', 'Not taken back: nobody typed that in.');
    const taken = (seq: number) =>
      tx.update(recordValues).set({ voidedBy: seq }).where(eq(recordValues.id, row.id));
    await taken(0);
    const { before } = entry.payload as { before?: string };
    if (before !== undefined)
      await tx
        .update(units)
        .set({ [key]: before })
        .where(eq(units.id, unit!.id));
    return {
      event: { kind: 'typed back', voids: entry.seq, payload: { key } },
      answer: { key },
      onSealed: async (seq) => void (await taken(seq)),
    };
  },
});

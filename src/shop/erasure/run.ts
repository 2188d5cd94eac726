import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { randomInt } from 'node:crypto';
import { eraseMethods, eraseTables } from '@/catalog/papers/erasure';
import { eraseFaults, type EraseResult } from '@/core/erasure/judge';
import { mediumOfPart } from '@/core/erasure/media';
import { representative } from '@/core/erasure/sample';
import { identifies, serialKey } from '@/core/machine/serial';
import type { Transaction } from '@/db/client';
import { erasureRuns } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { assertPower } from '../safety/power';
import { rowId, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { giveToken, leaveToItsRun } from '../tokens/keep';
import { newToken } from '../tokens/signs';
import { proofDigest, proofPlaces } from './pattern';
import { componentById } from '../moves/component';
import { driveIn, insertErasure, refuseKept, type DriveHolder } from './put';

/** A token is good for so long; an erasure of the largest disks takes a day. */
const HOURS = 36;

const methodOf = (id: string) => eraseMethods.find((row) => row.id === id)!;

type RunRow = typeof erasureRuns.$inferSelect;

/** Sectors in the sample of a drive. */
const sampled = (run: Pick<RunRow, 'seed'>, sectors: number): number =>
  representative(sectors, run.seed, eraseTables.sampling).reduce((sum, { sectors: many }) => sum + many, 0);

/**
 * Sectors in which the pattern has to be found before the last pass, and that have to be read back after it. What was
 * overwritten is proven by the pattern, of every sector where all are asked for; what the drive does by itself is
 * proven by what it leaves.
 */
export function toReadBack(
  run: Pick<RunRow, 'id' | 'whole' | 'seed' | 'methodId'>,
  sectors: number,
): { checked: number; read: number } {
  const sample = sampled(run, sectors);
  if (methodOf(run.methodId).takes.by === 'writing' && run.methodId.endsWith('-overwrite'))
    return { checked: run.whole ? sectors : sample, read: sample };
  const places = proofPlaces(run.id, sectors).reduce((sum, { sectors: many }) => sum + many, 0);
  return { checked: places, read: run.whole ? sectors : sample };
}

/**
 * Asks for an erasure by the unit's own script. Nothing is written to any drive by this: the serial has to be typed on
 * the unit, and the drive confirmed here.
 */
export const startErasure = defineCommand({
  name: 'startErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({
    /** Nothing: a loose drive, on a dock. */
    unitId: unitId.optional(),
    componentId: rowId('drive').required(),
    methodId: shortText('way', 40).required(),
    whole: Joi.boolean().default(true).label('every sector'),
  }),
  async run({ tx, actor, unit, key }, { componentId, methodId, whole }) {
    if (unit) refuseHeld(unit);
    const drive = await driveIn(tx, unit, componentId, 'Not begun');
    if (unit) await assertPower(tx, unit, 'Not begun');
    await refuseKept(tx, unit, drive, 'Not begun');
    if (!identifies(drive.serial))
      throw new ShopError(
        'refused',
        `Not begun: ${drive.code} has no serial on record, so nothing tells it from another. Let the machine report first.`,
      );
    const method = eraseMethods.find((row) => row.id === methodId);
    if (!method?.byScript)
      throw new ShopError('refused', 'Not begun: the script cannot do that. Do it by hand and record it.');
    const medium = mediumOfPart(drive.attributes);
    if (!medium) throw new ShopError('refused', `Not begun: say first what kind of drive ${drive.code} is.`);
    if (!method.media.includes(medium))
      throw new ShopError('refused', `Not begun: "${method.name}" is not for such a drive.`);
    if (!(Number(drive.attributes.gb) > 0))
      throw new ShopError(
        'refused',
        `Not begun: say first how much ${drive.code} holds, off its label: what it shows must be all of it.`,
      );
    const [open] = await tx
      .select()
      .from(erasureRuns)
      .where(and(eq(erasureRuns.componentId, drive.id), eq(erasureRuns.ending, '')));
    if (open?.state === 'confirmed')
      throw new ShopError('conflict', `Not begun: ${drive.code} is being erased already.`);
    if (open)
      await tx
        .update(erasureRuns)
        .set({ state: 'ended', ending: 'dropped' })
        .where(eq(erasureRuns.id, open.id));
    const [row] = await tx
      .insert(erasureRuns)
      .values({
        unitId: unit?.id ?? null,
        componentId: drive.id,
        methodId,
        whole,
        seed: randomInt(2 ** 31),
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: erasureRuns.id });
    const { token } = await giveToken(tx, actor, {
      purpose: 'erase',
      unitId: unit?.id ?? null,
      runId: row.id,
      minutes: HOURS * 60,
      key,
    });
    return {
      event: {
        kind: 'erasure asked',
        payload: { run: row.id, component: drive.id, code: drive.code, method: method.name },
      },
      answer: { run: row.id, token },
    };
  },
  secret: {
    hide: ({ run }) => ({ run }),
    show: (stored, key) => ({ ...(stored as { run: string }), token: newToken('erase', key) }),
  },
});

async function openRun(tx: Transaction, unit: DriveHolder, id: string) {
  const [run] = await tx
    .select()
    .from(erasureRuns)
    .where(and(eq(erasureRuns.id, id), unit ? eq(erasureRuns.unitId, unit.id) : isNull(erasureRuns.unitId)))
    .for('update');
  if (!run) throw new ShopError('missing', 'There is no such erasure.');
  if (run.ending === 'overtaken')
    throw new ShopError(
      'conflict',
      'That erasure was ended: the drive was moved, or something else was written down about it. Erase it again.',
    );
  if (run.ending) throw new ShopError('conflict', 'That erasure is over.');
  return run;
}

/** The second word: the person at the bench has seen which drive was named on the unit, and wants it erased. */
export const confirmErasure = defineCommand({
  name: 'confirmErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({
    unitId: unitId.optional(),
    run: rowId('erasure').required(),
    serial: shortText('serial', 120).required(),
  }),
  async run({ tx, actor, unit }, { run: id, serial }) {
    if (unit) refuseHeld(unit);
    if (unit) await assertPower(tx, unit, 'Not confirmed');
    const run = await openRun(tx, unit, id);
    if (run.state === 'confirmed') throw new ShopError('conflict', 'It has been confirmed already.');
    if (run.state !== 'typed' || !run.seen)
      throw new ShopError('refused', 'Not confirmed: nobody has typed its serial on the unit yet.');
    const drive = await driveIn(tx, unit, run.componentId, 'Not confirmed');
    const key = serialKey(serial);
    if (key !== serialKey(run.seen.serial) || key !== serialKey(drive.serial))
      throw new ShopError('refused', 'Not confirmed: that is not the serial that was typed on the unit.');
    await refuseKept(tx, unit, drive, 'Not confirmed');
    await tx
      .update(erasureRuns)
      .set({ state: 'confirmed', confirmedAt: new Date(), confirmedBy: actor.name, confirmer: actor.id })
      .where(eq(erasureRuns.id, run.id));
    await leaveToItsRun(tx, run.id);
    const method = methodOf(run.methodId);
    // from here on it may hold half of what it held: the gate is shut until it has ended well
    await insertErasure(tx, actor, unit?.id ?? null, drive, { kind: 'begun', method, run: run.id });
    return {
      event: {
        kind: 'erasure confirmed',
        payload: { run: run.id, component: drive.id, code: drive.code, serial, method: method.name },
      },
      answer: null,
    };
  },
});

/** Given up from the bench: the script stops when it next asks. What was begun stays begun. */
export const dropErasure = defineCommand({
  name: 'dropErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({ unitId: unitId.optional(), run: rowId('erasure').required() }),
  async run({ tx, actor, unit }, { run: id }) {
    const run = await openRun(tx, unit, id);
    const drive = await componentById(tx, run.componentId);
    await tx.update(erasureRuns).set({ state: 'ended', ending: 'dropped' }).where(eq(erasureRuns.id, run.id));
    const failed = run.state === 'confirmed';
    let row: Awaited<ReturnType<typeof insertErasure>> | null = null;
    if (failed)
      row = await insertErasure(tx, actor, unit?.id ?? null, drive, {
        kind: 'failed',
        method: methodOf(run.methodId),
        verified: 'stopped from the bench',
        run: run.id,
      });
    return {
      event: {
        kind: 'erasure dropped',
        payload: {
          run: run.id,
          component: drive.id,
          code: drive.code,
          begun: failed,
          ...(row && { erased: row.told }),
        },
      },
      answer: null,
    };
  },
});

const sectors = Joi.number().integer().min(0).max(1e12);
export const eraseEndShape = {
  tool: Joi.string().max(120).allow('').default('').label('tool'),
  proof: Joi.string().max(80).allow('').default('').label('proof'),
  notes: Joi.array().items(Joi.string().max(200).allow('')).max(12).default([]).label('notes'),
  result: Joi.object({
    through: Joi.boolean().required(),
    sectors: sectors.required(),
    unwritten: sectors.required(),
    checked: sectors.required(),
    wrong: sectors.required(),
    hidden: sectors.required(),
    read: sectors.required(),
    unread: sectors.required(),
    left: sectors.required(),
  }).required(),
};

/** How it was verified, in words, of one that was erased. */
function verifiedWords(run: RunRow, { checked, read }: EraseResult): string {
  const by = run.unitId ? 'the machine itself' : 'the dock';
  const many = run.whole ? 'every one' : 'two places in each thousandth';
  return run.methodId.endsWith('-overwrite')
    ? `${checked} sectors (${many}) read back by ${by} with a pattern of the shop’s on them, ${read} after the last pass, all empty`
    : `${read} sectors (${many}) read back by ${by}, all empty; ${checked} held a pattern of the shop’s before`;
}

/** The script is through. Whether the drive is erased is judged here, from what it counted. */
export const endErasure = defineCommand({
  name: 'endErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  onClosed: true,
  input: Joi.object({
    unitId: unitId.optional(),
    run: rowId('erasure').required(),
    ...eraseEndShape,
  }),
  async run({ tx, actor, unit }, { run: id, tool, proof, notes, result }) {
    const run = await openRun(tx, unit, id);
    if (run.state !== 'confirmed' || !run.seen || !run.confirmedAt)
      throw new ShopError('refused', 'Not taken in: this erasure was never confirmed at the bench.');
    const drive = await componentById(tx, run.componentId);
    const method = methodOf(run.methodId);
    const medium = mediumOfPart(drive.attributes) ?? method.media[0];
    const expected = toReadBack(run, run.seen.sectors);
    const gb = Number(drive.attributes.gb);
    const seconds = (Date.now() - run.confirmedAt.getTime()) / 1000;
    const faults = eraseFaults(
      { ...result, sectors: Math.min(result.sectors, run.seen.sectors) },
      {
        ...expected,
        bytes: gb > 0 ? gb * 1e9 : null,
        proven: proof === proofDigest(run.id, proofPlaces(run.id, run.seen.sectors)),
        medium,
        seconds,
        takes: method.takes,
      },
      eraseTables,
    );
    const erased = faults.length === 0;
    const verified = erased ? verifiedWords(run, result) : faults.join('; ');
    const machine = {
      ...run.seen,
      tool,
      minutes: Math.round(seconds / 6) / 10,
      whole: run.whole,
      seed: run.seed,
      expected: expected.read,
      result,
      faults,
      askedBy: run.byName,
      ...(run.confirmedBy && { confirmedBy: run.confirmedBy }),
      ...(notes.length && { notes }),
    };
    const row = await insertErasure(tx, actor, unit?.id ?? null, drive, {
      kind: erased ? 'erased' : 'failed',
      method,
      verified,
      machine,
      run: run.id,
    });
    await tx
      .update(erasureRuns)
      .set({ state: 'ended', ending: erased ? 'done' : 'failed' })
      .where(eq(erasureRuns.id, run.id));
    return {
      event: { kind: erased ? 'drive erased' : 'drive failed', payload: row.told },
      answer: { erased, faults },
    };
  },
});

/** What is read back, a line a place: first sector and how many. */
export const placesToRead = (run: { seed: number }, many: number): string =>
  representative(many, run.seed, eraseTables.sampling)
    .map(({ at, sectors: each }) => `${at} ${each}`)
    .join('\n');

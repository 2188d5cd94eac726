import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { randomInt } from 'node:crypto';
import { eraseMethods, eraseTables } from '@/catalog/erasure';
import { eraseFaults, type EraseResult } from '@/core/erasure/judge';
import { mediumOfPart } from '@/core/erasure/media';
import { representative } from '@/core/erasure/sample';
import { identifies, serialKey } from '@/core/machine/serial';
import type { Transaction } from '@/db/client';
import { erasureRuns } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { rowId, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { longToken, longTokenHash } from '../longToken';
import { componentById } from '../moves/component';
import { driveIn, insertErasure, refuseKept, type DriveHolder } from './put';

/** A token is good for so long; an erasure of the largest disks takes a day. */
const HOURS = 36;

export const eraseTokenHash = (token: string): string => longTokenHash('erase', token);
const methodOf = (id: string) => eraseMethods.find((row) => row.id === id)!;

/** Sectors that have to be read back. */
export const toReadBack = (run: { whole: boolean; seed: number }, sectors: number): number =>
  run.whole
    ? sectors
    : representative(sectors, run.seed, eraseTables.sampling).reduce(
        (sum, { sectors: many }) => sum + many,
        0,
      );

interface Asked {
  /** Nothing: a loose drive, on a dock. */
  unitId?: string;
  componentId: string;
  methodId: string;
  whole: boolean;
}

/**
 * Asks for an erasure by the unit's own script. Nothing is written to any drive by this: the serial has to be typed on
 * the unit, and the drive confirmed here.
 */
export const startErasure = defineCommand<Asked, { run: string; token: string }>({
  name: 'startErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({
    unitId: unitId.optional(),
    componentId: rowId('drive').required(),
    methodId: shortText('way', 40).required(),
    whole: Joi.boolean().default(true).label('every sector'),
  }),
  secret: {
    hide: ({ run }) => ({ run }),
    show: (stored, key) => ({ ...(stored as { run: string }), token: longToken('erase', key) }),
  },
  async run({ tx, actor, unit, key }, { componentId, methodId, whole }) {
    if (unit) refuseHeld(unit);
    const drive = await driveIn(tx, unit, componentId, 'Not begun');
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
    if (!medium)
      throw new ShopError('refused', `Not begun: say first what kind of drive ${drive.code} is.`);
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
    const token = longToken('erase', key);
    const [row] = await tx
      .insert(erasureRuns)
      .values({
        unitId: unit?.id ?? null,
        componentId: drive.id,
        methodId,
        whole,
        seed: randomInt(2 ** 31),
        tokenHash: eraseTokenHash(token),
        by: actor.id,
        byName: actor.name,
        expiresAt: new Date(Date.now() + HOURS * 3_600_000),
      })
      .returning({ id: erasureRuns.id });
    return {
      event: {
        kind: 'erasure asked',
        payload: { run: row.id, component: drive.id, code: drive.code, method: method.name },
      },
      answer: { run: row.id, token },
    };
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
export const confirmErasure = defineCommand<{ unitId?: string; run: string; serial: string }, null>({
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
      .set({ state: 'confirmed', confirmedAt: new Date() })
      .where(eq(erasureRuns.id, run.id));
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
export const dropErasure = defineCommand<{ unitId?: string; run: string }, null>({
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

interface Ended {
  unitId?: string;
  run: string;
  tool: string;
  result: EraseResult;
}

const sectors = Joi.number().integer().min(0).max(1e12).required();
export const eraseResultShape = Joi.object({
  through: Joi.boolean().required(),
  sectors,
  unwritten: sectors,
  read: sectors,
  unread: sectors,
  left: sectors,
});

/** The script is through. Whether the drive is erased is judged here, from what it counted. */
export const endErasure = defineCommand<Ended, { erased: boolean; faults: string[] }>({
  name: 'endErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  onClosed: true,
  input: Joi.object({
    unitId: unitId.optional(),
    run: rowId('erasure').required(),
    tool: shortText('tool', 80).allow('').default(''),
    result: eraseResultShape.required(),
  }),
  async run({ tx, actor, unit }, { run: id, tool, result }) {
    const run = await openRun(tx, unit, id);
    if (run.state !== 'confirmed' || !run.seen)
      throw new ShopError('refused', 'Not taken in: this erasure was never confirmed at the bench.');
    const drive = await componentById(tx, run.componentId);
    const method = methodOf(run.methodId);
    const expected = toReadBack(run, run.seen.sectors);
    const gb = Number(drive.attributes.gb);
    const faults = eraseFaults(
      { ...result, sectors: Math.min(result.sectors, run.seen.sectors) },
      { read: expected, bytes: gb > 0 ? gb * 1e9 : null },
      eraseTables,
    );
    const erased = faults.length === 0;
    const verified = erased
      ? `${result.read} sectors read back by ${run.unitId ? 'the machine itself' : 'the dock'} (${run.whole ? 'every one' : 'two places in each thousandth'}), all empty`
      : faults.join('; ');
    const machine = {
      ...run.seen,
      tool,
      minutes: Math.round((Date.now() - (run.confirmedAt ?? run.startedAt).getTime()) / 6_000) / 10,
      whole: run.whole,
      seed: run.seed,
      expected,
      result,
      faults,
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
      event: {
        kind: erased ? 'drive erased' : 'drive failed',
        payload: row.told,
      },
      answer: { erased, faults },
    };
  },
});

/** What is read back, a line a place: first sector and how many. */
export const placesToRead = (run: { seed: number }, many: number): string =>
  representative(many, run.seed, eraseTables.sampling)
    .map(({ at, sectors: each }) => `${at} ${each}`)
    .join('\n');

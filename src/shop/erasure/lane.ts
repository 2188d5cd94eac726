import { and, desc, eq, getTableColumns, inArray, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { eraseMethods } from '@/catalog/papers/erasure';
import { serialKey } from '@/core/machine/serial';
import { database } from '@/db/client';
import { components, erasureRuns, tokens, units } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { checkedInput } from '../input';
import { patternOf, proofPlaces, type Pattern } from './pattern';
import { its } from '../tokens/keep';
import { eraseEndShape, placesToRead } from './run';

/** What a token opens: one drive's erasure and nothing else. @throws ShopError when it opens nothing */
export async function eraseRun(token: string) {
  const [row] = await database()
    .select({
      run: erasureRuns,
      tag: units.tag,
      serial: components.serial,
      code: components.code,
      until: tokens.expiresAt,
    })
    .from(erasureRuns)
    .leftJoin(units, eq(units.id, erasureRuns.unitId))
    .innerJoin(components, eq(components.id, erasureRuns.componentId))
    .innerJoin(tokens, its('erase', token))
    .where(eq(erasureRuns.id, tokens.runId));
  if (!row)
    throw new ShopError('forbidden', 'This token is not one of ours. Begin again on the drive’s page.');
  if (!row.run.ending && row.until.getTime() < Date.now())
    throw new ShopError('forbidden', 'This token has run out. Begin again on the drive’s page.');
  const { run, ...about } = row;
  // it is whoever's who confirmed it: that it ended is written down whatever became of who asked for it
  const actor: Actor = {
    id: run.confirmer ?? run.by,
    name: run.confirmedBy || run.byName,
    role: 'technician',
    via: run.unitId ? 'by the machine’s own script' : 'by the script of the dock',
  };
  return { run, ...about, method: eraseMethods.find(({ id }) => id === run.methodId)!, actor };
}
export type OpenErase = Awaited<ReturnType<typeof eraseRun>>;

/** Nothing: the leave has ended, so whatever waits or goes on under it stops. */
const openOrEnded = (token: string): Promise<OpenErase | null> =>
  eraseRun(token).catch((error: unknown) => {
    if (error instanceof ShopError && error.code === 'forbidden') return null;
    throw error;
  });

const alive = ({ run }: OpenErase) => {
  if (run.ending) throw new ShopError('forbidden', 'This erasure is over.');
};

const seenShape = Joi.object({
  device: Joi.string().max(60).required().label('device'),
  serial: Joi.string().max(120).required().label('serial'),
  model: Joi.string().max(120).allow('').default('').label('model'),
  sectors: Joi.number().integer().min(1).max(1e12).required().label('sectors'),
});

/**
 * Somebody typed a serial on the unit. It must be that of the drive this erasure was asked for: any other drive of the
 * machine is refused, and so is one that is not on record.
 */
export async function serialTyped(token: string, body: unknown): Promise<{ say: 'wait' }> {
  const open = await eraseRun(token);
  alive(open);
  const seen = checkedInput(seenShape, body);
  if (open.run.state === 'confirmed')
    throw new ShopError('conflict', 'It has been confirmed: it cannot be named anew.');
  if (serialKey(seen.serial) !== serialKey(open.serial))
    throw new ShopError(
      'refused',
      `Not this one: the erasure was asked for ${open.code}, whose serial is another. Nothing is written.`,
    );
  await database()
    .update(erasureRuns)
    .set({ state: 'typed', seen, heardAt: new Date() })
    .where(
      // a word from the bench may have come meanwhile: what was confirmed is not named anew
      and(
        eq(erasureRuns.id, open.run.id),
        eq(erasureRuns.ending, ''),
        inArray(erasureRuns.state, ['asked', 'typed']),
      ),
    );
  return { say: 'wait' };
}

export interface EraseWord extends Partial<Pattern> {
  say: 'name it' | 'wait' | 'go' | 'stop';
  /** With "go": what to do. */
  method?: string;
  command?: string;
  whole?: boolean;
}

/** What the script is to do now. */
export async function eraseWord(token: string): Promise<EraseWord> {
  const open = await openOrEnded(token);
  if (!open || open.run.ending) return { say: 'stop' };
  const { run, method } = open;
  await database().update(erasureRuns).set({ heardAt: new Date() }).where(eq(erasureRuns.id, run.id));
  if (run.state === 'asked') return { say: 'name it' };
  if (run.state === 'typed') return { say: 'wait' };
  return { say: 'go', method: method.id, command: method.command, whole: run.whole, ...patternOf(run.id) };
}

const progressShape = Joi.object({
  phase: Joi.string().valid('writing', 'reading').required(),
  done: Joi.number().integer().min(0).max(1e12).required(),
  total: Joi.number().integer().min(1).max(1e12).required(),
  unwritten: Joi.number().integer().min(0).max(1e12).default(0),
});

/** How far it has come: no lock, no event. @returns "stop" when it was given up at the bench */
export async function eraseProgress(token: string, body: unknown): Promise<{ say: 'go' | 'stop' }> {
  const open = await openOrEnded(token);
  if (!open || open.run.ending) return { say: 'stop' };
  if (open.run.state !== 'confirmed')
    throw new ShopError('refused', 'It has not been confirmed at the bench.');
  const progress = checkedInput(progressShape, body);
  await database()
    .update(erasureRuns)
    .set({ progress, heardAt: new Date() })
    .where(and(eq(erasureRuns.id, open.run.id), eq(erasureRuns.ending, '')));
  return { say: 'go' };
}

const endShape = Joi.object(eraseEndShape);
export const checkedEnd = (body: unknown) => checkedInput(endShape, body);

/** Where the shop looks for its pattern, a line a place; only once it may write. */
export async function eraseProof(token: string): Promise<string> {
  const open = await eraseRun(token);
  alive(open);
  if (open.run.state !== 'confirmed' || !open.run.seen)
    throw new ShopError('refused', 'It has not been confirmed at the bench.');
  return proofPlaces(open.run.id, open.run.seen.sectors)
    .map(({ at, sectors }) => `${at} ${sectors}`)
    .join('\n');
}

/** Places to read back, for the script; only once it may write. */
export async function erasePlaces(token: string): Promise<string> {
  const open = await eraseRun(token);
  alive(open);
  if (open.run.state !== 'confirmed' || !open.run.seen)
    throw new ShopError('refused', 'It has not been confirmed at the bench.');
  return placesToRead(open.run, open.run.seen.sectors);
}

/** The newest erasure by script of each drive of a unit, or of a drive while it was loose, as a page shows it. */
export async function eraseRunsOf(of: { unitId: string } | { loose: string }) {
  const rows = await database()
    .select({ ...getTableColumns(erasureRuns), until: tokens.expiresAt })
    .from(erasureRuns)
    .leftJoin(tokens, eq(tokens.runId, erasureRuns.id))
    .where(
      'unitId' in of
        ? eq(erasureRuns.unitId, of.unitId)
        : and(eq(erasureRuns.componentId, of.loose), isNull(erasureRuns.unitId)),
    )
    .orderBy(desc(erasureRuns.startedAt))
    .limit(40);
  const newest = new Map<string, (typeof rows)[number]>();
  for (const row of rows) if (!newest.has(row.componentId)) newest.set(row.componentId, row);
  return [...newest.values()].map((row) => ({
    id: row.id,
    componentId: row.componentId,
    methodId: row.methodId,
    whole: row.whole,
    state: row.state,
    ending: row.ending,
    seen: row.seen,
    progress: row.progress,
    heardSeconds: row.heardAt ? Math.max(0, (Date.now() - row.heardAt.getTime()) / 1000) : null,
    confirmedAt: row.confirmedAt?.toISOString() ?? null,
    expired: !row.until || row.until.getTime() < Date.now(),
  }));
}
export type EraseRunView = Awaited<ReturnType<typeof eraseRunsOf>>[number];

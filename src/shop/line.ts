import { eq } from 'drizzle-orm';
import type { Moved } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { STAGES, units, type Stage } from '@/db/schema';
import { STAGE_NAMES as NAMES } from '@/words/names';
import { ShopError } from '@/errors';

export const STAGE_NAMES: Record<Stage, string> = NAMES;

/** The line: stages of the work in order. Waiting, quarantine, sold and gone lie beside it. */
export const LINE: readonly Stage[] = STAGES.slice(0, 8);

/** A step carries the unit forward along the line, never back: going back is a person's decision. */
export function forward(from: Stage, to: Stage): Stage {
  const a = LINE.indexOf(from);
  const b = LINE.indexOf(to);
  return a >= 0 && b > a ? to : from;
}

/**
 * Moves a machine along, or aside, within the shop.
 * @throws RangeError for a stage it leaves the shop by: that is `exit/unit` alone
 */
export async function moveStage(
  tx: Transaction,
  unit: { id: string; stage: Stage },
  to: Stage,
): Promise<void> {
  if (to !== unit.stage && (to === 'sold' || to === 'gone'))
    throw new RangeError(`stage: expected one in the shop, got "${to}"`);
  await writeStage(tx, unit, to);
}

/** Moves it on along the line, never back. @returns where it moved, as its entry says it; nothing when it stays */
export async function moveForward(
  tx: Transaction,
  unit: { id: string; stage: Stage },
  to: Stage,
): Promise<Moved> {
  const stage = forward(unit.stage, to);
  if (stage === unit.stage) return {};
  await moveStage(tx, unit, stage);
  return { before: { stage: unit.stage }, after: { stage } };
}

/** An entry that is taken back also gives back where the unit stood, as long as nothing has moved it since. */
export async function moveBack(
  tx: Transaction,
  unit: { id: string; stage: Stage },
  payload: unknown,
): Promise<void> {
  const { before, after } = (payload ?? {}) as Moved;
  if (before && after?.stage === unit.stage) await moveStage(tx, unit, before.stage as Stage);
}

/** It has left. For `exit/unit` alone. */
export const closeStage = (tx: Transaction, unit: { id: string; stage: Stage }, to: 'sold' | 'gone') =>
  writeStage(tx, unit, to);

async function writeStage(tx: Transaction, unit: { id: string; stage: Stage }, to: Stage): Promise<void> {
  if (to !== unit.stage)
    await tx.update(units).set({ stage: to, stageSince: new Date() }).where(eq(units.id, unit.id));
}

export function refuseHeld(unit: { stage: Stage }): void {
  if (unit.stage === 'quarantine')
    throw new ShopError(
      'refused',
      'This unit is in quarantine: nothing is done to it until the owner lets it go.',
    );
  if (unit.stage === 'sold') throw new ShopError('refused', 'It has been sold: its record is closed.');
}

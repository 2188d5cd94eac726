import { repairById } from '@/catalog';
import { RETIRED_STEPS } from '@/catalog/hands/work';
import { powering } from '@/catalog/looks/gates';
import { appliesTo } from '@/core/belief/model';
import type { Hazard } from '@/core/catalogue';
import { workOperation } from '@/core/house/tables';
import { type Operation, repairOperation } from '@/core/minutes/operation';
import { powers } from '@/core/steps/hazards';
import type { Transaction } from '@/db/client';
import { work, type Stage } from '@/db/schema';
import { and, eq, inArray } from 'drizzle-orm';
import type { CommandContext } from '../command';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { rowId } from '../input';
import { dataStays } from '../record/stays';

export const workId = rowId('work').required();
/** Work steps that leave nothing of what is on a drive. */
export const ERASES = 'erase-drive';
const WIPES = [ERASES, 'system-install'];
export async function workOf(tx: Transaction, id: string, unit: string) {
  const [row] = await tx
    .select()
    .from(work)
    .where(and(eq(work.id, id), eq(work.unitId, unit)));
  if (!row) throw new ShopError('missing', 'There is no such piece of work on this unit.');
  if (row.status === 'done' || row.status === 'failed' || row.status === 'dropped')
    throw new ShopError('refused', `"${row.title}" is finished already.`);
  return row;
}

type Step = {
  ref: string;
  kind: string;
  title: string;
  wipes: boolean;
  operation: Operation;
  /** It powers the machine, or charges it. */
  powers: Hazard | null;
};

export type Unit = NonNullable<CommandContext['unit']>;
/** A repair of the catalogue or a piece of the house's work. @throws ShopError when this machine has none such */
export async function stepOf(tx: Transaction, unit: Unit, ref: string, what: string): Promise<Step> {
  const repair = repairById(ref);
  if (repair && appliesTo(repair, unit.chassis))
    return {
      ref,
      kind: 'repair',
      title: repair.name,
      wipes: Boolean(repair.wipes),
      operation: repairOperation(repair),
      powers: powers(repair) ? 'power' : repair.charges ? 'charge' : null,
    };
  const { work: own } = (await houseNow(tx)).tables;
  const step = own.find(({ id }) => id === ref) ?? own.find(({ id }) => id === RETIRED_STEPS[ref]);
  if (!step) throw new ShopError('invalid', `${what}: no step "${ref}" for this kind of machine.`);
  return {
    ref,
    kind: step.kind,
    title: step.name,
    wipes: WIPES.includes(ref),
    operation: workOperation(step),
    powers: powering[ref] ?? (step.kind === 'system' || step.kind === 'prove' ? 'power' : null),
  };
}

export async function refuseWiping(tx: Transaction, unit: Unit, step: Step, what: string): Promise<void> {
  if (step.wipes && (await dataStays(tx, unit)))
    throw new ShopError(
      'refused',
      `${what}: the system and the data on it stay. The ticket says so, and can be changed there.`,
    );
}

/** The same step, begun and not ended. */
export async function laidAside(tx: Transaction, unitId: string, ref: string) {
  const [laid] = await tx
    .select()
    .from(work)
    .where(
      and(eq(work.unitId, unitId), eq(work.ref, ref), inArray(work.status, ['running', 'paused', 'alone'])),
    );
  return laid;
}

export const placeOf = (kind: string): Stage =>
  kind === 'system' ? 'system' : kind === 'prove' ? 'prove' : 'hands';

import type { Chassis } from '@/core/catalogue';
import { dataState } from '@/core/record/drives';
import type { Transaction } from '@/db/client';
import { ShopError } from '../errors';
import { dataEntries, recordNow } from './queries';

/**
 * The machine may leave.
 * @throws ShopError naming every drive whose data is not accounted for; `done` says what was not
 */
export async function assertDataAccounted(
  tx: Transaction,
  unit: { id: string; chassis: Chassis },
  done: string,
): Promise<void> {
  const { dataFaults } = await recordNow(tx, unit);
  if (dataFaults.length)
    throw new ShopError('refused', `${done}: ${dataFaults.join('; ')}.`, { faults: dataFaults });
}

/** A loose drive may leave the shop. @throws ShopError */
export async function assertDriveAccounted(
  tx: Transaction,
  drive: { id: string; code: string; name: string },
  done: string,
): Promise<void> {
  const { accounted, why } = dataState(await dataEntries(tx, [drive.id]));
  if (!accounted) throw new ShopError('refused', `${done}: ${drive.code} ${drive.name} ${why}.`);
}

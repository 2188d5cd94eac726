import type { Chassis } from '@/core/catalogue';
import { dataState } from '@/core/record/drives';
import type { Database, Transaction } from '@/db/client';
import { ShopError } from '@/errors';
import { recordNow } from './queries';
import { dataEntries } from './sources';

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

/** Where the data on some drives stands, by their ids. */
export async function dataOf(tx: Transaction | Database, ids: string[]) {
  const entries = ids.length ? (await dataEntries(tx, ids)).map(({ entry }) => entry) : [];
  return new Map(ids.map((id) => [id, dataState(entries.filter(({ drive }) => drive === id))]));
}

/** A loose drive may leave the shop. @throws ShopError */
export async function assertDriveAccounted(
  tx: Transaction,
  drive: { id: string; code: string; name: string },
  done: string,
): Promise<void> {
  const { accounted, why } = (await dataOf(tx, [drive.id])).get(drive.id)!;
  if (!accounted) throw new ShopError('refused', `${done}: ${drive.code} ${drive.name} ${why}.`);
}

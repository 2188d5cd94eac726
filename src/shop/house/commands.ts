import { eq } from 'drizzle-orm';
import Joi from 'joi';
import { shippedHouse } from '@/catalog/house';
import { houseChanges } from '@/core/house/changes';
import { houseFaults } from '@/core/house/faults';
import { filledUp, withGained } from '@/core/house/later';
import type { HouseTables } from '@/core/house/tables';
import type { Transaction } from '@/db/client';
import { houseTables, shop } from '@/db/schema';
import { defineCommand, type Actor, type CommandResult } from '../command';
import { ShopError } from '@/errors';
import { houseNow } from './tables';
import { houseShape } from '@/shapes/house';

/** One owner at a time changes the tables. */
const holdHouse = (tx: Transaction) => tx.select({ id: shop.id }).from(shop).for('update');

/** Changes told one by one in the history. */
const TOLD = 60;

async function putHouse(
  tx: Transaction,
  actor: Actor,
  tables: HouseTables | null,
): Promise<CommandResult<{ version: number; changes: number }>> {
  const before = await houseNow(tx);
  const changes = houseChanges(before.tables, tables ?? shippedHouse).filter(
    // who keeps the tables is written by the house itself
    ({ path }) => !/^(prices|rubric)\.(version|source)$/.test(path),
  );
  if (changes.length === 0 && before.faults.length === 0)
    throw new ShopError('refused', 'Nothing was changed: these are the tables that stand.');
  const [row] = await tx
    .insert(houseTables)
    .values({ tables, by: actor.id, byName: actor.name })
    .returning({ version: houseTables.version });
  return {
    event: {
      kind: 'house tables',
      payload: {
        version: row.version,
        before: before.version,
        count: changes.length,
        changes: changes.slice(0, TOLD),
      },
    },
    answer: { version: row.version, changes: changes.length },
  };
}

/** The owner's prices, minutes, rubric and work, all of them at once; a new version, none is overwritten. */
export const setHouse = defineCommand({
  name: 'setHouse',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    tables: houseShape.required().label('tables'),
    version: Joi.number().integer().min(0).required().label('version'),
  }),
  async run({ tx, actor }, { tables: given, version }) {
    // tables kept by an earlier edition lack what has come in since
    const tables = filledUp(given, shippedHouse);
    await holdHouse(tx);
    const before = await houseNow(tx);
    if (version !== before.version)
      throw new ShopError(
        'conflict',
        'Nothing was changed: the tables have been changed meanwhile. What you typed is still here; read the page again.',
        { version: before.version },
      );
    const faults = houseFaults(tables, before.tables);
    if (faults.length)
      throw new ShopError(
        'invalid',
        `Nothing was changed: ${faults.slice(0, 6).join('; ')}${faults.length > 6 ? `; and ${faults.length - 6} more` : ''}.`,
        { faults },
      );
    return putHouse(tx, actor, tables);
  },
});

/** Brings an earlier version back as the newest; 0: the tables as shipped. Work and marks added since stay. */
export const restoreHouse = defineCommand({
  name: 'restoreHouse',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ version: Joi.number().integer().min(0).required().label('version') }),
  async run({ tx, actor }, { version }) {
    await holdHouse(tx);
    const old = version === 0 ? null : await tablesOf(tx, version);
    // what was added since is named by records
    const now = (await houseNow(tx)).tables;
    const tables = withGained(old ?? shippedHouse, now);
    const faults = houseFaults(tables, now);
    if (faults.length)
      throw new ShopError('refused', `Nothing was changed: ${faults.slice(0, 6).join('; ')}.`, { faults });
    const asShipped = old === null && houseChanges(shippedHouse, tables).length === 0;
    return putHouse(tx, actor, asShipped ? null : tables);
  },
});

async function tablesOf(tx: Transaction, version: number): Promise<HouseTables | null> {
  const [row] = await tx.select().from(houseTables).where(eq(houseTables.version, version));
  if (!row) throw new ShopError('missing', `There is no version ${version} of the tables.`);
  return row.tables;
}

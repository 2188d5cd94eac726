import { and, desc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import type { HouseTables } from '@/core/house/tables';
import type { PastSale } from '@/core/value/learn';
import { learntModel } from '@/core/value/learnt';
import { tableModel } from '@/core/price/table';
import type { Transaction } from '@/db/client';
import { pastImports, pastSales, priceModels, shop, type ModelFacts } from '@/db/schema';
import { ShopError } from '@/errors';
import { rememberColumns } from '../columns';
import { runInWorker } from '@/workers/pool';
import { defineCommand } from '../command';
import { houseNow } from '../house/tables';
import { refuseFrozen } from '../rules/frozen';
import { dayOf } from '@/words/time';
import { keptNow, priceModelOf } from '../learnt/model';
import { partSalesKnown, salesKnown, tableMark } from './sales';
import { readSales, salesFile } from './sheet';

const MOST_ROWS = 20_000;
/** What a price that was only asked says beside one that was paid. Shop estimate. */
const ASKED_WEIGHT = 0.35;
/** What a sale of another time or another's books says beside one of the shop's own. Shop estimate. */
const ELSEWHERE_WEIGHT = 0.8;

/**
 * Former sales, or prices seen asked, out of a CSV: its good rows as one import, its bad ones told. The same file twice is
 * two imports; either can be taken back.
 */
export const importSales = defineCommand({
  name: 'importSales',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    ...salesFile,
    name: Joi.string().max(120).required().label('name'),
    kind: Joi.string().valid('sold', 'asked').required().label('kind'),
  }),
  async run({ tx, actor }, { name, kind, ...file }) {
    const { sales, bad, header, columns } = await readSales(tx, file);
    const told = bad.slice(0, 8).map(({ line, reason }) => `line ${line}, ${reason}`);
    if (sales.length === 0)
      throw new ShopError(
        'invalid',
        bad.length
          ? `Nothing was taken in: ${told.join('; ')}.`
          : 'Nothing was taken in: the file has no rows.',
        { bad: bad.slice(0, 200) },
      );
    if (sales.length > MOST_ROWS)
      throw new ShopError('too-large', `Nothing was taken in: more than ${MOST_ROWS} rows. Split the file.`);
    await rememberColumns(tx, 'sales', header, { columns: { ...columns }, decimal: null });
    const [made] = await tx
      .insert(pastImports)
      .values({
        name,
        kind: kind as 'sold' | 'asked',
        rows: sales.length,
        weight: kind === 'asked' ? ASKED_WEIGHT : ELSEWHERE_WEIGHT,
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: pastImports.id });
    for (let i = 0; i < sales.length; i += 1000)
      await tx.insert(pastSales).values(
        sales.slice(i, i + 1000).map(({ line, day, minor, spec, called }) => ({
          importId: made.id,
          line,
          day,
          priceMinor: minor,
          spec,
          called,
        })),
      );
    return {
      event: {
        kind: 'sales taken in',
        payload: { import: made.id, name, kind, rows: sales.length, bad: bad.length },
      },
      answer: { import: made.id, rows: sales.length, bad: bad.slice(0, 200), badTotal: bad.length },
    };
  },
});

/** An import is taken back whole: nothing is learnt from it any more. */
export const dropSales = defineCommand({
  name: 'dropSales',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ id: Joi.string().uuid().required().label('import') }),
  async run({ tx }, { id }) {
    const [gone] = await tx
      .update(pastImports)
      .set({ takenBackAt: new Date() })
      .where(and(eq(pastImports.id, id), isNull(pastImports.takenBackAt)))
      .returning();
    if (!gone) throw new ShopError('missing', 'There is no such import, or it was taken back already.');
    return {
      event: { kind: 'sales taken back', payload: { import: id, name: gone.name, rows: gone.rows } },
      answer: { rows: gone.rows },
    };
  },
});

/** Fewer than this teach a shop nothing its table does not say better. */
const LEAST_SALES = 5;

/**
 * A model of prices from all sales there are, beside the one that stands: proposed, not yet reckoned with. On the sales
 * since that one was made both are held against what came.
 */
export const learnPrices = defineCommand({
  name: 'learnPrices',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx, actor }) {
    const [{ timeZone }] = await tx.select().from(shop);
    const known = await salesKnown(tx);
    if (known.length < LEAST_SALES)
      throw new ShopError(
        'refused',
        `Nothing is learnt yet: ${known.length} ${known.length === 1 ? 'sale is' : 'sales are'} known, and below ${LEAST_SALES} the table says it better. Take former sales in from a file.`,
      );
    const house = await houseNow(tx);
    const today = dayOf(new Date(), timeZone);
    const learnt = await runInWorker('learnPrices', [house.tables, known, await partSalesKnown(tx), today]);
    const facts: ModelFacts = {
      own: known.filter(({ unit }) => unit !== null).length,
      elsewhere: known.filter(({ unit }) => unit === null).length,
      over: tableMark(house.tables.prices),
      error: learnt.error,
      ...(learnt.parts && {
        parts: {
          sales: Object.values(learnt.parts.counts).reduce((sum, count) => sum + count, 0),
          error: learnt.parts.error,
        },
      }),
      outliers: learnt.outliers.map(({ sale, expectedMinor }) => {
        const { at, unit, called, day, minor } = known[sale];
        return { at, unit, called, day, minor, expectedMinor };
      }),
      ...(await sinceThen(tx, known, house.tables, today)),
    };
    const [made] = await tx
      .insert(priceModels)
      .values({ state: 'proposed', learnt, facts, by: actor.id, byName: actor.name })
      .returning({ version: priceModels.version });
    return {
      event: {
        kind: 'prices learnt',
        payload: {
          version: made.version,
          sales: known.length,
          error: facts.error.learnt,
          table: facts.error.table,
        },
      },
      answer: { version: made.version, facts },
    };
  },
});

/** Sales of the shop's own since the model that stands was made: its error on them, and that of one made before them. */
async function sinceThen(
  tx: Transaction,
  known: readonly (PastSale & { unit: string | null })[],
  tables: HouseTables,
  today: string,
): Promise<Pick<ModelFacts, 'since'>> {
  const standing = await keptNow(tx);
  const [row] = standing
    ? await tx
        .select({ at: priceModels.at })
        .from(priceModels)
        .where(eq(priceModels.version, standing.version))
    : [];
  if (!row) return {};
  const from = row.at.toISOString().slice(0, 10);
  const fresh = known.filter(({ unit, day }) => unit !== null && day >= from);
  if (fresh.length === 0) return {};
  const table = tableModel(tables.prices);
  // what it would have said before them: they do not foretell themselves
  const earlier = known.filter((sale) => !fresh.includes(sale));
  const now = learntModel(table, await runInWorker('learnPrices', [tables, earlier, [], today]), '');
  const before = priceModelOf(tables.prices);
  const error = (model: typeof before) => {
    const each = fresh.map((sale) => Math.abs(model.price(sale, sale.day).minor / sale.minor - 1));
    return each.sort((a, b) => a - b)[each.length >> 1];
  };
  return { since: { sales: fresh.length, before: error(before), now: error(now) } };
}

/** From here on prices are this model's, everywhere; what is open is worked out again when it is next looked at. */
export const keepPrices = defineCommand({
  name: 'keepPrices',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ version: Joi.number().integer().min(1).required().label('version') }),
  async run({ tx }, { version }) {
    refuseFrozen((await tx.select({ study: shop.study }).from(shop))[0]);
    const [kept] = await tx
      .update(priceModels)
      .set({ state: 'kept', keptAt: new Date() })
      .where(eq(priceModels.version, version))
      .returning({ version: priceModels.version });
    if (!kept) throw new ShopError('missing', `There is no model ${version} of prices.`);
    return { event: { kind: 'prices kept', payload: { version } }, answer: { version } };
  },
});

/** A proposed model that is not to be: it stays on record, nothing is reckoned with it. */
export const refusePrices = defineCommand({
  name: 'refusePrices',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ version: Joi.number().integer().min(1).required().label('version') }),
  async run({ tx }, { version }) {
    const [refused] = await tx
      .update(priceModels)
      .set({ state: 'refused' })
      .where(and(eq(priceModels.version, version), eq(priceModels.state, 'proposed')))
      .returning({ version: priceModels.version });
    if (!refused)
      throw new ShopError('refused', `Model ${version} of prices is not one that was only proposed.`);
    return { event: { kind: 'prices refused', payload: { version } }, answer: { version } };
  },
});

/** Back to the house's table alone. */
export const tablePrices = defineCommand({
  name: 'tablePrices',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx, actor }) {
    refuseFrozen((await tx.select({ study: shop.study }).from(shop))[0]);
    const [newest] = await tx
      .select({ learnt: priceModels.version })
      .from(priceModels)
      .where(eq(priceModels.state, 'kept'))
      .orderBy(desc(priceModels.keptAt))
      .limit(1);
    if (!newest || !(await keptNow(tx))) throw new ShopError('refused', 'Prices are the table’s already.');
    await tx.insert(priceModels).values({
      state: 'kept',
      keptAt: new Date(),
      learnt: null,
      facts: { own: 0, elsewhere: 0, error: { learnt: 0, table: 0 } },
      by: actor.id,
      byName: actor.name,
    });
    return { event: { kind: 'prices kept', payload: { version: null } }, answer: null };
  },
});

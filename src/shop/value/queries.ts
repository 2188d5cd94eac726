import { desc, eq, isNull, sql } from 'drizzle-orm';
import type { Stretch } from '@/core/value/daysToSale';
import { mostAlike } from '@/core/value/learnt';
import type { Offered } from '@/core/value/columns';
import { database, type Database } from '@/db/client';
import { pastImports, priceModels, type ModelFacts, type SaleLeftOut } from '@/db/schema';
import { keptNow, newestModels, type Kept } from '../learnt/model';
import { houseNow } from '../house/tables';
import { salesKnown, tableMark } from './sales';

const SHOWN_MODELS = 8;
const SHOWN_OUTLIERS = 40;

/** What the shop has learnt of prices, what was proposed, and what it was learnt from. */
export async function pricesPage() {
  const db = database();
  const [kept, models, imports, known, house] = await Promise.all([
    keptNow(db),
    newestModels(db, SHOWN_MODELS),
    db.select().from(pastImports).where(isNull(pastImports.takenBackAt)).orderBy(desc(pastImports.at)),
    salesKnown(db),
    houseNow(db),
  ]);
  const over = kept && (await factsOf(db, kept)).over;
  return {
    // what it adds to the table was learnt over another one
    tableChanged: Boolean(over) && over !== tableMark(house.tables.prices),
    kept: kept?.version ?? null,
    models,
    imports,
    own: known.filter(({ unit }) => unit !== null).length,
    elsewhere: known.filter(({ unit }) => unit === null).length,
    outliers: (await leftOut(db, kept)).slice(0, SHOWN_OUTLIERS),
  };
}

/** What the model in use leaves out: by name, for sales come and go. */
const leftOut = async (db: Database, kept: Kept | null): Promise<SaleLeftOut[]> =>
  kept ? ((await factsOf(db, kept)).outliers ?? []) : [];

async function factsOf(db: Database, { version }: Kept): Promise<Partial<ModelFacts>> {
  const [row] = await db
    .select({ facts: priceModels.facts })
    .from(priceModels)
    .where(eq(priceModels.version, version));
  return row?.facts ?? {};
}

/** The sales most like a machine, in words a bench knows them by. */
export async function alikeSales(spec: Offered, count = 3) {
  const db = database();
  const [known, kept] = await Promise.all([salesKnown(db), keptNow(db)]);
  const name = ({ at, day, minor }: Pick<SaleLeftOut, 'at' | 'day' | 'minor'>) => `${at} ${day} ${minor}`;
  const out = new Set((await leftOut(db, kept)).map(name));
  const leave = new Set(known.flatMap((sale, i) => (out.has(name(sale)) ? [i] : [])));
  return mostAlike(known, spec, count, leave).map(({ sale }) => known[sale]);
}

/** How long machines were asked for at which price, sold or still on the shelf. */
export async function shelfStretches(): Promise<Stretch[]> {
  const { rows } = await database().execute<{
    days: number;
    ratio: number;
    channel: string;
    class: string;
    sold: boolean;
  }>(sql`
    select greatest(0.5, s.sold_on::date - (s.figures->>'listedOn')::date)::float8 as days,
      (s.figures->>'askedMinor')::float8 / greatest(1, (s.figures->'foretold'->>'minor')::float8) as ratio,
      s.channel, u.chassis as class, true as sold
    from sales s join units u on u.id = s.unit_id
    where s.figures->>'askedMinor' is not null and s.figures->>'listedOn' is not null
      and (s.figures->'foretold'->>'minor')::float8 > 0
    union all
    select greatest(0.5, extract(epoch from now() - u.stage_since) / 86400)::float8, u.ask_minor::float8 / greatest(1, u.price_minor),
      '', u.chassis, false
    from units u where u.listed and u.stage = 'shelf' and u.ask_minor > 0 and u.price_minor > 0`);
  return rows.filter(({ ratio }) => ratio > 0.05 && ratio < 20);
}

import { and, asc, desc, eq, sql, type SQL } from 'drizzle-orm';
import { database } from '@/db/client';
import { OPEN_UNITS, sales, units, type Stage } from '@/db/schema';
import { keepable } from '@/formats/json';
import type { ListView, Sort } from '@/words/lists/view';
import { ENTERED, linesShown } from '../study/veil';
import { FIND_OUT } from '../work/clock';

export type UnitListRow = Awaited<ReturnType<typeof listUnits>>['rows'][number];

export interface ListFilter {
  stage?: Stage;
  lotId?: string;
  view?: ListView;
  /** Who looks: what "mine" means. */
  person?: string;
  /** Rows before these. */
  offset?: number;
  limit?: number;
}

const columns = {
  id: units.id,
  tag: units.tag,
  version: units.version,
  chassis: units.chassis,
  maker: units.maker,
  model: units.model,
  stage: units.stage,
  stageSince: units.stageSince,
  probably: units.probably,
  probability: units.probability,
  ...ENTERED,
  route: units.route,
  ending: units.ending,
  goneAs: units.goneAs,
  valueMinor: units.valueMinor,
  lowMinor: units.lowMinor,
  highMinor: units.highMinor,
  handsMinutes: units.handsMinutes,
  grade: units.grade,
  claim: units.claim,
  stopMinor: units.stopMinor,
  askMinor: units.askMinor,
  priceMinor: units.priceMinor,
  soldMinor: sales.priceMinor,
  soldOn: sales.soldOn,
  channel: sales.channel,
  marginMinor: sales.profitMinor,
  /** Properties nobody has read yet. */
  unread: sql<
    string[]
  >`array(select k from unnest(array['processor', 'memoryGb', 'driveKind']) k where not exists (
    select 1 from record_values v where v.unit_id = units.id and v.key = k and v.voided_by is null and v.basis <> 'claimed'))`,
  /** Work begun and not ended, the newest first: what, and whose. */
  inHand: sql<string | null>`(select w.title || ', ' || w.by_name from work w where w.unit_id = units.id
    and w.status in ('running', 'alone') and w.ref <> ${FIND_OUT} order by w.started_at desc limit 1)`,
};

const ORDERS: Record<Sort, SQL> = {
  work: sql`${units.rankScore}`,
  tag: sql`${units.tag}`,
  machine: sql`lower(${units.maker} || ' ' || ${units.model})`,
  probably: sql`${units.probability}`,
  value: sql`${units.valueMinor}`,
  hands: sql`${units.handsMinutes}`,
  wait: sql`${units.stageSince}`,
  grade: sql`${units.grade}`,
  ask: sql`${units.askMinor}`,
  price: sql`${sales.priceMinor}`,
  margin: sql`${sales.profitMinor}`,
  soldOn: sql`${sales.soldOn}`,
};
/** Waiting longest comes first when it goes up. */
const UPSIDE: Partial<Record<Sort, boolean>> = { wait: true };

function handsSql(view: ListView, person: string): SQL | undefined {
  const open = (statuses: string[], mine = false) =>
    sql`exists (select 1 from work w where w.unit_id = units.id and w.ref <> ${FIND_OUT}
      and w.status in (${sql.join(
        statuses.map((status) => sql`${status}`),
        sql`, `,
      )}) ${mine ? sql`and w.by = ${person}` : sql``})`;
  if (view.hands === 'mine') return open(['running', 'paused'], true);
  if (view.hands === 'open') return open(['running']);
  if (view.hands === 'alone') return open(['alone']);
  return undefined;
}

function filterSql({ stage, lotId, view, person }: ListFilter): SQL | undefined {
  const text = view?.text && keepable(view.text) ? `%${view.text.replace(/[%_\\]/g, '\\$&')}%` : null;
  return and(
    stage ? eq(units.stage, stage) : lotId ? undefined : OPEN_UNITS,
    lotId ? eq(units.lotId, lotId) : undefined,
    view?.chassis ? eq(units.chassis, view.chassis) : undefined,
    view?.route ? eq(units.route, view.route) : undefined,
    view ? handsSql(view, person ?? '') : undefined,
    text
      ? sql`(${units.tag} ilike ${text} or (${units.maker} || ' ' || ${units.model}) ilike ${text}
          or ${units.probably} ilike ${text} or ${units.claim} ilike ${text})`
      : undefined,
  );
}

/**
 * Units a page at a time. Unless asked otherwise: what to work on first, a stage by how long its units wait, a
 * lot by tag. One indexed query and one count.
 */
export async function listUnits(filter: ListFilter) {
  const { stage, lotId, view, offset = 0, limit = 40 } = filter;
  const where = filterSql(filter);
  const order = view?.sort
    ? [
        // nulls come last either way
        sql`${ORDERS[view.sort]} ${sql.raw(view.down !== Boolean(UPSIDE[view.sort]) ? 'desc' : 'asc')} nulls last`,
        asc(units.id),
      ]
    : lotId
      ? [asc(units.tag)]
      : stage
        ? // what has left is looked at from its end
          [
            stage === 'sold' || stage === 'gone' ? desc(units.stageSince) : asc(units.stageSince),
            asc(units.id),
          ]
        : [desc(units.rankScore), asc(units.id)];
  const db = database();
  const [rows, [{ total }]] = await Promise.all([
    db
      .select(columns)
      .from(units)
      .leftJoin(sales, eq(sales.unitId, units.id))
      .where(where)
      .orderBy(...order)
      .limit(limit)
      .offset(offset),
    db
      .select({ total: sql<number>`count(*)::int` })
      .from(units)
      .where(where),
  ]);
  return { rows: await linesShown(rows), total };
}

import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { openings } from '@/catalog/openings';
import type { Chassis } from '@/core/catalogue';
import { templateOf, type Closing, type LedgerItem } from '@/core/hands/ledger';
import { askedBefore, matOf, type Mat, type MatAct } from '@/core/hands/mat';
import type { Database, Transaction } from '@/db/client';
import { recordValues, units } from '@/db/schema';
import { closingLines } from '@/core/hands/closing';
import { closingRows } from '@/catalog/closing';
import { findingById } from '@/catalog';
import { entriesOf } from '../record/queries';
import type { Actor } from '../command';
import { ShopError } from '../errors';

const standing = (unitId: string) =>
  and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'mat'), isNull(recordValues.voidedBy));

/** Standing entries of a machine's mat, oldest first. */
export async function matActs(tx: Transaction | Database, unitId: string): Promise<MatAct[]> {
  const rows = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(standing(unitId))
    .orderBy(asc(recordValues.id));
  return rows.map(({ value }) => JSON.parse(value) as MatAct);
}

export async function matNow(tx: Transaction | Database, unitId: string): Promise<Mat | null> {
  return matOf(await matActs(tx, unitId));
}

export async function lastMatRow(tx: Transaction, unitId: string) {
  const [row] = await tx
    .select({ id: recordValues.id, value: recordValues.value })
    .from(recordValues)
    .where(standing(unitId))
    .orderBy(desc(recordValues.id))
    .limit(1);
  if (!row) return null;
  const act = JSON.parse(row.value) as MatAct & { answers?: number[] };
  return { id: row.id, act, answers: act.answers ?? [] };
}

/** Writes one entry; `answers`: what it told besides, which goes back with it. */
export async function writeMat(
  tx: Transaction,
  unitId: string,
  act: MatAct & { answers?: number[] },
  by: string,
): Promise<number> {
  const [row] = await tx
    .insert(recordValues)
    .values({ unitId, key: 'mat', basis: 'typed', value: JSON.stringify(act), origin: 'strip-down mat', by })
    .returning({ id: recordValues.id });
  return row.id;
}

/** Newest strip-downs of a model looked at for its template. */
const LOOKED_AT = 12;

/**
 * What is undone when such a machine is opened: the median of the strip-downs of its model, from the second machine
 * on; until then what the catalogue knows of its kind.
 */
export async function templateFor(
  tx: Transaction | Database,
  unit: { id: string; maker: string; model: string; chassis: Chassis },
): Promise<{ items: readonly LedgerItem[]; seen: number }> {
  const usual = { items: openings[unit.chassis], seen: 0 };
  if (!unit.model.trim()) return usual;
  const others = await tx
    .select({ id: units.id })
    .from(units)
    .where(
      and(
        ne(units.id, unit.id),
        eq(units.chassis, unit.chassis),
        sql`lower(${units.maker}) = lower(${unit.maker}) and lower(${units.model}) = lower(${unit.model})`,
        sql`exists (select 1 from record_values v
          where v.unit_id = ${units.id} and v.key = 'mat' and v.voided_by is null)`,
      ),
    )
    .orderBy(desc(units.stageSince))
    .limit(LOOKED_AT);
  const seen: LedgerItem[][] = [];
  for (const { id } of others.reverse()) {
    const mat = await matNow(tx, id);
    const touched = new Set(mat?.moves.map(({ item }) => item));
    // only what somebody took out or put down counts as seen of the model
    if (mat && touched.size) seen.push(mat.items.filter(({ id: own }) => touched.has(own)));
  }
  if (seen.length === 0) return usual;
  const known = templateOf(seen);
  const ids = new Set(known.map(({ id }) => id));
  return { items: [...known, ...usual.items.filter(({ id }) => !ids.has(id))], seen: seen.length };
}

const outcomeId = (finding: string, index: number) => findingById(finding)?.outcomes[index]?.id;

/**
 * Before a machine is closed or powered: what is out on its mat is said, once of just this. `despite`: said already,
 * and done all the same; that goes on the record.
 * @throws ShopError 'refused' with the words
 */
export async function passMat(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  act: Closing,
  despite: boolean | undefined,
): Promise<string[]> {
  const mat = await matNow(tx, unitId);
  if (!mat) return [];
  // what its work makes worth a look, and nobody has looked at since
  const looks = closingLines(closingRows, await entriesOf(tx, unitId), outcomeId)
    .filter(({ answer }) => answer !== 'good')
    .map(({ row, answer }) => (answer === 'bad' ? `${row.ask} No` : `${row.ask} Not looked`));
  const asked = askedBefore(mat, act, looks);
  if (asked.length && !despite)
    throw new ShopError(
      'refused',
      `${act === 'close' ? 'Not closed' : 'Not powered'}: ${asked.join('; ')}.`,
      { notBack: asked },
    );
  if (asked.length || (act === 'close' && !mat.shut))
    await writeMat(tx, unitId, { op: 'closed', act, asked }, actor.name);
  return asked;
}

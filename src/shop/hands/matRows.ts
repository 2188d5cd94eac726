import { and, desc, ne, sql } from 'drizzle-orm';
import { openings } from '@/catalog/machine/openings';
import type { Chassis } from '@/core/catalogue';
import { templateOf, type Closing, type LedgerItem } from '@/core/hands/ledger';
import { askedBefore, matOf, type Mat, type MatAct } from '@/core/hands/mat';
import type { Database, Transaction } from '@/db/client';
import { units } from '@/db/schema';
import { closingLines } from '@/core/hands/closing';
import { closingRows } from '@/catalog/hands/closing';
import { findingById } from '@/catalog';
import { standingActs, writeActs } from '../record/acts';
import { sameModel } from '../record/model';
import { entriesOf } from '../record/queries';
import type { Actor } from '../command';
import { ShopError } from '@/errors';

/** Standing entries of a machine's mat, oldest first. */
export const matActs = (tx: Transaction | Database, unitId: string) =>
  standingActs<MatAct>(tx, unitId, 'mat');

export const matNow = async (tx: Transaction | Database, unitId: string): Promise<Mat | null> =>
  matOf(await matActs(tx, unitId));

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
        sameModel(unit),
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

/** What was said before a machine was closed or powered, and the act that keeps it; null: nothing had to be kept. */
interface Passed {
  asked: string[];
  act: string | null;
}

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
): Promise<Passed> {
  const mat = await matNow(tx, unitId);
  if (!mat) return { asked: [], act: null };
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
  if (asked.length === 0 && (act === 'power' || mat.shut)) return { asked, act: null };
  const passed: MatAct = { op: 'closed', act, asked };
  return { asked, act: await writeActs(tx, unitId, 'mat', [passed], actor.name) };
}

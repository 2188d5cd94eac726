import { asc, eq, inArray, sql } from 'drizzle-orm';
import Joi from 'joi';
import { allocateMinor } from '@/core/money/allocate';
import { identifies } from '@/core/machine/serial';
import { sizeText } from '@/core/record/values';
import { CLOSED } from '@/core/steps/bench';
import { CHASSIS, type Chassis, type LotSource } from '@/core/catalogue';
import { claimsIn, type ColumnMap, type ManifestRow } from '@/formats/manifest';
import { heavy } from '@/workers/pool';
import type { Transaction } from '@/db/client';
import { lots, observations, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { ShopError } from '../errors';
import { shortText, rowId } from '../input';
import { revalueUnit } from '../units/revalue';
import { writeValues, type NewValue } from '../record/values';
import { lotCorrection, manifestInput, receiveLotInput } from './rules';

interface ReceiveLot {
  code: string;
  name: string;
  source: LotSource;
  tagPrefix: string;
  priceMinor: number;
  freightMinor: number;
  feesMinor: number;
  allocation: 'value' | 'equal';
  receivedOn: string;
  claims: string;
}

export const receiveLot = defineCommand<ReceiveLot, { lotId: string; code: string }>({
  name: 'receiveLot',
  roles: BENCH_ROLES,
  onUnit: false,
  input: receiveLotInput,
  async run({ tx }, input) {
    const [made] = await tx
      .insert(lots)
      .values(input)
      .onConflictDoNothing({ target: lots.code })
      .returning({ id: lots.id });
    if (!made)
      throw new ShopError('conflict', `Not received: there is a lot ${input.code} already.`, {
        fields: { code: 'taken' },
      });
    return {
      event: { kind: 'lot received', lotId: made.id, payload: { ...input } },
      answer: { lotId: made.id, code: input.code },
    };
  },
});

async function lotById(tx: Transaction, id: string) {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, id)).for('no key update');
  if (!lot) throw new ShopError('missing', 'There is no such lot.');
  return lot;
}

/** Next free tag numbers of a prefix, "WQ-0147". The lock keeps two imports from taking the same. */
async function takeTags(tx: Transaction, prefix: string, count: number): Promise<string[]> {
  await tx.execute(sql`select pg_advisory_xact_lock(7021407, hashtext(${prefix}))`);
  const { rows } = await tx.execute<{ last: number | null }>(
    sql`select max(split_part(tag, '-', 2)::int) as last from units where tag like ${prefix + '-%'}`,
  );
  const first = (rows[0].last ?? 0) + 1;
  return Array.from({ length: count }, (_, i) => `${prefix}-${String(first + i).padStart(4, '0')}`);
}

type NewUnit = Pick<
  ManifestRow,
  'chassis' | 'maker' | 'model' | 'serial' | 'processor' | 'memoryGb' | 'driveGb' | 'driveKind' | 'condition'
> & { key: string | null };

async function putUnit(
  tx: Transaction,
  actor: Actor,
  lot: { id: string },
  row: NewUnit,
  tag: string,
): Promise<string> {
  const [unit] = await tx
    .insert(units)
    .values({
      tag,
      lotId: lot.id,
      manifestKey: row.key,
      chassis: row.chassis,
      maker: row.maker,
      model: row.model,
      claim: row.condition,
      bench: CLOSED,
      version: 0,
    })
    .returning({ id: units.id });
  const claimed: NewValue[] = [];
  if (row.serial) claimed.push({ key: 'serial', value: row.serial });
  if (row.processor) claimed.push({ key: 'processor', value: row.processor });
  if (row.memoryGb !== null)
    claimed.push({ key: 'memoryGb', value: sizeText(row.memoryGb), number: row.memoryGb });
  if (row.driveGb !== null)
    claimed.push({ key: 'driveGb', value: sizeText(row.driveGb), number: row.driveGb });
  if (row.driveKind) claimed.push({ key: 'driveKind', value: row.driveKind });
  await writeValues(tx, unit.id, 'claimed', claimed, 'manifest', actor.name);
  const said = claimsIn(row.condition);
  if (said.length)
    await tx.insert(observations).values(
      said.map((ref) => ({
        unitId: unit.id,
        kind: 'finding' as const,
        ref,
        outcome: 1,
        basis: 'claimed',
        by: actor.id,
        byName: 'the seller',
      })),
    );
  await revalueUnit(tx, unit.id);
  return unit.id;
}

/** Splits what the lot cost over its units; to be called whenever its units change. */
export async function shareLotCost(tx: Transaction, lotId: string): Promise<void> {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, lotId));
  const rows = await tx
    .select({ id: units.id, price: units.priceMinor })
    .from(units)
    .where(eq(units.lotId, lotId))
    .orderBy(asc(units.tag));
  if (rows.length === 0) return;
  const parts = allocateMinor(
    lot.priceMinor + lot.freightMinor + lot.feesMinor,
    rows.map((row) => (lot.allocation === 'equal' ? 1 : row.price)),
  );
  await tx.execute(
    sql`update units set cost_minor = v.cost from (select unnest(${sql.param(rows.map((row) => row.id))}::uuid[]) as id, unnest(${sql.param(parts)}::bigint[]) as cost) v where units.id = v.id`,
  );
}

interface Correction {
  lotId: string;
  name?: string;
  priceMinor?: number;
  freightMinor?: number;
  feesMinor?: number;
  receivedOn?: string;
  why: string;
}

/**
 * What was written down wrong of a lot, put right: the history keeps both and why, and what the lot cost is
 * shared out again. Machines sold already keep the share their sale was reckoned with.
 */
export const correctLot = defineCommand<Correction, { code: string }>({
  name: 'correctLot',
  roles: ['owner'],
  onUnit: false,
  input: lotCorrection,
  async run({ tx }, { lotId, why, ...to }) {
    const lot = await lotById(tx, lotId);
    const changed = Object.entries(to).filter(([name, value]) => lot[name as keyof typeof to] !== value);
    if (changed.length === 0) throw new ShopError('refused', 'Not changed: that is what it says already.');
    const before = Object.fromEntries(changed.map(([name]) => [name, lot[name as keyof typeof to]]));
    await tx.update(lots).set(Object.fromEntries(changed)).where(eq(lots.id, lot.id));
    await shareLotCost(tx, lot.id);
    return {
      event: {
        kind: 'lot corrected',
        lotId: lot.id,
        payload: { before, after: Object.fromEntries(changed), why },
      },
      answer: { code: lot.code },
    };
  },
});

interface Manifest {
  lotId: string;
  text: string;
  columns: ColumnMap;
}

/**
 * Takes the good rows of a manifest in. Rows of this lot that are in already are passed over, so the same
 * file twice adds nothing.
 */
export const importManifest = defineCommand<Manifest, { added: string[]; already: number; bad: number }>({
  name: 'importManifest',
  roles: BENCH_ROLES,
  onUnit: false,
  input: manifestInput.fork(['columns'], (columns) => columns.required()),
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const { rows, bad } = await heavy('readManifest', [input.text, input.columns]);
    if (rows.length === 0)
      throw new ShopError(
        'invalid',
        bad.length
          ? `Nothing imported: all ${bad.length} rows are bad; the first, line ${bad[0].line}: ${bad[0].reason}.`
          : 'Nothing imported: the file has no rows under its heading.',
      );
    const known = new Set<string | null>();
    for (let i = 0; i < rows.length; i += 1000) {
      const some = await tx
        .select({ key: units.manifestKey })
        .from(units)
        .where(
          sql`${units.lotId} = ${lot.id} and ${inArray(
            units.manifestKey,
            rows.slice(i, i + 1000).map((row) => row.key),
          )}`,
        );
      some.forEach((row) => known.add(row.key));
    }
    const fresh = rows.filter((row) => !known.has(row.key));
    const tags = await takeTags(tx, lot.tagPrefix, fresh.length);
    for (const [i, row] of fresh.entries()) await putUnit(tx, actor, lot, row, tags[i]);
    if (fresh.length) await shareLotCost(tx, lot.id);
    return {
      event: {
        kind: 'manifest imported',
        lotId: lot.id,
        payload: { added: tags, already: rows.length - fresh.length, bad },
      },
      answer: { added: tags, already: rows.length - fresh.length, bad: bad.length },
    };
  },
});

/** What an import would do, without doing it. Without columns they are guessed from the heading. */
export async function previewManifest(
  tx: Transaction,
  input: { lotId: string; text: string; columns?: ColumnMap },
) {
  const { keys, ...read } = await heavy('previewManifest', [input.text, input.columns]);
  const known = new Set(
    (await tx.select({ key: units.manifestKey }).from(units).where(eq(units.lotId, input.lotId))).map(
      (row) => row.key,
    ),
  );
  return {
    ...read,
    rows: read.rows.map((row) => ({ ...row, already: known.has(row.key) })),
    total: keys.length,
    already: keys.filter((key) => known.has(key)).length,
  };
}

interface AddUnit {
  lotId: string;
  chassis: Chassis;
  maker: string;
  model: string;
  serial: string;
  condition: string;
}

/** One machine by hand. */
export const addUnit = defineCommand<AddUnit, { tag: string; unitId: string }>({
  name: 'addUnit',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    lotId: rowId('lot').required(),
    chassis: Joi.string()
      .valid(...CHASSIS)
      .required()
      .label('kind'),
    maker: shortText('maker', 60).allow('').default(''),
    model: shortText('model', 80).required(),
    serial: shortText('serial', 60).allow('').default(''),
    condition: shortText('claim', 400).allow('').default(''),
  }),
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const key = identifies(input.serial) ? `serial:${input.serial.toLowerCase()}` : null;
    if (key) {
      const [same] = await tx
        .select({ tag: units.tag })
        .from(units)
        .where(sql`${units.lotId} = ${lot.id} and ${units.manifestKey} = ${key}`);
      if (same)
        throw new ShopError(
          'conflict',
          `Not added: serial ${input.serial} is in this lot already, as ${same.tag}.`,
          { fields: { serial: `is ${same.tag}` } },
        );
    }
    const [tag] = await takeTags(tx, lot.tagPrefix, 1);
    const id = await putUnit(
      tx,
      actor,
      lot,
      { ...input, key, processor: '', memoryGb: null, driveGb: null, driveKind: null },
      tag,
    );
    await shareLotCost(tx, lot.id);
    return {
      event: { kind: 'unit added', unitId: id, lotId: lot.id, payload: { tag, ...input } },
      answer: { tag, unitId: id },
    };
  },
});

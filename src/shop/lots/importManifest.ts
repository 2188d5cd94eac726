import { eq, inArray, sql } from 'drizzle-orm';
import { claimLines } from '@/formats/claims/reader';
import type { ManifestRow } from '@/formats/manifest';
import { runInWorker } from '@/workers/pool';
import type { Transaction } from '@/db/client';
import { units } from '@/db/schema';
import { sizeText } from '@/core/record/values';
import type { ValueOf } from '@/shapes/inferred';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { CHASSIS_NAMES, DRIVE_WORDS } from '@/words/names';
import { understoodAs } from '@/words/record/claims';
import { rememberColumns, rememberedColumns } from '../columns';
import { startJob } from '../jobs/start';
import { lotById } from './commands';
import { putUnits } from './putUnits';
import { importInput, manifestInput, MOST_AT_ONCE, type Manifest, type previewInput } from './rules';
import { shareLotCost } from './shareCost';

/** Rows of these that the lot has already are left out. */
export async function freshRows(
  tx: Transaction,
  lotId: string,
  rows: readonly ManifestRow[],
): Promise<ManifestRow[]> {
  const known = new Set<string | null>();
  for (let i = 0; i < rows.length; i += 1000) {
    const keys = rows.slice(i, i + 1000).map((row) => row.key);
    const some = await tx
      .select({ key: units.manifestKey })
      .from(units)
      .where(sql`${units.lotId} = ${lotId} and ${inArray(units.manifestKey, keys)}`);
    some.forEach((row) => known.add(row.key));
  }
  return rows.filter((row) => !known.has(row.key));
}

/** @throws ShopError when there is nothing in it to take in */
export async function readRows({ text, columns, reading }: Omit<Manifest, 'lotId'>) {
  const read = await runInWorker('readManifest', [text, columns, reading]);
  if (read.rows.length === 0)
    throw new ShopError(
      'invalid',
      read.bad.length
        ? `Nothing imported: all ${read.bad.length} rows are bad; the first, line ${read.bad[0].line}: ${read.bad[0].reason}.`
        : 'Nothing imported: the file has no rows under its heading.',
    );
  return read;
}

/**
 * Takes the good rows of a manifest in. Rows of this lot that are in already are passed over, so the same
 * file twice adds nothing. Long files are a job's (`startImport`).
 */
export const importManifest = defineCommand({
  name: 'importManifest',
  roles: BENCH_ROLES,
  onUnit: false,
  input: manifestInput,
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const { rows, bad, header } = await readRows(input);
    if (rows.length > MOST_AT_ONCE)
      throw new ShopError(
        'refused',
        `Nothing imported: ${rows.length} rows are more than ${MOST_AT_ONCE}; they are taken in by a worker.`,
      );
    await rememberColumns(tx, 'manifest', header, {
      columns: input.columns,
      decimal: input.reading.decimal ?? null,
    });
    const fresh = await freshRows(tx, lot.id, rows);
    const made = await putUnits(tx, actor, lot, fresh);
    if (made.length) await shareLotCost(tx, lot.id);
    const added = made.map(({ tag }) => tag);
    const already = rows.length - fresh.length;
    return {
      event: { kind: 'manifest imported', lotId: lot.id, payload: { added, already, bad } },
      answer: { added, already, bad: bad.length },
    };
  },
});

/** A long manifest, taken in by a worker, page by page, with progress and cancel. */
export const startImport = defineCommand({
  name: 'startImport',
  roles: BENCH_ROLES,
  onUnit: false,
  input: importInput,
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const { rows, bad, header } = await readRows(input);
    await rememberColumns(tx, 'manifest', header, {
      columns: input.columns,
      decimal: input.reading.decimal ?? null,
    });
    if (input.whole && bad.length)
      throw new ShopError(
        'refused',
        `Nothing imported: ${bad.length} ${bad.length === 1 ? 'row is' : 'rows are'} bad, and it was to be all or nothing; the first, line ${bad[0].line}: ${bad[0].reason}.`,
      );
    const total = rows.length + bad.length;
    const job = await startJob(tx, actor, {
      kind: 'import',
      total,
      subject: lot.id,
      input: { ...input },
    });
    return {
      event: {
        kind: 'import started',
        lotId: lot.id,
        payload: { job, rows: rows.length, bad: bad.length, whole: input.whole },
      },
      answer: { job, total },
    };
  },
});

/**
 * A manifest looked at. Without columns they are those of the last file with this heading, or guessed from the heading and
 * the cells.
 */
export async function readAhead(
  tx: Transaction,
  { text, columns, reading }: Pick<ValueOf<typeof previewInput>, 'text' | 'columns' | 'reading'>,
) {
  const guessed = await runInWorker('previewManifest', [text, columns, reading]);
  const remembered = columns ? null : await rememberedColumns(tx, 'manifest', guessed.header);
  if (!remembered) return { ...guessed, remembered: false };
  const again = { ...(remembered.decimal && { decimal: remembered.decimal }), ...reading };
  return {
    ...(await runInWorker('previewManifest', [text, remembered.columns, again])),
    remembered: true,
  };
}

/** What an import would do, without doing it. */
export async function previewManifest(tx: Transaction, input: ValueOf<typeof previewInput>) {
  const { keys, ...read } = await readAhead(tx, input);
  const known = new Set(
    (await tx.select({ key: units.manifestKey }).from(units).where(eq(units.lotId, input.lotId))).map(
      (row) => row.key,
    ),
  );
  return {
    ...read,
    rows: read.rows.map(({ chassis, driveKind, driveGb, ...row }) => ({
      ...row,
      kind: CHASSIS_NAMES[chassis],
      drive: [driveGb ? sizeText(driveGb) : '', driveKind ? DRIVE_WORDS[driveKind] : '']
        .filter(Boolean)
        .join(' '),
      understood: understoodAs(claimLines(row.condition)),
      already: known.has(row.key),
    })),
    total: keys.length,
    already: keys.filter((key) => known.has(key)).length,
    mostAtOnce: MOST_AT_ONCE,
  };
}

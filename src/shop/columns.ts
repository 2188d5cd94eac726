import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { manifestMaps } from '@/db/schema';

/** What a file's rows are: the same heading may stand over either. */
export type SheetKind = 'manifest' | 'sales';

export interface Columns {
  /** Number of the column by field. */
  columns: Record<string, number>;
  decimal: '.' | ',' | null;
}

/** A file by its heading: the same names in the same order. */
const headingOf = (kind: SheetKind, header: readonly string[]) =>
  createHash('sha256')
    .update(
      [...header, ...(kind === 'manifest' ? [] : [kind])]
        .map((name) => name.trim().toLowerCase())
        .join('\u001f'),
    )
    .digest('hex');

/** What the columns of a file with this heading were taken for is offered the next time. */
export async function rememberColumns(
  tx: Transaction,
  kind: SheetKind,
  header: readonly string[],
  { columns, decimal }: Columns,
): Promise<void> {
  const row = { columns, decimal };
  await tx
    .insert(manifestMaps)
    .values({ heading: headingOf(kind, header), ...row })
    .onConflictDoUpdate({ target: manifestMaps.heading, set: row });
}

/** What they were taken for the last time; null: no file with this heading has been taken in. */
export async function rememberedColumns(
  tx: Transaction,
  kind: SheetKind,
  header: readonly string[],
): Promise<Columns | null> {
  const [row] = await tx
    .select()
    .from(manifestMaps)
    .where(eq(manifestMaps.heading, headingOf(kind, header)));
  if (!row) return null;
  // a file that lost a column since is not the same heading; a number out of range never was
  const columns = Object.fromEntries(
    Object.entries(row.columns).filter(([, at]) => at !== undefined && at < header.length),
  );
  return { columns, decimal: row.decimal };
}

import { asc } from 'drizzle-orm';
import type { CodeTable } from '@/core/tapper/decode';
import { database } from '@/db/client';
import { codeTables } from '@/db/schema';

/** The shop's tables of blink and beep codes. */
export async function codeTablesOfShop(): Promise<(CodeTable & { by: string; at: Date })[]> {
  return database()
    .select({
      maker: codeTables.maker,
      source: codeTables.source,
      codes: codeTables.codes,
      by: codeTables.by,
      at: codeTables.at,
    })
    .from(codeTables)
    .orderBy(asc(codeTables.maker));
}

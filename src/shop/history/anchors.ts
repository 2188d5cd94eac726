import { appendFileSync, existsSync, readFileSync } from 'node:fs';
import { desc } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { events } from '@/db/schema';

/** Number and hash of entries, written down outside the database; an environment without such a place keeps none. */
const place = () => process.env.OMNITROPE_ANCHORS ?? '';

/** "history 812 ab12..." a line, by number. The same number twice with two hashes: the first that was written counts. */
export function readAnchors(file = place()): Map<number, string> {
  const anchors = new Map<number, string>();
  if (!file || !existsSync(file)) return anchors;
  for (const line of readFileSync(file, 'utf8').split('\n')) {
    const [, seq, hash] = /^history (\d+) ([0-9a-f]{64})$/.exec(line) ?? [];
    if (seq && !anchors.has(Number(seq))) anchors.set(Number(seq), hash);
  }
  return anchors;
}

/** The newest entry of the history. */
export async function newestEntry(db: Transaction | Database): Promise<{ seq: number; hash: string } | null> {
  const [row] = await db
    .select({ seq: events.seq, hash: events.hash })
    .from(events)
    .orderBy(desc(events.seq))
    .limit(1);
  return row ?? null;
}

/** Writes the newest entry down outside the database, once it is known that the history holds. */
export async function dropAnchor(db: Transaction | Database): Promise<void> {
  const newest = await newestEntry(db);
  if (!place() || !newest || readAnchors().has(newest.seq)) return;
  appendFileSync(place(), `history ${newest.seq} ${newest.hash}\n`, { mode: 0o600 });
}

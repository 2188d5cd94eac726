import { sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database, Transaction } from '@/db/client';
import { readAnchors } from './anchors';
import { sealFits } from './seal';

export interface HistoryFault {
  seq: number;
  fault: string;
}

const PAGE = 2_000;
const FIRST = '0'.repeat(64);

/**
 * Goes through the whole history, from its first entry: numbers without gaps, each content under its hash, each hash
 * after the one before it, each seal under the shop's key, and every anchor kept outside the database. What is hashed
 * is put together here and asked of no function of the database, which its owner could have replaced.
 * @param anchors what is written down outside; of a history that comes from elsewhere nothing is
 * @returns the first thing that does not fit, or null
 */
export async function firstFault(
  db: Transaction | Database,
  anchors: ReadonlyMap<number, string> = readAnchors(),
): Promise<HistoryFault | null> {
  let last = { seq: 0, hash: FIRST };
  let sealedSince = false;
  for (;;) {
    const { rows } = await db.execute<{
      seq: string;
      previous_hash: string;
      hash: string;
      seal: string | null;
      content: string;
    }>(sql`select e.seq, e.previous_hash, e.hash, s.seal, jsonb_build_array(
        e.previous_hash, e.seq, to_char(e.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), e.actor, e.actor_name,
        e.kind, e.unit_id, e.lot_id, e.voids, e.payload)::text as content
      from events e left join event_seals s on s.seq = e.seq
      where e.seq > ${last.seq} order by e.seq limit ${PAGE}`);
    for (const row of rows) {
      const seq = Number(row.seq);
      const fault = (words: string): HistoryFault => ({ seq, fault: words });
      if (seq !== last.seq + 1) return fault('a row before it is missing');
      if (row.previous_hash !== last.hash) return fault('it does not follow the row before it');
      if (createHash('sha256').update(row.content, 'utf8').digest('hex') !== row.hash)
        return fault('its content was changed');
      // entries older than seals have none; from the first that has one on, each has
      if (row.seal === null && sealedSince) return fault('its seal is missing');
      if (row.seal !== null) {
        sealedSince = true;
        if (!sealFits(seq, row.hash, row.seal)) return fault('its seal is not one of this shop’s');
      }
      const anchor = anchors.get(seq);
      if (anchor && anchor !== row.hash) return fault('it is not what was written down outside the database');
      last = { seq, hash: row.hash };
    }
    if (rows.length < PAGE) break;
  }
  const beyond = [...anchors.keys()].filter((seq) => seq > last.seq).sort((a, b) => a - b)[0];
  if (beyond) return { seq: beyond, fault: 'it was cut off: it stands written down outside the database' };
  return null;
}

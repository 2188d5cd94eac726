import { and, eq, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { components, erasures, events, jobs, units } from '@/db/schema';
import type { Certificate } from '@/formats/print/certificate';
import { MEDIUM_WORDS, ERASURE_WORDS } from '@/words/erasure';
import { dayAndTime, dayOf } from '@/words/time';
import { ShopError } from '../errors';
import { isRowId } from '../input';

/** So much of the seal stands in the address: nobody guesses it. */
export const SEAL_SIGNS = 32;
const TITLES: Partial<Record<string, string>> = {
  erased: 'Certificate of erasure',
  destroyed: 'Certificate of destruction',
  returned: 'Record of return',
  never: 'Record: new, never held data',
  failed: 'Record of a failed erasure',
};

/** Does a record of that kind end something, so that a certificate can be given of it? */
export const certified = (kind: string): boolean => TITLES[kind] !== undefined;

interface ShopOnPaper {
  name: string;
  timeZone: string;
}

async function rowOf(id: string) {
  if (!isRowId(id)) throw new ShopError('missing', 'There is no such record.');
  const [row] = await database()
    .select({
      erasure: erasures,
      part: components,
      tag: units.tag,
      maker: units.maker,
      model: units.model,
      event: events,
    })
    .from(erasures)
    .innerJoin(components, eq(components.id, erasures.componentId))
    .leftJoin(units, eq(units.id, erasures.unitId))
    .leftJoin(events, eq(events.seq, erasures.eventSeq))
    .where(eq(erasures.id, id));
  if (!row) throw new ShopError('missing', 'There is no such record.');
  return row;
}

/**
 * The certificate of what was done about a drive's data.
 * @throws ShopError when it was taken back, or there is nothing to certify
 */
export async function certificateOf(id: string, shop: ShopOnPaper, origin: string): Promise<Certificate> {
  const { erasure, part, tag, maker, model, event } = await rowOf(id);
  const title = TITLES[erasure.kind];
  if (!title) throw new ShopError('refused', 'No certificate: nothing was ended by that record.');
  if (erasure.voidedBy !== null)
    throw new ShopError('refused', 'No certificate: that record was taken back.');
  if (!event)
    throw new ShopError(
      'refused',
      'No certificate: that record is older than the numbers certificates bear.',
    );
  const { told } = erasure;
  const machine = told.machine;
  const line = (name: string, value: string | number | null | undefined) =>
    value === null || value === undefined || value === '' ? [] : [{ name, value: String(value) }];
  return {
    shop: shop.name,
    number: event.seq,
    hash: event.hash,
    title,
    printedOn: dayOf(new Date(), shop.timeZone),
    url: `${origin}/c/${event.seq}/${event.hash.slice(0, SEAL_SIGNS)}`,
    blocks: [
      {
        name: 'The medium',
        lines: [
          ...line('Drive', `${part.code} ${part.name}`),
          ...line('Serial', part.serial || 'none on it'),
          ...line('Model as it says', machine?.model),
          ...line('Medium', told.medium ? MEDIUM_WORDS[told.medium] : ''),
          ...line('Sectors', machine ? `${machine.sectors} of 512 bytes` : ''),
          ...line('Machine', tag ? `${tag} ${maker ?? ''} ${model ?? ''}`.trim() : 'none: a loose drive'),
        ],
      },
      {
        name: 'What was done',
        lines: [
          ...line('Outcome', ERASURE_WORDS[erasure.kind] ?? erasure.kind),
          ...line('Reaches', told.level),
          ...line('Method', erasure.method),
          ...line('Clause', told.clause),
          ...line('Tool', machine?.tool),
          ...line('Minutes', machine?.minutes),
          ...line('By', erasure.byName),
          ...line('When', dayAndTime(erasure.at, shop.timeZone)),
        ],
      },
      {
        name: 'How it was verified',
        lines: [
          ...line('Verification', erasure.verified || 'not asked of this record'),
          ...(machine
            ? [
                ...line('Read back', `${machine.result.read} of ${machine.expected} sectors asked for`),
                ...line('Not writable', machine.result.unwritten),
                ...line('Not readable', machine.result.unread),
                ...line('Not empty', machine.result.left),
                ...line('Drawn with', machine.whole ? 'every sector' : `seed ${machine.seed}`),
              ]
            : []),
        ],
      },
    ],
  };
}

export interface Checked {
  /** Its own content fits its seal, and it follows the entry before it. */
  agrees: boolean;
  title: string;
  number: number;
  at: Date;
  by: string;
  serial: string;
  method: string;
  /** It was taken back since. */
  back: { at: Date; why: string } | null;
  /** When the whole history was last gone through, and what was found. */
  history: { at: Date; fault: string } | null;
}

/** Whether a certificate still agrees with the shop's history. Null: no such number bears that seal. */
export async function checkCertificate(number: number, seal: string): Promise<Checked | null> {
  if (!Number.isSafeInteger(number) || number < 1 || !/^[0-9a-f]{32}$/.test(seal)) return null;
  const db = database();
  const { rows } = await db.execute<{ own: boolean; linked: boolean; hash: string }>(sql`
    select e.hash = events_hash(e) as own, e.hash,
      e.previous_hash = coalesce((select p.hash from events p where p.seq = e.seq - 1), repeat('0', 64)) as linked
    from events e where e.seq = ${number}`);
  if (!rows[0]?.hash.startsWith(seal)) return null;
  const [row] = await db
    .select({ erasure: erasures, serial: components.serial })
    .from(erasures)
    .innerJoin(components, eq(components.id, erasures.componentId))
    .where(eq(erasures.eventSeq, number));
  if (!row || !TITLES[row.erasure.kind]) return null;
  const [sealed] = await db.select().from(events).where(eq(events.seq, number));
  const payload = sealed.payload as {
    erasure?: string;
    serial?: string;
    method?: string;
    erased?: { erasure?: string; serial?: string; method?: string };
  };
  // what stands on the record must still be what was sealed
  const told = payload.erased ?? payload;
  const same = told.erasure === row.erasure.id && told.method === row.erasure.method;
  const [back] = row.erasure.voidedBy
    ? await db.select().from(events).where(eq(events.seq, row.erasure.voidedBy))
    : [];
  const [last] = await db
    .select({ at: jobs.endedAt, note: jobs.note })
    .from(jobs)
    .where(and(eq(jobs.kind, 'history'), sql`ended_at is not null`))
    .orderBy(sql`ended_at desc`)
    .limit(1);
  return {
    agrees: rows[0].own && rows[0].linked && same,
    title: TITLES[row.erasure.kind]!,
    number,
    at: row.erasure.at,
    by: row.erasure.byName,
    serial: told.serial ?? row.serial,
    method: row.erasure.method,
    back: back ? { at: back.at, why: String((back.payload as { why?: string }).why ?? '') } : null,
    history: last?.at ? { at: last.at, fault: last.note } : null,
  };
}

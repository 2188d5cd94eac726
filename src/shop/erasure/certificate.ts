import { and, asc, eq, sql } from 'drizzle-orm';
import { eraseTables } from '@/catalog/papers/erasure';
import { leftAtMost } from '@/core/erasure/sample';
import type { DriveSeen } from '@/core/record/events';
import { database } from '@/db/client';
import { erasures, events, eventSeals, jobs, type ErasureTold } from '@/db/schema';
import type { Certificate } from '@/formats/print/certificate';
import { MEDIUM_WORDS, ERASURE_WORDS } from '@/words/drives/erasure';
import { momentOf, dayOf } from '@/words/time';
import type { Medium } from '@/core/erasure/media';
import { ShopError } from '@/errors';
import { sealFits } from '../history/seal';
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

/** What was sealed about a drive's data. Everything a certificate says is read from here and from nothing else. */
interface SealedErasure {
  event: typeof events.$inferSelect;
  told: DriveSeen;
  kind: string;
  /** The entry that took it back. */
  back: typeof events.$inferSelect | null;
}

/** The entry with this number, when it tells of a drive's data. */
async function sealedErasure(number: number): Promise<SealedErasure | null> {
  const db = database();
  const [event] = await db.select().from(events).where(eq(events.seq, number));
  const payload = (event?.payload ?? {}) as unknown as DriveSeen & { erased?: DriveSeen };
  const told = payload.erased ?? payload;
  if (!told.erasure) return null;
  // entries older than their kind is written into them say it by what they are
  const own = event.kind.startsWith('drive ') ? event.kind.slice(6) : null;
  const kind = told.kind ?? own ?? (event.kind === 'erasure dropped' ? 'failed' : 'erased');
  const [back] = await db
    .select()
    .from(events)
    .where(
      and(
        eq(events.kind, 'erasure back'),
        sql`(${events.voids} = ${number} or ${events.payload} ->> 'erasure' = ${told.erasure})`,
      ),
    )
    .orderBy(asc(events.seq))
    .limit(1);
  return { event, told, kind, back: back ?? null };
}

/** What a sample proves, in words. */
function confidenceWords(machine: NonNullable<ErasureTold['machine']>): string {
  if (machine.whole) return 'nothing was left to chance: every sector was read';
  const places = eraseTables.sampling.subsections * 2;
  const percent = leftAtMost(eraseTables.confidence, places) * 100;
  return `${places} places drawn at random, none with anything in it: at ${eraseTables.confidence * 100} % confidence less than ${percent.toFixed(2)} % of such places hold any`;
}

/** By whose word it stands, where no script of the shop's saw it. */
export const byWordOf = (name: string): string => `by word of ${name}, not verified by the shop`;

/**
 * The certificate of what was done about a drive's data.
 * @throws ShopError when it was taken back, or there is nothing to certify
 */
export async function certificateOf(id: string, shop: ShopOnPaper, origin: string): Promise<Certificate> {
  if (!isRowId(id)) throw new ShopError('missing', 'There is no such record.');
  const [row] = await database().select().from(erasures).where(eq(erasures.id, id));
  if (!row) throw new ShopError('missing', 'There is no such record.');
  const sealed = row.eventSeq === null ? null : await sealedErasure(row.eventSeq);
  if (!sealed || sealed.told.erasure !== id)
    throw new ShopError('refused', 'No certificate: the history tells of no such record by itself.');
  const { event, told, kind, back } = sealed;
  const title = TITLES[kind];
  if (!title) throw new ShopError('refused', 'No certificate: nothing was ended by that record.');
  if (back) throw new ShopError('refused', 'No certificate: that record was taken back.');
  const machine = told.machine as ErasureTold['machine'];
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
          ...line('Drive', [told.code, told.name].filter(Boolean).join(' ')),
          ...line('Serial', told.serial || 'none could be read on it'),
          ...line('Model as it says', machine?.model),
          ...line('Medium', told.medium ? MEDIUM_WORDS[told.medium as Medium] : ''),
          ...line('Sectors', machine ? `${machine.sectors} of 512 bytes` : ''),
          ...line('Machine', told.machineOf ?? 'none: a loose drive'),
        ],
      },
      {
        name: 'What was done',
        lines: [
          ...line('Outcome', ERASURE_WORDS[kind] ?? kind),
          ...line('Reaches', told.level),
          ...line('Method', told.method),
          ...line('Clause', told.clause),
          ...line('Tool', machine?.tool),
          ...line('Minutes', machine?.minutes),
          ...line('Handed to', told.handedTo),
          ...line('Vouched for', told.vouched),
          ...line('So quick because', told.quick),
          ...line('Asked for by', machine?.askedBy),
          ...line('Confirmed by', machine?.confirmedBy),
          ...line('By', machine ? `the shop’s own script, for ${event.actorName}` : event.actorName),
          ...line('When', momentOf(event.at, shop.timeZone)),
        ],
      },
      {
        name: 'How it was verified',
        lines: [
          ...line('Verification', told.verified || 'not asked of this record'),
          ...line('Standing', told.byWord ? byWordOf(event.actorName) : ''),
          ...(machine
            ? [
                ...line('Read back', `${machine.result.read} of ${machine.expected} sectors asked for`),
                ...line('Confidence', machine.faults.length ? '' : confidenceWords(machine)),
                ...line('Not writable', machine.result.unwritten),
                ...line('Not readable', machine.result.unread),
                ...line('Not empty', machine.result.left),
                ...line('Drawn with', machine.whole ? 'every sector' : `seed ${machine.seed}`),
                ...(machine.notes ?? []).flatMap((note) => line('Besides', note)),
              ]
            : []),
        ],
      },
    ],
  };
}

export interface Checked {
  /** Its own content fits its seal, it follows the entry before it, and the record says what was sealed. */
  agrees: boolean;
  title: string;
  number: number;
  at: Date;
  by: string;
  serial: string;
  method: string;
  /** Nobody but the one who says so has seen it. */
  byWord: boolean;
  /** It was taken back since. */
  back: { at: Date; why: string } | null;
  /** When its entry came here with an archive: it is sealed under this shop's key since then, and was not before. */
  brought: Date | null;
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
  const sealed = await sealedErasure(number);
  if (!sealed || !TITLES[sealed.kind]) return null;
  const { event, told, kind, back } = sealed;
  // what stands on the record must still be what was sealed
  const [row] = await db.select().from(erasures).where(eq(erasures.id, told.erasure));
  const same =
    row !== undefined &&
    row.kind === kind &&
    row.method === told.method &&
    row.componentId === told.component &&
    row.eventSeq === number &&
    (row.voidedBy !== null) === (back !== null);
  const [keyed] = await db.select().from(eventSeals).where(eq(eventSeals.seq, number));
  // an entry older than seals has none
  const fits = !keyed || sealFits(number, event.hash, keyed.seal);
  const [came] = await db
    .select({ at: events.at })
    .from(events)
    .where(and(eq(events.kind, 'archive taken in'), sql`${events.seq} > ${number}`))
    .orderBy(events.seq)
    .limit(1);
  const [last] = await db
    .select({ at: jobs.endedAt, note: jobs.note })
    .from(jobs)
    .where(and(eq(jobs.kind, 'history'), sql`ended_at is not null`))
    .orderBy(sql`ended_at desc`)
    .limit(1);
  return {
    agrees: rows[0].own && rows[0].linked && same && fits,
    title: TITLES[kind]!,
    number,
    at: event.at,
    by: event.actorName,
    serial: told.serial,
    method: told.method,
    byWord: told.byWord === true,
    back: back ? { at: back.at, why: String((back.payload as { why?: string }).why ?? '') } : null,
    brought: came?.at ?? null,
    history: last?.at ? { at: last.at, fault: last.note } : null,
  };
}

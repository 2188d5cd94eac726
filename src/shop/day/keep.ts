import { sql } from 'drizzle-orm';
import { changesBetween, stoodOf, type Changes } from '@/core/timetable/changes';
import type { KeptDay } from '@/core/timetable/day';
import { database } from '@/db/client';
import { dayPlan as dayPlans } from '@/db/schema';
import { log } from '@/log';
import { newestEntry } from '../history/anchors';
import { planOf } from './plan';

/** A plan is true for so long when nothing happens, ms; while much happens it is made anew this often at most. */
const TRUE_MS = 60_000;
const OFTEN_MS = 4_000;

interface KeptRow {
  day: KeptDay;
  seq: number;
  madeAt: Date;
}

/** The body read last, for it is long and stands on every screen; by its database and moment. */
let lastRead: { of: string; row: KeptRow } | null = null;
const nameOf = ({ seq, madeAt }: Omit<KeptRow, 'day'>) =>
  `${process.env.DATABASE_URL} ${seq} ${madeAt.getTime()}`;

async function keptRow(): Promise<KeptRow | null> {
  const db = database();
  const [stamp] = await db.select({ seq: dayPlans.seq, madeAt: dayPlans.madeAt }).from(dayPlans);
  if (!stamp) return null;
  const of = nameOf(stamp);
  if (lastRead?.of === of) return lastRead.row;
  const [row] = await db.select().from(dayPlans);
  if (row?.body.v !== 2) return null;
  const kept: KeptRow = { day: row.body, seq: row.seq, madeAt: row.madeAt };
  lastRead = { of: nameOf(row), row: kept };
  return kept;
}

/** What was moved, as told by a plan that begins so many minutes later; what was to be done by now is left out. */
const later = (changes: Changes, minutes: number): Changes => ({
  ...changes,
  moved: changes.moved
    .map((move) => ({ ...move, from: move.from - minutes, to: move.to - minutes }))
    .filter(({ to }) => to > 0),
});

/** Makes the plan anew from the one that stands, and keeps it: what has begun or was pinned stays. */
export async function replan(): Promise<KeptDay> {
  const [before, newest] = await Promise.all([keptRow(), newestEntry(database())]);
  const { plan, ways } = await planOf(before?.day ?? null);
  const changes = before
    ? changesBetween(stoodOf(before.day.plan), stoodOf(plan))
    : { moved: [], because: [], share: null };
  // what was moved stays told until something else is, or it is over
  const told = before && changes.moved.length === 0 ? { ...later(before.day.changes, (Date.parse(plan.zero) - Date.parse(before.day.plan.zero)) / 60_000), share: changes.share } : changes; // prettier-ignore
  const day: KeptDay = { v: 2, plan, ways, changes: told };
  const row = { id: 1, seq: newest?.seq ?? 0, madeAt: new Date(), body: day };
  const kept = await database()
    .insert(dayPlans)
    .values(row)
    .onConflictDoUpdate({
      target: dayPlans.id,
      set: { seq: row.seq, madeAt: row.madeAt, body: row.body },
      // one that knows more stands
      setWhere: sql`${dayPlans.seq} <= ${row.seq}`,
    })
    .returning({ seq: dayPlans.seq });
  if (kept.length) lastRead = { of: nameOf(row), row: { day, seq: row.seq, madeAt: row.madeAt } };
  return day;
}

const holder = globalThis as typeof globalThis & { omnitropePlanning?: Promise<KeptDay> };

/** The same, once for all who ask at this moment. */
function replanOnce(): Promise<KeptDay> {
  return (holder.omnitropePlanning ??= replan().finally(() => {
    holder.omnitropePlanning = undefined;
  }));
}

/** The plan that stands; anew when anything has happened since, or some time has passed. */
export async function standingDay(): Promise<KeptDay> {
  const [row, newest] = await Promise.all([keptRow(), newestEntry(database())]);
  const good = row && row.seq === (newest?.seq ?? 0) && Date.now() - row.madeAt.getTime() < TRUE_MS;
  return good ? row.day : replanOnce();
}

/** The plan as it was kept last, for what must not wait; when it is old, a new one is on its way. */
export async function lastDay(): Promise<{ day: KeptDay | null; planning: boolean }> {
  const [row, newest] = await Promise.all([keptRow(), newestEntry(database())]);
  const age = row ? Date.now() - row.madeAt.getTime() : Infinity;
  const good = row && row.seq === (newest?.seq ?? 0) && age < TRUE_MS;
  if (good) return { day: row.day, planning: false };
  if (age > OFTEN_MS)
    void replanOnce().catch((error: unknown) => log.error({ failure: String(error) }, 'no plan was made'));
  return { day: row?.day ?? null, planning: true };
}

import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import Joi from 'joi';
import { notesFrom, openPoints, type NoteAct, type UnitNote } from '@/core/record/notes';
import { database, type Database, type Transaction } from '@/db/client';
import { modelNotes, observations, recordValues, units, work } from '@/db/schema';
import { ShopError } from '@/errors';
import { keepable } from '@/formats/json';
import { BENCH_ROLES, defineCommand } from '../command';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { actName, writeActs } from '../record/acts';

/** What stands on a machine in somebody's own words. */
export async function unitNotes(tx: Transaction | Database, unit: string): Promise<UnitNote[]> {
  const rows = await tx
    .select()
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unit), eq(recordValues.key, 'note'), isNull(recordValues.voidedBy)))
    .orderBy(asc(recordValues.id));
  return notesFrom(
    rows.map(({ value, origin, by, at }) => ({ act: JSON.parse(value) as NoteAct, origin, by, at })),
  );
}

/** @throws ShopError naming the points that are open */
export async function assertNoOpenPoints(tx: Transaction, unit: string, what: string): Promise<void> {
  const open = openPoints(await unitNotes(tx, unit));
  if (open.length)
    throw new ShopError('refused', `${what}: still to be settled: ${open.join('; ')}.`, { open });
}

/** A note to a machine, or a point that has to be settled before it is graded. */
export const noteUnit = defineCommand({
  name: 'noteUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    text: shortText('note', 400).required(),
    open: Joi.boolean().default(false).label('to be settled'),
  }),
  // what somebody noticed they noticed, whatever else was done to the machine meanwhile
  still: () => Promise.resolve(true),
  async run({ tx, actor, unit }, { text, open }) {
    refuseHeld(unit!);
    const act = await writeActs(tx, unit!.id, 'note', [{ op: 'note', text, open }], actor.name);
    return { event: { kind: 'noted', payload: { text, open, act } }, answer: { note: act } };
  },
});

export const closePoint = defineCommand({
  name: 'closePoint',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    note: actName.required(),
    how: shortText('how', 200).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { note, how }) {
    refuseHeld(unit!);
    const own = (await unitNotes(tx, unit!.id)).find(({ id }) => id === note);
    if (!own?.open)
      throw new ShopError('refused', 'Nothing was settled: that point is not open on this machine.');
    const act = await writeActs(tx, unit!.id, 'note', [{ op: 'closed', note, how }], actor.name);
    return { event: { kind: 'point settled', payload: { text: own.text, how, act } }, answer: null };
  },
});

/** Something somebody wrote, wherever it stands. */
export interface FoundNote {
  where: string;
  href: string;
  what: string;
  text: string;
  by: string;
  at: Date;
}

const MOST_FOUND = 60;

/** Everything written in own words that holds all of the words asked for, newest first. */
export async function searchNotes(text: string): Promise<FoundNote[]> {
  const words = keepable(text) ? text.trim().split(/\s+/).filter(Boolean).slice(0, 6) : [];
  if (words.length === 0) return [];
  const like = words.map((word) => `%${word.replace(/[%_\\]/g, '\\$&')}%`);
  const holds = (column: unknown) => and(...like.map((each) => sql`${column} ilike ${each}`));
  const db = database();
  const [own, models, works, answers] = await Promise.all([
    db
      .select({ row: recordValues, tag: units.tag })
      .from(recordValues)
      .innerJoin(units, eq(units.id, recordValues.unitId))
      .where(
        and(
          inArray(recordValues.key, ['note', 'damage', 'owner']),
          isNull(recordValues.voidedBy),
          holds(recordValues.value),
        ),
      )
      .orderBy(desc(recordValues.id))
      .limit(MOST_FOUND),
    db
      .select()
      .from(modelNotes)
      .where(and(isNull(modelNotes.removedAt), holds(modelNotes.text)))
      .orderBy(desc(modelNotes.id))
      .limit(MOST_FOUND),
    db
      .select({ row: work, tag: units.tag })
      .from(work)
      .innerJoin(units, eq(units.id, work.unitId))
      .where(holds(sql`(${work.title} || ' ' || ${work.note})`))
      .orderBy(desc(work.startedAt))
      .limit(MOST_FOUND),
    db
      .select({ row: observations, tag: units.tag })
      .from(observations)
      .innerJoin(units, eq(units.id, observations.unitId))
      .where(and(isNull(observations.voidedBy), isNotNull(observations.note), holds(observations.note)))
      .orderBy(desc(observations.id))
      .limit(MOST_FOUND),
  ]);
  const wordsIn = (value: string): string => {
    const { text: said, note, how } = JSON.parse(value) as { text?: string; note?: string; how?: string };
    return said ?? how ?? note ?? '';
  };
  return (
    [
      ...own.map(({ row, tag }) => ({
        where: tag,
        href: `/u/${tag}/work`,
        what: row.key,
        text: wordsIn(row.value),
        by: row.by,
        at: row.at,
      })),
      ...models.map((row) => ({
        where: `${row.maker} ${row.model}`.trim(),
        href: '',
        what: row.kind,
        text: row.text,
        by: row.byName,
        at: row.at,
      })),
      ...works
        .filter(({ row }) => row.note)
        .map(({ row, tag }) => ({
          where: tag,
          href: `/u/${tag}/work`,
          what: row.title,
          text: row.note,
          by: row.byName,
          at: row.startedAt,
        })),
      ...answers.map(({ row, tag }) => ({
        where: tag,
        href: `/u/${tag}/record`,
        what: 'answer',
        text: row.note ?? '',
        by: row.byName,
        at: row.at,
      })),
    ]
      // what holds the words is what was written, not the shape it is kept in
      .filter(({ text: said, what }) => {
        const all = `${what} ${said}`.toLowerCase();
        return said && words.every((word) => all.includes(word.toLowerCase()));
      })
      .sort((a, b) => b.at.getTime() - a.at.getTime())
      .slice(0, MOST_FOUND)
  );
}

import { and, asc, count, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { causeById, findingById, repairById } from '@/catalog';
import { usualZoneMinutes, zoneMinutes } from '@/core/clean/minutes';
import type { CleanAct } from '@/core/clean/state';
import { layerMinutes, usualLayers } from '@/core/hands/layers';
import type { MatAct } from '@/core/hands/mat';
import { provenLimits, type ProvenLimit, type SeenWith } from '@/core/models/proven';
import { factsOfPart } from '@/core/parts/facts';
import { database } from '@/db/client';
import { modelNotes, modelSheets, units } from '@/db/schema';
import { templateFor } from '../hands/matRows';
import { modelKey } from '../parts/machine';
import { zoneName } from '@/words/hands/clean';
import type { Notebook, NoteLine } from '@/words/unit/model';
import { recordsNow } from '../record/queries';
import { sameModel } from '../record/model';
import { effectiveCatalogue } from '../rules/effective';
import { shopRules } from '../rules/queries';
import { ENTERED, linesShown } from '../study/veil';
import { modelFaultsFor } from './faults';

type Model = Pick<typeof units.$inferSelect, 'id' | 'maker' | 'model' | 'chassis'>;

/** What was written down of a model, oldest first. */
export async function notesOf({ maker, model }: Pick<Model, 'maker' | 'model'>): Promise<NoteLine[]> {
  if (!model.trim()) return [];
  const rows = await database()
    .select()
    .from(modelNotes)
    .where(
      and(
        isNull(modelNotes.removedAt),
        sql`lower(${modelNotes.maker}) = lower(${maker}) and lower(${modelNotes.model}) = lower(${model})`,
      ),
    )
    .orderBy(asc(modelNotes.id));
  return rows.map(({ id, kind, text, board, finding, byName }) => ({
    id,
    kind,
    text,
    board,
    finding,
    by: byName,
  }));
}

/** Entries of mats and cleaning minutes are learnt from; machines limits are proven by, the newest. */
const MOST_NOTES = 6000;
const MOST_PROVING = 40;

/** What machines of the model were seen to work with. */
async function provenBy(model: Model): Promise<ProvenLimit[]> {
  const db = database();
  const proving = await db
    .select({ id: units.id, chassis: units.chassis, grade: units.grade })
    .from(units)
    .where(and(ne(units.id, model.id), sameModel(model)))
    .orderBy(desc(units.stageSince))
    .limit(MOST_PROVING);
  const records = await recordsNow(db, proving);
  return provenLimits(
    proving.map(({ id, grade }): SeenWith => {
      const { specification, inside } = records.get(id)!.record;
      const facts = (partClass: string) => inside.filter((part) => part.class === partClass).map(factsOfPart);
      const figure = (value: unknown) => (typeof value === 'number' ? value : null);
      return {
        proven: grade !== null || specification.best('memoryGb')?.basis === 'measured',
        memoryGb: specification.number('memoryGb'),
        modulesGb: facts('memory').flatMap(({ gb }) => figure(gb) ?? []),
        drives: facts('drive').map(({ gb, bus }) => ({
          gb: figure(gb),
          bus: typeof bus === 'string' ? bus : null,
        })),
        processor: specification.text('processor'),
      };
    }),
  );
}

/** Entries of a kind with their times, machine by machine. */
function byMachine<A>(
  rows: readonly { unit_id: string; at: number; value: string }[],
): { at: number; act: A }[][] {
  const acts = new Map<string, { at: number; act: A }[]>();
  for (const { unit_id: id, at, value } of rows) {
    const own = acts.get(id) ?? [];
    own.push({ at, act: JSON.parse(value) as A });
    acts.set(id, own);
  }
  return [...acts.values()];
}

/** Everything the shop has learnt of a model: from what was written, and from the records of its machines. */
export async function notebookOf(unit: Model): Promise<Notebook> {
  const db = database();
  const same = and(ne(units.id, unit.id), sameModel(unit));
  const ids = sql`select id from units u where lower(u.maker) = lower(${unit.maker})
    and lower(u.model) = lower(${unit.model}) and u.chassis = ${unit.chassis} and u.id <> ${unit.id}`;
  const [
    [{ seen }],
    notes,
    faults,
    template,
    trouble,
    times,
    others,
    sheets,
    noted,
    cleaned,
    applied,
    proven,
  ] = await Promise.all([
    db.select({ seen: count() }).from(units).where(same),
    notesOf(unit),
    shopRules().then((rules) => modelFaultsFor(db, unit, effectiveCatalogue(rules).catalogue)),
    templateFor(db, unit),
    db.execute<{ item: string; move: string; machines: string; of: string }>(sql`
      with acts as (select unit_id, value::json as act from record_values
        where key = 'mat' and voided_by is null and unit_id in (${ids}))
      select act ->> 'item' as item, act ->> 'move' as move, count(distinct unit_id) as machines,
        (select count(distinct unit_id) from acts) as of
      from acts where act ->> 'op' = 'move' and act ->> 'move' in ('missing', 'rounded', 'improvised', 'left over')
      group by 1, 2 order by 3 desc limit 12`),
    db.execute<{ ref: string; title: string; n: string; mean: number; spread: number | null }>(sql`
      select ref, max(title) as title, count(*) as n, avg(minutes)::float8 as mean, stddev_samp(minutes)::float8 as spread
      from (select w.ref, w.title, sum(extract(epoch from s.ended_at - s.started_at)) / 60 as minutes
        from work w join work_segments s on s.work_id = w.id and s.attended and s.ended_at is not null
        where w.status = 'done' and w.kind <> 'zone' and w.unit_id in (${ids}) group by w.id, w.ref, w.title) as done
      group by ref order by n desc, mean desc limit 12`),
    db
      .select({ id: units.id, tag: units.tag, stage: units.stage, probably: units.probably, ...ENTERED })
      .from(units)
      .where(same)
      .orderBy(desc(units.stageSince))
      .limit(8)
      .then(linesShown),
    db
      .select({ facts: modelSheets.takes })
      .from(modelSheets)
      .where(eq(modelSheets.model, modelKey(unit) ?? '')),
    db.execute<{ unit_id: string; at: number; value: string }>(sql`
      select v.unit_id, extract(epoch from v.at)::float8 * 1000 as at, v.value from record_values v
      where v.key = 'mat' and v.voided_by is null and v.unit_id in (${ids}) order by v.unit_id, v.id limit ${MOST_NOTES}`),
    db.execute<{ unit_id: string; at: number; value: string }>(sql`
      select v.unit_id, extract(epoch from v.at)::float8 * 1000 as at, v.value from record_values v
      where v.key = 'clean' and v.voided_by is null and v.unit_id in (${ids}) order by v.unit_id, v.id limit ${MOST_NOTES}`),
    db.execute<{ chip: string; name: string; n: string }>(sql`
      select m ->> 'on' as chip, m ->> 'name' as name, count(distinct w.unit_id) as n
      from work w cross join lateral jsonb_array_elements(w.materials) m
      where w.status = 'done' and m ? 'on' and w.unit_id in (${ids}) group by 1, 2 order by 1, 3 desc, 2 limit 24`),
    provenBy(unit),
  ]);
  return {
    seen,
    closed: faults[0]?.of ?? 0,
    notes,
    faults: faults.map((fault) => ({ ...fault, name: causeById(fault.cause)?.name ?? fault.cause })),
    template,
    layers: usualLayers(byMachine<MatAct>(noted.rows).map(layerMinutes)),
    cleaned: usualZoneMinutes(byMachine<CleanAct>(cleaned.rows).map(zoneMinutes)).map((own) => ({
      ...own,
      name: zoneName(unit.chassis, own.zone),
    })),
    applied: applied.rows.map(({ chip, name, n }) => ({ on: chip, name, machines: Number(n) })),
    proven,
    trouble: trouble.rows.map(({ item, move, machines, of }) => ({
      name: item,
      what: move,
      machines: Number(machines),
      of: Number(of),
    })),
    times: times.rows.map(({ ref, title, n, mean, spread }) => ({
      ref,
      name: repairById(ref)?.name ?? title,
      n: Number(n),
      mean,
      spread,
    })),
    others: others.map(({ tag, stage, probably }) => ({ tag, stage, probably })),
    facts: Object.entries(sheets[0]?.facts ?? {}).map(([key, value]) => ({ key, value })),
  };
}

/** Weak spots of the model that are questions: the first look begins with them. */
export const weakSpots = async (unit: Model): Promise<{ finding: string; words: string }[]> =>
  (await notesOf(unit))
    .filter(({ kind, finding }) => kind === 'weak spot' && finding && findingById(finding))
    .map(({ finding, text }) => ({ finding, words: text }));

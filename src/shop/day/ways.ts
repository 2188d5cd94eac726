import { eq, sql } from 'drizzle-orm';
import { benchMinutes } from '@/catalog/hands/openingMinutes';
import { repairById } from '@/catalog';
import { movesFor, stateAfter } from '@/core/minutes/opening';
import type { HouseTables } from '@/core/house/tables';
import type { Evaluation } from '@/core/steps/evaluate';
import type { StopRoute } from '@/core/steps/problem';
import type { KnownWays } from '@/core/timetable/day';
import type { OnTheWay } from '@/core/timetable/operations';
import type { Skill } from '@/core/timetable/week';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import type { RunningBlock } from '../floor/queries';
import { standingOf, wayFrom } from '../units/remaining';
import { FIND_OUT } from '../work/clock';

/** A machine that wants hands, with where it came from and when the part it waits for is due. */
export interface Wanting {
  unit: Pick<typeof units.$inferSelect, 'id' | 'tag' | 'version' | 'maker' | 'model' | 'promisedAt'>;
  source: string;
  /** Day of the calendar; null: it waits for none. */
  partDue: string | null;
}

const stopOf = (route: string, source: string): StopRoute =>
  source === 'owner' ? 'handOver' : (['harvest', 'recycle', 'asFound'] as const).find((one) => one === route) ?? 'disclose'; // prettier-ignore

/** What whoever does the repair that is proposed must be able to do, by its cautions. */
export function skillOf(evaluation: Evaluation | null): Skill | undefined {
  const repair = evaluation?.steps.flatMap((step) =>
    step.kind === 'repair' ? [repairById(step.id)] : [],
  )[0];
  const asks = (...cautions: string[]) => cautions.some((caution) => repair?.cautions?.includes(caution));
  return asks('solder') ? 'board' : asks('open-mains', 'mains-test') ? 'mains' : undefined;
}

type Hand = {
  unit_id: string;
  person: string;
  minutes: number;
};

/** Whose clock runs at which machine, and the minutes of hands so far; finding out counts while answers come. */
export async function inHandNow(): Promise<ReadonlyMap<string, { person: string; minutes: number }>> {
  const { rows } = await database().execute<Hand>(sql`
    select s.unit_id, w.by as person,
      case when w.ref = ${FIND_OUT} then 0 else coalesce((select sum(extract(epoch from coalesce(b.ended_at, clock_timestamp()) - b.started_at) / 60)
        from work_segments b where b.work_id = w.id and b.attended), 0) end::float8 as minutes
    from work_segments s join work w on w.id = s.work_id
    where s.ended_at is null and s.attended
      and (w.ref <> ${FIND_OUT} or s.seen_at > now() - ${`${FINDING_IDLE_MINUTES} minutes`}::interval)
    order by s.started_at desc limit 200`);
  const taken = new Set<string>();
  // a pair of hands is at one machine: where its clock was started last
  return new Map(
    rows.flatMap(({ unit_id: unit, person, minutes }) => {
      if (taken.has(person)) return [];
      taken.add(person);
      return [[unit, { person, minutes }] as const];
    }),
  );
}

/** What is left of a machine, whatever runs or is in hand now: hands, drives, what still has to be done. */
async function wayOf({ unit: { id }, source }: Wanting, tables: HouseTables): Promise<OnTheWay> {
  const [unit] = await database().select().from(units).where(eq(units.id, id));
  const standing = await standingOf(unit);
  const route = unit.ending ?? stopOf(unit.route, source);
  const { left } = wayFrom(standing, unit, route);
  const { finish } = tables.minutes[unit.chassis];
  const moving = benchMinutes[unit.chassis];
  const hands = unit.ending ? 0 : Math.max(0, unit.handsMinutes - finish);
  // as its repairs leave it: the plan closes it again where it has to be closed
  const repairs = hands > 0 ? (unit.evaluation?.plan ?? []) : [];
  const lies = repairs.reduce(
    (state, id) => stateAfter(state, movesFor(repairById(id)?.bench, state, moving)),
    unit.bench,
  );
  const holding = standing.record.drives.inside.filter(({ accounted }) => !accounted).length;
  return {
    unit: unit.tag,
    hands,
    handsSpread: hands > 0 ? (unit.evaluation?.planSpread ?? 0) : 0,
    lies,
    moving,
    drives: left.some(({ what }) => what === 'data') ? Math.max(1, holding) : 0,
    system: source !== 'owner' && route === 'disclose',
    left: left.filter(({ what }) => what !== 'open'),
    finish,
    runs: [],
    skill: unit.ending ? undefined : skillOf(unit.evaluation),
  };
}

interface Now {
  tables: HouseTables;
  /** What everything is reckoned with: another mark, and all is worked out again. */
  mark: string;
  zero: number;
  running: readonly RunningBlock[];
  known: KnownWays;
  /** From when on, minutes, a part that is due on a day can be put in. */
  partThere: (day: string) => number;
}

/** What a reckoning of ways stands on: another mark, and all is worked out again. */
export const waysMark = (
  house: { mark: number | string },
  {
    handMinutesVersion,
    ratePerHourMinor,
  }: { handMinutesVersion: number | string | null; ratePerHourMinor: number },
): string => `2/${house.mark}/${handMinutesVersion}/${ratePerHourMinor}`;

/** What is left of each machine; of one whose record has not changed it is known already. */
export async function waysOf(
  chosen: readonly Wanting[],
  { tables, mark, zero, running, known, partThere }: Now,
): Promise<{ ways: OnTheWay[]; known: KnownWays }> {
  const hands = await inHandNow();
  const fresh: KnownWays = {};
  const ways = await Promise.all(
    chosen.map(async (wanting): Promise<OnTheWay> => {
      const { unit, partDue } = wanting;
      const own = `${unit.version}/${mark}`;
      const before = known[unit.tag];
      const way = before?.mark === own ? before.way : await wayOf(wanting, tables);
      fresh[unit.tag] = { mark: own, way };
      return {
        ...way,
        release: partDue ? partThere(partDue) : undefined,
        inHand: hands.get(unit.id),
        runs: running
          .filter(({ unitId }) => unitId === unit.id)
          .map(({ title, station, startedAt, expectedMinutes }) => ({
            title,
            left: Math.round((Date.parse(startedAt) - zero) / 60_000 + expectedMinutes),
            tail: 2,
            station: tables.stations.includes(station) ? station : null,
          })),
      };
    }),
  );
  return { ways, known: fresh };
}

import { and, asc, eq, gt, isNull, lte, sql } from 'drizzle-orm';
import Joi from 'joi';
import { heatTables } from '@/catalog/heat';
import { readHeat, type HeatReading } from '@/core/instruments/heat';
import type { HeatSample } from '@/core/instruments/heatRun';
import { database, type Database, type Transaction } from '@/db/client';
import { observations, recordValues, work } from '@/db/schema';
import { LogFault, readHeatCsv } from '@/formats/readingsCsv';
import { repairById } from '@/catalog';
import { carriedOut, endingOf } from '@/core/record/endings';
import { lastActBack, writeActs } from '../record/acts';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';

/** A heat run as it is kept: what it said, what it was said in, and enough of the curve to draw it. */
export interface KeptRun {
  name: string;
  room: number | null;
  limit: number | null;
  watts: number | null;
  reading: Omit<HeatReading, 'verdict'>;
  verdict: HeatReading['verdict'];
  curve: HeatSample[];
}

/** Points of a curve that are kept for its drawing, and samples that are read. */
const DRAWN = 400;
const MOST_SAMPLES = 14_400;
const MOST_TEXT = 2_000_000;

const thinned = (samples: readonly HeatSample[]): HeatSample[] => {
  const every = Math.max(1, Math.ceil(samples.length / DRAWN));
  return samples.filter((_, i) => i % every === 0);
};

interface Recorded {
  unitId: string;
  name: string;
  log: string;
  room?: number;
  limit?: number;
  watts?: number;
}

/** A log of a run, read and put on record; its verdict enters belief with its chances. */
export const recordHeatRun = defineCommand<Recorded, { verdict: HeatReading['verdict'] }>({
  name: 'recordHeatRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    name: shortText('name', 80).allow('').default('log'),
    log: Joi.string().max(MOST_TEXT).required().label('log'),
    room: Joi.number().min(-30).max(60).label('room'),
    limit: Joi.number().min(40).max(150).label('limit'),
    watts: Joi.number().min(1).max(1_000).label('watts'),
  }),
  async run({ tx, actor, unit }, { name, log, ...said }) {
    refuseHeld(unit!);
    let read;
    try {
      read = readHeatCsv(log);
    } catch (error) {
      if (!(error instanceof LogFault)) throw error;
      throw new ShopError('invalid', `Not taken in: ${error.message}.`, { fields: { log: error.message } });
    }
    if (read.samples.length > MOST_SAMPLES)
      throw new ShopError(
        'invalid',
        `Not taken in: ${read.samples.length} samples; ${MOST_SAMPLES} at most.`,
      );
    const run = {
      samples: read.samples,
      room: said.room ?? read.room ?? null,
      limit: said.limit ?? read.limit ?? null,
      watts: said.watts ?? read.watts ?? null,
    };
    const { verdict, ...reading } = readHeat(run, heatTables);
    if (reading.without)
      throw new ShopError('refused', `Not taken in: ${reading.without}. Nothing was changed.`);
    const kept: KeptRun = {
      name,
      room: run.room,
      limit: run.limit,
      watts: run.watts,
      reading,
      verdict,
      curve: thinned(read.samples),
    };
    await writeActs(tx, unit!.id, 'heat run', [kept], actor.name, {
      basis: 'measured',
      number: reading.stages!.settles,
    });
    return {
      event: {
        kind: 'heat run',
        payload: {
          name,
          settles: Math.round(reading.stages!.settles),
          verdict: verdict
            .slice(0, 3)
            .map(({ id, chance }) => ({ id, chance: Math.round(chance * 1000) / 1000 })),
        },
      },
      answer: { verdict },
    };
  },
});

/** The last run as if it had not been made. */
export const takeBackHeatRun = defineCommand<{ unitId: string }, null>({
  name: 'takeBackHeatRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    refuseHeld(unit!);
    const { acts, onSealed } = await lastActBack<KeptRun>(
      tx,
      unit!,
      'heat run',
      'No heat run stands on this machine.',
    );
    return { event: { kind: 'heat run back', payload: { name: acts[0].name } }, answer: null, onSealed };
  },
});

const ofUnit = (unit: string) =>
  and(eq(recordValues.unitId, unit), eq(recordValues.key, 'heat run'), isNull(recordValues.voidedBy));

export interface RunLine extends KeptRun {
  at: Date;
  by: string;
  /** Work between the run before and this one. */
  since: string[];
}

/** Work that was ended between two moments: what may have changed a reading. */
async function workBetween(
  tx: Transaction | Database,
  unit: string,
  from: Date,
  to: Date,
): Promise<string[]> {
  const done = await tx
    .select({ title: work.title })
    .from(work)
    .where(
      and(
        eq(work.unitId, unit),
        eq(work.status, 'done'),
        sql`${work.kind} <> 'repair'`,
        gt(work.finishedAt, from),
        lte(work.finishedAt, to),
      ),
    );
  const tried = (
    await tx
      .select()
      .from(observations)
      .where(
        and(
          eq(observations.unitId, unit),
          eq(observations.kind, 'repair'),
          isNull(observations.voidedBy),
          gt(observations.at, from),
          lte(observations.at, to),
        ),
      )
  ).filter((row) => carriedOut(endingOf(row)));
  return [
    ...new Set([...done.map(({ title }) => title), ...tried.map(({ ref }) => repairById(ref)?.name ?? ref)]),
  ];
}

/** Heat runs of a unit, oldest first, each with the work that lies before it. */
export async function heatRunsOf(unit: string): Promise<RunLine[]> {
  const db = database();
  const rows = await db.select().from(recordValues).where(ofUnit(unit)).orderBy(asc(recordValues.id));
  const lines: RunLine[] = [];
  for (const [n, row] of rows.entries())
    lines.push({
      ...(JSON.parse(row.value) as KeptRun),
      at: row.at,
      by: row.by,
      since: await workBetween(db, unit, n ? rows[n - 1].at : new Date(0), row.at),
    });
  return lines;
}

import { findingById } from '@/catalog';
import { safetyLimits } from '@/catalog/instruments/electrical';
import { heatTables } from '@/catalog/instruments/heat';
import {
  atxRails,
  batteryRules,
  railSigns,
  soakRules,
  speeds,
  touchLimits,
  touchPlaces,
} from '@/catalog/instruments/readings';
import { appliesTo } from '@/core/belief/model';
import { readHeat, type HeatReading } from '@/core/instruments/heat/read';
import { shown, type HeatSample } from '@/core/instruments/heat/run';
import { GRAPHICS_CLASSES } from '@/core/machine/names';
import { graphicsAt } from '@/core/parts/upgrades';
import { graphicsProven } from '@/core/uses/uses';
import { electricalTold, type ElectricalTold, type SafetyMeasured } from '@/core/safety/electrical';
import { RUN_KINDS, type Sample } from '@/core/instruments/run';
import { touchTold, type TouchRead, type TouchTold } from '@/core/instruments/touch';
import {
  batteryTold,
  railsTold,
  soakTold,
  speedTold,
  type BatteryTold,
  type RailsTold,
  type SoakTold,
  type SpeedSubject,
  type SpeedTold,
  type Timed,
} from '@/core/instruments/findingsFromReading';
import type { Transaction } from '@/db/client';
import { functionTests, readingCurves, type units } from '@/db/schema';
import type { Actor, CommandResult } from '../command';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { writeActs, type ActKey } from '../record/acts';
import { recordNow } from '../record/queries';
import { soundRunsLike } from './queries';
import type { Put } from '../command';
import { putAnswer } from '../record/answer';
import { writeValues } from '../record/values';

type Unit = typeof units.$inferSelect;

/** A heat run as it is kept: what it said, and what it was said in. Its curve lies apart. */
export interface KeptHeat {
  name: string;
  room: number | null;
  limit: number | null;
  watts: number | null;
  reading: Omit<HeatReading, 'verdict'>;
  verdict: HeatReading['verdict'];
}

/** Kinds of reading: those that are sampled, and what a probe on a surface shows. */
export const READING_KINDS = [...RUN_KINDS, 'touch', 'electrical'] as const;
export type ReadingKind = (typeof READING_KINDS)[number];
export type OtherKind = Exclude<ReadingKind, 'heat'>;
interface Common {
  name: string;
  /** What whoever measured has to say of it; left out: nothing. */
  note?: string;
}

export type KeptOther =
  | (Common & BatteryTold & { kind: 'battery'; ended: boolean; health: number | null; system: string })
  | (Common & RailsTold & { kind: 'rails' })
  | (Common & SpeedTold & { kind: 'speed'; interface: string | null })
  | (Common & TouchTold & { kind: 'touch' })
  | (Common & ElectricalTold & { kind: 'electrical'; calibrated: string | null })
  | (Common & SoakTold & { kind: 'soak'; ended: boolean });

export const KEY_OF: Record<ReadingKind, ActKey> = {
  heat: 'heat run',
  battery: 'battery run',
  rails: 'rails',
  speed: 'speed',
  touch: 'touch',
  electrical: 'electrical test',
  soak: 'soak',
};

/** Points of a curve that are kept for its drawing. */
const DRAWN = 400;

/** Keeps what is drawn of an act's samples. */
async function keepCurve(
  tx: Transaction,
  unitId: string,
  origin: string,
  samples: readonly object[],
): Promise<void> {
  if (samples.length === 0) return;
  const every = Math.max(1, Math.ceil(samples.length / DRAWN));
  const points = samples.filter((_, i) => i % every === 0) as Sample[];
  await tx.insert(readingCurves).values({ origin, unitId, points });
}

interface HeatAsked {
  name: string;
  samples: readonly HeatSample[];
  room: number | null;
  limit: number | null;
  watts: number | null;
}

/** Puts a heat run on record. @throws ShopError when it says nothing */
export async function keepHeat(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { name, samples, ...run }: HeatAsked,
): Promise<CommandResult<{ verdict: HeatReading['verdict'] }>> {
  const coolerWatts = (await recordNow(tx, unit)).specification.number('processorWatts');
  const like = await soundRunsLike(tx, unit);
  const { verdict, ...reading } = readHeat({ ...run, samples, coolerWatts, like }, heatTables);
  if (reading.without)
    throw new ShopError('refused', `Not taken in: ${reading.without}. Nothing was changed.`);
  const kept: KeptHeat = { name, ...run, reading, verdict };
  const origin = await writeActs(tx, unit.id, 'heat run', [kept], actor.name, {
    basis: 'measured',
    number: reading.stages?.settles,
  });
  // a slip of the bus is no part of the curve; what a lost sensor showed is all there is
  await keepCurve(tx, unit.id, origin, reading.lost ? samples : shown(samples, heatTables.run).samples);
  // the grade goes by it: where it settles, or its limit when it came to that
  const top = Math.min(reading.stages?.settles ?? Infinity, run.limit ?? Infinity);
  if (!reading.lost && Number.isFinite(top)) {
    const number = Math.round(top);
    const value = { key: 'topCelsius' as const, value: `${number} °C`, number };
    await writeValues(tx, unit.id, 'measured', [value], origin, actor.name);
  }
  return {
    event: {
      kind: 'heat run',
      payload: {
        name,
        settles: reading.stages && Math.round(reading.stages.settles),
        verdict: verdict
          .slice(0, 3)
          .map(({ id, chance }) => ({ id, chance: Math.round(chance * 1000) / 1000 })),
        act: origin,
      },
    },
    answer: { verdict },
  };
}

/** What is read besides the samples, and typed. */
export interface OtherAsked {
  name: string;
  samples: readonly Sample[];
  measured: boolean;
  /** Of a battery: it went off by itself; full charge by design, and in which system that was read. */
  ended: boolean;
  health: number | null;
  system: string;
  /** Of speed. */
  timed: Timed;
  indices: readonly { name: string; value: number; unit?: string }[];
  interface: string | null;
  subject: SpeedSubject;
  note: string;
  /** Of surfaces; the room they were read in. */
  touched: readonly TouchRead[];
  room: number | null;
  /** Of an electrical safety test. */
  electrical: (SafetyMeasured & { calibrated: string | null; today: string }) | null;
}

const SAYS = {
  battery: (told: BatteryTold) => `battery ${told.behaviour}`,
  rails: (told: RailsTold) => told.supply,
  speed: (told: SpeedTold) => (told.drive?.class ? `as fast as ${told.drive.class.name}` : ''),
  soak: ({ soak }: SoakTold) =>
    [
      soak.gaps.length ? `${soak.gaps.length} gaps` : '',
      soak.restarts ? `began anew ${soak.restarts} times` : '',
    ]
      .filter(Boolean)
      .join(', '),
  touch: (told: TouchTold) =>
    told.surfaces.some(({ withinThen }) => !withinThen) ? 'hotter than allowed in a hot room' : '',
  electrical: ({ verdict }: ElectricalTold) => verdict,
};

function toldBy(kind: OtherKind, asked: OtherAsked): KeptOther {
  const common = { name: asked.name, ...(asked.note && { note: asked.note }) };
  if (kind === 'battery') {
    const { ended, health, system } = asked;
    return { ...common, kind, ended, health, system, ...batteryTold(asked.samples, asked, batteryRules) };
  }
  if (kind === 'rails') return { ...common, kind, ...railsTold(asked.samples, atxRails, railSigns) };
  if (kind === 'soak')
    return {
      ...common,
      kind,
      ended: asked.ended,
      ...soakTold(asked.samples, asked.ended, soakRules),
    };
  if (kind === 'touch') {
    if (asked.room === null) throw new RangeError('touch: how warm the room was is not known');
    return { ...common, kind, ...touchTold(asked.touched, asked.room, touchPlaces, touchLimits) };
  }
  if (kind === 'electrical') {
    const { calibrated, today, ...measured } = asked.electrical!;
    const told = electricalTold(measured, safetyLimits, calibrated, today);
    return { ...common, kind, calibrated, ...told };
  }
  const { interface: could, timed, indices, subject } = asked;
  return {
    ...common,
    kind,
    interface: could,
    ...speedTold(asked.samples, timed, indices, could, speeds, subject),
  };
}

/** Graphics that was shown to do more than its name says is what it was shown to be: that is what the machine is priced by. */
async function putGraphics(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  figures: KeptOther['figures'],
  origin: string,
  basis: 'measured' | 'typed',
): Promise<void> {
  const { uses } = (await houseNow(tx)).tables;
  const proven = graphicsProven(uses, Object.fromEntries(figures.map(({ id, value }) => [id, value])));
  if (proven === null) return;
  const { specification } = await recordNow(tx, unit);
  // what a card shows is the card's doing
  const key = specification.best('cardFor') ? ('cardFor' as const) : ('processorGraphics' as const);
  if (proven <= (graphicsAt(specification.text(key)) ?? -1)) return;
  const value = { key, value: GRAPHICS_CLASSES[proven], number: null };
  await writeValues(tx, unit.id, basis, [value], origin, actor.name);
}

/** Ten minutes of work under load are that test: it holds, or it went off or began anew. */
async function putLoad(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { soak, ended }: SoakTold & { ended: boolean },
  act: string,
): Promise<void> {
  const failed = ended || soak.restarts > 0;
  if (!failed && soak.minutes < soakRules.load) return;
  const gaps = soak.gaps.length ? `, ${soak.gaps.length} gaps` : '';
  await tx.insert(functionTests).values({
    unitId: unit.id,
    test: 'load',
    result: failed ? 'fail' : 'pass',
    act,
    told: {
      words: ended
        ? `went off after ${Math.round(soak.minutes)} min`
        : `${Math.round(soak.minutes)} min in its own browser${gaps}${soak.restarts ? `, began anew ${soak.restarts} times` : ''}`,
      figures: { minutes: Math.round(soak.minutes), ...(soak.kept !== null && { kept: soak.kept }) },
    },
    by: actor.id,
    byName: actor.name,
  });
}

/** Whether a speed is of the drive it starts from: of another one it says nothing about the machine. */
async function ofItsOwnDrive(tx: Transaction, unit: Unit, on: string | undefined): Promise<boolean> {
  if (!on) return true;
  const { inside, specification } = await recordNow(tx, unit);
  const drives = inside.filter((part) => part.class === 'drive');
  const said = on.toLowerCase();
  const read = drives.filter(({ code, serial, name }) =>
    [code, serial, name].some((own) => own && said.includes(own.toLowerCase())),
  );
  if (drives.length < 2 || read.length !== 1) return true;
  const starts = (specification.best('driveGb') ?? specification.best('driveKind'))?.origin ?? '';
  return !starts.startsWith('part ') || starts === `part ${read[0].code}`;
}

/** Puts another reading on record, and the answers it gives. @throws ShopError when it says nothing */
export async function keepOther(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  kind: OtherKind,
  asked: OtherAsked,
): Promise<CommandResult<{ figures: KeptOther['figures']; answers: Record<string, string> }>> {
  let kept: KeptOther;
  try {
    kept = toldBy(kind, asked);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ShopError('refused', `Not taken in: ${error.message}. Nothing was changed.`);
  }
  const answers: Record<string, string> = {};
  const put: Put[] = [];
  for (const [id, outcome] of Object.entries(kept.answers)) {
    const finding = findingById(id);
    if (!finding || !appliesTo(finding, unit.chassis)) continue;
    answers[id] = outcome;
    put.push(await putAnswer(tx, actor, unit.id, id, outcome, asked.measured ? 'measured' : 'typed'));
  }
  const basis = asked.measured ? 'measured' : 'typed';
  const origin = await writeActs(tx, unit.id, KEY_OF[kind], [kept], actor.name, {
    basis,
    told: put.map(({ id }) => id),
  });
  await keepCurve(tx, unit.id, origin, asked.samples);
  if (kept.kind === 'battery' && kept.health !== null) {
    const value = `${Math.round(kept.health * 100)} %`;
    const health = { key: 'batteryHealth' as const, value, number: kept.health };
    await writeValues(tx, unit.id, basis, [health], origin, actor.name);
  }
  const read = kept.kind === 'speed' ? kept.figures.find(({ id }) => id === 'read') : undefined;
  if (read && (await ofItsOwnDrive(tx, unit, read.on))) {
    const speed = { key: 'driveMbs' as const, value: `${Math.round(read.value)} MB/s`, number: read.value };
    await writeValues(tx, unit.id, basis, [speed], origin, actor.name);
  }
  if (kept.kind === 'speed') await putGraphics(tx, actor, unit, kept.figures, origin, basis);
  if (kept.kind === 'soak') await putLoad(tx, actor, unit, kept, origin);
  const says = SAYS[kind](kept as never);
  return {
    event: {
      kind: 'reading',
      payload: {
        kind,
        name: asked.name,
        figures: kept.figures.slice(0, 12),
        ...(says && { says }),
        act: origin,
      },
    },
    answer: { figures: kept.figures, answers },
    answered: put,
  };
}

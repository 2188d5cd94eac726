import { readDischarge, type BatteryReading, type BatteryRules, type BatterySample } from './batteryRun';
import { behaviourOf, packVerdict, type BatteryBehaviour, type PackVerdict } from './pack';
import { readRails, supplyOf, type Rail, type RailVerdict, type SupplyVerdict } from './rails';
import type { Sample } from './run';
import { readSoak, soakAnswers, type SoakRead, type SoakRules } from './soak';
import { changeOf, readSpeed, type SpeedReading, type SpeedTable } from './speed';

/** One figure of a reading, as it is compared with the same figure of another. */
export interface Figure {
  /** "read", "start", "index: garden". */
  id: string;
  value: number;
  /** "MB/s", "s", "%", "K/W". */
  unit: string;
  /** What it was measured on, in words: which drive, which film; left out: the machine, or nobody said. */
  on?: string;
}

/** What a reading tells: figures to compare, and questions it answers. */
export interface Told {
  figures: Figure[];
  /** Outcomes by the question they answer. */
  answers: Record<string, string>;
}

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return (sorted[(sorted.length - 1) >> 1] + sorted[sorted.length >> 1]) / 2;
};

/** The outcomes of "Battery: full charge against design?" are its bounds. @param health 0..1 */
export const healthOutcome = (health: number): string =>
  health >= 0.8 ? '80-or-more' : health >= 0.6 ? '60-to-79' : 'under-60';

/** Those of "Seconds from the button to a quiet desk?". */
export const startOutcome = (seconds: number): string =>
  seconds < 60 ? 'under-60' : seconds <= 120 ? '60-to-120' : 'over-120';

const fullOf = (run: BatteryReading | null, first: Sample | undefined): number | null =>
  run?.fullWh ??
  (run?.fullMinutes && run.watts !== null
    ? (run.watts * run.fullMinutes) / 60
    : first?.wh && first.percent
      ? (first.wh * 100) / first.percent
      : null);

export interface BatteryTold extends Told {
  run: BatteryReading | null;
  behaviour: BatteryBehaviour;
  /** What it is, in one word. */
  verdict: PackVerdict;
  /** Watt-hours it holds when full: as it gave on its run, else as its gauge says; null: not known. */
  fullWh: number | null;
}

/**
 * What a discharge run tells. @param ended it went off by itself @param health full charge by design, 0..1
 * @throws RangeError when neither a run nor a health was read
 */
export function batteryTold(
  samples: readonly Sample[],
  { ended, health }: { ended: boolean; health: number | null },
  rules: BatteryRules,
): BatteryTold {
  const run = readDischarge(samples as unknown as BatterySample[], ended, rules);
  if (!run && health === null) throw new RangeError('battery: neither a run nor its health was read');
  const answers: Record<string, string> = {};
  if (run && (run.drop || (run.cutOff !== null && !run.jumps.length)))
    answers['battery-run'] = 'drops-suddenly';
  else if (run && run.fullMinutes !== null)
    answers['battery-run'] = run.fullMinutes < rules.fastMinutes ? 'fast' : 'evenly';
  if (health !== null) answers['battery-health'] = healthOutcome(health);
  return {
    run,
    behaviour: behaviourOf(health, run, rules),
    verdict: packVerdict(run, health, rules),
    fullWh: fullOf(run, samples[0]),
    figures: [
      ...(health === null ? [] : [{ id: 'health', value: Math.round(health * 1000) / 10, unit: '%' }]),
      ...(run?.fullMinutes
        ? [{ id: 'minutes from full', value: Math.round(run.fullMinutes), unit: 'min' }]
        : []),
      ...(run?.watts ? [{ id: 'draw', value: Math.round(run.watts * 10) / 10, unit: 'W' }] : []),
    ],
    answers,
  };
}

export interface SoakTold extends Told {
  soak: SoakRead;
}

/** What a soak tells. @param wentOff it went off by itself @throws RangeError when it was never at work */
export function soakTold(samples: readonly Sample[], wentOff: boolean, rules: SoakRules): SoakTold {
  const soak = readSoak(samples, rules);
  if (soak.minutes < 1 && !wentOff) throw new RangeError('soak: under a minute of work');
  return {
    soak,
    answers: soakAnswers(soak, wentOff, rules),
    figures: [
      { id: 'soaked', value: Math.round(soak.minutes), unit: 'min' },
      ...(soak.kept === null ? [] : [{ id: 'rate kept', value: Math.round(soak.kept * 100), unit: '%' }]),
    ],
  };
}

export interface RailsTold extends Told {
  rails: (RailVerdict & { wanders: boolean })[];
  supply: SupplyVerdict;
}

/** From this share of its tolerance on a rail is at the edge; one that moves by more than this share wanders. */
export interface RailSigns {
  edge: number;
  wanders: number;
  /** Samples under load that settle a rail. */
  enough: number;
}

/**
 * What a meter on the rails tells: of each the middle of what was read under load, or without load when it never was.
 * @throws RangeError when no rail was read
 */
export function railsTold(samples: readonly Sample[], table: readonly Rail[], signs: RailSigns): RailsTold {
  const rails = table.flatMap(({ id, volts: nominal }) => {
    const read = samples.filter((own) => own[id] !== undefined);
    if (read.length === 0) return [];
    const loaded = read.some((own) => own.loaded === 1);
    const volts = read.filter((own) => (own.loaded === 1) === loaded).map((own) => own[id]);
    const wanders = (Math.max(...volts) - Math.min(...volts)) / Math.abs(nominal) > signs.wanders;
    const [verdict] = readRails(table, [{ rail: id, volts: middle(volts), loaded }]);
    return [{ ...verdict, wanders }];
  });
  if (rails.length === 0) throw new RangeError('rails: no rail was read');
  const answers: Record<string, string> = {};
  const of = (ids: readonly string[]) =>
    rails.filter(({ rail, within }) => ids.includes(rail) && within !== null);
  const plus = of(['+12V', '+5V', '+3.3V']);
  const tolerance = (id: string) => table.find((own) => own.id === id)!.tolerance;
  if (plus.some(({ within, wanders }) => within === false || wanders)) answers.rails = 'one-out';
  else if (plus.length === 3)
    answers.rails = plus.some(({ rail, off }) => Math.abs(off) > tolerance(rail) * signs.edge)
      ? 'one-at-the-edge'
      : 'all-within-5';
  const minus = of(['-12V', '-5V']);
  if (minus.length) answers['minus-rails'] = minus.every(({ within }) => within) ? 'within-a-tenth' : 'off';
  return {
    rails,
    supply: supplyOf(rails),
    figures: rails.map(({ rail, volts }) => ({
      id: rail,
      value: Math.round(volts * 1000) / 1000,
      unit: 'V',
    })),
    answers,
  };
}

/** What was measured or timed of a machine's speed; what was not is left out. */
export interface Timed {
  /** Drive in sequence and in small blocks, memory; megabytes a second. */
  read?: number;
  small?: number;
  memory?: number;
  /** Seconds from the button to a quiet desk, and to an open browser. */
  start?: number;
  browser?: number;
  /** Frames a second: mean, slowest 1 % and 0.1 %. */
  frames?: number;
  frames1?: number;
  frames01?: number;
  /** Share of frames of a film that were dropped, percent, by its lines. */
  dropped480?: number;
  dropped720?: number;
  dropped1080?: number;
}

/** Units of the figures a speed reading may hold. */
export const TIMED_UNITS: Record<keyof Timed, string> = {
  read: 'MB/s',
  small: 'MB/s',
  memory: 'MB/s',
  start: 's',
  browser: 's',
  frames: '1/s',
  frames1: '1/s',
  frames01: '1/s',
  dropped480: '%',
  dropped720: '%',
  dropped1080: '%',
};

/** What a speed was measured on: two figures are compared only where that is the same. */
export interface SpeedSubject {
  /** Which drive: its place, or its name to the machine. */
  drive?: string;
  /** Which film or game, and as it was set: size of the picture, quality. */
  title?: string;
  settings?: string;
}

/** The subject of a figure, in words. */
const subjectOf = (id: keyof Timed, { drive, title, settings }: SpeedSubject): string =>
  id === 'read' || id === 'small'
    ? (drive ?? '')
    : id.startsWith('frames') || id.startsWith('dropped')
      ? [title, settings].filter(Boolean).join(', ')
      : '';

export interface SpeedTold extends Told {
  drive: SpeedReading | null;
  /** Reads under a fifth of the middle one: where a drive stalls. */
  stalls: number;
  of: number;
}

/**
 * What speeds tell. @param samples reads along the drive; may be empty @param could interface the drive has
 * @param indices any other figure by its name, in its own unit @throws RangeError when nothing was measured
 */
export function speedTold(
  samples: readonly Sample[],
  timed: Timed,
  indices: readonly { name: string; value: number; unit?: string }[],
  could: string | null,
  table: SpeedTable,
  subject: SpeedSubject = {},
): SpeedTold {
  const reads = samples.flatMap(({ read }) => (read > 0 ? [read] : []));
  const smalls = samples.flatMap(({ small }) => (small > 0 ? [small] : []));
  const all: Timed = {
    ...(reads.length && { read: middle(reads) }),
    ...(smalls.length && { small: middle(smalls) }),
    ...timed,
  };
  if (Object.keys(all).length + indices.length === 0) throw new RangeError('speed: nothing was measured');
  const drive = all.read === undefined ? null : readSpeed(table, all.read, could);
  const answers: Record<string, string> = {};
  // only what reads as fast as a slower interface allows is a slow port; what reads slower than any is a slow drive
  if (drive?.could && !drive.slowPort) answers['link-speed'] = 'as-it-can';
  else if (drive?.slowPort && drive.class && all.read! >= drive.class.low * table.full)
    answers['link-speed'] = 'slower';
  if (all.start !== undefined) answers['start-seconds'] = startOutcome(all.start);
  return {
    drive,
    stalls: reads.length ? reads.filter((own) => own < all.read! / 5).length : 0,
    of: reads.length,
    figures: [
      ...(Object.entries(all) as [keyof Timed, number][]).map(([id, value]) => ({
        id,
        value: Math.round(value * 10) / 10,
        unit: TIMED_UNITS[id],
        ...(subjectOf(id, subject) && { on: subjectOf(id, subject) }),
      })),
      ...indices.map(({ name, value, unit = '' }) => ({ id: `index: ${name}`, value, unit })),
    ],
    answers,
  };
}

/** The same figure before and after. */
export interface Pair {
  id: string;
  unit: string;
  on?: string;
  before: number;
  after: number;
  /** Share of the first; -0.42 for 60 -> 35. */
  change: number;
  /** What was done between them, in words. */
  between: readonly string[];
}

/** Two figures are of one thing: the same figure, in the same unit, on the same subject. */
const sameOf = ({ id, unit, on = '' }: Figure): string => JSON.stringify([id, unit, on]);

/** What has to be the same for figures of two machines to stand beside each other: all but which drive each has. */
export const besideKey = ({ id, unit, on = '' }: Figure): string =>
  JSON.stringify([id, unit, id === 'read' || id === 'small' ? '' : on]);

/**
 * The newest of each figure for what a machine is good for. Where one was taken on several subjects, the kindest speaks:
 * a heavy title that stutters does not take back the light one that ran. @param readings oldest first
 */
export function figuresNow(
  readings: readonly { figures: readonly Figure[] }[],
): Record<string, { value: number; on?: string }> {
  const newest = new Map(
    readings.flatMap(({ figures }) => figures.map((own) => [sameOf(own), own] as const)),
  );
  const now: Record<string, { value: number; on?: string }> = {};
  for (const { id, value, on } of newest.values()) {
    const less = id.startsWith('dropped') || id === 'start' || id === 'browser';
    const was = now[id];
    if (!was || (less ? value < was.value : value > was.value)) now[id] = { value, ...(on && { on }) };
  }
  return now;
}

/**
 * Each figure's newest value beside the one before it on the same subject, and what lies between.
 * @param readings oldest first
 */
export function pairsOf(
  readings: readonly { figures: readonly Figure[]; since: readonly string[] }[],
): Pair[] {
  const last = new Map<string, { figure: Figure; at: number }>();
  const pairs = new Map<string, Pair>();
  readings.forEach(({ figures }, at) => {
    for (const figure of figures) {
      const same = sameOf(figure);
      const was = last.get(same);
      if (was)
        pairs.set(same, {
          id: figure.id,
          unit: figure.unit,
          ...(figure.on && { on: figure.on }),
          before: was.figure.value,
          after: figure.value,
          change: changeOf(was.figure.value, figure.value),
          between: [...new Set(readings.slice(was.at + 1, at + 1).flatMap(({ since }) => since))],
        });
      last.set(same, { figure, at });
    }
  });
  return [...pairs.values()];
}

import { atRest, ordered, partsOf, type HeatSample, type RunSigns } from './heatRun';
import { reaches, type Stages } from './rise';
import { LEAST, stagesOf } from './stages';

/** What a heat run tells apart. */
export const HEAT_VERDICTS = [
  'sound',
  'paste',
  'dust or fan',
  'fan stalled',
  'fan control',
  'sensor lost',
] as const;
export type HeatVerdict = (typeof HEAT_VERDICTS)[number];

/** How the fan went with the heat. */
export type FanWay = 'follows' | 'idle' | 'full' | 'stands';

/** How long rest and load may last, seconds. */
export interface HeatConduct {
  mostRest: number;
  leastLoad: number;
  usualLoad: number;
  /** After so many time constants of the sink it usually has been seen enough. */
  usualTaus: number;
  mostLoad: number;
}

/** Middle and spread (of the logarithm) of a resistance, kelvin a watt for a cooler built for so many watts. */
export interface Spread {
  middle: number;
  logSpread: number;
}
export interface HeatRow {
  id: HeatVerdict;
  /** Causes of the catalogue it is. */
  causes: readonly string[];
  prior: number;
  chip: Spread;
  sink: Spread;
  /** How often the fan goes so, when it can be read. */
  fan: Record<FanWay, number>;
  /** How often the sensor shows no rise under load. */
  flat: number;
}
export interface HeatTables {
  rows: readonly HeatRow[];
  /** Watts the resistances of the rows are for. */
  builtFor: number;
  /** Watts taken where none were read, and how uncertain that is (spread of the logarithm). */
  usualWatts: number;
  wattsSpread: number;
  run: RunSigns;
  conduct: HeatConduct;
  /** Under so many revolutions a minute a fan stands; from so many on it runs flat out. */
  fanStands: number;
  fanFull: number;
  /** A fan has answered the heat at so many times its speed at rest, and has to from this temperature on, Celsius. */
  fanAnswers: number;
  hot: number;
  /** Kelvin of rise under which a loaded chip was not seen to warm. */
  flatUnder: number;
  /** Standard error of where it settles at which enough was seen, kelvin. */
  known: number;
  /** The most one run moves a cause, as a factor on its odds either way: a run can be made wrongly. */
  mostMoved: number;
  /** Questions a run answers by itself: asked or answered beside it they would count twice. */
  answers: readonly string[];
}

export interface HeatRun {
  samples: readonly HeatSample[];
  /** Celsius; null: nobody said. */
  room: number | null;
  /** The sensor's own limit, Celsius. */
  limit: number | null;
  /** What the chip draws under load, when the samples do not say. */
  watts?: number | null;
}

export interface HeatReading {
  stages: Stages | null;
  /** When the load began, seconds of the run. */
  loadAt: number;
  /** Seconds of load the fit stands on. */
  seconds: number;
  /** It has seen enough: where it settles is known to 1.5 K. */
  enough: boolean;
  rest: { temp: number; reached: boolean; overRoom: number | null } | null;
  watts: number | null;
  /** Kelvin a watt; null without watts. */
  chipPerWatt: number | null;
  sinkPerWatt: number | null;
  /** Kelvin under the limit where it settles; null: no limit known. */
  margin: number | null;
  /** Seconds of load after which it reaches its limit; null: it does not. */
  trip: number | null;
  heldBack: boolean;
  /** Share of its first clock at the end; null: no clock read. */
  clockKept: number | null;
  fan: { way: FanWay; rest: number | null; load: number; rampsAt: number | null } | null;
  jumped: boolean;
  verdict: { id: HeatVerdict; chance: number }[];
  /** Why there is no verdict; empty: there is one. */
  without: string;
}

const mean = (values: readonly number[]) =>
  values.length ? values.reduce((sum, own) => sum + own, 0) / values.length : null;
const normalLog = (value: number, { middle, logSpread }: Spread, more: number) => {
  const spread = Math.hypot(logSpread, more);
  const z = (Math.log(value) - Math.log(middle)) / spread;
  return -0.5 * z * z - Math.log(spread);
};

function fanOf(
  { fanStands, fanFull, fanAnswers, hot }: HeatTables,
  rest: readonly HeatSample[],
  load: readonly HeatSample[],
  flat: boolean,
): HeatReading['fan'] {
  const speed = (samples: readonly HeatSample[]) =>
    samples.flatMap(({ fan }) => (fan === undefined ? [] : [fan]));
  const [before, under] = [speed(rest.length ? rest.slice(-30) : load.slice(0, 5)), speed(load.slice(-30))];
  if (!under.length) return null;
  const [still, loaded] = [mean(before), mean(under)!];
  const hottest = Math.max(...load.map(({ temp }) => temp));
  const way: FanWay =
    loaded < fanStands
      ? 'stands'
      : flat && still !== null && still > fanFull
        ? 'full'
        : still !== null && hottest >= hot && loaded < still * fanAnswers
          ? 'idle'
          : 'follows';
  const ramp =
    still === null ? undefined : load.find(({ fan }) => fan !== undefined && fan > still * fanAnswers);
  return { way, rest: still, load: loaded, rampsAt: ramp?.temp ?? null };
}

/** Chances of the conditions, by Bayes over what the run shows. */
function verdictOf(
  { rows, builtFor, usualWatts, wattsSpread }: HeatTables,
  stages: Stages,
  watts: number | null,
  fan: HeatReading['fan'],
  flat: boolean,
): HeatReading['verdict'] {
  const power = watts ?? usualWatts;
  // a small chip has a small cooler: resistances go with what it was built for
  const scale = power / builtFor;
  const unsure = watts === null ? wattsSpread : 0.05;
  const per = (kelvin: number) => Math.max(0.005, (kelvin / power) * scale);
  const logs = rows.map((row) => {
    let log = Math.log(row.prior) + Math.log(flat ? row.flat : 1 - row.flat);
    if (!flat) {
      const known = (error: number, kelvin: number) => Math.min(1.5, error / Math.max(1, kelvin));
      log += normalLog(
        per(stages.chip.kelvin),
        row.chip,
        Math.hypot(unsure, known(stages.chip.kelvinError, stages.chip.kelvin)),
      );
      log += normalLog(
        per(stages.sink.kelvin),
        row.sink,
        Math.hypot(unsure, known(stages.sink.kelvinError, stages.sink.kelvin)),
      );
    }
    if (fan) log += Math.log(row.fan[fan.way]);
    return log;
  });
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const sum = weights.reduce((total, own) => total + own, 0);
  return rows.map(({ id }, i) => ({ id, chance: weights[i] / sum })).sort((a, b) => b.chance - a.chance);
}

/**
 * The verdict with its chances as belief takes it: for each condition how much likelier the run is with it than with a
 * sound machine, whichever of its causes brought it about. The winner alone would say less.
 */
export function heatConditions(
  verdict: HeatReading['verdict'],
  { rows, mostMoved }: HeatTables,
): { causes: readonly string[]; factor: number }[] {
  const per = (id: HeatVerdict) => {
    const row = rows.find((own) => own.id === id)!;
    return (verdict.find((own) => own.id === id)?.chance ?? 0) / row.prior;
  };
  const sound = Math.max(1e-12, per('sound'));
  return rows.flatMap(({ id, causes }) => {
    const factor = Math.min(mostMoved, Math.max(1 / mostMoved, per(id) / sound));
    return causes.length ? [{ causes, factor: Math.round(factor * 1000) / 1000 }] : [];
  });
}

/**
 * What a heat run says: both stages of the rise, where it settles before it has, how far that is from the sensor's
 * own limit, how the fan went, and what it is. Stages after JESD51: chip to sink (seconds), sink to air (minutes).
 * @returns `without` says in words why there is no verdict; nothing is guessed then
 */
export function readHeat(run: HeatRun, tables: HeatTables): HeatReading {
  const { samples, jumped } = ordered(
    run.samples.filter(({ t, temp }) => Number.isFinite(t) && Number.isFinite(temp)),
  );
  const { idle, load, loadAt, heldBack } = partsOf(samples, run.limit, tables.run);
  const restTemp = mean(idle.slice(-20).map(({ temp }) => temp));
  const drawn = mean(load.flatMap(({ power }) => (power === undefined ? [] : [power])));
  const restDrawn = mean(idle.flatMap(({ power }) => (power === undefined ? [] : [power]))) ?? 0;
  // what rises is what the load adds
  const watts = drawn !== null ? Math.max(1, drawn - restDrawn) : (run.watts ?? null);
  const stages = stagesOf(load);
  const clocks = load.flatMap(({ clock }) => (clock === undefined ? [] : [clock]));
  const every = samples
    .slice(samples.length - 20)
    .flatMap(({ clock }) => (clock === undefined ? [] : [clock]));
  const rise = stages ? stages.chip.kelvin + stages.sink.kelvin : 0;
  const flat =
    stages !== null &&
    load.length >= LEAST &&
    (rise < tables.flatUnder ||
      Math.abs((mean(load.slice(-20).map(({ temp }) => temp)) ?? 0) - (restTemp ?? load[0].temp)) <
        tables.flatUnder);
  const fan = load.length ? fanOf(tables, idle, load, flat) : null;
  const early = heldBack !== null && load.length < LEAST;
  const without = stages
    ? ''
    : samples.length === 0
      ? 'nothing was measured'
      : early
        ? `it was at its limit after ${Math.round(heldBack)} s: no verdict from so short a rise`
        : `only ${load.length} s of load: ${LEAST} at least`;
  return {
    stages,
    loadAt,
    seconds: load.length ? load[load.length - 1].t : 0,
    enough: stages !== null && (stages.settlesError <= tables.known || heldBack !== null),
    rest:
      restTemp === null
        ? null
        : {
            temp: restTemp,
            reached: atRest(idle, tables.run.rest),
            overRoom: run.room === null ? null : restTemp - run.room,
          },
    watts,
    chipPerWatt: stages && watts !== null ? stages.chip.kelvin / watts : null,
    sinkPerWatt: stages && watts !== null ? stages.sink.kelvin / watts : null,
    margin: stages && run.limit !== null ? run.limit - stages.settles : null,
    trip: heldBack ?? (stages && run.limit !== null ? reaches(stages, run.limit) : null),
    heldBack: heldBack !== null,
    clockKept: clocks.length && every.length ? (mean(every) ?? 0) / Math.max(...clocks) : null,
    fan,
    jumped,
    verdict: stages ? verdictOf(tables, stages, watts, fan, flat) : [],
    without,
  };
}

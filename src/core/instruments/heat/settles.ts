import type { HeatSample } from './run';
import type { Stages } from './rise';
import { Grams, LEAST, Response, spaced } from './stages';

/**
 * The air in the case is a third stage few runs are long enough to show. What is expected of it: its rise as a share of
 * what the sink rises, with the spread of that, and its seconds. Shop estimate.
 */
export interface CaseAir {
  share: number;
  spread: number;
  taus: readonly number[];
}

/** A fan that took longer than this to come to its last speed bends the curve: only what follows says where it goes. */
const FAN_LATE = 40;
/** Seconds that have to follow it. */
const TAIL = 90;
/** Whole degrees and a sensor that lags hide what is less than this, kelvin. */
const LEAST_NOISE = 0.45;
/**
 * What no fit sees of itself: a model is off by a degree where the fan moves in steps and the sensor in whole degrees, and
 * by a share of whatever of the rise is still to come. Kelvin; share. Shop estimate.
 */
const OWN = { least: 0.9, share: 0.5 };
/** Samples at the end that say where it is now. */
const NOW = 15;

/** How much less neighbours of one log say than as many strangers, before it is known. */
const USUAL_INFLATION = 4;

const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / values.length;

/** When the fan came to the speed it kept, seconds of load; 0: it did not move, or nobody read it. */
function fanSettled(load: readonly HeatSample[]): number {
  const read = load.filter(({ fan }) => fan !== undefined);
  if (read.length < LEAST) return 0;
  const end = mean(read.slice(-20).map(({ fan }) => fan!));
  const off = ({ fan }: HeatSample) => Math.abs(fan! - end) / Math.max(end, 400);
  return read.findLast((own) => off(own) > 0.12)?.t ?? 0;
}

/** How like each other neighbours are among what is left over, 0 to 0.9. */
function follows(left: readonly number[]): number {
  let [both, own] = [0, 0];
  for (let i = 0; i < left.length; i++) {
    own += left[i] ** 2;
    if (i) both += left[i] * left[i - 1];
  }
  return own > 0 ? Math.min(0.9, Math.max(0, both / own)) : 0;
}

/**
 * Where a run settles, averaged over models: sinks of many time constants, each with a case that warms by what cases
 * usually do until the run itself says otherwise, weighed by how well it fits. The error contains the choice among them.
 * @param load samples from the load on, t in seconds from it @returns the stages with where they settle put right
 */
export function settled(
  load: readonly HeatSample[],
  drive: readonly number[] | null,
  two: Stages,
  air: CaseAir,
): Stages {
  const response = new Response(
    load.map(({ t }) => t),
    drive,
  );
  const seconds = load[load.length - 1].t;
  const late = fanSettled(load);
  const first = late > FAN_LATE && seconds - late >= TAIL ? load.findIndex(({ t }) => t > late) : 0;
  const temps = load.slice(first).map(({ temp }) => temp);
  // by what is still to come of each stage the first coefficient is where it settles
  const toCome = (tau: number) => [...response.of(tau).subarray(first)].map((own) => own - 1);
  const sinks = spaced([35, 900], 25);
  const columns = [
    temps.map(() => 1),
    toCome(two.chip.tau),
    ...sinks.map(toCome),
    ...air.taus.map(toCome),
    temps,
  ];
  const grams = new Grams(columns);
  const rises = Math.max(8, two.sink.kelvin);
  const tries = sinks.flatMap((tau, n) =>
    air.taus.flatMap((slow, m) => (slow > 1.5 * tau ? [{ n, m }] : [])),
  );
  const on = ({ n, m }: (typeof tries)[number]) => {
    const slow = [2 + n, 2 + sinks.length + m];
    return first ? [0, ...slow] : [0, 1, ...slow];
  };
  const solved = (inflated: number) =>
    tries.flatMap((own) => {
      const found = grams.solve(on(own), {
        of: on(own).length - 1,
        mean: air.share * rises,
        weight: (inflated * Math.max(LEAST_NOISE, two.noise) ** 2) / (air.spread * rises) ** 2,
      });
      return found ? [{ ...found, on: on(own), slow: air.taus[own.m] }] : [];
    });
  const least = (all: ReturnType<typeof solved>) =>
    all.reduce((best, own) => (own.rss < best.rss ? own : best));
  const rough = solved(USUAL_INFLATION);
  if (rough.length === 0) return two;
  const best = least(rough);
  const follow = follows(
    temps.map((temp, i) => temp - best.on.reduce((sum, at, j) => sum + best.by[j] * columns[at][i], 0)),
  );
  // neighbours that are alike say less than as many strangers
  const inflated = (1 + follow) / (1 - follow);
  const all = solved(inflated);
  const { rss } = least(all);
  const variance = inflated * Math.max(LEAST_NOISE ** 2, rss / temps.length);
  const weights = all.map((own) => Math.exp((-temps.length / inflated / 2) * Math.log(own.rss / rss)));
  const sum = weights.reduce((total, own) => total + own, 0);
  const average = (of: (own: (typeof all)[number]) => number) =>
    all.reduce((total, own, i) => total + (weights[i] / sum) * of(own), 0);
  const settles = average(({ by }) => by[0]);
  const left = Math.abs(settles - mean(temps.slice(-NOW)));
  const error = Math.sqrt(
    OWN.least ** 2 +
      (OWN.share * left) ** 2 +
      average(({ by, inverse }) => (by[0] - settles) ** 2 + variance * Math.abs(inverse)),
  );
  const more = settles - two.from - two.chip.kelvin - two.sink.kelvin;
  return {
    ...two,
    ...(more > 0
      ? { air: { kelvin: more, kelvinError: error, tau: average(({ slow }) => slow), tauFactor: 2 } }
      : { sink: { ...two.sink, kelvin: Math.max(0, two.sink.kelvin + more) } }),
    settles,
    settlesError: error,
  };
}

import { fanChance, type FanSeen } from './fan';
import type { Stages } from './rise';
import type { HeatSample } from './run';
import { Response } from './stages';
import type { HeatRow, HeatTables, HeatVerdict, Rise } from './tables';

/** A condition with its chance. */
export type Verdict = { id: HeatVerdict; chance: number }[];

/** Both stages as sound machines of its model and lot had them: kelvin, seconds of the sink, and how many they were. */
export interface Like {
  chip: number;
  sink: number;
  tau?: number;
  runs: number;
}

/** What sound runs of others come to as a measure: the middle of each stage in its logarithm; null: there are none. */
export function likeOf(sound: readonly Pick<Stages, 'chip' | 'sink'>[]): Like | null {
  if (sound.length === 0) return null;
  const middle = (of: (stages: (typeof sound)[number]) => number) =>
    Math.exp(sound.reduce((sum, own) => sum + Math.log(Math.max(0.5, of(own))), 0) / sound.length);
  return {
    chip: middle(({ chip }) => chip.kelvin),
    sink: middle(({ sink }) => sink.kelvin),
    tau: middle(({ sink }) => sink.tau),
    runs: sound.length,
  };
}

/** What a verdict stands on. */
export interface HeatEvidence {
  /** From the load on, until the chip held itself back. */
  load: readonly HeatSample[];
  drive: readonly number[] | null;
  /** Celsius at rest, and how far that was over the room; null: not known. */
  rest: number | null;
  overRoom: number | null;
  /** It came to its limit, or its clock fell near it. */
  held: boolean;
  fan: FanSeen | null;
  /** Watts the load adds by the watts the cooler is for; null: one of them is not known. */
  ofRated: number | null;
  like: Like | null;
}

/** Nodes and weights of a normal distribution, by five. */
const NODES = [-1.7, -0.85, 0, 0.85, 1.7];
const NODE_WEIGHTS = NODES.map((z) => Math.exp((-z * z) / 2));
const NODE_SUM = NODE_WEIGHTS.reduce((sum, own) => sum + own, 0);
/** Moments of the rise that are compared, seconds of load: what comes between says the same. */
const MOMENTS = [2, 4, 8, 15, 30, 60, 120, 240, 480, 900];
const gaussian = (value: number, middle: number, spread: number) =>
  Math.exp(-0.5 * ((value - middle) / spread) ** 2) / spread;

/** The rise at a few moments, each averaged over its surroundings, and the place of each among the samples. */
function momentsOf(load: readonly HeatSample[], from: number): { at: number[]; rise: number[] } {
  const end = load[load.length - 1].t;
  const wanted = [...MOMENTS.filter((t) => t < end * 0.85), end];
  const at: number[] = [];
  const rise: number[] = [];
  for (const t of wanted) {
    let near = 0;
    load.forEach((own, i) => {
      if (Math.abs(own.t - t) < Math.abs(load[near].t - t)) near = i;
    });
    if (at.includes(near)) continue;
    // up to the moment itself at the end: nothing follows that could be averaged with
    const own = load.filter((each) => Math.abs(each.t - load[near].t) <= Math.min(8, 0.1 * t));
    at.push(near);
    rise.push(own.reduce((sum, { temp }) => sum + temp, 0) / own.length - from);
  }
  return { at, rise };
}

/** Log density of what was seen under a normal distribution with this covariance; Cholesky in place. */
function logNormal(left: number[], covariance: number[][]): number {
  const n = left.length;
  let log = 0;
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = covariance[i][j];
      for (let k = 0; k < j; k++) sum -= covariance[i][k] * covariance[j][k];
      if (i === j) covariance[i][i] = Math.sqrt(Math.max(1e-9, sum));
      else covariance[i][j] = sum / covariance[j][j];
    }
    let own = left[i];
    for (let k = 0; k < i; k++) own -= covariance[i][k] * left[k];
    left[i] = own / covariance[i][i];
    log -= 0.5 * left[i] ** 2 + Math.log(covariance[i][i]);
  }
  return log;
}

/**
 * How likely this rise is for a condition: the kelvin of its stages are normal about what the table says and are
 * integrated in closed form, the time constants by a few nodes each. What the model itself is off by is as long as
 * moments are near each other, so that ten moments are not ten proofs.
 */
function riseEvidence(
  { chip, sink }: Pick<HeatRow['forms'][number], 'chip' | 'sink'>,
  { at, rise }: { at: readonly number[]; rise: readonly number[] },
  response: Response,
  { air, alike, load: loadSpread, model }: HeatTables['rise'],
  scale: {
    chip: number;
    sink: number;
    ofRated: number;
    unsure: number;
    /** How little of its like is known, 1: nothing. */
    strange: number;
    /** Its like's seconds of the sink by the table's. */
    tau: number;
    known: { chip: number; sink: number };
  },
): number {
  const [k1, k2] = [chip.kelvin * scale.chip * scale.ofRated, sink.kelvin * scale.sink * scale.ofRated];
  const k3 = k2 * air.share;
  const spread = ({ logSpread }: Rise, known: number) => Math.hypot(logSpread * (1 - known), alike * known);
  const [s1, s2, s3] = [
    k1 * spread(chip, scale.known.chip),
    k2 * spread(sink, scale.known.sink),
    k3 * air.logSpread,
  ];
  const unsure = Math.hypot(scale.unsure, loadSpread * scale.strange);
  const noise = rise.map((own) => Math.hypot(model.kelvin, model.share * Math.abs(own)));
  const times = at.map((i) => Math.max(1, response.times[i]));
  const taus = ({ tau, tauSpread }: Rise, times: number, known: number) =>
    NODES.map((z) =>
      response.of(Math.round(tau * times * Math.exp(z * tauSpread * (1 - 0.6 * known)) * 100) / 100),
    );
  const [chips, sinks, airs] = [
    taus(chip, 1, 0),
    taus(sink, scale.tau, scale.known.sink),
    [response.of(air.tau)],
  ];
  const logs: number[] = [];
  chips.forEach((one, a) =>
    sinks.forEach((two, b) =>
      airs.forEach((three) => {
        const middle = at.map((i) => k1 * one[i] + k2 * two[i] + k3 * three[i]);
        const covariance = at.map((i, m) =>
          at.map(
            (j, n) =>
              s1 * s1 * one[i] * one[j] +
              s2 * s2 * two[i] * two[j] +
              s3 * s3 * three[i] * three[j] +
              // how much of its load the chip had is one figure for all of it
              unsure * unsure * middle[m] * middle[n] +
              noise[m] * noise[n] * Math.exp(-Math.abs(Math.log(times[m] / times[n]))) +
              (m === n ? 0.5 : 0),
          ),
        );
        const left = rise.map((own, n) => own - middle[n]);
        logs.push(
          Math.log((NODE_WEIGHTS[a] * NODE_WEIGHTS[b]) / NODE_SUM ** 2) + logNormal(left, covariance),
        );
      }),
    ),
  );
  const most = Math.max(...logs);
  return most + Math.log(logs.reduce((sum, own) => sum + Math.exp(own - most), 0));
}

const normalised = (rows: readonly HeatRow[], logs: readonly number[]): Verdict => {
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const sum = weights.reduce((total, own) => total + own, 0);
  return rows.map(({ id }, i) => ({ id, chance: weights[i] / sum })).sort((a, b) => b.chance - a.chance);
};

/** A sensor that shows nothing a chip could have: little else is left. */
export const lostVerdict = ({ rows, lostFor }: HeatTables): Verdict =>
  normalised(
    rows,
    rows.map(({ id, prior }) => (id === 'sensor lost' ? Math.log(lostFor) : Math.log(prior * (1 - lostFor)))),
  );

/**
 * Chances of the conditions by Bayes over all that the run shows: the rise as far as it was seen, however short; that it
 * came to its limit; how far rest was over the room; how the fan went for that heat.
 */
export function verdictOf(tables: HeatTables, evidence: HeatEvidence, flat: boolean): Verdict {
  const { load, drive, overRoom, held, fan, ofRated, like } = evidence;
  const { rows } = tables;
  const from = evidence.rest ?? load[0].temp;
  const moments = momentsOf(load, from);
  const response = new Response(
    load.map(({ t }) => t),
    drive,
  );
  const hottest = load.reduce((top, { temp }) => Math.max(top, temp), -Infinity);
  const sound = rows.find(({ id }) => id === 'sound')!.forms[0];
  const weight = like ? like.runs / (like.runs + tables.rise.tableRuns) : 0;
  const shrunk = (seen: number | undefined, table: number) =>
    seen && seen > 0 ? Math.exp(weight * Math.log(seen / table)) : 1;
  const scale = {
    chip: shrunk(like?.chip, sound.chip.kelvin),
    sink: shrunk(like?.sink, sound.sink.kelvin),
    ofRated: ofRated ?? 1,
    unsure: (ofRated === null ? tables.rise.ratedSpread : 0.05) * (1 - weight),
    strange: 1 - 0.7 * weight,
    tau: shrunk(like?.tau, sound.sink.tau),
  };
  // fins are cooled the more the faster the fan turns: a strong answer and a strong rise are not both sound. Where it
  // stands at rest the fins were warm before
  const quickened =
    fan?.way !== 'follows' || fan.rest === null
      ? 1
      : fan.rest < tables.fanStands
        ? tables.rise.fromStanding
        : Math.min(1.15, Math.max(0.8, (fan.load / fan.rest / tables.rise.fanUsual) ** -0.5));
  const logs = rows.map((row) => {
    let log = Math.log(row.prior) + Math.log(flat ? row.flat : 1 - row.flat);
    if (!flat) {
      const own = row.forms.map(
        (form) =>
          Math.log(form.share * (form.odd ? 1 - weight : 1)) +
          riseEvidence(form, moments, response, tables.rise, {
            ...scale,
            sink: scale.sink * (row.answers && row.id !== 'dust or fan' ? quickened ** (1 - weight) : 1),
            // what its like have is known of the stages this condition leaves as they were
            known: {
              chip: form.chip.kelvin === sound.chip.kelvin ? weight : 0,
              sink: form.sink.kelvin === sound.sink.kelvin ? weight : 0,
            },
          }),
      );
      const most = Math.max(...own);
      log += most + Math.log(own.reduce((sum, each) => sum + Math.exp(each - most), 0));
      if (overRoom !== null)
        log += Math.log(
          gaussian(
            overRoom,
            row.rest,
            Math.hypot(tables.rise.rest.kelvin, tables.rise.rest.share * row.rest),
          ) + 1e-4,
        );
    }
    if (held && row.id === 'sound') log = -Infinity;
    if (fan) log += Math.log(fanChance(fan.way, row, flat ? 0 : hottest, tables));
    return log;
  });
  return normalised(rows, logs);
}

/**
 * The verdict with its chances as belief takes it: for each condition how much likelier the run is with it than with a
 * sound machine, whichever of its causes brought it about. The winner alone would say less.
 */
export function heatConditions(
  verdict: Verdict,
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

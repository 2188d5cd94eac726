import type { StepProblem, StopRoute } from './problem';
import type { Support } from './support';

type Worth = Pick<StepProblem, 'worth' | 'ratePerHourMinor' | 'engine' | 'verifyMinutes'>;

/**
 * A machine with a fault that leaves less than this share of its price is not finished and sold with the
 * fault told.
 */
export const SALEABLE = 0.5;

/** What stopping is worth, minor units, before the machine is put back together. */
export type Stops = Record<Exclude<StopRoute, 'recycle'>, number>;

/**
 * Sums over machines, each by its weight: what the sets of unseen faults leave of a machine. With the chances
 * of the causes seen directly they give what stopping is worth; the two multiply, being independent.
 */
export interface SetSums {
  /** Share of the price left. */
  left: number;
  /** Saleable at all with its faults told, and the price left of those. */
  saleable: number;
  saleableLeft: number;
  /** Minor units of parts nothing seen directly can ruin. */
  parts: number;
  /** By part something seen directly can ruin: not ruined by anything else. */
  kept: Float64Array;
}

/** What the stopping routes are worth, by what is left wrong. */
export class RouteValues {
  readonly recycle: number;
  /** Net of a sound machine finished and sold. */
  readonly soundNet: number;
  /** What stopping is worth with nothing wrong. */
  readonly sound: Stops;
  /** By set of the support. */
  private readonly left: Float64Array;
  private readonly saleable: Uint8Array;
  private readonly parts: Float64Array;
  /** `kept[h * fragile.length + p]`: 1 when nothing in set h ruins fragile part p. */
  private readonly kept: Uint8Array;
  /** Minor units of each part that something seen directly ruins. */
  private readonly fragile: number[];
  /** By cause seen directly: share of the price it leaves, and which fragile parts it ruins. */
  private readonly standingLeft: Float64Array;
  private readonly standingRuins: boolean[][];
  /** Minor units: a whole price net of fees, and what each ending costs in hands. */
  private readonly net: number;
  private readonly cost: { finish: number; asFound: number; harvest: number; verify: number };
  private readonly keep: number;
  private readonly asFoundShare: number;

  constructor(problem: Worth, support: Support) {
    const { worth, ratePerHourMinor, verifyMinutes } = problem;
    const { causes } = problem.engine.model;
    const perMinute = ratePerHourMinor / 60;
    this.keep = 1 - worth.feeShare;
    this.net = worth.soundMinor * this.keep;
    this.asFoundShare = worth.asFoundShare;
    this.cost = {
      finish: worth.finishMinutes * perMinute,
      asFound: worth.asFoundMinutes * perMinute,
      harvest: worth.harvestMinutes * perMinute - Math.min(0, worth.recycleMinor),
      verify: verifyMinutes * perMinute,
    };
    this.recycle = worth.recycleMinor;
    this.soundNet = this.net - this.cost.finish;
    const ruins = (cause: number, part: (typeof worth.parts)[number]) =>
      causes[cause].ruins?.includes(part.class) ?? false;
    const fragile = worth.parts.filter((part) => support.standing.some((cause) => ruins(cause, part)));
    const others = worth.parts.filter((part) => !fragile.includes(part));
    this.fragile = fragile.map((part) => part.minor);
    this.standingLeft = Float64Array.from(support.standing, (c) => causes[c].valueLeft);
    this.standingRuins = support.standing.map((c) => fragile.map((part) => ruins(c, part)));
    this.left = new Float64Array(support.count).fill(1);
    this.saleable = new Uint8Array(support.count).fill(1);
    this.parts = new Float64Array(support.count);
    this.kept = new Uint8Array(support.count * fragile.length).fill(1);
    support.sets.forEach((set, h) => {
      for (const c of set) {
        this.left[h] *= causes[c].valueLeft;
        if (causes[c].valueLeft < SALEABLE) this.saleable[h] = 0;
      }
      for (const part of others) if (!set.some((c) => ruins(c, part))) this.parts[h] += part.minor;
      fragile.forEach((part, p) => {
        if (set.some((c) => ruins(c, part))) this.kept[h * fragile.length + p] = 0;
      });
    });
    this.sound = this.stops(this.sums([1]), new Float64Array(support.standing.length));
  }

  /** Sums over sets with these weights; sets beyond the weights have none. */
  sums(weights: ArrayLike<number>): SetSums {
    const kept = new Float64Array(this.fragile.length);
    const sums: SetSums = { left: 0, saleable: 0, saleableLeft: 0, parts: 0, kept };
    for (let h = 0; h < weights.length; h++) if (weights[h] !== 0) this.add(sums, h, weights[h]);
    return sums;
  }

  /** Puts machines of set h into the sums; a negative weight takes them out. */
  add(sums: SetSums, h: number, weight: number): void {
    const { kept } = sums;
    sums.left += weight * this.left[h];
    sums.parts += weight * this.parts[h];
    if (this.saleable[h]) {
      sums.saleable += weight;
      sums.saleableLeft += weight * this.left[h];
    }
    for (let p = 0; p < kept.length; p++) if (this.kept[h * kept.length + p]) kept[p] += weight;
  }

  /**
   * What stopping is worth over machines whose weights sum to 1.
   * @param standing chance that each cause seen directly is still there
   */
  stops(sums: SetSums, standing: ArrayLike<number>): Stops {
    let all = 1;
    let told = 1;
    let saleable = 1;
    for (let k = 0; k < standing.length; k++) {
      const share = 1 - standing[k] * (1 - this.standingLeft[k]);
      all *= share;
      if (this.standingLeft[k] >= SALEABLE) told *= share;
      else saleable *= 1 - standing[k];
    }
    const left = sums.left * all;
    const may = sums.saleable * saleable;
    const mayLeft = sums.saleableLeft * saleable * told;
    let parts = sums.parts;
    for (let p = 0; p < this.fragile.length; p++) {
      let whole = sums.kept[p];
      for (let k = 0; k < standing.length; k++) if (this.standingRuins[k][p]) whole *= 1 - standing[k];
      parts += this.fragile[p] * whole;
    }
    const { net, cost, asFoundShare } = this;
    return {
      asFound: net * asFoundShare * left - cost.asFound,
      // the tests that belong to finishing show what is left; what cannot be sold so goes as found after all
      disclose:
        net * mayLeft -
        cost.finish * may +
        net * asFoundShare * (left - mayLeft) -
        (cost.asFound + cost.verify) * (1 - may),
      harvest: parts * this.keep - cost.harvest,
    };
  }

  /** What stopping is worth for one machine. @param standing 1 by cause seen directly that is still there */
  stopsOf(h: number, standing: ArrayLike<number>): Stops {
    const weights = new Float64Array(h + 1);
    weights[h] = 1;
    return this.stops(this.sums(weights), standing);
  }
}

import { expectOver, type Mixture } from '../belief/mixture';
import { causesOf, type Choice } from '../belief/tree';
import type { StepProblem, SaleRoute } from './problem';

/** What stopping is worth, minor units, before the machine is put back together. */
export type Stops = Record<Exclude<SaleRoute, 'recycle'>, number>;

/**
 * Share of the sound price, net of nothing, that a machine sold as found fetches for each share its faults
 * leave. What an untested machine fetches has the usual faults in it already: it is not taken off twice.
 */
export function asFoundFactor(
  { worth, usualLeft, judging: { runsShare } }: Pick<StepProblem, 'worth' | 'usualLeft' | 'judging'>,
  runs: boolean,
): number {
  // what nobody has seen running never fetches more than what was
  if (worth.asFoundShare === 0) return 0;
  return runs ? runsShare : Math.min(runsShare, worth.asFoundShare / Math.max(usualLeft, 1e-6));
}

/**
 * Products over the causes a machine has, by what is asked: share of the price left as it stands, saleable at
 * all with its faults told, the share left then with what is worth mending mended, and by class of part whether
 * it is still good. Two more depend on what one is after: done (none of the causes one is after is left), and
 * the share left then.
 */
const LEFT = 0;
const MAY = 1;
const MAY_LEFT = 2;
const PARTS = 3;

/** What the stopping routes are worth, by what is left wrong. Every one is linear over machines. */
export class RouteValues {
  readonly recycle: number;
  /** Net of a sound machine finished and sold. */
  readonly soundNet: number;
  /** What stopping is worth with nothing wrong. */
  readonly sound: Stops;
  /** Share of the price cause i leaves as it is. */
  private readonly left: Float64Array;
  /** Share of the price cause i leaves once it is known, mended where that pays. */
  private readonly mended: Float64Array;
  /** The same of one nobody suspects yet: it has to be found first. */
  private readonly found: Float64Array;
  /** By part something can ruin: 0 where cause i does. */
  private readonly kept: Float64Array[];
  /** Mending it pays for itself, once one knows of it. */
  readonly pays: Uint8Array;
  /** Minor units of each part some cause can ruin. */
  private readonly fragile: number[];
  /** Minor units of all the others. */
  private readonly safe: number;
  /** Minor units: a whole price net of fees, and what each ending costs in hands. */
  readonly net: number;
  readonly cost: { finish: number; asFound: number; harvest: number; verify: number };
  private readonly keep: number;
  /** Share of the price a fault must leave to be told and sold with. */
  private readonly saleable: number;

  /**
   * @param cures by cause: chance and cost (minor units) of each way to mend it
   */
  constructor(
    problem: Pick<
      StepProblem,
      'worth' | 'ratePerHourMinor' | 'engine' | 'verifyMinutes' | 'usualLeft' | 'judging'
    >,
    causes: readonly number[],
    private readonly asFound: number,
    cures: readonly (readonly { success: number; cost: number }[])[],
  ) {
    const { worth, ratePerHourMinor, verifyMinutes } = problem;
    const model = problem.engine.model.causes;
    const perMinute = ratePerHourMinor / 60;
    const saleable = problem.judging.saleableShare;
    this.saleable = saleable;
    this.keep = 1 - worth.feeShare;
    this.net = worth.soundMinor * this.keep;
    this.cost = {
      finish: worth.finishMinutes * perMinute + (worth.outwardMinor ?? 0),
      asFound: worth.asFoundMinutes * perMinute + (worth.outwardMinor ?? 0),
      harvest: worth.harvestMinutes * perMinute - Math.min(0, worth.recycleMinor),
      verify: verifyMinutes * perMinute,
    };
    this.recycle = worth.recycleMinor;
    this.soundNet = this.net - this.cost.finish;
    const own = causes.map((c) => model[c]);
    const fragile = worth.parts.filter((part) => own.some((cause) => cause.ruins?.includes(part.class)));
    this.fragile = fragile.map((part) => part.minor);
    this.safe = worth.parts.reduce((sum, part) => sum + (fragile.includes(part) ? 0 : part.minor), 0);
    const by = (weight: (cause: (typeof own)[number], i: number) => number) => {
      const out = new Float64Array(own.length);
      for (let i = 0; i < own.length; i++) out[i] = weight(own[i], i);
      return out;
    };
    const mendedAt = (more: number) =>
      by((cause, i) =>
        cures[i].reduce(
          (best, { success, cost }) =>
            Math.max(
              best,
              success +
                (1 - success) * cause.valueLeft -
                (cost + more) / Math.max(this.net * problem.usualLeft, 1),
            ),
          cause.valueLeft >= saleable ? cause.valueLeft : cause.valueLeft * asFound,
        ),
      );
    this.left = by((cause) => cause.valueLeft);
    this.mended = mendedAt(0);
    this.found = mendedAt(problem.judging.findMinutes * perMinute);
    this.pays = Uint8Array.from(own, (cause, i) => Number(this.mended[i] > cause.valueLeft + 1e-9));
    this.kept = fragile.map((part) => by((cause) => Number(!cause.ruins?.includes(part.class))));
    this.sound = this.stops(new Float64Array(this.own).fill(1));
  }

  /**
   * Rows of products, one after the other, each as wide as there are causes: those of the routes, then done and
   * what is left of the price then.
   * @param wanted causes one is after; of the others the tests of finishing tell
   */
  rows(wanted: Uint8Array): Float64Array {
    const { left, found, kept, saleable, own } = this;
    const width = left.length;
    const out = new Float64Array((own + 2) * width);
    out.set(left, LEFT * width);
    kept.forEach((row, p) => out.set(row, (PARTS + p) * width));
    for (let i = 0; i < width; i++) {
      const share = left[i];
      const tellable = share >= saleable;
      out[MAY * width + i] = !wanted[i] || tellable ? 1 : 0;
      out[MAY_LEFT * width + i] = !wanted[i] ? found[i] : tellable ? share : 0;
      out[(own + DONE) * width + i] = wanted[i] ? 0 : 1;
      out[(own + DONE_LEFT) * width + i] = wanted[i] ? 0 : found[i];
    }
    return out;
  }

  /** @param sums of each product over machines that weigh `all` together */
  stops(sums: ArrayLike<number>, all = 1): Stops {
    const { net, cost, asFound } = this;
    let parts = this.safe * all;
    for (let p = 0; p < this.fragile.length; p++) parts += this.fragile[p] * sums[PARTS + p];
    return {
      asFound: net * asFound * sums[LEFT] - cost.asFound * all,
      // the tests that belong to finishing show what is left; what cannot be sold so goes as found after all
      disclose:
        net * sums[MAY_LEFT] -
        cost.finish * sums[MAY] +
        Math.max(0, net * asFound * (sums[LEFT] - sums[MAY_LEFT])) -
        (cost.asFound + cost.verify) * (all - sums[MAY]),
      harvest: parts * this.keep - cost.harvest * all,
    };
  }

  /** What stopping is worth for one machine with these causes (local numbers). */
  stopsOf(present: Iterable<number>, wanted: Uint8Array): Stops {
    const sums = new Float64Array(this.own).fill(1);
    for (const i of present) {
      const tellable = this.left[i] >= this.saleable;
      sums[LEFT] *= this.left[i];
      if (wanted[i] && !tellable) sums[MAY] = sums[MAY_LEFT] = 0;
      else sums[MAY_LEFT] *= wanted[i] ? this.left[i] : this.found[i];
      this.kept.forEach((kept, p) => (sums[PARTS + p] *= kept[i]));
    }
    return this.stops(sums);
  }

  /** Net of one machine that is done but for these causes, finished and sold. */
  finishedOf(present: Iterable<number>): number {
    let left = 1;
    for (const i of present) left *= this.found[i];
    return this.net * left - this.cost.finish;
  }

  /** How many products the routes look at. */
  get own(): number {
    return PARTS + this.kept.length;
  }
}

/** Rows of products that are added to the routes' own: done, and the share left of the price then. */
export const DONE = 0;
/** See `DONE`. */
export const DONE_LEFT = 1;

/**
 * Products over a mixture of machines, kept up while repairs take causes away: of cause i, if it was there,
 * `u[i]` is the chance that it still is.
 */
export class Products {
  /** Product of the factors that are not 0, and how many are, by row and story. */
  private readonly solid: Float64Array;
  private readonly zeros: Uint8Array;
  private readonly u: Float64Array;
  /** `by[k, i] = 1 - u_i (1 - rows[k, i])`. */
  private readonly by: Float64Array;
  private readonly stories: number;
  private readonly count: number;
  /** By cause: it stands by itself, independent of all others. */
  private readonly alone: Uint8Array;

  /** @param rows what each product multiplies by, one after the other, as wide as the mixture */
  constructor(
    private readonly rows: Float64Array,
    private readonly mixture: Mixture,
    from?: Products,
  ) {
    const { width, weights } = mixture;
    this.stories = weights.length;
    this.count = rows.length / width;
    if (from) {
      this.u = from.u.slice();
      this.by = from.by.slice();
      this.solid = from.solid.slice();
      this.zeros = from.zeros.slice();
      this.alone = from.alone;
      return;
    }
    this.alone = new Uint8Array(width);
    for (const node of mixture.nodes) if (typeof node === 'number') this.alone[node] = 1;
    this.u = new Float64Array(width).fill(1);
    this.by = rows.slice();
    this.solid = new Float64Array(this.count * this.stories);
    this.zeros = new Uint8Array(this.count * this.stories);
    for (let k = 0; k < this.count; k++) this.fill(k);
  }

  /** The same again, to be worked on. */
  copy(): Products {
    return new Products(this.rows, this.mixture, this);
  }

  /** Row k over all nodes. */
  private fill(k: number): void {
    const { stories, solid, zeros, by } = this;
    const { nodes, width, chances } = this.mixture;
    const at = k * width;
    // what each cause by itself takes, and what takes several
    const single: number[] = [];
    const lost: number[] = [];
    const choices: Choice[] = [];
    for (let n = 0; n < nodes.length; n++) {
      const node = nodes[n];
      if (typeof node !== 'number') {
        if (!still(node, by, at)) choices.push(node);
      } else if (by[at + node] !== 1) {
        single.push(node);
        lost.push(1 - by[at + node]);
      }
    }
    for (let s = 0; s < stories; s++) {
      const from = s * width;
      let product = 1;
      let none = 0;
      for (let n = 0; n < single.length; n++) {
        const own = 1 - chances[from + single[n]] * lost[n];
        if (own > 0) product *= own;
        else none++;
      }
      for (let n = 0; n < choices.length; n++) {
        const own = expectOver(choices[n], chances, from, by, at);
        if (own > 0) product *= own;
        else none++;
      }
      solid[k * stories + s] = product;
      zeros[k * stories + s] = none;
    }
  }

  /** Multiplies row k by what a node contributes now, or divides it out. */
  private take(k: number, node: Choice, sign: 1 | -1): void {
    const { stories, solid, zeros, by } = this;
    const { chances, width } = this.mixture;
    const first = k * width;
    const at = k * stories;
    if (still(node, by, first)) return;
    for (let s = 0; s < stories; s++) {
      const own = expectOver(node, chances, s * width, by, first);
      if (!(own > 0)) zeros[at + s] += sign;
      else if (sign > 0) solid[at + s] *= own;
      else solid[at + s] /= own;
    }
  }

  /** Row k, where a cause that stands by itself is multiplied by another number than until now. */
  private change(k: number, cause: number, to: number): void {
    const { stories, solid, zeros, by } = this;
    const { chances, width } = this.mixture;
    const was = 1 - by[k * width + cause];
    const is = 1 - to;
    by[k * width + cause] = to;
    if (was === is) return;
    for (let s = 0, at = k * stories; s < stories; s++, at++) {
      const p = chances[s * width + cause];
      const before = 1 - p * was;
      const after = 1 - p * is;
      if (before > 0) solid[at] /= before;
      else zeros[at]--;
      if (after > 0) solid[at] *= after;
      else zeros[at]++;
    }
  }

  /** Chance that a cause that was there still is. */
  left(cause: number): number {
    return this.u[cause];
  }

  /** Each of these causes, which stand in these nodes, goes with its chance. */
  cure(homes: readonly number[], causes: ArrayLike<number>, success: ArrayLike<number>): void {
    const { by, rows, u } = this;
    const { nodes, width } = this.mixture;
    for (let a = 0; a < causes.length; a++) u[causes[a]] *= 1 - success[a];
    for (let k = 0; k < this.count; k++) {
      for (let h = 0; h < homes.length; h++) {
        const node = nodes[homes[h]];
        if (typeof node !== 'number') this.take(k, node, -1);
      }
      for (let a = 0; a < causes.length; a++) {
        const cause = causes[a];
        const to = 1 - u[cause] * (1 - rows[k * width + cause]);
        if (this.alone[cause]) this.change(k, cause, to);
        else by[k * width + cause] = to;
      }
      for (let h = 0; h < homes.length; h++) {
        const node = nodes[homes[h]];
        if (typeof node !== 'number') this.take(k, node, 1);
      }
    }
  }

  /** Each product over all machines. */
  sums(out: Float64Array): Float64Array {
    const { weights } = this.mixture;
    const { solid, zeros, stories } = this;
    for (let k = 0; k < out.length; k++) {
      let sum = 0;
      const at = k * stories;
      for (let s = 0; s < stories; s++) if (zeros[at + s] === 0) sum += weights[s] * solid[at + s];
      out[k] = sum;
    }
    return out;
  }
}

/** Does nothing change with this node? @param at where in `by` the causes begin */
function still(node: Choice, by: Float64Array, at: number): boolean {
  const causes = causesOf(node);
  for (let i = 0; i < causes.length; i++) if (by[at + causes[i]] !== 1) return false;
  return true;
}

import type { PolicyContext } from './context';
import type { StopRoute } from './problem';
import { grown } from './routes';
import { UNMADE } from './support';

/** A choice under the base policy and what it is worth, minor units. */
export interface PolicyValue {
  value: number;
  /** First thing done: 'stop', 'verify', or a repair's id. */
  first: string;
  stopRoute: StopRoute;
  /** Repairs tried, in order, before giving up. */
  plan: string[];
  /** Expected attended minutes of the plan, the finishing work not counted. */
  minutes: number;
  /** P(the plan ends with a sound machine). */
  success: number;
}

/** Chances below this share of what is still alive are not worth a repair in the plan. */
const NEGLIGIBLE = 2e-3;

/** Share of the machines that have a local cause. */
export function massOf({ support }: PolicyContext, weights: Float64Array, local: number): number {
  let sum = 0;
  for (const h of support.holders[local]) {
    if (h >= weights.length) break;
    sum += weights[h];
  }
  return sum;
}

/**
 * Every repair's chance of helping with these masses of causes; `seen` counts only what could be seen now to
 * have gone.
 */
function chances(context: PolicyContext, mass: Float64Array, seen: boolean): Float64Array {
  const out = new Float64Array(context.repairs.length);
  for (let r = 0; r < out.length; r++) {
    const { aims, success, seen: visible } = context.repairs[r];
    for (let a = 0; a < aims.length; a++) if (!seen || visible[a]) out[r] += mass[aims[a]] * success[a];
  }
  return out;
}

function chanceOf(context: PolicyContext, mass: Float64Array, r: number): number {
  const { aims, success } = context.repairs[r];
  let p = 0;
  for (let a = 0; a < aims.length; a++) p += mass[aims[a]] * success[a];
  return p;
}

/** The repair with the largest p/c from this bench state, or -1. */
function bestRatio(
  context: PolicyContext,
  chance: Float64Array,
  done: Uint8Array,
  bench: number,
  alive: number,
): number {
  let ratio = 0;
  let pick = -1;
  const least = NEGLIGIBLE * alive;
  for (let r = 0; r < chance.length; r++) {
    if (done[r] || chance[r] < least) continue;
    const score = chance[r] / Math.max(context.repairs[r].cost[bench], 1e-6);
    if (score > ratio) {
      ratio = score;
      pick = r;
    }
  }
  return pick;
}

/**
 * What is left while a plan runs: weights over sets, and the sums the next choice needs, kept up as mass
 * moves. `disclose`, `asFound` and `harvest` are the (unnormalised) values of stopping before the machine is
 * put back together.
 */
class Remainder {
  private left: Float64Array;
  readonly mass: Float64Array;
  alive = 1;
  disclose = 0;
  asFound = 0;
  harvest = 0;

  constructor(
    private readonly context: PolicyContext,
    weights: Float64Array,
  ) {
    const { support, values } = context;
    values.reach();
    this.left = grown(weights, support.count);
    this.mass = Float64Array.from(support.causes, (_, local) => massOf(context, weights, local));
    for (let h = 0; h < weights.length; h++) {
      if (weights[h] === 0) continue;
      this.disclose += weights[h] * values.disclose[h];
      this.asFound += weights[h] * values.asFound[h];
      this.harvest += weights[h] * values.harvest[h];
    }
  }

  /** Moves the mass repair `r` cures; set 0 gathers what became sound. @returns the mass moved */
  repair(r: number): number {
    let all = 0;
    const { support, values } = this.context;
    const { aims, success } = this.context.repairs[r];
    const { mass } = this;
    for (let a = 0; a < aims.length; a++) {
      const holders = support.holders[aims[a]];
      for (let i = 0; i < holders.length; i++) {
        const h = holders[i];
        if (h >= this.left.length) break; // made since, and empty here
        if (this.left[h] === 0) continue;
        const moved = this.left[h] * success[a];
        let to = support.removed(h, aims[a]);
        if (to === UNMADE) {
          if (moved < support.crumb) continue;
          to = support.remove(h, aims[a]);
          values.reach();
          if (to >= this.left.length) this.left = grown(this.left, 2 * support.count);
        }
        this.left[to] += moved;
        all += moved;
        this.left[h] -= moved;
        mass[aims[a]] -= moved;
        this.disclose += moved * (values.disclose[to] - values.disclose[h]);
        this.asFound += moved * (values.asFound[to] - values.asFound[h]);
        this.harvest += moved * (values.harvest[to] - values.harvest[h]);
      }
    }
    return Math.min(all, this.alive);
  }

  /**
   * Takes what is seen to be sound out of the game. `unseen` of set 0 was sound all along and has not been
   * looked over.
   * @returns its mass
   */
  finish(unseen: number): number {
    const { values } = this.context;
    const sound = this.left[0] - unseen;
    this.left[0] = unseen;
    this.alive -= sound;
    this.disclose -= sound * values.disclose[0];
    this.asFound -= sound * values.asFound[0];
    this.harvest -= sound * values.harvest[0];
    return sound;
  }

  /** Best route for stopping now. Ties go to the earlier route. */
  stop(bench: number): { value: number; route: StopRoute } {
    const closing = this.alive * this.context.closing[bench];
    const disclose = this.disclose - closing;
    const asFound = this.asFound - closing;
    const recycle = this.alive * this.context.problem.worth.recycleMinor;
    if (disclose >= asFound && disclose >= this.harvest && disclose >= recycle)
      return { value: disclose, route: 'disclose' };
    if (asFound >= this.harvest && asFound >= recycle) return { value: asFound, route: 'asFound' };
    return this.harvest >= recycle
      ? { value: this.harvest, route: 'harvest' }
      : { value: recycle, route: 'recycle' };
  }
}

/** Best route for stopping with these weights, and its value in minor units. */
export function bestStop(
  context: PolicyContext,
  weights: Float64Array,
  bench: number,
): { value: number; route: StopRoute } {
  return new Remainder(context, weights).stop(bench);
}

/**
 * The base policy: try repairs in the order of p/c (Kalagnanam & Henrion 1988; Heckerman, Breese & Rommelse,
 * CACM 38(3), 1995) and stop after the best PREFIX of that order. A repair ends with trying what it aimed at,
 * so a cure is seen; a machine that was sound all along is only known to be after a look over the whole of it
 * (`verifyFirst`). `weights` are over the support and sum to 1; they are not changed.
 * @param forced index into `context.repairs` that must come first, or -1
 */
export function basePolicy(
  context: PolicyContext,
  weights: Float64Array,
  bench: number,
  verifyFirst: boolean,
  forced = -1,
): PolicyValue {
  const { values, repairs, perMinute, closing } = context;
  const rest = new Remainder(context, weights);
  const done = new Uint8Array(repairs.length);
  let chance = chances(context, rest.mass, true);
  const plan: number[] = [];
  let state = bench;
  let spent = 0;
  let minutes = 0;
  let gained = 0;
  let success = 0;
  let unseen = weights[0];
  const best = {
    value: -Infinity,
    route: 'recycle' as PolicyValue['stopRoute'],
    length: 0,
    minutes: 0,
    success: 0,
  };

  const finish = () => {
    const sound = rest.finish(unseen);
    gained += sound * (values.soundNet - spent - closing[state]);
    success += sound;
  };
  const consider = () => {
    const stop = rest.stop(state);
    const value = gained + stop.value - spent * rest.alive;
    if (value > best.value + 1e-9)
      Object.assign(best, { value, route: stop.route, length: plan.length, minutes, success });
  };

  if (verifyFirst) {
    minutes += context.verify.minutes[state];
    spent += context.verify.minutes[state] * perMinute;
    state = context.verify.next[state];
    unseen = 0;
    finish();
  }
  if (forced < 0) consider();
  while (rest.alive > 1e-4 && plan.length < repairs.length) {
    let pick = plan.length === 0 ? forced : -1;
    if (pick < 0) {
      // no order of what is left can beat the best prefix: every machine still alive would have to be made
      // sound for nothing
      if (gained + rest.alive * (values.soundNet - spent) <= best.value) break;
      pick = bestRatio(context, chance, done, state, rest.alive);
      if (pick < 0) break;
    }
    done[pick] = 1;
    // what comes after the first can be seen by then
    if (plan.push(pick) === 1) chance = chances(context, rest.mass, false);
    minutes += rest.alive * repairs[pick].minutes[state];
    spent += repairs[pick].cost[state];
    state = repairs[pick].next[state];
    gained -= rest.repair(pick) * repairs[pick].onHelpMinor;
    const { sharing } = repairs[pick];
    for (let i = 0; i < sharing.length; i++) chance[sharing[i]] = chanceOf(context, rest.mass, sharing[i]);
    finish();
    consider();
  }
  const chosen = plan.slice(0, best.length).map((r) => repairs[r].repair.id);
  return {
    value: best.value,
    stopRoute: best.route,
    plan: chosen,
    minutes: best.minutes,
    success: best.success,
    first: verifyFirst ? 'verify' : (chosen[0] ?? 'stop'),
  };
}

/** The better of looking the machine over first and not. */
export function bestBase(context: PolicyContext, weights: Float64Array, bench: number): PolicyValue {
  const straight = basePolicy(context, weights, bench, false);
  // a look over pays only when the machine may be sound
  if (weights[0] < 0.01) return straight;
  const verified = basePolicy(context, weights, bench, true);
  return verified.value > straight.value ? verified : straight;
}

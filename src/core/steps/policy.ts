import type { PolicyContext } from './context';
import type { StopRoute } from './problem';
import type { SetSums, Stops } from './routes';
import { NOT_HELD } from './support';

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

/** Share of the machines that have a local cause; those seen directly are there for certain. */
export function massOf({ support }: PolicyContext, weights: Float64Array, local: number): number {
  if (local >= support.causes.length) return 1;
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
 * What is left while a plan runs: weights over sets, the chance of each cause seen directly, and the sums the
 * next choice needs, kept up as mass moves. A machine that became sound stays in set 0 with nothing standing,
 * where no repair changes it any more: it only has to be counted once, when it gets there.
 */
class Remainder {
  private readonly left: Float64Array;
  private readonly standing: Float64Array;
  private readonly sums: SetSums;
  /** By local cause: share of all machines that have it. */
  readonly mass: Float64Array;
  /** Seen to be sound and out of the game. */
  private finished = 0;

  constructor(
    private readonly context: PolicyContext,
    weights: Float64Array,
  ) {
    const { support, values } = context;
    const unseen = support.causes.length;
    this.left = new Float64Array(support.count);
    this.left.set(weights);
    this.standing = new Float64Array(support.standing.length).fill(1);
    this.sums = values.sums(weights);
    this.mass = Float64Array.from({ length: unseen + this.standing.length }, (_, local) =>
      massOf(context, weights, local),
    );
  }

  get alive(): number {
    return 1 - this.finished;
  }

  /** Moves the mass repair `r` cures; set 0 gathers what became sound. @returns the mass moved */
  repair(r: number): number {
    let all = 0;
    const { support, values } = this.context;
    const { aims, success } = this.context.repairs[r];
    const { mass, left, standing } = this;
    const unseen = support.causes.length;
    for (let a = 0; a < aims.length; a++) {
      const aim = aims[a];
      if (aim >= unseen) {
        const moved = standing[aim - unseen] * success[a];
        standing[aim - unseen] -= moved;
        mass[aim] -= moved;
        all += moved;
        continue;
      }
      for (const h of support.holders[aim]) {
        if (left[h] === 0) continue;
        const to = support.remove(h, aim);
        if (to === NOT_HELD) continue;
        const moved = left[h] * success[a];
        left[to] += moved;
        left[h] -= moved;
        mass[aim] -= moved;
        all += moved;
        values.add(this.sums, h, -moved);
        values.add(this.sums, to, moved);
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
    let sound = this.left[0];
    for (const chance of this.standing) sound *= 1 - chance;
    const now = sound - unseen - this.finished;
    this.finished += now;
    return now;
  }

  /** What the routes are worth over the machines still in the game, before they are put back together. */
  stops(): Stops {
    const { values } = this.context;
    const all = values.stops(this.sums, this.standing);
    return {
      disclose: all.disclose - this.finished * values.sound.disclose,
      asFound: all.asFound - this.finished * values.sound.asFound,
      harvest: all.harvest - this.finished * values.sound.harvest,
    };
  }

  /** Best route for stopping now. Ties go to the earlier route. */
  stop(bench: number): { value: number; route: StopRoute } {
    const closing = this.alive * this.context.closing[bench];
    const { harvest, ...others } = this.stops();
    const disclose = others.disclose - closing;
    const asFound = others.asFound - closing;
    const recycle = this.alive * this.context.problem.worth.recycleMinor;
    if (disclose >= asFound && disclose >= harvest && disclose >= recycle)
      return { value: disclose, route: 'disclose' };
    if (asFound >= harvest && asFound >= recycle) return { value: asFound, route: 'asFound' };
    return harvest >= recycle ? { value: harvest, route: 'harvest' } : { value: recycle, route: 'recycle' };
  }
}

/** What each stopping route is worth with these weights, minor units, before putting it back together. */
export const stopsNow = (context: PolicyContext, weights: Float64Array): Stops =>
  new Remainder(context, weights).stops();

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
  let unseen = context.support.soundIn(weights);
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
  if (context.support.soundIn(weights) < 0.01) return straight;
  const verified = basePolicy(context, weights, bench, true);
  return verified.value > straight.value ? verified : straight;
}

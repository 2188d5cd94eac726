import type { PolicyContext } from './context';
import type { Route } from './problem';

/** A choice under the base policy and what it is worth, minor units. */
export interface PolicyValue {
  value: number;
  /** First thing done: 'stop', 'verify', or a repair's id. */
  first: string;
  stopRoute: Exclude<Route, 'refurbish'>;
  /** Repairs tried, in order, before giving up. */
  plan: string[];
  /** Expected attended minutes of the plan, the finishing work not counted. */
  minutes: number;
  /** P(the plan ends with a sound machine). */
  success: number;
}

/** Chances below this share of what is still alive are not worth a repair in the plan. */
const NEGLIGIBLE = 2e-3;

/** Best route for stopping with these (unnormalised) weights. Ties go to the earlier route. */
export function bestStop(context: PolicyContext, weights: Float64Array, bench: number): { value: number; route: Exclude<Route, 'refurbish'> } {
  const { values } = context;
  const closing = context.closing[bench];
  let asFound = 0;
  let harvest = 0;
  let recycle = 0;
  for (let h = 0; h < weights.length; h++) {
    const w = weights[h];
    if (w === 0) continue;
    asFound += w * (values.asFound[h] - closing);
    harvest += w * values.harvest[h];
    recycle += w * values.recycle[h];
  }
  if (asFound >= harvest && asFound >= recycle) return { value: asFound, route: 'asFound' };
  return harvest >= recycle ? { value: harvest, route: 'harvest' } : { value: recycle, route: 'recycle' };
}

/** Moves the mass repair `r` cures, in place; set 0 gathers what became sound. */
export function applyRepair(context: PolicyContext, weights: Float64Array, r: number): void {
  const { aims, success } = context.repairs[r];
  const { without, causes } = context.support;
  for (let a = 0; a < aims.length; a++) {
    for (let h = 1; h < weights.length; h++) {
      const w = weights[h];
      if (w === 0) continue;
      const to = without[h * causes.length + aims[a]];
      if (to < 0) continue;
      weights[to] += w * success[a];
      weights[h] = w * (1 - success[a]);
    }
  }
}

/** P(cause present) of local causes, from weights over sets. */
function causeMass(context: PolicyContext, weights: Float64Array, mass: Float64Array): void {
  const { without, causes } = context.support;
  const n = causes.length;
  mass.fill(0);
  for (let h = 1; h < weights.length; h++) {
    const w = weights[h];
    if (w === 0) continue;
    for (let c = 0; c < n; c++) if (without[h * n + c] >= 0) mass[c] += w;
  }
}

/** The repair with the largest p/c from this bench state, or -1. */
function bestRatio(context: PolicyContext, mass: Float64Array, done: Uint8Array, bench: number, alive: number): number {
  let ratio = 0;
  let pick = -1;
  for (let r = 0; r < context.repairs.length; r++) {
    if (done[r]) continue;
    const { aims, success, cost } = context.repairs[r];
    let p = 0;
    for (let a = 0; a < aims.length; a++) p += mass[aims[a]] * success[a];
    if (p < NEGLIGIBLE * alive) continue;
    const score = p / Math.max(cost[bench], 1e-6);
    if (score > ratio) {
      ratio = score;
      pick = r;
    }
  }
  return pick;
}

/**
 * The base policy: try repairs in the order of p/c (Kalagnanam & Henrion 1988; Heckerman, Breese & Rommelse, CACM 38(3), 1995) and
 * stop after the best PREFIX of that order. A repair ends with trying what it aimed at, so a cure is seen; a machine that was sound
 * all along is only known to be after a look over the whole of it (`verifyFirst`).
 * `weights` are over the support and sum to 1; they are not changed.
 * @param forced index into `context.repairs` that must come first, or -1
 */
export function basePolicy(context: PolicyContext, weights: Float64Array, bench: number, verifyFirst: boolean, forced = -1): PolicyValue {
  const { values, repairs, perMinute, closing } = context;
  const left = weights.slice();
  const mass = new Float64Array(context.support.causes.length);
  const done = new Uint8Array(repairs.length);
  const plan: number[] = [];
  let state = bench;
  let spent = 0;
  let minutes = 0;
  let gained = 0;
  let success = 0;
  let alive = 1;
  let unseen = left[0];
  const best = { value: -Infinity, route: 'recycle' as PolicyValue['stopRoute'], length: 0, minutes: 0, success: 0 };

  // what is seen to be sound leaves the game as a finished machine
  const finish = () => {
    const sound = left[0] - unseen;
    gained += sound * (values.soundNet - spent - closing[state]);
    success += sound;
    alive -= sound;
    left[0] = unseen;
  };
  const consider = () => {
    const stop = bestStop(context, left, state);
    const value = gained + stop.value - spent * alive;
    if (value > best.value + 1e-9) Object.assign(best, { value, route: stop.route, length: plan.length, minutes, success });
  };

  if (verifyFirst) {
    minutes += context.verify.minutes[state];
    spent += context.verify.minutes[state] * perMinute;
    state = context.verify.next[state];
    unseen = 0;
    finish();
  }
  if (forced < 0) consider();
  while (alive > 1e-4 && plan.length < repairs.length) {
    let pick = plan.length === 0 ? forced : -1;
    if (pick < 0) {
      // no order of what is left can beat the best prefix: every machine still alive would have to be made sound for nothing
      if (gained + alive * (values.soundNet - spent) <= best.value) break;
      causeMass(context, left, mass);
      pick = bestRatio(context, mass, done, state, alive);
      if (pick < 0) break;
    }
    done[pick] = 1;
    plan.push(pick);
    minutes += alive * repairs[pick].minutes[state];
    spent += repairs[pick].cost[state];
    state = repairs[pick].next[state];
    applyRepair(context, left, pick);
    finish();
    consider();
  }
  const chosen = plan.slice(0, best.length).map((r) => repairs[r].repair.id);
  return {
    value: best.value, stopRoute: best.route, plan: chosen, minutes: best.minutes, success: best.success,
    first: verifyFirst ? 'verify' : chosen[0] ?? 'stop',
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

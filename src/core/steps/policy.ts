import { expectOver, marginalsOf, type Mixture } from '../belief/mixture';
import type { PolicyContext, View } from './context';
import type { SaleRoute } from './problem';
import { DONE, DONE_LEFT, Products, type Stops } from './routes';

/** A choice under the base policy and what it is worth, minor units. */
export interface PolicyValue {
  value: number;
  /** First thing done: 'stop', 'verify', or a repair's id. */
  first: string;
  stopRoute: SaleRoute;
  /** Repairs tried, in order, before giving up. */
  plan: string[];
  /** Expected attended minutes of the plan, the finishing work not counted. */
  minutes: number;
  /** P(the plan ends with a machine that is done). */
  success: number;
  /** P(it was done all along, and nobody has looked). */
  already: number;
}

/** Belief a policy starts from: the machines, the chance of each cause, and what can be seen. */
export interface Standpoint {
  mixture: Mixture;
  marginals: Float64Array;
  view: View;
  bench: number;
  /** Causes one is after: a machine without any of them is done, whatever small things it has besides. */
  wanted: Uint8Array;
  /** Products over the machines before anything is done, once they were asked for. */
  products?: Products;
}

/** A cause is suspected from this on, or from so many times its chance in any such machine. */
const SUSPECTED = 0.02;
/** So many times its usual chance is more than usual. Shop estimate. */
export const RAISED = 1.3;

/** @param before where one stood before an answer: what one was after then, one still is */
export function standpoint(
  context: PolicyContext,
  mixture: Mixture,
  view: View,
  bench: number,
  marginals: Float64Array = marginalsOf(mixture),
  before?: Standpoint,
): Standpoint {
  const { engine, judging } = context.problem;
  const { usual, model } = engine;
  const { causes } = context;
  const wanted = new Uint8Array(causes.length);
  for (let i = 0; i < causes.length; i++) {
    const was = before?.wanted[i] === 1;
    const more = !before || marginals[i] >= RAISED * before.marginals[i];
    const suspected = more && marginals[i] >= Math.max(SUSPECTED, Math.min(0.5, RAISED * usual[causes[i]]));
    const matters = view.values.pays[i] === 1 || model.causes[causes[i]].valueLeft < judging.saleableShare;
    wanted[i] = was || (suspected && matters) ? 1 : 0;
  }
  return { mixture, marginals, view, bench, wanted };
}

/** Chances below this share of what is still alive are not worth a repair in the plan. */
const NEGLIGIBLE = 2e-3;
/** A look over the whole is not thought of when the machine is less likely than this to be done already. */
const LIKELY = 0.1;
/** A plan that gained nothing for this many repairs gains nothing more. */
const BARREN = 3;
/** Once a plan has helped this surely, what could not be seen before can be seen. */
const RUNS_NOW = 0.5;

/**
 * P(repair r helps): 1 less the chance that everything it aims at, as far as it is there, stays.
 * @param only causes counted; left out: all
 */
export function helps(
  context: PolicyContext,
  { mixture, marginals }: Pick<Standpoint, 'mixture' | 'marginals'>,
  r: number,
  left?: (cause: number) => number,
  only?: Uint8Array,
): number {
  const { aims, success, homes } = context.repairs[r];
  const { nodes, chances, width, weights } = mixture;
  if (aims.length === 1)
    return only && !only[aims[0]] ? 0 : marginals[aims[0]] * (left ? left(aims[0]) : 1) * success[0];
  const by = new Float64Array(width).fill(1);
  for (let a = 0; a < aims.length; a++) {
    const aim = aims[a];
    if (!only || only[aim]) by[aim] = 1 - (left ? left(aim) : 1) * success[a];
  }
  let stays = 0;
  for (let s = 0; s < weights.length; s++) {
    let product = weights[s];
    for (let h = 0; h < homes.length; h++) product *= expectOver(nodes[homes[h]], chances, s * width, by);
    stays += product;
  }
  return Math.max(0, 1 - stays);
}

/** What is left while a plan runs: machines that are seen to be done leave the game. */
class Remainder {
  private products: Products;
  /** The products are its own, to be worked on; until a repair is done they are the standpoint's. */
  private owned = false;
  private readonly sums: Float64Array;
  private readonly own: number;
  /** Done and out of the game: how many, what their faults leave of the price as it is and with mending. */
  private gone = 0;
  private goneLeft = 0;

  constructor(
    private readonly context: PolicyContext,
    private readonly from: Standpoint,
  ) {
    const { values } = from.view;
    this.own = values.own;
    from.products ??= new Products(values.rows(from.wanted), from.mixture);
    this.products = from.products;
    this.sums = this.products.sums(new Float64Array(this.own + 2));
  }

  get alive(): number {
    return 1 - this.gone;
  }

  get done(): number {
    return this.sums[this.own + DONE];
  }

  /** Chance that cause i is there now. */
  mass(i: number): number {
    return this.from.marginals[i] * this.products.left(i);
  }

  /**
   * Does repair r.
   * @param unseen what was done all along: curing causes one is not after leaves it worth more
   * @returns P(it helped)
   */
  repair(r: number, unseen: { left: number }): number {
    const { aims, success, homes } = this.context.repairs[r];
    const helped = helps(this.context, this.from, r, (cause) => this.products.left(cause));
    const before = this.sums[this.own + DONE_LEFT];
    const small = this.cure(homes, aims, success, 0);
    if (small && before > 0) {
      // what is done already, out of the game or not known to be, makes nothing newly done
      const ratio = this.sums[this.own + DONE_LEFT] / before;
      unseen.left *= ratio;
      this.goneLeft *= ratio;
    }
    this.cure(homes, aims, success, 1);
    return Math.min(helped, this.alive);
  }

  /** Cures those aims one is after, or the others. @returns whether there were any */
  private cure(homes: readonly number[], aims: Int16Array, success: Float64Array, wanted: 0 | 1): boolean {
    const { wanted: after } = this.from;
    let some = 0;
    for (let a = 0; a < aims.length; a++) if (after[aims[a]] === wanted) some++;
    if (some === 0) return false;
    if (!this.owned) {
      this.products = this.products.copy();
      this.owned = true;
    }
    if (some === aims.length) this.products.cure(homes, aims, success);
    else {
      const own: number[] = [];
      const chances: number[] = [];
      for (let a = 0; a < aims.length; a++)
        if (after[aims[a]] === wanted) {
          own.push(aims[a]);
          chances.push(success[a]);
        }
      this.products.cure(homes, own, chances);
    }
    this.products.sums(this.sums);
    return true;
  }

  /**
   * Takes what is seen to be done out of the game.
   * @param unseen of them were so all along and nobody has looked
   * @returns how many, and the price they are finished for
   */
  finish(unseen: { done: number; left: number }): { done: number; value: number } {
    const { values } = this.from.view;
    const done = Math.max(0, this.sums[this.own + DONE] - unseen.done - this.gone);
    const left = Math.max(0, this.sums[this.own + DONE_LEFT] - unseen.left - this.goneLeft);
    this.gone += done;
    this.goneLeft += left;
    return { done, value: values.net * left - values.cost.finish * done };
  }

  /** What was done from the start, and is not known to be. */
  start(): { done: number; left: number } {
    return { done: this.sums[this.own + DONE], left: this.sums[this.own + DONE_LEFT] };
  }

  /** What the routes are worth over the machines still in the game, before they are put back together. */
  stops(): Stops {
    const { values } = this.from.view;
    const all = values.stops(this.sums);
    if (this.gone === 0) return all;
    // of what is out of the game: its small faults leave the same share whichever way it is counted
    const share = this.goneLeft / this.gone;
    return {
      disclose: all.disclose - (values.net * this.goneLeft - values.cost.finish * this.gone),
      asFound:
        all.asFound -
        this.gone * (share * (values.sound.asFound + values.cost.asFound) - values.cost.asFound),
      harvest: all.harvest - this.gone * values.sound.harvest,
    };
  }

  /** Best route for stopping now. Ties go to the earlier route. */
  stop(bench: number): { value: number; route: SaleRoute } {
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

/** What each stopping route is worth, minor units, before putting it back together. */
export const stopsNow = (context: PolicyContext, from: Standpoint): Stops =>
  new Remainder(context, from).stops();

/** P(nothing at all is wrong). */
export function soundOf({ mixture }: Pick<Standpoint, 'mixture'>): number {
  const { nodes, chances, width, weights } = mixture;
  const none = new Float64Array(width);
  let sum = 0;
  for (let s = 0; s < weights.length; s++) {
    let product = weights[s];
    for (let n = 0; n < nodes.length && product >= 1e-9; n++)
      product *= expectOver(nodes[n], chances, s * width, none);
    if (product >= 1e-9) sum += product;
  }
  return sum;
}

/** Best route for stopping, and its value in minor units. */
export function bestStop(context: PolicyContext, from: Standpoint): { value: number; route: SaleRoute } {
  return new Remainder(context, from).stop(from.bench);
}

/**
 * The base policy. A machine is done when none of the causes one is after is left: it then starts, shows, and
 * is finished, and small things the tests of finishing show are mended where that pays. Until then repairs are
 * tried in the order of p/c (Kalagnanam & Henrion 1988; Heckerman, Breese & Rommelse, CACM 38(3), 1995), each
 * cause by the share of the price it takes, and the plan ends after the best PREFIX of that order. A repair
 * ends with trying what it aimed at, so that a cure is seen; a machine that was done all along is only known
 * to be after a look over the whole of it (`verifyFirst`).
 * @param forced index into `context.repairs` that must come first, or -1
 * @param script repairs in the order they must be tried, in place of p/c
 */
export function basePolicy(
  context: PolicyContext,
  from: Standpoint,
  verifyFirst: boolean,
  forced = -1,
  script?: readonly number[],
): PolicyValue {
  const { repairs, perMinute, closing } = context;
  const { values, visible } = from.view;
  const { wanted } = from;
  const { causes } = context.problem.engine.model;
  const rest = new Remainder(context, from);
  const done = new Uint8Array(repairs.length);
  let restricted = true;
  const chanceOf = (r: number) => {
    const { aims, success } = repairs[r];
    let p = 0;
    for (let a = 0; a < aims.length; a++) {
      const aim = aims[a];
      if (wanted[aim] && (!restricted || visible[aim]))
        p += rest.mass(aim) * success[a] * (1 - causes[context.causes[aim]].valueLeft);
    }
    return p;
  };
  const chance = new Float64Array(repairs.length);
  for (let r = 0; r < repairs.length; r++) chance[r] = chanceOf(r);
  const plan: number[] = [];
  let state = from.bench;
  let spent = 0;
  let minutes = 0;
  let gained = 0;
  let success = 0;
  let missed = 1;
  let unseen = rest.start();
  const already = unseen.done;
  const best = {
    value: -Infinity,
    route: 'recycle' as PolicyValue['stopRoute'],
    length: 0,
    minutes: 0,
    success: 0,
  };

  const finish = () => {
    const out = rest.finish(unseen);
    gained += out.value - out.done * (spent + closing[state]);
    success += out.done;
  };
  const consider = () => {
    const stop = rest.stop(state);
    const value = gained + stop.value - spent * rest.alive;
    if (value > best.value + 1e-9)
      Object.assign(best, { value, route: stop.route, length: plan.length, minutes, success });
  };
  const pickBest = () => {
    let ratio = 0;
    let pick = -1;
    const least = NEGLIGIBLE * rest.alive;
    for (let r = 0; r < chance.length; r++) {
      if (done[r] || chance[r] < least) continue;
      const score = chance[r] / Math.max(repairs[r].cost[state], 1e-6);
      if (score > ratio) {
        ratio = score;
        pick = r;
      }
    }
    return pick;
  };

  if (verifyFirst) {
    minutes += context.verify.minutes[state];
    spent += context.verify.minutes[state] * perMinute;
    state = context.verify.next[state];
    unseen = { done: 0, left: 0 };
    finish();
  }
  if (forced < 0) consider();
  while (rest.alive > 1e-4 && plan.length < repairs.length) {
    let pick = script ? (script[plan.length] ?? -1) : plan.length === 0 ? forced : -1;
    if (script && pick < 0) break;
    if (pick < 0) {
      // no order of what is left can beat the best prefix: every machine still alive would have to be made
      // sound for nothing
      if (gained + rest.alive * (values.soundNet - spent) <= best.value) break;
      if (plan.length - best.length > BARREN && best.value > -Infinity) break;
      pick = pickBest();
      if (pick < 0) break;
    }
    done[pick] = 1;
    plan.push(pick);
    minutes += rest.alive * repairs[pick].minutes[state];
    spent += repairs[pick].cost[state];
    state = repairs[pick].next[state];
    const helped = rest.repair(pick, unseen);
    gained -= helped * repairs[pick].onHelpMinor;
    missed *= 1 - helped;
    if (restricted && 1 - missed >= RUNS_NOW) {
      restricted = false;
      for (let r = 0; r < chance.length; r++) chance[r] = chanceOf(r);
    } else {
      const { sharing } = repairs[pick];
      for (let i = 0; i < sharing.length; i++) chance[sharing[i]] = chanceOf(sharing[i]);
    }
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
    already,
    first: verifyFirst ? 'verify' : (chosen[0] ?? 'stop'),
  };
}

/** What a plan made elsewhere is worth from here. */
export function worthOfPlan(context: PolicyContext, from: Standpoint, made: PolicyValue): number {
  const script = made.plan.map((id) => context.repairs.findIndex((each) => each.repair.id === id));
  return basePolicy(context, from, made.first === 'verify', -1, script).value;
}

/** The better of looking the machine over first and not. */
export function bestBase(context: PolicyContext, from: Standpoint): PolicyValue {
  const straight = basePolicy(context, from, false);
  // a look over pays only when there is something to mend, and the machine may be done without it
  if (context.problem.shut?.power || straight.plan.length === 0 || straight.already < LIKELY) return straight;
  const verified = basePolicy(context, from, true);
  return verified.value > straight.value ? verified : straight;
}

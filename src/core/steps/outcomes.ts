import { mean, quantileSorted } from 'simple-statistics';
import { drawer, seededRandom, type Random } from '../random';
import { atPrice, benchMask, type PolicyContext } from './context';
import type { PolicyValue } from './policy';
import { NOT_HELD } from './support';

/**
 * How a unit may come out, net still to win in minor units, under a policy that does not know the fault
 * beforehand.
 */
export interface OutcomeSpread {
  /** Eight in ten outcomes lie between these (P10, P90). */
  lowMinor: number;
  highMinor: number;
  /** Outcomes counted in equal steps between the two ends. */
  histogram: { fromMinor: number; toMinor: number; counts: number[] };
}

const DRAWS = 400;
const BINS = 16;
/** Chances of the low, the expected and the high price. */
const PRICE_SHARES = [0.25, 0.5, 0.25] as const;

/**
 * One machine with the faults of set `h`, worked on by the plan as it stands: repairs are tried in its order
 * whatever the fault is, each cures with its chance, and what is left at the end goes by the plan's own
 * ending.
 * @returns net value in minor units
 */
export function walkPlan(context: PolicyContext, policy: PolicyValue, h: number, random: Random): number {
  const { values, closing, perMinute, support, verify } = context;
  const byId = new Map(context.repairs.map((repair) => [repair.repair.id, repair]));
  let bench = benchMask(context.problem.bench);
  const unseen = support.causes.length;
  const standing = new Uint8Array(support.standing.length).fill(1);
  let set = h;
  let spent = 0;
  const sound = () => set === 0 && !standing.includes(1);
  if (policy.first === 'verify') {
    spent += verify.minutes[bench] * perMinute;
    bench = verify.next[bench];
    if (sound()) return values.soundNet - spent - closing[bench];
  }
  for (const id of policy.plan) {
    const step = byId.get(id)!;
    spent += step.cost[bench];
    bench = step.next[bench];
    let helped = false;
    for (let a = 0; a < step.aims.length; a++) {
      const aim = step.aims[a];
      const there = aim < unseen ? support.remove(set, aim) !== NOT_HELD : standing[aim - unseen] === 1;
      if (!there || random() >= step.success[a]) continue;
      if (aim < unseen) set = support.remove(set, aim);
      else standing[aim - unseen] = 0;
      helped = true;
    }
    if (helped) spent += step.onHelpMinor;
    if (helped && sound()) return values.soundNet - spent - closing[bench];
  }
  if (policy.stopRoute === 'recycle') return values.recycle - spent;
  const left = values.stopsOf(set, standing)[policy.stopRoute];
  return policy.stopRoute === 'harvest' ? left - spent : left - spent - closing[bench];
}

/**
 * Seeded draws of fault set, price and what each repair does, worked on by the base plan. What looking first
 * wins over that plan (`expectedMinor` less the plan's own value) is added to every draw, so that the
 * expected value is the mean of what is shown.
 * @param low @param high range of the sound price as factors on the expected one
 * @param expectedMinor value of going on, looks included
 */
export function outcomeSpread(
  context: PolicyContext,
  policy: PolicyValue,
  low: number,
  high: number,
  expectedMinor: number,
): OutcomeSpread {
  const random = seededRandom(context.support.weights.length * 31 + policy.plan.length);
  const draw = drawer(context.support.weights, random);
  const { soundMinor } = context.problem.worth;
  const priced = [atPrice(context, soundMinor * low), context, atPrice(context, soundMinor * high)];
  const price = drawer(PRICE_SHARES, random);
  const drawn = Array.from({ length: DRAWS }, () => walkPlan(priced[price()], policy, draw(), random));
  const lift = expectedMinor - mean(drawn);
  const values = drawn.map((value) => value + lift).sort((a, b) => a - b);
  const at = (q: number) => Math.round(quantileSorted(values, q));
  const fromMinor = Math.floor(values[0]);
  const toMinor = Math.max(fromMinor + 1, Math.ceil(values[DRAWS - 1]));
  const counts = Array.from({ length: BINS }, () => 0);
  for (const value of values)
    counts[Math.min(BINS - 1, Math.floor(((value - fromMinor) / (toMinor - fromMinor)) * BINS))]++;
  return { lowMinor: at(0.1), highMinor: at(0.9), histogram: { fromMinor, toMinor, counts } };
}

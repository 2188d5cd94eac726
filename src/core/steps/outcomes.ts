import { mean, quantileSorted, standardDeviation } from 'simple-statistics';
import { drawer, seededRandom, type Random } from '../random';
import { drawSet } from '../belief/mixture';
import { atPrice, benchMask, viewOf, type PolicyContext } from './context';
import { standpoint, type PolicyValue } from './policy';

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
  /** How far the attended minutes of the plan lie from their mean, for nobody knows yet which fault it is: standard deviation. */
  planSpread: number;
}

/** How one machine came out. */
export interface Walked {
  netMinor: number;
  /** Attended, its finishing not counted. */
  minutes: number;
}

const DRAWS = 250;
const BINS = 16;
/** Chances of the low, the expected and the high price. */
const PRICE_SHARES = [0.25, 0.5, 0.25] as const;

/**
 * One machine with these faults (local numbers), worked on by the plan as it stands: repairs are tried in its
 * order whatever the fault is, each cures with its chance, and what is left at the end goes by the plan's own
 * ending.
 * @returns a walk: faults in, how it came out
 */
export function walker(
  context: PolicyContext,
  { first, plan, stopRoute }: PolicyValue,
  random: Random,
): (faults: readonly number[]) => Walked {
  const { closing, perMinute, verify, problem } = context;
  const { view, wanted } = standpoint(
    context,
    context.mixture,
    viewOf(context, problem.facts),
    benchMask(problem.bench),
  );
  const { values } = view;
  const steps = plan.map((id) => context.repairs.find((each) => each.repair.id === id)!);
  const start = benchMask(problem.bench);
  return (faults) => {
    let bench = start;
    const present = new Set(faults);
    let spent = 0;
    let minutes = 0;
    const out = (netMinor: number): Walked => ({ netMinor, minutes });
    const done = () => [...present].every((cause) => !wanted[cause]);
    const finished = () => values.finishedOf(present) - spent - closing[bench];
    if (first === 'verify') {
      minutes += verify.minutes[bench];
      spent += verify.minutes[bench] * perMinute;
      bench = verify.next[bench];
      if (done()) return out(finished());
    }
    for (const step of steps) {
      minutes += step.minutes[bench];
      spent += step.cost[bench];
      bench = step.next[bench];
      let helped = false;
      for (let a = 0; a < step.aims.length; a++)
        if (present.has(step.aims[a]) && random() < step.success[a]) {
          present.delete(step.aims[a]);
          helped = true;
        }
      if (helped) spent += step.onHelpMinor;
      if (helped && done()) return out(finished());
    }
    if (stopRoute === 'recycle') return out(values.recycle - spent);
    const left = values.stopsOf(present, wanted)[stopRoute];
    return out(stopRoute === 'harvest' ? left - spent : left - spent - closing[bench]);
  };
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
  const random = seededRandom(context.mixture.weights.length * 31 + policy.plan.length);
  const draw = drawer(context.mixture.weights, random);
  const { soundMinor } = context.problem.worth;
  const walks = [atPrice(context, soundMinor * low), context, atPrice(context, soundMinor * high)].map(
    (each) => walker(each, policy, random),
  );
  const price = drawer(PRICE_SHARES, random);
  const drawn = Array.from({ length: DRAWS }, () => walks[price()](drawSet(context.mixture, draw(), random)));
  const lift = expectedMinor - mean(drawn.map(({ netMinor }) => netMinor));
  const values = drawn.map(({ netMinor }) => netMinor + lift).sort((a, b) => a - b);
  const at = (q: number) => Math.round(quantileSorted(values, q));
  const fromMinor = Math.floor(values[0]);
  const toMinor = Math.max(fromMinor + 1, Math.ceil(values[DRAWS - 1]));
  const counts = Array.from({ length: BINS }, () => 0);
  for (const value of values)
    counts[Math.min(BINS - 1, Math.floor(((value - fromMinor) / (toMinor - fromMinor)) * BINS))]++;
  // a few very good or very bad draws can pull the mean out of the middle eight tenths: it always lies inside
  const mid = Math.round(expectedMinor);
  return {
    lowMinor: Math.min(at(0.1), mid),
    highMinor: Math.max(at(0.9), mid),
    histogram: { fromMinor, toMinor, counts },
    planSpread: Math.round(standardDeviation(drawn.map(({ minutes }) => minutes)) * 10) / 10,
  };
}

import type { StepProblem } from './problem';
import type { RankedStep } from './rank';

/*
 * The order of a list is that of its values, but for ties: what wins hardly more than another step is not put before it
 * for that. Numbers of this file: shop estimates, held against the 75 bench cases (`benchCases.test.ts`).
 */

/** Steps whose values lie so close, as a share of the price, are as good as each other. */
const ALIKE = 0.01;
/** The same for a repair that is certain, or what the complaint itself asks for: it is not put off for a trifle. */
const ALIKE_CERTAIN = 0.03;
/** So far a part waits for what takes none. */
const WAITS = 0.04;
/** Below this a step has little to do with what is wrong. */
const TELLING = 0.05;
/** Repairs surer than this are as good as certain; of dear parts it wants more. */
const CERTAIN = { cheap: 0.9, dear: 0.95 };
/** A repair surer than this is worth trying for itself. */
const SURE = 0.75;
/** A cheap part that helps so likely is tried at once. */
const LIKELY = 0.7;
/** What takes no part is tried before a part when it helps so likely. */
const TRIED_FIRST = 0.25;
/** A part that takes so many minutes of hands, all counted, is no cheap one either. */
const LONG_MINUTES = 20;
/** A machine that runs is not worth a dear part before all else unless so much of its price hangs on it. */
const HANGS = 0.2;
/** From so many minutes of hands on a part is dear. */
const DEAR_MINUTES = 5;
/** What opens the machine gains so much of it: what can be seen unopened is seen first. */
const OPENING = { other: 0.8, unlikely: 0.5 };
/** Minor units on top of every step's cost, so that a glance does not beat everything by being free. */
const GLANCE = 60;
/** Attended minutes of a look that may come before stopping at once, when it is worth as much. */
const BEFORE_STOPPING = 3;

/** What a step has to do with what is amiss: the complaint itself, something seen, nothing. */
type Bearing = 2 | 1 | 0;

/** How the steps of one list are weighed against each other where their values do not tell them apart. */
class Weighing {
  constructor(private readonly problem: StepProblem) {}

  /** P(it settles something): a look changes what is done next, a repair helps. */
  telling({ kind, changes = 0, chance = 0 }: RankedStep): number {
    if (kind === 'look' || kind === 'bundle') return changes;
    return kind === 'repair' ? chance : 0;
  }

  dear({ partMinor, costMinor }: RankedStep): boolean {
    const minute = this.problem.ratePerHourMinor / 60;
    return (
      partMinor > DEAR_MINUTES * minute || (partMinor > 0 && costMinor - partMinor > LONG_MINUTES * minute)
    );
  }

  private cured({ id }: RankedStep): number[] {
    const { repairs, engine } = this.problem;
    const cures = repairs.find((repair) => repair.id === id)?.cures ?? {};
    return Object.keys(cures).flatMap((cause) => engine.model.causeIndex.get(cause) ?? []);
  }

  bearing(step: RankedStep): Bearing {
    const { asked, engine, posterior } = this.problem;
    if (!asked) return 1;
    const most = (causes: readonly number[]) =>
      Math.max(0, ...causes.map((cause) => asked[cause])) as Bearing;
    if (step.kind === 'repair') return most(this.cured(step));
    if (step.kind !== 'look') return 1;
    const touched = engine.model.findings.get(step.id)?.touched ?? [];
    return most(touched.filter((cause) => posterior.marginals[cause] > 0.02));
  }

  certain(step: RankedStep): boolean {
    const least = this.dear(step) ? CERTAIN.dear : CERTAIN.cheap;
    return step.kind === 'repair' && this.telling(step) >= least && this.bearing(step) > 0;
  }

  /** Share of the price that hangs on what a repair aims at. */
  weight(step: RankedStep): number {
    const { engine, posterior } = this.problem;
    return this.cured(step).reduce(
      (sum, cause) => sum + posterior.marginals[cause] * (1 - engine.model.causes[cause].valueLeft),
      0,
    );
  }

  /** What it settles for what it costs; a cheap sure repair before all, a dear part that may be the wrong one after. */
  gain(step: RankedStep): number {
    const t = this.telling(step);
    const dear = this.dear(step);
    const sure = step.kind === 'repair' && t > SURE && !dear ? 3 : 1;
    const held = dear && (t < 0.8 || this.bearing(step) === 0) ? 0.3 : 1;
    const shut = step.moves.some(({ item, to }) => item === 'caseOpen' && to)
      ? step.kind === 'repair' && t < 0.3
        ? OPENING.unlikely
        : OPENING.other
      : 1;
    return (sure * held * shut * t * Math.min(1, t / 0.3)) / Math.sqrt(step.costMinor + GLANCE);
  }

  /** What is amiss before what only adds value; of dear parts the one more hangs on; else what it gains. */
  readonly before = (x: RankedStep, y: RankedStep): number =>
    Math.sign(this.bearing(y)) - Math.sign(this.bearing(x)) ||
    (this.dear(x) && this.dear(y)
      ? this.bearing(y) - this.bearing(x) || this.weight(y) - this.weight(x)
      : 0) ||
    this.gain(y) - this.gain(x);
}

/**
 * Puts ties in order: among steps worth nearly the same, what has to do with what is amiss first, then what settles
 * most for what it costs, so that a cheap first try that cannot hurt (decode the lamp, refit a plug, let the charge
 * drain) is not crowded out by dearer steps foretold a trifle more. A part that is not certain to be the right one
 * waits for at most two steps that take none or a trifle; so does a dear one that is certain, where the machine runs
 * already and little of its price hangs on it: what only adds value comes after what is amiss. Values stay as they are.
 * @param steps by value, the best first; put in order in place
 */
export function settleTies(problem: StepProblem, steps: RankedStep[]): void {
  const [top] = steps;
  const weighing = new Weighing(problem);
  const { soundMinor } = problem.worth;
  const asked = (step: RankedStep) => weighing.bearing(step) === 2 && weighing.telling(step) >= 0.3;
  const close = (step: RankedStep) =>
    step.valueMinor >=
    top.valueMinor - (weighing.certain(step) || asked(step) ? ALIKE_CERTAIN : ALIKE) * soundMinor;
  const alike = steps
    .filter((step) => {
      const telling = weighing.telling(step);
      const soon = top.kind !== 'stop' || step.minutes <= BEFORE_STOPPING || telling > 0.5;
      return telling >= TELLING && soon && close(step);
    })
    .sort(weighing.before);
  const all = [...alike, ...steps.filter((step) => !alike.includes(step))];
  const [first] = all;
  const needed = problem.facts.system !== true || weighing.weight(first) >= HANGS;
  const waits =
    first.kind === 'repair' &&
    first.partMinor > 0 &&
    (weighing.dear(first)
      ? !(weighing.certain(first) && weighing.bearing(first) === 2 && needed)
      : weighing.telling(first) < LIKELY);
  const earlier = waits
    ? all
        .filter(
          (step) =>
            step.kind !== 'stop' &&
            weighing.bearing(step) > 0 &&
            step !== first &&
            !weighing.dear(step) &&
            step.valueMinor >= first.valueMinor - WAITS * soundMinor &&
            weighing.telling(step) >= (step.kind === 'repair' ? TRIED_FIRST : TELLING),
        )
        .sort(weighing.before)
        .slice(0, 2)
    : [];
  steps.splice(0, steps.length, ...earlier, ...all.filter((step) => !earlier.includes(step)));
}

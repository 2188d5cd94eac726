import type { Judging } from '../catalogue';
import type { StepProblem } from './problem';
import type { RankedStep } from './rank';

/** What a step has to do with what is amiss: the complaint itself, something seen, nothing. */
type Bearing = 2 | 1 | 0;

/** How the steps of one list are weighed against each other where their values do not tell them apart. */
class Weighing {
  private readonly judging: Judging;

  constructor(private readonly problem: StepProblem) {
    this.judging = problem.judging;
  }

  /** P(it settles something): a look changes what is done next, a repair helps. */
  telling({ kind, changes = 0, chance = 0 }: RankedStep): number {
    if (kind === 'look' || kind === 'bundle') return changes;
    return kind === 'repair' ? chance : 0;
  }

  dear({ partMinor, costMinor }: RankedStep): boolean {
    const minute = this.problem.ratePerHourMinor / 60;
    return (
      partMinor > this.judging.dearMinutes * minute ||
      (partMinor > 0 && costMinor - partMinor > this.judging.longMinutes * minute)
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
    const least = this.dear(step) ? this.judging.certain.dear : this.judging.certain.cheap;
    return step.kind === 'repair' && this.telling(step) >= least && this.bearing(step) > 0;
  }

  /** It works round the fault and leaves something a buyer is told of. */
  roundabout({ kind, id }: RankedStep): boolean {
    return kind === 'repair' && this.problem.repairs.some((repair) => repair.id === id && repair.flaw);
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
    const sure = step.kind === 'repair' && t > this.judging.sure && !dear ? 3 : 1;
    const held = dear && (t < 0.75 || this.bearing(step) === 0) ? 0.3 : 1;
    const shut = step.moves.some(({ item, to }) => item === 'caseOpen' && to)
      ? step.kind === 'repair' && t < 0.3
        ? this.judging.openingGain.unlikely
        : this.judging.openingGain.other
      : 1;
    return (
      (sure * held * shut * t * Math.min(1, t / 0.3)) / Math.sqrt(step.costMinor + this.judging.glanceMinor)
    );
  }

  /** What is amiss before what only adds value; of dear parts the one more hangs on; else what it gains. */
  readonly before = (x: RankedStep, y: RankedStep): number =>
    Math.sign(this.bearing(y)) - Math.sign(this.bearing(x)) ||
    (this.dear(x) && this.dear(y)
      ? this.bearing(y) - this.bearing(x) || this.weight(y) - this.weight(x)
      : 0) ||
    this.gain(y) - this.gain(x);
}

/** Looks a likely repair waits for at most. */
const WAITS_FOR = 2;

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
  const { worth, judging } = problem;
  const { soundMinor } = worth;
  // a look that costs more than that difference is not alike for being asked for
  const asked = (step: RankedStep) =>
    weighing.bearing(step) === 2 &&
    weighing.telling(step) >= 0.3 &&
    (step.kind !== 'look' || step.costMinor <= judging.alikeCertainShare * soundMinor);
  const close = (step: RankedStep) =>
    step.valueMinor >=
    top.valueMinor -
      (weighing.certain(step) || asked(step) ? judging.alikeCertainShare : judging.alikeShare) * soundMinor;
  const alike = steps
    .filter((step) => {
      const telling = weighing.telling(step);
      const soon = top.kind !== 'stop' || step.minutes <= judging.beforeStoppingMinutes || telling > 0.5;
      return telling >= judging.telling && soon && close(step);
    })
    .sort(weighing.before);
  const all = [...alike, ...steps.filter((step) => !alike.includes(step))];
  const [first] = all;
  const needed = problem.facts.system !== true || weighing.weight(first) >= judging.hangsShare;
  const waits =
    first.kind === 'repair' &&
    first.partMinor > 0 &&
    (weighing.dear(first)
      ? !(weighing.certain(first) && weighing.bearing(first) === 2 && needed)
      : weighing.telling(first) < judging.likely || weighing.roundabout(first));
  const earlier = waits
    ? all
        .filter(
          (step) =>
            step.kind !== 'stop' &&
            weighing.bearing(step) > 0 &&
            step !== first &&
            !weighing.dear(step) &&
            step.valueMinor >= first.valueMinor - judging.waitsShare * soundMinor &&
            weighing.telling(step) >= (step.kind === 'repair' ? judging.triedFirst : judging.telling),
        )
        .sort(weighing.before)
        .slice(0, WAITS_FOR)
    : [];
  steps.splice(0, steps.length, ...earlier, ...all.filter((step) => !earlier.includes(step)));
  // nor does what is likely to mend what is amiss, and wins as much as anything, wait for more than two looks
  const minute = problem.ratePerHourMinor / 60;
  const late = steps.findIndex(
    (step) =>
      step.kind === 'repair' &&
      weighing.bearing(step) > 0 &&
      weighing.telling(step) >= judging.likely &&
      step.valueMinor >= top.valueMinor - minute,
  );
  if (late > WAITS_FOR) steps.splice(WAITS_FOR, 0, ...steps.splice(late, 1));
}

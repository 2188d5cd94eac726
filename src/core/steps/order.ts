import type { StepProblem } from './problem';
import type { RankedStep } from './rank';

/** Steps whose values differ by less than this share of the price are as good as each other. */
const ALIKE = 0.01;
/** Below this a step has little to do with what is wrong. */
const TELLING = 0.05;
/** Minor units on top of every step's cost, so that a glance does not beat everything by being free. */
const GLANCE = 15;
/** Attended minutes of a look that may come before stopping at once, when it is worth as much. */
const BEFORE_STOPPING = 3;

/**
 * Among steps worth nearly the same, the one that is likeliest to settle something for what it costs comes
 * first: a cheap first try that cannot hurt (decode the lamp, refit a plug, let the charge drain) is not crowded
 * out by dearer steps foretold a trifle more.
 */
export function tellingFirst(problem: StepProblem, steps: RankedStep[]): void {
  const [top] = steps;
  const least = top.valueMinor - ALIKE * problem.worth.soundMinor;
  const telling = (step: RankedStep) =>
    step.kind === 'look' || step.kind === 'bundle'
      ? (step.changes ?? 0)
      : step.kind === 'repair'
        ? (step.chance ?? 0)
        : 0;
  const alike = steps
    .filter(
      (step) =>
        step.valueMinor >= least &&
        telling(step) >= TELLING &&
        (top.kind !== 'stop' || step.minutes <= BEFORE_STOPPING || telling(step) > 0.5),
    )
    .sort((x, y) => telling(y) / (y.costMinor + GLANCE) - telling(x) / (x.costMinor + GLANCE));
  const rest = steps.filter((step) => !alike.includes(step));
  let value = Math.max(...steps.map((step) => step.valueMinor));
  steps.splice(0, steps.length, ...alike, ...rest);
  // the list goes on falling: what is put first is worth taking first
  for (let i = alike.length - 1, low = rest[0]?.valueMinor ?? value; i >= 0; i--) {
    value = low = Math.max(low, alike[i].valueMinor);
    alike[i].valueMinor = value;
  }
}

import type { StepProblem } from './problem';
import type { Support } from './support';

/** Values of the stopping routes for every set of the support, in minor units before the machine is put back together. */
export interface RouteValues {
  asFound: Float64Array;
  harvest: Float64Array;
  recycle: Float64Array;
  /** Net of a sound machine finished and sold. */
  soundNet: number;
}

export function routeValues(problem: Pick<StepProblem, 'worth' | 'ratePerHourMinor' | 'engine'>, support: Support): RouteValues {
  const { worth, ratePerHourMinor, engine } = problem;
  const perMinute = ratePerHourMinor / 60;
  const keep = 1 - worth.feeShare;
  const values: RouteValues = {
    asFound: new Float64Array(support.count),
    harvest: new Float64Array(support.count),
    recycle: new Float64Array(support.count).fill(worth.recycleMinor),
    soundNet: worth.soundMinor * keep - worth.finishMinutes * perMinute,
  };
  support.sets.forEach((set, h) => {
    let left = worth.asFoundShare;
    const ruined = new Set<string>();
    for (const c of set) {
      const cause = engine.model.causes[c];
      left *= cause.valueLeft;
      for (const part of cause.ruins ?? []) ruined.add(part);
    }
    values.asFound[h] = worth.soundMinor * left * keep - worth.asFoundMinutes * perMinute;
    const parts = worth.parts.reduce((sum, part) => sum + (ruined.has(part.class) ? 0 : part.minor), 0);
    values.harvest[h] = parts * keep - worth.harvestMinutes * perMinute + Math.min(0, worth.recycleMinor);
  });
  return values;
}

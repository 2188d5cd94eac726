import type { StepProblem } from './problem';
import type { Support } from './support';

type Worth = Pick<StepProblem, 'worth' | 'ratePerHourMinor' | 'engine' | 'verifyMinutes'>;

/**
 * A machine with a fault that leaves less than this share of its price is not finished and sold with the
 * fault told.
 */
export const SALEABLE = 0.5;

/**
 * Values of the stopping routes for every set of the support, in minor units before the machine is put back
 * together.
 */
export class RouteValues {
  disclose = new Float64Array(0);
  asFound = new Float64Array(0);
  harvest = new Float64Array(0);
  readonly recycle: number;
  /** Net of a sound machine finished and sold. */
  readonly soundNet: number;
  private filled = 0;

  constructor(
    private readonly problem: Worth,
    private readonly support: Support,
  ) {
    const { worth, ratePerHourMinor } = problem;
    this.recycle = worth.recycleMinor;
    this.soundNet = worth.soundMinor * (1 - worth.feeShare) - (worth.finishMinutes * ratePerHourMinor) / 60;
    this.reach();
  }

  /** Works out the sets the support has come to hold since it was last asked. */
  reach(): void {
    const { count } = this.support;
    if (count > this.disclose.length) {
      this.disclose = grown(this.disclose, 2 * count);
      this.asFound = grown(this.asFound, 2 * count);
      this.harvest = grown(this.harvest, 2 * count);
    }
    for (; this.filled < count; this.filled++) this.fill(this.filled);
  }

  private fill(h: number): void {
    const { worth, ratePerHourMinor, engine, verifyMinutes } = this.problem;
    const perMinute = ratePerHourMinor / 60;
    const keep = 1 - worth.feeShare;
    let left = 1;
    let saleable = true;
    const ruined = new Set<string>();
    for (const c of this.support.sets[h]) {
      const cause = engine.model.causes[c];
      left *= cause.valueLeft;
      if (cause.valueLeft < SALEABLE) saleable = false;
      for (const part of cause.ruins ?? []) ruined.add(part);
    }
    this.asFound[h] = worth.soundMinor * worth.asFoundShare * left * keep - worth.asFoundMinutes * perMinute;
    // the tests that belong to finishing show what is left; what cannot be sold so goes as found after all
    this.disclose[h] = saleable
      ? worth.soundMinor * left * keep - worth.finishMinutes * perMinute
      : this.asFound[h] - verifyMinutes * perMinute;
    const parts = worth.parts.reduce((sum, part) => sum + (ruined.has(part.class) ? 0 : part.minor), 0);
    this.harvest[h] = parts * keep - worth.harvestMinutes * perMinute + Math.min(0, worth.recycleMinor);
  }
}

/** The same numbers in a longer array. */
export function grown(values: Float64Array, length: number): Float64Array<ArrayBuffer> {
  const longer = new Float64Array(length);
  longer.set(values);
  return longer;
}

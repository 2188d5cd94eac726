/** Something that was believed, and whether it was so. */
export interface Believed {
  p: number;
  was: boolean;
}

/** Of all that was believed about so much: how much on average, how many of them were so, and how many there were. */
export interface CalibrationStep {
  from: number;
  to: number;
  said: number;
  was: number;
  times: number;
}

/** Steps of belief that are looked at; rare ones apart, for there are many of them. */
const STEPS = [0.02, 0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.000001];

/** How often what was believed so strongly was so. Beliefs under 2 % are left out: there are thousands. */
export function calibration(all: Iterable<Believed>): CalibrationStep[] {
  const steps = STEPS.slice(1).map((to, i) => ({
    from: STEPS[i],
    to: Math.min(1, to),
    said: 0,
    was: 0,
    times: 0,
  }));
  for (const { p, was } of all) {
    const at = STEPS.findIndex((limit) => p < limit) - 1;
    if (at < 0) continue;
    const step = steps[at];
    step.said += p;
    step.was += was ? 1 : 0;
    step.times++;
  }
  return steps
    .filter(({ times }) => times > 0)
    .map((step) => ({ ...step, said: step.said / step.times, was: step.was / step.times }));
}

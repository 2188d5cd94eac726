import { GRADES, type Grade } from '../price/model';
import { testsFor, type GradeInput, type Rubric } from './rubric';

/** The lower of two grades. */
export const worse = (a: Grade, b: Grade): Grade => (GRADES.indexOf(a) > GRADES.indexOf(b) ? a : b);

/** Best grade whose limit holds; D when none does. */
export function band(limits: Record<Grade, number>, holds: (limit: number) => boolean): Grade {
  return GRADES.find((grade) => holds(limits[grade])) ?? 'D';
}

/** Points are told, added and judged in tenths: what is printed adds up. */
export const tenths = (points: number): number => Math.round(points * 10) / 10;

/** What points alone allow. */
export const pointsAllow = (limits: Record<Grade, number>, points: number): Grade =>
  band(limits, (limit) => points <= limit);

/** What the battery alone allows: its health, and how it behaved, the worse of the two. Not a laptop: A. */
export function batteryAllows(rubric: Rubric, input: GradeInput): Grade | null {
  if (input.chassis !== 'laptop') return 'A';
  if (input.batteryMissing) return 'D';
  if (input.batteryHealth === null) return null;
  const byHealth = band(rubric.battery, (limit) => input.batteryHealth! >= limit);
  return input.behaviour ? worse(byHealth, rubric.behaviour[input.behaviour]) : byHealth;
}

/** A clock is read in steps of a hundred megahertz: so much under its rated one it is that. */
const BASE_KEPT = 0.97;

/**
 * What heat alone allows: by the margin to its own limit where a run told it, else by the top temperature; a machine that
 * sits at its limit and keeps its clock there does its work.
 */
export function heatAllows(rubric: Rubric, input: GradeInput): Grade | null {
  if (input.topCelsius === null) return null;
  const margin = input.heat?.margin ?? null;
  const byHeat =
    margin === null
      ? band(rubric.topCelsius, (limit) => input.topCelsius! <= limit)
      : band(rubric.heatMargin, (limit) => margin >= limit);
  const least = (grade: Grade | undefined) => (grade && worse(byHeat, grade) === byHeat ? grade : byHeat);
  // against what it is rated for: that it starts faster than that and comes down to it is how it is built
  const ofBase = input.heat?.ofBase ?? null;
  const kept = ofBase ?? input.heat?.clockKept ?? null;
  if (kept === null) return byHeat;
  if (kept < rubric.clockHeld) return worse(byHeat, rubric.clockLost);
  return least(
    ofBase !== null && ofBase >= BASE_KEPT ? (rubric.baseKept ?? rubric.clockKept) : rubric.clockKept,
  );
}

/** What everything but marks and the battery allows: failed tests, heat, flaws that stay. */
export function restAllows(rubric: Rubric, input: GradeInput): Grade {
  let grade = heatAllows(rubric, input) ?? 'A';
  for (const test of testsFor(rubric, input.chassis))
    if (input.tests[test.id] === 'fail' && test.failCaps) grade = worse(grade, test.failCaps);
  for (const { cap } of input.flaws ?? []) grade = worse(grade, cap);
  return grade;
}

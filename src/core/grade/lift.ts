import { GRADES, type Grade } from '../price/model';
import { batteryAllows, pointsAllow, restAllows, tenths, worse } from './allows';
import type { GradeInput, GradeLift, MarkedDefect, Rubric } from './rubric';

/** What putting right costs here. Money: minor units. */
export interface LiftCosts {
  perMinuteMinor: number;
  /** A new battery, fitted; null: none is to be had. */
  battery: { minutes: number; minor: number } | null;
}

/** Some marks put right: what it costs, what is left in points, which. */
interface Choice {
  minutes: number;
  points: number;
  mended: readonly string[];
}

const EPSILON = 1e-9;

/** Of choices only those stay that no other beats in minutes and points. Exact: what falls out is never better. */
function undominated(choices: readonly Choice[]): Choice[] {
  const sorted = [...choices].sort((a, b) => a.minutes - b.minutes || a.points - b.points);
  const kept: Choice[] = [];
  for (const choice of sorted)
    if (kept.length === 0 || choice.points < kept[kept.length - 1].points - EPSILON) kept.push(choice);
  return kept;
}

/** All choices worth considering on one surface: points after its cap. */
function onSurface(
  rubric: Rubric,
  cap: number,
  visibility: number,
  marks: readonly MarkedDefect[],
): Choice[] {
  let stays = 0;
  let choices: Choice[] = [{ minutes: 0, points: 0, mended: [] }];
  for (const mark of marks) {
    const kind = rubric.defects.find(({ id }) => id === mark.kind);
    if (!kind) throw new RangeError(`grade: unknown defect kind "${mark.kind}"`);
    const points = tenths(kind.points[mark.size] * visibility);
    if (!kind.minutes) {
      stays = tenths(stays + points);
      continue;
    }
    const minutes = kind.minutes[mark.size];
    choices = undominated(
      choices.flatMap((choice) => [
        { ...choice, points: tenths(choice.points + points) },
        { minutes: choice.minutes + minutes, points: choice.points, mended: [...choice.mended, mark.id] },
      ]),
    );
  }
  return undominated(choices.map((own) => ({ ...own, points: Math.min(cap, tenths(own.points + stays)) })));
}

/**
 * For every better grade that can be reached: the least it costs, exactly. Marks on a surface cost at most its cap, so
 * mending some of them may win nothing: choices are kept as long as no other is at once cheaper and better, surface by
 * surface, and then together.
 * @returns best grade first; empty when nothing can be reached by it
 */
export function cheapestLifts(rubric: Rubric, input: GradeInput, costs: LiftCosts): GradeLift[] {
  const rest = restAllows(rubric, input);
  const ownBattery = batteryAllows(rubric, input) ?? 'A';
  let all: Choice[] = [{ minutes: 0, points: 0, mended: [] }];
  for (const surface of rubric.surfaces[input.chassis]) {
    const own = onSurface(
      rubric,
      surface.cap,
      surface.visibility,
      input.defects.filter((mark) => mark.surface === surface.id),
    );
    all = undominated(
      all.flatMap((a) =>
        own.map((b) => ({
          minutes: a.minutes + b.minutes,
          points: tenths(a.points + b.points),
          mended: [...a.mended, ...b.mended],
        })),
      ),
    );
  }
  const gradeOf = (points: number, battery: Grade) =>
    [pointsAllow(rubric.limits, points), battery, rest].reduce(worse);
  const none = all.find(({ mended }) => mended.length === 0) ?? all[0];
  const now = gradeOf(none.points, ownBattery);
  const lifts: GradeLift[] = [];
  for (const to of GRADES.slice(0, GRADES.indexOf(now))) {
    let best: GradeLift | null = null;
    for (const battery of [false, true]) {
      const put = battery ? costs.battery : { minutes: 0, minor: 0 };
      if (!put || (battery && ownBattery === 'A')) continue;
      const choice = all.find(
        ({ points }) => GRADES.indexOf(gradeOf(points, battery ? 'A' : ownBattery)) <= GRADES.indexOf(to),
      );
      if (!choice) continue;
      const minutes = choice.minutes + put.minutes;
      const costMinor = Math.round(minutes * costs.perMinuteMinor + put.minor);
      if (!best || costMinor < best.costMinor || (costMinor === best.costMinor && minutes < best.minutes))
        best = { to, defects: [...choice.mended], battery, minutes, costMinor };
    }
    // a better grade for no more is the one to name
    if (best) lifts.push(best);
  }
  return lifts;
}

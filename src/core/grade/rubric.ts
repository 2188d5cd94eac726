import type { Chassis } from '../catalogue';
import { GRADES, type Grade } from '../price/table';

export interface Surface {
  id: string;
  name: string;
  /** How much a buyer sees of it, multiplies deductions. */
  visibility: number;
  /** Most points one surface can cost. */
  cap: number;
  /** Place on the drawing, in millimetre-like units of a 320 x 200 sheet. */
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface DefectKind {
  id: string;
  name: string;
  /** Points by size small / medium / large. */
  points: readonly [number, number, number];
  /** Attended minutes to put right by size, or null when it cannot be. */
  minutes: readonly [number, number, number] | null;
}

export interface FunctionTest {
  id: string;
  name: string;
  chassis?: Chassis[];
  /** Worst grade possible when it fails; `null` = cannot be sold as working. */
  failCaps: Grade | null;
  how?: string;
}

export interface Rubric {
  version: string;
  source: string;
  surfaces: Record<Chassis, Surface[]>;
  defects: DefectKind[];
  tests: FunctionTest[];
  /** Points at most, for each grade. */
  limits: Record<Grade, number>;
  /** Battery health at least, for each grade (laptops). */
  battery: Record<Grade, number>;
  /** Top temperature under load at most, in degrees Celsius, for each grade. */
  topCelsius: Record<Grade, number>;
}

export interface MarkedDefect {
  id: string;
  surface: string;
  kind: string;
  size: 0 | 1 | 2;
}

export interface GradeInput {
  chassis: Chassis;
  defects: readonly MarkedDefect[];
  tests: Readonly<Record<string, 'pass' | 'fail' | 'absent'>>;
  batteryHealth: number | null;
  batteryMissing: boolean;
  topCelsius: number | null;
  /** Faults that were worked round, each with the best grade it allows. */
  flaws?: readonly { words: string; cap: Grade }[];
  /** What nobody knows of it and a buyer must, in words. */
  unknown?: readonly string[];
}

export interface GradeReason {
  what: 'surface' | 'test' | 'battery' | 'heat' | 'flaw';
  id: string;
  /** Points taken (surfaces) or 0. */
  points: number;
  /** Best grade this alone allows. */
  allows: Grade;
}

export interface GradeLift {
  to: Grade;
  /** Defects to put right, cheapest minutes first. */
  defects: string[];
  minutes: number;
}

export interface GradeResult {
  /** null: not sellable as working, or not yet proven. */
  grade: Grade | null;
  points: number;
  reasons: GradeReason[];
  /** Tests and readings still missing. */
  open: string[];
  blocked: string[];
  lift: GradeLift | null;
  rubric: string;
}

const worse = (a: Grade, b: Grade): Grade => (GRADES.indexOf(a) > GRADES.indexOf(b) ? a : b);

/** Best grade whose limit holds; D when none does. */
function band(limits: Record<Grade, number>, holds: (limit: number) => boolean): Grade {
  return GRADES.find((grade) => holds(limits[grade])) ?? 'D';
}

function surfacePoints(rubric: Rubric, surface: Surface, defects: readonly MarkedDefect[]): number {
  const sum = defects
    .filter((defect) => defect.surface === surface.id)
    .reduce((total, defect) => {
      const kind = rubric.defects.find((candidate) => candidate.id === defect.kind);
      if (!kind) throw new RangeError(`grade: unknown defect kind "${defect.kind}"`);
      return total + kind.points[defect.size] * surface.visibility;
    }, 0);
  return Math.min(surface.cap, sum);
}

export function testsFor(rubric: Rubric, chassis: Chassis): FunctionTest[] {
  return rubric.tests.filter((test) => !test.chassis || test.chassis.includes(chassis));
}

/**
 * Grade by the rubric: points of all surfaces, capped by failed tests, battery and temperature; the worst of
 * them decides.
 * @throws RangeError on an unknown defect kind
 */
export function gradeUnit(rubric: Rubric, input: GradeInput): GradeResult {
  const reasons: GradeReason[] = [];
  const open: string[] = [];
  const blocked: string[] = [];
  let points = 0;
  for (const surface of rubric.surfaces[input.chassis]) {
    const taken = surfacePoints(rubric, surface, input.defects);
    points += taken;
    if (taken > 0)
      reasons.push({
        what: 'surface',
        id: surface.id,
        points: taken,
        allows: band(rubric.limits, (limit) => taken <= limit),
      });
  }
  let grade: Grade = band(rubric.limits, (limit) => points <= limit);
  for (const test of testsFor(rubric, input.chassis)) {
    const result = input.tests[test.id];
    if (!result) open.push(test.id);
    if (result !== 'fail') continue;
    if (test.failCaps === null) blocked.push(test.id);
    else grade = worse(grade, test.failCaps);
    reasons.push({ what: 'test', id: test.id, points: 0, allows: test.failCaps ?? 'D' });
  }
  if (input.chassis === 'laptop') {
    if (input.batteryHealth === null && !input.batteryMissing) open.push('battery');
    else {
      const allows = input.batteryMissing
        ? 'D'
        : band(rubric.battery, (limit) => input.batteryHealth! >= limit);
      if (allows !== 'A') reasons.push({ what: 'battery', id: 'battery', points: 0, allows });
      grade = worse(grade, allows);
    }
  }
  if (input.topCelsius === null) open.push('heat');
  else {
    const allows = band(rubric.topCelsius, (limit) => input.topCelsius! <= limit);
    if (allows !== 'A') reasons.push({ what: 'heat', id: 'heat', points: 0, allows });
    grade = worse(grade, allows);
  }
  for (const { words, cap } of input.flaws ?? []) {
    reasons.push({ what: 'flaw', id: words, points: 0, allows: cap });
    grade = worse(grade, cap);
  }
  open.push(...(input.unknown ?? []));
  const sellable = blocked.length === 0 && open.length === 0;
  return {
    grade: sellable ? grade : null,
    points,
    reasons,
    open,
    blocked,
    rubric: rubric.version,
    lift: sellable ? liftOf(rubric, input, grade) : null,
  };
}

/**
 * Cheapest set of mendable defects that reaches the next grade, taken in order of points won for a minute;
 * null when marks alone cannot.
 */
function liftOf(rubric: Rubric, input: GradeInput, grade: Grade): GradeLift | null {
  const at = GRADES.indexOf(grade);
  if (at === 0) return null;
  const mendable = input.defects
    .flatMap((defect) => {
      const kind = rubric.defects.find((candidate) => candidate.id === defect.kind)!;
      const surface = rubric.surfaces[input.chassis].find((candidate) => candidate.id === defect.surface);
      if (!kind.minutes || !surface) return [];
      const minutes = kind.minutes[defect.size];
      return [{ defect, minutes, score: (kind.points[defect.size] * surface.visibility) / minutes }];
    })
    .sort((a, b) => b.score - a.score || (a.defect.id < b.defect.id ? -1 : 1));
  const removed = new Set<string>();
  let minutes = 0;
  for (const step of mendable) {
    removed.add(step.defect.id);
    minutes += step.minutes;
    const next = gradeUnitPlain(rubric, {
      ...input,
      defects: input.defects.filter((defect) => !removed.has(defect.id)),
    });
    if (GRADES.indexOf(next) < at) return { to: next, defects: [...removed], minutes };
  }
  return null;
}

function gradeUnitPlain(rubric: Rubric, input: GradeInput): Grade {
  const points = rubric.surfaces[input.chassis].reduce(
    (sum, surface) => sum + surfacePoints(rubric, surface, input.defects),
    0,
  );
  let grade = band(rubric.limits, (limit) => points <= limit);
  for (const test of testsFor(rubric, input.chassis))
    if (input.tests[test.id] === 'fail' && test.failCaps) grade = worse(grade, test.failCaps);
  if (input.chassis === 'laptop')
    grade = worse(
      grade,
      input.batteryMissing ? 'D' : band(rubric.battery, (limit) => (input.batteryHealth ?? 0) >= limit),
    );
  for (const { cap } of input.flaws ?? []) grade = worse(grade, cap);
  return worse(
    grade,
    band(rubric.topCelsius, (limit) => (input.topCelsius ?? 0) <= limit),
  );
}

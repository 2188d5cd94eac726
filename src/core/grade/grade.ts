import { batteryAllows, heatAllows, pointsAllow, restAllows, tenths, worse } from './allows';
import { cheapestLifts } from './lift';
import {
  testsFor,
  type GradeInput,
  type GradeReason,
  type GradeResult,
  type MarkedDefect,
  type Rubric,
  type Surface,
} from './rubric';

function surfacePoints(rubric: Rubric, surface: Surface, defects: readonly MarkedDefect[]): number {
  const sum = defects
    .filter((defect) => defect.surface === surface.id)
    .reduce((total, defect) => {
      const kind = rubric.defects.find((candidate) => candidate.id === defect.kind);
      if (!kind) throw new RangeError(`grade: unknown defect kind "${defect.kind}"`);
      return tenths(total + tenths(kind.points[defect.size] * surface.visibility));
    }, 0);
  return Math.min(surface.cap, sum);
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
    points = tenths(points + taken);
    if (taken > 0)
      reasons.push({
        what: 'surface',
        id: surface.id,
        points: taken,
        allows: pointsAllow(rubric.limits, taken),
      });
  }
  for (const test of testsFor(rubric, input.chassis)) {
    const result = input.tests[test.id];
    if (!result) open.push(test.id);
    if (result !== 'fail') continue;
    if (test.failCaps === null) blocked.push(test.id);
    reasons.push({ what: 'test', id: test.id, points: 0, allows: test.failCaps ?? 'D' });
  }
  const battery = batteryAllows(rubric, input);
  if (battery === null) open.push('battery');
  else if (battery !== 'A') reasons.push({ what: 'battery', id: 'battery', points: 0, allows: battery });
  const heat = heatAllows(rubric, input);
  if (heat === null) open.push('heat');
  else if (heat !== 'A') reasons.push({ what: 'heat', id: 'heat', points: 0, allows: heat });
  for (const { words, cap } of input.flaws ?? [])
    reasons.push({ what: 'flaw', id: words, points: 0, allows: cap });
  open.push(...(input.unknown ?? []));
  const sellable = blocked.length === 0 && open.length === 0;
  const grade = [pointsAllow(rubric.limits, points), battery ?? 'A', restAllows(rubric, input)].reduce(worse);
  return {
    grade: sellable ? grade : null,
    points,
    reasons,
    open,
    blocked,
    rubric: rubric.version,
    // by minutes alone: what they cost is the shop's
    lift: sellable
      ? (cheapestLifts(rubric, input, { perMinuteMinor: 1, battery: null }).at(-1) ?? null)
      : null,
  };
}

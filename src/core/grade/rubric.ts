import type { Chassis } from '../catalogue';
import type { BatteryBehaviour } from '../instruments/pack';
import type { Grade } from '../price/model';

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
  /** Top temperature under load at most, in degrees Celsius, for each grade: where its limit is not known. */
  topCelsius: Record<Grade, number>;
  /** Kelvin under the processor's own limit at least, for each grade: where a run told it. */
  heatMargin: Record<Grade, number>;
  /** Best grade by how the battery behaved in a run, and for a processor that could not hold its clock. */
  behaviour: Record<BatteryBehaviour, Grade>;
  clockLost: Grade;
  /** At its own limit, with its clock kept: such processors are built to sit there. Left out: the margin alone decides. */
  clockKept?: Grade;
  /** At its own limit, and not under the clock it is rated for: it does what it was sold for. Left out: as clockKept. */
  baseKept?: Grade;
  /** Share of its first clock, or of its rated one where that is known, under which it did not hold it. */
  clockHeld: number;
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
  /** From its newest heat run: kelvin under its limit, whether its clock held, and its clock by the rated one; left out: no run. */
  heat?: { margin: number | null; clockKept: number | null; ofBase?: number | null } | null;
  /** How its battery behaved in its newest run; left out: no run. */
  behaviour?: BatteryBehaviour | null;
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

/** What reaches a better grade at the least cost. */
export interface GradeLift {
  to: Grade;
  /** Marks to put right. */
  defects: string[];
  /** A new battery is among it. */
  battery: boolean;
  minutes: number;
  /** Hands and parts, minor units. */
  costMinor: number;
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

/** Tests of a rubric that a machine of this kind goes through, in the rubric's order. */
export function testsFor(rubric: Rubric, chassis: Chassis): FunctionTest[] {
  return rubric.tests.filter((test) => !test.chassis || test.chassis.includes(chassis));
}

import type { Chassis } from '../catalogue';
import { testsFor, type MarkedDefect, type Rubric } from '../grade/rubric';
import { BENCH_ONLY, SPEC_KEYS, type SpecBasis, type SpecKey } from '../record/keys';
import type { Specification } from '../record/specification';

/** As what a machine leaves: its papers say so, and want more or less to be known of it. */
export type PaperKind = 'graded' | 'told' | 'as found' | 'for parts' | 'owner';

/** When a caution stands on the papers. */
export interface PaperCaution {
  id: string;
  chassis?: readonly Chassis[];
  /** Of what must be so besides: it has a battery, it has none of its own charger, it comes to its heat limit. */
  when?: 'battery' | 'weak battery' | 'no charger' | 'hot' | 'no system' | 'flaws';
  words: string;
  source: string;
}

export interface TestDone {
  result: 'pass' | 'fail' | 'absent';
  /** By whom and on what day, in words. */
  by: string;
  when: string;
  /** What an instrument told with it. */
  words: string;
}

export interface PaperAsked {
  chassis: Chassis;
  as: PaperKind;
  specification: Specification;
  rubric: Pick<Rubric, 'tests' | 'surfaces' | 'defects'>;
  tests: ReadonlyMap<string, TestDone>;
  marks: readonly MarkedDefect[];
  /** Faults a buyer is told of, in words: what was worked round, and what is likely. */
  faults: readonly string[];
  cautions: readonly PaperCaution[];
  /** Its battery was seen to hold otherwise than its gauge says, or weak in a run. */
  weakBattery: boolean;
  /** It comes to its own limit under load. */
  hot: boolean;
}

export interface Paper {
  /** What nobody knows of it and its papers must say; not empty: there are no papers. */
  missing: string[];
  specification: { key: SpecKey; name: string; value: string; basis: SpecBasis }[];
  tests: { id: string; name: string; result: string; more: string }[];
  /** Tests that were not made, by name. */
  untested: string[];
  flaws: string[];
  cautions: string[];
}

const RESULTS = { pass: 'passed', fail: 'failed', absent: 'not fitted' };
const SIZES = ['small', 'medium', 'large'];

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/**
 * What must be known before papers leave. A machine that is sold as found names what is not known; one for its parts
 * names its parts; of all others the buyer is told what they buy.
 */
export function missingFacts(chassis: Chassis, as: PaperKind, spec: Specification): string[] {
  if (as === 'for parts' || as === 'as found' || as === 'owner') return [];
  const missing: string[] = [];
  const want = (known: boolean, what: string) => known || missing.push(what);
  want(spec.best('processor') !== null, 'which processor it has');
  want(spec.best('memoryGb') !== null, 'how much memory it has');
  want(spec.best('driveKind') !== null, 'whether there is a drive in it');
  const drive = spec.text('driveKind');
  want(!drive || drive === 'none' || spec.best('driveGb') !== null, 'how large its drive is');
  if (chassis === 'laptop')
    want(
      spec.text('battery') === 'none' || spec.number('batteryHealth') !== null,
      'how its battery holds, or that it has none',
    );
  return missing;
}

/** What stands on the papers of a machine, and nothing that is not on its record. */
export function paperOf(asked: PaperAsked): Paper {
  const { chassis, specification: spec, rubric } = asked;
  const surfaces = rubric.surfaces[chassis];
  const wanted = testsFor(rubric as Rubric, chassis);
  const holds: Record<NonNullable<PaperCaution['when']>, boolean> = {
    battery: chassis === 'laptop' && spec.text('battery') !== 'none',
    'weak battery': chassis === 'laptop' && spec.text('battery') !== 'none' && asked.weakBattery,
    'no charger': chassis === 'laptop' && spec.best('charger') === null,
    hot: asked.hot,
    'no system': spec.best('system') === null,
    flaws: asked.faults.length > 0,
  };
  return {
    missing: missingFacts(chassis, asked.as, spec),
    specification: (Object.keys(SPEC_KEYS) as SpecKey[]).flatMap((key) => {
      const row = spec.best(key);
      return row && !BENCH_ONLY.includes(key)
        ? [{ key, name: SPEC_KEYS[key], value: row.value, basis: row.basis }]
        : [];
    }),
    tests: wanted.map(({ id, name }) => {
      const done = asked.tests.get(id);
      return {
        id,
        name,
        result: done ? RESULTS[done.result] : 'not tested',
        more: done ? [done.words, done.by, done.when].filter(Boolean).join(', ') : '',
      };
    }),
    untested: wanted.filter(({ id }) => !asked.tests.has(id)).map(({ name }) => lower(name)),
    flaws: [
      ...asked.marks.map((mark) => {
        const surface = surfaces.find(({ id }) => id === mark.surface)?.name ?? mark.surface;
        const kind = rubric.defects.find(({ id }) => id === mark.kind)?.name ?? mark.kind;
        return `${surface}: ${lower(kind)}, ${SIZES[mark.size]}`;
      }),
      ...asked.faults,
    ],
    cautions: asked.cautions
      .filter((row) => (!row.chassis || row.chassis.includes(chassis)) && (!row.when || holds[row.when]))
      .map(({ words }) => words),
  };
}

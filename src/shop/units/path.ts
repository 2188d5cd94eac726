import { catalogue } from '@/catalog';
import { observable } from '@/core/belief/facts';
import { appliesTo } from '@/core/belief/model';
import type { LotSource } from '@/core/catalogue';
import { testsFor } from '@/core/grade/rubric';
import { agreementOf, type OwnerAct } from '@/core/owner/agreement';
import { carriedOut, endingOf } from '@/core/record/endings';
import { pathOf, type PathInput, type PathNow } from '@/core/record/left/path';
import type { units } from '@/db/schema';
import { wayFrom, type Standing } from './remaining';

type Unit = Pick<
  typeof units.$inferSelect,
  'id' | 'chassis' | 'grade' | 'listed' | 'evaluation' | 'ending' | 'stage'
>;

/** Questions of the first look: those with an answer, or of which somebody said that there is none, and all that can be seen now. */
function looksOf(unit: Unit, { sources }: Standing): PathInput['looks'] {
  const facts = unit.evaluation?.facts ?? {};
  const latest = new Map(sources.looked.map((row) => [row.ref, row]));
  const settled = (id: string) => {
    const row = latest.get(id);
    return row !== undefined && !(row.kind === 'unanswered' && row.outcomeId === 'look-again');
  };
  const first = catalogue.findings.filter(
    (finding) => (finding.stage === 'look' || finding.stage === 'power') && appliesTo(finding, unit.chassis),
  );
  const done = first.filter(({ id }) => settled(id)).length;
  return { done, of: done + first.filter((one) => !settled(one.id) && observable(one, facts)).length };
}

/** The path of a machine by what stands on its record. @param source of the lot it came with */
export function pathNow(unit: Unit, standing: Standing, source: LotSource): PathNow {
  const { record, result, rubric, tests, works } = standing;
  const decided = unit.ending !== null;
  const route = unit.ending ?? (source === 'owner' ? 'handOver' : 'disclose');
  const [first] = unit.evaluation?.steps ?? [];
  const mends = first?.kind === 'repair';
  const looks = looksOf(unit, standing);
  const out = record.mat && !record.mat.shut ? record.mat.balances.filter(({ open }) => open > 0).length : 0;
  const { left } = wayFrom(standing, unit, route);
  // what its owner said yes to is work, whatever is proposed besides
  const done = works.some(({ kind, status }) => status === 'done' && kind !== 'clean');
  const worked = mended(standing) || (source === 'owner' && done);
  const agreed = source === 'owner' && !worked && agreementIn(standing) === 'agreed';
  const all = testsFor(rubric, unit.chassis);
  const name = (id: string) => rubric.tests.find((test) => test.id === id)?.name ?? id;
  const path = pathOf({
    route,
    decided,
    left,
    looking: unit.stage === 'dock' || unit.stage === 'look',
    looks,
    proposed: mends || agreed ? 'work' : first && first.kind !== 'stop' ? 'look' : 'end',
    out,
    worked,
    cleaned: standing.cleaned,
    graded: unit.grade !== null,
    listed: unit.listed || unit.stage === 'sold',
  });
  return {
    ...path,
    route,
    decided,
    looks,
    begun: works.flatMap(({ title, status }) => (status === 'done' ? [] : title)),
    out,
    step: mends ? first.id : null,
    drives: {
      inside: record.drives.inside.length,
      open: record.drives.inside.filter(({ accounted }) => !accounted).length,
      counted: record.drives.counted,
    },
    tests: {
      done: all.filter(({ id }) => tests.has(id)).length,
      of: all.length,
      failed: result.blocked.map(name),
    },
    missing: result.open.length,
    would: result.grade,
  };
}

/** What the owner of a machine said to the quote. */
const agreementIn = ({ sources }: Standing) =>
  agreementOf(
    sources.values.filter(({ key }) => key === 'owner').map(({ value }) => JSON.parse(value) as OwnerAct),
  ).state;

/** A repair was carried out, by the clock or told afterwards. */
const mended = ({ sources }: Standing): boolean =>
  sources.looked.some((row) => row.kind === 'repair' && carriedOut(endingOf(row)));

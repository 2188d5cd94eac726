import { sql } from 'drizzle-orm';
import { resultOf } from '@/core/ledger/result';
import { seededRandom } from '@/core/random';
import { compareArms, type StudyComparison, type StudyMachine } from '@/core/study/compare';
import { agreement, type Agreement, type MarkedStep } from '@/core/study/marks';
import type { AgainstRivals } from '@/core/study/rivals';
import { database } from '@/db/client';
import { shop, studyMarks } from '@/db/schema';
import type { Study } from '@/db/schema/shop';
import { entriesOf, factsSql, type Facts } from '../ledger/facts';
import { runInWorker } from '@/workers/pool';
import { closedCases } from '../rules/closed';
import { endOfStretch } from '../work/clock';
import { armOf, isAudited } from './draw';

export interface StudyReport {
  since: string;
  until: string | null;
  plan: string;
  numbers: string;
  /** Machines that came in while it ran and have not ended. */
  open: number;
  comparison: StudyComparison;
  /** Machines to be given up or sold as they were: worked to their end (as "hidden"), or left as proposed (as "shown"). */
  audit: StudyComparison;
  agreement: Agreement;
  markers: number;
}

interface Row extends Facts {
  id: string;
  created_at: Date;
  built: boolean;
  source: string;
  ended: boolean;
  person: string | null;
  returned: boolean;
  /** Stopping stood first at some time while it was worked on. */
  stopped: boolean;
}

const SEED = 20261;

/** Machines of the study, with what each came to. */
async function machinesOf({ since, until }: Study): Promise<Row[]> {
  const these = sql`select id from units where created_at >= ${since}::timestamptz
    and created_at < coalesce(${until}::timestamptz, 'infinity')`;
  const { rows } = await database().execute<Row>(sql`
    select facts.*, u.id, u.created_at, u.built, l.source, u.stage in ('sold', 'gone') as ended,
      (select s.by from work_segments s where s.unit_id = u.id and s.attended group by s.by
        order by sum(${endOfStretch} - s.started_at) desc, s.by limit 1) as person,
      exists (select 1 from sale_endings e where e.unit_id = u.id and e.kind = 'returned') as returned,
      exists (select 1 from study_decisions d where d.unit_id = u.id and d.proposals -> 0 ->> 'kind' = 'stop') as stopped
    from units u join lots l on l.id = u.lot_id join (${factsSql(these)}) facts on facts.id = u.id
    where u.id in (${these})`);
  return rows;
}

/** Fewer closed machines than this say nothing of beliefs. */
const LEAST_CLOSED = 40;

/**
 * How the program's beliefs stand beside two dull rivals' on the closed machines of a study; null: too few of them yet.
 */
export async function studyRivals(): Promise<AgainstRivals | null> {
  const [rules] = await database().select({ study: shop.study }).from(shop);
  if (!rules?.study) return null;
  const { since, until } = rules.study;
  const cases = await database().transaction((tx) =>
    closedCases(
      tx,
      sql`units.created_at >= ${since}::timestamptz and units.created_at < coalesce(${until}::timestamptz, 'infinity')`,
    ),
  );
  return cases.length < LEAST_CLOSED ? null : runInWorker('rivals', [cases]);
}

/** What the running study, or the last one, shows so far; null: there was none. */
export async function studyReport(): Promise<StudyReport | null> {
  const db = database();
  const [rules] = await db.select({ study: shop.study }).from(shop);
  const study = rules?.study;
  if (!study) return null;
  const [rows, marks] = await Promise.all([machinesOf(study), db.select().from(studyMarks)]);
  const entered = rows.map((row) => {
    const unit = { id: row.id, createdAt: new Date(row.created_at), built: row.built, source: row.source };
    return { row, arm: armOf(study, unit), audited: isAudited(study, unit) };
  });
  const within = entered.filter(({ arm }) => arm !== null);
  const ended = within.filter(({ row }) => row.ended);
  const machine = ({ row, arm }: (typeof within)[number]): StudyMachine => {
    const result = resultOf(entriesOf(row));
    return {
      arm: arm!,
      person: row.person ?? 'nobody',
      // the share of the lot is spent either way
      netMinor: result.contributionMinor,
      minutes: Number(row.minutes),
      partsMinor: Number(row.parts),
      returned: row.returned,
    };
  };
  const given = ended.filter(({ row, arm }) => arm === 'shown' && row.stopped);
  return {
    since: study.since,
    until: study.until,
    plan: study.plan,
    numbers: study.numbers,
    open: within.length - ended.length,
    comparison: compareArms(ended.map(machine), seededRandom(SEED)),
    audit: compareArms(
      given.map((one) => ({ ...machine(one), arm: one.audited ? ('hidden' as const) : ('shown' as const) })),
      seededRandom(SEED),
    ),
    agreement: agreement(
      marks.map(({ seq, step, proposed, person, mark }): MarkedStep => ({
        step: `${seq} ${step}`,
        proposed,
        person,
        mark,
      })),
    ),
    markers: new Set(marks.map(({ person }) => person)).size,
  };
}

import { sql } from 'drizzle-orm';
import { findingById, repairById } from '@/catalog';
import type { Chassis } from '@/core/catalogue';
import { endingOf } from '@/core/record/endings';
import type { Database, Transaction } from '@/db/client';
import { database } from '@/db/client';
import type { KeptStep } from '@/db/schema';
import { CHASSIS_NAMES, ENDING_WORDS } from '@/words/names';
import { stepTitle } from '@/words/record/steps';
import type { DecisionToMark } from '@/words/unit/view';

export const stepName = ({ kind, id }: Pick<KeptStep, 'kind' | 'id'>) => `${kind}:${id}`;

/**
 * Decisions somebody may mark: of machines that have left, or of a study that has ended, that they had no hand in.
 * `d` is the decision, `u` its machine.
 */
const openTo = (person: string) => sql`(u.stage in ('sold', 'gone')
    or exists (select 1 from shop where (study ->> 'until') is not null))
  and not exists (select 1 from work_segments s where s.unit_id = u.id and s.by = ${person})
  and not exists (select 1 from events e where e.unit_id = u.id and e.actor = ${person})`;

/** Whether this machine's decisions are open to this person. */
export async function isOpenToMarks(
  tx: Transaction | Database,
  unitId: string,
  person: string,
): Promise<boolean> {
  const { rows } = await tx.execute(sql`select 1 from units u where u.id = ${unitId} and ${openTo(person)}`);
  return rows.length > 0;
}

interface Row extends Record<string, unknown> {
  seq: number;
  proposals: KeptStep[];
  drawn: KeptStep[];
  unit_id: string;
  chassis: Chassis;
  maker: string;
  model: string;
  claim: string;
  left: number;
}
interface Seen extends Record<string, unknown> {
  kind: string;
  ref: string;
  outcome: number;
  outcome_id: string | null;
}

function seenWords({ kind, ref, outcome, outcome_id: id }: Seen): { what: string; answer: string } | null {
  if (kind === 'repair') {
    const repair = repairById(ref);
    return repair ? { what: repair.name, answer: ENDING_WORDS[endingOf({ outcome, outcomeId: id })] } : null;
  }
  const finding = kind === 'finding' ? findingById(ref) : undefined;
  if (!finding) return null;
  const seen = finding.outcomes.find((candidate) => candidate.id === id) ?? finding.outcomes[outcome];
  return seen ? { what: finding.ask, answer: seen.label } : null;
}

/** The next decision this person has not marked; null: none is left. Everybody goes through them in another order. */
export async function nextToMark(person: string): Promise<DecisionToMark | null> {
  const db = database();
  const { rows } =
    await db.execute<Row>(sql`select d.seq::int as seq, d.proposals, d.drawn, d.unit_id, u.chassis,
      u.maker, u.model, u.claim, count(*) over ()::int as left
    from study_decisions d join units u on u.id = d.unit_id
    where ${openTo(person)}
      and not exists (select 1 from study_marks m where m.seq = d.seq and m.person = ${person})
    order by md5(d.seq::text || ${person}) limit 1`);
  const [row] = rows;
  if (!row) return null;
  const seen = await db.execute<Seen>(sql`select kind, ref, outcome, outcome_id from observations
    where unit_id = ${row.unit_id} and event_seq <= ${row.seq} and (voided_by is null or voided_by > ${row.seq})
    order by event_seq, id`);
  const steps = [...row.proposals, ...row.drawn].map((step) => ({
    step: stepName(step),
    title: stepTitle(step),
  }));
  return {
    seq: row.seq,
    machine: `${CHASSIS_NAMES[row.chassis]}, ${`${row.maker} ${row.model}`.trim() || 'unnamed'}`,
    claim: row.claim,
    before: seen.rows.flatMap((entry) => seenWords(entry) ?? []),
    // by name: neither by who proposed them nor by how good they are
    steps: steps.sort((a, b) => a.title.localeCompare(b.title)),
    left: row.left,
  };
}

import { sql } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import type { LotSource } from '@/core/catalogue';
import { database } from '@/db/client';
import type { ClaimsLine, SourceClaims } from '@/words/books/view';
import { SOURCE_WORDS } from '@/words/lists/sources';
import { claimSays, claimState, type ClaimRow } from '@/words/record/claims';
import type { Period } from './period';

const CLAIMS = catalogue.findings.filter(({ stage }) => stage === 'claim');
/** What speaks to claims: they themselves, and the questions that settle them. */
const SPEAKS = [...new Set(CLAIMS.flatMap(({ id, settledBy }) => [id, ...Object.keys(settledBy ?? {})]))];
const SAID = new Set(CLAIMS.map(({ id }) => id));
const MOST_UNITS = 5_000;

interface UnitRow extends Record<string, unknown> {
  source: LotSource;
  chances: Record<string, number> | null;
  rows: (ClaimRow & { seen: number })[];
}

/** Claims about machines of lots that came in a period, by source and by what was said; what is open still counts as said. */
export async function claimsBySource({
  from,
  to,
}: Period): Promise<{ lines: ClaimsLine[]; sources: SourceClaims[] }> {
  const { rows } = await database().execute<UnitRow>(sql`
    select l.source, u.evaluation -> 'chances' as chances, o.rows
    from units u join lots l on l.id = u.lot_id
      join lateral (select json_agg(json_build_object('ref', o.ref, 'kind', o.kind, 'outcome', o.outcome, 'voidedBy', o.voided_by) order by o.id) as rows
        from observations o where o.unit_id = u.id and o.kind = 'finding' and o.ref = any(${sql.param(SPEAKS)})) o on o.rows is not null
    where l.source <> 'owner' and l.received_on between ${from} and ${to}
      and u.id in (select c.unit_id from observations c where c.kind = 'finding' and c.ref = any(${sql.param([...SAID])}))
    order by u.created_at desc limit ${MOST_UNITS}`);
  const lines = new Map<string, ClaimsLine>();
  const sources = new Map<string, SourceClaims>();
  for (const { source, chances, rows: seen } of rows) {
    const beliefs = new Map(Object.entries(chances ?? {}));
    const said = new Set(
      seen.flatMap(({ ref, outcome, voidedBy }) =>
        SAID.has(ref) && outcome === 1 && voidedBy === null ? [ref] : [],
      ),
    );
    for (const claim of said) {
      const key = `${source} ${claim}`;
      const none = { source, label: SOURCE_WORDS[source], said: 0, held: 0, not: 0 };
      const line = lines.get(key) ?? { ...none, says: claimSays(claim) };
      const all = sources.get(source) ?? none;
      const state = claimState(claim, beliefs, seen);
      for (const sum of [line, all]) {
        sum.said++;
        if (state?.held === true) sum.held++;
        if (state?.held === false) sum.not++;
      }
      lines.set(key, line);
      sources.set(source, all);
    }
  }
  const byLabel = (one: { label: string }, other: { label: string }) => one.label.localeCompare(other.label);
  return {
    lines: [...lines.values()].sort(
      (a, b) => byLabel(a, b) || b.said - a.said || a.says.localeCompare(b.says),
    ),
    sources: [...sources.values()].sort(byLabel),
  };
}

import { catalogue, causeById, findingById } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import type { Chassis } from '@/core/catalogue';
import { lower, share } from '../plain';

/** One thing that was said, and what it was understood as. */
interface Said {
  words: string;
  claims: readonly string[];
  /** It says that something is well. */
  praise: boolean;
}

/** One line of what was said of a machine: what it was taken for, and what has come of it. */
export interface ClaimView {
  said: string;
  understood: string;
  found: string;
}

interface Row {
  ref: string;
  basis: string;
  kind: string;
  /** Of its outcomes, counted from 0. */
  outcome: number;
  voidedBy: number | null;
}

/** Believed so much it is found, so little it is ruled out. */
const FOUND = 0.9;
const RULED_OUT = 0.03;

/**
 * What the questions that settle a claim say: the first answer to any of them, as the machine came; null: none was asked.
 * What was mended since bears nothing out.
 */
function checkedOf(
  settledBy: Readonly<Record<string, readonly string[]>>,
  rows: readonly Row[],
): boolean | null {
  const first = new Map<string, string>();
  for (const row of rows) {
    if (row.kind !== 'finding' || row.voidedBy !== null || first.has(row.ref) || !settledBy[row.ref])
      continue;
    const outcome = findingById(row.ref)?.outcomes[row.outcome];
    if (outcome) first.set(row.ref, outcome.id);
  }
  if (first.size === 0) return null;
  return [...first].some(([id, outcome]) => settledBy[id].includes(outcome));
}

/** Has what a claim speaks of been found, ruled out, or neither? */
function foundOf(claim: string, beliefs: ReadonlyMap<string, number>, rows: readonly Row[]): string {
  const finding = findingById(claim);
  if (!finding) return '';
  const checked = checkedOf(finding.settledBy ?? {}, rows);
  const causes = Object.keys(finding.by).map((id) => ({ cause: causeById(id), p: beliefs.get(id) ?? 0 }));
  const likeliest = (among: typeof causes) => [...among].sort((a, b) => b.p - a.p).at(0);
  const words = ({ cause }: (typeof causes)[number]) => lower(cause?.name ?? '');
  // where a part is named, a fault elsewhere may be why it was said and does not bear it out
  const own = likeliest(
    finding.blames ? causes.filter(({ cause }) => cause?.group === finding.group) : causes,
  );
  const any = likeliest(causes);
  if (!own || !any) return '';
  if (own.p >= FOUND) return `holds: ${words(own)}`;
  if (any !== own && any.p >= FOUND) return `not that: ${words(any)}`;
  if (checked !== null) return checked ? 'checked: it is so' : 'checked: it is not so';
  const ask = Object.keys(finding.settledBy ?? {}).flatMap((id) => findingById(id)?.ask ?? [])[0];
  const settle = ask ? `; to settle it: ${ask}` : '';
  if (own.p <= RULED_OUT) return `does not hold by what is known${settle}`;
  return `open: ${words(own)} ${share(own.p)}${settle}`;
}

/** What a claim says, without who said it: "no picture". */
export const claimSays = (id: string) => findingById(id)?.ask.replace('Seller says: ', '') ?? id;

/** Everything that can be said of such a machine. */
export const sayable = (chassis: Chassis) =>
  catalogue.findings
    .filter((finding) => finding.stage === 'claim' && appliesTo(finding, chassis))
    .map(({ id }) => ({ id, says: claimSays(id) }));

/** What a seller or a customer said, line by line; what was not understood is said too. */
export function claimViews(
  said: readonly Said[],
  rows: readonly Row[],
  chances: Readonly<Record<string, number>>,
): { lines: ClaimView[]; kinds: { id: string; says: string }[] } {
  const held = new Map(Object.entries(chances));
  const counted = new Set(
    rows
      .filter(
        (row) => row.kind === 'finding' && row.voidedBy === null && findingById(row.ref)?.stage === 'claim',
      )
      .map((row) => row.ref),
  );
  const lines = said.map(({ words, claims, praise }): ClaimView => ({
    said: words,
    understood: claims.length
      ? claims.map(claimSays).join('; ')
      : praise
        ? 'that it is well: no evidence'
        : 'not understood: tick what it means',
    found: claims.map((id) => foundOf(id, held, rows)).join('; '),
  }));
  const inText = new Set(said.flatMap((line) => line.claims));
  for (const id of counted)
    if (!inText.has(id))
      lines.push({ said: 'ticked', understood: claimSays(id), found: foundOf(id, held, rows) });
  return {
    lines,
    kinds: catalogue.findings
      .filter((finding) => finding.stage === 'claim' && !counted.has(finding.id))
      .map(({ id }) => ({ id, says: claimSays(id) })),
  };
}

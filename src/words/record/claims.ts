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

export interface ClaimRow {
  ref: string;
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
  rows: readonly ClaimRow[],
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

/** What has come of a claim: by what is known of its causes, by a question that settles it, or nothing yet. */
export interface ClaimState {
  /** Null: it is open still. */
  held: boolean | null;
  by: 'cause' | 'another cause' | 'question' | 'belief';
  /** The cause that speaks for it or in its place, and how much it is believed. */
  cause: string;
  p: number;
}

/** Has what a claim speaks of been found, ruled out, or neither? null: no such claim is known */
export function claimState(
  claim: string,
  beliefs: ReadonlyMap<string, number>,
  rows: readonly ClaimRow[],
): ClaimState | null {
  const finding = findingById(claim);
  if (!finding) return null;
  const checked = checkedOf(finding.settledBy ?? {}, rows);
  const causes = Object.keys(finding.by).map((id) => ({ cause: causeById(id), p: beliefs.get(id) ?? 0 }));
  const likeliest = (among: typeof causes) => [...among].sort((a, b) => b.p - a.p).at(0);
  // where a part is named, a fault elsewhere may be why it was said and does not bear it out
  const own = likeliest(
    finding.blames ? causes.filter(({ cause }) => cause?.group === finding.group) : causes,
  );
  const any = likeliest(causes);
  if (!own || !any) return null;
  const of = ({ cause, p }: typeof own) => ({ cause: cause?.name ?? '', p });
  if (own.p >= FOUND) return { held: true, by: 'cause', ...of(own) };
  if (any !== own && any.p >= FOUND) return { held: false, by: 'another cause', ...of(any) };
  if (checked !== null) return { held: checked, by: 'question', ...of(own) };
  return { held: own.p <= RULED_OUT ? false : null, by: 'belief', ...of(own) };
}

function foundOf(claim: string, beliefs: ReadonlyMap<string, number>, rows: readonly ClaimRow[]): string {
  const state = claimState(claim, beliefs, rows);
  if (!state) return '';
  const { held, by, cause, p } = state;
  if (by === 'cause') return `holds: ${lower(cause)}`;
  if (by === 'another cause') return `not that: ${lower(cause)}`;
  if (by === 'question') return held ? 'checked: it is so' : 'checked: it is not so';
  const settles = Object.keys(findingById(claim)?.settledBy ?? {});
  const ask = settles.flatMap((id) => findingById(id)?.ask ?? [])[0];
  const settle = ask ? `; to settle it: ${ask}` : '';
  return held === false
    ? `does not hold by what is known${settle}`
    : `open: ${lower(cause)} ${share(p)}${settle}`;
}

/** What a claim says, without who said it: "no picture". */
export const claimSays = (id: string) => findingById(id)?.ask.replace('Seller says: ', '') ?? id;

/** Everything that can be said of such a machine. */
export const sayable = (chassis: Chassis) =>
  catalogue.findings
    .filter((finding) => finding.stage === 'claim' && appliesTo(finding, chassis))
    .map(({ id }) => ({ id, says: claimSays(id) }));

/** What one thing that was said was taken for; empty: it was not understood. */
const takenFor = ({ claims, praise }: Said) =>
  claims.length ? claims.map(claimSays).join('; ') : praise ? 'that it is well: no evidence' : '';

/** What a whole remark was taken for, in one line; what was not understood is quoted. */
export const understoodAs = (said: readonly Said[]) =>
  said.map((line) => takenFor(line) || `not understood: “${line.words}”`).join('; ');

/** What a seller or a customer said, line by line; what was not understood is said too. */
export function claimViews(
  said: readonly Said[],
  rows: readonly ClaimRow[],
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
  const lines = said.map((line): ClaimView => ({
    said: line.words,
    understood: takenFor(line) || 'not understood: tick what it means',
    found: line.claims.map((id) => foundOf(id, held, rows)).join('; '),
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

import type { PartClass } from '../catalogue';
import type { RecordEntry } from '../record/entries';

/** Something looked at before the cover goes on, and what makes it worth a look. */
export interface ClosingRow {
  id: string;
  ask: string;
  /** The question of the catalogue it answers, with its outcomes. */
  finding: string;
  good: string;
  bad: string;
  /** Work, parts, zones or things on the mat after which it is asked. */
  after: {
    repairs?: readonly string[];
    parts?: readonly PartClass[];
    zones?: readonly string[];
    mat?: readonly string[];
    rounded?: boolean;
  };
}

export interface ClosingLine {
  row: ClosingRow;
  /** Why it is asked: "fan cleaned". */
  why: string;
  /** How it was answered since; null: not yet. */
  answer: 'good' | 'bad' | null;
}

/**
 * What is asked before the machine is closed: only what its own work makes relevant, and each until it is answered
 * after that work.
 * @param entries the standing record in its order @param outcome id of an answer's outcome
 */
export function closingLines(
  rows: readonly ClosingRow[],
  entries: readonly RecordEntry[],
  outcome: (finding: string, index: number) => string | undefined,
): ClosingLine[] {
  return rows.flatMap((row): ClosingLine[] => {
    let why = '';
    let answer: ClosingLine['answer'] = null;
    for (const entry of entries) {
      const reason = reasonOf(row, entry);
      if (reason) {
        why = reason;
        answer = null;
      } else if (entry.kind === 'answer' && entry.finding === row.finding && why)
        answer = outcome(entry.finding, entry.outcome) === row.good ? 'good' : 'bad';
    }
    return why ? [{ row, why, answer }] : [];
  });
}

/** Why an entry makes it worth a look; empty: it does not. */
function reasonOf({ after }: ClosingRow, entry: RecordEntry): string {
  if (entry.kind === 'verdict') return after.repairs?.includes(entry.repair) ? `repair:${entry.repair}` : '';
  if (entry.kind === 'part')
    return entry.way !== 'found' && after.parts?.includes(entry.part.class as PartClass)
      ? `part:${entry.part.class}`
      : '';
  if (entry.kind === 'clean')
    return entry.act.op === 'cleaned' && entry.act.zones.some((zone) => after.zones?.includes(zone))
      ? `zone:${entry.act.zones.find((zone) => after.zones?.includes(zone))}`
      : '';
  if (entry.kind === 'mat' && entry.act.op === 'move') {
    if (after.rounded && entry.act.move === 'rounded') return 'rounded';
    return entry.act.move === 'out' && after.mat?.includes(entry.act.item) ? `mat:${entry.act.item}` : '';
  }
  return '';
}

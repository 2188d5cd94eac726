import type { Cause, Finding } from '@/core/catalogue';
import type { EndsIn, FindingRow } from '../rows/finding';

/** A cause counts as keeping the machine from there when it shows so at least this often. */
const SURELY = 0.8;
const HALF = 0.5;

/**
 * "Any change?" only shows what the change would show: a machine that another fault keeps from starting does
 * not start with a good module either. What keeps it so follows from the catalogue's own tables.
 * @param rows the same findings as written: what each test ends in
 */
export function withBlocks(findings: Finding[], rows: readonly FindingRow[]): Finding[] {
  const shown = (id: string, outcome: string, share = SURELY) => {
    const finding = findings.find((candidate) => candidate.id === id);
    const at = finding?.outcomes.findIndex((candidate) => candidate.id === outcome) ?? -1;
    if (!finding || at < 0) throw new RangeError(`blocks: there is no outcome "${outcome}" of "${id}"`);
    return Object.keys(finding.by).filter((cause: Cause['id']) => finding.by[cause][at] >= share);
  };
  const dead = shown('button', 'nothing');
  // no key answers and no drive works; a dead key alone may be the keyboard
  const idle = shown('drive-lamp', 'none-or-steady', HALF);
  const noStart = [...dead, ...shown('lock-key', 'dead').filter((cause) => idle.includes(cause))];
  const black = [...noStart, ...shown('picture-own', 'black'), ...shown('picture-monitor', 'black')];
  const keeps: Record<EndsIn, string[]> = { power: dead, started: noStart, picture: black };
  const endsIn = new Map(rows.map((row) => [row.id, row.endsIn]));
  return findings.map((finding) => {
    const end = endsIn.get(finding.id);
    return end
      ? { ...finding, blockedBy: [...new Set(keeps[end])].filter((cause) => !finding.by[cause]) }
      : finding;
  });
}

import type { Catalogue } from '../catalogue';
import type { RecordEntry } from './entries';

/**
 * Was the battery seen to hold otherwise than its gauge says (it drops suddenly), and nothing since: no run that
 * went evenly, no other battery? A health read from the gauge is then no reason for a grade.
 * @param entries what stands, in the order it happened
 */
export function gaugeDoubted(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'findings' | 'repairs'>,
): boolean {
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  let doubted = false;
  for (const entry of entries) {
    if (entry.kind === 'answer' && entry.basis !== 'claimed') {
      const gauge = findings.get(entry.finding)?.outcomes[entry.outcome]?.tells?.gauge;
      if (gauge) doubted = gauge === 'doubted';
    } else if (entry.kind === 'verdict' && entry.helped && repairs.get(entry.repair)?.tells?.battery)
      doubted = false;
    else if (entry.kind === 'part' && entry.part.class === 'battery' && entry.way !== 'found')
      doubted = false;
  }
  return doubted;
}

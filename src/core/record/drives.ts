import type { Catalogue } from '../catalogue';
import type { DataEntry, RecordEntry, RecordPart } from './entries';

export interface DriveState {
  part: RecordPart;
  /** Its data is accounted for: erased and not written with anybody's since, or it never held any. */
  accounted: boolean;
  /** In words, why not; empty when it is. */
  why: string;
}

export interface DriveRecord {
  /** Drives on record inside now. */
  inside: DriveState[];
  /** true: a drive was seen or put in; false: seen that there is none; null: nobody has looked. */
  seen: boolean | null;
}

/**
 * What the entries about one drive come to, in their order. A drive comes with somebody's data on it until
 * something says otherwise. What was on it and what was cloned onto it are kept apart: an image of the shop's own
 * says nothing of what lay under it.
 */
export function dataState(entries: readonly Pick<DataEntry, 'what'>[]): { accounted: boolean; why: string } {
  let under = 'has neither an erasure nor an owner-return record';
  let cloned = false;
  for (const { what } of entries) {
    if (what === 'cloned') cloned = true;
    else if (what === 'image') cloned = false;
    else if (what === 'used') under = 'came back from a buyer: it holds somebody’s data again';
    else if (what === 'begun') under = 'was being erased and that has not ended: it may hold data still';
    else if (what === 'failed') under = 'could not be erased: it is erased another way, or destroyed';
    else if (what !== 'installed') {
      under = '';
      cloned = false;
    }
    // a system installed by the shop adds nobody's data, and takes away none that was there
  }
  const why =
    under || (cloned ? 'was written with a clone since it was erased: it holds somebody’s data again' : '');
  return { accounted: why === '', why };
}

/**
 * The drives of a machine and what is known of them.
 * @param entries standing entries in the order they happened
 */
export function drivesOf(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'findings' | 'repairs'>,
): DriveRecord {
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const inside = new Map<string, RecordPart>();
  const data = new Map<string, DataEntry[]>();
  let seen: boolean | null = null;
  const told = (drive: 'there' | 'none' | undefined) => {
    if (drive) seen = drive === 'there';
  };
  for (const entry of entries) {
    if (entry.kind === 'data') data.set(entry.drive, [...(data.get(entry.drive) ?? []), entry]);
    else if (entry.kind === 'part' && entry.part.class === 'drive') {
      if (entry.way === 'out') inside.delete(entry.part.id);
      else inside.set(entry.part.id, entry.part);
      seen = inside.size > 0;
    } else if (entry.kind === 'value' && entry.key === 'driveKind' && entry.basis !== 'claimed') {
      seen = entry.text !== 'none';
    } else if (entry.kind === 'answer' && entry.basis !== 'claimed') {
      told(findings.get(entry.finding)?.outcomes[entry.outcome]?.tells?.drive);
    } else if (entry.kind === 'verdict' && entry.helped) told(repairs.get(entry.repair)?.tells?.drive);
  }
  return {
    seen,
    inside: [...inside.values()].map((part) => ({ part, ...dataState(data.get(part.id) ?? []) })),
  };
}

/**
 * May the machine leave? Reasons it may not, in words; empty = it may. A drive seen but not on record holds
 * it back as surely as one that is: silence about a drive is never an erasure.
 */
export function dataFaults({ inside, seen }: DriveRecord): string[] {
  const faults = inside
    .filter((drive) => !drive.accounted)
    .map(({ part, why }) => `${part.code} ${part.name} ${why}`);
  if (inside.length === 0 && seen === true)
    faults.push('a drive was seen in it but is not on its record: record the drive, then its erasure');
  if (inside.length === 0 && seen === null)
    faults.push('nobody has said whether there is a drive in it: answer "Is there a drive in it?" first');
  // answered empty after a drive was put on record: one of the two is wrong
  if (inside.length > 0 && seen === false)
    faults.push(
      `it was said to have no drive in it, but ${inside.map(({ part }) => part.code).join(', ')} is on its record: take the answer back, or take the part out`,
    );
  return faults;
}

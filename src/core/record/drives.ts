import type { Specification } from './specification';
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
  /** true: a drive was seen or put in; false: seen that there is none; null: nobody has looked since one came out. */
  seen: boolean | null;
  /**
   * How many are in it: as somebody or its report counted them, or as many as were seen and put on record, moved on by
   * what hands put in; null: a place is unknown, because one came out and nobody has looked since.
   */
  counted: number | null;
  /** Drives inside whose serial nobody could read and whose code no hand has put on them since they were reported. */
  unlabelled: RecordPart[];
  /** What a report saw that may be another record's drive, in words. */
  doubted: string[];
}

/**
 * What the entries about one drive come to, in their order. A drive comes with somebody's data on it until
 * something says otherwise. What was on it and what was cloned onto it are kept apart: an image of the shop's own
 * says nothing of what lay under it.
 */
export function dataState(entries: readonly Pick<DataEntry, 'what' | 'vouched'>[]): {
  accounted: boolean;
  why: string;
} {
  const never = 'still holds data: erase it, or record that its owner has it back';
  let under = never;
  let cloned = false;
  let told = 0;
  for (const { what, vouched } of entries) {
    // a system installed by the shop adds nobody's data, and takes away none that was there
    if (what === 'installed') continue;
    told++;
    if (what === 'cloned') cloned = true;
    else if (what === 'image') cloned = false;
    else if (what === 'used') under = 'came back from somebody who had it: it holds data again';
    else if (what === 'begun') under = 'was being erased and that has not ended: it may hold data still';
    else if (what === 'failed') under = 'could not be erased: it is erased another way, or destroyed';
    // that it never held any is the first thing said of a drive, or the owner vouches for it
    else if (what !== 'never' || told === 1 || vouched) {
      under = '';
      cloned = false;
    }
  }
  const why =
    under || (cloned ? 'was written with a clone since it was erased: it holds somebody’s data again' : '');
  return { accounted: why === '', why };
}

/**
 * The drives of a machine and what is known of them.
 * @param entries standing entries in the order they were sealed
 */
export function drivesOf(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'findings' | 'repairs'>,
): DriveRecord {
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const inside = new Map<string, RecordPart>();
  const data = new Map<string, DataEntry[]>();
  const labelled = new Set<string>();
  const doubted: string[] = [];
  let seen: boolean | null = null;
  let counted: number | null = null;
  /** Places a drive came out of that nobody has looked into since: unknown, not empty. Any number: other hands had it. */
  let unknown = 0;
  /** A drive was seen that is not on record: one that hands then fit is not the one that was seen. */
  let unrecorded = false;
  const told = (drive: 'there' | 'none' | undefined, byRepair = false) => {
    if (!drive) return;
    seen = drive === 'there';
    // what a repair put in is the one that is fitted
    unrecorded = seen && inside.size === 0 && !byRepair;
    // a drive that is seen says nothing of the place another came out of
    if (!seen) counted = unknown = 0;
    else if (counted === 0) counted = null;
  };
  for (const entry of entries) {
    if (entry.kind === 'data') data.set(entry.drive, [...(data.get(entry.drive) ?? []), entry]);
    else if (entry.kind === 'part' && entry.part.class === 'drive') {
      if (entry.way === 'out') {
        inside.delete(entry.part.id);
        labelled.delete(entry.part.id);
        seen = inside.size > 0 ? true : null;
        if (counted !== null) counted = Math.max(0, counted - 1);
        unknown++;
        continue;
      }
      inside.set(entry.part.id, entry.part);
      seen = true;
      if (entry.way === 'in') {
        if (counted !== null) counted++;
        // it went where one came out
        if (unknown > 0) unknown--;
        // hands that fit a part hold it and its code
        labelled.add(entry.part.id);
      } else unrecorded = false;
    } else if (entry.kind === 'count') {
      unrecorded = false;
      counted = entry.drives;
      unknown = entry.drives === null ? Number.POSITIVE_INFINITY : 0;
      seen = counted === null ? null : counted > 0;
      if (entry.labelled) for (const id of inside.keys()) labelled.add(id);
      // what a report shows without a serial may be another drive than the one that was labelled
      else if (entry.by === 'report') labelled.clear();
    } else if (entry.kind === 'sighting') {
      doubted.push(
        entry.here
          ? `its report showed what may be ${entry.code}, on record in ${entry.where}: say whether it is`
          : `${entry.code} was shown by the report of ${entry.where}: say whether it moved there`,
      );
    } else if (entry.kind === 'value' && entry.key === 'driveKind' && entry.basis !== 'claimed') {
      told(entry.text === 'none' ? 'none' : 'there');
    } else if (entry.kind === 'answer' && entry.basis !== 'claimed') {
      told(findings.get(entry.finding)?.outcomes[entry.outcome]?.tells?.drive);
    } else if (entry.kind === 'verdict' && entry.helped) told(repairs.get(entry.repair)?.tells?.drive, true);
  }
  if (unrecorded && inside.size > 0)
    doubted.push('a drive was seen in it before another was fitted, and is not on record: count its drives');
  return {
    seen,
    counted: unknown > 0 ? null : (counted ?? (inside.size === 0 && seen !== false ? null : inside.size)),
    doubted,
    unlabelled: [...inside.values()].filter((part) => part.serial === '' && !labelled.has(part.id)),
    inside: [...inside.values()].map((part) => ({ part, ...dataState(data.get(part.id) ?? []) })),
  };
}

const codes = (parts: readonly RecordPart[]) => parts.map(({ code }) => code).join(', ');

/**
 * May the machine leave? Reasons it may not, in words; empty = it may. As many drives as are in it must be on its
 * record, each with its data accounted for: silence about a drive is never an erasure.
 */
export function dataFaults({ inside, seen, counted, unlabelled, doubted }: DriveRecord): string[] {
  const faults = inside
    .filter((drive) => !drive.accounted)
    .map(({ part, why }) => `${part.code} ${part.name} ${why}`);
  const parts = inside.map(({ part }) => part);
  if (inside.length === 0 && seen === true)
    faults.push('a drive was seen in it but is not on its record: record the drive, then its erasure');
  else if (inside.length === 0 && seen === null)
    faults.push(
      'nobody has said whether there is a drive in it: answer "Is there a drive in it?" first, or count its drives',
    );
  // answered empty after a drive was put on record: one of the two is wrong
  else if (inside.length > 0 && seen === false)
    faults.push(
      `it was said to have no drive in it, but ${codes(parts)} is on its record: take the answer back, or take the part out`,
    );
  else if (counted === null)
    faults.push(
      `nobody has counted its drives since one came out, or it was in other hands: look into every bay and socket, ${parts.length} on record`,
    );
  else if (counted !== inside.length)
    faults.push(
      counted > inside.length
        ? `${counted} drives were counted in it and ${inside.length} on record: record the others, then their erasure`
        : `${counted} drives were counted in it and ${inside.length} are on record (${codes(parts)}): take out what is not in it, or count again`,
    );
  if (unlabelled.length)
    faults.push(
      `nobody could read the serial of ${codes(unlabelled)}: put its code on it and count the drives, so that nobody takes one for the other`,
    );
  return [...faults, ...doubted];
}

/** MB/s its drive was read at, where there is one and so no doubt whose they are; null: not measured, or of which. */
export const measuredMbs = ({
  drives,
  specification,
}: {
  drives: Pick<DriveRecord, 'inside'>;
  specification: Pick<Specification, 'number'>;
}): number | null => (drives.inside.length === 1 ? specification.number('driveMbs') : null);

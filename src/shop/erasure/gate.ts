/** What the gate looks at: the drives in a unit, the records of them, and what has been seen of drives. */
export interface GateInput {
  drives: readonly { id: string; code: string; name: string }[];
  recorded: ReadonlySet<string>;
  /** true: a drive was seen in it; false: seen that there is none; null: nobody has looked. */
  driveSeen: boolean | null;
}

/**
 * May the unit leave? Reasons it may not, in words; empty = it may.
 * A drive seen but not on record holds it back as surely as one that is: silence about a drive is never an erasure.
 */
export function erasureFaults({ drives, recorded, driveSeen }: GateInput): string[] {
  const faults = drives
    .filter((drive) => !recorded.has(drive.id))
    .map((drive) => `${drive.code} ${drive.name} has neither an erasure nor an owner-return record`);
  if (drives.length === 0 && driveSeen === true)
    faults.push('a drive was seen in it but is not on its record: record the drive, then its erasure');
  if (drives.length === 0 && driveSeen === null)
    faults.push('nobody has said whether there is a drive in it: answer "Is there a drive in it?" first');
  return faults;
}

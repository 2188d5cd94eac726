import type { EraseMethod, Medium } from './media';
import type { EraseTables } from './plan';
import { SECTOR_BYTES } from './sample';

/** What the one that erased a drive says of it. Sectors of 512 bytes. */
export interface EraseResult {
  /** It came to its end; false: somebody or something stopped it. */
  through: boolean;
  sectors: number;
  /** Sectors it could not write. */
  unwritten: number;
  /** Sectors in which the shop's pattern was looked for before the last pass, and those that did not hold it. */
  checked: number;
  wrong: number;
  /** Sectors the drive has and does not show. */
  hidden: number;
  /** Sectors read back at the end, those that could not be read, and those that held anything but nothing. */
  read: number;
  unread: number;
  left: number;
}

export interface EraseExpected {
  /** Sectors in which the pattern had to be looked for, and that had to be read back at the end. */
  checked: number;
  read: number;
  /** What the drive is said to hold by something else than itself, bytes; null: nobody has said. */
  bytes: number | null;
  /** The digest that was sent is that of the shop's own pattern at places it drew. */
  proven: boolean;
  medium: Medium;
  /** Seconds from the word at the bench to the end. */
  seconds: number;
  /** Of the way it was erased: passes written over the whole of it, or what the drive does by itself. */
  takes: EraseMethod['takes'];
}

const gigabytes = (bytes: number) => Math.round(bytes / 1e9);

/**
 * Was it erased? Only when everything was written that can be, the shop's pattern was found before the last pass,
 * everything that had to be read back was read and found empty, the size is all of it, and no physics speaks against
 * it.
 * @returns empty: it was; else why not, in words
 */
export function eraseFaults(
  result: EraseResult,
  expected: EraseExpected,
  { shown, roundedBytes, fastest }: Pick<EraseTables, 'shown' | 'roundedBytes' | 'fastest'>,
): string[] {
  const faults: string[] = [];
  if (!result.through) faults.push('it was stopped before its end');
  if (result.unwritten > 0) faults.push(`${result.unwritten} sectors could not be written`);
  if (result.wrong > 0)
    faults.push(`${result.wrong} sectors did not hold what was written on them just before`);
  if (result.left > 0) faults.push(`${result.left} sectors still hold data`);
  if (result.unread > 0) faults.push(`${result.unread} sectors could not be read back`);
  if (result.hidden > 0) faults.push(`${result.hidden} sectors are hidden`);
  if (result.through && result.checked < expected.checked)
    faults.push(`the pattern was looked for in ${result.checked} of ${expected.checked} sectors`);
  if (result.through && result.read < expected.read)
    faults.push(`${result.read} of ${expected.read} sectors were read back`);
  if (result.through && !expected.proven)
    faults.push('what was read back is not what the shop’s key makes at places of its own choice');
  const bytes = result.sectors * SECTOR_BYTES;
  if (expected.bytes === null) faults.push('nobody has said how much it holds but the drive itself');
  else if (
    bytes <
    expected.bytes - Math.max((1 - shown) * expected.bytes, Math.min(roundedBytes, 0.03 * expected.bytes))
  )
    faults.push(`it shows ${gigabytes(bytes)} GB of ${gigabytes(expected.bytes)}: part of it may be hidden`);
  const passes = expected.takes.by === 'writing' ? expected.takes.passes : 0;
  const moved = passes * bytes + (result.checked + result.read) * SECTOR_BYTES;
  const least = moved / fastest[expected.medium];
  if (result.through && expected.seconds < least)
    faults.push(
      `it took ${Math.round(expected.seconds)} s; no drive of its kind moves ${gigabytes(moved)} GB in under ${Math.ceil(least)} s`,
    );
  return faults;
}

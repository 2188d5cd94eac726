import type { EraseTables } from './plan';
import { SECTOR_BYTES } from './sample';

/** What the one that erased a drive says of it. Sectors of 512 bytes. */
export interface EraseResult {
  /** It came to its end; false: somebody or something stopped it. */
  through: boolean;
  sectors: number;
  /** Sectors it could not write. */
  unwritten: number;
  /** Sectors read back, those that could not be read, and those that held anything but nothing. */
  read: number;
  unread: number;
  left: number;
}

export interface EraseExpected {
  /** Sectors that had to be read back. */
  read: number;
  /** What the drive is said to hold, bytes; null: nobody has said. */
  bytes: number | null;
}

/**
 * Was it erased? Only when everything was written that can be, and everything that had to be read back was read and
 * found empty.
 * @returns empty: it was; else why not, in words
 */
export function eraseFaults(
  result: EraseResult,
  expected: EraseExpected,
  { shown }: Pick<EraseTables, 'shown'>,
): string[] {
  const faults: string[] = [];
  if (!result.through) faults.push('it was stopped before its end');
  if (result.unwritten > 0) faults.push(`${result.unwritten} sectors could not be written`);
  if (result.left > 0) faults.push(`${result.left} sectors still hold data`);
  if (result.unread > 0) faults.push(`${result.unread} sectors could not be read back`);
  if (result.through && result.read < expected.read)
    faults.push(`${result.read} of ${expected.read} sectors were read back`);
  if (expected.bytes !== null && result.sectors * SECTOR_BYTES < expected.bytes * shown)
    faults.push(
      `it shows ${Math.round((result.sectors * SECTOR_BYTES) / 1e9)} GB of ${Math.round(expected.bytes / 1e9)}: part of it may be hidden`,
    );
  return faults;
}

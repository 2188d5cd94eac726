import type { DriveVerdict } from './health';

export interface CopyTables {
  /** Megabytes a second over the whole when nobody measured, by kind. */
  usualMbs: { disk: number; solid: number };
  /** A disk's mean over the whole by its fast outer tracks. */
  diskMean: number;
  /** Room kept free on the target, share of what is used. */
  slack: number;
  cloneHands: number;
  shrinkHands: number;
  /** Making partitions anew for what is copied file by file. */
  partitionHands: number;
  freshHands: number;
  freshMinutes: number;
  freshUpdates: number;
  /** Largest drive an MBR partition table can tell of, bytes. */
  mbrBytes: number;
}

export interface CopyDrive {
  bytes: number;
  kind: 'disk' | 'solid' | null;
  bus?: string | null;
  /** Measured, megabytes a second; null: nobody did. */
  mbs?: number | null;
}

export interface CopyAsked {
  source: CopyDrive & { usedBytes: number | null; health?: DriveVerdict | null; encrypted?: boolean };
  target: CopyDrive;
  firmware?: 'uefi' | 'legacy' | string | null;
  /** What is on it is to stay: a fresh system is not a way then. */
  keep?: boolean;
}

export interface CopyWay {
  id: 'clone' | 'clone-used' | 'fresh';
  possible: boolean;
  /** Why not, or what has to be done first. */
  why: string;
  /** Minutes of hands, minutes alone, and minutes of reading back among those alone. */
  hands: number;
  alone: number;
  verify: number;
  /** Bytes its file systems must shrink by first; 0: none. */
  shrinkBytes: number;
}

export interface CopyPlan {
  ways: CopyWay[];
  /** What a start may founder on afterwards, in the order it is tried. */
  pitfalls: string[];
  cautions: string[];
}

const mean = (drive: CopyDrive, tables: CopyTables): number => {
  const kind = drive.kind ?? 'disk';
  return drive.mbs ? drive.mbs * (kind === 'disk' ? tables.diskMean : 1) : tables.usualMbs[kind];
};

/**
 * Clone or fresh: what fits, what must shrink, minutes from the slower side and the reading back, and what the first
 * start may founder on.
 * @throws RangeError when a size is not above 0, or more is used than there is
 */
export function copyPlan({ source, target, firmware, keep }: CopyAsked, tables: CopyTables): CopyPlan {
  if (!(source.bytes > 0) || !(target.bytes > 0)) throw new RangeError('bytes: expected sizes above 0');
  if (source.usedBytes !== null && source.usedBytes > source.bytes)
    throw new RangeError('usedBytes: more is used than the drive holds');
  const read = mean(source, tables);
  const write = mean(target, tables);
  const minutes = (bytes: number) => bytes / 1e6 / Math.min(read, write) / 60;
  const back = (bytes: number) => bytes / 1e6 / Math.min(read, mean(target, tables)) / 60;
  const used = source.usedBytes;
  const needed = used === null ? null : Math.ceil(used * (1 + tables.slack));
  const smaller = target.bytes < source.bytes;
  const fits = needed === null ? null : needed <= target.bytes;
  const ways: CopyWay[] = [];
  ways.push({
    id: 'clone',
    possible: !smaller || fits === true,
    why: !smaller
      ? ''
      : fits === null
        ? 'the target is smaller and nobody has said how much is used'
        : fits
          ? 'its file systems shrink first'
          : 'what is used does not fit the target',
    hands: tables.cloneHands + (smaller ? tables.shrinkHands : 0),
    alone: minutes(Math.min(source.bytes, target.bytes)) + back(Math.min(source.bytes, target.bytes)),
    verify: back(Math.min(source.bytes, target.bytes)),
    shrinkBytes: smaller ? source.bytes - target.bytes : 0,
  });
  ways.push({
    id: 'clone-used',
    possible: fits === true,
    why:
      used === null ? 'nobody has said how much is used' : fits ? '' : 'what is used does not fit the target',
    hands: tables.cloneHands + tables.partitionHands,
    alone: used === null ? 0 : minutes(used) + back(used),
    verify: used === null ? 0 : back(used),
    shrinkBytes: 0,
  });
  ways.push({
    id: 'fresh',
    possible: !keep,
    why: keep ? 'what is on it is to stay' : '',
    hands: tables.freshHands,
    alone: tables.freshMinutes + tables.freshUpdates,
    verify: 0,
    shrinkBytes: 0,
  });
  const pitfalls: string[] = [];
  if (source.bus && target.bus && source.bus !== target.bus)
    pitfalls.push(
      `from ${source.bus} to ${target.bus}: start once in safe mode, so that the driver for the new bus loads`,
    );
  if (source.kind === 'disk' && target.kind === 'solid')
    pitfalls.push('partitions in line with the blocks of the solid-state drive, or it writes twice');
  if (firmware === 'uefi') pitfalls.push('the start entry in set-up names the old drive: choose the new one');
  if (firmware === 'legacy' && target.bytes > tables.mbrBytes)
    pitfalls.push('more than 2 TiB with an old start: the rest of the drive cannot be used');
  pitfalls.push('never start with both drives in it: two of one name, and the wrong one is written to');
  const cautions: string[] = [];
  if (source.encrypted)
    cautions.push('it is encrypted: have its recovery key before anything, or what is copied stays shut');
  if (source.health === 'failing')
    cautions.push('the source is failing: copy it once, with a tool that skips what it cannot read, cool');
  if (source.health === 'unknown' || source.health == null)
    cautions.push('nobody has read the health of the source');
  return { ways, pitfalls, cautions };
}

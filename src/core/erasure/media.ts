/** What data is kept on, as far as it decides how it is erased. */
export const MEDIA = [
  'disk',
  'shingled',
  'hybrid',
  'solid',
  'nvme',
  'card',
  'emmc',
  'sas-disk',
  'sas-solid',
] as const;
export type Medium = (typeof MEDIA)[number];

/** How far an erasure reaches, in the words of NIST SP 800-88: each holds what the one before it holds. */
export const LEVELS = ['clear', 'purge', 'destroy'] as const;
export type Level = (typeof LEVELS)[number];

/** What a drive must be able to do for a method; what is not known of it is left out. */
export const ABILITIES = [
  'sanitize-block',
  'sanitize-overwrite',
  'sanitize-crypto',
  'security',
  'security-enhanced',
  'format',
  'format-crypto',
  'encrypts',
  'secure-discard',
] as const;
export type Ability = (typeof ABILITIES)[number];

/** How long a method takes: as many writes of the whole drive, minutes the drive takes by itself, or hands. */
export type Takes =
  | { by: 'writing'; passes: number }
  | { by: 'drive'; minutes: readonly [number, number] }
  | { by: 'hands'; minutes: number };

/** One way to erase a medium. */
export interface EraseMethod {
  id: string;
  level: Level;
  name: string;
  media: readonly Medium[];
  /** What does it; {device} stands for the drive. Empty: hands do. */
  command: string;
  takes: Takes;
  /** What it asks of the drive; one of these is enough. */
  needs?: readonly Ability[];
  /** How it is known to have worked. */
  verify: 'read' | 'read, not meaningful' | 'seen';
  note?: string;
  /** Where it stands: clause, and whence that is known. */
  clause: string;
  /** The unit's own script can do it. */
  byScript?: boolean;
}

export interface MediumFacts {
  kind?: 'disk' | 'solid' | null;
  bus?: string | null;
  /** How a disk writes, as somebody said or its zones tell. */
  writes?: 'plain' | 'shingled' | 'hybrid' | null;
  /** A rotating disk that takes TRIM shingles its tracks by itself. */
  trim?: boolean;
  usb?: boolean;
}

/** What a drive is, for erasing. null: not known well enough. */
export function mediumOf({ kind, bus, writes, trim, usb }: MediumFacts): Medium | null {
  if (bus === 'NVMe') return 'nvme';
  if (bus === 'card') return 'card';
  if (bus === 'eMMC') return 'emmc';
  if (bus === 'SAS') return kind === 'solid' ? 'sas-solid' : kind === 'disk' ? 'sas-disk' : null;
  if (kind === 'solid') return usb ? 'card' : 'solid';
  if (kind !== 'disk') return null;
  if (writes === 'hybrid') return 'hybrid';
  return writes === 'shingled' || trim ? 'shingled' : 'disk';
}

/** The same from what stands on record of a part. */
export const mediumOfPart = (attributes: Readonly<Record<string, string | number>>): Medium | null =>
  mediumOf(attributes as MediumFacts);

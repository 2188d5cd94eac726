import type { HealthRules } from '@/core/storage/health';
import type { CopyTables } from '@/core/storage/copy';

const CONVENTION = 'convention of drive makers, not a standard (from memory)';

/**
 * What a drive's own table means. Names of ATA attributes are numbers by convention only: each row says how far it is
 * trusted. `count`: the raw count means trouble from 1 on; `wear`: the normalised value falls from 100 to 0.
 */
export const healthRules: HealthRules = {
  attributes: [
    { id: 5, name: 'sectors re-mapped', reads: 'count', many: 50, source: CONVENTION },
    { id: 10, name: 'retries of spinning up', reads: 'count', source: CONVENTION },
    { id: 184, name: 'errors from end to end', reads: 'count', source: CONVENTION },
    { id: 187, name: 'errors it could not correct', reads: 'count', many: 1, source: CONVENTION },
    { id: 188, name: 'commands timed out', reads: 'count', packed: true, source: CONVENTION },
    { id: 196, name: 're-mapping events', reads: 'count', source: CONVENTION },
    {
      id: 197,
      name: 'sectors waiting to be re-mapped',
      reads: 'count',
      many: 1,
      bad: true,
      source: CONVENTION,
    },
    { id: 198, name: 'sectors it could not read', reads: 'count', many: 1, bad: true, source: CONVENTION },
    { id: 199, name: 'errors on the cable', reads: 'cable', source: CONVENTION },
    { id: 177, name: 'wear', reads: 'wear', source: CONVENTION },
    { id: 231, name: 'life left', reads: 'wear', unless: /temp/i, source: CONVENTION },
    { id: 232, name: 'reserve left', reads: 'wear', source: CONVENTION },
    { id: 233, name: 'media worn', reads: 'wear', source: CONVENTION },
    { id: 169, name: 'life left', reads: 'wear', only: /life|wear|remain/i, source: CONVENTION },
    { id: 173, name: 'wear', reads: 'wear', only: /life|wear|remain/i, source: CONVENTION },
    { id: 202, name: 'life left', reads: 'wear', only: /life|wear|remain/i, source: CONVENTION },
    {
      id: 1,
      name: 'read errors',
      reads: 'nothing',
      source: `${CONVENTION}: some makers pack counters in it`,
    },
    {
      id: 7,
      name: 'seek errors',
      reads: 'nothing',
      source: `${CONVENTION}: some makers pack counters in it`,
    },
    {
      id: 195,
      name: 'errors corrected',
      reads: 'nothing',
      source: `${CONVENTION}: some makers pack counters in it`,
    },
  ],
  // of a solid-state drive's life four fifths are used: its buyer is told; shop estimate. Normalised value left, and the
  // wear NVMe and SAS drives report, per cent of the life they were rated for
  wornAt: 20,
  wornPercent: 80,
  // re-mapped sectors a SAS disk may grow before it is called failing; shop estimate
  manyGrown: 50,
};

/** Copying a drive. Common practice; minutes and shares: shop estimate. */
export const copyTables: CopyTables = {
  usualMbs: { disk: 90, solid: 350 },
  diskMean: 0.75,
  slack: 0.15,
  cloneHands: 5,
  shrinkHands: 8,
  partitionHands: 4,
  freshHands: 6,
  freshMinutes: 40,
  freshUpdates: 60,
  // 2^32 sectors of 512 bytes: the most an MBR partition table can tell of
  mbrBytes: 2 ** 32 * 512,
};

/**
 * Bytes up to which a file system that says nothing counts as full when a drive's used bytes are added up: starting and
 * recovery partitions. Common practice.
 */
export const smallFileSystem = 1.2e9;

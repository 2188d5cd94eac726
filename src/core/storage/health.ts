/** A drive's own health log, as the instruments give it. */
export interface DriveLog {
  passed: boolean | null;
  attributes: {
    id: number;
    name: string;
    value: number | null;
    threshold: number | null;
    raw: number | null;
    prefail: boolean;
  }[];
  nvme: NvmeHealth | null;
  /** Of a SAS drive. */
  scsi?: { grown: number | null; uncorrected: number | null; percentUsed: number | null } | null;
  /** Its newest self-test: did it end well; null: none on record. */
  selfTest?: boolean | null;
}

/** SMART / health information of an NVMe drive: log page 02h, as far as it is judged. */
export interface NvmeHealth {
  criticalWarning: number;
  spare: number | null;
  spareThreshold: number | null;
  percentageUsed: number | null;
  mediaErrors: number;
  criticalMinutes: number;
}

export type DriveVerdict = 'good' | 'watch' | 'failing' | 'unknown';

export interface AttributeRule {
  id: number;
  name: string;
  reads: 'count' | 'wear' | 'cable' | 'nothing';
  /** From this many on data is being lost. */
  many?: number;
  /** Some makers put three counters into one number: only its lowest 16 bits are read. */
  packed?: boolean;
  /** It counts sectors that cannot be read, and so not overwritten. */
  bad?: boolean;
  /** The name the instrument gives must match, or must not. */
  only?: RegExp;
  unless?: RegExp;
  source: string;
}

export interface HealthRules {
  attributes: readonly AttributeRule[];
  wornAt: number;
  wornPercent: number;
  manyGrown: number;
}

/** One thing that decided, and how far it is to be trusted. */
export interface Deciding {
  what: string;
  says: 'watch' | 'failing';
  trust: 'standard' | 'its own limit' | 'convention';
}

export interface DriveJudged {
  verdict: DriveVerdict;
  reasons: string[];
  /** Errors on the lead or the port, which stay on record for ever. */
  cable: boolean;
  deciding: Deciding[];
  /** What is in the table and not judged, and why. */
  notJudged: { what: string; why: string }[];
  /** Sectors it cannot read: what is in them an overwrite does not reach. */
  badSectors: number;
  /** Share of its life used, 0..1 and above; null: not said. */
  wear: number | null;
}

/** Bits of the critical warning, NVM Express base specification, log page 02h byte 0. */
const WARNINGS = [
  'its spare is under its limit',
  'its temperature is over its limit',
  'its media are no longer reliable',
  'it only reads now',
  'its backup of volatile memory failed',
  'its persistent memory only reads now',
];

/**
 * Verdict with what decides, what is trusted and how far. ATA attributes mean what they mean by convention; a
 * normalised value at or under the drive's own threshold is the drive's own word. NVMe: log page 02h.
 */
export function driveVerdict(log: DriveLog, rules: HealthRules): DriveJudged {
  const deciding: Deciding[] = [];
  const notJudged: DriveJudged['notJudged'] = [];
  const say = (says: Deciding['says'], trust: Deciding['trust'], what: string) =>
    deciding.push({ what, says, trust });
  if (log.passed === false) say('failing', 'its own limit', 'its own overall test says failed');
  if (log.selfTest === false) say('failing', 'its own limit', 'its newest self-test ended with a fault');
  let cable = false;
  let wear: number | null = null;
  let badSectors = 0;
  for (const row of log.attributes) {
    if (row.value !== null && row.threshold !== null && row.threshold > 0 && row.value <= row.threshold) {
      say(
        row.prefail ? 'failing' : 'watch',
        'its own limit',
        `${row.name} is at ${row.value}, its limit is ${row.threshold}`,
      );
      continue;
    }
    const rule = rules.attributes.find(
      ({ id, only, unless }) =>
        id === row.id && (!only || only.test(row.name)) && !(unless && unless.test(row.name)),
    );
    if (!rule) continue;
    if (rule.reads === 'cable') cable = (row.raw ?? 0) > 0;
    else if (rule.reads === 'count') {
      const many = rule.packed ? (row.raw ?? 0) % 65_536 : (row.raw ?? 0);
      if (rule.bad) badSectors = Math.max(badSectors, many);
      if (many > 0)
        say(
          rule.many !== undefined && many >= rule.many ? 'failing' : 'watch',
          'convention',
          `${row.name} counts ${many}`,
        );
    } else if (rule.reads === 'wear') {
      // above 100 the normalised value is no share of a life
      if (row.value === null || row.value > 100) continue;
      wear = Math.max(wear ?? 0, 1 - row.value / 100);
      if (row.value <= rules.wornAt) say('watch', 'convention', `${row.name}: ${row.value} of 100 left`);
    } else if ((row.raw ?? 0) > 0)
      notJudged.push({ what: `${row.name} counts ${row.raw}`, why: 'some makers pack counters into it' });
  }
  const { nvme, scsi } = log;
  if (nvme) {
    if (nvme.criticalWarning !== 0) {
      const named = WARNINGS.filter((_, bit) => nvme.criticalWarning & (1 << bit));
      say('failing', 'standard', named.length ? named.join(', ') : `warning bits ${nvme.criticalWarning}`);
    }
    if (nvme.spare !== null && nvme.spareThreshold !== null && nvme.spare < nvme.spareThreshold)
      say('failing', 'standard', `spare ${nvme.spare} % is under its limit of ${nvme.spareThreshold} %`);
    if (nvme.mediaErrors > 0) say('failing', 'standard', `${nvme.mediaErrors} media errors`);
    if ((nvme.percentageUsed ?? 0) >= rules.wornPercent)
      say('watch', 'standard', `rated life used: ${nvme.percentageUsed} %`);
    if (nvme.criticalMinutes > 0)
      say('watch', 'standard', `${nvme.criticalMinutes} min above its critical temperature`);
    if (nvme.percentageUsed !== null) wear = nvme.percentageUsed / 100;
  }
  if (scsi) {
    if ((scsi.uncorrected ?? 0) > 0)
      say('failing', 'standard', `${scsi.uncorrected} errors it could not correct`);
    if ((scsi.grown ?? 0) > 0)
      say(
        scsi.grown! >= rules.manyGrown ? 'failing' : 'watch',
        'standard',
        `${scsi.grown} defects grown since it was made`,
      );
    if ((scsi.percentUsed ?? 0) >= rules.wornPercent)
      say('watch', 'standard', `rated life used: ${scsi.percentUsed} %`);
    if (scsi.percentUsed !== null) wear = scsi.percentUsed / 100;
  }
  const failing = deciding.filter(({ says }) => says === 'failing');
  const watch = deciding.filter(({ says }) => says === 'watch');
  const silent = log.passed === null && !nvme && !scsi && log.attributes.length === 0;
  const verdict = failing.length ? 'failing' : watch.length ? 'watch' : silent ? 'unknown' : 'good';
  const ordered = [...failing, ...watch];
  return {
    verdict,
    reasons: ordered.map(({ what }) => what),
    cable,
    deciding: ordered,
    notJudged,
    badSectors,
    wear,
  };
}

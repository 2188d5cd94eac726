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
  nvme: {
    criticalWarning: number;
    spare: number | null;
    spareThreshold: number | null;
    percentageUsed: number | null;
    mediaErrors: number;
    criticalMinutes: number;
  } | null;
}

export type DriveVerdict = 'good' | 'watch' | 'failing' | 'unknown';

/**
 * ATA attributes whose raw count is trusted to mean trouble when above 0 (convention, not standard; list from
 * memory). Raw counts of 1, 7 and 195 are not judged: some makers pack counters into them. 199 is the cable,
 * not the drive.
 */
const COUNTS_TROUBLE = new Set([5, 10, 184, 187, 188, 196, 197, 198]);
/** Pending and uncorrectable sectors: data is already being lost. */
const LOSES_DATA = new Set([187, 197, 198]);
/** From this many re-mapped sectors on the surface is going. Shop estimate. */
const MANY_SECTORS = 50;
const CABLE = 199;

/**
 * Verdict with the attributes that decide. NVMe fields as in log page 02h of the NVMe base specification
 * (from memory).
 */
export function driveVerdict(log: DriveLog): { verdict: DriveVerdict; reasons: string[]; cable: boolean } {
  const failing: string[] = [];
  const watch: string[] = [];
  if (log.passed === false) failing.push('its own overall test says failed');
  for (const row of log.attributes) {
    if (row.value !== null && row.threshold !== null && row.threshold > 0 && row.value <= row.threshold) {
      (row.prefail ? failing : watch).push(`${row.name} is at ${row.value}, its limit is ${row.threshold}`);
    } else if (COUNTS_TROUBLE.has(row.id) && (row.raw ?? 0) > 0) {
      const text = `${row.name} counts ${row.raw}`;
      (LOSES_DATA.has(row.id) || (row.id === 5 && row.raw! >= MANY_SECTORS) ? failing : watch).push(text);
    }
  }
  const nvme = log.nvme;
  if (nvme) {
    if (nvme.criticalWarning !== 0) failing.push(`critical warning bits ${nvme.criticalWarning}`);
    if (nvme.spare !== null && nvme.spareThreshold !== null && nvme.spare < nvme.spareThreshold)
      failing.push(`spare ${nvme.spare} % is under its limit of ${nvme.spareThreshold} %`);
    if (nvme.mediaErrors > 0) failing.push(`${nvme.mediaErrors} media errors`);
    if ((nvme.percentageUsed ?? 0) >= 100) watch.push(`rated life used: ${nvme.percentageUsed} %`);
    if (nvme.criticalMinutes > 0) watch.push(`${nvme.criticalMinutes} min above its critical temperature`);
  }
  const cable = (log.attributes.find((row) => row.id === CABLE)?.raw ?? 0) > 0;
  const verdict = failing.length
    ? 'failing'
    : watch.length
      ? 'watch'
      : log.passed === null && !nvme && log.attributes.length === 0
        ? 'unknown'
        : 'good';
  return { verdict, reasons: [...failing, ...watch], cable };
}

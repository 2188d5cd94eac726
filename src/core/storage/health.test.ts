import { describe, expect, it } from 'vitest';
import { driveVerdict, type DriveLog } from './health';

const row = (id: number, raw: number, value = 100, threshold = 0, prefail = false) => ({
  id,
  name: `attribute ${id}`,
  raw,
  value,
  threshold,
  prefail,
});
const ata = (...attributes: DriveLog['attributes']): DriveLog => ({ passed: true, attributes, nvme: null });
const nvme = (more: Partial<NonNullable<DriveLog['nvme']>>): DriveLog => ({
  passed: true,
  attributes: [],
  nvme: {
    criticalWarning: 0,
    spare: 100,
    spareThreshold: 10,
    percentageUsed: 5,
    mediaErrors: 0,
    criticalMinutes: 0,
    ...more,
  },
});

/**
 * Rules as conventionally read (from memory of the drives' documentation); NVMe fields: log page 02h of the
 * NVMe base specification.
 */
describe('drive verdict', () => {
  it('large raw counts of 1, 7 and 195 mean nothing', () =>
    expect(driveVerdict(ata(row(1, 9e9), row(7, 1e9), row(195, 5e8))).verdict).toBe('good'));
  it('re-mapped sectors: a few are watched, many are failing', () => {
    expect(driveVerdict(ata(row(5, 3))).verdict).toBe('watch');
    expect(driveVerdict(ata(row(5, 200))).verdict).toBe('failing');
  });
  it('pending sectors are failing', () => expect(driveVerdict(ata(row(197, 1))).verdict).toBe('failing'));
  it('199 is the cable, not the drive', () =>
    expect(driveVerdict(ata(row(199, 40)))).toMatchObject({ verdict: 'good', cable: true }));
  it('normalised at or under a threshold above 0 is failing for pre-fail attributes', () => {
    expect(driveVerdict(ata(row(3, 0, 21, 21, true))).verdict).toBe('failing');
    expect(driveVerdict(ata(row(3, 0, 0, 0, true))).verdict).toBe('good');
  });
  it('its own overall test counts', () =>
    expect(driveVerdict({ ...ata(), passed: false }).verdict).toBe('failing'));
  it.each([
    [{ criticalWarning: 4 }, 'failing'],
    [{ spare: 9 }, 'failing'],
    [{ mediaErrors: 1 }, 'failing'],
    [{ percentageUsed: 100 }, 'watch'],
    [{ criticalMinutes: 3 }, 'watch'],
    [{ percentageUsed: 99, spare: 10 }, 'good'],
  ] as const)('NVMe %o is %s', (more, verdict) => expect(driveVerdict(nvme(more)).verdict).toBe(verdict));
  it('nothing read is unknown, not good', () =>
    expect(driveVerdict({ passed: null, attributes: [], nvme: null }).verdict).toBe('unknown'));
});

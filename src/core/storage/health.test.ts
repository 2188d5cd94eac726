import { describe, expect, it } from 'vitest';
import { copyTables, healthRules } from '@/catalog/instruments/drives';
import { copyPlan } from './copy';
import { driveVerdict as judge, type DriveLog } from './health';
import { healthPage } from './nvmePage';

const driveVerdict = (log: DriveLog) => judge(log, healthRules);

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
    // from four fifths on its buyer is told: 99 % of its life used is not good
    [{ percentageUsed: 99, spare: 10 }, 'watch'],
    [{ percentageUsed: 80 }, 'watch'],
    [{ percentageUsed: 79, spare: 10 }, 'good'],
  ] as const)('NVMe %o is %s', (more, verdict) => expect(driveVerdict(nvme(more)).verdict).toBe(verdict));
  it('nothing read is unknown, not good', () =>
    expect(driveVerdict({ passed: null, attributes: [], nvme: null }).verdict).toBe('unknown'));

  it('says what decided and how far it is trusted, and what it did not judge', () => {
    const found = driveVerdict(ata(row(5, 3), row(1, 9e9), row(3, 0, 20, 21, true)));
    expect(found.deciding).toEqual([
      { what: 'attribute 3 is at 20, its limit is 21', says: 'failing', trust: 'its own limit' },
      { what: 'attribute 5 counts 3', says: 'watch', trust: 'convention' },
    ]);
    expect(found.notJudged.map(({ what }) => what)).toEqual(['attribute 1 counts 9000000000']);
  });
  it('three counters packed into command time-outs: the lowest is read', () => {
    expect(driveVerdict(ata(row(188, 3 * 2 ** 32))).verdict).toBe('good');
    expect(driveVerdict(ata(row(188, 2))).verdict).toBe('watch');
  });
  it('wear of a solid-state drive by its normalised value; 231 is a temperature in some tables', () => {
    const named = (id: number, name: string, value: number) => ({ ...row(id, 0, value), name });
    expect(driveVerdict(ata(named(177, 'Wear_Leveling_Count', 9)))).toMatchObject({ verdict: 'watch' });
    expect(driveVerdict(ata(named(177, 'Wear_Leveling_Count', 60))).wear).toBeCloseTo(0.4);
    expect(driveVerdict(ata(named(231, 'Temperature_Celsius', 5))).verdict).toBe('good');
    expect(driveVerdict(ata(named(231, 'SSD_Life_Left', 5))).verdict).toBe('watch');
    // some makers count up: no share of a life
    expect(driveVerdict(ata(named(173, 'Wear_Count', 253))).wear).toBeNull();
  });
  it('a self-test that ended badly is failing', () =>
    expect(driveVerdict({ ...ata(), selfTest: false }).verdict).toBe('failing'));
  it.each([
    [{ grown: 0, uncorrected: 0, percentUsed: null }, 'good'],
    [{ grown: 3, uncorrected: 0, percentUsed: null }, 'watch'],
    [{ grown: 80, uncorrected: 0, percentUsed: null }, 'failing'],
    [{ grown: 0, uncorrected: 2, percentUsed: null }, 'failing'],
    [{ grown: 0, uncorrected: 0, percentUsed: 101 }, 'watch'],
  ] as const)('a SAS drive with %o is %s', (scsi, verdict) =>
    expect(driveVerdict({ ...ata(), scsi }).verdict).toBe(verdict),
  );
  it('names the bits of a critical warning', () =>
    expect(driveVerdict(nvme({ criticalWarning: 0b1001 })).reasons).toEqual([
      'its spare is under its limit, it only reads now',
    ]));
});

describe('NVMe log page 02h (offsets: NVM Express base specification, as in struct nvme_smart_log)', () => {
  const page = new Uint8Array(512);
  const view = new DataView(page.buffer);
  view.setUint8(0, 0x04);
  view.setUint16(1, 273 + 41, true);
  view.setUint8(3, 97);
  view.setUint8(4, 10);
  view.setUint8(5, 12);
  view.setBigUint64(32, 2_000_000n, true);
  view.setBigUint64(48, 3_000_000n, true);
  view.setBigUint64(112, 321n, true);
  view.setBigUint64(128, 8_765n, true);
  view.setBigUint64(144, 17n, true);
  view.setBigUint64(160, 5n, true);
  view.setBigUint64(176, 44n, true);
  view.setUint32(192, 6, true);
  view.setUint32(196, 2, true);
  it('is read by its offsets', () =>
    expect(healthPage(page)).toEqual({
      criticalWarning: 4,
      celsius: 41,
      spare: 97,
      spareThreshold: 10,
      percentageUsed: 12,
      read: 2_000_000 * 512_000,
      written: 3_000_000 * 512_000,
      powerCycles: 321,
      hours: 8_765,
      unsafeShutdowns: 17,
      mediaErrors: 5,
      errorEntries: 44,
      warningMinutes: 6,
      criticalMinutes: 2,
    }));
  it('and judged', () =>
    expect(driveVerdict({ passed: null, attributes: [], nvme: healthPage(page) }).verdict).toBe('failing'));
  it('a page cut short is refused', () => expect(() => healthPage(page.slice(0, 511))).toThrow(/512/));
});

describe('clone or fresh', () => {
  const gb = 1e9;
  const disk = { bytes: 500 * gb, kind: 'disk' as const, bus: 'SATA', mbs: 100 };
  const solid = { bytes: 240 * gb, kind: 'solid' as const, bus: 'SATA', mbs: 400 };
  const plan = (usedBytes: number | null, more = {}) =>
    copyPlan({ source: { ...disk, usedBytes, health: 'good' }, target: solid, ...more }, copyTables);
  const way = (found: ReturnType<typeof plan>, id: string) => found.ways.find((own) => own.id === id)!;
  it('90 GB of 500 fit 240, after shrinking by 260', () => {
    const found = plan(90 * gb);
    expect(way(found, 'clone')).toMatchObject({ possible: true, shrinkBytes: 260 * gb });
    expect(way(found, 'clone-used').possible).toBe(true);
  });
  it('minutes by the slower side: 90 GB at 75 MB/s are 20, and as long to read back', () => {
    const { alone, verify } = way(plan(90 * gb), 'clone-used');
    expect(verify).toBeCloseTo(20, 6);
    expect(alone).toBeCloseTo(40, 6);
  });
  it('220 GB do not fit 240 with room to work in; nor does what nobody has said', () => {
    expect(way(plan(220 * gb), 'clone').possible).toBe(false);
    expect(way(plan(null), 'clone')).toMatchObject({ possible: false });
    expect(way(plan(null), 'clone').why).toContain('nobody has said');
  });
  it('a larger target takes the whole as it is', () =>
    expect(
      way(
        copyPlan(
          { source: { ...disk, usedBytes: null }, target: { ...solid, bytes: 1000 * gb } },
          copyTables,
        ),
        'clone',
      ),
    ).toMatchObject({ possible: true, shrinkBytes: 0 }));
  it('what stays is never installed over', () =>
    expect(way(plan(90 * gb, { keep: true }), 'fresh').possible).toBe(false));
  it('another bus: safe mode once comes first', () => {
    const found = copyPlan(
      { source: { ...disk, usedBytes: 1 }, target: { ...solid, bus: 'NVMe' }, firmware: 'uefi' },
      copyTables,
    );
    expect(found.pitfalls[0]).toContain('safe mode');
    expect(found.pitfalls.some((own) => own.includes('start entry'))).toBe(true);
  });
  it('2 TiB is what an MBR can tell of', () => {
    const found = (bytes: number) =>
      copyPlan(
        { source: { ...disk, usedBytes: 1 }, target: { ...solid, bytes }, firmware: 'legacy' },
        copyTables,
      ).pitfalls.some((own) => own.includes('2 TiB'));
    expect(found(2_199_023_255_552)).toBe(false);
    expect(found(2_199_023_255_553)).toBe(true);
  });
  it.each([
    [0, 1],
    [1, 0],
  ])('sizes %i and %i are refused', (from, to) =>
    expect(() =>
      copyPlan(
        { source: { bytes: from, kind: null, usedBytes: null }, target: { bytes: to, kind: null } },
        copyTables,
      ),
    ).toThrow(RangeError),
  );
});

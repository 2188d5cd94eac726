import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { interpretReport } from '@/shop/report/interpret';
import { readReport } from './bundle';
import { cimDay, parseCim, type Cim } from './cim';

const sample = readFileSync('samples/report/cim.json', 'utf8');
const whole = JSON.parse(sample) as Record<string, unknown>;
const read = (change: Record<string, unknown> = {}, leave: string[] = []): Cim => {
  const said: Record<string, unknown> = { ...whole, ...change };
  for (const key of leave) delete said[key];
  return parseCim(JSON.stringify(said)).value!;
};
const told = (text: string, chassis: 'laptop' | 'desktop' = 'laptop') =>
  interpretReport(readReport([{ name: 'report.json', text }]), chassis);

describe('the report of an installed system', () => {
  it('is known by what is in it, and fills in the machine', () => {
    const { spec, findings, parts, maker, model, notRead } = told(sample);
    const value = (key: string) => spec.find((own) => own.key === key);
    expect([maker, model]).toEqual(['Pellmark', 'Courier 14']);
    expect(value('memoryGb')).toMatchObject({ number: 8 });
    expect(value('memoryModules')!.value).toBe('DIMM A 4 GB DDR3, DIMM B 4 GB DDR3 (2 of 2 slots)');
    expect(value('driveKind')!.value).toBe('solid');
    expect(value('batteryHealth')!.value).toBe('73 %');
    expect(value('firmware')!.value).toBe('1.31 2019-04-17');
    expect(value('systemActivated')!.value).toBe('yes');
    expect(value('deviceList')).toMatchObject({ value: 'clean', number: 0 });
    expect(value('processorThreads')).toMatchObject({ number: 4 });
    expect(parts.map((part) => part.class).sort()).toEqual(['battery', 'drive', 'memory', 'memory']);
    expect(Object.fromEntries(findings.map(({ finding, outcome }) => [finding, outcome]))).toEqual({
      'drive-seen': 0,
      'sound-listed': 0,
      'wireless-listed': 0,
      'system-bits': 0,
      'system-memory': 0,
      'start-seconds': 1,
      'battery-cycles': 1,
      'battery-health': 1,
    });
    expect(notRead).toContain('drive health');
  });
  it('one object where there is one, or a list of it: the same', () => {
    const single = Object.fromEntries(
      Object.entries(whole).map(([key, own]) => [key, Array.isArray(own) && own.length === 1 ? own[0] : own]),
    );
    expect(parseCim(JSON.stringify(single)).value).toEqual(parseCim(sample).value);
  });
  it('figures as text, with thin or hard spaces, are the same figures', () => {
    const text = JSON.stringify(whole).replace(
      /:(\d{4,})(?=[,}])/g,
      (_, digits: string) => `:"${Number(digits).toLocaleString('fr')}"`,
    );
    expect(text).not.toBe(JSON.stringify(whole));
    expect(parseCim(text).value).toEqual(parseCim(sample).value);
  });
  it('other languages: bits and media by figure, never by word', () => {
    expect(read({ os: { Caption: 'Système de bureau', OSArchitecture: '64 bits' } }).bits).toBe(64);
    expect(read({ os: { OSArchitecture: '32 Bit' } }).bits).toBe(32);
    expect(read({ os: { OSArchitecture: 'ARM' } }).bits).toBeNull();
    expect(
      read({ disks: { FriendlyName: 'Flint S240', MediaType: 4, BusType: 11 } }).drives[0],
    ).toMatchObject({ kind: 'solid', foreign: false });
  });
  it.each(Object.keys(whole).filter((key) => key !== 'cim'))('without %s: the rest is read', (key) => {
    const { tables, drives } = read({}, [key]);
    expect(tables.maker).toBe(key === 'system' ? null : 'Pellmark');
    expect(drives.length).toBe(key === 'drives' ? 0 : 1);
  });
  it('two packs are one store; none is none; what is not asked stays unknown', () => {
    const pack = { DesignedCapacity: 23_200, FullChargedCapacity: 20_000, CycleCount: 10 };
    expect(
      read({ battery: [pack, { ...pack, FullChargedCapacity: 10_000, CycleCount: 310 }] }).battery,
    ).toMatchObject({
      design: 46.4,
      full: 30,
      cycles: 310,
    });
    expect(read({ battery: [] }).battery).toMatchObject({ present: false });
    expect(read({}, ['battery']).battery).toBeNull();
    expect(
      read({ battery: [{ DeviceName: 'x', DesignedCapacity: 0, FullChargedCapacity: 0 }] }).battery!.health,
    ).toBeNull();
  });
  it('of eight drives the machine’s own are taken: sticks and card readers are not', () => {
    const drive = (n: number, more: object = {}) => ({
      Model: `Flint ${n}`,
      SerialNumber: `F${n}`,
      Size: 1e11,
      InterfaceType: 'SCSI',
      MediaType: 'Fixed hard disk media',
      ...more,
    });
    const { drives } = read({
      drives: [
        drive(1),
        drive(2),
        drive(3),
        drive(4),
        drive(5, { InterfaceType: 'USB' }),
        drive(6, { MediaType: 'Removable Media' }),
        drive(7, { Model: 'Card Reader 4-in-1', Size: null }),
        drive(8),
      ],
      disks: [{ SerialNumber: 'F8', MediaType: 3, BusType: 7 }],
    });
    expect(drives.filter(({ foreign }) => !foreign).map(({ serial }) => serial)).toEqual([
      'F1',
      'F2',
      'F3',
      'F4',
    ]);
  });
  it('fillers for serials tell nothing; a machine inside another says so', () => {
    expect(read({ firmware: { SerialNumber: 'To be filled by O.E.M.' } }).tables.serial).toBeNull();
    const inside = JSON.stringify({ ...whole, system: { Manufacturer: 'Corvid', Model: 'Virtual Machine' } });
    expect(told(inside).notRead.join()).toContain('runs inside another');
  });
  it('memory soldered down, and the most it takes: a word that cannot be true is none', () => {
    expect(read({ modules: [{ Capacity: 8589934592, FormFactor: 9 }] }).soldered).toBe(true);
    expect(read().mostGb).toBe(16);
    expect(read({ array: { MaxCapacity: 1, MaxCapacityEx: 0 } }).mostGb).toBeNull();
    expect(read({ array: { MaxCapacity: 33554432 } }).mostGb).toBe(32);
  });
  it('a 32-bit system that sees 3.2 of 8 gigabytes answers both questions about it', () => {
    const findings = told(
      JSON.stringify({ ...whole, os: { OSArchitecture: '32-bit', TotalVisibleMemorySize: 3_355_443 } }),
    ).findings;
    expect(findings).toContainEqual({ finding: 'system-bits', outcome: 1 });
    expect(findings).toContainEqual({ finding: 'system-memory', outcome: 1 });
  });
  it('devices without a driver, and a sound device that is one of them', () => {
    const { spec, findings } = told(
      JSON.stringify({
        ...whole,
        devices: [{ Name: 'Corvid sound', ConfigManagerErrorCode: 28, PNPClass: 'MEDIA' }],
        sound: { Name: 'Corvid sound', ConfigManagerErrorCode: 28 },
      }),
    );
    expect(spec.find(({ key }) => key === 'deviceList')).toMatchObject({
      value: '1 with trouble: Corvid sound',
      number: 1,
    });
    expect(findings).toContainEqual({ finding: 'sound-listed', outcome: 1 });
  });
  it.each([
    ['20190417000000.000000+000', '2019-04-17'],
    ['/Date(1555459200000)/', '2019-04-17'],
    ['2019-04-17T00:00:00+02:00', '2019-04-17'],
    [{ value: '/Date(1555459200000)/', DateTime: 'mercredi 17 avril 2019' }, ''],
    ['April', ''],
    [null, ''],
  ])('a day as %j is %s', (said, day) => expect(cimDay(said)).toBe(day));
  it.each([
    ['', 'cim'],
    ['{"cim": 1', 'cim'],
    ['{"cim": 2}', 'no report of an installed system'],
    ['[]', 'no report'],
    ['\uFEFF{"cim":1}', ''],
    [`{"cim":1,"modules":${'['.repeat(5000)}${']'.repeat(5000)}}`, 'cim'],
    ['{"cim":1,"drives":[{"Model":{"a":1},"Size":"x"},null,7]}', ''],
  ])('%s: a clear word', (text, words) => {
    const { value, problems } = parseCim(text);
    if (words) expect(value === null && problems.join()).toContain(words);
    else expect(value).not.toBeNull();
  });
});

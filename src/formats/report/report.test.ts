import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { interpretReport } from '@/shop/report/interpret';
import { readReport, reportKindOf } from './bundle';
import { parseDmidecode } from './dmidecode';
import { parseLsblk } from './lsblk';
import { parseLscpu } from './lscpu';
import { parseLshw } from './lshw';
import { parseSensors } from './sensors';
import { parseSmartctl } from './smartctl';
import { parseUpower } from './upower';
import { parseUsed } from './used';

const sample = (name: string) => readFileSync(`samples/report/${name}`, 'utf8');
const files = [
  'lshw.json',
  'lscpu.json',
  'dmidecode.txt',
  'smartctl-sda.json',
  'sensors.json',
  'upower.txt',
].map((name) => ({ name, text: sample(name) }));

describe('instruments’ formats', () => {
  it('lshw', () =>
    expect(parseLshw(sample('lshw.json')).value).toMatchObject({
      maker: 'Pellmark',
      model: 'Courier 14',
      serial: 'PC88013',
      memory: 8 * 2 ** 30,
      optical: true,
      wireless: true,
      disks: [{ name: 'Basalt 320', serial: 'BSL320-5521' }],
    }));
  it('lshw inside a list, as older versions print it', () =>
    expect(parseLshw(`[${sample('lshw.json')}]`).value?.maker).toBe('Pellmark'));
  it('lscpu, nested and flat', () => {
    expect(parseLscpu(sample('lscpu.json')).value).toMatchObject({
      processor: 'Corvid M5-330 @ 2.30GHz',
      threads: 4,
    });
    expect(
      parseLscpu('{"lscpu":[{"field":"Model name:","data":"Corvid C4"},{"field":"Flags:","data":"fpu sse"}]}')
        .value,
    ).toMatchObject({ processor: 'Corvid C4', flags: ['fpu', 'sse'] });
  });
  it('dmidecode: modules, empty slots, fillers left out', () => {
    const { value } = parseDmidecode(sample('dmidecode.txt'));
    expect(value).toMatchObject({
      serial: 'PC88013',
      slots: 3,
      modules: [
        { slot: 'Slot A', gb: 4 },
        { slot: 'Slot B', gb: 4 },
      ],
    });
  });
  it('dmidecode: the form of modules, UEFI and the security chip, where it says them', () => {
    expect(parseDmidecode(sample('dmidecode.txt')).value).toMatchObject({
      modules: [{ form: 'SO-DIMM' }, { form: 'SO-DIMM' }],
      uefi: null,
      securityChip: null,
    });
    const text = `Handle 0x0000, DMI type 0, 26 bytes
BIOS Information
\tVersion: 1.4
\tCharacteristics:
\t\tPCI is supported
\t\tUEFI is supported

Handle 0x0030, DMI type 43, 31 bytes
TPM Device
\tVendor ID: QQQ
\tSpecification Version: 2.0
`;
    expect(parseDmidecode(text).value).toMatchObject({ uefi: true, securityChip: '2.0' });
  });
  it('smartctl: ATA and NVMe', () => {
    expect(parseSmartctl(sample('smartctl-sda.json')).value).toMatchObject({
      serial: 'BSL320-5521',
      gb: 320,
      kind: 'disk',
      hours: 11822,
    });
    expect(parseSmartctl(sample('smartctl-nvme-failing.json')).value).toMatchObject({
      kind: 'solid',
      log: { passed: false, nvme: { percentageUsed: 103, spare: 7 } },
    });
  });
  it('sensors: the hottest processor reading, impossible ones left out', () =>
    expect(parseSensors(sample('sensors.json')).value).toEqual({
      processorCelsius: 52,
      fans: [{ label: 'fan1', rpm: 2810 }],
    }));
  it('upower: health from full and design; a machine without a battery', () => {
    expect(parseUpower(sample('upower.txt')).value).toMatchObject({
      present: true,
      cycles: 612,
      health: 27.4 / 47.5,
    });
    expect(
      parseUpower('Device: /org/freedesktop/UPower/devices/DisplayDevice\n  power supply: no\n').value,
    ).toMatchObject({ present: false });
  });
  it('lsblk: what is used, when every file system of a drive says so', () => {
    const text = sample('lsblk.json');
    expect(parseLsblk(text).value).toEqual([
      {
        device: '/dev/sda',
        serial: 'BSL320-5521',
        bytes: 320072933376,
        own: null,
        fileSystems: [
          { path: '/dev/sda1', bytes: 104857600, used: 38273024 },
          { path: '/dev/sda2', bytes: 319966674944, used: 61203283968 },
        ],
      },
    ]);
    const deep = JSON.parse(text) as { blockdevices: { children: unknown[] }[] };
    const nest = (n: number): unknown =>
      n ? { name: 'x', type: 'crypt', children: [nest(n - 1)] } : { fstype: 'ext4', fsused: 5 };
    deep.blockdevices[0].children = [nest(3)];
    expect(parseLsblk(JSON.stringify(deep)).value![0].fileSystems).toMatchObject([{ used: 5 }]);
  });
  describe('what is used of a drive', () => {
    const smart = { name: 'smartctl-sda.json', text: sample('smartctl-sda.json') };
    const lsblk = (change: (text: string) => string = (text) => text) => ({
      name: 'lsblk.json',
      text: change(sample('lsblk.json')),
    });
    const usedGb = (...more: { name: string; text: string }[]) =>
      interpretReport(readReport([smart, ...more]), 'laptop').parts[0].attributes?.usedGb;
    const silent = lsblk((text) => text.replace('"61203283968"', 'null'));
    const allSilent = lsblk((text) => text.replace('"61203283968"', 'null').replace('"38273024"', 'null'));
    it('is what its mounted file systems say, together', () => expect(usedGb(lsblk())).toBe(61.2));
    it('is not known when a large one says nothing', () => expect(usedGb(silent)).toBeUndefined());
    it('is known when its own table was read instead, whichever file comes first', () => {
      const used = { name: 'used.txt', text: '/dev/sda2 61203283968\n' };
      expect(usedGb(silent, used)).toBe(61.2);
      expect(usedGb(used, silent)).toBe(61.2);
    });
    it('counts a small one that says nothing as full', () =>
      // 61.203 GB, and 0.105 of the starting partition
      expect(usedGb(allSilent, { name: 'used.txt', text: '/dev/sda2 61203283968' })).toBe(61.3));
    it.each([
      ['of another partition', '/dev/sdb2 61203283968'],
      ['more than it holds', '/dev/sda2 999999999999'],
      ['less than nothing', '/dev/sda2 -5'],
      ['no figure', '/dev/sda2 many\n\u0000'],
    ])('told %s it is not known', (_, text) =>
      expect(usedGb(silent, { name: 'used.txt', text })).toBeUndefined(),
    );
  });
  it('smartctl: SAS and USB bridges are said plainly, and a self-test that failed', () => {
    const sas = parseSmartctl(
      JSON.stringify({
        device: { name: '/dev/sdb', type: 'scsi', protocol: 'SCSI' },
        serial_number: 'SAS-1',
        smart_status: { passed: true },
        scsi_grown_defect_list: 4,
        scsi_error_counter_log: {
          read: { total_uncorrected_errors: 0 },
          write: { total_uncorrected_errors: 2 },
        },
      }),
    );
    expect(sas.value).toMatchObject({
      protocol: 'SAS',
      log: { scsi: { grown: 4, uncorrected: 2, percentUsed: null } },
    });
    expect(sas.problems).toEqual([]);
    const bridge = parseSmartctl(
      JSON.stringify({ device: { name: '/dev/sdc', info_name: '/dev/sdc [USB bridge]', protocol: 'SCSI' } }),
    );
    expect(bridge.value?.usb).toBe(true);
    expect(bridge.problems[0]).toContain('USB bridge');
    const test = (value: number, passed?: boolean) =>
      parseSmartctl(
        JSON.stringify({
          device: { name: '/dev/sda', protocol: 'ATA' },
          ata_smart_self_test_log: { standard: { table: [{ status: { value, passed } }] } },
        }),
      ).value?.log.selfTest;
    expect(test(0, true)).toBe(true);
    expect(test(0x70, false)).toBe(false);
    // stopped by the host: nothing of the drive
    expect(test(0x10)).toBeNull();
  });
  it.each([
    ['lshw', parseLshw],
    ['lsblk', parseLsblk],
    ['used', parseUsed],
    ['lscpu', parseLscpu],
    ['dmidecode', parseDmidecode],
    ['smartctl', parseSmartctl],
    ['sensors', parseSensors],
    ['upower', parseUpower],
  ] as const)('%s: a broken, empty or foreign file is a problem in words, never a throw', (name, parse) => {
    for (const text of ['', '{', '[]', '42', 'null', '"x"', 'garbage\u0000\u0001', '{"a":{"b":1}}']) {
      const result = parse(text);
      if (result.value === null) expect(result.problems.join(), `${name} on ${text}`).toContain(name);
    }
  });
  it('a file’s kind is told by its name or else by its content', () => {
    for (const { name, text } of files)
      expect(reportKindOf({ name: 'file.txt', text }), name).toBe(reportKindOf({ name, text }));
    expect(reportKindOf({ name: 'notes.txt', text: 'hello' })).toBeNull();
  });
});

describe('a whole report', () => {
  const found = interpretReport(readReport(files), 'laptop');
  const value = (key: string) => found.spec.find((entry) => entry.key === key);
  it('fills in specification, level and health', () => {
    expect(value('processorLevel')).toMatchObject({ value: 'x86-64-v3', number: 3 });
    expect(value('memoryGb')).toMatchObject({ value: '8 GB', number: 8 });
    expect(value('driveKind')?.value).toBe('disk');
    expect(value('batteryHealth')).toMatchObject({ value: '58 %' });
    expect(value('serial')?.value).toBe('PC88013');
  });
  it('puts each removable part on record once', () =>
    expect(found.parts.map((part) => `${part.class} ${part.serial}`)).toEqual([
      'memory 0A11',
      'memory 0A12',
      'drive BSL320-5521',
      'battery 00417',
    ]));
  it('answers questions', () =>
    expect(found.findings).toEqual([
      { finding: 'drive-seen', outcome: 0 },
      { finding: 'drive-health', outcome: 1 },
      { finding: 'wireless-listed', outcome: 0 },
      { finding: 'idle-rise', outcome: 1 },
      { finding: 'battery-cycles', outcome: 1 },
      { finding: 'battery-health', outcome: 2 },
    ]));
  it('one bad file hinders no other, and what was not read is said', () => {
    const bundle = readReport([{ name: 'lscpu.json', text: '{' }, files[0]]);
    expect(bundle.files.map((file) => file.kind)).toEqual([null, 'lshw']);
    expect(interpretReport(bundle, 'laptop').notRead).toEqual(
      expect.arrayContaining(['processor level', 'temperature', 'battery', 'drive health']),
    );
  });
  it('areas of one NVMe drive are one drive, whose size is theirs together; of two of one serial in a disk none is dropped', () => {
    const drive = JSON.parse(sample('smartctl-nvme-failing.json')) as Record<string, unknown>;
    const as = (name: string, bytes: number, serial = 'FLN-90021') => ({
      name: `smartctl-${name}.json`,
      text: JSON.stringify({ ...drive, device: { name: `/dev/${name}`, type: 'nvme', protocol: 'NVMe' }, serial_number: serial, user_capacity: { bytes } }), // prettier-ignore
    });
    const blocks = {
      name: 'lsblk.json',
      text: JSON.stringify({
        blockdevices: [1, 2].map((n) => ({ name: `nvme0n${n}`, path: `/dev/nvme0n${n}`, type: 'disk', size: 128e9, serial: 'FLN-90021', rm: false, tran: 'nvme' })), // prettier-ignore
      }),
    };
    const drives = (...given: { name: string; text: string }[]) =>
      interpretReport(readReport(given), 'laptop').parts.filter((part) => part.class === 'drive');
    expect(drives(as('nvme0n1', 128e9), as('nvme0n2', 128e9), blocks)).toMatchObject([
      { serial: 'FLN-90021', attributes: { gb: 256, areas: 2 } },
    ]);
    // listed by the kernel alone
    expect(drives(blocks)).toHaveLength(1);
    expect(drives(as('nvme0n1', 128e9), as('nvme1n1', 128e9, 'FLN-90022'))).toHaveLength(2);
    expect(drives(as('nvme0n1', 128e9))[0].attributes).not.toHaveProperty('areas');
  });
  it('locks of drives: a password of their own, one that encrypts itself, none; silent where nothing says so', () => {
    const ata = JSON.parse(sample('smartctl-sda.json')) as Record<string, unknown>;
    const locks = (more: object, sed?: string) =>
      interpretReport(
        readReport([
          { name: 'smartctl-sda.json', text: JSON.stringify({ ...ata, ...more }) },
          ...(sed === undefined ? [] : [{ name: 'sed-nvme0n1.txt', text: sed }]),
        ]),
        'laptop',
      ).spec.find(({ key }) => key === 'driveLock')?.value;
    expect(locks({})).toBeUndefined();
    expect(locks({ ata_security: { state: 41, enabled: false, frozen: true } })).toBe('none');
    expect(locks({ ata_security: { enabled: true } })).toBe('/dev/sda: a password of its own');
    const opal = (flags: string) =>
      `\n/dev/nvme0n1 NVMe Flint N256 FW12 FLN-90021\nTPer function (0x0001)\nLocking function (0x0002)\n    ${flags}\n`;
    expect(
      locks({}, opal('Locked = N, LockingEnabled = Y, LockingSupported = Y, MBRDone = N, MBREnabled = N')),
    ).toBe('/dev/nvme0n1: its own encryption, with a password');
    expect(locks({}, opal('Locked = N, LockingEnabled = N, LockingSupported = Y'))).toBe('none');
    expect(locks({}, '/dev/nvme0n1 NVMe\nInvalid or unsupported disk')).toBeUndefined();
  });
  it('networks by their address, but those that were brought; the clock a processor is rated for', () => {
    const lshw = (nodes: object[]) => ({
      name: 'lshw.json',
      text: JSON.stringify({ class: 'system', id: 'x', children: nodes }),
    });
    const net = (serial: string, description: string, more = {}) => ({ class: 'network', id: 'network', serial, description, ...more }); // prettier-ignore
    const of =
      (...given: { name: string; text: string }[]) =>
      (key: string) =>
        interpretReport(readReport(given), 'laptop').spec.find((own) => own.key === key);
    const said = of(
      lshw([
        net('02:00:5E:10:00:01', 'Ethernet interface'),
        net('02:00:5e:10:00:02', 'Wireless interface'),
        net('02:00:5e:10:00:03', 'Ethernet interface', { businfo: 'usb@1:2' }),
        net('', 'Ethernet interface'),
      ]),
    );
    expect(said('networks')?.value).toBe('wired 02:00:5e:10:00:01; wireless 02:00:5e:10:00:02');
    const lscpu = (name: string) => of({ name: 'lscpu.json', text: JSON.stringify({ lscpu: [{ field: 'Model name:', data: name }] }) }); // prettier-ignore
    expect(lscpu('Corvid M5-330 CPU @ 2.60GHz')('processorBaseMhz')).toMatchObject({ value: '2600 MHz', number: 2600 }); // prettier-ignore
    expect(lscpu('Corvid M5-330 @ 800MHz')('processorBaseMhz')?.number).toBe(800);
    expect(lscpu('Corvid M5-330')('processorBaseMhz')).toBeUndefined();
    expect(lscpu('Corvid @ 99999GHz')('processorBaseMhz')).toBeUndefined();
  });
  it('a failing drive is failing', () =>
    expect(
      interpretReport(
        readReport([{ name: 'smartctl-nvme.json', text: sample('smartctl-nvme-failing.json') }]),
        'desktop',
      ).findings,
    ).toContainEqual({ finding: 'drive-health', outcome: 2 }));
});

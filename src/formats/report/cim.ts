import type { Dmidecode, MemoryModule } from './dmidecode';
import type { Upower } from './upower';
import { isRecord, meaningful, parseJson, textOf, type Parsed } from './problem';

/**
 * What a machine’s own installed system says of it through the classes of the Common Information Model (DMTF), as one
 * JSON object: `{cim: 1, system, board, firmware, processor, modules, array, graphics, drives, disks, battery, os,
 * licence, starts, devices, sound, network}`. Each may be an object, a list or missing; figures may be numbers or text.
 * Written after the documented properties of those classes; it has not been run on a real machine.
 */
export interface CimDrive {
  name: string;
  serial: string | null;
  /** Bytes. */
  size: number | null;
  kind: 'disk' | 'solid' | null;
  bus: string | null;
  /** On USB, a card reader, or made to come out. */
  foreign: boolean;
}

export interface Cim {
  /** Firmware, board and memory in the shape the firmware tables are read in. */
  tables: Dmidecode;
  processor: string | null;
  cores: number | null;
  threads: number | null;
  /** Gigabytes (binary): fitted as the system counts them, and what it can use. */
  usableGb: number | null;
  /** Most it takes, gigabytes; null: not said, or not believable. */
  mostGb: number | null;
  /** A module is soldered down; null: no form was said. */
  soldered: boolean | null;
  graphics: { name: string; gb: number | null }[];
  drives: CimDrive[];
  battery: Upower | null;
  /** Edition, 32 or 64, activated or not. */
  system: string | null;
  bits: 32 | 64 | null;
  activated: boolean | null;
  /** Seconds of its last starts by its own record, newest first. */
  starts: number[];
  /** Devices it has trouble with. */
  troubled: string[];
  /** Sound device: with its driver, without, or none listed; null: not asked. */
  sound: 'with driver' | 'no driver' | 'none' | null;
  wireless: boolean | null;
  virtual: boolean;
}

type Row = Record<string, unknown>;

/** One or many, the same: an object, a list of them, nothing. */
const rowsOf = (value: unknown): Row[] => (Array.isArray(value) ? value : [value]).filter(isRecord);
const rowOf = (value: unknown): Row => rowsOf(value)[0] ?? {};

/** A figure as a number or as text, whatever the country's mark: "8589934592", "1 600", 2400. */
function figure(value: unknown, least: number, most: number): number | null {
  const text = textOf(value).trim();
  const plain =
    typeof value === 'number' ? value : text === '' ? NaN : Number(text.replace(/[\s\u00a0\u202f']/g, ''));
  return Number.isFinite(plain) && plain >= least && plain <= most ? plain : null;
}

const GB = 2 ** 30;
/** Types and forms of memory as DSP0134 (SMBIOS, 7.18) numbers them; forms as CIM_PhysicalMemory does. From memory. */
const MEMORY_TYPES: Record<number, string> = {
  20: 'DDR',
  21: 'DDR2',
  24: 'DDR3',
  26: 'DDR4',
  34: 'DDR5',
  30: 'LPDDR4',
  35: 'LPDDR5',
  29: 'LPDDR3',
};
const FORMS: Record<number, MemoryModule['form']> = { 8: 'DIMM', 12: 'SO-DIMM' };
const SOLDERED = [9, 10, 14, 15];
/** Kinds of drive and bus as storage management numbers and names them. From memory. */
const KINDS: Record<string, CimDrive['kind']> = { 3: 'disk', 4: 'solid', hdd: 'disk', ssd: 'solid' };
const FOREIGN_BUS = ['7', '12', '13', 'usb', 'sd', 'mmc', '1394', '4', 'file backed virtual', '15'];
/** A device without a driver, by its number: 28. */
const NO_DRIVER = 28;
/** Physical medium of a wireless network, native 802.11: 9; and how it is also written. */
const WIRELESS = /^(9|native ?802[._]?11)$/i;
const VIRTUAL = /virtual|\bvm\b|hypervisor|emulat/i;

function modulesOf(value: unknown): { modules: MemoryModule[]; soldered: boolean | null } {
  const rows = rowsOf(value);
  const modules = rows.flatMap((row): MemoryModule[] => {
    const bytes = figure(row.Capacity, 2 ** 20, 4096 * GB);
    if (bytes === null) return [];
    const speed = figure(row.ConfiguredClockSpeed, 1, 20_000) ?? figure(row.Speed, 1, 20_000);
    const type = figure(row.SMBIOSMemoryType, 0, 255) ?? figure(row.MemoryType, 0, 255);
    return [
      {
        slot: meaningful(row.DeviceLocator) ?? meaningful(row.BankLabel) ?? '',
        gb: Math.round((bytes / GB) * 1000) / 1000,
        kind: MEMORY_TYPES[type ?? -1] ?? null,
        speed: speed === null ? null : `${speed} MT/s`,
        serial: meaningful(row.SerialNumber),
        part: meaningful(row.PartNumber),
        form: FORMS[figure(row.FormFactor, 0, 255) ?? -1] ?? null,
      },
    ];
  });
  const forms = rows.flatMap((row) => figure(row.FormFactor, 1, 255) ?? []);
  return { modules, soldered: forms.length ? forms.some((form) => SOLDERED.includes(form)) : null };
}

/** Largest total: in kilobytes, and where that overflows in a second property; 0 and what is less than fitted is no word. */
function mostOf(array: Row, fittedGb: number): number | null {
  const most = figure(array.MaxCapacityEx, 1, 1e12) ?? figure(array.MaxCapacity, 1, 2 ** 32);
  const gb = most === null ? null : Math.round((most / 2 ** 20) * 10) / 10;
  return gb !== null && gb >= Math.max(1, fittedGb) && gb <= 4096 ? gb : null;
}

function drivesOf(drives: unknown, disks: unknown): CimDrive[] {
  const known = rowsOf(disks);
  return rowsOf(drives).map((row) => {
    const serial = meaningful(row.SerialNumber);
    const name = meaningful(row.Model) ?? meaningful(row.FriendlyName) ?? 'drive';
    const twin = known.find(
      (disk) =>
        (serial !== null && meaningful(disk.SerialNumber) === serial) ||
        meaningful(disk.FriendlyName) === name,
    );
    const bus = textOf(twin?.BusType ?? row.InterfaceType).toLowerCase();
    const removable = /removable|external/i.test(textOf(row.MediaType)) || /card ?reader/i.test(name);
    return {
      name,
      serial,
      size: figure(row.Size ?? twin?.Size, 1, 1e15),
      kind: KINDS[textOf(twin?.MediaType).toLowerCase()] ?? null,
      bus: bus || null,
      foreign: FOREIGN_BUS.includes(bus) || removable || figure(row.Size ?? twin?.Size, 1, 1e15) === null,
    };
  });
}

/** Packs are added up: two in one machine are one store. Milliwatt-hours, or percent where only that is said. */
function batteryOf(value: unknown): Upower | null {
  if (value === undefined) return null;
  const packs = rowsOf(value);
  const none: Upower = {
    present: false,
    model: null,
    serial: null,
    full: null,
    design: null,
    health: null,
    cycles: null,
  };
  if (packs.length === 0) return none;
  const sum = (key: string) => {
    const all = packs.flatMap((pack) => figure(pack[key], 1, 1e6) ?? []);
    return all.length === packs.length ? all.reduce((total, own) => total + own, 0) : null;
  };
  const [full, design] = [sum('FullChargedCapacity'), sum('DesignedCapacity')];
  const cycles = packs.flatMap((pack) => figure(pack.CycleCount, 1, 100_000) ?? []);
  return {
    present: true,
    model: meaningful(packs[0].DeviceName) ?? meaningful(packs[0].Name),
    serial: meaningful(packs[0].SerialNumber),
    full: full === null ? null : full / 1000,
    design: design === null ? null : design / 1000,
    health: full !== null && design !== null ? Math.min(1.2, full / design) : null,
    cycles: cycles.length ? Math.max(...cycles) : null,
  };
}

/** "20190417000000.000000+000", "/Date(1555459200000)/", "2019-04-17T00:00:00": the day; '' when it is none. */
export function cimDay(value: unknown): string {
  const text = textOf(isRecord(value) ? (value.DateTime ?? value.value) : value);
  const compact = /^(\d{4})(\d{2})(\d{2})\d{6}/.exec(text) ?? /^(\d{4})-(\d{2})-(\d{2})/.exec(text);
  if (compact) return compact.slice(1, 4).join('-');
  const ticks = /^\/Date\((-?\d{1,15})/.exec(text);
  return ticks ? new Date(Number(ticks[1])).toISOString().slice(0, 10) : '';
}

function soundOf(value: unknown): Cim['sound'] {
  if (value === undefined) return null;
  const rows = rowsOf(value);
  if (rows.length === 0) return 'none';
  return rows.some((row) => figure(row.ConfigManagerErrorCode, 0, 100) !== NO_DRIVER)
    ? 'with driver'
    : 'no driver';
}

function wirelessOf(value: unknown): boolean | null {
  if (value === undefined) return null;
  return rowsOf(value).some((row) => WIRELESS.test(textOf(row.PhysicalMediaType).trim()));
}

/** The report of an installed system. Figures of any country; one object or a list; keys that are missing are left out. */
export function parseCim(text: string): Parsed<Cim> {
  const { value, problems } = parseJson(text.replace(/^\uFEFF/, ''), 'cim');
  if (value === null) return { value: null, problems };
  const root = rowOf(value);
  if (root.cim !== 1)
    return { value: null, problems: ['cim: no report of an installed system in it ("cim": 1)'] };
  const [system, board, firmware, os, array] = [
    rowOf(root.system),
    rowOf(root.board),
    rowOf(root.firmware),
    rowOf(root.os),
    rowOf(root.array),
  ];
  const { modules, soldered } = modulesOf(root.modules);
  const fitted = modules.reduce((sum, own) => sum + own.gb, 0);
  const processors = rowsOf(root.processor);
  const total = (key: string) => {
    const all = processors.flatMap((row) => figure(row[key], 1, 1024) ?? []);
    return all.length ? all.reduce((sum, own) => sum + own, 0) : null;
  };
  const maker = meaningful(system.Manufacturer);
  const model = meaningful(system.Model);
  const visible = figure(os.TotalVisibleMemorySize, 1, 1e10);
  const bits = /(64|32)/.exec(textOf(os.OSArchitecture))?.[1];
  const licences = rowsOf(root.licence).flatMap((row) => figure(row.LicenseStatus, 0, 10) ?? []);
  if (modules.length === 0) problems.push('cim: no memory modules');
  if (processors.length === 0) problems.push('cim: no processor');
  return {
    value: {
      tables: {
        maker,
        model,
        serial: meaningful(firmware.SerialNumber) ?? meaningful(system.IdentifyingNumber),
        boardSerial: meaningful(board.SerialNumber),
        firmware: meaningful(
          [textOf(firmware.SMBIOSBIOSVersion), cimDay(firmware.ReleaseDate)].filter(Boolean).join(' '),
        ),
        chassis: null,
        modules,
        slots: Math.max(modules.length, figure(array.MemoryDevices, 1, 64) ?? 0),
        uefi: null,
        securityChip: null,
      },
      processor: meaningful(processors[0]?.Name),
      cores: total('NumberOfCores'),
      threads: total('NumberOfLogicalProcessors'),
      usableGb: visible === null ? null : Math.round((visible / 2 ** 20) * 100) / 100,
      mostGb: mostOf(array, fitted),
      soldered,
      graphics: rowsOf(root.graphics).flatMap((row) => {
        const name = meaningful(row.Name);
        const bytes = figure(row.AdapterRAM, 1, 1024 * GB);
        return name ? [{ name, gb: bytes === null ? null : Math.round((bytes / GB) * 10) / 10 }] : [];
      }),
      drives: drivesOf(root.drives, root.disks),
      battery: batteryOf(root.battery),
      system: meaningful(os.Caption),
      bits: bits ? (Number(bits) as 32 | 64) : null,
      activated: licences.length ? licences.includes(1) : null,
      starts: rowsOf(root.starts).flatMap((row) => {
        const ms = figure(row.BootTime, 1_000, 3.6e6);
        return ms === null ? [] : [Math.round(ms / 100) / 10];
      }),
      troubled: rowsOf(root.devices).flatMap((row) => meaningful(row.Name) ?? meaningful(row.PNPClass) ?? []),
      sound: soundOf(root.sound),
      wireless: wirelessOf(root.network),
      virtual: VIRTUAL.test(`${maker ?? ''} ${model ?? ''}`),
    },
    problems,
  };
}

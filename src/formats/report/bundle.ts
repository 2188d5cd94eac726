import { parseCim, type Cim } from './cim';
import { parseDmidecode, type Dmidecode } from './dmidecode';
import { parseEdid, type Edid } from './edid';
import { parseLsblk, type Block } from './lsblk';
import { parseLscpu, type Lscpu } from './lscpu';
import { parseLshw, type Lshw } from './lshw';
import type { Parsed } from './problem';
import { parseSed, type SelfEncrypting } from './sed';
import { parseSensors, type Sensors } from './sensors';
import { parseSmartctl, type Smartctl } from './smartctl';
import { parseUpower, type Upower } from './upower';
import { parseUsed } from './used';

export const REPORT_KINDS = [
  'lshw',
  'lscpu',
  'dmidecode',
  'smartctl',
  'sensors',
  'upower',
  'cim',
  'edid',
  'lsblk',
  'used',
  'sed',
] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];

export interface ReportFile {
  name: string;
  text: string;
}

export interface ReadFile extends ReportFile {
  kind: ReportKind | null;
  problems: string[];
}

export interface ReportBundle {
  lshw: Lshw | null;
  lscpu: Lscpu | null;
  dmidecode: Dmidecode | null;
  smartctl: Smartctl[];
  sensors: Sensors | null;
  upower: Upower | null;
  cim: Cim | null;
  /** Of the panel that is built in. */
  edid: Edid | null;
  /** Whole drives with what is used of each. */
  blocks: Block[] | null;
  /** Bytes used of file systems that were not mounted, by their paths. */
  used: Map<string, number> | null;
  /** Drives that encrypt themselves. */
  sed: SelfEncrypting[];
  files: ReadFile[];
}

/** What a file is: by its name when that says so, else by its content. */
export function reportKindOf(file: ReportFile): ReportKind | null {
  const named = REPORT_KINDS.find((kind) => new RegExp(`(^|[^a-z])${kind}([^a-z]|$)`, 'i').test(file.name));
  if (named) return named;
  if (/^Handle 0x/m.test(file.text)) return 'dmidecode';
  if (/^Device: \/org\/freedesktop\/UPower/m.test(file.text)) return 'upower';
  if (/^\s*00 ff ff ff ff ff ff 00\b/i.test(file.text)) return 'edid';
  const head = file.text.slice(0, 4000);
  if (/"cim"\s*:\s*1\b/.test(head)) return 'cim';
  if (/"lscpu"\s*:/.test(head)) return 'lscpu';
  if (/"smartctl"\s*:/.test(head)) return 'smartctl';
  if (/"blockdevices"\s*:/.test(head)) return 'lsblk';
  if (/"class"\s*:\s*"system"/.test(head)) return 'lshw';
  return /_input"\s*:/.test(file.text) ? 'sensors' : null;
}

/** Reads every file it can; a file that cannot be read says why and hinders no other. */
export function readReport(files: readonly ReportFile[]): ReportBundle {
  const bundle: ReportBundle = {
    lshw: null,
    lscpu: null,
    dmidecode: null,
    smartctl: [],
    sensors: null,
    upower: null,
    cim: null,
    edid: null,
    blocks: null,
    used: null,
    sed: [],
    files: [],
  };
  for (const file of files) {
    const kind = reportKindOf(file);
    const note = <T>({ value, problems }: Parsed<T>): T | null => {
      bundle.files.push({ ...file, kind: value === null ? null : kind, problems });
      return value;
    };
    if (kind === 'lshw') bundle.lshw = note(parseLshw(file.text)) ?? bundle.lshw;
    else if (kind === 'lscpu') bundle.lscpu = note(parseLscpu(file.text)) ?? bundle.lscpu;
    else if (kind === 'dmidecode') bundle.dmidecode = note(parseDmidecode(file.text)) ?? bundle.dmidecode;
    else if (kind === 'sensors') bundle.sensors = note(parseSensors(file.text)) ?? bundle.sensors;
    else if (kind === 'upower') bundle.upower = note(parseUpower(file.text)) ?? bundle.upower;
    else if (kind === 'edid') bundle.edid = note(parseEdid(file.text)) ?? bundle.edid;
    else if (kind === 'lsblk') bundle.blocks = note(parseLsblk(file.text)) ?? bundle.blocks;
    else if (kind === 'used') bundle.used = note(parseUsed(file.text)) ?? bundle.used;
    else if (kind === 'cim') bundle.cim = note(parseCim(file.text)) ?? bundle.cim;
    else if (kind === 'sed') {
      // one that does not encrypt itself has nothing to say, and that is no fault
      const drive = parseSed(file.text);
      bundle.files.push({ ...file, kind, problems: [] });
      if (drive) bundle.sed.push(drive);
    } else if (kind === 'smartctl') {
      const drive = note(parseSmartctl(file.text));
      if (drive) bundle.smartctl.push(drive);
    } else
      bundle.files.push({
        ...file,
        kind: null,
        problems: [
          'not one of lshw, lscpu, lsblk, dmidecode, smartctl, sensors, upower, a panel’s own description, nor an installed system’s report',
        ],
      });
  }
  return bundle;
}

import { isRecord, meaningful, parseJson, textOf, within, type Parsed } from './problem';

/** Largest memory or drive taken for real: a petabyte. */
const MOST_BYTES = 1e15;

export interface LshwDisk {
  /** "/dev/sda"; '' when it does not say. */
  device: string;
  name: string;
  serial: string | null;
  /** Bytes. */
  size: number | null;
}

export interface Lshw {
  maker: string | null;
  model: string | null;
  serial: string | null;
  chassis: string | null;
  boardSerial: string | null;
  firmware: string | null;
  processor: string | null;
  /** Bytes. */
  memory: number | null;
  graphics: string | null;
  disks: LshwDisk[];
  /**
   * Device names and serials of drives that are not the machine's: on USB, removable, or what the running
   * system was started from.
   */
  foreign: string[];
  optical: boolean;
  wireless: boolean;
  /** Its own networks by their address, in lower case. */
  networks: { mac: string; wireless: boolean }[];
  /** A sound device is listed. */
  sound: boolean;
}

type Node = Record<string, unknown>;

const namesOf = (value: unknown): string[] =>
  (Array.isArray(value) ? value : [value]).map(textOf).filter(Boolean);
const firstName = (value: unknown) => namesOf(value)[0] ?? '';

/** Where live systems keep the medium they were started from, and the root of a running one. */
const STARTED_FROM = [
  '/',
  '/cdrom',
  '/run/live/medium',
  '/lib/live/mount/medium',
  '/run/initramfs/live',
  '/run/archiso/bootmnt',
];

/** On USB, made to come out, or the medium the running system was started from: not a part of the machine. */
function isForeign(disk: Node): boolean {
  if (textOf(disk.businfo).startsWith('usb@')) return true;
  if (isRecord(disk.capabilities) && 'removable' in disk.capabilities) return true;
  let started = false;
  walk(disk.children ?? [], (volume) => {
    started ||= namesOf(volume.logicalname).some((name) => STARTED_FROM.includes(name));
  });
  return started;
}

function walk(node: unknown, visit: (node: Node) => void): void {
  if (Array.isArray(node)) return node.forEach((child) => walk(child, visit));
  if (!isRecord(node)) return;
  visit(node);
  if (node.children) walk(node.children, visit);
}

/** "Keep T3 (SKU 12)" -> "Keep T3". */
function withoutBrackets(text: string): string {
  if (!text.endsWith(')')) return text;
  const open = text.lastIndexOf('(');
  return open < 0 ? text : text.slice(0, open).trimEnd();
}

/** `lshw -json`: one tree, in some versions inside a list. Sizes in bytes. */
export function parseLshw(text: string): Parsed<Lshw> {
  const { value, problems } = parseJson(text, 'lshw');
  if (value === null) return { value: null, problems };
  const root = Array.isArray(value) ? value[0] : value;
  if (!isRecord(root) || typeof root.class !== 'string')
    return { value: null, problems: ['lshw: no machine in it (expected the output of "lshw -json")'] };
  const out: Lshw = {
    maker: meaningful(root.vendor),
    model: meaningful(withoutBrackets(textOf(root.product))),
    serial: meaningful(root.serial),
    chassis: isRecord(root.configuration) ? meaningful(root.configuration.chassis) : null,
    boardSerial: null,
    firmware: null,
    processor: null,
    memory: null,
    graphics: null,
    disks: [],
    foreign: [],
    optical: false,
    wireless: false,
    networks: [],
    sound: false,
  };
  let banks = 0;
  walk(root, (node) => {
    const id = textOf(node.id);
    const size = within(node.size, 0, MOST_BYTES);
    if (id === 'core') out.boardSerial = meaningful(node.serial);
    else if (id === 'firmware') out.firmware = meaningful(`${textOf(node.version)} ${textOf(node.date)}`);
    else if (node.class === 'processor' && !out.processor) out.processor = meaningful(node.product);
    else if (/^memory(:\d+)?$/.test(id) && size) out.memory = Math.max(out.memory ?? 0, size);
    else if (/^bank(:\d+)?$/.test(id) && size) banks += size;
    else if (node.class === 'display' && !out.graphics) out.graphics = meaningful(node.product);
    else if (node.class === 'disk' && /^(disk|nvme|namespace)/.test(id) && (size || node.serial)) {
      const serial = meaningful(node.serial);
      const device = firstName(node.logicalname);
      if (isForeign(node)) out.foreign.push(...[device, serial ?? ''].filter(Boolean));
      else out.disks.push({ device, name: meaningful(node.product) ?? 'drive', serial, size });
    } else if (/^cdrom/.test(id)) out.optical = true;
    else if (node.class === 'multimedia' || node.class === 'sound')
      out.sound ||= /audio|sound/i.test(`${textOf(node.description)} ${id}`);
    else if (node.class === 'network') {
      const wireless = /wireless/i.test(textOf(node.description));
      out.wireless ||= wireless;
      const mac = textOf(node.serial).toLowerCase();
      // what hangs on USB is a network somebody brought
      if (/^([0-9a-f]{2}:){5}[0-9a-f]{2}$/.test(mac) && !textOf(node.businfo).startsWith('usb@'))
        out.networks.push({ mac, wireless });
    }
  });
  if (banks) out.memory = within(banks, 0, MOST_BYTES);
  if (!out.memory) problems.push('lshw: no memory size');
  if (!out.serial) problems.push('lshw: no serial number (run as root to read it)');
  return { value: out, problems };
}

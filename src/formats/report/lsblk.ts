import { isRecord, meaningful, parseJson, textOf, within, type Parsed } from './problem';

/** A whole drive, and what its file systems say is used. */
export interface Block {
  device: string;
  serial: string | null;
  bytes: number;
  /** It is no stick, card or drive in a dock; null: the list does not say. */
  own: boolean | null;
  fileSystems: FileSystem[];
}

export interface FileSystem {
  path: string;
  bytes: number;
  /** Bytes used; null: it is not mounted and says nothing. */
  used: number | null;
}

/** Deeper nests of partitions, volumes and file systems than any machine has. */
const DEEPEST = 8;

const bytesOf = (value: unknown, least: number) =>
  within(typeof value === 'string' ? Number(value) : value, least, 1e18);

function gather(node: Record<string, unknown>, depth: number, found: FileSystem[]): FileSystem[] {
  const type = textOf(node.fstype);
  const inside = Array.isArray(node.children) ? node.children.filter(isRecord) : [];
  // what only holds other volumes holds no files itself
  if (type && type !== 'swap' && inside.length === 0)
    found.push({
      path: pathOf(node),
      bytes: bytesOf(node.size, 0) ?? 0,
      used: bytesOf(node.fsused, 0),
    });
  if (depth < DEEPEST) for (const own of inside) gather(own, depth + 1, found);
  return found;
}

const pathOf = (node: Record<string, unknown>) => textOf(node.path) || `/dev/${textOf(node.name)}`;

/** Kinds of disks that are memory, or areas of one that holds its firmware: no drive of their own. */
const NO_DRIVE = /^(zram|ram|loop|nbd)\d|^mmcblk\d+(boot\d+|rpmb)$/;

function ownOf({ rm, tran, name }: Record<string, unknown>): boolean | null {
  if (NO_DRIVE.test(textOf(name) ?? '')) return false;
  if (rm === undefined && tran === undefined) return null;
  return !(rm === true || rm === '1' || tran === 'usb');
}

/** `lsblk -J -b -o NAME,PATH,TYPE,SIZE,SERIAL,RM,TRAN,FSTYPE,FSUSED`. */
export function parseLsblk(text: string): Parsed<Block[]> {
  const { value, problems } = parseJson(text, 'lsblk');
  if (value === null) return { value: null, problems };
  if (!isRecord(value) || !Array.isArray(value.blockdevices))
    return {
      value: null,
      problems: ['lsblk: no list of drives in it (expected the output of "lsblk -J -b")'],
    };
  const blocks = value.blockdevices.filter(isRecord).flatMap((node): Block[] => {
    const bytes = bytesOf(node.size, 1);
    if (textOf(node.type) !== 'disk' || bytes === null) return [];
    return [
      {
        device: pathOf(node),
        serial: meaningful(node.serial),
        bytes,
        own: ownOf(node),
        fileSystems: gather(node, 0, []),
      },
    ];
  });
  return { value: blocks, problems };
}

import { isRecord, meaningful, parseJson, textOf, within, type Parsed } from './problem';

/** A whole drive, and what its file systems say is used. */
export interface Block {
  device: string;
  serial: string | null;
  bytes: number;
  /** Bytes used; null: a file system on it is not mounted and says nothing. */
  used: number | null;
}

/** Deeper nests of partitions, volumes and file systems than any machine has. */
const DEEPEST = 8;

function gather(node: Record<string, unknown>, depth: number, found: { used: number; all: boolean }) {
  const bytes = (value: unknown) => within(typeof value === 'string' ? Number(value) : value, 0, 1e18);
  const type = textOf(node.fstype);
  const inside = Array.isArray(node.children) ? node.children.filter(isRecord) : [];
  // what only holds other volumes holds no files itself
  if (type && type !== 'swap' && inside.length === 0) {
    const used = bytes(node.fsused);
    if (used === null) found.all = false;
    else found.used += used;
  }
  if (depth < DEEPEST) for (const own of inside) gather(own, depth + 1, found);
}

/** `lsblk -J -b -o NAME,PATH,TYPE,SIZE,SERIAL,FSTYPE,FSUSED`. */
export function parseLsblk(text: string): Parsed<Block[]> {
  const { value, problems } = parseJson(text, 'lsblk');
  if (value === null) return { value: null, problems };
  if (!isRecord(value) || !Array.isArray(value.blockdevices))
    return {
      value: null,
      problems: ['lsblk: no list of drives in it (expected the output of "lsblk -J -b")'],
    };
  const blocks = value.blockdevices.filter(isRecord).flatMap((node): Block[] => {
    const size = within(typeof node.size === 'string' ? Number(node.size) : node.size, 1, 1e18);
    if (textOf(node.type) !== 'disk' || size === null) return [];
    const found = { used: 0, all: true };
    gather(node, 0, found);
    return [
      {
        device: textOf(node.path) || `/dev/${textOf(node.name)}`,
        serial: meaningful(node.serial),
        bytes: size,
        used: found.all && found.used <= size ? found.used : null,
      },
    ];
  });
  return { value: blocks, problems };
}

import { keepable } from '../json';
import type { Parsed } from './problem';

/** A panel as it describes itself. */
export interface Edid {
  /** Pixels across and down of the timing it prefers; null: it names none. */
  across: number | null;
  down: number | null;
  /** Diagonal, inches, one decimal; null: no size is given (a projector, or nothing). */
  inches: number | null;
  /** What it calls itself; '' when it does not. */
  name: string;
  year: number | null;
  digital: boolean;
}

const HEADER = [0, 255, 255, 255, 255, 255, 255, 0];
const BLOCK = 128;
const DESCRIPTORS = [54, 72, 90, 108];
/** Tags of display descriptors: its name, and other text. */
const NAME = 0xfc;
const TEXT = 0xfe;

const textAt = (bytes: readonly number[], at: number): string => {
  const text = String.fromCharCode(...bytes.slice(at + 5, at + 18))
    .split('\n')[0]
    .trim();
  return /^[\x20-\x7e]{1,13}$/.test(text) && keepable(text) ? text : '';
};

/**
 * A panel's own description, as hexadecimal text (`od -An -tx1`): the base block of VESA E-EDID 1.3 and 1.4 (offsets
 * from memory). A wrong sum is told, and the block not used.
 */
export function parseEdid(text: string): Parsed<Edid> {
  const bytes = (text.match(/\b[0-9a-f]{2}\b/gi) ?? []).slice(0, 4 * BLOCK).map((pair) => parseInt(pair, 16));
  if (bytes.length < BLOCK)
    return { value: null, problems: [`edid: ${bytes.length} bytes; ${BLOCK} at least`] };
  if (HEADER.some((byte, n) => bytes[n] !== byte))
    return { value: null, problems: ['edid: it does not begin as one'] };
  const base = bytes.slice(0, BLOCK);
  if (base.reduce((sum, byte) => sum + byte, 0) % 256 !== 0)
    return { value: null, problems: ['edid: its sum is wrong: read it again'] };
  const timing = DESCRIPTORS.find((at) => base[at] !== 0 || base[at + 1] !== 0);
  const high = (at: number) => base[at] >> 4;
  const [across, down] =
    timing === undefined
      ? [null, null]
      : [base[timing + 2] + (high(timing + 4) << 8), base[timing + 5] + (high(timing + 7) << 8)];
  // millimetres of the timing are nearer than the whole centimetres of the block
  const width = timing === undefined ? 0 : base[timing + 12] + (high(timing + 14) << 8);
  const height = timing === undefined ? 0 : base[timing + 13] + ((base[timing + 14] & 15) << 8);
  const diagonal = width && height ? Math.hypot(width, height) : Math.hypot(base[21] * 10, base[22] * 10);
  const named = (tag: number) => {
    const at = DESCRIPTORS.find((own) => base[own] === 0 && base[own + 1] === 0 && base[own + 3] === tag);
    return at === undefined ? '' : textAt(base, at);
  };
  return {
    value: {
      across: across || null,
      down: down || null,
      inches: diagonal > 50 && base[21] && base[22] ? Math.round((diagonal / 25.4) * 10) / 10 : null,
      name: named(NAME) || named(TEXT),
      year: base[17] > 0 && base[17] < 255 ? 1990 + base[17] : null,
      digital: (base[20] & 128) !== 0,
    },
    problems: [],
  };
}

/** "14.0 inch, 1366 x 768"; empty when it says neither. */
export const screenWords = ({ inches, across, down }: Edid): string =>
  [inches !== null && `${inches.toFixed(1)} inch`, across && down && `${across} x ${down}`]
    .filter(Boolean)
    .join(', ');

/** Gigabytes of one unit of size. Drives and modules both come in powers the trade calls GB and TB. */
const UNITS: Record<string, number> = {
  tb: 1000,
  tib: 1024,
  t: 1000,
  gb: 1,
  gib: 1,
  g: 1,
  mb: 1 / 1024,
  mib: 1 / 1024,
};
const NO_SIZE = ['', '-', 'n/a', 'na', 'unknown', '?'];
const NONE = ['none', 'no', '0', 'removed', 'missing'];
/** Longer than this no size is written. */
const LONGEST = 80;

const isDigit = (letter: string) => letter >= '0' && letter <= '9';

interface Piece {
  number: number;
  /** Letters right after it, or after one space when they are a unit. */
  unit: string;
  /** Letters stand right before it: the 4 of "DDR4". */
  glued: boolean;
  /** An x, × or * follows: "2x". */
  times: boolean;
}

/** Numbers of a text from left to right, each with what stands around it. One pass. */
function piecesOf(text: string): Piece[] {
  const pieces: Piece[] = [];
  for (let i = 0; i < text.length;) {
    if (!isDigit(text[i])) {
      i++;
      continue;
    }
    const start = i;
    while (i < text.length && (isDigit(text[i]) || (text[i] === '.' && isDigit(text[i + 1] ?? '')))) i++;
    const number = Number(text.slice(start, i));
    const glued = start > 0 && /[a-z]/.test(text[start - 1]) && text[start - 1] !== 'x';
    let at = i;
    while (text[at] === ' ') at++;
    const word = at;
    while (at < text.length && /[a-z]/.test(text[at])) at++;
    const letters = text.slice(word, at);
    const times = 'x×*'.includes(text[word] ?? ' ') && /^[x×*]\s*\d/.test(text.slice(word, word + 4));
    pieces.push({
      number,
      unit: letters in UNITS ? letters : '',
      glued: glued || (letters !== '' && !(letters in UNITS) && word === i && !times),
      times,
    });
    i = Math.max(i, word === i ? i : word);
  }
  return pieces;
}

/**
 * A size as people, manifests and instruments write it: "8", "8 GB", "2x4GB", "DDR4 8 GB", "1 TB SSD", "512
 * MB", "500,5 GB".
 * @returns gigabytes; null when the text says that nobody knows; NaN when it says no size
 */
export function gigabytesIn(text: string): number | null {
  const plain = text.trim().toLowerCase().replace(',', '.');
  if (NO_SIZE.includes(plain)) return null;
  if (NONE.includes(plain)) return 0;
  if (plain.length > LONGEST) return NaN;
  const pieces = piecesOf(plain);
  const sized = pieces.findIndex((piece) => piece.unit !== '');
  // without any unit the text must begin with the number, and say nothing else in figures
  const at =
    sized >= 0
      ? sized
      : pieces.length && isDigit(plain[0]) && !pieces[0].glued
        ? pieces[0].times
          ? 1
          : 0
        : -1;
  if (at < 0 || at >= pieces.length || !Number.isFinite(pieces[at].number)) return NaN;
  const before = pieces[at - 1];
  const count = before?.times && !before.glued ? before.number : 1;
  return count * pieces[at].number * UNITS[pieces[at].unit || 'gb'];
}

/**
 * A size out of a longer text, as the name of a part: there a number without its unit may be anything ("92 mm fan"), and
 * counts only where nothing but figures is said.
 * @returns gigabytes; NaN when it says no size
 */
export function gigabytesNamed(text: string): number {
  const plain = text.trim().toLowerCase();
  const told =
    /^[\d\s.,x×*]+$/.test(plain) || piecesOf(plain.replace(',', '.')).some(({ unit }) => unit !== '');
  return (told ? gigabytesIn(text) : NaN) ?? NaN;
}

export type DriveKind = 'none' | 'disk' | 'solid';
const SOLID = ['ssd', 'solid', 'nvme', 'm.2', 'm2', 'flash', 'emmc'];
const DISK = ['hdd', 'hard', 'disk', 'spinning', 'rotating'];
const MISSING = ['none', 'no drive', 'no disk', 'removed', 'missing', 'keine'];

/** What kind of drive a text speaks of; null when it does not say. "No SSD" and "without drive" are none. */
export function driveKindIn(text: string): DriveKind | null {
  const plain = ` ${text.trim().toLowerCase().slice(0, 400)} `;
  if (
    MISSING.some((word) => plain.includes(` ${word} `)) ||
    /\b(no|without) (ssd|hdd|drive|disk)\b/.test(plain)
  )
    return 'none';
  if (SOLID.some((word) => plain.includes(word))) return 'solid';
  return DISK.some((word) => plain.includes(word)) ? 'disk' : null;
}

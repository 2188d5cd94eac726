import type { Rhythm } from './rhythm';

/** What a code can point to; the outcomes of the finding "code-group", in its order. */
export const CODE_POINTS = [
  'no-code',
  'power',
  'memory',
  'graphics',
  'board-or-processor',
  'firmware',
] as const;
export type CodePoint = (typeof CODE_POINTS)[number];

export interface CodeLine {
  /** Normalised: S, L and - as tapped, or S* / L* for one that never ends. */
  code: string;
  meaning: string;
  points: CodePoint | null;
}

export interface CodeTable {
  maker: string;
  /** Where the table comes from. */
  source: string;
  codes: CodeLine[];
}

export interface Decoded {
  maker: string;
  line: CodeLine;
  /** Taps to change to get there; 0 = to the letter. */
  off: number;
}

const LONGEST = 24;

/**
 * A code as people write it, in signs: "LSS", "long short short", "1 long, 2 short", "1L2S", "3-2" and "3 2"
 * (counts with pauses), "5", "endless".
 * @throws Error saying what cannot be read
 */
export function normaliseCode(text: string): string {
  const plain = text.trim().toLowerCase();
  const fail = (why: string): never => {
    throw new Error(`"${text.trim()}" ${why}`);
  };
  if (plain === '') fail('is empty');
  const endless = /^(?:(long|short)\s+)?(?:endless|continuous|without end|s\*|l\*)$/.exec(plain);
  if (endless) return plain === 'l*' || endless[1] === 'long' ? 'L*' : 'S*';
  const words = plain
    .replace(/\blong\b/g, 'l')
    .replace(/\bshort\b/g, 's')
    .replace(/\b(?:pause|then)\b/g, '-');
  if (/^[\d\s,;–-]+$/.test(words)) {
    const counts = words
      .split(/[\s,;–-]+/)
      .filter(Boolean)
      .map(Number);
    if (counts.some((count) => count < 1 || count > 20)) fail('has a count outside 1 to 20');
    return checked(counts.map((count) => 'S'.repeat(count)).join('-'), fail);
  }
  const tight = words.replace(/[\s,;+.]+/g, '').replace(/–/g, '-');
  if (!/^(?:\d{0,2}[sl]|-)+$/.test(tight)) fail('is not a code: write LSS, 1L 2S, 3-2 or 5');
  const signs = [...tight.matchAll(/(\d{0,2})([sl])|-/g)]
    .map((match) => (match[2] ? match[2].toUpperCase().repeat(Number(match[1] || 1)) : '-'))
    .join('');
  return checked(signs.replace(/-+/g, '-').replace(/^-|-$/g, ''), fail);
}

function checked(code: string, fail: (why: string) => never): string {
  if (code === '') fail('holds no beep');
  if (code.length > LONGEST) fail(`is longer than ${LONGEST} signs`);
  return code;
}

/** The code of what was tapped; null when nothing was read. */
export const codeOf = (rhythm: Pick<Rhythm, 'group' | 'endless'>): string | null =>
  rhythm.group.length === 0 ? null : rhythm.endless ? `${rhythm.group[0]}*` : rhythm.group.join('');

/** Signs as people say them: "1 long, 2 short", "3, pause, 2", "one after the other without end". */
export function codeInWords(code: string): string {
  if (code.endsWith('*')) return `${code[0] === 'L' ? 'long' : 'short'} ones without end`;
  const parts = code.split('-');
  if (!code.includes('L'))
    return parts.length === 1 ? `${code.length} short` : parts.map((part) => part.length).join(', pause, ');
  return parts
    .map((part) =>
      (part.match(/S+|L+/g) ?? [])
        .map((run) => `${run.length} ${run[0] === 'L' ? 'long' : 'short'}`)
        .join(', '),
    )
    .join(', pause, ');
}

/** Signs to add, drop or change to turn one code into the other. */
export function codeDistance(one: string, other: string): number {
  let row = Array.from({ length: other.length + 1 }, (_, j) => j);
  for (let i = 1; i <= one.length; i++) {
    const next = [i];
    for (let j = 1; j <= other.length; j++)
      next.push(Math.min(row[j] + 1, next[j - 1] + 1, row[j - 1] + Number(one[i - 1] !== other[j - 1])));
    row = next;
  }
  return row[other.length];
}

/** Codes of the tables that are the tapped one, or up to `most` signs off; nearest first. */
export function decode(code: string, tables: readonly CodeTable[], most = 1): Decoded[] {
  const found: Decoded[] = [];
  for (const table of tables) {
    for (const line of table.codes) {
      const endless = code.endsWith('*') || line.code.endsWith('*');
      const off = endless ? (code === line.code ? 0 : Infinity) : codeDistance(code, line.code);
      if (off <= most) found.push({ maker: table.maker, line, off });
    }
  }
  return found.sort(
    (a, b) => a.off - b.off || a.maker.localeCompare(b.maker) || a.line.code.localeCompare(b.line.code),
  );
}

import type { Rhythm } from './rhythm';
import { sameMessage } from './written';

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
  /**
   * Normalised: S, L and - as tapped, S* / L* for one that never ends, 0x7B of a display, "lamps 1 3:blinks" of a panel, a
   * message in “quotation marks”.
   */
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

/** The code of what was tapped; null when nothing was read. */
export const codeOf = (rhythm: Pick<Rhythm, 'group' | 'endless'>): string | null =>
  rhythm.group.length === 0 ? null : rhythm.endless ? `${rhythm.group[0]}*` : rhythm.group.join('');

/** Signs as people say them: "1 long, 2 short", "3, pause, 2", "one after the other without end". */
export function codeInWords(code: string): string {
  if (code.startsWith('0x')) return `${code.slice(2)} on the display`;
  if (code.startsWith('lamps ')) return code === 'lamps none' ? 'no lamp lit' : code.replaceAll(':', ' ');
  if (code.startsWith('“')) return code;
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

/** Tapped or counted: a slip of one sign is to be expected. */
const inSigns = (code: string) => /^[SL-]+$/.test(code);

/** Signs from one code to the other; what is not told in signs is the same or is not. */
function apart(one: string, other: string): number {
  if (inSigns(one) && inSigns(other)) return codeDistance(one, other);
  if (one.startsWith('“') && other.startsWith('“')) return sameMessage(one, other) ? 0 : Infinity;
  return one === other ? 0 : Infinity;
}

/**
 * Codes of the tables that are the tapped or written one, or up to `most` signs off; nearest first.
 * @param code or everything it can be read as
 */
export function decode(code: string | readonly string[], tables: readonly CodeTable[], most = 1): Decoded[] {
  const codes = typeof code === 'string' ? [code] : code;
  const found: Decoded[] = [];
  for (const table of tables) {
    for (const line of table.codes) {
      const off = Math.min(...codes.map((own) => apart(own, line.code)));
      if (off <= most) found.push({ maker: table.maker, line, off });
    }
  }
  return found.sort(
    (a, b) => a.off - b.off || a.maker.localeCompare(b.maker) || a.line.code.localeCompare(b.line.code),
  );
}

/** Is a table the one of this machine's maker? A table names several spellings with strokes between: "Tarn / Tarn Works". */
export const tableOf = (table: string, maker: string): boolean =>
  table
    .split('/')
    .map((name) => name.trim().toLowerCase())
    .some((name) => name !== '' && maker.toLowerCase().startsWith(name));

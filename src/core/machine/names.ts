/** What a processor's own graphics can do: nothing at all, an office screen, films, light games. */
export const GRAPHICS_CLASSES = ['none', 'office', 'films', 'light games'] as const;
export type GraphicsClass = (typeof GRAPHICS_CLASSES)[number];

/** What every processor of a name is: a row of the house's table. */
export interface ProcessorName {
  id: string;
  /** As printed on labels and in reports; * stands for anything, # for one digit. Case and spaces play no part. */
  pattern: string;
  cores: number;
  threads: number;
  /** x86-64 level, 0 to 4. */
  level: number;
  /** Of first sale. */
  year: number;
  /** Its design power. */
  watts: number;
  /** The clock it is rated for under full load, megahertz; left out: the row does not say. */
  baseMhz?: number;
  graphics: GraphicsClass;
}

const squeezed = (text: string) => text.toLowerCase().replace(/\s+/g, '');

/** How much of a pattern is said outright. */
const said = (pattern: string) => squeezed(pattern).replace(/[*#]/g, '').length;

/**
 * Does the text hold a name of that pattern? A name that ends in a digit is not the beginning of a longer number.
 * In time that grows with the product of their lengths only.
 */
export function named(pattern: string, text: string): boolean {
  const marks = [...`*${squeezed(pattern)}*`.replace(/\*+/g, '*')];
  const letters = [...squeezed(text)];
  const last = marks.length - 1;
  const numbered = /[\d#]/.test(squeezed(pattern).at(-1) ?? '');
  // row[m]: the first m marks can stand for what was read so far; a star also stands for nothing
  const slide = (row: boolean[], next: string | undefined) => {
    marks.forEach((mark, m) => {
      const cut = m === last && numbered && /\d/.test(next ?? '');
      if (mark === '*' && row[m] && !cut) row[m + 1] = true;
    });
    return row;
  };
  let row = slide([true, ...marks.map(() => false)], letters[0]);
  letters.forEach((letter, n) => {
    const taken = marks.map((mark, m) =>
      mark === '*' ? row[m + 1] : row[m] && (mark === '#' ? /\d/.test(letter) : mark === letter),
    );
    row = slide([false, ...taken], letters[n + 1]);
  });
  return row[marks.length];
}

/** The row that says most of a name outright, the first of equals; none: nothing is known of it. */
export function processorNamed(rows: readonly ProcessorName[], text: string): ProcessorName | null {
  let best: ProcessorName | null = null;
  for (const row of rows)
    if ((!best || said(row.pattern) > said(best.pattern)) && named(row.pattern, text)) best = row;
  return best;
}

/** Headings a table of names may carry, any of them. */
const HEADINGS: Record<Exclude<keyof ProcessorName, 'id' | 'baseMhz'>, readonly string[]> = {
  pattern: ['pattern', 'name', 'processor', 'model'],
  cores: ['cores'],
  threads: ['threads'],
  level: ['level'],
  year: ['year'],
  watts: ['watts', 'w', 'power', 'design power'],
  graphics: ['graphics'],
};
const FIGURES: Record<'cores' | 'threads' | 'level' | 'year' | 'watts', readonly [number, number]> = {
  cores: [1, 256],
  threads: [1, 512],
  level: [0, 4],
  year: [1995, 2100],
  watts: [1, 1000],
};

/** The one that may be left out, and bounds of what it says. */
const BASE = { headings: ['rated mhz', 'base mhz', 'mhz'], least: 100, most: 10_000 };

/**
 * Rows of the table from the cells of a file, its first line the headings.
 * @returns every row that can be read, and every fault with its line: nothing is guessed
 */
export function namesFrom(lines: readonly (readonly string[])[]): {
  rows: Omit<ProcessorName, 'id'>[];
  faults: string[];
} {
  const head = (lines[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const at = Object.fromEntries(
    Object.entries(HEADINGS).map(([key, words]) => [key, head.findIndex((cell) => words.includes(cell))]),
  ) as Record<keyof typeof HEADINGS, number>;
  const baseAt = head.findIndex((cell) => BASE.headings.includes(cell));
  const missing = Object.entries(at).flatMap(([key, column]) => (column < 0 ? [key] : []));
  if (missing.length) return { rows: [], faults: [`line 1: no column for ${missing.join(', ')}`] };
  const faults: string[] = [];
  const rows = lines.slice(1).flatMap((cells, i) => {
    const cell = (key: keyof typeof HEADINGS) => (cells[at[key]] ?? '').trim();
    if (cells.every((text) => text.trim() === '')) return [];
    const wrong: string[] = [];
    if (said(cell('pattern')) < 3) wrong.push('the name must say at least three letters or digits outright');
    const figures = Object.fromEntries(
      Object.entries(FIGURES).map(([key, [least, most]]) => {
        const text = cell(key as keyof typeof FIGURES);
        const value = text === '' ? NaN : Number(text);
        if (!(Number.isInteger(value) && value >= least && value <= most))
          wrong.push(`${key} must be a whole number, ${least} to ${most}; got "${text.slice(0, 20)}"`);
        return [key, value];
      }),
    ) as Record<keyof typeof FIGURES, number>;
    const graphics = cell('graphics').toLowerCase() as GraphicsClass;
    if (!GRAPHICS_CLASSES.includes(graphics))
      wrong.push(`graphics must be one of ${GRAPHICS_CLASSES.join(', ')}; got "${graphics.slice(0, 20)}"`);
    const base = baseAt < 0 ? '' : (cells[baseAt] ?? '').trim();
    const baseMhz = Number(base);
    if (base && !(Number.isInteger(baseMhz) && baseMhz >= BASE.least && baseMhz <= BASE.most))
      wrong.push(
        `rated MHz must be a whole number, ${BASE.least} to ${BASE.most}; got "${base.slice(0, 20)}"`,
      );
    if (wrong.length === 0)
      return [{ pattern: cell('pattern'), ...figures, ...(base && { baseMhz }), graphics }];
    faults.push(`line ${i + 2}: ${wrong.join('; ')}`);
    return [];
  });
  return { rows, faults };
}

/** Rows of a file over those that stand: the same name is replaced, another is added with an id of its own. */
export function withNames(
  stand: readonly ProcessorName[],
  read: readonly Omit<ProcessorName, 'id'>[],
  newId: (taken: readonly string[]) => string,
): { rows: ProcessorName[]; added: number } {
  const rows = [...stand];
  let added = 0;
  for (const row of read) {
    const at = rows.findIndex(({ pattern }) => squeezed(pattern) === squeezed(row.pattern));
    if (at >= 0) rows[at] = { ...row, id: rows[at].id };
    else {
      added++;
      rows.push({ ...row, id: newId(rows.map(({ id }) => id)) });
    }
  }
  return { rows, added };
}

'use client';
import { useRef, useState } from 'react';
import { encodingOf, textOf, type Encoding } from '@/core/text/encoding';
import { outcomeOf } from '../kit/hooks/useCommand';

/** What a look at a file of rows tells, whatever the rows are. */
export interface SheetPreview {
  header: string[];
  /** Number of the column by field; fields left out are not in the file. */
  columns: Record<string, number>;
  delimiter: string;
  /** Null: nobody can tell it from the file; left out: it does not matter here. */
  decimal?: '.' | ',' | null;
  /** The columns are those of the last file with this heading. */
  remembered: boolean;
  bad: { line: number; reason: string; text: string; cells?: string[] }[];
}

/** How the file is written, as far as somebody has said; and lines mended here. */
export interface Reading {
  delimiter?: string;
  decimal?: '.' | ',';
  mends?: Record<number, string[]>;
}

interface Chosen {
  name: string;
  bytes: Uint8Array;
  encoding: Encoding;
  text: string;
}

/** How far a file is: none chosen, one that is being read or could not be, one whose rows are in sight. */
export type SheetFile<P extends SheetPreview> =
  | { at: 'none' }
  | { at: 'chosen'; file: Chosen; reading: Reading; fault: string }
  | { at: 'seen'; file: Chosen; reading: Reading; preview: P };

/**
 * A file of rows on its way in: read by the server, told how it is written and which column is what, mended line by line.
 * @param url where it is looked at @param more what is asked beside the file
 */
export function useSheetFile<P extends SheetPreview>(url: string, more: object = {}) {
  const [sheet, setSheet] = useState<SheetFile<P>>({ at: 'none' });
  // the answer to an earlier question does not cover that to a later one
  const asked = useRef(0);

  async function look(file: Chosen, reading: Reading, columns?: Record<string, number>, beside = more) {
    const turn = ++asked.current;
    const settle = (next: SheetFile<P>) => turn === asked.current && setSheet(next);
    const unread = (fault: string) => settle({ at: 'chosen', file, reading, fault });
    try {
      const response = await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ text: file.text, columns, reading, ...beside }),
      });
      if (response.ok) return settle({ at: 'seen', file, reading, preview: (await response.json()) as P });
      const refused = await outcomeOf(response);
      unread(refused.ok ? '' : refused.problem.message);
    } catch {
      unread('The shop’s computer does not answer. Nothing was read in.');
    }
  }
  /** @param beside what is asked beside it, where that is only known now */
  async function choose(chosen: File | undefined, beside = more) {
    if (!chosen) return;
    const bytes = new Uint8Array(await chosen.arrayBuffer());
    const encoding = await encodingOf(bytes, async (sample) => {
      // the detector is fetched for the file that wants it
      const { default: chardet } = await import('chardet');
      return chardet.analyse(sample).map(({ name }) => name);
    });
    const file = { name: chosen.name, bytes, encoding, text: textOf(bytes, encoding) };
    setSheet({ at: 'chosen', file, reading: {}, fault: '' });
    await look(file, {}, undefined, beside);
  }
  /** Reads it again, otherwise: how it is written, a line mended, something else asked beside it. */
  const read = (change: Reading = {}, beside = more) => {
    if (sheet.at !== 'seen') return;
    const { file, reading, preview } = sheet;
    void look(file, { ...reading, ...change }, change.delimiter ? undefined : preview.columns, beside);
  };
  const decode = (encoding: Encoding) => {
    if (sheet.at !== 'seen') return;
    const { file, reading } = sheet;
    void look({ ...file, encoding, text: textOf(file.bytes, encoding) }, reading);
  };
  const mend = (line: number, cells: string[]) =>
    sheet.at === 'seen' && read({ mends: { ...sheet.reading.mends, [line]: cells } });
  const remap = (field: string, value: string) => {
    if (sheet.at !== 'seen') return;
    const columns = { ...sheet.preview.columns };
    if (value === '') delete columns[field];
    else columns[field] = Number(value);
    void look(sheet.file, sheet.reading, columns);
  };
  const clear = () => setSheet({ at: 'none' });
  /** What a command that takes it in is given: what is taken in is what stood in the preview. */
  const toTakeIn = () => {
    if (sheet.at !== 'seen') return null;
    const { file, reading, preview } = sheet;
    return {
      text: file.text,
      columns: preview.columns,
      reading: { ...reading, ...(preview.decimal && { decimal: preview.decimal }) },
    };
  };
  return { sheet, choose, read, decode, mend, remap, clear, toTakeIn };
}

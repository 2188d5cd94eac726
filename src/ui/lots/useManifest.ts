'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { encodingOf, textOf, type Encoding } from '@/core/text/encoding';
import { outcomeOf, useCommand } from '../kit/hooks/useCommand';

export interface Preview {
  header: string[];
  columns: Record<string, number>;
  rows: {
    line: number;
    chassis: string;
    maker: string;
    model: string;
    serial: string;
    processor: string;
    memoryGb: number | null;
    driveKind: string | null;
    condition: string;
    already: boolean;
  }[];
  total: number;
  already: number;
  delimiter: string;
  decimal: '.' | ',' | null;
  /** The columns are those of the last file with this heading. */
  remembered: boolean;
  /** More rows than this are taken in by a worker. */
  mostAtOnce: number;
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
interface Done {
  added: string[];
  already: number;
  bad: number;
}

/** How far a manifest is: none chosen, one that is being read or could not be, one whose rows are in sight. */
type Manifest =
  | { at: 'none'; done: Done | null }
  | { at: 'chosen'; file: Chosen; reading: Reading; fault: string }
  | { at: 'seen'; file: Chosen; reading: Reading; preview: Preview };

/** A manifest on its way in. @param begun called when a worker has taken a long one */
export function useManifest(lotId: string, code: string, begun: () => void) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const [manifest, setManifest] = useState<Manifest>({ at: 'none', done: null });

  async function look(file: Chosen, reading: Reading, columns?: Record<string, number>) {
    const unread = (fault: string) => setManifest({ at: 'chosen', file, reading, fault });
    try {
      const response = await fetch(`/api/lots/${code}/preview`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ text: file.text, columns, reading }),
      });
      if (response.ok)
        return setManifest({ at: 'seen', file, reading, preview: (await response.json()) as Preview });
      const refused = await outcomeOf(response);
      unread(refused.ok ? '' : refused.problem.message);
    } catch {
      unread('The shop’s computer does not answer. Nothing was read in.');
    }
  }
  async function choose(chosen: File | undefined) {
    if (!chosen) return;
    const bytes = new Uint8Array(await chosen.arrayBuffer());
    const encoding = await encodingOf(bytes, async (sample) => {
      // the detector is fetched for the file that wants it
      const { default: chardet } = await import('chardet');
      return chardet.analyse(sample).map(({ name }) => name);
    });
    const file = { name: chosen.name, bytes, encoding, text: textOf(bytes, encoding) };
    setManifest({ at: 'chosen', file, reading: {}, fault: '' });
    await look(file, {});
  }
  /** Reads it again, otherwise: how it is written, a line mended. */
  const read = (change: Reading) => {
    if (manifest.at !== 'seen') return;
    const { file, reading, preview } = manifest;
    void look(file, { ...reading, ...change }, change.delimiter ? undefined : preview.columns);
  };
  const decode = (encoding: Encoding) => {
    if (manifest.at !== 'seen') return;
    const { file, reading } = manifest;
    void look({ ...file, encoding, text: textOf(file.bytes, encoding) }, reading);
  };
  const mend = (line: number, cells: string[]) =>
    manifest.at === 'seen' && read({ mends: { ...manifest.reading.mends, [line]: cells } });
  const remap = (field: string, value: string) => {
    if (manifest.at !== 'seen') return;
    const columns = { ...manifest.preview.columns };
    if (value === '') delete columns[field];
    else columns[field] = Number(value);
    void look(manifest.file, manifest.reading, columns);
  };
  /** Takes the good rows in: what is taken in is what stood in the preview. @param whole all of it, or nothing */
  async function take(whole: boolean) {
    if (manifest.at !== 'seen') return;
    const { file, reading, preview } = manifest;
    const said = { ...reading, ...(preview.decimal && { decimal: preview.decimal }) };
    const input = { lotId, text: file.text, columns: preview.columns, reading: said };
    if (preview.total > preview.mostAtOnce) {
      if (!(await send('startImport', { ...input, whole })).ok) return;
      setManifest({ at: 'none', done: null });
      return begun();
    }
    const outcome = await send<Done>('importManifest', input);
    if (!outcome.ok) return;
    setManifest({ at: 'none', done: outcome.answer });
    router.refresh();
  }
  return { manifest, choose, read, decode, mend, remap, take, send, problem, busy };
}

'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useCommand } from '../kit/hooks/useCommand';
import { useSheetFile, type SheetPreview } from '../sheet/useSheetFile';

export interface Preview extends SheetPreview {
  rows: {
    line: number;
    /** In words. */
    kind: string;
    maker: string;
    model: string;
    serial: string;
    processor: string;
    memoryGb: number | null;
    drive: string;
    condition: string;
    /** What the words were taken for. */
    understood: string;
    already: boolean;
  }[];
  total: number;
  already: number;
  /** More rows than this are taken in by a worker. */
  mostAtOnce: number;
}

interface Done {
  added: string[];
  already: number;
  bad: number;
}

/** A manifest on its way in. @param begun called when a worker has taken a long one */
export function useManifest(lotId: string, code: string, begun: () => void) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const of = useSheetFile<Preview>(`/api/lots/${code}/preview`);
  const [done, setDone] = useState<Done | null>(null);

  async function choose(chosen: File | undefined) {
    setDone(null);
    await of.choose(chosen);
  }
  /** Takes the good rows in. @param whole all of it, or nothing */
  async function take(whole: boolean) {
    const sheet = of.toTakeIn();
    if (!sheet || of.sheet.at !== 'seen') return;
    const { preview } = of.sheet;
    const input = { lotId, ...sheet };
    if (preview.total > preview.mostAtOnce) {
      if (!(await send('startImport', { ...input, whole })).ok) return;
      of.clear();
      return begun();
    }
    const outcome = await send<Done>('importManifest', input);
    if (!outcome.ok) return;
    of.clear();
    setDone(outcome.answer);
    router.refresh();
  }
  return { of, done, choose, take, send, problem, busy };
}

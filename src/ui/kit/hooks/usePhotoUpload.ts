'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { outcomeOf } from './useCommand';

/** Sends photographs of a unit, one after the other; those that could not be sent are named. */
export function usePhotoUpload(tag: string) {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const [left, setLeft] = useState(0);
  // bars read off a label, until somebody has said what they are
  const [codes, setCodes] = useState<string[]>([]);
  /** @param of the answer they show, or what they are taken for and of. @returns what went wrong, in words */
  async function upload(
    files: readonly File[],
    of: number | { role?: string; about?: string } = {},
  ): Promise<string> {
    const said = typeof of === 'number' ? { answer: String(of) } : of;
    let fault = '';
    for (const [i, file] of files.entries()) {
      setLeft(files.length - i);
      try {
        const outcome = await outcomeOf<{ codes?: string[] }>(
          await fetch(`/api/units/${tag}/photos?${new URLSearchParams(said as Record<string, string>)}`, {
            method: 'POST',
            headers: { 'content-type': file.type || 'application/octet-stream' },
            body: file,
          }),
        );
        if (outcome.ok) setCodes(outcome.answer?.codes ?? []);
        else fault = `${file.name}: ${outcome.problem.message}`;
      } catch {
        fault = `${file.name}: the shop’s computer does not answer. The photograph is still on your device.`;
      }
    }
    setLeft(0);
    setProblem(fault);
    router.refresh();
    return fault;
  }
  return { upload, problem, left, codes, dropCodes: () => setCodes([]) };
}

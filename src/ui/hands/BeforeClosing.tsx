'use client';
import type { ClosingView } from '@/words/hands/mat';
import type { UnitHead } from '@/words/unit/view';
import { Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { ClosingLooks } from './ClosingLooks';

/** The same looks beside the work, for a machine that was opened without a mat. */
export function BeforeClosing({ unit, closing }: { unit: UnitHead; closing: readonly ClosingView[] }) {
  const { send, problem, busy } = useCommand();
  return (
    <section aria-label="Before the cover goes on" className="bg-paper px-5 py-3">
      <ClosingLooks unit={unit} closing={closing} busy={busy} send={send} />
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

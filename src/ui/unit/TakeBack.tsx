'use client';
import type { BackView, UnitHead } from '@/words/unit/view';
import { useCommand } from '../kit/hooks/useCommand';
import { Problem, Quiet } from '../kit/parts';

/** A line of the history that can be taken back, and what goes with it. */
export function TakeBack({ unit, back }: { unit: UnitHead; back: BackView | null }) {
  const { send, problem, busy } = useCommand();
  if (!back) return null;
  return (
    <>
      {' '}
      <Quiet
        disabled={busy}
        aria-label={`Take back entry ${back.seq}`}
        onClick={() => void send(back.command, { unitId: unit.id, ...back.input }, unit.version)}
        className="min-h-0! text-note!"
      >
        take back
      </Quiet>
      {back.goes && <span className="text-note text-soft"> ({back.goes})</span>}
      {problem && <Problem>{problem.message}</Problem>}
    </>
  );
}

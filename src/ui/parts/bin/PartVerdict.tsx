'use client';
import { Problem, Quiet } from '@/ui/kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';

/** Tested good or not: only what was tested good is lent for swap-tests. */
export function PartVerdict({
  id,
  knownGood,
  lentTo,
  mayWrite,
}: {
  id: string;
  knownGood: boolean;
  lentTo: string | null;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  if (lentTo)
    return (
      <span>
        lies at <b className="figures text-note">{lentTo}</b>
      </span>
    );
  return (
    <>
      {knownGood ? 'tested good' : ''}
      {mayWrite && (
        <Quiet
          disabled={busy}
          className={`text-note ${knownGood ? 'ml-2 text-soft' : ''}`}
          onClick={() => void send('judgePart', { componentId: id, knownGood: !knownGood })}
        >
          {knownGood ? 'not any more' : 'mark as good'}
        </Quiet>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </>
  );
}

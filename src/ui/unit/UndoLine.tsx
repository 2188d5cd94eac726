'use client';
import type { UnitHead } from '@/words/unit/view';
import { useCommand } from '../kit/hooks/useCommand';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { Button, Problem } from '../kit/parts';

/** The last thing done to this machine, and one key that takes it back: on every side, in the same place. */
export function UndoLine({ unit }: { unit: UnitHead }) {
  const { send, problem, busy } = useCommand();
  const { undo } = unit;
  const takeBack = () => undo && void send(undo.command, { unitId: unit.id, ...undo.input }, unit.version);
  // until the page has been read again it is not known what stands last
  useShortcuts((key) => key.toLowerCase() === 'u' && (busy ? 'later' : acted(undo && takeBack)), 'frame');
  if (!unit.mayWrite) return null;
  return (
    <section
      aria-label="Undo"
      className="paper order-3 flex min-h-[46px] items-center gap-2 px-2 py-1 md:order-none"
    >
      {undo ? (
        <>
          <Button shortcut="U" disabled={busy} onClick={takeBack} className="min-h-9! shrink-0">
            Undo
          </Button>
          <p
            className="line-clamp-2 min-w-0 text-note"
            title={[undo.words, undo.goes].filter(Boolean).join('. ')}
          >
            {undo.words}
            {undo.goes && <span className="text-soft"> ({undo.goes})</span>}
          </p>
        </>
      ) : (
        <p className="line-clamp-2 text-note text-soft" title={unit.lately?.words}>
          {unit.lately ? (
            <>
              <b className="text-ink">{unit.lately.who}</b> last: {unit.lately.words}
            </>
          ) : (
            'U undoes what you did last.'
          )}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

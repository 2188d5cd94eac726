'use client';
import type { RunningWorkView, UnitHead } from '@/words/unit/view';
import { Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { shop } from '../live/shop';
import { asideWords, type LaidAside } from './aside';
import { Clock } from './Clock';
import { Forgotten } from './Forgotten';

interface Props {
  unit: UnitHead;
  /** The piece of work this page is for. */
  workRef: string;
  name: string;
  /** It, when it is begun and not ended. */
  work: RunningWorkView | null;
  /** What is in hand here instead. */
  other: string | null;
}

/** The clock of what this page is for: on, paused, ended. */
export function ClockOn({ unit, workRef, name, work, other }: Props) {
  const { send, problem, busy } = useCommand();
  if (!unit.mayWrite || unit.held) return null;
  const act = async (command: string, more: Record<string, unknown>) => {
    const sent = await send<{ aside?: LaidAside[] } | null>(
      command,
      { unitId: unit.id, ...more },
      unit.version,
    );
    if (sent.ok) shop.say(asideWords(sent.answer?.aside ?? []));
  };
  const running = work?.status === 'running';
  return (
    <section aria-label="Clock" className="-mt-2 mb-2 px-1">
      {work && <Forgotten unit={unit} work={work} />}
      <div className="flex flex-wrap items-center gap-3 text-row">
        {work ? (
          <>
            <b>{name}</b> {running ? 'in hand' : 'paused'}
            <Clock since={work.startedAt} before={work.attendedMinutes} running={running} />
            <Quiet
              disabled={busy}
              onClick={() => void act(running ? 'pauseWork' : 'resumeWork', { workId: work.id })}
            >
              {running ? 'Pause' : 'Go on'}
            </Quiet>
            <Quiet disabled={busy} onClick={() => void act('finishWork', { workId: work.id })}>
              Finished
            </Quiet>
          </>
        ) : (
          <>
            <span className="text-soft">{other ? `In hand here: ${other}.` : 'No clock runs for this.'}</span>
            <Quiet disabled={busy} onClick={() => void act('startWork', { ref: workRef })}>
              {name}, clock on
            </Quiet>
          </>
        )}
      </div>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

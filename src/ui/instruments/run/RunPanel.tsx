'use client';
import { useState, type ReactNode } from 'react';
import type { Sample } from '@/core/instruments/run';
import { SILENT_SECONDS, type FollowedView, type OpenRunView } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { Button, Heading, Problem } from '../../kit/parts';
import { useBenchLine } from '@/ui/kit/hooks/useBenchLine';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { duration } from '../../kit/words';
import { BenchDrawer } from './BenchDrawer';
import { useRun } from './useRun';

interface Props {
  unit: UnitHead;
  kind: OpenRunView['kind'];
  title: string;
  /** How the instrument is put on, in words. */
  how: ReactNode;
  open: OpenRunView | null;
  /** Fields that go with the start, and what they say. */
  fields?: ReactNode;
  about?: () => Record<string, unknown>;
  /** Served as a line to run on the unit. */
  served?: boolean;
  /** Draws what was sampled so far. */
  draw: (samples: Sample[], run: FollowedView) => ReactNode;
  children?: ReactNode;
}

/** A run from its start to its end: the line to type, what comes, what is made of it, and how long it still takes. */
export function RunPanel(props: Props) {
  const { unit, kind, title, how, open, fields, about, served = true, draw, children } = props;
  const { send, problem, busy } = useCommand();
  const [line, setLine] = useState<{ run: string; text: string } | null>(null);
  const benchLine = useBenchLine();
  const followed = useRun(open?.id ?? null);
  const disabled = busy || !unit.mayWrite || unit.held;
  const begin = async () => {
    const begun = await send<{ run: string; token: string }>(
      'startRun',
      { unitId: unit.id, kind, ...about?.() },
      unit.version,
    );
    if (begun.ok)
      setLine({
        run: begun.answer.run,
        text: benchLine(`/s/${begun.answer.token}`, '| sudo sh'),
      });
  };
  const silent = followed?.silent ?? null;
  const quiet = silent !== null && silent > SILENT_SECONDS;
  const left = followed?.soFar?.left ?? null;
  return (
    <section aria-label={title} className="panel">
      <Heading>{title}</Heading>
      {open ? (
        <>
          {line?.run === open.id && (
            <code
              data-testid="run-command"
              className="figures my-2 block border-2 border-ink bg-sheet p-3 text-row break-all select-all"
            >
              {line.text}
            </code>
          )}
          <p role="status" className="text-read">
            {silent === null ? (
              'Nothing has come yet.'
            ) : quiet ? (
              <b className="text-hot">
                Silent for {duration(silent / 60)}: look at the machine and its cable.
              </b>
            ) : (
              <>
                <b>{followed?.soFar?.words || 'It samples'}</b>
                {left !== null && left > 0 && `, about ${duration(Math.max(1, Math.ceil(left / 60)))} left`}
              </>
            )}
          </p>
          {followed && followed.samples.length > 1 && (
            <div className="mt-2">{draw(followed.samples, followed)}</div>
          )}
          <p className="mt-2 flex flex-wrap gap-3">
            <Button
              tone="strong"
              disabled={disabled || silent === null}
              onClick={() => void send('finishRun', { unitId: unit.id, run: open.id })}
            >
              Finish it now
            </Button>
            {kind === 'battery' && quiet && (
              <Button
                disabled={disabled}
                onClick={() => void send('finishRun', { unitId: unit.id, run: open.id, wentOff: true })}
              >
                It went off by itself
              </Button>
            )}
            <Button
              disabled={disabled}
              onClick={() => void send('dropRun', { unitId: unit.id, run: open.id })}
            >
              Drop it
            </Button>
          </p>
        </>
      ) : (
        unit.mayWrite &&
        !unit.held && (
          <>
            <div className="text-row">{how}</div>
            {fields && <div className="mt-2 flex flex-wrap items-end gap-3">{fields}</div>}
            {served && (
              <p className="mt-2">
                <Button tone="strong" disabled={disabled} onClick={() => void begin()}>
                  Begin a run
                </Button>
              </p>
            )}
          </>
        )
      )}
      {problem && <Problem>{problem.message}</Problem>}
      {children}
      {unit.mayWrite && !unit.held && <BenchDrawer unit={unit} kind={kind} />}
    </section>
  );
}

'use client';
import type { ClosingView } from '@/words/hands/mat';
import type { UnitHead } from '@/words/unit/view';
import { Heading } from '../kit/parts';
import type { useCommand } from '../kit/hooks/useCommand';

interface Props {
  unit: UnitHead;
  closing: readonly ClosingView[];
  busy: boolean;
  send: ReturnType<typeof useCommand>['send'];
}

/** What is looked at before the cover goes on: only what this machine’s work makes worth a look. */
export function ClosingLooks({ unit, closing, busy, send }: Props) {
  return (
    <div>
      <Heading>Before the cover goes on</Heading>
      <ul>
        {closing.map((line) => (
          <li key={line.id} className="border-b border-rule py-1.5 text-row">
            <span className="flex items-center justify-between gap-2">
              {line.ask}
              <span className="flex gap-1.5" role="group" aria-label={line.ask}>
                {(['good', 'bad'] as const).map((answer) => (
                  <button
                    key={answer}
                    type="button"
                    disabled={busy || !unit.mayWrite || unit.held}
                    aria-pressed={line.answer === answer}
                    onClick={() =>
                      void send(
                        'observe',
                        { unitId: unit.id, finding: line.finding, outcome: line[answer] },
                        unit.version,
                      )
                    }
                    className={`min-h-9 min-w-11 border-[1.5px] border-ink px-2 ${line.answer === answer ? 'bg-ink text-paper' : ''} disabled:opacity-60`}
                  >
                    {answer === 'good' ? 'yes' : 'no'}
                  </button>
                ))}
              </span>
            </span>
            <span className="text-note text-soft">{line.why}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

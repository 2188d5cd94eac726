'use client';
import { useState } from 'react';
import { MARKS, type Mark } from '@/core/study/marks';
import type { DecisionToMark } from '@/words/unit/view';
import { Button, Problem } from '../kit/parts';
import { useShortcuts } from '../kit/keys/keyboard';
import { useCommand } from '../kit/hooks/useCommand';

const WORDS: Record<Mark, string> = {
  'would do': 'I would do it',
  acceptable: 'Acceptable',
  foolish: 'Foolish',
  dangerous: 'Dangerous',
};

/** Steps of one decision, marked one after the other: 1 to 4 mark the step that is in turn, Enter sends them all. */
export function MarkSteps({ decision }: { decision: DecisionToMark }) {
  const { send, problem, busy } = useCommand();
  const [marks, setMarks] = useState<Record<string, Mark>>({});
  const turn = decision.steps.find(({ step }) => !marks[step]);
  const put = (step: string, mark: Mark) => setMarks((before) => ({ ...before, [step]: mark }));
  const done = () => void send('markSteps', { seq: decision.seq, marks });
  useShortcuts((key) => {
    const mark = MARKS[Number(key) - 1];
    if (mark && turn) put(turn.step, mark);
    else if (key === 'Enter' && !turn && !busy) done();
    else return false;
    return true;
  });
  return (
    <div className="grid gap-6 pt-3 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <section aria-label="What was known">
        <h2 className="text-lead first-letter:uppercase">{decision.machine}</h2>
        {decision.claim && <p className="text-row text-soft">Its seller said: {decision.claim}</p>}
        {decision.before.length === 0 ? (
          <p className="pt-2 text-row">Nobody has looked at it yet.</p>
        ) : (
          <dl className="pt-2 text-row">
            {decision.before.map(({ what, answer }, n) => (
              <div key={n} className="flex justify-between gap-4 border-b border-rule py-1">
                <dt className="text-soft">{what}</dt>
                <dd className="text-right">{answer}</dd>
              </div>
            ))}
          </dl>
        )}
      </section>
      <section aria-label="Steps">
        <p className="text-row text-soft">
          Some of these were proposed, some were drawn; they stand by name. {decision.left} left to mark.
        </p>
        <ul>
          {decision.steps.map(({ step, title }) => (
            <li
              key={step}
              aria-current={turn?.step === step ? 'step' : undefined}
              className={`border-b border-rule py-2 pl-3 ${turn?.step === step ? 'border-l-4 border-l-ink' : 'border-l-4 border-l-transparent'}`}
            >
              <p className="text-read font-semibold">{title}</p>
              <div className="flex flex-wrap gap-2 pt-1" role="radiogroup" aria-label={title}>
                {MARKS.map((mark, n) => (
                  <Button
                    key={mark}
                    role="radio"
                    aria-checked={marks[step] === mark}
                    tone={marks[step] === mark ? 'strong' : 'plain'}
                    shortcut={turn?.step === step ? String(n + 1) : undefined}
                    className="min-h-9!"
                    onClick={() => put(step, mark)}
                  >
                    {WORDS[mark]}
                  </Button>
                ))}
              </div>
            </li>
          ))}
        </ul>
        <p className="flex items-center gap-4 pt-3">
          <Button tone="strong" shortcut="Enter" disabled={Boolean(turn) || busy} onClick={done}>
            Next machine
          </Button>
        </p>
        {problem && <Problem>{problem.message}</Problem>}
      </section>
    </div>
  );
}

'use client';
import { useState } from 'react';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Quiet } from '../kit/parts';
import { Refused } from '../kit/Refused';
import { useCommand } from '../kit/hooks/useCommand';
import { useGiven } from '../kit/hooks/useGiven';
import { PhotoTray } from '../unit/PhotoTray';
import type { PhotoLine } from '@/words/unit/photos';
import { Question } from './Question';
import type { StepView, UnitHead } from '@/words/unit/view';

export interface LookQuestion {
  step: StepView;
  group: 'outside' | 'power';
  /** Outcome taken, or null. */
  answer: number | null;
  /** False: it cannot be seen yet (no power, no picture). */
  observable: boolean;
}

interface Props {
  unit: UnitHead;
  questions: LookQuestion[];
  photos: readonly PhotoLine[];
}

/**
 * The outside look and the first power-on: one question after the other, answered by keys, about a minute in
 * all.
 */
export function QuickLook({ unit, questions, photos }: Props) {
  const { send, problem, setProblem, busy } = useCommand();
  const [skipped, setSkipped] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<string | null>(null);
  // answers on their way: the next question does not wait for them
  const given = useGiven<number>(unit.version);
  const [refused, setRefused] = useState<{ step: StepView; outcome: number; acknowledged?: string } | null>(
    null,
  );
  const answerTo = (question: LookQuestion) => given.of(question.step.id) ?? question.answer;
  const open = (question: LookQuestion) =>
    question.observable && answerTo(question) === null && !skipped.has(question.step.id);
  const current = questions.find((question) => question.step.id === picked) ?? questions.find(open) ?? null;
  const disabled = !unit.mayWrite || unit.held;
  const observe = async (
    step: StepView,
    outcome: number,
    acknowledged?: string,
    as?: 'despite' | 'powered',
  ) => {
    const { id } = step;
    setPicked(null);
    const input = { unitId: unit.id, finding: id, outcome, acknowledged, ...(as && { [as]: true }) };
    const words = `${unit.tag}: ${step.title} ${step.outcomes[outcome].label}`;
    const sent = await given.give(id, outcome, send('observe', input, unit.version, { words }));
    if (sent.ok) setRefused((before) => (before?.step.id === id ? null : before));
    else setRefused({ step, outcome, acknowledged });
  };
  const answer = (outcome: number, acknowledged?: string) =>
    void observe(current!.step, outcome, acknowledged);
  const takeBack = async (observation: number) => {
    const taken = await send('voidObservation', { unitId: unit.id, observation }, unit.version);
    if (taken.ok && refused) void observe(refused.step, refused.outcome, refused.acknowledged);
  };
  const stopped = problem && (
    <Refused
      problem={problem}
      of={refused && refused.step.id !== current?.step.id ? refused.step.title : undefined}
      busy={busy}
      onDespite={(as) => {
        setProblem(null);
        if (refused) void observe(refused.step, refused.outcome, refused.acknowledged, as);
      }}
      onTakeBack={(observation) => void takeBack(observation)}
    />
  );
  const skip = () => {
    if (!current) return;
    setSkipped(new Set([...skipped, current.step.id]));
    setPicked(null);
  };
  useShortcuts((key) => {
    if (disabled) return false;
    return acted(key === 'Enter' && !current && (() => go(`/u/${unit.tag}`)), busy);
  });
  const answered = questions.filter((question) => answerTo(question) !== null).length;
  const list = (group: LookQuestion['group'], title: string) => (
    <div className="min-w-0">
      <h2 className="mb-1 text-read">{title}</h2>
      <ol>
        {questions
          .filter((question) => question.group === group)
          .map((question) => {
            const on = question === current;
            const taken = answerTo(question);
            return (
              <li
                key={question.step.id}
                className={`relative flex items-baseline justify-between gap-2 border-b border-rule py-[4.5px] text-note ${on ? 'bg-ink px-2 text-paper' : ''}`}
              >
                <button
                  type="button"
                  disabled={!question.observable || disabled}
                  onClick={() => setPicked(question.step.id)}
                  className={`truncate text-left after:absolute after:inset-0 ${question.observable ? '' : 'text-soft'}`}
                  title={question.step.title}
                >
                  {question.step.title}
                </button>
                <span className="whitespace-nowrap font-semibold">
                  {taken !== null ? (
                    question.step.outcomes[taken].label
                  ) : question.observable ? (
                    skipped.has(question.step.id) ? (
                      'cannot tell'
                    ) : (
                      ''
                    )
                  ) : (
                    <span className="font-normal text-soft">not yet</span>
                  )}
                </span>
              </li>
            );
          })}
      </ol>
    </div>
  );
  return (
    <div className="flex flex-col gap-gutter">
      {unit.held && (
        <section className="hatched bg-paper py-4 pr-5">
          <h2 className="text-title">Stopped. This unit is in quarantine.</h2>
          <p className="text-read">
            Unplugged, not charged, set apart in a fireproof place, handed to somebody trained. The owner lets
            it go on the history page.
          </p>
        </section>
      )}
      {!unit.held && current && (
        <Question
          key={current.step.id}
          step={current.step}
          busy={busy}
          disabled={disabled}
          problem={stopped}
          ahead
          lead={current.group === 'outside' ? 'Outside look,' : 'First power,'}
          onAnswer={answer}
          onSkip={skip}
        />
      )}
      {!unit.held && !current && (
        <section className="border-t-[6px] border-ink bg-paper px-[22px] py-4">
          <h2 className="text-page leading-8">
            {busy ? 'Saving: what can be seen next comes with it.' : 'That is all that can be seen so far.'}
          </h2>
          <p className="mb-2">{answered} answers. Enter goes on to what to find out next.</p>
          <Quiet onClick={() => go(`/u/${unit.tag}`)}>Find out</Quiet>
          {stopped}
        </section>
      )}
      <section className="grid gap-x-7 gap-y-4 bg-paper px-5 py-4 md:grid-cols-2">
        {list('outside', 'Outside, nothing unscrewed')}
        {list('power', 'First power, bare minimum')}
      </section>
      <PhotoTray tag={unit.tag} unitId={unit.id} photos={photos} mayWrite={unit.mayWrite} />
    </div>
  );
}

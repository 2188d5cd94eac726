'use client';
import { useRef, useState, type ReactNode } from 'react';
import { useShortcuts } from '../kit/keys/keyboard';
import { Button, CautionNote } from '../kit/parts';
import { attended } from '../kit/words';
import { NO_ANSWERS, type NoAnswer } from '@/core/catalogue';
import { NO_ANSWER_WORDS } from '@/words/names';
import type { CautionView, StepView } from '@/words/unit/view';

interface Props {
  step: StepView;
  busy: boolean;
  disabled: boolean;
  /** What stopped the last answer, in place. */
  problem: ReactNode;
  /** Answers may be given faster than they are saved: the questions stand in a known order. */
  ahead?: boolean;
  /** A key for an answer came before the question was there. */
  onEarly?: () => void;
  lead: string;
  onAnswer: (outcome: number, acknowledged?: string) => void;
  onSkip?: () => void;
  /** There is no answer, and why. */
  onNone?: (why: NoAnswer) => void;
  /** An instrument at work, in place of the answers it will give. */
  instead?: ReactNode;
}

/** What has come under a pointer cannot be pressed before it could be seen, ms. */
const SETTLE_MS = 400;

/**
 * One question in the middle of the bench: the answers are big numbered keys, each with what it would leave.
 */
export function Question({
  step,
  busy: saving,
  disabled,
  problem,
  lead,
  onAnswer,
  onSkip,
  onNone,
  instead,
  ahead,
  onEarly,
}: Props) {
  const busy = saving && !ahead;
  const [none, setNone] = useState(false);
  const [asked, setAsked] = useState<{ step: string; outcome: number; caution: CautionView } | null>(null);
  // without what they would leave, the answers stand side by side
  const bare = step.outcomes.every((outcome) => !outcome.leaves);
  const hazard = asked?.step === step.id ? asked : null;
  // a second click of the same press must not fall on what has just come under the pointer
  const opened = useRef(0);
  const choose = (outcome: number) => {
    const caution = step.outcomes[outcome].hazard;
    if (caution?.acknowledge) {
      opened.current = performance.now();
      setAsked({ step: step.id, outcome, caution });
    } else onAnswer(outcome);
  };
  const acknowledge = () => {
    if (hazard && performance.now() - opened.current > SETTLE_MS) onAnswer(hazard.outcome, hazard.caution.id);
  };
  useShortcuts((key) => {
    if (disabled || instead) return false;
    if (hazard) {
      if (key.toLowerCase() === 'y') onAnswer(hazard.outcome, hazard.caution.id);
      if (key === 'Escape' || key.toLowerCase() === 'n') setAsked(null);
      return true;
    }
    if (key === '0' && onSkip) {
      onSkip();
      return true;
    }
    if (key === '0' && onNone) {
      setNone(!none);
      return true;
    }
    if (none && key === 'Escape') {
      setNone(false);
      return true;
    }
    if (none && onNone) {
      const why = NO_ANSWERS[Number(key) - 1];
      if (!why) return false;
      if (busy) onEarly?.();
      else onNone(why);
      return true;
    }
    const at = Number(key) - 1;
    if (!(at >= 0 && at < step.outcomes.length)) return false;
    if (busy) onEarly?.();
    else choose(at);
    return true;
  });
  return (
    <section aria-label="Next" className="headpanel">
      <p className="text-row text-soft">
        {lead} {attended(step.minutes)}. {step.reason}
      </p>
      <h2 className="mt-1 mb-1 text-page leading-[1.12] tracking-tight">{step.title}</h2>
      {(step.how || step.setUp) && (
        <p className="max-w-[62ch] text-read">
          {step.setUp && <b>First {step.setUp}. </b>}
          {step.how}
        </p>
      )}
      {instead}
      {none && onNone && (
        <div className="mt-3.5 flex flex-wrap gap-2" role="group" aria-label="No answer">
          {NO_ANSWERS.map((why, i) => (
            <Button key={why} shortcut={String(i + 1)} disabled={busy} onClick={() => onNone(why)}>
              {NO_ANSWER_WORDS[why]}
            </Button>
          ))}
          <Button shortcut="0" onClick={() => setNone(false)}>
            Back to the question
          </Button>
        </div>
      )}
      {!hazard && !instead && !none && (
        <div
          className={`mt-3.5 grid gap-2 ${bare ? `sm:grid-cols-2 ${step.outcomes.length > 3 ? 'xl:grid-cols-3' : 'xl:auto-cols-fr xl:grid-flow-col xl:grid-cols-none'}` : ''}`}
        >
          {step.outcomes.map((outcome, i) => (
            <button
              key={outcome.label}
              type="button"
              disabled={disabled || busy}
              onClick={() => choose(i)}
              className={`grid min-h-[50px] grid-cols-[50px_1fr] items-center border-2 border-ink bg-sheet text-left hover:bg-track disabled:opacity-60 ${bare ? '' : 'md:grid-cols-[50px_minmax(150px,38%)_1fr]'}`}
            >
              <b className="figures grid h-full place-items-center bg-ink text-head text-paper">{i + 1}</b>
              <span className="px-3.5 text-lead font-semibold">{outcome.label}</span>
              {!bare && (
                <span className="col-start-2 px-3.5 pb-1 text-row text-soft md:col-start-3 md:p-0 md:pr-2.5">
                  {outcome.leaves}
                </span>
              )}
            </button>
          ))}
        </div>
      )}
      {hazard && (
        <div className="mt-3.5" role="alertdialog" aria-label={hazard.caution.title}>
          <CautionNote title={hazard.caution.title} text={hazard.caution.text}>
            <span className="mt-2 flex gap-2">
              <Button tone="hazard" shortcut="Y" disabled={busy} onClick={acknowledge}>
                I have read this: record it
              </Button>
              <Button shortcut="N" onClick={() => setAsked(null)}>
                Not so
              </Button>
            </span>
          </CautionNote>
        </div>
      )}
      {onNone && !hazard && !none && (
        <p className="mt-2 text-row text-soft">
          <button
            type="button"
            disabled={disabled || busy}
            onClick={() => setNone(true)}
            className="min-h-8 border-b border-current disabled:opacity-60"
          >
            0 no answer
          </button>
        </p>
      )}
      {onSkip && !hazard && (
        <p className="mt-2 text-row text-soft">
          <button type="button" onClick={onSkip} className="min-h-8 border-b border-current">
            0 cannot tell, go on
          </button>
        </p>
      )}
      {problem && <div className="mt-3">{problem}</div>}
      {step.cautions.map((caution) => (
        <div key={caution.id} className="mt-2.5">
          <CautionNote title={caution.title} text={caution.text} />
        </div>
      ))}
    </section>
  );
}

import type { ReactNode } from 'react';
import type { StepView } from '@/words/unit/view';
import { Button } from '../kit/parts';
import { attended } from '../kit/words';
import { ToldFaults, type EndingView } from './Ending';

/** A step that is begun, not answered. */
export function TakenStep({
  step,
  told,
  children,
}: {
  step: StepView;
  told: EndingView['told'];
  children: ReactNode;
}) {
  return (
    <section aria-label="Next" className="headpanel">
      <p className="text-row text-soft">
        Next, {attended(step.minutes)}. {step.reason}
      </p>
      <h2 className="mt-1 text-page leading-[1.12]">{step.title}</h2>
      <p className="text-read">{step.how}</p>
      {step.kind === 'stop' && (step.id === 'disclose' || step.id === 'asFound') && (
        <ToldFaults told={told} />
      )}
      {children}
    </section>
  );
}

interface TakeProps {
  step: StepView;
  /** It was laid aside before. */
  paused: boolean;
  disabled: boolean;
  onTake: () => void;
}

/** The one key that begins it. */
export function Take({ step, paused, disabled, onTake }: TakeProps) {
  return (
    <div className="flex gap-3 bg-paper px-[22px] pb-4">
      <Button tone="strong" shortcut="Enter" disabled={disabled} onClick={onTake}>
        {step.kind === 'bundle'
          ? 'To its report'
          : step.kind === 'read'
            ? 'To what it is'
            : step.kind === 'change'
              ? 'To its parts'
              : step.id === 'ask'
                ? 'To the quote'
                : step.kind === 'stop'
                  ? 'Stop here'
                  : paused
                    ? 'Go on with it, clock on'
                    : 'Start it, clock on'}
      </Button>
    </div>
  );
}

'use client';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { Button, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { LentView, UnitHead } from '@/words/unit/view';

interface Props {
  unit: UnitHead;
  test: string;
  partClass: string;
  lent: LentView[];
  disabled: boolean;
}

/** The known-good part of a swap-test: taken from the bin for this unit, held until the answer. */
export function SwapPart({ unit, test, partClass, lent, disabled }: Props) {
  const { send, problem, busy } = useCommand();
  const here = lent.find((part) => part.class === partClass);
  const take = () => void send('reservePart', { unitId: unit.id, finding: test }, unit.version);
  useShortcuts((key) => {
    return acted(key === 'Enter' && !disabled && !here && take, busy);
  });
  return (
    <div className="bg-paper px-[22px] pb-4 text-read">
      {here ? (
        <p className="border-l-[6px] border-ink py-1 pl-3">
          <b className="figures">{here.code}</b> {here.name} lies here for it and goes back with your answer.{' '}
          <Quiet
            disabled={disabled || busy}
            onClick={() => void send('releasePart', { unitId: unit.id, componentId: here.id }, unit.version)}
          >
            Put it back now
          </Quiet>
        </p>
      ) : (
        <Button tone="strong" shortcut="Enter" disabled={disabled || busy} onClick={take}>
          Take a known-good {partClass} from the bin
        </Button>
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </div>
  );
}

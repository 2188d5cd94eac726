'use client';
import { Link } from '@/ui/kit/Link';
import type { LeftView } from '@/words/record/ending';
import type { UnitHead } from '@/words/unit/view';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Button, Key, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { percent } from '../kit/words';

export interface EndingView {
  /** What was decided, in words. */
  words: string;
  told: { words: string; probability: number }[];
  /** It goes to a buyer, who is told. */
  sold: boolean;
  left: LeftView[];
}

/** Faults a buyer would be told of. */
export function ToldFaults({ told }: { told: EndingView['told'] }) {
  if (told.length === 0) return <p className="mt-2 text-read">No fault is known that would be told.</p>;
  return (
    <>
      <p className="mt-2 text-row text-soft">Its buyer is told</p>
      <ul aria-label="Faults that are told" className="text-lead">
        {told.map((fault) => (
          <li key={fault.words} className="border-b border-rule py-1">
            <b>{fault.words}</b>
            {fault.probability < 0.995 && (
              <span className="text-soft"> {percent(fault.probability)} likely</span>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

/** It is decided how the machine ends: what is told, and what is left to do, each one key away. */
export function Ending({ unit, ending }: { unit: UnitHead; ending: EndingView }) {
  const { send, problem, busy } = useCommand();
  const turnTo = (view: LeftView) => go(`/u/${unit.tag}/${view.side}`);
  const disabled = busy || !unit.mayWrite || unit.held;
  const back = () => void send('decide', { unitId: unit.id, route: null }, unit.version);
  useShortcuts((key) => {
    const line = ending.left[Number(key) - 1];
    if (key === 'Enter' && ending.left[0]) turnTo(ending.left[0]);
    else if (key === '0' && unit.mayWrite && !unit.held) return acted(back, busy);
    else if (line) turnTo(line);
    else return false;
    return true;
  });
  return (
    <section aria-label="Next" className="headpanel">
      <p className="text-row text-soft">Decided</p>
      <h2 className="mt-1 text-page leading-[1.12] tracking-tight">{ending.words}</h2>
      {ending.sold && <ToldFaults told={ending.told} />}
      <p className="mt-3 text-row text-soft">
        {ending.left.length ? 'Left to do, in this order' : 'Nothing is left to do.'}
      </p>
      <ol aria-label="Left to do">
        {ending.left.map((line, i) => (
          <li key={line.words} className="border-b border-rule">
            <Link
              href={`/u/${unit.tag}/${line.side}`}
              className="flex min-h-11 items-baseline gap-3 py-2 hover:bg-track"
            >
              <Key>{i + 1}</Key>
              <b className="text-lead">{line.words}</b>
              <span className="min-w-0 truncate text-row text-soft">{line.note}</span>
            </Link>
          </li>
        ))}
      </ol>
      {ending.left[0] && (
        <p className="mt-3 flex items-center gap-5">
          <Button tone="strong" shortcut="Enter" onClick={() => turnTo(ending.left[0])}>
            {ending.left[0].words}
          </Button>
          {unit.mayWrite && (
            <Quiet disabled={disabled} onClick={back} className="text-row">
              0 not decided after all
            </Quiet>
          )}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

'use client';
import { useState } from 'react';
import { percent } from '../kit/words';
import { Quiet } from '../kit/parts';

interface Answer {
  beliefs: { cause: string; name: string; probability: number }[];
  conflict: { conflict: boolean };
}

/** On request: what three faults at once would make of the record. */
export function Wider({ tag }: { tag: string }) {
  const [answer, setAnswer] = useState<Answer | 'asked' | string | null>(null);
  const ask = async () => {
    setAnswer('asked');
    const response = await fetch(`/api/units/${tag}/wider`).catch(() => null);
    const body = (await response?.json().catch(() => null)) as
      (Answer & { error?: { message: string } }) | null;
    setAnswer(body && response?.ok ? body : (body?.error?.message ?? 'The shop’s computer does not answer.'));
  };
  if (answer === null)
    return (
      <p>
        <Quiet onClick={() => void ask()} className="text-[13.5px]">
          Look with three faults at once
        </Quiet>
      </p>
    );
  if (answer === 'asked')
    return <p className="text-[13.5px] text-soft">Looking with three faults at once …</p>;
  if (typeof answer === 'string')
    return (
      <p role="alert" className="text-[13.5px]">
        {answer}
      </p>
    );
  return (
    <div aria-live="polite" className="text-[13.5px]">
      <p className="text-soft">
        With three faults at once{answer.conflict.conflict ? ' it fits no better' : ' it fits'}:
      </p>
      <ul>
        {answer.beliefs
          .filter((line) => line.probability >= 0.03)
          .slice(0, 4)
          .map((line) => (
            <li key={line.cause} className="flex justify-between gap-2">
              <span>{line.name}</span>
              <span className="figures text-[13px]">{percent(line.probability)}</span>
            </li>
          ))}
      </ul>
    </div>
  );
}

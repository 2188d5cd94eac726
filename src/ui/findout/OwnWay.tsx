'use client';
import { useState } from 'react';
import { Link } from '@/ui/kit/Link';
import type { UnitHead } from '@/words/unit/view';
import { STOP_NAMES } from '@/words/names';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

/** What may be done to a machine, in the catalogue's own order. */
export interface Choices {
  looks: { id: string; name: string }[];
  repairs: { id: string; name: string }[];
}

const words = (text: string) => text.toLowerCase().split(/\s+/).filter(Boolean);
const having = (choices: Choices['looks'], text: string) =>
  choices.filter(({ name }) => words(text).every((word) => name.toLowerCase().includes(word)));

/** The bench of a machine whose proposals a study hides: looks, work and endings, each to be chosen. */
export function OwnWay({ unit, choices, disabled }: { unit: UnitHead; choices: Choices; disabled: boolean }) {
  const { send, problem, busy } = useCommand();
  const [text, setText] = useState('');
  const lists = [
    ['Looks and tests', having(choices.looks, text)],
    ['Work', having(choices.repairs, text)],
  ] as const;
  return (
    <section aria-label="Next" className="headpanel">
      <p className="text-row text-soft">In the study</p>
      <h2 className="mt-1 text-page leading-[1.12] tracking-tight">Work it your own way</h2>
      <p className="mt-2 text-read">
        This machine was drawn to be worked without proposals. Choose what to look at, what to do and when to
        stop; put every answer in as always.
      </p>
      <TextField
        label="Find"
        hint="a word or two"
        value={text}
        onChange={(event) => setText(event.target.value)}
        wrap="mt-3 max-w-[360px]"
      />
      <div
        className="mt-3 grid max-h-[300px] gap-x-6 gap-y-2 overflow-y-auto pr-3 md:grid-cols-2"
        tabIndex={0}
      >
        {lists.map(([title, found]) => (
          <div key={title}>
            <h3 className="text-row text-soft">
              {title}, {found.length}
            </h3>
            <ul className="text-row">
              {found.map(({ id, name }) => (
                <li key={id} className="border-b border-rule">
                  <Link href={`/u/${unit.tag}?ask=${id}`} className="block py-1.5 hover:bg-track">
                    {name}
                  </Link>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
      <div className="mt-4 flex flex-wrap gap-2">
        {Object.entries(STOP_NAMES).map(([route, name]) => (
          <Button
            key={route}
            disabled={disabled || busy}
            onClick={() => void send('decide', { unitId: unit.id, route }, unit.version)}
          >
            {name}
          </Button>
        ))}
      </div>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

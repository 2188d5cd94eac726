'use client';
import type { Schools } from '@/core/clean/zones';
import { Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

export interface SchoolView {
  key: keyof Schools;
  ask: string;
  choices: { id: string; name: string; risk: string }[];
  chosen: string;
}

/** How the house cleans, where practitioners disagree, each with what it risks. */
export function HowWeClean({ schools, mayWrite }: { schools: readonly SchoolView[]; mayWrite: boolean }) {
  const { send, problem, busy } = useCommand();
  return (
    <fieldset>
      <legend className="sr-only">How we clean</legend>
      <h2 className="text-lead">How we clean</h2>
      <p className="text-row text-soft">Plans and their minutes follow; each way has its risk.</p>
      <div className="grid gap-x-6 md:grid-cols-2 xl:grid-cols-3">
        {schools.map(({ key, ask, choices, chosen }) => (
          <div key={key} role="radiogroup" aria-label={ask} className="mt-2 border-b border-rule pb-2">
            <h3 className="text-read font-semibold">{ask}</h3>
            {choices.map(({ id, name, risk }) => (
              <label key={id} className="flex min-h-11 cursor-pointer items-start gap-2 pt-1.5 text-row">
                <input
                  type="radio"
                  name={`school-${key}`}
                  className="mt-0.5 size-5 accent-ink"
                  checked={chosen === id}
                  disabled={busy || !mayWrite}
                  onChange={() => void send('setSchools', { schools: { [key]: id } })}
                />
                <span>
                  {name}. <span className="text-soft">{risk}</span>
                </span>
              </label>
            ))}
          </div>
        ))}
      </div>
      {problem && <Problem>{problem.message}</Problem>}
    </fieldset>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Known, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';

export interface SpecLine {
  key: string;
  name: string;
  values: { basis: string; value: string; origin: string; by: string; at: string }[];
}

/** Everything known of the machine, each value with how it is known; where bases differ, both stand. */
export function SpecSheet({
  unit,
  lines,
  keys,
}: {
  unit: UnitHead;
  lines: SpecLine[];
  keys: { key: string; name: string }[];
}) {
  const { send, problem, busy } = useCommand();
  const [key, setKey] = useState('memoryGb');
  const [value, setValue] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if ((await send('typeSpec', { unitId: unit.id, key, value }, unit.version)).ok) setValue('');
  };
  return (
    <section aria-label="Specification" className="panel">
      <h2 className="text-read">What is known of it</h2>
      <table className="mt-1 w-full border-collapse text-row">
        <caption className="sr-only">Specification with the basis of each value</caption>
        <tbody>
          {lines.map((line) => (
            <tr key={line.key} className="border-b border-rule align-top">
              <th scope="row" className="w-[110px] py-1 pr-2 text-left font-normal text-soft">
                {line.name}
              </th>
              <td className="py-1">
                {line.values.map((known, i) => (
                  <div key={`${known.basis} ${known.value}`} className={i ? 'text-note text-soft' : ''}>
                    <Known basis={known.basis}>{known.value}</Known>{' '}
                    <span className="text-fine text-soft">
                      {known.basis}, {known.origin}, {known.by}
                    </span>
                    {i === 0 && known.basis === 'claimed' && unit.mayWrite && !unit.held && (
                      <Quiet
                        disabled={busy}
                        aria-label={`${line.name}: seen, as said`}
                        className="ml-2 min-h-0! text-note!"
                        onClick={() =>
                          void send(
                            'typeSpec',
                            { unitId: unit.id, key: line.key, value: known.value },
                            unit.version,
                          )
                        }
                      >
                        seen, as said
                      </Quiet>
                    )}
                  </div>
                ))}
              </td>
            </tr>
          ))}
          {lines.length === 0 && (
            <tr>
              <td className="py-2 text-soft">Nothing yet.</td>
            </tr>
          )}
        </tbody>
      </table>
      {unit.mayWrite && (
        <form onSubmit={(event) => void submit(event)} className="mt-3 flex flex-wrap items-end gap-2">
          <ChoiceField
            label="Read off by hand"
            value={key}
            onChange={(event) => setKey(event.target.value)}
            wrap="w-[170px]"
          >
            {keys.map((entry) => (
              <option key={entry.key} value={entry.key}>
                {entry.name}
              </option>
            ))}
          </ChoiceField>
          <TextField
            label="Value"
            value={value}
            onChange={(event) => setValue(event.target.value)}
            required
            wrap="w-[180px]"
          />
          <Button type="submit" disabled={busy || unit.held}>
            Note it
          </Button>
        </form>
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </section>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import type { TakesGroup } from '@/words/parts/view';
import { lower } from '@/words/plain';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Heading, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

interface Props {
  unit: UnitHead;
  groups: readonly TakesGroup[];
  /** Its maker and model, when both are known. */
  model: string | null;
  /** Largest module read in another machine of the model. */
  provenGb: number | null;
}

const BASIS: Record<string, string> = {
  usual: 'usual',
  model: 'of the model',
  inside: 'by what is in it',
  typed: 'typed',
};

/** Classes somebody asks about every week; the others are folded until something is known of them. */
const OFTEN = ['memory', 'drive', 'panel', 'charger', 'card', 'supply', 'processor', 'battery'];
const often = ({ id, fields }: TakesGroup) => OFTEN.includes(id) || fields.some(({ value }) => value !== '');

/** What the machine takes, read off its plate, its board or its maker's sheet: for this one, or for all of its model. */
export function TakesForm({ unit, groups, model, provenGb }: Props) {
  const { send, problem, busy } = useCommand();
  const [said, setSaid] = useState('');
  const off = !unit.mayWrite || unit.held;
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const submitter = (event.nativeEvent as SubmitEvent).submitter as HTMLButtonElement | null;
    const facts: Record<string, string | null> = {};
    for (const field of groups.flatMap((group) => group.fields)) {
      const typed = String(form.get(field.key) ?? '').trim();
      // what stands there by other means is not typed anew
      if (typed !== field.value) facts[field.key] = typed || null;
    }
    if (Object.keys(facts).length === 0) return setSaid('Nothing was changed.');
    const whole = submitter?.value === 'model';
    const sent = await send('noteTakes', { unitId: unit.id, facts, model: whole }, unit.version);
    if (sent.ok) setSaid(whole ? `Noted for every ${model}.` : 'Noted for this one.');
  };
  const drawn = (group: TakesGroup) => (
    <fieldset key={group.id} disabled={off}>
      <Heading>{group.name}</Heading>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 pt-1">
        {group.fields.map((field) => {
          const hint = [field.unit, BASIS[field.basis]].filter(Boolean).join(', ');
          return field.choices ? (
            <ChoiceField
              key={field.key}
              label={field.name}
              hint={hint}
              name={field.key}
              defaultValue={field.value}
            >
              <option value="">not known</option>
              {field.choices.map(({ value, name }) => (
                <option key={value} value={value}>
                  {name}
                </option>
              ))}
            </ChoiceField>
          ) : (
            <TextField
              key={field.key}
              label={field.name}
              hint={hint}
              name={field.key}
              defaultValue={field.value}
            />
          );
        })}
      </div>
      {group.id === 'memory' && provenGb !== null && (
        <p className="pt-1 text-row">
          Proven by us: a module of {provenGb} GB was read in another {model}.
        </p>
      )}
    </fieldset>
  );
  return (
    <form onSubmit={(event) => void save(event)} className="panel" aria-label="What it takes">
      <p className="max-w-[640px] text-row text-soft">
        What is filled in here decides whether a part fits. Anything unknown makes it “with care”. Read plates
        with the machine unplugged.
      </p>
      <div className="grid gap-x-8 gap-y-4 pt-3 md:grid-cols-2">{groups.filter(often).map(drawn)}</div>
      {groups.some((group) => !often(group)) && (
        <details className="pt-3">
          <summary className="min-h-11 cursor-pointer py-2 text-row font-semibold">
            {groups
              .filter((group) => !often(group))
              .map(({ name }, n) => (n ? lower(name) : name))
              .join(', ')}
          </summary>
          <div className="grid gap-x-8 gap-y-4 pt-1 md:grid-cols-2">
            {groups.filter((group) => !often(group)).map(drawn)}
          </div>
        </details>
      )}
      {!off && (
        <p className="flex flex-wrap items-center gap-4 pt-4">
          <Button type="submit" tone="strong" disabled={busy} value="unit">
            For this one
          </Button>
          {model && (
            <Button type="submit" disabled={busy} value="model">
              For every {model}
            </Button>
          )}
          {said && <span role="status">{said}</span>}
        </p>
      )}
      {problem && (
        <div className="pt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

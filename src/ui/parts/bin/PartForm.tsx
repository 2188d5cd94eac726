'use client';
import { useState } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { isTyped, PART_FIELDS, readFact } from '@/core/parts/fields';
import { readLabel } from '@/core/parts/label';
import { factsWords } from '@/words/parts/view';
import { useMoney } from '@/ui/kit/theShop';
import { ChoiceField, TextField } from '@/ui/kit/fields';
import { Button, Problem, Quiet } from '@/ui/kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { useShapedForm } from '@/ui/kit/hooks/useShapedForm';
import { PartFacts } from './PartFacts';

const EMPTY = {
  class: 'memory',
  name: '',
  serial: '',
  costMinor: '',
  worthMinor: '',
  condition: '',
  supplier: '',
  knownGood: false,
  benchOnly: false,
};

/** A part into the bin. Its label says what it is; what it does not say can be added. */
export function PartForm() {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [made, setMade] = useState('');
  const [partClass, setPartClass] = useState('memory');
  const [name, setName] = useState('');
  const [facts, setFacts] = useState<Record<string, string>>({});
  const [more, setMore] = useState(false);
  const said = readLabel(partClass, name);
  const told = isTyped(partClass)
    ? Object.fromEntries(
        PART_FIELDS[partClass].flatMap((field) => {
          const typed = facts[field.key]?.trim();
          if (!typed) return [];
          const read = readFact(field, typed);
          return [[field.key, 'value' in read ? read.value : typed] as const];
        }),
      )
    : {};
  const { field, sending, reset } = useShapedForm({
    defaults: EMPTY,
    toInput: ({ costMinor, worthMinor, ...typed }) => ({
      ...typed,
      costMinor: money.parse(costMinor.trim() || '0') ?? NaN,
      worthMinor: money.parse(worthMinor.trim() || '0') ?? NaN,
      attributes: told,
    }),
    shape: async () => (await import('@/shapes/parts')).receivePartInput,
  });
  const submit = sending(async (input) => {
    const outcome = await send<{ code: string }>('receivePart', input);
    if (!outcome.ok) return;
    setMade(outcome.answer.code);
    setName('');
    setFacts({});
    reset({ ...EMPTY, class: String(input.class) });
  });
  const { fault: _, ...tested } = field('knownGood');
  const { fault: __, ...bench } = field('benchOnly');
  const classField = field('class');
  const nameField = field('name');
  const words = factsWords(partClass, { ...said, ...told });
  return (
    <form onSubmit={(event) => void submit(event)} className="grid grid-cols-2 gap-2 pt-1" noValidate>
      <ChoiceField
        label="Class"
        {...classField}
        onChange={(event) => {
          setPartClass(event.target.value);
          void classField.onChange(event);
        }}
      >
        {PART_CLASSES.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </ChoiceField>
      <TextField label="Serial" {...field('serial')} />
      <TextField
        label="What it is"
        hint="as on its label"
        {...nameField}
        onChange={(event) => {
          setName(event.target.value);
          void nameField.onChange(event);
        }}
        wrap="col-span-2"
      />
      <p aria-live="polite" className="col-span-2 min-h-5 text-note text-soft">
        {words && `That says: ${words}`}
      </p>
      <TextField label="Cost" hint={money.sign} {...field('costMinor')} inputMode="decimal" />
      <TextField label="Worth" hint={money.sign} {...field('worthMinor')} inputMode="decimal" />
      {more && (
        <>
          <PartFacts partClass={partClass} said={said} facts={facts} onFacts={setFacts} />
          <ChoiceField label="It is" {...field('condition')}>
            <option value="">not said</option>
            <option value="new">new</option>
            <option value="used">used</option>
          </ChoiceField>
          <TextField label="From whom" {...field('supplier')} />
          <label className="col-span-2 flex min-h-9 items-center gap-2 text-row">
            <input type="checkbox" {...bench} className="size-5 accent-ink" />
            For tests at the bench only: it is never sold and leaves with no machine
          </label>
        </>
      )}
      <label className="flex min-h-9 items-center gap-2 text-row font-semibold">
        <input type="checkbox" {...tested} className="size-5 accent-ink" />
        Tested good
      </label>
      <Quiet onClick={() => setMore(!more)}>{more ? 'less' : 'more of it'}</Quiet>
      <Button type="submit" disabled={busy}>
        Into the bin
      </Button>
      {made && (
        <p role="status" className="figures self-center font-semibold">
          {made}
        </p>
      )}
      {problem && (
        <div className="col-span-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';

/** Chargers and parts that came loose in a lot: they take a share of what it cost, by what they are worth. */
export function LooseParts({ lotId }: { lotId: string }) {
  const { send, problem, setProblem, busy } = useCommand();
  const money = useMoney();
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState('');
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const typed = new FormData(form);
    const worthMinor = money.parse(String(typed.get('worth') || '0'));
    if (worthMinor === null)
      return setProblem({ code: 'invalid', message: 'Not noted: the worth is no amount.' });
    const sent = await send<{ codes: string[] }>('receiveLoose', {
      lotId,
      parts: [
        { class: typed.get('class'), name: typed.get('name'), serial: typed.get('serial'), worthMinor },
      ],
    });
    if (!sent.ok) return;
    setSaid(sent.answer.codes.join(', '));
    form.reset();
  };
  if (!open) return <Quiet onClick={() => setOpen(true)}>A loose part or charger came with it</Quiet>;
  return (
    <form
      onSubmit={(event) => void add(event)}
      className="flex w-full flex-wrap items-end gap-2"
      aria-label="Loose part"
    >
      <ChoiceField label="Class" name="class" defaultValue="charger" wrap="w-[140px]">
        {PART_CLASSES.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </ChoiceField>
      <TextField label="What it is" hint="as on its label" name="name" required autoFocus wrap="w-[240px]" />
      <TextField label="Serial" name="serial" wrap="w-[130px]" />
      <TextField label="Worth" hint={money.sign} name="worth" inputMode="decimal" wrap="w-[110px]" />
      <Button type="submit" disabled={busy}>
        Into the bin
      </Button>
      <Quiet onClick={() => setOpen(false)}>done</Quiet>
      {said && (
        <p role="status" className="figures">
          {said}
        </p>
      )}
      {problem && (
        <div className="w-full">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

/** One machine of a lot by hand. */
export function AddUnit({ lotId }: { lotId: string }) {
  const { send, problem, busy } = useCommand();
  const [open, setOpen] = useState(false);
  const [made, setMade] = useState('');
  if (!open) return <Quiet onClick={() => setOpen(true)}>Add one machine by hand</Quiet>;
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = Object.fromEntries(new FormData(target));
    const outcome = await send<{ tag: string }>('addUnit', { lotId, ...form });
    if (outcome.ok) {
      setMade(outcome.answer.tag);
      target.reset();
    }
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-2">
      <ChoiceField label="Kind" name="chassis" wrap="w-[140px]">
        <option value="laptop">laptop</option>
        <option value="desktop">desktop</option>
        <option value="small">small desktop</option>
        <option value="aio">all-in-one</option>
      </ChoiceField>
      <TextField label="Maker" name="maker" wrap="w-[140px]" />
      <TextField label="Model" name="model" required wrap="w-[160px]" />
      <TextField label="Serial" name="serial" wrap="w-[140px]" fault={problem?.details?.fields?.serial} />
      <TextField label="Said of it" name="condition" wrap="w-[200px]" />
      <Button type="submit" disabled={busy}>
        Add
      </Button>
      {made && (
        <p role="status" className="figures">
          {made}
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

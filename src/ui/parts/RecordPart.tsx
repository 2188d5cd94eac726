'use client';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

/** A part seen in the machine is put on its record, whatever its class. */
export function RecordPart({ unit }: { unit: UnitHead }) {
  const { send, problem, busy } = useCommand();
  const [open, setOpen] = useState(false);
  const record = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const sent = await send(
      'recordPart',
      {
        unitId: unit.id,
        class: said.get('class'),
        name: said.get('name'),
        serial: said.get('serial'),
      },
      unit.version,
    );
    if (sent.ok) form.reset();
  };
  if (!open) return <Quiet onClick={() => setOpen(true)}>Record a part</Quiet>;
  return (
    <form
      onSubmit={(event) => void record(event)}
      className="grid w-full grid-cols-2 gap-2"
      aria-label="Seen in it"
    >
      <ChoiceField label="Class" name="class" defaultValue="memory">
        {PART_CLASSES.filter((name) => name !== 'consumable').map((name) => (
          <option key={name}>{name}</option>
        ))}
      </ChoiceField>
      <TextField label="Serial" name="serial" />
      <TextField
        label="What it is"
        hint="type its label: 4GB PC3L-12800S"
        name="name"
        required
        autoFocus
        wrap="col-span-2"
      />
      <Button type="submit" disabled={busy}>
        It is in there
      </Button>
      <Quiet onClick={() => setOpen(false)}>done</Quiet>
      {problem && (
        <div className="col-span-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import type { UnitHead } from '@/words/unit/view';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { useCommand } from '../kit/hooks/useCommand';
import { useShortcuts, acted } from '../kit/keys/keyboard';
import { Button, Problem } from '../kit/parts';

/** What is known of its drive is offered; one key confirms it, or that there is none. */
export function RecordDrive({ unit, named }: { unit: UnitHead; named: string | null }) {
  const { send, problem, busy } = useCommand();
  const [open, setOpen] = useState(false);
  const record = (name: FormDataEntryValue | null, serial: FormDataEntryValue | null = '') =>
    void send('recordPart', { unitId: unit.id, class: 'drive', name, serial }, unit.version);
  const none = () => void send('observe', { unitId: unit.id, finding: 'look-bay', outcome: 1 }, unit.version);
  useShortcuts((key) => {
    if (open) return false;
    if (key === '1') return acted(named ? () => record(named) : null, busy);
    if (key === '2') return acted(none, busy);
    return acted(key === '3' && (() => setOpen(true)));
  });
  if (!open)
    return (
      <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Its drive">
        {named && (
          <Button shortcut="1" disabled={busy} onClick={() => record(named)}>
            Its {named} is in it
          </Button>
        )}
        <Button shortcut="2" disabled={busy} onClick={none}>
          I looked: no drive in it
        </Button>
        <Button shortcut="3" onClick={() => setOpen(true)}>
          {named ? 'Another drive, or its serial' : 'There is a drive: record it'}
        </Button>
        {problem && <Problem>{problem.message}</Problem>}
      </div>
    );
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    record(form.get('name'), form.get('serial'));
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-wrap items-end gap-2 border-t border-rule pt-2.5">
      <TextField
        label="Drive"
        name="name"
        defaultValue={named ?? ''}
        placeholder="500 GB hard disk"
        required
        wrap="w-[200px]"
      />
      <TextField label="Serial" name="serial" wrap="w-[160px]" autoFocus />
      <Button type="submit" disabled={busy}>
        Record it
      </Button>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

export const AS = [
  ['graded', 'proved and graded'],
  ['told', 'with its faults told'],
  ['as found', 'as found, untested parts named'],
  ['for parts', 'for its parts'],
] as const;

'use client';
import { useState } from 'react';
import type { UnitHead } from '@/words/unitView';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

const BECAME = [
  ['harvested', 'taken apart for its parts'],
  ['recycled', 'scrapped'],
  ['returned', 'back to whose it is, its drives with it'],
  ['given away', 'given away'],
  ['lost', 'lost'],
] as const;

/** It leaves without a sale: what it became. What is left in it goes along; drives are accounted for first. */
export function GoneForm({ unit, first = 'harvested' }: { unit: UnitHead; first?: string }) {
  const { send, problem, busy } = useCommand();
  const [as, setAs] = useState(first);
  const [note, setNote] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send('endUnit', { unitId: unit.id, as, note }, unit.version);
      }}
      className="flex flex-wrap items-end gap-2"
    >
      <ChoiceField
        label="It is gone:"
        value={as}
        onChange={(event) => setAs(event.target.value)}
        wrap="w-[290px]"
      >
        {BECAME.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Note"
        value={note}
        onChange={(event) => setNote(event.target.value)}
        wrap="w-[220px]"
      />
      <Button type="submit" disabled={busy || !unit.mayWrite}>
        It is gone
      </Button>
      {problem && (
        <div className="w-full">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import { useState } from 'react';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { MoneyField } from '../kit/MoneyField';
import { Button, Problem } from '../kit/parts';
import { useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';

const BECAME = [
  ['harvested', 'taken apart for its parts'],
  ['recycled', 'scrapped'],
  ['returned', 'back to its seller or owner, its drives with it'],
  ['given away', 'given away'],
  ['lost', 'lost'],
] as const;

/** It leaves without a sale: what it became. What is left in it goes along; drives are accounted for first. */
export function GoneForm({ unit, first = '' }: { unit: UnitHead; first?: string }) {
  const { send, problem, busy } = useCommand();
  const [as, setAs] = useState(first);
  const [note, setNote] = useState('');
  const [received, setReceived] = useState('');
  const [kilos, setKilos] = useState('');
  const money = useMoney();
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const receivedMinor = money.parse(received.trim() || '0');
        const grams = Math.round(Number(kilos.trim().replace(',', '.')) * 1000);
        if (receivedMinor === null || Number.isNaN(grams)) return;
        void send(
          'endUnit',
          { unitId: unit.id, as, note, receivedMinor, ...(grams > 0 && { grams }) },
          unit.version,
        );
      }}
      className="flex flex-wrap items-end gap-2"
    >
      <ChoiceField
        label="It is gone:"
        value={as}
        onChange={(event) => setAs(event.target.value)}
        wrap="w-[290px]"
        required
      >
        <option value="">choose what it became</option>
        {BECAME.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label={as === 'returned' ? 'Whom it goes back to' : 'Note'}
        value={note}
        onChange={(event) => setNote(event.target.value)}
        wrap="w-[220px]"
      />
      {as !== 'lost' && (
        <MoneyField
          optional
          label={as === 'returned' ? 'Given back to us' : 'Received'}
          text={received}
          onText={setReceived}
          wrap="w-[150px]"
        />
      )}
      {(as === 'recycled' || as === 'harvested') && (
        <TextField
          label={as === 'harvested' ? 'The rest weighs' : 'Weight'}
          hint="kg"
          inputMode="decimal"
          value={kilos}
          onChange={(event) => setKilos(event.target.value)}
          wrap="w-[100px]"
        />
      )}
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

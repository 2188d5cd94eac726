'use client';
import { useState, type FormEvent } from 'react';
import { HIDDEN_UNDER, ITEM_KINDS, MATS, WAYS_OPEN, type ItemKind, type MatName } from '@/core/hands/ledger';
import { MAT_WORDS, UNDER_WORDS } from '@/words/hands/mat';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { Button, Problem } from '../../kit/parts';
import type { useCommand } from '@/ui/kit/hooks/useCommand';

interface Props {
  unit: UnitHead;
  layer: number;
  /** The mat one looks at; null: the machine's own. */
  mat: MatName | null;
  send: ReturnType<typeof useCommand>['send'];
  onDone: () => void;
}

/** A group, lead, tape or clip this machine has besides. */
export function MatItemForm({ unit, layer, mat, send, onDone }: Props) {
  const [kind, setKind] = useState<ItemKind>('fastener');
  const [refused, setRefused] = useState('');
  const put = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const length = Number(form.get('length'));
    const sent = await send(
      'setMatItem',
      {
        unitId: unit.id,
        item: {
          name: String(form.get('name')).trim(),
          kind,
          count: Number(form.get('count')) || 1,
          // another mat begins with its own outside
          layer: (form.get('mat') || null) === mat ? layer : 0,
          // a seal is cut, whatever it is made of
          way: kind === 'seal' ? 'cut' : String(form.get('way')),
          ...(length > 0 && { lengthMm: length }),
          ...(form.get('mat') && { mat: String(form.get('mat')) }),
          ...(form.get('under') && { under: String(form.get('under')) }),
        },
      },
      unit.version,
    );
    if (sent.ok) onDone();
    else setRefused(sent.problem.message);
  };
  return (
    <form
      onSubmit={(event) => void put(event)}
      className="mt-2 flex flex-wrap items-end gap-3 bg-paper px-4 py-3"
    >
      <TextField label="What" name="name" required maxLength={60} />
      <ChoiceField label="Kind" value={kind} onChange={(event) => setKind(event.target.value as ItemKind)}>
        {ITEM_KINDS.map((own) => (
          <option key={own}>{own}</option>
        ))}
      </ChoiceField>
      {kind !== 'seal' && (
        <ChoiceField label="Opens" name="way">
          {WAYS_OPEN.map((own) => (
            <option key={own}>{own}</option>
          ))}
        </ChoiceField>
      )}
      <ChoiceField label="On" name="mat" defaultValue={mat ?? ''}>
        <option value="">the machine</option>
        {MATS.map((own) => (
          <option key={own} value={own}>
            {MAT_WORDS[own].toLowerCase()}
          </option>
        ))}
      </ChoiceField>
      {kind === 'fastener' && (
        <ChoiceField label="Hidden under" name="under">
          <option value="">nothing</option>
          {HIDDEN_UNDER.map((own) => (
            <option key={own} value={own}>
              {UNDER_WORDS[own]}
            </option>
          ))}
        </ChoiceField>
      )}
      <TextField label="How many" name="count" inputMode="numeric" defaultValue="1" />
      {kind === 'fastener' && <TextField label="Length, mm" name="length" inputMode="decimal" />}
      <Button type="submit" tone="strong">
        Lay it down
      </Button>
      {refused && <Problem>{refused}</Problem>}
    </form>
  );
}

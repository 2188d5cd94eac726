'use client';
import { useState } from 'react';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useShapedForm } from '../kit/hooks/useShapedForm';

const EMPTY = { chassis: 'laptop', maker: '', model: '', serial: '', condition: '' };

/** One machine of a lot by hand. */
export function AddUnitForm({ lotId }: { lotId: string }) {
  const { send, problem, busy } = useCommand();
  const [made, setMade] = useState('');
  const { field, sending, reset } = useShapedForm({
    defaults: EMPTY,
    toInput: (typed) => ({ lotId, ...typed }),
    shape: async () => (await import('@/shapes/lots')).addUnitInput,
  });
  const submit = sending(async (input) => {
    const outcome = await send<{ tag: string }>('addUnit', input);
    if (!outcome.ok) return;
    setMade(outcome.answer.tag);
    // the next one is mostly of the same kind
    reset({ ...EMPTY, chassis: String(input.chassis), maker: String(input.maker) });
  });
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-2" noValidate>
      <ChoiceField label="Kind" {...field('chassis')} wrap="w-[140px]">
        <option value="laptop">laptop</option>
        <option value="desktop">desktop</option>
        <option value="small">small desktop</option>
        <option value="aio">all-in-one</option>
      </ChoiceField>
      <TextField label="Maker" {...field('maker')} wrap="w-[140px]" />
      <TextField label="Model" {...field('model')} wrap="w-[160px]" />
      <TextField label="Serial" {...field('serial', problem?.details?.fields)} wrap="w-[140px]" />
      <TextField label="Said of it" {...field('condition')} wrap="w-[200px]" />
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

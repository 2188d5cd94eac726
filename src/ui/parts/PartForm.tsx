'use client';
import { useState } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { useMoney } from '../kit/theShop';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';
import { useShapedForm } from '../kit/useShapedForm';

const FITS = [
  ['', 'any machine'],
  ['desktop,small', 'desktops'],
  ['desktop', 'full desktops'],
  ['small', 'small desktops'],
  ['laptop,aio', 'laptops, all-in-ones'],
  ['laptop', 'laptops'],
  ['aio', 'all-in-ones'],
] as const;

const EMPTY = {
  class: 'memory',
  name: '',
  gb: '',
  serial: '',
  costMinor: '',
  type: '',
  rate: '',
  fits: '',
  knownGood: false,
};

/** A part into the bin. */
export function PartForm() {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [made, setMade] = useState('');
  const { field, sending, reset } = useShapedForm({
    defaults: EMPTY,
    toInput: ({ costMinor, gb, rate, type, fits, ...typed }) => ({
      ...typed,
      costMinor: money.parse(costMinor.trim() || '0') ?? NaN,
      attributes: {
        ...(Number(gb) > 0 && { gb: Number(gb) }),
        ...(type.trim() && { type: type.trim() }),
        ...(Number(rate) > 0 && { rate: Number(rate) }),
        ...(fits && { fits }),
      },
    }),
    shape: async () => (await import('@/shapes/parts')).receivePartInput,
  });
  const submit = sending(async (input) => {
    const outcome = await send<{ code: string }>('receivePart', input);
    if (!outcome.ok) return;
    setMade(outcome.answer.code);
    reset({ ...EMPTY, class: String(input.class) });
  });
  const { fault: _, ...tested } = field('knownGood');
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-2" noValidate>
      <ChoiceField label="Class" {...field('class')} wrap="w-[140px]">
        {PART_CLASSES.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </ChoiceField>
      <TextField label="What it is" {...field('name')} wrap="w-[220px]" />
      <TextField label="Size" hint="GB" {...field('gb')} inputMode="decimal" wrap="w-[90px]" />
      <TextField label="Serial" {...field('serial')} wrap="w-[140px]" />
      <TextField
        label="Cost"
        hint={money.sign}
        {...field('costMinor')}
        inputMode="decimal"
        wrap="w-[110px]"
      />
      <TextField label="Kind" hint="as on the label" {...field('type')} wrap="w-[170px]" />
      <TextField label="Speed" hint="MT/s" {...field('rate')} inputMode="numeric" wrap="w-[100px]" />
      <ChoiceField label="Fits" {...field('fits')} wrap="w-[150px]">
        {FITS.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <label className="flex min-h-11 items-center gap-2 text-[14px] font-semibold">
        <input type="checkbox" {...tested} className="size-5 accent-ink" />
        Tested good
      </label>
      <Button type="submit" disabled={busy}>
        Into the bin
      </Button>
      {made && (
        <p role="status" className="figures font-semibold">
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

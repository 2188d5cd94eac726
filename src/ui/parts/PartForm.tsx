'use client';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { useMoney } from '../kit/theShop';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

const FITS = [
  ['', 'any machine'],
  ['desktop,small', 'desktops'],
  ['desktop', 'full desktops'],
  ['small', 'small desktops'],
  ['laptop,aio', 'laptops, all-in-ones'],
  ['laptop', 'laptops'],
  ['aio', 'all-in-ones'],
] as const;

/** A part into the bin. */
export function PartForm() {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [made, setMade] = useState('');
  const [fault, setFault] = useState('');
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    const cost = money.parse(String(form.get('cost') || '0'));
    setFault(cost === null ? 'is not an amount' : '');
    if (cost === null) return;
    const gb = Number(form.get('gb'));
    const rate = Number(form.get('rate'));
    const outcome = await send<{ code: string }>('receivePart', {
      class: form.get('class'),
      name: form.get('name'),
      serial: form.get('serial'),
      costMinor: cost,
      knownGood: form.get('good') === 'on',
      attributes: {
        ...(gb > 0 && { gb }),
        ...(String(form.get('type')).trim() && { type: String(form.get('type')).trim() }),
        ...(rate > 0 && { rate }),
        ...(form.get('fits') && { fits: String(form.get('fits')) }),
      },
    });
    if (outcome.ok) {
      setMade(outcome.answer.code);
      target.reset();
    }
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-2">
      <ChoiceField label="Class" name="class" wrap="w-[140px]">
        {PART_CLASSES.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </ChoiceField>
      <TextField label="What it is" name="name" required wrap="w-[220px]" />
      <TextField label="Size" hint="GB" name="gb" inputMode="decimal" wrap="w-[90px]" />
      <TextField label="Serial" name="serial" wrap="w-[140px]" />
      <TextField
        label="Cost"
        hint={money.sign}
        name="cost"
        inputMode="decimal"
        fault={fault}
        wrap="w-[110px]"
      />
      <TextField label="Kind" hint="as on the label" name="type" wrap="w-[170px]" />
      <TextField label="Speed" hint="MT/s" name="rate" inputMode="numeric" wrap="w-[100px]" />
      <ChoiceField label="Fits" name="fits" wrap="w-[150px]">
        {FITS.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <label className="flex min-h-11 items-center gap-2 text-[14px] font-semibold">
        <input type="checkbox" name="good" className="size-5 accent-ink" />
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

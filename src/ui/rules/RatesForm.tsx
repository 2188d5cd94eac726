'use client';
import { useState, type FormEvent } from 'react';
import { parseMinor } from '@/core/money/minor';
import { useSign } from '../kit/currency';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

/** Rates: what an hour of hands costs and what selling takes. */
export function RatesForm({
  name,
  rateMinor,
  feeBasisPoints,
  mayWrite,
}: {
  name: string;
  rateMinor: number;
  feeBasisPoints: number;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const sign = useSign();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [saved, setSaved] = useState(false);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const rate = parseMinor(String(form.get('rate')));
    const fee = Number(String(form.get('fee')).replace(',', '.'));
    const wrong: Record<string, string> = {};
    if (rate === null || rate < 0) wrong.rate = 'is not an amount';
    if (!(fee >= 0 && fee <= 50)) wrong.fee = 'must be 0 to 50 %';
    setFaults(wrong);
    if (Object.keys(wrong).length) return;
    setSaved(
      (
        await send('setRules', {
          name: String(form.get('name')),
          ratePerHourMinor: rate,
          feeBasisPoints: Math.round(fee * 100),
        })
      ).ok,
    );
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="flex max-w-[560px] flex-col gap-3.5 pt-4">
      <TextField label="The shop’s name" name="name" defaultValue={name} required disabled={!mayWrite} />
      <TextField
        label="An hour of hands costs"
        hint={sign}
        name="rate"
        inputMode="decimal"
        defaultValue={(rateMinor / 100).toFixed(2)}
        fault={faults.rate}
        disabled={!mayWrite}
      />
      <TextField
        label="Selling takes"
        hint="% of the price"
        name="fee"
        inputMode="decimal"
        defaultValue={(feeBasisPoints / 100).toString()}
        fault={faults.fee}
        disabled={!mayWrite}
      />
      {mayWrite ? (
        <div>
          <Button type="submit" tone="strong" disabled={busy}>
            Keep
          </Button>
          {saved && (
            <span role="status" className="ml-3">
              Kept. A unit follows when it is opened; all at once under Own numbers.
            </span>
          )}
        </div>
      ) : (
        <p className="text-soft">Only the owner changes these.</p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import { useMoney } from '../kit/theShop';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

/** Rates: what an hour of hands costs and what selling takes. */
export function RatesForm({
  name,
  rateMinor,
  feeBasisPoints,
  timeZone,
  mayWrite,
}: {
  name: string;
  rateMinor: number;
  feeBasisPoints: number;
  timeZone: string;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [saved, setSaved] = useState(false);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const rate = money.parse(String(form.get('rate')));
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
          timeZone: String(form.get('zone')),
        })
      ).ok,
    );
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="flex max-w-[560px] flex-col gap-3.5 pt-4">
      <TextField label="The shop’s name" name="name" defaultValue={name} required disabled={!mayWrite} />
      <TextField
        label="An hour of hands costs"
        hint={money.sign}
        name="rate"
        inputMode="decimal"
        defaultValue={money.field(rateMinor)}
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
      <ChoiceField label="Days are counted in" name="zone" defaultValue={timeZone} disabled={!mayWrite}>
        {[...new Set([timeZone, 'UTC', ...Intl.supportedValuesOf('timeZone')])].map((zone) => (
          <option key={zone} value={zone}>
            {zone.replaceAll('_', ' ')}
          </option>
        ))}
      </ChoiceField>
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

'use client';
import { useState } from 'react';
import { useMoney } from '../kit/theShop';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useShapedForm } from '../kit/hooks/useShapedForm';

/** Rates: what an hour of hands costs and what selling takes. */
export function RatesForm({
  name,
  rateMinor,
  feeBasisPoints,
  timeZone,
  trader,
  warranty,
  mayWrite,
}: {
  name: string;
  trader: string;
  warranty: string;
  rateMinor: number;
  feeBasisPoints: number;
  timeZone: string;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [saved, setSaved] = useState(false);
  const { field, sending } = useShapedForm({
    defaults: {
      name,
      ratePerHourMinor: money.field(rateMinor),
      feeBasisPoints: (feeBasisPoints / 100).toString(),
      timeZone,
      trader,
      warranty,
    },
    toInput: (typed) => ({
      ...typed,
      ratePerHourMinor: money.parse(typed.ratePerHourMinor) ?? NaN,
      feeBasisPoints: Math.round(Number(typed.feeBasisPoints.replace(',', '.')) * 100),
    }),
    shape: async () => (await import('@/shapes/rates')).ratesInput,
  });
  const submit = sending(async (input) => setSaved((await send('setRules', input)).ok));
  return (
    <form onSubmit={(event) => void submit(event)} className="flex max-w-[560px] flex-col gap-3.5 pt-4">
      <TextField label="The shop’s name" {...field('name')} disabled={!mayWrite} />
      <TextField
        label="Address on papers"
        hint="where and how you can be reached"
        {...field('trader')}
        disabled={!mayWrite}
      />
      <TextField label="Warranty" hint="as buyers get it" {...field('warranty')} disabled={!mayWrite} />
      <TextField
        label="An hour of hands costs"
        hint={money.sign}
        {...field('ratePerHourMinor')}
        inputMode="decimal"
        disabled={!mayWrite}
      />
      <TextField
        label="Selling takes"
        hint="% of the price"
        {...field('feeBasisPoints')}
        inputMode="decimal"
        disabled={!mayWrite}
      />
      <ChoiceField label="Time zone" {...field('timeZone')} disabled={!mayWrite}>
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
              Kept. A machine is recalculated when it is opened; all at once under Own numbers.
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

'use client';
import { useRouter } from 'next/navigation';
import { useState, useSyncExternalStore, type FormEvent } from 'react';
import { parseMinor } from '@/core/money/minor';
import { ChoiceField, TextField } from './fields';
import { Button, Problem } from './parts';
import { post, type CommandProblem } from './hooks/useCommand';
import { signIn } from './signIn';

const never = () => () => undefined;
const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The first owner, the shop, its money, its hour, its places. */
export function SetupForm() {
  const router = useRouter();
  const [problem, setProblem] = useState<CommandProblem | null>(null);
  const [busy, setBusy] = useState(false);
  const [decimals, setDecimals] = useState('2');
  const zone = useSyncExternalStore(never, zoneHere, () => 'UTC');
  const fields = problem?.details?.fields ?? {};
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? '');
    setBusy(true);
    const outcome = await post('/api/setup', {
      name: text('name'),
      email: text('email'),
      password: text('password'),
      shop: text('shop'),
      place: text('place'),
      currencySign: text('currencySign'),
      currencyDecimals: Number(decimals),
      timeZone: text('timeZone'),
      ratePerHourMinor: parseMinor(text('rate'), Number(decimals)) ?? NaN,
      feeBasisPoints: Math.round(Number(text('fee').replace(',', '.')) * 100),
      stations: text('stations')
        .split(',')
        .map((name) => name.trim())
        .filter(Boolean),
    });
    // what was just typed is not asked again
    const became = outcome.ok && (await signIn(text('email'), text('password')));
    setBusy(false);
    if (!outcome.ok) return setProblem(outcome.problem);
    router.replace(became === 'in' ? '/' : '/sign-in');
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="grid gap-3 sm:grid-cols-2">
      <TextField label="Your name" name="name" required fault={fields.name} autoFocus />
      <TextField label="E-mail to sign in with" name="email" type="email" required fault={fields.email} />
      <TextField
        label="Password"
        hint="10 characters or more"
        name="password"
        type="password"
        autoComplete="new-password"
        required
        fault={fields.password}
        wrap="sm:col-span-2"
      />
      <TextField label="The shop’s name" name="shop" required fault={fields.shop} />
      <TextField label="Place" name="place" fault={fields.place} />
      <TextField label="Currency" hint="sign" name="currencySign" required fault={fields.currencySign} />
      <ChoiceField
        label="Decimal places"
        value={decimals}
        onChange={(event) => setDecimals(event.target.value)}
        fault={fields.currencyDecimals}
      >
        {['0', '2', '3'].map((n) => (
          <option key={n} value={n}>
            {n === '0' ? 'none' : n}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="An hour of hands costs"
        name="rate"
        inputMode="decimal"
        defaultValue="18"
        required
        fault={fields.ratePerHourMinor}
      />
      <TextField
        label="Selling takes"
        hint="% of the price"
        name="fee"
        inputMode="decimal"
        defaultValue="8"
        required
        fault={fields.feeBasisPoints}
      />
      <ChoiceField
        key={zone}
        label="Time zone"
        name="timeZone"
        defaultValue={zone}
        fault={fields.timeZone}
        wrap="sm:col-span-2"
      >
        {[...new Set([zone, 'UTC', ...Intl.supportedValuesOf('timeZone')])].map((name) => (
          <option key={name} value={name}>
            {name.replaceAll('_', ' ')}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Own benches, docks, racks"
        hint="with commas; the usual ones are there"
        name="stations"
        fault={fields.stations}
        wrap="sm:col-span-2"
      />
      <p className="sm:col-span-2">
        <Button type="submit" tone="strong" disabled={busy}>
          Open the shop
        </Button>
      </p>
      {problem && (
        <div className="sm:col-span-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { LOT_SOURCES } from '@/core/catalogue';
import { useMoney } from '../kit/theShop';
import { AreaField, ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';
import { SOURCE_WORDS } from './sourceWords';

/** Receiving a lot: what it is, what it cost in all, what was said of it. */
export function LotForm({ today }: { today: string }) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [faults, setFaults] = useState<Record<string, string>>({});
  const fields = { ...faults, ...problem?.details?.fields };
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? '').trim();
    const amounts: Record<string, number> = {};
    const wrong: Record<string, string> = {};
    for (const name of ['priceMinor', 'freightMinor', 'feesMinor']) {
      const minor = money.parse(text(name) || '0');
      if (minor === null || minor < 0) wrong[name] = `“${text(name)}” is not an amount`;
      else amounts[name] = minor;
    }
    setFaults(wrong);
    if (Object.keys(wrong).length) return;
    const outcome = await send<{ code: string }>('receiveLot', {
      code: text('code'),
      name: text('name'),
      source: text('source'),
      tagPrefix: text('tagPrefix').toUpperCase(),
      receivedOn: text('receivedOn'),
      allocation: text('allocation'),
      claims: text('claims'),
      ...amounts,
    });
    if (outcome.ok) router.push(`/lots/${outcome.answer.code}`);
  }
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="grid max-w-[820px] gap-x-5 gap-y-3.5 pt-4 sm:grid-cols-6"
      noValidate
    >
      <TextField
        label="Lot"
        name="code"
        placeholder="WQ-4"
        required
        autoFocus
        fault={fields.code}
        wrap="sm:col-span-2"
      />
      <TextField label="Name" name="name" required fault={fields.name} wrap="sm:col-span-4" />
      <ChoiceField label="Where it came from" name="source" wrap="sm:col-span-3">
        {LOT_SOURCES.map((source) => (
          <option key={source} value={source}>
            {SOURCE_WORDS[source]}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Letters of its tags"
        name="tagPrefix"
        placeholder="WQ"
        maxLength={4}
        required
        fault={fields.tagPrefix}
        wrap="sm:col-span-1"
      />
      <TextField
        label="Received"
        name="receivedOn"
        type="date"
        defaultValue={today}
        required
        fault={fields.receivedOn}
        wrap="sm:col-span-2"
      />
      <TextField
        label="Price"
        hint={money.sign}
        name="priceMinor"
        inputMode="decimal"
        placeholder="0.00"
        fault={fields.priceMinor}
        wrap="sm:col-span-2"
      />
      <TextField
        label="Freight"
        hint={money.sign}
        name="freightMinor"
        inputMode="decimal"
        placeholder="0.00"
        fault={fields.freightMinor}
        wrap="sm:col-span-2"
      />
      <TextField
        label="Fees"
        hint={money.sign}
        name="feesMinor"
        inputMode="decimal"
        placeholder="0.00"
        fault={fields.feesMinor}
        wrap="sm:col-span-2"
      />
      <ChoiceField label="Its cost is shared out" name="allocation" wrap="sm:col-span-3">
        <option value="value">by what each unit should fetch</option>
        <option value="equal">equally</option>
      </ChoiceField>
      <AreaField label="What the seller says of it" name="claims" rows={2} wrap="sm:col-span-6" />
      {problem && (
        <div className="sm:col-span-6">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      <div className="sm:col-span-6">
        <Button type="submit" tone="strong" disabled={busy}>
          Receive it
        </Button>
      </div>
    </form>
  );
}

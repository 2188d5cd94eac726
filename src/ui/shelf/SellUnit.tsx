'use client';
import type { UnitHead } from '@/words/unit/view';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { useCommand } from '../kit/hooks/useCommand';
import { MoneyField } from '../kit/MoneyField';
import { Button, Problem } from '../kit/parts';
import { useMoney, Money } from '../kit/theShop';
import { AS } from './RecordDrive';

export function Sell({
  unit,
  ask,
  today,
  as,
  outwardMinor,
}: {
  unit: UnitHead;
  ask: number;
  today: string;
  as: string;
  outwardMinor: number;
}) {
  const [outward, setOutward] = useState('');
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [text, setText] = useState(money.field(ask));
  const minor = money.parse(text);
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const outwardTyped = outward.trim() ? money.parse(outward) : undefined;
    if (minor !== null && outwardTyped !== null)
      void send(
        'sellUnit',
        {
          unitId: unit.id,
          priceMinor: minor,
          soldOn: form.get('soldOn'),
          channel: form.get('channel') ?? '',
          ...(outwardTyped !== undefined && { outwardMinor: outwardTyped }),
        },
        unit.version,
      );
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-end gap-2">
      <p className="w-full text-read">
        <b>On the shelf</b> at <Money minor={ask} />, {AS.find(([id]) => id === as)?.[1]}.
      </p>
      <MoneyField label="Sold for" text={text} onText={setText} wrap="w-[130px]" />
      <TextField label="On" name="soldOn" type="date" defaultValue={today} required wrap="w-[160px]" />
      <TextField label="Where" name="channel" defaultValue="shop counter" wrap="w-[160px]" />
      <MoneyField
        optional
        label="Sending it"
        text={outward}
        onText={setOutward}
        placeholder={money.field(outwardMinor)}
        wrap="w-[120px]"
      />
      <Button type="submit" tone="strong" disabled={busy || !unit.mayWrite || minor === null}>
        Sold
      </Button>
      {problem && (
        <div className="w-full">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}

'use client';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { useMoney } from '../kit/theShop';
import { useCommand } from '../kit/useCommand';

interface Props {
  lot: { id: string; priceMinor: number; freightMinor: number; feesMinor: number };
}

const FIELDS = [
  ['priceMinor', 'Price'],
  ['freightMinor', 'Freight'],
  ['feesMinor', 'Fees'],
] as const;

/** What a lot cost, put right with a reason: the history keeps both, and the cost is shared out again. */
export function LotCorrection({ lot }: Props) {
  const { send, problem, busy } = useCommand();
  const amounts = useMoney();
  const [open, setOpen] = useState(false);
  const [faults, setFaults] = useState<Record<string, string>>({});
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const wrong: Record<string, string> = {};
    const money: Record<string, number> = {};
    for (const [name] of FIELDS) {
      const minor = amounts.parse(String(form.get(name) ?? ''));
      if (minor === null || minor < 0) wrong[name] = 'is not an amount';
      else if (minor !== lot[name]) money[name] = minor;
    }
    setFaults(wrong);
    if (Object.keys(wrong).length) return;
    const sent = await send('correctLot', { lotId: lot.id, ...money, why: String(form.get('why') ?? '') });
    if (sent.ok) setOpen(false);
  }
  if (!open) return <Quiet onClick={() => setOpen(true)}>Put right what it cost</Quiet>;
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-2 flex flex-wrap items-end gap-3">
      {FIELDS.map(([name, label]) => (
        <TextField
          key={name}
          label={label}
          name={name}
          inputMode="decimal"
          defaultValue={amounts.text(lot[name])}
          fault={faults[name]}
          wrap="w-[130px]"
        />
      ))}
      <TextField label="Why" name="why" required wrap="w-[260px]" />
      <Button type="submit" disabled={busy}>
        Share out again
      </Button>
      <Quiet onClick={() => setOpen(false)}>leave it</Quiet>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

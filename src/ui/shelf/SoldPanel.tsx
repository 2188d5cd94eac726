'use client';
import { useState, type FormEvent } from 'react';
import type { UnitHead } from '@/words/unit/view';
import { TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { MoneyField } from '../kit/MoneyField';
import { useCommand } from '../kit/hooks/useCommand';

export interface SaleView {
  priceMinor: number;
  feesMinor: number;
  soldOn: string;
  channel: string;
  days: number;
}
export interface UndoneView {
  id: number;
  words: string;
}

/** What was sold, and for the owner: its correction, its cancelling, its coming back. */
export function SoldPanel({
  unit,
  sale,
  owner,
  complaints,
}: {
  unit: UnitHead;
  sale: SaleView;
  owner: boolean;
  complaints: { id: string; says: string }[];
}) {
  const [open, setOpen] = useState<'correct' | 'cancel' | 'back' | null>(null);
  return (
    <>
      <p className="text-lead font-semibold">
        Sold on {sale.soldOn} for <Money minor={sale.priceMinor} />
        {sale.channel && `, ${sale.channel}`}.
      </p>
      <p className="text-row text-soft">
        {sale.days === 0 ? 'Today.' : sale.days === 1 ? 'Yesterday.' : `${sale.days} days ago.`} Fees{' '}
        <Money minor={sale.feesMinor} />.
      </p>
      {owner && (
        <p className="mt-2 flex flex-wrap gap-5 text-row">
          <Quiet onClick={() => setOpen(open === 'back' ? null : 'back')}>It came back</Quiet>
          <Quiet onClick={() => setOpen(open === 'correct' ? null : 'correct')}>Correct the sale</Quiet>
          <Quiet onClick={() => setOpen(open === 'cancel' ? null : 'cancel')}>It was never sold</Quiet>
        </p>
      )}
      {open === 'correct' && <Correct unit={unit} sale={sale} />}
      {open === 'cancel' && <Cancel unit={unit} />}
      {open === 'back' && <CameBack unit={unit} sale={sale} complaints={complaints} />}
    </>
  );
}

const FORM = 'mt-3 flex flex-wrap items-end gap-2 border-t border-rule pt-2.5';

function Correct({ unit, sale }: { unit: UnitHead; sale: SaleView }) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [price, setPrice] = useState(money.field(sale.priceMinor));
  const [fees, setFees] = useState(money.field(sale.feesMinor));
  const priceMinor = money.parse(price);
  const feesMinor = money.parse(fees);
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    if (priceMinor === null || feesMinor === null) return;
    void send(
      'correctSale',
      {
        unitId: unit.id,
        priceMinor,
        feesMinor,
        soldOn: form.get('soldOn'),
        channel: form.get('channel') ?? '',
        why: form.get('why'),
      },
      unit.version,
    );
  };
  return (
    <form onSubmit={submit} className={FORM}>
      <MoneyField label="Price" text={price} onText={setPrice} wrap="w-[120px]" />
      <MoneyField label="Fees" text={fees} onText={setFees} wrap="w-[110px]" />
      <TextField label="On" name="soldOn" type="date" defaultValue={sale.soldOn} required wrap="w-[160px]" />
      <TextField label="Where" name="channel" defaultValue={sale.channel} wrap="w-[150px]" />
      <TextField label="Why it is corrected" name="why" required wrap="w-[240px]" />
      <Button type="submit" disabled={busy}>
        Correct it
      </Button>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

function Cancel({ unit }: { unit: UnitHead }) {
  const { send, problem, busy } = useCommand();
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const why = new FormData(event.currentTarget).get('why');
        void send('cancelSale', { unitId: unit.id, why }, unit.version);
      }}
      className={FORM}
    >
      <TextField label="What happened" name="why" required wrap="w-[280px]" />
      <Button type="submit" disabled={busy}>
        Back on the shelf
      </Button>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

function CameBack({
  unit,
  sale,
  complaints,
}: {
  unit: UnitHead;
  sale: SaleView;
  complaints: { id: string; says: string }[];
}) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [refund, setRefund] = useState(money.field(sale.priceMinor));
  const [fees, setFees] = useState(money.field(0));
  const [said, setSaid] = useState<string[]>([]);
  const refundMinor = money.parse(refund);
  const feesMinor = money.parse(fees);
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (refundMinor === null || feesMinor === null) return;
    const why = new FormData(event.currentTarget).get('why');
    void send('returnSale', { unitId: unit.id, refundMinor, feesMinor, complaints: said, why }, unit.version);
  };
  return (
    <form onSubmit={submit} className={FORM}>
      <MoneyField label="Given back" text={refund} onText={setRefund} wrap="w-[120px]" />
      <MoneyField label="Fees lost" text={fees} onText={setFees} wrap="w-[110px]" />
      <TextField label="What the buyer says" name="why" required wrap="w-[280px]" />
      <fieldset className="w-full">
        <legend className="text-note text-soft">
          Which of these is that? It counts as a claim, not as seen.
        </legend>
        <div className="grid max-h-44 grid-cols-2 gap-x-3 overflow-y-auto border border-rule p-2 text-row">
          {complaints.map((each) => (
            <label key={each.id} className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                checked={said.includes(each.id)}
                onChange={(event) =>
                  setSaid(event.target.checked ? [...said, each.id] : said.filter((id) => id !== each.id))
                }
                className="size-5 accent-ink"
              />
              {each.says}
            </label>
          ))}
        </div>
      </fieldset>
      <Button type="submit" tone="strong" disabled={busy}>
        It is back
      </Button>
      <p className="text-note text-soft">
        It is diagnosed again, its drives hold somebody’s data, and it is tested anew.
      </p>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}

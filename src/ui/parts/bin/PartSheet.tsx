'use client';
import { useState, type FormEvent } from 'react';
import { isTyped, PART_FIELDS, readFact, type Facts } from '@/core/parts/fields';
import type { PartView } from '@/words/parts/view';
import { TextField } from '@/ui/kit/fields';
import { Button, Heading, Problem, Quiet, Sheet } from '@/ui/kit/parts';
import { Money, useMoney } from '@/ui/kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { PartFacts } from './PartFacts';

interface Props {
  part: PartView;
  facts: Facts;
  place: string;
  inBin: boolean;
  gone: boolean;
  /** Nothing has happened to it since it was entered. */
  untouched: boolean;
  sold: boolean;
  today: string;
  owner: boolean;
  mayWrite: boolean;
  more: string;
}

/** One part: what it is, what it stands at; described, sold loose, kept for the bench. */
export function PartSheet({
  part,
  facts,
  place,
  inBin,
  gone,
  untouched,
  sold,
  today,
  owner,
  mayWrite,
  more,
}: Props) {
  const { send, problem, setProblem, busy } = useCommand();
  const money = useMoney();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [open, setOpen] = useState<'describe' | 'sell' | 'undo' | null>(null);
  const describe = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const worth = money.parse(String(form.get('worth') || '0'));
    if (worth === null) return setProblem({ code: 'invalid', message: 'Not noted: the worth is no amount.' });
    const attributes: Record<string, string | number> = {};
    if (isTyped(part.class))
      for (const field of PART_FIELDS[part.class]) {
        const text = typed[field.key]?.trim();
        if (!text) continue;
        const read = readFact(field, text);
        if ('fault' in read) return setProblem({ code: 'invalid', message: `Not noted: ${read.fault}.` });
        attributes[field.key] = read.value;
      }
    const sent = await send('describePart', {
      componentId: part.id,
      name: form.get('name'),
      serial: form.get('serial'),
      attributes,
      worthMinor: worth,
      benchOnly: form.get('bench') === 'on',
    });
    if (sent.ok) {
      setTyped({});
      setOpen(null);
    }
  };
  const sell = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const amount = (name: string) => {
      const text = String(form.get(name) ?? '').trim();
      return text ? money.parse(text) : undefined;
    };
    const priceMinor = amount('price');
    const [feesMinor, outwardMinor] = [amount('fees'), amount('outward')];
    if (priceMinor === undefined || [priceMinor, feesMinor, outwardMinor].includes(null))
      return setProblem({ code: 'invalid', message: 'Not sold: enter the price.' });
    const sent = await send('sellPart', {
      componentId: part.id,
      priceMinor,
      ...(feesMinor !== undefined && { feesMinor }),
      ...(outwardMinor !== undefined && { outwardMinor }),
      soldOn: form.get('soldOn'),
      channel: form.get('channel'),
    });
    if (sent.ok) setOpen(null);
  };
  return (
    <Sheet>
      <div className="border-b-2 border-ink pb-2.5">
        <p className="figures text-page leading-8 font-bold">{part.code}</p>
        <h1 className="text-head">{part.name}</h1>
        <p className="text-row text-soft">
          {[part.class, part.says, part.serial && `serial ${part.serial}`, more].filter(Boolean).join('; ')}
        </p>
      </div>
      <dl className="grid grid-cols-[120px_1fr] gap-y-1 pt-2 text-row">
        <dt className="text-soft">It is in</dt>
        <dd className="font-semibold">{place}</dd>
        <dt className="text-soft">Stands at</dt>
        <dd className="figures">
          <Money minor={part.costMinor} />
        </dd>
        <dt className="text-soft">Worth</dt>
        <dd className="figures">{part.worthMinor ? <Money minor={part.worthMinor} /> : 'not said'}</dd>
        <dt className="text-soft">Tested good</dt>
        <dd>{part.knownGood ? 'yes' : 'no'}</dd>
        {part.benchOnly && (
          <>
            <dt className="text-soft">Bench only</dt>
            <dd>it is never sold, and leaves with no machine</dd>
          </>
        )}
      </dl>
      {mayWrite && open === null && (
        <p className="flex flex-wrap gap-5 pt-3">
          {!gone && <Quiet onClick={() => setOpen('describe')}>Say more of it</Quiet>}
          {inBin && !part.benchOnly && <Quiet onClick={() => setOpen('sell')}>Sell it</Quiet>}
          {untouched && (owner || part.class !== 'drive') && (
            <Quiet
              disabled={busy}
              onClick={() => {
                if (
                  confirm(
                    `${part.code} ${part.name} was never here? It leaves the bin and the books for good.`,
                  )
                )
                  void send('takeBackPart', { componentId: part.id });
              }}
            >
              Entered by mistake
            </Quiet>
          )}
          {sold && owner && <Quiet onClick={() => setOpen('undo')}>Undo its sale</Quiet>}
        </p>
      )}
      {open === 'describe' && (
        <form
          onSubmit={(event) => void describe(event)}
          className="grid grid-cols-2 gap-2 pt-3 md:grid-cols-3"
          aria-label="Say more of it"
        >
          <TextField label="What it is" name="name" defaultValue={part.name} wrap="col-span-2" />
          <TextField label="Serial" name="serial" defaultValue={part.serial} />
          <PartFacts partClass={part.class} said={facts} facts={typed} onFacts={setTyped} />
          <TextField
            label="Worth"
            hint={money.sign}
            name="worth"
            defaultValue={money.field(part.worthMinor)}
            inputMode="decimal"
          />
          <label className="col-span-2 flex min-h-9 items-center gap-2 text-row">
            <input
              type="checkbox"
              name="bench"
              defaultChecked={part.benchOnly}
              className="size-5 accent-ink"
            />
            For tests at the bench only
          </label>
          <p className="col-span-2 flex items-center gap-5 md:col-span-3">
            <Button type="submit" disabled={busy}>
              Note it
            </Button>
            <Quiet onClick={() => setOpen(null)}>not now</Quiet>
          </p>
        </form>
      )}
      {open === 'sell' && (
        <form onSubmit={(event) => void sell(event)} className="pt-3" aria-label="Sell it">
          <Heading>Sold</Heading>
          <div className="grid grid-cols-2 gap-2 md:grid-cols-5">
            <TextField
              label="For"
              hint={money.sign}
              name="price"
              inputMode="decimal"
              required
              autoFocus
              defaultValue={part.worthMinor ? money.field(part.worthMinor) : ''}
            />
            <TextField label="Fees" hint="usual if empty" name="fees" inputMode="decimal" />
            <TextField label="Postage" hint={money.sign} name="outward" inputMode="decimal" />
            <TextField label="Day" name="soldOn" type="date" defaultValue={today} required />
            <TextField label="Where" name="channel" />
          </div>
          <p className="flex items-center gap-5 pt-2">
            <Button type="submit" tone="strong" disabled={busy}>
              Sold
            </Button>
            <Quiet onClick={() => setOpen(null)}>not now</Quiet>
          </p>
        </form>
      )}
      {open === 'undo' && (
        <form
          className="flex flex-wrap items-end gap-2 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            const back = (event.nativeEvent as SubmitEvent).submitter?.getAttribute('value') === 'back';
            const why = String(new FormData(event.currentTarget).get('why') ?? '');
            void send(back ? 'partCameBack' : 'unsellPart', { componentId: part.id, why }).then(
              (sent) => sent.ok && setOpen(null),
            );
          }}
        >
          <TextField label="Why" name="why" required wrap="flex-1" />
          <Button type="submit" disabled={busy}>
            Never handed over
          </Button>
          <Button type="submit" value="back" disabled={busy}>
            Came back{part.class === 'drive' && ', with data on it'}
          </Button>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </Sheet>
  );
}

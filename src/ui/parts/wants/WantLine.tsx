'use client';
import { useState } from 'react';
import type { WantView } from '@/words/parts/view';
import { FitMark } from '../FitMark';
import { TextField } from '@/ui/kit/fields';
import { Button, Problem, Quiet } from '@/ui/kit/parts';
import { Money, useMoney } from '@/ui/kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';

const STATES: Record<string, string> = {
  wanted: 'wanted, nobody has asked',
  quoted: 'offered',
  ordered: 'ordered',
  arrived: 'arrived: look at it before it is fitted',
  accepted: 'as said, lies in the bin for it',
  fitted: 'fitted',
  'sent back': 'sent back',
  dropped: 'not wanted any more',
};
const OVER = ['fitted', 'sent back', 'dropped'];

/** One part wanted, and the next act on it. */
export function WantLine({ want, mayWrite }: { want: WantView; mayWrite: boolean }) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [form, setForm] = useState<'offer' | 'order' | 'arrived' | 'look' | null>(null);
  const [text, setText] = useState('');
  const [other, setOther] = useState('');
  const over = OVER.includes(want.state);
  const on = { unitId: want.unitId, wantId: want.id };
  const act = async (name: string, more: Record<string, unknown> = {}) => {
    const sent = await send(name, { ...on, ...more }, want.version ?? undefined);
    if (!sent.ok) return;
    setForm(null);
    setText('');
    setOther('');
  };
  const offer = () => {
    const priceMinor = money.parse(text);
    if (priceMinor !== null)
      void act('quotePart', {
        class: want.class,
        name: want.name,
        priceMinor,
        condition: 'used',
        source: other,
      });
  };
  return (
    <div className={`text-row ${over ? 'text-soft' : ''}`}>
      <p>
        <b className="text-read">{want.name}</b> <span className="text-soft">{want.class}</span>
        {want.partCode && <span className="figures text-note"> {want.partCode}</span>}
      </p>
      <p>
        <span className={want.late ? 'bg-haz px-1 font-semibold text-[#1d211d]' : ''}>
          {STATES[want.state] ?? want.state}
          {want.state === 'ordered' && want.dueOn && `, due ${want.dueOn}`}
          {want.late && ': it should be here'}
        </span>
        {want.priceMinor !== null && (
          <span className="figures text-note">
            {' '}
            <Money minor={want.priceMinor} />
          </span>
        )}
        <span className="text-soft">
          {want.condition && `, ${want.condition}`}
          {want.days !== null && `, ${want.days} days`}
          {want.source && `; ${want.source}`}
          {want.note && `; ${want.note}`}
        </span>
      </p>
      {want.fit && !over && (
        <p className="text-note">
          <FitMark answer={want.fit.answer} /> <span className="text-soft">{want.fit.why}</span>
        </p>
      )}
      {mayWrite && !over && form === null && (
        <p className="mt-1 flex flex-wrap gap-4">
          {want.state === 'wanted' && <Quiet onClick={() => setForm('offer')}>it was offered</Quiet>}
          {want.state === 'quoted' && <Quiet onClick={() => setForm('order')}>order it</Quiet>}
          {want.state === 'ordered' && <Quiet onClick={() => setForm('arrived')}>it arrived</Quiet>}
          {(want.state === 'arrived' || want.state === 'accepted') && (
            <Quiet onClick={() => setForm('look')}>look at it</Quiet>
          )}
          <Quiet className="text-soft" disabled={busy} onClick={() => void act('dropWant')}>
            not wanted
          </Quiet>
        </p>
      )}
      {form === 'offer' && (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <TextField
            label="Delivered"
            hint={money.sign}
            inputMode="decimal"
            value={text}
            onChange={(event) => setText(event.target.value)}
            wrap="w-[110px]"
            autoFocus
          />
          <TextField
            label="Where"
            value={other}
            onChange={(event) => setOther(event.target.value)}
            wrap="w-[170px]"
          />
          <Button disabled={busy || money.parse(text) === null} onClick={offer}>
            Offered
          </Button>
        </div>
      )}
      {form === 'order' && (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <TextField
            label="Due"
            type="date"
            value={text}
            onChange={(event) => setText(event.target.value)}
            wrap="w-[170px]"
          />
          <Button disabled={busy} onClick={() => void act('orderPart', text ? { dueOn: text } : {})}>
            Ordered, the unit waits
          </Button>
          <Button
            disabled={busy}
            onClick={() => void act('orderPart', { waits: false, ...(text && { dueOn: text }) })}
          >
            Ordered, work goes on
          </Button>
        </div>
      )}
      {form === 'arrived' && (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <TextField
            label="Serial"
            value={text}
            onChange={(event) => setText(event.target.value)}
            wrap="w-[170px]"
            autoFocus
          />
          <Button disabled={busy} onClick={() => void act('partArrived', { serial: text })}>
            It is here
          </Button>
        </div>
      )}
      {form === 'look' && (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <TextField
            label="What is seen"
            hint="scratches, spots, plug"
            value={text}
            onChange={(event) => setText(event.target.value)}
            wrap="w-[210px]"
            autoFocus
          />
          <Button disabled={busy} onClick={() => void act('lookedAtPart', { good: true, note: text })}>
            As said
          </Button>
          <Button disabled={busy} onClick={() => void act('lookedAtPart', { good: false, note: text })}>
            Not as said: back
          </Button>
        </div>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </div>
  );
}

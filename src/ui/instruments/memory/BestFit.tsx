'use client';
import { useEffect, useState } from 'react';
import { SLOT_RULES, type SlotRule } from '@/core/memory/board';
import { bestFit, channelsOf, type BinModule, type BoardLimits, type MemoryFit } from '@/core/memory/fit';
import { ChoiceField, TextField } from '../../kit/fields';
import type { UnitHead } from '@/words/unit/view';
import { Button, Heading, Problem } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { ruleWords } from './words';
import { Money } from '../../kit/theShop';

interface BinRow {
  id: string;
  code: string;
  name: string;
  costMinor: number;
  knownGood: boolean;
  gb: number;
  type: string;
  rate: number;
  volts: number | null;
  registered: boolean | null;
  ecc: boolean | null;
}

/** What a machine's record says of its board. */
export interface BoardKnown {
  type: string;
  slots: number;
  slotGb: number | null;
  boardGb: number | null;
  channels: number | null;
  registered: boolean | null;
  ecc: boolean | null;
  soldered: { gb: number; rate: number } | null;
}

const numbers = (text: string) =>
  text
    .trim()
    .split(/[\s,;+]+/)
    .filter(Boolean)
    .map((word) => Number(word.replace(/gb$/i, '')));

/** The least costly modules of the bin that reach a size on this board. */
export function BestFit({ unit, known }: { unit: UnitHead; known: BoardKnown }) {
  const { slots, type } = known;
  const { send, problem, busy } = useCommand();
  const [fitted, setFitted] = useState('');
  const [look, setLook] = useState(0);
  const [bin, setBin] = useState<BinRow[] | 'failed' | null>(null);
  const [form, setForm] = useState({
    type,
    slotMax: Array.from({ length: slots }, () => known.slotGb ?? 8).join(' '),
    boardMax: String(known.boardGb ?? slots * (known.slotGb ?? 8) + (known.soldered?.gb ?? 0)),
    channels: String(known.channels ?? (slots + (known.soldered ? 1 : 0) > 1 ? 2 : 1)),
    inTurn: 'yes',
    rate: '',
    registered: known.registered === null ? '' : known.registered ? 'yes' : 'no',
    ecc: known.ecc === null ? 'may' : known.ecc ? 'wants' : 'none',
    solderedGb: known.soldered ? String(known.soldered.gb) : '',
    solderedRate: known.soldered?.rate ? String(known.soldered.rate) : '',
    rule: 'any' as SlotRule,
    target: '8',
  });
  useEffect(() => {
    fetch('/api/bin/memory')
      .then(async (response) =>
        setBin(response.ok ? ((await response.json()) as { modules: BinRow[] }).modules : 'failed'),
      )
      .catch(() => setBin('failed'));
  }, [look]);
  // one after the other: what is in is in, also when a later one has gone meanwhile
  const putIn = async (fit: MemoryFit) => {
    setFitted('');
    const codes: string[] = [];
    for (const part of fit.slots) {
      if (!part) continue;
      const answer = await send<{ code: string }>('fitPart', {
        unitId: unit.id,
        componentId: part.id,
      });
      if (!answer.ok) break;
      codes.push(answer.answer.code);
    }
    if (codes.length)
      setFitted(
        `${codes.join(', ')} ${codes.length > 1 ? 'are' : 'is'} in this unit now; ${codes.length > 1 ? 'their' : 'its'} cost went with it.`,
      );
    setLook((n) => n + 1);
  };
  const fits = { disabled: busy || !unit.mayWrite || unit.held, onFit: (fit: MemoryFit) => void putIn(fit) };
  const set = (key: keyof typeof form) => (event: { target: { value: string } }) =>
    setForm({ ...form, [key]: event.target.value });
  const slotMax = numbers(form.slotMax);
  const [boardMax, target, channels] = [form.boardMax, form.target, form.channels].map(Number);
  const faults = {
    slotMax:
      slotMax.length < 1 || slotMax.length > 8 || slotMax.some((gb) => !(gb > 0 && gb <= 256))
        ? '1 to 8 sizes in GB, like "8 8"'
        : '',
    boardMax: boardMax > 0 && boardMax <= 2048 ? '' : 'is no size',
    target: target > 0 && target <= 2048 ? '' : 'is no size',
  };
  const usable = Array.isArray(bin)
    ? bin.filter((row) => row.gb > 0 && row.type.toLowerCase() === form.type.trim().toLowerCase())
    : [];
  const ready = Array.isArray(bin) && Object.values(faults).every((fault) => fault === '');
  const modules: BinModule[] = usable.map((row) => ({
    id: row.id,
    type: '',
    sizeGb: row.gb,
    rate: row.rate,
    costMinor: row.costMinor,
    ...(row.registered !== null && { registered: row.registered }),
    ...(row.ecc !== null && { ecc: row.ecc }),
  }));
  const solderedGb = Number(form.solderedGb) || 0;
  // what is soldered lies on the first channel, the slots go on from there
  const inTurn = channelsOf(slotMax.length + (solderedGb > 0 ? 1 : 0), channels, form.inTurn === 'yes');
  const board: BoardLimits = {
    type: '',
    slotMax,
    boardMax,
    channels: solderedGb > 0 ? inTurn.slice(1) : inTurn,
    maxRate: Number(form.rate) || undefined,
    rule: form.rule,
    ecc: form.ecc as BoardLimits['ecc'],
    ...(form.registered && { registered: form.registered === 'yes' }),
    ...(solderedGb > 0 && {
      soldered: [{ sizeGb: solderedGb, rate: Number(form.solderedRate) || 0, channel: inTurn[0] }],
    }),
  };
  const cheap = ready ? bestFit(board, modules, target) : null;
  const paired =
    ready && cheap && !cheap.paired && channels > 1
      ? bestFit(board, modules, target, { paired: true })
      : null;
  const types = Array.isArray(bin) ? [...new Set(bin.map((row) => row.type).filter(Boolean))].sort() : [];
  return (
    <div className="grid gap-gutter xl:grid-cols-2 xl:items-start">
      <section className="grid gap-3 bg-paper px-[22px] py-4 sm:grid-cols-2" aria-label="The board">
        <TextField
          label="Kind of module"
          hint="as on the label"
          list="module-kinds"
          value={form.type}
          onChange={set('type')}
        />
        <datalist id="module-kinds">
          {types.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </datalist>
        <TextField
          label="To reach"
          hint="GB"
          inputMode="decimal"
          value={form.target}
          onChange={set('target')}
          fault={faults.target}
        />
        <TextField
          label="Each slot takes at most"
          hint="GB, slot by slot"
          value={form.slotMax}
          onChange={set('slotMax')}
          fault={faults.slotMax}
        />
        <TextField
          label="The board takes in all"
          hint="GB"
          inputMode="decimal"
          value={form.boardMax}
          onChange={set('boardMax')}
          fault={faults.boardMax}
        />
        <ChoiceField label="Channels" value={form.channels} onChange={set('channels')}>
          {[1, 2, 3, 4, 6, 8].map((count) => (
            <option key={count} value={count}>
              {count}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField label="Slots of a channel lie" value={form.inTurn} onChange={set('inTurn')}>
          <option value="yes">in turn: 1 2 1 2</option>
          <option value="no">side by side: 1 1 2 2</option>
        </ChoiceField>
        <TextField
          label="Fastest it runs"
          hint="million transfers a second"
          inputMode="numeric"
          value={form.rate}
          onChange={set('rate')}
        />
        <ChoiceField label="It takes them" value={form.rule} onChange={set('rule')}>
          {SLOT_RULES.map((rule) => (
            <option key={rule} value={rule}>
              {ruleWords[rule]}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField label="Registered" value={form.registered} onChange={set('registered')}>
          <option value="">not known: one kind only</option>
          <option value="no">takes none</option>
          <option value="yes">takes nothing else</option>
        </ChoiceField>
        <ChoiceField label="Error correction" value={form.ecc} onChange={set('ecc')}>
          <option value="none">takes none</option>
          <option value="may">may be there</option>
          <option value="wants">wants it</option>
        </ChoiceField>
        <TextField
          label="Soldered to the board"
          hint="GB"
          inputMode="decimal"
          value={form.solderedGb}
          onChange={set('solderedGb')}
        />
        <TextField
          label="The soldered part runs at"
          hint="million transfers a second"
          inputMode="numeric"
          value={form.solderedRate}
          onChange={set('solderedRate')}
        />
        <p className="self-end pb-2 text-note text-soft">
          Notch and voltage go with the kind: equal pins do not mean equal modules.
        </p>
      </section>
      <section
        className="border-t-[6px] border-ink bg-paper px-[22px] py-4"
        aria-label="From the bin"
        aria-live="polite"
      >
        <Heading>From the bin</Heading>
        {bin === null && <p className="text-soft">Looking into the bin …</p>}
        {bin === 'failed' && (
          <Problem>The bin could not be read. Nothing is lost; open this side again.</Problem>
        )}
        {ready && usable.length === 0 && (
          <p className="text-soft">
            No free module of this kind in the bin{types.length ? `; it has ${types.join(', ')}` : ''}.
          </p>
        )}
        {ready && usable.length > 0 && !cheap && (
          <p>
            The {usable.length} modules of this kind do not reach {target} GB within this board’s limits.
          </p>
        )}
        {cheap && <Fit {...fits} title="Least cost" fit={cheap} rows={usable} />}
        {paired && <Fit {...fits} title="With all channels alike" fit={paired} rows={usable} />}
        {fitted && (
          <p role="status" className="mt-2">
            {fitted}
          </p>
        )}
        {problem && <Problem>{problem.message}</Problem>}
      </section>
    </div>
  );
}

function Fit({
  title,
  fit,
  rows,
  disabled,
  onFit,
}: {
  title: string;
  fit: MemoryFit;
  rows: BinRow[];
  disabled: boolean;
  onFit: (fit: MemoryFit) => void;
}) {
  return (
    <div className="mt-2">
      <p className="text-lead">
        <b>{title}:</b> {fit.totalGb} GB for{' '}
        <b className="figures text-read">
          <Money minor={fit.costMinor} />
        </b>
      </p>
      <table className="w-full text-row">
        <caption className="sr-only">{title}, slot by slot</caption>
        <tbody>
          {fit.slots.map((module, slot) => {
            const row = rows.find((candidate) => candidate.id === module?.id);
            return (
              <tr key={slot} className="border-b border-soft/40">
                <th scope="row" className="figures w-8 py-1 text-left">
                  {slot + 1}
                </th>
                <td className="py-1">
                  {row ? (
                    <>
                      <b className="figures text-note">{row.code}</b> {row.name}
                      {row.knownGood ? ', tested good' : ''}
                    </>
                  ) : (
                    <span className="text-soft">empty</span>
                  )}
                </td>
                <td className="figures py-1 text-right text-note">
                  {row && <Money minor={row.costMinor} />}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {fit.loads.length > 1 && (
        <p className="text-note text-soft">
          Channels carry {fit.loads.map((gb) => `${gb} GB`).join(', ')}
          {fit.paired
            ? ': all side by side.'
            : fit.besideGb > 0
              ? `: ${fit.besideGb} GB side by side, the rest on fewer.`
              : ': one by one.'}
        </p>
      )}
      {fit.rate > 0 ? (
        <p className="text-note text-soft">
          All run at {fit.rate} million transfers a second, the slowest’s; at best{' '}
          {(fit.bandwidth / 1000).toFixed(1)} GB/s.
        </p>
      ) : (
        <p className="text-note text-soft">
          Of one of them nobody knows the speed: all run at the slowest’s.
        </p>
      )}
      <p className="mt-1.5">
        <Button disabled={disabled} onClick={() => onFit(fit)}>
          Put {fit.slots.filter(Boolean).length > 1 ? 'them' : 'it'} in
        </Button>
      </p>
    </div>
  );
}

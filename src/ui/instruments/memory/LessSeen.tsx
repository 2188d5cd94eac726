'use client';
import { useState } from 'react';
import { lessUsual } from '@/catalog/instruments/memory';
import { whyLess, type LessExplanation, type LessReason } from '@/core/memory/less';
import { ChoiceField, TextField } from '../../kit/fields';
import { Heading } from '../../kit/parts';
import { percent } from '../../kit/words';

const slotsInWords = (slots: readonly number[]) => slots.map((slot) => slot + 1).join(' or ');

const REASON_WORDS: Record<LessReason, (line: LessExplanation) => [string, string]> = {
  nothing: () => ['Nothing is missing', 'What is counted is what is fitted, within rounding.'],
  unseated: ({ slots }) => [
    `The module in slot ${slotsInWords(slots)} is not counted`,
    'Out, wipe its contacts, in until both latches close. If it stays so: the board of slots and modules tells module from slot.',
  ],
  'slot-small': () => [
    'A slot takes only smaller modules',
    'Swap them: the larger into a slot that takes it.',
  ],
  'memory-limit': ({ to }) => [
    `The board ends at ${round(to)} GB`,
    'Two good modules in another machine prove it. Nothing to mend: smaller modules, or tell the buyer.',
  ],
  'half-seen': ({ slots }) => [
    `The module in slot ${slotsInWords(slots)} is counted at half`,
    'It is larger than the chipset knows: another module, or one with more chips on it.',
  ],
  'system-32': () => [
    'A 32-bit system',
    'It ends at 4 GB less what devices take. The set-up screen counts them all: a 64-bit system sees them.',
  ],
  'graphics-share': () => [
    'Built-in graphics take their share',
    'Set-up, graphics page: automatic, or the smallest.',
  ],
};

const round = (gb: number) => Math.round(gb * 100) / 100;
const numbers = (text: string) =>
  text
    .trim()
    .split(/[\s;+]+/)
    .filter(Boolean)
    .map((word) => Number(word.replace(',', '.').replace(/gb$/i, '')));
const one = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
const good = (value: number | undefined) => value === undefined || (value >= 0 && value <= 1024);

/** Why less memory is counted than is fitted: every explanation with what it would count. */
export function LessSeen({ fitted, seen }: { fitted: number[]; seen: number | null }) {
  const [form, setForm] = useState({
    fitted: fitted.join(' ') || '4 4',
    seen: seen === null ? '' : String(seen),
    usable: '',
    slotMax: '',
    boardMax: '',
    moduleMax: '',
    bits: '',
  });
  const set = (key: keyof typeof form) => (event: { target: { value: string } }) =>
    setForm({ ...form, [key]: event.target.value });
  const sizes = numbers(form.fitted);
  const limits = numbers(form.slotMax);
  const count = {
    seen: one(form.seen),
    usable: one(form.usable),
    boardMax: one(form.boardMax),
    moduleMax: one(form.moduleMax),
  };
  const faults = {
    fitted:
      sizes.length === 0 || sizes.some((gb) => !(gb >= 0 && gb <= 256))
        ? 'sizes like "4 4", 0 for an empty slot'
        : '',
    seen: good(count.seen) ? '' : 'is no size',
    usable: good(count.usable) ? '' : 'is no size',
    boardMax: good(count.boardMax) ? '' : 'is no size',
    moduleMax: good(count.moduleMax) ? '' : 'is no size',
    slotMax:
      limits.some((gb) => !(gb > 0 && gb <= 256)) || (limits.length > 0 && limits.length !== sizes.length)
        ? `one size for each of the ${sizes.length} slots`
        : '',
  };
  const ready = count.seen !== undefined && Object.values(faults).every((fault) => fault === '');
  const lines = ready
    ? whyLess(
        {
          fitted: sizes,
          seen: count.seen!,
          usable: count.usable,
          boardMax: count.boardMax,
          moduleMax: count.moduleMax,
          slotMax: limits.length ? limits : undefined,
          bits32: form.bits === '' ? undefined : form.bits === '32',
        },
        lessUsual,
      )
    : [];
  return (
    <div className="grid gap-gutter xl:grid-cols-2 xl:items-start">
      <section className="grid gap-3 bg-paper px-[22px] py-4 sm:grid-cols-2" aria-label="What is known">
        <TextField
          label="Fitted, slot by slot"
          hint="GB"
          value={form.fitted}
          onChange={set('fitted')}
          fault={faults.fitted}
        />
        <TextField
          label="Counted at the start"
          hint="GB"
          inputMode="decimal"
          value={form.seen}
          onChange={set('seen')}
          fault={faults.seen}
        />
        <TextField
          label="Usable in the system"
          hint="GB, when read"
          inputMode="decimal"
          value={form.usable}
          onChange={set('usable')}
          fault={faults.usable}
        />
        <ChoiceField label="The system is" value={form.bits} onChange={set('bits')}>
          <option value="">not known</option>
          <option value="64">64-bit</option>
          <option value="32">32-bit</option>
        </ChoiceField>
        <TextField
          label="Each slot takes at most"
          hint="GB, when known"
          value={form.slotMax}
          onChange={set('slotMax')}
          fault={faults.slotMax}
        />
        <TextField
          label="The board takes in all"
          hint="GB, when known"
          inputMode="decimal"
          value={form.boardMax}
          onChange={set('boardMax')}
          fault={faults.boardMax}
        />
        <TextField
          label="Largest module it knows"
          hint="GB, when known"
          inputMode="decimal"
          value={form.moduleMax}
          onChange={set('moduleMax')}
          fault={faults.moduleMax}
        />
      </section>
      <section
        className="border-t-[6px] border-ink bg-paper px-[22px] py-4"
        aria-label="Why less"
        aria-live="polite"
      >
        <Heading>Probably</Heading>
        {!ready && <p className="text-soft">Say what is fitted and what is counted.</p>}
        {ready && (
          <table className="w-full">
            <caption className="sr-only">Explanations, most likely first</caption>
            <tbody>
              {lines.slice(0, 6).map((line) => {
                const [title, advice] = REASON_WORDS[line.reason](line);
                const counts =
                  line.from === line.to
                    ? `${round(line.to)} GB`
                    : `${round(Math.max(0, line.from))} to ${round(line.to)} GB`;
                return (
                  <tr
                    key={`${line.reason}${line.slots.join()}${line.to}`}
                    className="border-b border-soft/40 align-top"
                  >
                    <th scope="row" className="py-2 pr-3 text-left font-normal">
                      <b className="text-lead">{title}</b>
                      <span className="block text-row text-soft">
                        {advice} It would count {counts}.
                      </span>
                    </th>
                    <td className="figures w-[110px] py-2 text-right text-read">
                      {percent(line.probability)}
                      <span aria-hidden className="mt-1 block h-[9px] bg-track">
                        <span
                          className="block h-full bg-ink"
                          style={{ width: `${line.probability * 100}%` }}
                        />
                      </span>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </section>
    </div>
  );
}

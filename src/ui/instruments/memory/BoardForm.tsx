'use client';
import { type SlotRule, MOST, SLOT_RULES } from '@/core/memory/board';
import { ChoiceField, TextField } from '@/ui/kit/fields';
import { useState } from 'react';
import { type Kept } from './MemoryBench';
import { ruleWords } from './words';

/** What lies there: how many slots, which modules, the board's rule. Fixed once the first start is noted. */
export function BoardForm({
  kept,
  disabled,
  onChange,
}: {
  kept: Kept;
  disabled: boolean;
  onChange: (more: Pick<Kept, 'sizes' | 'slots' | 'rule'>) => void;
}) {
  const [sizes, setSizes] = useState(kept.sizes.join(' '));
  const [fault, setFault] = useState('');
  const read = (text: string) =>
    text
      .trim()
      .split(/[\s,;+]+/)
      .filter(Boolean)
      .map((word) => Number(word.replace(/gb$/i, '')));
  const apply = (text: string, slots: number, rule: SlotRule) => {
    const made = read(text);
    if (made.length < 1 || made.length > Math.min(MOST, slots) || made.some((gb) => !(gb > 0 && gb <= 256)))
      return setFault(`1 to ${Math.min(MOST, slots)} sizes in GB, like "4 4 2"`);
    setFault('');
    onChange({ sizes: made, slots, rule });
  };
  if (disabled) return null;
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3 bg-paper px-3.5 py-3">
      <ChoiceField
        label="Slots"
        value={String(kept.slots)}
        onChange={(event) =>
          apply(
            read(sizes).slice(0, Number(event.target.value)).join(' '),
            Number(event.target.value),
            kept.rule,
          )
        }
        wrap="w-[84px]"
      >
        {Array.from({ length: MOST }, (_, i) => (
          <option key={i}>{i + 1}</option>
        ))}
      </ChoiceField>
      <TextField
        label="Modules"
        hint="GB each"
        value={sizes}
        fault={fault}
        onChange={(event) => setSizes(event.target.value)}
        onBlur={() => {
          if (read(sizes).join() !== kept.sizes.join()) apply(sizes, kept.slots, kept.rule);
        }}
        wrap="w-[170px]"
      />
      <ChoiceField
        label="The board takes them"
        value={kept.rule}
        onChange={(event) => apply(sizes, kept.slots, event.target.value as SlotRule)}
        wrap="w-[220px]"
      >
        {SLOT_RULES.map((rule) => (
          <option key={rule} value={rule}>
            {ruleWords[rule]}
          </option>
        ))}
      </ChoiceField>
    </div>
  );
}

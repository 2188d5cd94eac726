'use client';
import { useState } from 'react';
import { useController, useFormContext, type FieldPath } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { useMoney } from '../../kit/theShop';

export type Path = FieldPath<HouseTables>;
export type CellUnit = 'money' | 'percent' | 'number';

/** What a cell holds in words, and back; NaN for what is no number. */
function useUnit(unit: CellUnit): { show: (value: unknown) => string; read: (text: string) => number } {
  const money = useMoney();
  const plain = (text: string) => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));
  if (unit === 'money')
    return { show: (value) => money.field(value as number), read: (text) => money.parse(text) ?? NaN };
  if (unit === 'percent')
    return {
      show: (value) => String(Math.round((value as number) * 1e6) / 1e4),
      read: (text) => Math.round(plain(text) * 1e4) / 1e6,
    };
  return { show: (value) => String(value), read: plain };
}

const BOX = 'border-2 border-ink bg-sheet px-2 text-row disabled:opacity-70 aria-invalid:border-dashed';

/** One number of the tables, in its unit. `empty`: may be left out. */
export function NumberCell({
  name,
  label,
  unit = 'number',
  empty = false,
  wide = 'w-[84px]',
}: {
  name: Path;
  label: string;
  unit?: CellUnit;
  empty?: boolean;
  wide?: string;
}) {
  const {
    field: { ref, value, disabled, onBlur, onChange },
    fieldState,
  } = useController<HouseTables>({ name });
  const { show, read } = useUnit(unit);
  const [text, setText] = useState(() => (value === undefined ? '' : show(value)));
  const fault = fieldState.error?.message;
  return (
    <input
      ref={ref}
      aria-label={label}
      aria-invalid={fault !== undefined || undefined}
      title={fault ?? label}
      inputMode="decimal"
      value={text}
      disabled={disabled}
      onBlur={onBlur}
      onChange={(event) => {
        setText(event.target.value);
        const left = empty && event.target.value.trim() === '';
        onChange(left ? undefined : read(event.target.value));
      }}
      className={`figures h-9 text-right ${wide} ${BOX}`}
    />
  );
}

/** A name or a line of text of the tables. */
export function WordCell({ name, label, wide = 'w-full' }: { name: Path; label: string; wide?: string }) {
  const { register, getFieldState, formState } = useFormContext<HouseTables>();
  const fault = getFieldState(name, formState).error?.message;
  return (
    <input
      {...register(name)}
      aria-label={label}
      aria-invalid={fault !== undefined || undefined}
      title={fault ?? label}
      autoComplete="off"
      className={`h-9 ${wide} ${BOX}`}
    />
  );
}

/** One of a few; "" stands for none. */
export function ChoiceCell({
  name,
  label,
  choices,
  none,
}: {
  name: Path;
  label: string;
  choices: readonly (readonly [string, string])[];
  /** What leaving it out means; undefined: it may not be left out. */
  none?: { words: string; value: null | undefined };
}) {
  const {
    field: { ref, value: chosen, disabled, onBlur, onChange },
  } = useController<HouseTables>({ name });
  return (
    <select
      ref={ref}
      aria-label={label}
      value={(chosen as string | null | undefined) ?? ''}
      disabled={disabled}
      onBlur={onBlur}
      onChange={(event) => onChange(event.target.value === '' ? none?.value : event.target.value)}
      className={`h-9 w-full ${BOX}`}
    >
      {none && <option value="">{none.words}</option>}
      {choices.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** Yes, or left out. */
export function TickCell({ name, label }: { name: Path; label: string }) {
  const {
    field: { ref, value, disabled, onBlur, onChange },
  } = useController<HouseTables>({ name });
  return (
    <input
      ref={ref}
      type="checkbox"
      aria-label={label}
      checked={value === true}
      disabled={disabled}
      onBlur={onBlur}
      onChange={(event) => onChange(event.target.checked || undefined)}
      className="size-6 accent-ink"
    />
  );
}

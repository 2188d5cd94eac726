'use client';
import type { ComponentProps } from 'react';
import { TextField } from './fields';
import { useMoney } from './theShop';

/** An amount being typed, in the shop's money; what is none says so at the field. */
export function MoneyField({
  text,
  onText,
  optional = false,
  ...rest
}: { text: string; onText: (text: string) => void; optional?: boolean } & Omit<
  ComponentProps<typeof TextField>,
  'value' | 'onChange' | 'fault' | 'hint' | 'inputMode'
>) {
  const money = useMoney();
  return (
    <TextField
      {...rest}
      hint={money.sign}
      inputMode="decimal"
      value={text}
      onChange={(event) => onText(event.target.value)}
      fault={!(optional && text.trim() === '') && money.parse(text) === null ? 'is not an amount' : undefined}
    />
  );
}

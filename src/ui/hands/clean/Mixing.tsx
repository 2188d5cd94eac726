'use client';
import { useState } from 'react';
import { dilution } from '@/core/hands/dilute';
import { paidAfter } from '@/core/hands/materials';
import { TextField } from '../../kit/fields';
import { MoneyField } from '../../kit/MoneyField';
import { Heading } from '../../kit/parts';
import { useMoney } from '../../kit/theShop';

const number = (text: string) => Number(text.replace(',', '.'));

/** How much spirit and water make a strength; and after how many machines a blower is paid by the cans it saves. */
export function Mixing() {
  const money = useMoney();
  const [stock, setStock] = useState('99');
  const [want, setWant] = useState('70');
  const [ml, setMl] = useState('250');
  const [tool, setTool] = useState('');
  const [each, setEach] = useState('');
  const asked = { stock: number(stock) / 100, want: number(want) / 100, ml: number(ml) };
  const possible = asked.want > 0 && asked.want <= asked.stock && asked.stock <= 1 && asked.ml > 0;
  const mixed = possible ? dilution(asked.stock, asked.want, asked.ml) : null;
  const [toolMinor, eachMinor] = [money.parse(tool), money.parse(each)];
  const machines = toolMinor && eachMinor ? paidAfter(toolMinor, eachMinor) : null;
  return (
    <section aria-label="Mixing" className="mt-[18px] bg-paper px-5 py-4">
      <Heading>Mix a weaker spirit</Heading>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <TextField
          label="Bottle"
          hint="%"
          inputMode="decimal"
          value={stock}
          onChange={(event) => setStock(event.target.value)}
        />
        <TextField
          label="Wanted"
          hint="%"
          inputMode="decimal"
          value={want}
          onChange={(event) => setWant(event.target.value)}
        />
        <TextField
          label="Of it"
          hint="mL"
          inputMode="decimal"
          value={ml}
          onChange={(event) => setMl(event.target.value)}
        />
      </div>
      <p aria-live="polite" className="mt-1 text-row">
        {mixed ? (
          <>
            <b className="figures">{mixed.stockMl.toFixed(0)} mL</b> of the bottle and{' '}
            <b className="figures">{mixed.waterMl.toFixed(0)} mL</b> of clean water; {mixed.lostMl.toFixed(1)}{' '}
            mL go in mixing. Label the bottle; it burns.
          </>
        ) : (
          'Water only makes it weaker: less than the bottle’s strength.'
        )}
      </p>
      <Heading className="mt-3">A blower against cans</Heading>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <MoneyField label="Blower costs" optional text={tool} onText={setTool} />
        <MoneyField label="Cans a machine" optional text={each} onText={setEach} />
      </div>
      {machines !== null && (
        <p className="mt-1 text-row">
          Paid after <b className="figures">{machines}</b> machines.
        </p>
      )}
    </section>
  );
}

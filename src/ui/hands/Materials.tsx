'use client';
import { useState } from 'react';
import { paste } from '@/catalog/hands/bench';
import {
  PASTED_ON,
  PASTE_FOUND,
  pasteDot,
  type MaterialUsed,
  type PasteFound,
  type PastedOn,
} from '@/core/hands/materials';
import { ChoiceField, TextField } from '../kit/fields';
import { MoneyField } from '../kit/MoneyField';
import { Quiet } from '../kit/parts';
import { useMoney } from '../kit/theShop';

interface Line {
  name: string;
  amount: string;
  cost: string;
  on: string;
  was: string;
}
const EMPTY: Line = { name: '', amount: '', cost: '', on: '', was: '' };
/** Goes between a chip and its cooler. */
const PASTE = /paste|pad|putty|compound/i;

/** Lines being typed, and what of them can be sent. */
export function useMaterials() {
  const money = useMoney();
  const [lines, setLines] = useState<Line[]>([]);
  const used: MaterialUsed[] = lines
    .filter(({ name }) => name.trim())
    .map(({ name, amount, cost, on, was }) => ({
      name: name.trim(),
      amount: amount.trim(),
      costMinor: money.parse(cost) ?? 0,
      ...(on && PASTE.test(name) && { on: on as PastedOn }),
      ...(was && PASTE.test(name) && { was: was as PasteFound }),
    }));
  return { lines, setLines, used, clear: () => setLines([]) };
}

/** What was used up: compound and how much, pads by thickness, caps, feet, each with its cost. */
export function Materials({
  workRef,
  lines,
  setLines,
}: { workRef: string } & Pick<ReturnType<typeof useMaterials>, 'lines' | 'setLines'>) {
  const put = (n: number, next: Partial<Line>) =>
    setLines(lines.map((line, i) => (i === n ? { ...line, ...next } : line)));
  return (
    <div className="mt-2">
      {lines.map((line, n) => (
        <div key={n} className="mt-1 grid grid-cols-[minmax(0,1fr)_90px_96px] items-end gap-2">
          <TextField
            label="Used up"
            value={line.name}
            placeholder="paste, pad 1.0 mm, foot …"
            onChange={(event) => put(n, { name: event.target.value })}
          />
          <TextField
            label="How much"
            value={line.amount}
            onChange={(event) => put(n, { amount: event.target.value })}
          />
          <MoneyField label="Cost" optional text={line.cost} onText={(cost) => put(n, { cost })} />
          {PASTE.test(line.name) && (
            <div className="col-span-3 grid grid-cols-2 gap-2">
              <ChoiceField
                label="Put on the"
                value={line.on}
                onChange={(event) => put(n, { on: event.target.value })}
              >
                <option value="">not said</option>
                {PASTED_ON.map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </ChoiceField>
              <ChoiceField
                label="What was there was"
                value={line.was}
                onChange={(event) => put(n, { was: event.target.value })}
              >
                <option value="">not said</option>
                {PASTE_FOUND.map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </ChoiceField>
            </div>
          )}
        </div>
      ))}
      <Quiet onClick={() => setLines([...lines, EMPTY])}>
        {lines.length ? 'and something else' : 'Something was used up with it'}
      </Quiet>
      {paste.works.includes(workRef) && <PasteSize />}
    </div>
  );
}

/** How big a dot the chip's mark wants, or which sheet, drawn to size against the mark. */
function PasteSize() {
  const [width, setWidth] = useState('');
  const [height, setHeight] = useState('');
  const [w, h] = [width, height].map((text) => Number(text.replace(',', '.')));
  const known = w > 0 && h > 0 && w <= 120 && h <= 120;
  const dot = known ? pasteDot(w, h, paste) : null;
  const scale = known ? 72 / Math.max(w, h) : 1;
  return (
    <div className="mt-2 flex items-end gap-3">
      <TextField
        label="Mark of the chip"
        hint="mm"
        inputMode="decimal"
        value={width}
        onChange={(event) => setWidth(event.target.value)}
        wrap="w-[92px]"
      />
      <TextField
        label="by"
        hint="mm"
        inputMode="decimal"
        value={height}
        onChange={(event) => setHeight(event.target.value)}
        wrap="w-[92px]"
      />
      {dot && (
        <>
          <svg
            viewBox="0 0 80 80"
            role="img"
            aria-label={`A dot of ${dot.dotMm.toFixed(1)} mm on a mark of ${w} by ${h} mm`}
            className="size-20"
          >
            <rect
              x={40 - (w * scale) / 2}
              y={40 - (h * scale) / 2}
              width={w * scale}
              height={h * scale}
              fill="none"
              stroke="var(--color-ink)"
            />
            <circle cx="40" cy="40" r={(dot.dotMm * scale) / 2} fill="var(--color-ink)" />
          </svg>
          <p className="text-row">
            Dot <b className="figures">{dot.dotMm.toFixed(1)} mm</b> across, {dot.volumeMm3.toFixed(0)} mm³;
            or a sheet of {w} × {h} mm. The mount spreads it.
          </p>
        </>
      )}
    </div>
  );
}

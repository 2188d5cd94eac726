'use client';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Field, Label } from '@headlessui/react';
import { useState } from 'react';
import type { CatalogueOverrides } from '@/core/belief/overrides';
import { TextField } from '../kit/fields';
import { Button, FileButton, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { valueAt, withValue, type Tree } from './ownValue';

/**
 * One number of the catalogue: where it sits in the overrides, what it is called, what the catalogue says.
 */
export interface NumberView {
  path: string[];
  name: string;
  unit: '%' | 'min' | 'money';
  value: number;
}

export interface ItemView {
  kind: 'causes' | 'findings' | 'repairs';
  id: string;
  name: string;
  numbers: NumberView[];
  /** Rows that must sum to 100 %. */
  rows: { path: string[]; name: string; labels: string[]; values: number[] }[];
}

interface Props {
  items: ItemView[];
  own: CatalogueOverrides;
  faults: string[];
  mayWrite: boolean;
}

const KIND_WORDS = { causes: 'cause', findings: 'question', repairs: 'repair' };
const shown = (value: number, unit: NumberView['unit']) =>
  unit === '%'
    ? String(Math.round(value * 1e6) / 1e4)
    : unit === 'money'
      ? (value / 100).toFixed(2)
      : String(value);
const read = (text: string, unit: NumberView['unit']) => {
  const number = Number(text.trim().replace(',', '.'));
  return unit === '%' ? number / 100 : unit === 'money' ? Math.round(number * 100) : number;
};

/** The owner's numbers over the catalogue's: find one thing, change its numbers, or take all from a file. */
export function OwnNumbers({ items, own, faults, mayWrite }: Props) {
  const { send, problem, busy } = useCommand();
  const [text, setText] = useState('');
  const [item, setItem] = useState<ItemView | null>(null);
  const [saved, setSaved] = useState('');
  const [fileFault, setFileFault] = useState('');
  const changed = items.filter((candidate) => valueAt(own, [candidate.kind, candidate.id]) !== undefined);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = words.length
    ? items
        .filter((candidate) =>
          words.every((word) =>
            `${candidate.name} ${candidate.id} ${KIND_WORDS[candidate.kind]}`.toLowerCase().includes(word),
          ),
        )
        .slice(0, 8)
    : [];
  const keep = async (overrides: Tree, note: string) => {
    setSaved('');
    if ((await send('setOverrides', { overrides })).ok) setSaved(note);
  };
  const take = async (file: File) => {
    setFileFault('');
    try {
      await keep(JSON.parse(await file.text()) as Tree, `All own numbers are now those of ${file.name}.`);
    } catch {
      setFileFault(`Nothing was changed: ${file.name} is not JSON.`);
    }
  };
  return (
    <section aria-label="Own numbers">
      <Heading>Own numbers</Heading>
      <p className="text-row text-soft">
        Where this shop knows better than the catalogue. They are checked like the catalogue: each row of
        chances must add up to 100 %, and every name must exist.
      </p>
      {faults.length > 0 && (
        <Problem>
          Your own numbers are not in use, because the catalogue has changed since:{' '}
          {faults.slice(0, 3).join('; ')}. Take them out or import a new file.
        </Problem>
      )}
      <Field className="mt-3 flex max-w-[520px] flex-col gap-1">
        <Label className="text-row font-semibold">Find a cause, a question or a repair</Label>
        <Combobox
          value={item}
          onChange={(picked: ItemView | null) => {
            setItem(picked);
            setText('');
            setSaved('');
          }}
          immediate
        >
          <div className="relative">
            <ComboboxInput
              className="min-h-11 w-full border-2 border-ink bg-sheet px-3 text-read"
              value={text}
              displayValue={() => text}
              onChange={(event) => setText(event.target.value)}
              placeholder="fan, torch, reseat"
              autoComplete="off"
            />
            {found.length > 0 && (
              <ComboboxOptions
                static
                className="absolute z-30 mt-1 max-h-96 w-full overflow-auto border-2 border-ink bg-paper"
              >
                {found.map((candidate) => (
                  <ComboboxOption
                    key={candidate.kind + candidate.id}
                    value={candidate}
                    className="flex min-h-11 items-center gap-3 border-b border-rule px-3 py-1 data-focus:bg-ink data-focus:text-paper"
                  >
                    <span className="flex-1 text-row leading-tight">{candidate.name}</span>
                    <span className="text-note">{KIND_WORDS[candidate.kind]}</span>
                  </ComboboxOption>
                ))}
              </ComboboxOptions>
            )}
          </div>
        </Combobox>
      </Field>
      {item && (
        <ItemForm
          key={item.kind + item.id}
          item={item}
          own={own}
          mayWrite={mayWrite}
          busy={busy}
          onKeep={(overrides) => void keep(overrides, `Kept for “${item.name}”.`)}
        />
      )}
      {saved && (
        <p role="status" className="mt-2 text-row">
          {saved}
        </p>
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      <div className="mt-4 border-t-[1.5px] border-ink pt-2">
        <p className="text-read">
          {changed.length === 0
            ? 'No own numbers: the catalogue as it ships.'
            : `${changed.length} with own numbers:`}
        </p>
        <ul className="flex flex-wrap gap-x-4 text-row">
          {changed.map((candidate) => (
            <li key={candidate.kind + candidate.id}>
              <Quiet
                onClick={() => {
                  setItem(candidate);
                  setSaved('');
                }}
              >
                {candidate.name}
              </Quiet>
            </li>
          ))}
        </ul>
        <p className="mt-2 flex flex-wrap items-center gap-4 text-row">
          <a href="/api/rules/numbers" download className="border-b border-current">
            Export as JSON
          </a>
          {mayWrite && (
            <FileButton accept=".json,application/json" onFile={(file) => void take(file)}>
              Import from a file
            </FileButton>
          )}
          {mayWrite && changed.length > 0 && (
            <Quiet
              disabled={busy}
              onClick={() => void keep({}, 'All own numbers are out; the history has them.')}
            >
              Take them all out
            </Quiet>
          )}
        </p>
        {fileFault && <Problem>{fileFault}</Problem>}
      </div>
    </section>
  );
}

function ItemForm({
  item,
  own,
  mayWrite,
  busy,
  onKeep,
}: {
  item: ItemView;
  own: CatalogueOverrides;
  mayWrite: boolean;
  busy: boolean;
  onKeep: (overrides: Tree) => void;
}) {
  const base = [item.kind, item.id];
  const ownNumber = (path: string[]) => valueAt(own, [...base, ...path]) as number | undefined;
  const [values, setValues] = useState(() =>
    item.numbers.map((entry) => shown(ownNumber(entry.path) ?? entry.value, entry.unit)),
  );
  const [rows, setRows] = useState(() =>
    item.rows.map((row) =>
      ((valueAt(own, [...base, ...row.path]) as number[] | undefined) ?? row.values).map((p) =>
        shown(p, '%'),
      ),
    ),
  );
  const numberFaults = item.numbers.map((entry, i) => {
    const value = read(values[i], entry.unit);
    return values[i].trim() === '' || !(value >= 0) || (entry.unit === '%' && value > 1)
      ? entry.unit === '%'
        ? '0 to 100'
        : 'is no number'
      : '';
  });
  const sums = rows.map((row) => row.reduce((sum, cell) => sum + read(cell, '%'), 0));
  const ready = numberFaults.every((fault) => fault === '') && sums.every((sum) => Math.abs(sum - 1) < 1e-6);
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-9;
  const keep = () => {
    let tree: Tree = own as Tree;
    item.numbers.forEach((entry, i) => {
      const value = read(values[i], entry.unit);
      tree = withValue(tree, [...base, ...entry.path], same(value, entry.value) ? undefined : value);
    });
    item.rows.forEach((row, i) => {
      const numbers = rows[i].map((cell) => read(cell, '%'));
      const total = numbers.reduce((sum, p) => sum + p, 0);
      tree = withValue(
        tree,
        [...base, ...row.path],
        numbers.every((p, o) => same(p, row.values[o])) ? undefined : numbers.map((p) => p / total),
      );
    });
    onKeep(tree);
  };
  return (
    <div className="mt-3 border-t-[6px] border-ink pt-3">
      <h3 className="text-head leading-tight font-bold">{item.name}</h3>
      <div className="mt-2 flex flex-wrap items-start gap-3">
        {item.numbers.map((entry, i) => (
          <TextField
            key={entry.path.join()}
            label={entry.name}
            hint={entry.unit === 'money' ? '' : entry.unit}
            inputMode="decimal"
            value={values[i]}
            fault={numberFaults[i]}
            disabled={!mayWrite}
            wrap="w-[170px]"
            title={`catalogue: ${shown(entry.value, entry.unit)}`}
            onChange={(event) => setValues(values.map((value, n) => (n === i ? event.target.value : value)))}
          />
        ))}
      </div>
      {item.rows.length > 0 && (
        <div className="mt-3 max-h-[420px] overflow-auto">
          <table className="border-collapse text-row">
            <caption className="pb-1 text-left text-note text-soft">
              Chance of each answer, in %, when only this is wrong
            </caption>
            <thead>
              <tr>
                <td />
                {item.rows[0].labels.map((label) => (
                  <th key={label} scope="col" className="px-1 pb-1 text-left text-note font-normal text-soft">
                    {label}
                  </th>
                ))}
                <th className="pl-2 text-right text-note font-normal text-soft">sum</th>
              </tr>
            </thead>
            <tbody>
              {item.rows.map((row, r) => (
                <tr key={row.path.join()}>
                  <th scope="row" className="max-w-[230px] pr-3 text-left leading-tight font-normal">
                    {row.name}
                  </th>
                  {rows[r].map((cell, o) => (
                    <td key={o} className="p-0.5">
                      <input
                        aria-label={`${row.name}: ${row.labels[o]}`}
                        inputMode="decimal"
                        value={cell}
                        disabled={!mayWrite}
                        onChange={(event) =>
                          setRows(
                            rows.map((line, n) =>
                              n === r ? line.map((old, k) => (k === o ? event.target.value : old)) : line,
                            ),
                          )
                        }
                        className="figures h-9 w-[74px] border-2 border-ink bg-sheet px-2 text-right text-note"
                      />
                    </td>
                  ))}
                  <td
                    className={`figures pl-2 text-right text-note ${Math.abs(sums[r] - 1) < 1e-6 ? 'text-soft' : 'font-bold'}`}
                  >
                    {Number.isFinite(sums[r])
                      ? `${Math.round(sums[r] * 1e4) / 100} %${Math.abs(sums[r] - 1) < 1e-6 ? '' : ' !'}`
                      : 'no number'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {mayWrite ? (
        <p className="mt-3 flex gap-3">
          <Button tone="strong" disabled={busy || !ready} onClick={keep}>
            Keep these
          </Button>
          <Button disabled={busy} onClick={() => onKeep(withValue(own as Tree, base, undefined))}>
            Back to the catalogue’s
          </Button>
        </p>
      ) : (
        <p className="mt-2 text-soft">Only the owner changes these.</p>
      )}
    </div>
  );
}

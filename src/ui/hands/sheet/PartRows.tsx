'use client';
import { useEffect, useState } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { PART_STATES } from '@/core/parts/attributes';
import type { PartsOffered } from '@/words/parts/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { MoneyField } from '../../kit/MoneyField';
import { Heading, Problem, Quiet } from '../../kit/parts';
import { useScans } from '../../kit/keys/keyboard';
import { useMoney } from '../../kit/theShop';
import { learn } from '../../kit/hooks/useCommand';
import type { ExchangeInput } from '../../parts/Exchange';

/** A part that went in or came out, as it is filled in. */
export interface PartRow {
  key: number;
  way: 'in' | 'out';
  class: string;
  /** Which: a part on record, or one that was just bought, or was seen only now. */
  id: string;
  name: string;
  money: string;
  condition: 'new' | 'used';
  to: 'bin' | 'scrap' | 'returned';
  state: string;
  heldBy: string;
  despite: boolean;
  /** The place it went into; empty: not said. */
  spot: string;
}

/** Not one on record. */
const OTHER = 'other';
/** One that was offered or ordered for the machine. */
const OFFER = 'offer ';

let counted = 0;
export const emptyRow = (way: PartRow['way'], partClass: string): PartRow => ({
  key: ++counted,
  way,
  class: partClass,
  id: '',
  name: '',
  money: '',
  condition: 'new',
  to: 'bin',
  state: '',
  heldBy: '',
  despite: false,
  spot: '',
});

/**
 * Rows as the command takes them.
 * @param amount minor units of what was typed; null: that is none
 * @throws Error in words, naming the row
 */
export function rowsAsInput(
  rows: readonly PartRow[],
  amount: (text: string) => number | null,
): ExchangeInput | undefined {
  if (rows.length === 0) return undefined;
  const stated = ({ state, heldBy }: PartRow) => ({
    ...(state && { state }),
    ...(heldBy.trim() && { heldBy: heldBy.trim() }),
  });
  const money = (row: PartRow) => {
    const minor = amount(row.money.trim() || '0');
    if (minor === null) throw new Error(`The ${row.class}: that is no amount.`);
    return minor;
  };
  const named = (row: PartRow) => {
    if (!row.name.trim()) throw new Error(`The ${row.class}: say which, or what is on its label.`);
    return row.name.trim();
  };
  return {
    put: rows
      .filter(({ way }) => way === 'in')
      .map((row) => ({
        ...(row.spot && { spot: row.spot }),
        ...(row.id.startsWith(OFFER)
          ? { wantId: row.id.slice(OFFER.length) }
          : row.id && row.id !== OTHER
            ? { componentId: row.id }
            : {
                bought: {
                  class: row.class,
                  name: named(row),
                  costMinor: money(row),
                  condition: row.condition,
                  supplier: '',
                },
              }),
        ...(row.despite && { despite: true }),
        ...stated(row),
      })),
    out: rows
      .filter(({ way }) => way === 'out')
      .map((row) => ({
        ...(row.id && row.id !== OTHER
          ? { componentId: row.id }
          : { seen: { class: row.class, name: row.name.trim() || `${row.class} that was in it` } }),
        to: row.to,
        ...(row.money.trim() && row.to === 'bin' && { worthMinor: money(row) }),
        ...stated(row),
      })),
  };
}

interface Props {
  tag: string;
  rows: readonly PartRow[];
  setRows: (rows: PartRow[]) => void;
}

/** What went in and what came out with a piece of work: as many as there were, of any class. */
export function PartRows({ tag, rows, setRows }: Props) {
  const [fault, setFault] = useState('');
  const change = (key: number, more: Partial<PartRow>) =>
    setRows(rows.map((row) => (row.key === key ? { ...row, ...more } : row)));
  const add = (way: PartRow['way']) => {
    const last = rows.findLast((row) => row.way === way)?.class ?? 'memory';
    setRows([...rows, emptyRow(way, last)]);
  };
  useScans((code) => {
    if (!/^P-\d+$/i.test(code)) return false;
    void learn<{ id: string; class: string; fromUnit: boolean }>(
      `/api/parts/${encodeURIComponent(code.toUpperCase())}`,
    ).then((outcome) => {
      if (!outcome.ok) return setFault(outcome.problem.message);
      const { id, class: partClass, fromUnit } = outcome.answer;
      setFault('');
      setRows([...rows, { ...emptyRow(fromUnit ? 'out' : 'in', partClass), id }]);
    });
    return true;
  });
  return (
    <div>
      <Heading className="text-row">Parts</Heading>
      {rows.map((row) => (
        <Row
          key={row.key}
          tag={tag}
          row={row}
          onChange={(more) => change(row.key, more)}
          onGone={() => setRows(rows.filter(({ key }) => key !== row.key))}
        />
      ))}
      <p className="mt-1 flex flex-wrap gap-x-5 text-row">
        <Quiet onClick={() => add('in')}>one went in</Quiet>
        <Quiet onClick={() => add('out')}>one came out</Quiet>
        <span className="text-note text-soft">or scan its code</span>
      </p>
      {fault && <Problem>{fault}</Problem>}
    </div>
  );
}

function Row({
  tag,
  row,
  onChange,
  onGone,
}: {
  tag: string;
  row: PartRow;
  onChange: (more: Partial<PartRow>) => void;
  onGone: () => void;
}) {
  const money = useMoney();
  const [offered, setOffered] = useState<PartsOffered | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => {
    let here = true;
    void learn<PartsOffered>(`/api/units/${tag}/parts?class=${encodeURIComponent(row.class)}`).then(
      (outcome) => {
        if (!here) return;
        if (outcome.ok) setOffered(outcome.answer);
        else setFault(outcome.problem.message);
      },
    );
    return () => {
      here = false;
    };
  }, [tag, row.class]);
  const into = row.way === 'in';
  // what is dead or does not fit comes last, and says so
  const bin = [...(offered?.bin ?? [])].sort((a, b) => Number(a.answer === 'no') - Number(b.answer === 'no'));
  const list = into ? bin : (offered?.inside ?? []);
  const offers = into ? (offered?.offers ?? []) : [];
  const spots = into ? (offered?.spots ?? []) : [];
  const none = list.length + offers.length === 0;
  const other = row.id === OTHER || (row.id === '' && none);
  const chosen = into ? bin.find(({ id }) => id === row.id) : undefined;
  return (
    <fieldset className="mt-2 border-t border-rule pt-2">
      <legend className="sr-only">{into ? 'Went in' : 'Came out'}</legend>
      <div className="grid grid-cols-2 gap-2">
        <ChoiceField
          label={into ? 'Went in: a' : 'Came out: a'}
          value={row.class}
          onChange={(event) => onChange({ class: event.target.value, id: '', despite: false, spot: '' })}
        >
          {PART_CLASSES.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </ChoiceField>
        <ChoiceField
          label="Which"
          value={row.id || (none ? OTHER : '')}
          onChange={(event) => onChange({ id: event.target.value, despite: false })}
        >
          {!none && <option value="">choose</option>}
          {offers.map((offer) => (
            <option key={offer.id} value={`${OFFER}${offer.id}`}>
              {offer.state === 'ordered' ? 'Ordered' : 'Offered'}: {offer.name},{' '}
              {money.text(offer.priceMinor)}
            </option>
          ))}
          {list.map((part) => (
            <option key={part.id} value={part.id}>
              {part.code} {part.name}
              {into && 'answer' in part && part.answer === 'no' ? ': does not fit' : ''}
            </option>
          ))}
          <option value={OTHER}>{into ? 'one just bought' : 'one not on record'}</option>
        </ChoiceField>
        {(other || row.id === OTHER) && (
          <TextField
            label="What it is"
            hint="as on its label"
            value={row.name}
            maxLength={80}
            onChange={(event) => onChange({ name: event.target.value })}
          />
        )}
        {into && (other || row.id === OTHER) && (
          <>
            <MoneyField label="Paid" optional text={row.money} onText={(money) => onChange({ money })} />
            <ChoiceField
              label="It was"
              value={row.condition}
              onChange={(event) => onChange({ condition: event.target.value as PartRow['condition'] })}
            >
              <option value="new">new</option>
              <option value="used">used</option>
            </ChoiceField>
          </>
        )}
        {!into && (
          <>
            <ChoiceField
              label="It goes"
              value={row.to}
              onChange={(event) => onChange({ to: event.target.value as PartRow['to'] })}
            >
              <option value="bin">into the bin</option>
              <option value="scrap">to scrap</option>
              <option value="returned">back to its owner</option>
            </ChoiceField>
            {row.to === 'bin' && (
              <MoneyField label="Worth" optional text={row.money} onText={(money) => onChange({ money })} />
            )}
          </>
        )}
        {spots.length > 0 && (
          <ChoiceField
            label="Into which place"
            value={row.spot}
            onChange={(event) => onChange({ spot: event.target.value })}
          >
            <option value="">not said</option>
            {spots.map(({ id, name, holds }) => (
              <option key={id} value={id}>
                {holds ? `${name}: ${holds}` : name}
              </option>
            ))}
          </ChoiceField>
        )}
        <ChoiceField
          label="Its state"
          value={row.state}
          onChange={(event) => onChange({ state: event.target.value })}
        >
          <option value="">as it is on record</option>
          {PART_STATES.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </ChoiceField>
        {(row.state === 'improvised' || row.state === 'repaired') && (
          <TextField
            label={row.state === 'repaired' ? 'Mended with' : 'Held by'}
            hint="told to its buyer"
            value={row.heldBy}
            maxLength={60}
            onChange={(event) => onChange({ heldBy: event.target.value })}
          />
        )}
      </div>
      {chosen && chosen.answer !== 'fits' && (
        <p className="mt-1 text-row">
          {chosen.answer === 'no' ? 'Does not fit' : 'With care'}: {chosen.why}.{' '}
          {chosen.answer === 'no' && (
            <label className="inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-ink"
                checked={row.despite}
                onChange={(event) => onChange({ despite: event.target.checked })}
              />
              it went in all the same
            </label>
          )}
        </p>
      )}
      <p className="text-row">
        <Quiet onClick={onGone}>not this one</Quiet>
      </p>
      {fault && <Problem>{fault}</Problem>}
    </fieldset>
  );
}

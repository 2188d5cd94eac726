'use client';
import { useEffect, useState } from 'react';
import type { PartsOffered } from '@/words/parts/view';
import { MoneyField } from '../kit/MoneyField';
import { ChoiceField, TextField } from '../kit/fields';
import { acted, useScans, useShortcuts } from '../kit/keys/keyboard';
import { Button, Key, Problem, Quiet } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { learn, type CommandProblem } from '../kit/hooks/useCommand';

/** What went in and what came out, as the command takes it. */
export interface ExchangeInput {
  put: Record<string, unknown>[];
  out: Record<string, unknown>[];
}

interface Props {
  tag: string;
  partClass: string;
  title: string;
  /** The act it ends was refused. */
  problem: CommandProblem | null;
  /** It cured the fault: what came out was what was wrong, and is not put down at the price of a good one. */
  cured?: boolean;
  busy: boolean;
  /** It stands in a narrow column. */
  narrow?: boolean;
  onDone: (parts: ExchangeInput) => void;
  onCancel: () => void;
}

const FEW = 6;
const WHERE = [
  ['bin', 'into the bin'],
  ['scrap', 'scrap'],
  ['returned', 'back to its owner'],
] as const;

/**
 * The end of a repair that takes a part: what went in and what came out, once, by keys or by scanning the codes.
 */
export function Exchange({
  tag,
  partClass,
  title,
  problem,
  cured = false,
  busy,
  narrow = false,
  onDone,
  onCancel,
}: Props) {
  const money = useMoney();
  const [offered, setOffered] = useState<PartsOffered | null>(null);
  const [fault, setFault] = useState('');
  const [into, setInto] = useState('none');
  const [out, setOut] = useState('none');
  const [to, setTo] = useState<string>('bin');
  /** null: what is suggested. */
  const [typed, setTyped] = useState<string | null>(null);
  const [name, setName] = useState('');
  const [old, setOld] = useState('');
  const [paid, setPaid] = useState('');
  const [supplier, setSupplier] = useState('');
  const [condition, setCondition] = useState('new');
  useEffect(() => {
    let here = true;
    void learn<PartsOffered>(`/api/units/${tag}/parts?class=${encodeURIComponent(partClass)}`).then(
      (outcome) => {
        if (!here) return;
        if (!outcome.ok) return setFault(outcome.problem.message);
        setOffered(outcome.answer);
        const first = outcome.answer.bin.find(({ answer }) => answer !== 'no');
        setInto(first?.id ?? 'bought');
        setOut(outcome.answer.inside[0]?.id ?? (outcome.answer.empty ? 'none' : 'seen'));
      },
    );
    return () => {
      here = false;
    };
  }, [tag, partClass]);
  const fitting = (offered?.bin ?? []).filter(({ answer }) => answer !== 'no').slice(0, FEW);
  // one that was scanned is shown, whatever it is
  const scanned = offered?.bin.find(({ id }) => id === into && !fitting.some((each) => each.id === id));
  const bin = scanned ? [...fitting, scanned] : fitting;
  const outs = [...(offered?.inside.map(({ id }) => id) ?? []), 'seen', 'none'];
  const suggested = offered?.inside.find(({ id }) => id === out)?.worthMinor ?? offered?.seenMinor ?? 0;
  const worth = typed ?? (cured || suggested === 0 ? '' : money.field(suggested));
  const despite = problem?.details?.doesNotFit !== undefined;
  const send = (all = false) => {
    if (into === 'bought' && !name.trim()) return setFault('Say what was bought: its name or its label.');
    const paidMinor = money.parse(paid.trim() || '0');
    const worthMinor = worth.trim() ? money.parse(worth) : undefined;
    if (paidMinor === null || worthMinor === null) return setFault('That is no amount.');
    setFault('');
    onDone({
      put:
        into === 'none'
          ? []
          : [
              {
                ...(into === 'bought'
                  ? { bought: { class: partClass, name, costMinor: paidMinor, condition, supplier } }
                  : { componentId: into }),
                ...(all && { despite: true }),
              },
            ],
      out:
        out === 'none'
          ? []
          : [
              {
                ...(out === 'seen'
                  ? { seen: { class: partClass, name: old.trim() || `${partClass} that was in it` } }
                  : { componentId: out }),
                to,
                ...(worthMinor !== undefined && to === 'bin' && { worthMinor }),
              },
            ],
    });
  };
  useScans((code) => {
    // a tag is somebody wanting to go to another unit
    if (!/^P-\d+$/i.test(code)) return false;
    const part = offered?.bin.find((each) => each.code === code.toUpperCase());
    const inside = offered?.inside.find((each) => each.code === code.toUpperCase());
    if (part) setInto(part.id);
    else if (inside) setOut(inside.id);
    else setFault(`${code}: no ${partClass} of that code lies in the bin or is in this unit.`);
    return true;
  });
  useShortcuts((key) => {
    if (!offered) return false;
    const at = Number(key) - 1;
    const cycle = (list: readonly string[], now: string) => list[(list.indexOf(now) + 1) % list.length];
    if (key === 'Enter') return acted(() => send(), busy);
    else if (key === 'Escape') onCancel();
    else if (key.toLowerCase() === 'a' && despite) return acted(() => send(true), busy);
    else if (bin[at]) setInto(bin[at].id);
    else if (key.toLowerCase() === 'b') setInto('bought');
    else if (key === '0') setInto('none');
    else if (key.toLowerCase() === 'o') setOut(cycle(outs, out));
    else if (key.toLowerCase() === 'w')
      setTo(
        cycle(
          WHERE.map(([id]) => id),
          to,
        ),
      );
    else return false;
    return true;
  });
  const choice = (on: boolean) =>
    `flex min-h-11 w-full items-center gap-2.5 border-b border-rule px-2 text-left text-read ${on ? 'bg-ink text-paper' : 'hover:bg-track'}`;
  return (
    <section aria-label="Parts of this work" className="headpanel">
      <p className="text-row text-soft">{title}</p>
      <div className={`mt-1 grid gap-6 ${narrow ? '' : 'md:grid-cols-2'}`}>
        <div role="group" aria-label="What went in">
          <h2 className="text-head leading-7">What went in?</h2>
          {!offered && !fault && <p className="py-2 text-soft">Looking into the bin …</p>}
          {bin.map((part, i) => (
            <button
              key={part.id}
              type="button"
              aria-pressed={into === part.id}
              className={choice(into === part.id)}
              onClick={() => setInto(part.id)}
            >
              <Key>{i + 1}</Key>
              <span className="min-w-0 flex-1">
                <b className="figures text-note">{part.code}</b> {part.name}
                {part.answer !== 'fits' && (
                  <span className="block text-note opacity-80">
                    {part.answer === 'no' ? 'Does not fit' : 'With care'}: {part.why}
                  </span>
                )}
              </span>
              <span className="figures text-note">
                <Money minor={part.costMinor} />
              </span>
            </button>
          ))}
          <button
            type="button"
            aria-pressed={into === 'bought'}
            className={choice(into === 'bought')}
            onClick={() => setInto('bought')}
          >
            <Key>B</Key> One just bought
          </button>
          {into === 'bought' && (
            <div className="grid grid-cols-2 gap-2 py-2">
              <TextField
                label="What it is"
                hint="as on its label"
                value={name}
                onChange={(event) => setName(event.target.value)}
                wrap="col-span-2"
              />
              <MoneyField optional label="Paid" text={paid} onText={setPaid} />
              <ChoiceField
                label="It is"
                value={condition}
                onChange={(event) => setCondition(event.target.value)}
              >
                <option value="new">new</option>
                <option value="used">used</option>
              </ChoiceField>
              <TextField
                label="From whom"
                value={supplier}
                onChange={(event) => setSupplier(event.target.value)}
                wrap="col-span-2"
              />
            </div>
          )}
          <button
            type="button"
            aria-pressed={into === 'none'}
            className={choice(into === 'none')}
            onClick={() => setInto('none')}
          >
            <Key>0</Key> Nothing
          </button>
        </div>
        <div role="group" aria-label="What came out">
          <h2 className="text-head leading-7">
            What came out? <Key>O</Key>
          </h2>
          {(offered?.inside ?? []).map((part) => (
            <button
              key={part.id}
              type="button"
              aria-pressed={out === part.id}
              className={choice(out === part.id)}
              onClick={() => setOut(part.id)}
            >
              <span>
                <b className="figures text-note">{part.code}</b> {part.name}
              </span>
            </button>
          ))}
          <button
            type="button"
            aria-pressed={out === 'seen'}
            className={choice(out === 'seen')}
            onClick={() => setOut('seen')}
          >
            One that is not on record yet
          </button>
          {out === 'seen' && (
            <TextField
              label="What it is"
              hint="as on its label"
              value={old}
              onChange={(event) => setOld(event.target.value)}
              wrap="py-2"
            />
          )}
          <button
            type="button"
            aria-pressed={out === 'none'}
            className={choice(out === 'none')}
            onClick={() => setOut('none')}
          >
            Nothing
          </button>
          {out !== 'none' && (
            <div className="mt-2 flex flex-wrap items-end gap-2" role="group" aria-label="Where it goes">
              <Key>W</Key>
              {WHERE.map(([id, words]) => (
                <button
                  key={id}
                  type="button"
                  aria-pressed={to === id}
                  className={`min-h-11 border-2 border-ink px-3 text-row ${to === id ? 'bg-ink text-paper' : ''}`}
                  onClick={() => setTo(id)}
                >
                  {words}
                </button>
              ))}
              {to === 'bin' && (
                <MoneyField optional label="Worth" text={worth} onText={setTyped} wrap="w-[130px]" />
              )}
            </div>
          )}
        </div>
      </div>
      {(fault || problem) && (
        <div className="mt-3">
          <Problem>
            {fault || problem?.message}{' '}
            {despite && (
              <Quiet disabled={busy} onClick={() => send(true)}>
                <Key>A</Key> Fit it anyway
              </Quiet>
            )}
          </Problem>
        </div>
      )}
      <p className="mt-4 flex items-center gap-5">
        <Button tone="strong" shortcut="Enter" disabled={busy || !offered} onClick={() => send()}>
          Put it on record
        </Button>
        <Quiet disabled={busy} onClick={onCancel}>
          Not ended yet
        </Quiet>
      </p>
    </section>
  );
}

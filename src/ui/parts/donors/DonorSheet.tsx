'use client';
import { useState } from 'react';
import type { PlaceMark, PlaceState } from '@/core/parts/donor';
import type { UnitHead } from '@/words/unit/view';
import { useShortcuts } from '@/ui/kit/keys/keyboard';
import { Button, Heading, Key, Problem, Quiet } from '@/ui/kit/parts';
import { Money, useMoney } from '@/ui/kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { attended } from '@/ui/kit/words';
import { Link } from '@/ui/kit/Link';
import { many } from '@/words/plain';
import { DonorMap } from './DonorMap';

export interface DonorLineView {
  id: string;
  name: string;
  class: string | null;
  state: PlaceState | null;
  minutes: number;
  worthMinor: number;
  /** Net of selling, with the chance that it is still good. */
  expectedMinor: number;
  /** Which of the picks it belongs to, best first. */
  pick: number;
  /** The part on record, when there is one of the class. */
  part: string;
  box: { x: number; y: number; width: number; height: number } | null;
}

interface Props {
  unit: UnitHead;
  lines: readonly DonorLineView[];
  netMinor: number;
  minutes: number;
  stopAfter: number;
  /** What harms: out before anything else, and out before the rest is recycled, whatever it is worth. */
  first: readonly Harmful[];
  last: readonly Harmful[];
}

interface Harmful {
  name: string;
  title: string;
  text: string;
}

const STATES: [string, PlaceState, string][] = [
  ['t', 'there', 'There'],
  ['n', 'gone', 'Gone'],
  ['b', 'broken', 'Broken'],
  ['v', 'proven', 'Proven'],
];

/** What has to leave a machine whatever it is worth, with its caution. */
function Harm({ when, parts }: { when: string; parts: readonly Harmful[] }) {
  if (parts.length === 0) return null;
  return (
    <div className="hatched mt-2 py-1.5 pr-2 text-note" role="note">
      <b>{when}:</b>
      <ul>
        {parts.map(({ name, title, text }) => (
          <li key={name}>
            <b>{name}.</b> {title} {text}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Taking a machine apart: what is where and how it was seen, and in which order it is worth taking out. */
export function DonorSheet({ unit, lines, netMinor, minutes, stopAfter, first, last }: Props) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const places = lines.filter((line) => line.box !== null);
  const [at, setAt] = useState(places[0]?.id ?? '');
  const order = [...lines].sort((a, b) => a.pick - b.pick);
  const worthIt = new Set(
    order
      .filter((line) => line.pick < stopAfter && line.class !== null && line.worthMinor > 0)
      .map(({ id }) => id),
  );
  const [changed, setChanged] = useState<{ version: number; ids: ReadonlySet<string> } | null>(null);
  const chosen = changed?.version === unit.version ? changed.ids : worthIt;
  const [worths, setWorths] = useState<Record<string, string>>({});
  const [all, setAll] = useState(false);
  const [out, setOut] = useState<readonly string[]>([]);
  const disabled = busy || !unit.mayWrite || unit.held;
  const here = lines.find((line) => line.id === at);
  const mark = (state: PlaceMark, id = at) => {
    // marks come faster than the page is read again; each is of its own place, and none waits for another
    if (unit.mayWrite && !unit.held && id)
      void send('markPlaces', { unitId: unit.id, places: [{ place: id, state }] });
  };
  // the same again takes it back
  const said = (state: PlaceState): PlaceMark => (here?.state === state ? 'unseen' : state);
  const step = (by: number) => {
    const now = places.findIndex((line) => line.id === at);
    setAt(places[(now + by + places.length) % places.length].id);
  };
  const listed = all ? order : order.filter((line) => line.pick < stopAfter || chosen.has(line.id));
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChanged({ version: unit.version, ids: next });
  };
  const takeOut = () => {
    const taken = order
      .filter((line) => chosen.has(line.id))
      .map((line) => {
        const typed = worths[line.id];
        const worthMinor = typed === undefined ? line.worthMinor : money.parse(typed);
        return { place: line.id, worthMinor: worthMinor ?? line.worthMinor };
      });
    if (taken.length === 0) return;
    void send<{ codes: string[] }>('harvestParts', { unitId: unit.id, taken }, unit.version).then((sent) => {
      if (sent.ok) setOut(sent.answer.codes);
    });
  };
  // each gets its label while it is still in the hand it came out with
  const labels = out.length ? `/api/parts/labels?codes=${out.join(',')}` : null;
  useShortcuts((key) => {
    const state = STATES.find(([letter]) => letter === key.toLowerCase());
    if (key === 'ArrowRight' || key === 'ArrowDown') step(1);
    else if (key === 'ArrowLeft' || key === 'ArrowUp') step(-1);
    else if (state) mark(said(state[1]));
    else if (key === 'Enter' && labels) window.open(labels, '_blank');
    else return false;
    return true;
  });
  return (
    <div className="grid gap-gutter lg:grid-cols-[430px_minmax(0,1fr)] lg:items-start">
      <section aria-label="Donor sheet" className="panel">
        <Heading>What is where</Heading>
        <DonorMap places={places} at={at} onPlace={setAt} />
        <p className="mt-2 text-lead">
          <b>{here?.name}</b>{' '}
          <span className="text-soft">
            {here?.state ?? 'not looked at'}
            {here?.part && `; ${here.part}`}
          </span>
        </p>
        <div
          className="mt-1 flex flex-wrap gap-2"
          role="group"
          aria-label={`How ${here?.name ?? 'it'} was seen`}
        >
          {STATES.map(([letter, state, words]) => (
            <Button
              key={state}
              shortcut={letter.toUpperCase()}
              disabled={!unit.mayWrite || unit.held}
              aria-pressed={here?.state === state}
              tone={here?.state === state ? 'strong' : 'plain'}
              onClick={() => mark(said(state))}
            >
              {words}
            </Button>
          ))}
        </div>
        <p className="mt-2 text-note text-soft">
          <Key>←</Key> <Key>→</Key> go from place to place; the same key again takes a mark back. Solid: there
          or proven (double edge); ring: not looked at; crossed: gone; hatched: broken.
        </p>
      </section>
      <section aria-label="In order of worth" className="panel">
        <div className="flex items-baseline justify-between gap-3">
          <Heading>What to take, best first</Heading>
          <p className="text-row">
            <b className="figures text-worth">
              <Money minor={netMinor} plus />
            </b>{' '}
            in {attended(minutes)}
          </p>
        </div>
        <Harm when="First, before anything else" parts={first} />
        <table className="mt-1 w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">Take</th>
              <th className="text-right font-normal">Hands</th>
              <th className="text-right font-normal">Net of selling</th>
              <th className="text-right font-normal">Worth</th>
            </tr>
          </thead>
          <tbody>
            {listed.flatMap((line, i) => {
              const stop = line.pick >= stopAfter && (i === 0 || listed[i - 1].pick < stopAfter);
              return [
                ...(stop
                  ? [
                      <tr key="stop">
                        <td colSpan={4} className="border-y-2 border-ink py-1.5 font-semibold">
                          Stop here: what follows brings less than its minutes cost.
                        </td>
                      </tr>,
                    ]
                  : []),
                <tr key={line.id} className={`border-b border-rule ${line.id === at ? 'bg-track' : ''}`}>
                  <td className="py-1">
                    {line.class === null ? (
                      <span className="text-soft">{line.name} first</span>
                    ) : (
                      <label className="flex min-h-8 items-center gap-2">
                        <input
                          type="checkbox"
                          className="size-5 accent-ink"
                          checked={chosen.has(line.id)}
                          disabled={disabled || line.state === 'gone'}
                          onChange={() => toggle(line.id)}
                        />
                        {line.name}
                        <span className="text-note text-soft">{line.state ?? ''}</span>
                      </label>
                    )}
                  </td>
                  <td className="figures text-right text-note whitespace-nowrap">{attended(line.minutes)}</td>
                  <td className="figures text-right text-note">
                    <Money minor={line.expectedMinor} />
                  </td>
                  <td className="text-right">
                    {line.class !== null && chosen.has(line.id) ? (
                      <input
                        aria-label={`Worth of ${line.name}`}
                        inputMode="decimal"
                        className="figures h-9 w-20 border border-ink bg-sheet px-1 text-right text-note"
                        value={worths[line.id] ?? money.field(line.worthMinor)}
                        onChange={(event) => setWorths({ ...worths, [line.id]: event.target.value })}
                      />
                    ) : (
                      <span className="figures text-note text-soft">
                        <Money minor={line.worthMinor} />
                      </span>
                    )}
                  </td>
                </tr>,
              ];
            })}
          </tbody>
        </table>
        {(all || listed.length < order.length) && (
          <p className="mt-1.5 text-row">
            {!all && (
              <>
                <b>Stop here:</b> {order.length - listed.length} more bring less than their minutes cost.{' '}
              </>
            )}
            <Quiet aria-expanded={all} onClick={() => setAll(!all)}>
              {all ? 'Show only what pays' : 'Show them'}
            </Quiet>
          </p>
        )}
        <Harm when="Last, before the rest is recycled" parts={last} />
        {unit.mayWrite && !unit.held && (
          <p className="pt-3">
            <Button tone="strong" disabled={disabled || chosen.size === 0} onClick={takeOut}>
              {chosen.size} out, into the bin
            </Button>
          </p>
        )}
        {labels && (
          <p
            role="status"
            className="mt-3 flex flex-wrap items-center gap-3 border-2 border-ink px-3 py-2 text-row"
          >
            <b>{many(out.length, 'part', 'parts')} in the bin.</b>
            <a
              className="inline-flex min-h-11 items-center gap-2 border-b border-current font-semibold"
              href={labels}
              target="_blank"
              rel="noreferrer"
            >
              <Key>Enter</Key> {out.length === 1 ? 'Its label' : 'Their labels'}, PDF
            </a>
            <span className="text-soft">
              Nothing left worth taking?{' '}
              <Link href={`/u/${unit.tag}/shelf`} className="border-b border-current text-ink">
                Say that it is gone
              </Link>
              , with what the rest weighs.
            </span>
          </p>
        )}
        {problem && <Problem>{problem.message}</Problem>}
      </section>
    </div>
  );
}

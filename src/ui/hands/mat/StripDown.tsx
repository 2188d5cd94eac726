'use client';
import { useMemo, useState } from 'react';
import {
  balances,
  closingCheck,
  type Balance,
  type LedgerEntry,
  type LedgerItem,
  type MatName,
  type Move,
} from '@/core/hands/ledger';
import { shouldBeBack } from '@/core/hands/mat';
import { tightening } from '@/core/hands/tighten';
import type { PhotoLine } from '@/words/unit/photos';
import {
  MAT_CLOSED,
  MAT_WORDS,
  UNDER_WORDS,
  matCoded,
  type ClosingView,
  type MatView,
} from '@/words/hands/mat';
import type { UnitHead } from '@/words/unit/view';
import type { KeyHandler } from '../../kit/keys/desk';
import { ARROWS, acted, nearestAhead, useScans, useShortcuts } from '../../kit/keys/keyboard';
import { Button, CautionNote, Heading, Key, Problem } from '../../kit/parts';
import { PhotoStrip } from '../PhotoStrip';
import { ClosingPanel } from './ClosingPanel';
import { MatDrawing, type SpotAt } from './MatDrawing';
import { MatItemForm } from './MatItemForm';
import { useMat } from './useMat';

interface Props {
  unit: UnitHead;
  mat: MatView | null;
  /** How such a machine is laid out, while no mat lies open. */
  template: MatView;
  photos: readonly PhotoLine[];
  closing: readonly ClosingView[];
}

/** Letters of groups: none that goes to a side of the unit or means something on the mat. */
const LETTERS = 'ABCDEFHIJKMNOPQRSVWYZ';
const TROUBLE: [string, Move, string][] = [
  ['1', 'missing', 'missing'],
  ['2', 'rounded', 'rounded'],
  ['3', 'replaced', 'a like one in'],
  ['4', 'improvised', 'something else in'],
  ['5', 'left over', 'left over'],
];

/** "cross, 6 mm, under a foot", "flip-lock". */
const howWords = ({ way, lengthMm, under }: LedgerItem) =>
  [way, lengthMm && `${lengthMm} mm`, under && `under ${UNDER_WORDS[under]}`].filter(Boolean).join(', ');

function stateWords(
  { item, open, missing, rounded, broken }: Balance,
  moves: readonly LedgerEntry[],
): string {
  if (item.kind === 'seal') return broken > 0 ? 'broken here' : missing > 0 ? 'broken when it came' : 'whole';
  const touched = moves.some((move) => move.item === item.id);
  const there = item.count - missing;
  const said =
    open === there && open > 0
      ? `${open} out`
      : open > 0
        ? `${there - open} of ${there} back`
        : touched
          ? 'back'
          : `${item.count} in`;
  return [said, missing && `${missing} missing`, rounded && `${rounded} rounded`].filter(Boolean).join(', ');
}

/** The mat: what is undone layer by layer, by one key a group, and what is not back. */
export function StripDown({ unit, mat, template, photos, closing }: Props) {
  const { stands, moves, act, back, send, problem, busy } = useMat(unit, mat);
  const [picked, setLayer] = useState<number | null>(null);
  const [picking, setMat] = useState<MatName | null>(null);
  const [number, setNumber] = useState('');
  const [at, setAt] = useState<SpotAt | null>(null);
  const [trouble, setTrouble] = useState(false);
  const [ordered, setOrdered] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const disabled = !unit.mayWrite || unit.held;
  const mats = [...new Set(stands.flatMap(({ item }) => item.mat ?? []))];
  // mats such a machine can have and that nobody has laid out yet
  const more = (mat?.beside ?? []).filter((own) => !mats.includes(own.mat));
  const on = picking && mats.includes(picking) ? picking : null;
  const side = mat?.beside.find((own) => own.mat === on);
  const layers = on ? (side?.layers ?? []) : (mat?.layers ?? []);
  const lying = stands.filter(({ item }) => (item.mat ?? null) === on);
  const depth = Math.max(0, ...lying.map(({ item }) => item.layer));
  const deepest = Math.max(0, ...lying.filter(({ open }) => open > 0).map(({ item }) => item.layer));
  const layer = Math.min(picked ?? deepest, depth);
  const here = lying.filter(({ item }) => item.layer === layer);
  const letterOf = new Map(here.map(({ item }, n) => [item.id, LETTERS[n] ?? '']));
  const due = shouldBeBack(stands, moves, mat?.passed ?? null);
  const order = useMemo(() => {
    const item = stands.find((own) => own.item.id === ordered)?.item;
    if (!item?.spots) return null;
    const [pass] = tightening(item.spots.map(([x, y], n) => ({ id: String(n), x, y })));
    return new Map(pass.order.map((id, n) => [Number(id), n + 1]));
  }, [stands, ordered]);
  const laid = useMemo(() => balances(template.items, []), [template.items]);
  const things = template.items.reduce((sum, { count }) => sum + count, 0);
  const stillAsked = mat?.passed?.asked ?? [];
  const layOut = () => void send('openMat', { unitId: unit.id }, unit.version);
  if (!mat || mat.shut)
    return (
      <section className="panel">
        <Heading className="text-title!">
          {!mat
            ? 'No mat is open for this machine.'
            : stillAsked.length
              ? 'Closed all the same.'
              : 'Closed: everything on the mat was put back.'}
        </Heading>
        {stillAsked.length > 0 && <p className="hatched py-2 pr-3">With {stillAsked.join('; ')}.</p>}
        <p className="mt-1 text-read">
          {mat
            ? 'Open it again and everything is where it was.'
            : template.seen > 0
              ? `${things} things as ${template.seen === 1 ? 'the one machine' : `${template.seen} machines`} of this model had them.`
              : `${things} things as this kind of machine usually has them. From the second of the model on it is the model’s own.`}
        </p>
        <p className="mt-3 flex gap-3">
          <Button tone="strong" shortcut="Enter" disabled={disabled || busy} onClick={layOut}>
            {mat ? 'Open it again' : 'Lay the mat out'}
          </Button>
          {mat && (
            <Button disabled={disabled || busy} onClick={back}>
              Not closed after all
            </Button>
          )}
        </p>
        {problem && <Problem>{problem.message}</Problem>}
        <MatKeys disabled={disabled} onKey={(key) => acted(key === 'Enter' && layOut, busy)} />
        {!mat && (
          <div className="mt-4 grid gap-4 md:grid-cols-2">
            {template.layers.map((name, n) => (
              <figure key={name}>
                <figcaption className="text-row">
                  <b>
                    {n + 1} {name}
                  </b>
                  :{' '}
                  {template.items
                    .filter((item) => item.layer === n && !item.mat)
                    .map((item) => `${item.count > 1 ? `${item.count} ` : ''}${item.name}`)
                    .join(', ')}
                </figcaption>
                <MatDrawing
                  view={template}
                  layer={n}
                  balances={laid}
                  at={null}
                  due={() => false}
                  order={null}
                  ordered={null}
                  onSpot={() => undefined}
                />
              </figure>
            ))}
          </div>
        )}
      </section>
    );
  const take = (item: LedgerItem, inward: boolean) => {
    const own = stands.find((balance) => balance.item.id === item.id)!;
    const most = inward ? own.open : item.count - own.missing - own.open - own.broken;
    const count = number ? Math.min(Number(number), 500) : most;
    setNumber('');
    setOrdered(inward && item.kind === 'fastener' && item.count > 2 ? item.id : null);
    if (count > 0) act([{ item: item.id, move: inward ? 'in' : 'out', count }]);
  };
  const turn = (spot: SpotAt, as?: Move) => {
    const own = stands.find((balance) => balance.item.id === spot.item);
    const state = own?.spots[spot.n];
    if (!own || !state || disabled) return;
    setAt(spot);
    // a seal that was broken stays broken
    if (own.item.kind === 'seal' && state.at !== 'in') return;
    const move = as ?? (state.at === 'out' ? 'in' : state.at === 'in' ? 'out' : 'replaced');
    act([{ item: spot.item, move, count: 1, spots: [spot.n] }]);
  };
  const trip = (move: Move) => {
    setTrouble(false);
    const count = Number(number) || 1;
    setNumber('');
    if (!at) return;
    if (move === 'left over' || count > 1) act([{ item: at.item, move, count }]);
    else turn(at, move);
  };
  const spotsHere: (SpotAt & { x: number; y: number })[] = here.flatMap(({ item }) =>
    (item.spots ?? []).map(([x, y], n) => ({ item: item.id, n, x, y })),
  );
  const walk = (way: readonly [number, number]) => {
    const from = spotsHere.find((spot) => spot.item === at?.item && spot.n === at.n);
    if (!from) return setAt(spotsHere[0] ?? null);
    const ahead = nearestAhead(spotsHere, ({ x, y }) => [x, y], [from.x, from.y], way);
    if (ahead) setAt({ item: ahead.item, n: ahead.n });
  };
  const count = stands.reduce((sum, { open }) => sum + open, 0);
  const scanned = (code: string): boolean => {
    if (disabled) return false;
    if (code.trim().toUpperCase() === MAT_CLOSED) {
      void send('passOverMat', { unitId: unit.id, act: 'close' }, unit.version);
      return true;
    }
    const read = matCoded(
      code,
      stands.map(({ item }) => item),
    );
    if (!read) return false;
    setMat(read.item.mat ?? null);
    setLayer(read.item.layer);
    setAt({ item: read.item.id, n: read.item.spots ? 0 : -1 });
    take(read.item, read.way === 'in');
    return true;
  };
  // the newest listener is asked first: on the mat letters are groups
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_320px] lg:items-start">
      <MatKeys
        disabled={disabled}
        onKey={(key) => {
          // while something is being written down no key turns a screw, nor leaves for another side
          if (adding) {
            if (key === 'Escape') setAdding(false);
            return true;
          }
          if (trouble) {
            const kind = TROUBLE.find(([digit]) => digit === key);
            if (kind) trip(kind[1]);
            else setTrouble(false);
            return true;
          }
          const group = here.find(({ item }) => letterOf.get(item.id) === key.toUpperCase());
          if (/^\d$/.test(key)) setNumber((number + key).slice(-3));
          else if (group) {
            setAt(group.item.spots ? { item: group.item.id, n: 0 } : { item: group.item.id, n: -1 });
            take(group.item, key !== key.toLowerCase());
          } else if (key === 'l') setLayer(Math.min(depth, layer + 1));
          else if (key === 'L') setLayer(Math.max(0, layer - 1));
          else if (key.toLowerCase() === 'x' && at) setTrouble(true);
          else if (key.toLowerCase() === 't' && at) setOrdered(ordered ? null : at.item);
          else if (key === ' ' && at) turn(at);
          else if (ARROWS[key]) walk(ARROWS[key]);
          else if (key === 'Escape') setNumber('');
          else return false;
          return true;
        }}
      />
      <MatScans onScan={scanned} />
      <div className="min-w-0">
        {unit.bench.plugged && (
          <div className="mb-2">
            <CautionNote
              title="Mains is on."
              text="Pull the plug and take the battery off before anything else comes out; hold the button ten seconds."
            />
          </div>
        )}
        <section aria-label="The mat" className="border-2 border-ink bg-paper p-3">
          <MatDrawing
            view={side ?? mat}
            layer={layer}
            balances={lying}
            at={at}
            due={due}
            order={order}
            ordered={ordered}
            onSpot={turn}
          />
          <p className="mt-1.5 text-row">
            <b>
              {on && `${MAT_WORDS[on]}, `}
              {on ? 'layer' : 'Layer'} {layer + 1} of {depth + 1}
              {`: ${layers[layer] ?? 'deeper'}`}.
            </b>{' '}
            Solid: in its place. Ring, gap: out, on the mat. Orange: should be back by now. Broken ring:
            missing.
          </p>
        </section>
        <div className="mt-2 grid gap-x-5 md:grid-cols-2" role="group" aria-label="Groups of this layer">
          {here.map((balance) => {
            const { item, open } = balance;
            return (
              <div
                key={item.id}
                className={`flex min-h-9 items-center gap-2 border-b border-soft/40 text-row ${at?.item === item.id ? 'bg-paper' : ''}`}
              >
                <button
                  type="button"
                  disabled={disabled}
                  onClick={() => {
                    setAt({ item: item.id, n: item.spots ? 0 : -1 });
                    take(item, open > 0);
                  }}
                  className="flex min-h-9 min-w-0 flex-1 items-center gap-2 text-left hover:bg-paper disabled:opacity-60"
                >
                  <Key>{letterOf.get(item.id)}</Key>
                  <span className="sr-only">{open > 0 ? 'Back in:' : 'Out:'} </span>
                  <span className="min-w-0 truncate">
                    {item.name} <span className="text-note text-soft">{howWords(item)}</span>
                  </span>
                </button>
                <span
                  className={`figures text-note whitespace-nowrap ${open > 0 && due(item) ? 'font-bold text-hot' : ''}`}
                >
                  {stateWords(balance, moves)}
                </span>
              </div>
            );
          })}
        </div>
        <p aria-live="polite" className="mt-2 min-h-6 text-note text-soft">
          {trouble ? (
            <b className="text-ink">
              {TROUBLE.map(([digit, , words]) => `${digit} ${words}`).join(' · ')}: of {at?.item}
            </b>
          ) : number ? (
            <b className="text-ink">{number} of …</b>
          ) : (
            <>
              A letter takes the group out, with Shift puts it back; a number first means so many. Arrows
              walk, <Key>Space</Key> turns one. <Key>X</Key> trouble <Key>T</Key> order of tightening{' '}
              <Key>L</Key> next layer
            </>
          )}
        </p>
        {problem && !adding && !problem.details?.notBack && <Problem>{problem.message}</Problem>}
        {!disabled && (
          <div className="mt-2 flex flex-wrap gap-2">
            {mats.length > 0 &&
              [null, ...mats].map((own) => (
                <Button
                  key={own ?? 'own'}
                  aria-pressed={own === on}
                  tone={own === on ? 'strong' : 'plain'}
                  onClick={() => {
                    setMat(own);
                    setLayer(null);
                    setAt(null);
                  }}
                >
                  {own ? MAT_WORDS[own] : 'The machine'}
                </Button>
              ))}
            {mats.length > 0 && <span aria-hidden className="w-full" />}
            {Array.from({ length: depth + 1 }, (_, n) => (
              <Button
                key={n}
                aria-pressed={n === layer}
                tone={n === layer ? 'strong' : 'plain'}
                onClick={() => setLayer(n)}
              >
                {n + 1} {layers[n] ?? 'deeper'}
              </Button>
            ))}
            <Button aria-expanded={adding} onClick={() => setAdding(!adding)}>
              Something else is undone here
            </Button>
            {more.map((own) => (
              <Button
                key={own.mat}
                disabled={busy}
                onClick={() => {
                  setMat(own.mat);
                  setLayer(null);
                  setAt(null);
                  void send('layMat', { unitId: unit.id, mat: own.mat }, unit.version);
                }}
              >
                {MAT_WORDS[own.mat]} on a mat of its own
              </Button>
            ))}
            <a
              className="inline-flex min-h-11 items-center border-b border-current text-row"
              href={`/api/units/${unit.tag}/mat`}
              target="_blank"
              rel="noreferrer"
            >
              Codes for the compartments, PDF
            </a>
          </div>
        )}
        {adding && (
          <MatItemForm unit={unit} layer={layer} mat={on} onDone={() => setAdding(false)} send={send} />
        )}
        <PhotoStrip
          tag={unit.tag}
          title={`Photographs of layer ${layer + 1}`}
          about={`layer:${layer}`}
          photos={photos.filter(({ about }) => about === `layer:${layer}`)}
          mayWrite={!disabled}
        />
      </div>
      <p className="sticky bottom-14 z-10 flex min-h-12 items-center gap-3 border-t-2 border-ink bg-paper px-4 text-row lg:hidden">
        <b className={`figures ${count ? 'text-hot' : ''}`}>{count}</b> not back
        <a href="#closing" className="ml-auto inline-flex min-h-11 items-center border-b border-current">
          Closing check
        </a>
      </p>
      <ClosingPanel
        unit={unit}
        mat={mat}
        stands={stands}
        check={closingCheck(mat.items, moves, 'close')}
        moves={moves}
        closing={closing}
        problem={problem}
        busy={busy}
        send={send}
        due={due}
      />
    </div>
  );
}

/** Codes of the compartments are heard while a mat lies open. */
function MatScans({ onScan }: { onScan: (code: string) => boolean }) {
  useScans(onScan);
  return null;
}

/** Its listener is mounted with the mat, so that it is asked before those of the ticket. */
function MatKeys({ disabled, onKey }: { disabled: boolean; onKey: KeyHandler }) {
  useShortcuts((key) => (disabled ? false : onKey(key)));
  return null;
}

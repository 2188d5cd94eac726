'use client';
import { useState } from 'react';
import { clockAt, type DayAct, type DayView, type NextView } from '@/words/day';
import { share } from '@/words/plain';
import { useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Empty, Heading, Problem, Quiet } from '../kit/parts';
import { useZone } from '../kit/theShop';
import { duration } from '../kit/words';
import { DayLists } from './DayLists';
import { Outlook } from './Outlook';
import { PlaceWork, type HeldWork } from './PlaceWork';
import { StringLine } from './StringLine';
import { WhatNow, workWords } from './WhatNow';

interface Props {
  view: DayView;
  /** What is next for whoever looks. */
  next: NextView | null;
  /** Whose hands look at it. */
  me: string;
  until: number;
  mayWrite: boolean;
}

/** The day as it should go: what is next for these hands, every machine's way, whether promises hold. */
export function Day({ view, next, me, until, mayWrite }: Props) {
  const zone = useZone();
  const [chosen, setChosen] = useState<string | null>(null);
  const [held, setHeld] = useState<HeldWork | null>(null);
  const mine = view.lists.find(({ person }) => person === me);
  const movable = mine?.acts.filter(({ begun, ends }) => !begun && !ends) ?? [];
  const hold = (act: DayAct, person: string, at = act.from) =>
    setHeld({ tag: act.tag, operation: act.operation, words: act.words, pinned: act.pinned, person, at: Math.max(0, at) }); // prettier-ignore
  const step = (by: number) => {
    const at = movable.findIndex((act) => act.tag === held?.tag && act.operation === held.operation);
    const act = movable[Math.max(0, Math.min(movable.length - 1, at < 0 ? 0 : at + by))];
    if (act) hold(act, me);
    return act !== undefined;
  };
  useShortcuts((key) => {
    if (mayWrite && (key === 'ArrowDown' || key === 'j')) return step(1);
    if (mayWrite && (key === 'ArrowUp' || key === 'k')) return step(-1);
    if (key === 'Enter' && next) return (go(next.href), true);
    if (key.toLowerCase() === 'w') return (go(until > 1440 ? '/day' : '/day?days=7'), true);
    if (key === 'Escape' && chosen) return (setChosen(null), true);
    return false;
  });
  if (view.fault) return <Problem>There is no plan: {view.fault}</Problem>;
  if (view.lists.every(({ acts }) => acts.length === 0) && view.leftOut.length === 0)
    return <Empty>Nothing wants hands: no open machine has anything left to do.</Empty>;
  const after = mine?.acts.filter(({ begun }) => !begun)[1];
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_300px] lg:items-start">
      <div className="min-w-0">
        {next && (
          <WhatNow next={next} zone={zone} then={after && workWords(after)} onBegin={() => go(next.href)} />
        )}
        {held && (
          <PlaceWork held={held} view={view} zone={zone} onChange={setHeld} onDone={() => setHeld(null)} />
        )}
        <div className="hidden bg-paper px-3 py-3 md:block">
          <StringLine
            view={view}
            until={until}
            zone={zone}
            chosen={chosen}
            held={held}
            onChoose={setChosen}
            onDrop={
              mayWrite
                ? (tag, operation, person, at) => {
                    const list = view.lists.find(({ acts }) => acts.some((act) => act.tag === tag && act.operation === operation)); // prettier-ignore
                    const act = list?.acts.find((one) => one.tag === tag && one.operation === operation);
                    if (act && !act.begun) hold(act, person ?? list!.person, at);
                  }
                : undefined
            }
          />
          <p className="pt-1 text-note text-soft">
            One line is one machine on its way. Thick: hands. Double: it runs alone. A dot with a ring: it
            waits for hands. Flag: promised. A square: pinned.{' '}
            {mayWrite && 'Drag a thick piece to put it elsewhere.'} <kbd>W</kbd>{' '}
            {until > 1440 ? 'the day' : 'the week'}.{' '}
            {chosen && <Quiet onClick={() => setChosen(null)}>all machines</Quiet>}
          </p>
        </div>
        <Moved view={view} zone={zone} />
        <DayLists view={view} zone={zone} held={held} onHold={mayWrite ? hold : undefined} />
      </div>
      <Outlook view={view} until={until} zone={zone} />
    </div>
  );
}

const FEW = 3;

/** What the newest plan moved, and why. */
function Moved({ view, zone }: { view: DayView; zone: string }) {
  const time = (minute: number) => clockAt(view.zero, minute, zone);
  const { moved, because, movedShare } = view;
  if (moved.length === 0 && view.leftOut.length === 0 && view.pinsLost.length === 0) return null;
  return (
    <section aria-label="What moved" className="mt-3 bg-paper px-4 py-3 text-row">
      {moved.length > 0 && (
        <>
          <Heading>
            {moved.length === 1 ? 'One piece of work moved' : `${moved.length} pieces of work moved`}
            {movedShare !== null && (
              <span className="font-normal text-soft">, {share(movedShare)} of those not begun</span>
            )}
          </Heading>
          {because.length > 0 && (
            <p>
              Because {because.slice(0, FEW).join('; ')}
              {because.length > FEW && `; and ${because.length - FEW} more changes`}.
            </p>
          )}
          <ul className="text-soft">
            {moved.slice(0, FEW).map(({ tag, words, from, to, fromPerson, toPerson }) => (
              <li key={`${tag} ${words}`}>
                <b className="figures text-ink">{tag}</b> {words}: {from < 0 ? 'was due' : time(from)}
                {from < 0 && ` ${duration(-from)} ago`}, now {time(to)}
                {fromPerson !== toPerson && toPerson && `, ${toPerson} instead of ${fromPerson || 'nobody'}`}
              </li>
            ))}
            {moved.length > FEW && <li>and {moved.length - FEW} more</li>}
          </ul>
        </>
      )}
      {view.pinsLost.map(({ tag, words, why }) => (
        <p key={`${tag} ${words}`}>
          <b className="figures">{tag}</b> {words} could not stay where it was pinned: {why}.
        </p>
      ))}
      {view.leftOut.map(({ tag, why }) => (
        <p key={tag}>
          <b className="figures">{tag}</b> is in no plan. {why}.
        </p>
      ))}
    </section>
  );
}

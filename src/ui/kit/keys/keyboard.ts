'use client';
import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { cardKeys } from '@/words/benchCard';
import { KeyDesk, type KeyHandler, type Rank, type Taken } from './desk';
import {
  END_FACTOR,
  SHORTEST_SCAN,
  ScanReader,
  isShopCode,
  keepScanner,
  keptScanner,
  type Heard,
  type Scanner,
} from './scanner';

/**
 * One listener for the whole keyboard. A scanner is a keyboard that types very fast and ends with Enter,
 * whatever has focus; a person presses single keys. A key becomes a shortcut only when no other key follows
 * within the scanner's gap, so a scan can never answer a question. Who gets it is the desk's to say.
 */
type ScanHandler = (code: string) => boolean | void;
type Field = HTMLInputElement | HTMLTextAreaElement;

export const desk = new KeyDesk();
const scans = new Set<ScanHandler>();
const reader = new ScanReader<Field>();
/** Somebody who wants every key as it was pressed: what sets the scanner up. */
let raw: ((key: string, at: number) => void) | null = null;
let pending: ReturnType<typeof setTimeout> | undefined;
let learnt: (scanner: Scanner) => void = () => undefined;

function typingField(target: EventTarget | null): Field | null {
  if (target instanceof HTMLTextAreaElement) return target;
  return target instanceof HTMLInputElement &&
    !['button', 'checkbox', 'radio', 'file', 'range', 'submit'].includes(target.type)
    ? target
    : null;
}

/** Puts back what a field held before a scan ran through it, so that forms (and React) notice. */
function restore(field: Field, value: string): void {
  const prototype =
    field instanceof HTMLTextAreaElement ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype;
  Object.getOwnPropertyDescriptor(prototype, 'value')!.set!.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Keys of a person, unless they turn out to be a scanner's: they wait for what follows. */
let maybe: string[] = [];

function pressThem(): void {
  clearTimeout(pending);
  const keys = maybe;
  maybe = [];
  // a code whose end never came is nobody's keys
  if (keys.length >= SHORTEST_SCAN && /^[a-z]{1,5}-/i.test(keys.join(''))) return;
  for (const key of keys) desk.press(key);
}

/** Late because the page was at work, it lets what was typed meanwhile be heard first. */
function pressSoon(patient = true): void {
  clearTimeout(pending);
  const wait = maybe.length > 1 ? reader.scanner.gapMs * END_FACTOR : reader.scanner.gapMs + 4;
  const due = performance.now() + wait;
  pending = setTimeout(() => {
    if (patient && performance.now() - due > wait / 2) pressSoon(false);
    else pressThem();
  }, wait);
}

function onScan(event: KeyboardEvent, heard: Extract<Heard<Field>, { kind: 'scan' }>): void {
  const { into, text, slow } = heard;
  const pressed = cardKeys(text);
  if (pressed) {
    // the card is another keyboard, and what stands in a field is not its business
    event.preventDefault();
    event.stopImmediatePropagation();
    if (into) restore(into, heard.before);
    into?.blur();
    return pressed.forEach((key) => void desk.press(key));
  }
  // a serial or a model scanned into a field is what the field is for; the scanner's Enter does not send the form
  if (into && !isShopCode(text) && !into.dataset.scan) return event.preventDefault();
  event.preventDefault();
  event.stopImmediatePropagation();
  if (into) restore(into, heard.before);
  if (slow) {
    desk.forget();
    reader.scanner = { ...reader.scanner, gapMs: Math.max(slow, reader.scanner.gapMs) };
    keepScanner(reader.scanner);
    learnt(reader.scanner);
  }
  for (const handler of [...scans].reverse()) if (handler(text)) break;
}

function onKeyDown(event: KeyboardEvent): void {
  if (raw) {
    event.preventDefault();
    event.stopImmediatePropagation();
    return raw(event.key, event.timeStamp);
  }
  if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
  const field = typingField(event.target);
  const { key } = event;
  const heard = reader.hear(key, event.timeStamp, field, field?.value ?? '');
  if (heard.kind === 'scan') {
    clearTimeout(pending);
    maybe = [];
    return onScan(event, heard);
  }
  if (heard.kind === 'prefix') return event.preventDefault();
  if (heard.kind === 'more') {
    if (key === 'Shift' || maybe.length === 0) return;
    maybe.push(key);
    return pressSoon();
  }
  pressThem();
  const on = event.target instanceof HTMLElement ? event.target : null;
  if (key.length !== 1) {
    const pressable = key === 'Enter' && on?.closest('button, a, select, summary, [role="option"]');
    // a way out of every field, by the key everybody tries
    if (field && key === 'Escape' && !field.closest('[role="dialog"]')) field.blur();
    else if (!field && !pressable && desk.press(key)) event.preventDefault();
    return;
  }
  if (field || event.target instanceof HTMLSelectElement) return;
  if (key === '/' || key === ' ') {
    // these have a meaning of their own to browsers, and a space to what can be pressed
    const pressable = key === ' ' && on?.closest('button, a, summary, input, [role="option"], [role="tab"]');
    if (!pressable && desk.press(key)) event.preventDefault();
    return;
  }
  maybe = [key];
  pressSoon();
}

/** Where one is going while the page that was loaded comes to life. */
const AWAKENING = 'this page';
let listening = false;
let early: KeyboardEvent[] = [];
function start(): void {
  if (listening || typeof window === 'undefined') return;
  listening = true;
  reader.scanner = keptScanner();
  window.addEventListener('keydown', onKeyDown, { capture: true });
  // what was pressed while the page came to life waits until the frame says that all of it is there
  desk.leave(AWAKENING);
  early = window.earlyKeys?.() ?? [];
}

/** The whole page has come to life: what was pressed before is heard now. */
export function alive(): void {
  start();
  for (const event of early.splice(0)) if (!typingField(event.target)) onKeyDown(event);
  // a code among them is on its way to another page already
  desk.arrive(AWAKENING);
}

/**
 * Single keys pressed while no text field has focus. Return true to say it was yours, "later" that it is and you are
 * busy; what stands on the page is asked before the frame around it, whichever came to life first, and of the same
 * rank the newest.
 */
export function useShortcuts(handler: KeyHandler, rank: Rank = 'page'): void {
  const latest = useRef(handler);
  useEffect(() => {
    latest.current = handler;
    desk.drawn();
  });
  useEffect(() => {
    start();
    // what a key did is drawn before the next one is asked, however close they come
    return desk.add(rank, (key) => flushSync(() => latest.current(key)));
  }, [rank]);
}

/** A key with a meaning here: what it does, now or once what is on its way is there. */
export function acted(act: (() => unknown) | undefined | false | null, busy = false): Taken {
  if (!act) return false;
  if (busy) return 'later';
  act();
  return true;
}

/** The scanner's setting, and every key as it is pressed for as long as somebody listens. */
export const bench = {
  scanner: (): Scanner => reader.scanner,
  set: (scanner: Scanner): void => {
    reader.scanner = scanner;
    keepScanner(scanner);
  },
  onLearnt: (said: (scanner: Scanner) => void): (() => void) => {
    learnt = said;
    return () => void (learnt = () => undefined);
  },
  listen: (heard: (key: string, at: number) => void): (() => void) => {
    start();
    raw = heard;
    return () => void (raw = null);
  },
};

/** Codes read by a scanner, whatever had focus. */
export function useScans(handler: ScanHandler): void {
  const latest = useRef(handler);
  useEffect(() => {
    latest.current = handler;
  });
  useEffect(() => {
    start();
    const stable: ScanHandler = (code) => latest.current(code);
    scans.add(stable);
    return () => void scans.delete(stable);
  }, []);
}

/** The arrow keys as directions on a drawing, y downwards. */
export const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** The nearest in a direction: what lies straight ahead before what lies aside. Undefined: nothing lies there. */
export function nearestAhead<T>(
  places: readonly T[],
  at: (place: T) => readonly [number, number],
  [fromX, fromY]: readonly [number, number],
  [dx, dy]: readonly [number, number],
): T | undefined {
  let best: { place: T; far: number } | undefined;
  for (const place of places) {
    const [x, y] = at(place);
    const along = (x - fromX) * dx + (y - fromY) * dy;
    const far = along + 3 * (Math.abs((x - fromX) * dy) + Math.abs((y - fromY) * dx));
    if (along > 0.5 && (!best || far < best.far)) best = { place, far };
  }
  return best?.place;
}

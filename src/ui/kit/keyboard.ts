'use client';
import { useEffect, useRef } from 'react';

/**
 * One listener for the whole keyboard. A scanner is a keyboard that types very fast and ends with Enter,
 * whatever has focus; a person presses single keys. A key becomes a shortcut only when no other key follows
 * within BURST_MS, so a scan can never answer a question.
 */
const BURST_MS = 36;
const SHORTEST_SCAN = 4;

type ShortcutHandler = (key: string) => boolean | void;
type ScanHandler = (code: string) => boolean | void;

const shortcuts = { page: new Set<ShortcutHandler>(), frame: new Set<ShortcutHandler>() };
const scans = new Set<ScanHandler>();

interface Burst {
  text: string;
  last: number;
  field: HTMLInputElement | HTMLTextAreaElement | null;
  before: string;
}

let burst: Burst | null = null;
let pending: ReturnType<typeof setTimeout> | undefined;

function typingField(target: EventTarget | null): HTMLInputElement | HTMLTextAreaElement | null {
  if (target instanceof HTMLTextAreaElement) return target;
  return target instanceof HTMLInputElement &&
    !['button', 'checkbox', 'radio', 'file', 'range', 'submit'].includes(target.type)
    ? target
    : null;
}

/** A tag of a unit or a code of a part: what the shop prints itself, and nothing a field is for. */
export const isShopCode = (text: string) => /^([A-Z]{2,4}-\d{1,9}|P-\d{4,9})$/i.test(text.trim());

/** Puts back what a field held before a scan ran through it, so that forms (and React) notice. */
function restore(field: HTMLInputElement | HTMLTextAreaElement, value: string): void {
  const prototype =
    field instanceof HTMLTextAreaElement ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype;
  Object.getOwnPropertyDescriptor(prototype, 'value')!.set!.call(field, value);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

function dispatchShortcut(key: string): boolean {
  for (const rank of [shortcuts.page, shortcuts.frame])
    for (const handler of [...rank].reverse()) if (handler(key)) return true;
  return false;
}

function onKeyDown(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
  const now = event.timeStamp;
  const field = typingField(event.target);
  if (event.key === 'Enter') {
    const scanned = burst && burst.text.length >= SHORTEST_SCAN && now - burst.last < BURST_MS * 4;
    const ended = burst;
    burst = null;
    clearTimeout(pending);
    if (scanned && ended) {
      const { field: into, text } = ended;
      // a serial or a model scanned into a field is what the field is for; the scanner's Enter does not send
      // the form
      if (into && !isShopCode(text) && !into.dataset.scan) return void event.preventDefault();
      event.preventDefault();
      event.stopImmediatePropagation();
      if (into) restore(into, ended.before);
      for (const handler of [...scans].reverse()) if (handler(text)) break;
      return;
    }
    if (
      !field &&
      !(
        event.target instanceof HTMLElement &&
        event.target.closest('button, a, select, summary, [role="option"]')
      ) &&
      dispatchShortcut('Enter')
    )
      event.preventDefault();
    return;
  }
  if (event.key.length !== 1) {
    if (event.key === 'Shift') return;
    burst = null;
    // a way out of every field, by the key everybody tries
    if (field && event.key === 'Escape' && !field.closest('[role="dialog"]')) field.blur();
    else if (!field && dispatchShortcut(event.key)) event.preventDefault();
    return;
  }
  if (burst && now - burst.last < BURST_MS && burst.field === field) {
    burst.text += event.key;
    burst.last = now;
    clearTimeout(pending);
    return;
  }
  burst = { text: event.key, last: now, field, before: field?.value ?? '' };
  clearTimeout(pending);
  if (field || event.target instanceof HTMLSelectElement) return;
  if (event.key === '/' || event.key === ' ') {
    // these have a meaning of their own to browsers, and a space to what can be pressed
    const pressable =
      event.key === ' ' &&
      event.target instanceof HTMLElement &&
      event.target.closest('button, a, summary, input, [role="option"], [role="tab"]') !== null;
    if (!pressable && dispatchShortcut(event.key)) event.preventDefault();
    return;
  }
  const key = event.key;
  pending = setTimeout(() => dispatchShortcut(key), BURST_MS + 4);
}

let listening = false;
function start(): void {
  if (listening || typeof window === 'undefined') return;
  listening = true;
  window.addEventListener('keydown', onKeyDown, { capture: true });
}

/**
 * Single keys pressed while no text field has focus. Return true to say it was yours; what stands on the page is asked
 * before the frame around it, whichever came to life first, and of the same rank the newest.
 */
export function useShortcuts(handler: ShortcutHandler, rank: keyof typeof shortcuts = 'page'): void {
  const latest = useRef(handler);
  useEffect(() => {
    latest.current = handler;
  });
  useEffect(() => {
    start();
    const stable: ShortcutHandler = (key) => latest.current(key);
    const own = shortcuts[rank];
    own.add(stable);
    return () => void own.delete(stable);
  }, [rank]);
}

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

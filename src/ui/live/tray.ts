import type { Act } from './outbox';

/** Something a person did that is not on record, and why. */
export interface Unsaid {
  id: number;
  act: Act;
  why: string;
  at: number;
}

interface Store {
  getItem: (key: string) => string | null;
  setItem: (key: string, value: string) => void;
}

const KEPT = 'not-on-record';
/** What nobody reads is not kept for ever. */
const MOST = 40;

/** What could not be put on record lies here until somebody has read it; a page loaded anew loses none of it. */
export class Tray {
  private lines: readonly Unsaid[] = [];
  private readonly watchers = new Set<() => void>();

  constructor(private readonly store: () => Store | null) {
    try {
      const kept: unknown = JSON.parse(store()?.getItem(KEPT) ?? '[]');
      if (Array.isArray(kept)) this.lines = kept as Unsaid[];
    } catch {
      // nothing legible was kept
    }
  }

  read = (): readonly Unsaid[] => this.lines;

  watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => void this.watchers.delete(watcher);
  };

  put(act: Act, why: string): void {
    const id = (this.lines.at(-1)?.id ?? 0) + 1;
    this.set([...this.lines, { id, act, why, at: Date.now() }].slice(-MOST));
  }

  take(id: number): Unsaid | undefined {
    const line = this.lines.find((own) => own.id === id);
    this.set(this.lines.filter((own) => own !== line));
    return line;
  }

  clear(): void {
    this.set([]);
  }

  private set(lines: readonly Unsaid[]): void {
    this.lines = lines;
    try {
      this.store()?.setItem(KEPT, JSON.stringify(lines));
    } catch {
      // full or shut: it is still on this page
    }
    this.watchers.forEach((watcher) => watcher());
  }
}

export const tray = new Tray(() => (typeof window === 'undefined' ? null : window.sessionStorage));

/** What an act was, in words: its own, or those of its kind. */
export const actWords = ({ name, words }: Act): string =>
  words ??
  name
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .replace(/^./, (first) => first.toUpperCase());

/** How the scanner of a bench types. */
export interface Scanner {
  /** Longest pause between two of its signs, ms. */
  gapMs: number;
  /** A key it presses before each code, "" for none. */
  prefix: string;
  /** The key it presses after each code. */
  suffix: 'Enter' | 'Tab';
}

export const USUAL_SCANNER: Scanner = { gapMs: 36, prefix: '', suffix: 'Enter' };
/** Longer than this a scanner’s pause cannot be told from a person’s, ms. */
export const LONGEST_GAP_MS = 90;
export const SHORTEST_SCAN = 4;
/** The key at its end may take longer than the signs. */
export const END_FACTOR = 4;
/** A code begun by a prefix ends when nothing comes for so long, ms. */
const PREFIXED_MS = 1_500;
/** Signs pressed so evenly that no hand did it: longest pause by the shortest. */
const EVEN = 2.5;

/** A tag of a unit or a code of a part: what the shop prints itself, and nothing a field is for. */
export const isShopCode = (text: string) => /^([A-Z]{2,4}-\d{1,9}|P-\d{4,9})$/i.test(text.trim());

export type Heard<F> =
  /** First sign of what may be a scan: a person’s key unless another follows. */
  | { kind: 'first' }
  /** One more sign of a scan under way. */
  | { kind: 'more' }
  /** A prefix: what follows is a scan however slowly it comes. */
  | { kind: 'prefix' }
  /** A whole code. `before`: what its field held; `slow`: its signs came so slowly that they were taken for keys. */
  | { kind: 'scan'; text: string; into: F | null; before: string; slow?: number }
  /** Any other key. */
  | { kind: 'key' };

interface Burst<F> {
  text: string;
  last: number;
  into: F | null;
  before: string;
  prefixed: boolean;
}

/** Tells a scanner from a person by when keys were pressed, never by when they were heard of. */
export class ScanReader<F> {
  private burst: Burst<F> | null = null;
  private recent: { key: string; at: number; into: F | null }[] = [];

  constructor(public scanner: Scanner = USUAL_SCANNER) {}

  /** `at`: when it was pressed, ms; `before`: what the field held before it. */
  hear(key: string, at: number, into: F | null, before: string): Heard<F> {
    const { prefix, suffix, gapMs } = this.scanner;
    const burst = this.burst;
    if (prefix && key === prefix) {
      this.burst = { text: '', last: at, into, before, prefixed: true };
      return { kind: 'prefix' };
    }
    if (key === suffix) {
      this.burst = null;
      const within = burst?.prefixed ? PREFIXED_MS : gapMs * END_FACTOR;
      if (burst && burst.text.length >= SHORTEST_SCAN && at - burst.last < within)
        return { kind: 'scan', text: burst.text, into: burst.into, before: burst.before };
      const slow = into === null ? this.slowScan(at) : null;
      this.recent = [];
      return slow ?? { kind: 'key' };
    }
    if (key === 'Shift') return { kind: 'more' };
    if (key.length !== 1) {
      this.burst = null;
      this.recent = [];
      return { kind: 'key' };
    }
    this.recent = [...this.recent.slice(-15), { key, at, into }];
    if (burst && burst.into === into && at - burst.last < (burst.prefixed ? PREFIXED_MS : gapMs)) {
      burst.text += key;
      burst.last = at;
      return { kind: 'more' };
    }
    this.burst = { text: key, last: at, into, before, prefixed: false };
    return { kind: 'first' };
  }

  /** A code of the shop whose signs came too slowly for this setting, and too evenly for a hand. */
  private slowScan(end: number): Extract<Heard<F>, { kind: 'scan' }> | null {
    let from = this.recent.length - 1;
    while (from > 0 && this.recent[from].at - this.recent[from - 1].at <= LONGEST_GAP_MS) from--;
    const signs = this.recent.slice(Math.max(0, from));
    const text = signs.map(({ key }) => key).join('');
    const pauses = signs.slice(1).map(({ at }, i) => at - signs[i].at);
    if (text.length <= SHORTEST_SCAN || !isShopCode(text) || signs.some(({ into }) => into !== null))
      return null;
    const longest = Math.max(...pauses);
    const even = longest <= EVEN * Math.max(8, Math.min(...pauses));
    if (!even || end - signs.at(-1)!.at > LONGEST_GAP_MS * END_FACTOR) return null;
    return {
      kind: 'scan',
      text,
      into: null,
      before: '',
      slow: Math.min(LONGEST_GAP_MS, Math.ceil(longest * 1.3)),
    };
  }
}

/** What one scan of a known code, as raw keys, says of a scanner; null: that was not the code, or no scanner. */
export function learnScanner(keys: readonly { key: string; at: number }[], code: string): Scanner | null {
  const signs = keys.filter(({ key }) => key !== 'Shift');
  const typed = signs.map(({ key }) => (key.length === 1 ? key : ' ')).join('');
  const from = typed.toUpperCase().indexOf(code.toUpperCase());
  const suffix = signs[from + code.length]?.key;
  if (from < 0 || from > 1 || (suffix !== 'Enter' && suffix !== 'Tab')) return null;
  const own = signs.slice(from, from + code.length);
  const longest = Math.max(...own.slice(1).map(({ at }, i) => at - own[i].at));
  const prefix = from === 1 ? signs[0].key : '';
  if (!prefix && longest * 1.3 > LONGEST_GAP_MS) return null;
  return {
    gapMs: Math.min(LONGEST_GAP_MS, Math.max(USUAL_SCANNER.gapMs, Math.ceil(longest * 1.3))),
    prefix,
    suffix,
  };
}

/** What is scanned to learn a scanner. */
export const SCANNER_CODE = 'BENCH-1207';

const KEPT = 'bench-scanner';

/** The scanner of this browser, as it was set or learnt. */
export function keptScanner(): Scanner {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Partial<Scanner> | null;
    const gapMs = Number(kept?.gapMs);
    return {
      gapMs: gapMs >= 10 && gapMs <= LONGEST_GAP_MS ? gapMs : USUAL_SCANNER.gapMs,
      prefix: typeof kept?.prefix === 'string' ? kept.prefix.slice(0, 12) : '',
      suffix: kept?.suffix === 'Tab' ? 'Tab' : 'Enter',
    };
  } catch {
    return USUAL_SCANNER;
  }
}

export function keepScanner(scanner: Scanner): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify(scanner));
  } catch {
    // a browser that keeps nothing learns it again
  }
}

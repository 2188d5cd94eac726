import type { SelfTestRules } from './rules';

/** A key by its physical place (UI Events KeyboardEvent code), and how wide it is drawn, in keys. */
export interface KeyPlace {
  code: string;
  label: string;
  width: number;
}
export type KeyLayout = 'iso' | 'ansi';

const key = (code: string, label = code.replace(/^(Key|Digit)/, ''), width = 1): KeyPlace => ({
  code,
  label,
  width,
});
const row = (codes: string, signs = '') =>
  codes.split(' ').map((code, i) => key(code, signs ? signs.split(' ')[i] : undefined));

const FUNCTION_ROW = [
  key('Escape', 'Esc'),
  ...Array.from({ length: 12 }, (_, n) => key(`F${n + 1}`)),
  key('Delete', 'Del'),
];
const DIGITS = [
  key('Backquote', '`'),
  ...row('Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0'),
  key('Minus', '-'),
  key('Equal', '='),
  key('Backspace', '⌫', 1.8),
];
const UPPER = row('KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP');
const HOME = row('KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL');
const LOWER = row('KeyZ KeyX KeyC KeyV KeyB KeyN KeyM');
const BOTTOM = [
  key('ControlLeft', 'Ctrl', 1.2),
  key('MetaLeft', '◇', 1),
  key('AltLeft', 'Alt', 1.2),
  key('Space', 'space', 5),
  key('AltRight', 'Alt', 1.2),
  key('ControlRight', 'Ctrl', 1.2),
  key('ArrowLeft', '←'),
  key('ArrowUp', '↑'),
  key('ArrowDown', '↓'),
  key('ArrowRight', '→'),
];

/** Rows of a portable's keys. Codes as W3C UI Events names them; which key lies where: common practice. */
export const KEY_ROWS: Record<KeyLayout, KeyPlace[][]> = {
  iso: [
    FUNCTION_ROW,
    DIGITS,
    [
      key('Tab', 'Tab', 1.5),
      ...UPPER,
      key('BracketLeft', '['),
      key('BracketRight', ']'),
      key('Enter', '↵', 1.3),
    ],
    [
      key('CapsLock', 'Caps', 1.7),
      ...HOME,
      key('Semicolon', ';'),
      key('Quote', "'"),
      key('Backslash', '#'),
      key('Enter', '↵', 1.1),
    ],
    [
      key('ShiftLeft', 'Shift', 1.2),
      key('IntlBackslash', '<'),
      ...LOWER,
      key('Comma', ','),
      key('Period', '.'),
      key('Slash', '/'),
      key('ShiftRight', 'Shift', 2.4),
    ],
    BOTTOM,
  ],
  ansi: [
    FUNCTION_ROW,
    DIGITS,
    [
      key('Tab', 'Tab', 1.5),
      ...UPPER,
      key('BracketLeft', '['),
      key('BracketRight', ']'),
      key('Backslash', '\\', 1.3),
    ],
    [key('CapsLock', 'Caps', 1.7), ...HOME, key('Semicolon', ';'), key('Quote', "'"), key('Enter', '↵', 2.1)],
    [
      key('ShiftLeft', 'Shift', 2.2),
      ...LOWER,
      key('Comma', ','),
      key('Period', '.'),
      key('Slash', '/'),
      key('ShiftRight', 'Shift', 2.4),
    ],
    BOTTOM,
  ],
};

export interface KeyStroke {
  kind: 'down' | 'up';
  code: string;
  /** Milliseconds, of any one clock. */
  at: number;
  /** The system says it repeats because it is held. */
  repeat?: boolean;
}

interface Pressed {
  times: number;
  downSince: number | null;
  upAt: number | null;
  bounced: number;
}
export type KeyLog = ReadonlyMap<string, Pressed>;

/** One stroke more. */
export function withStroke(
  log: KeyLog,
  { kind, code, at, repeat }: KeyStroke,
  { bounceMs }: Pick<SelfTestRules, 'bounceMs'>,
): KeyLog {
  const now = log.get(code) ?? { times: 0, downSince: null, upAt: null, bounced: 0 };
  const next = new Map(log);
  if (kind === 'up') next.set(code, { ...now, downSince: null, upAt: at });
  else if (!repeat && now.downSince === null) {
    const bounced = now.upAt !== null && at - now.upAt < bounceMs ? 1 : 0;
    next.set(code, { ...now, times: now.times + 1, downSince: at, bounced: now.bounced + bounced });
  }
  return next;
}

export interface KeysFound {
  /** Codes that must be there and never came. */
  missing: string[];
  /** Came twice for one press. */
  doubled: string[];
  /** Down for long, and never up. */
  stuck: string[];
  /** Pressed, and on no place of this layout. */
  elsewhere: string[];
  pressed: number;
  wanted: number;
}

/** Keys as they are called on a layout, in words: "G, F5, right Shift". */
export function keyNames(layout: KeyLayout, codes: readonly string[]): string {
  const places = KEY_ROWS[layout].flat();
  return codes
    .map((code) => {
      const label = places.find((own) => own.code === code)?.label ?? code;
      const side = /^(Shift|Control|Alt)(Left|Right)$/.exec(code)?.[2];
      return side ? `${side.toLowerCase()} ${label}` : label;
    })
    .join(', ');
}

/** Which keys a test found amiss, by their places on a layout. */
export interface KeysAmiss {
  layout: KeyLayout;
  /** Never came; came twice for one press; stayed down. Codes as in `KEY_ROWS`. */
  silent: string[];
  doubled: string[];
  stuck: string[];
}

/** What the strokes so far come to. @param at now, on their clock */
export function keysFound(
  layout: KeyLayout,
  log: KeyLog,
  at: number,
  { stuckMs, keptKeys }: Pick<SelfTestRules, 'stuckMs' | 'keptKeys'>,
): KeysFound {
  const places = new Set(KEY_ROWS[layout].flat().map(({ code }) => code));
  const wanted = [...places].filter((code) => keptKeys.indexOf(code) < 0);
  const came = (code: string) => (log.get(code)?.times ?? 0) > 0;
  return {
    missing: wanted.filter((code) => !came(code)),
    doubled: [...log].filter(([, { bounced }]) => bounced > 0).map(([code]) => code),
    stuck: [...log]
      .filter(([, { downSince }]) => downSince !== null && at - downSince > stuckMs)
      .map(([code]) => code),
    elsewhere: [...log.keys()].filter((code) => !places.has(code) && came(code)),
    pressed: wanted.filter(came).length,
    wanted: wanted.length,
  };
}

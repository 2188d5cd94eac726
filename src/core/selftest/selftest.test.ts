import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { readSoak, soakAnswers } from '../instruments/soak';
import { soakRules } from '@/catalog/instruments/readings';
import { selfTestRules } from '@/catalog/instruments/selfTests';
import {
  KEY_ROWS,
  keyNames,
  keysFound as foundBy,
  withStroke as strokeBy,
  type KeyLog,
  type KeyStroke,
} from './keys';
import { pictureSeen } from './picture';
import { megabits, networksText, pathOf, roundTrips } from './network';
import { pixelClass, type PixelCounts } from './pixels';
import { round, standingOf, worked } from './processor';
import { heard, level, tonePower } from './sound';

const withStroke = (log: KeyLog, stroke: KeyStroke) => strokeBy(log, stroke, selfTestRules);
const keysFound = (layout: 'iso' | 'ansi', log: KeyLog, at: number) =>
  foundBy(layout, log, at, selfTestRules);

describe('keys by their physical place', () => {
  it('are called as they are printed, of two alike by their side', () =>
    expect(keyNames('iso', ['KeyG', 'F5', 'ShiftRight', 'Fn'])).toBe('G, F5, right Shift, Fn'));
  const press = (log: KeyLog, code: string, at: number, held = 80) =>
    withStroke(withStroke(log, { kind: 'down', code, at }), { kind: 'up', code, at: at + held });
  const all = (layout: 'iso' | 'ansi') =>
    KEY_ROWS[layout]
      .flat()
      .map(({ code }) => code)
      .reduce((log, code, n) => press(log, code, n * 200), new Map() as KeyLog);
  it('ISO has the key beside the left shift, ANSI has not; every code is one of the standard’s', () => {
    const codes = (layout: 'iso' | 'ansi') => new Set(KEY_ROWS[layout].flat().map(({ code }) => code));
    expect(codes('iso').has('IntlBackslash')).toBe(true);
    expect(codes('ansi').has('IntlBackslash')).toBe(false);
    // W3C UI Events KeyboardEvent code values, 3.1 (from memory)
    const known =
      /^(Key[A-Z]|Digit\d|F\d{1,2}|Escape|Delete|Backquote|Minus|Equal|Backspace|Tab|BracketLeft|BracketRight|Backslash|IntlBackslash|CapsLock|Semicolon|Quote|Enter|ShiftLeft|ShiftRight|Comma|Period|Slash|ControlLeft|ControlRight|MetaLeft|AltLeft|AltRight|Space|Arrow(Left|Right|Up|Down))$/;
    for (const layout of ['iso', 'ansi'] as const)
      for (const code of codes(layout)) expect(code).toMatch(known);
  });
  it('every key pressed once is all of them', () => {
    for (const layout of ['iso', 'ansi'] as const)
      expect(keysFound(layout, all(layout), 1e6)).toMatchObject({
        missing: [],
        doubled: [],
        stuck: [],
        elsewhere: [],
      });
  });
  it('one that never came is named, by its place', () => {
    const log = new Map(all('iso'));
    log.delete('KeyG');
    expect(keysFound('iso', log, 1e6).missing).toEqual(['KeyG']);
  });
  it('one that comes twice for a press bounced; held down it only repeats', () => {
    let log: KeyLog = new Map();
    log = press(log, 'KeyA', 0, 60);
    log = press(log, 'KeyA', 75, 60);
    log = press(log, 'KeyB', 500, 60);
    log = press(log, 'KeyB', 700, 60);
    log = withStroke(log, { kind: 'down', code: 'KeyC', at: 1_000 });
    for (let n = 0; n < 20; n++)
      log = withStroke(log, { kind: 'down', code: 'KeyC', at: 1_500 + n * 30, repeat: true });
    log = withStroke(log, { kind: 'up', code: 'KeyC', at: 2_200 });
    const found = keysFound('ansi', log, 3_000);
    expect(found.doubled).toEqual(['KeyA']);
    expect(found.stuck).toEqual([]);
  });
  it('one that is down and stays down is stuck', () => {
    const log = withStroke(new Map(), { kind: 'down', code: 'KeyK', at: 0 });
    expect(keysFound('ansi', log, 7_000).stuck).toEqual([]);
    expect(keysFound('ansi', log, 9_000).stuck).toEqual(['KeyK']);
  });
  it('a key no layout has is said, and a key the system keeps is not asked for', () => {
    const log = press(new Map(), 'Lang1', 0);
    expect(keysFound('iso', log, 1_000).elsewhere).toEqual(['Lang1']);
    expect(keysFound('iso', new Map(), 0).missing).not.toContain('MetaLeft');
  });
});

describe('pixel classes (ISO 9241-307:2008, per million pixels, from memory)', () => {
  const of = (counts: Partial<PixelCounts>, pixels = 1e6) =>
    pixelClass(
      { bright: 0, dark: 0, 'sub-bright': 0, 'sub-dark': 0, ...counts },
      pixels,
      selfTestRules.pixels,
    );
  it.each([
    [{}, '0'],
    [{ bright: 1 }, 'I'],
    [{ bright: 1, dark: 1, 'sub-bright': 2, 'sub-dark': 1 }, 'I'],
    [{ 'sub-bright': 1, 'sub-dark': 3 }, 'I'],
    [{ 'sub-dark': 5 }, 'I'],
    [{ 'sub-bright': 2, 'sub-dark': 2 }, 'II'],
    [{ bright: 2, dark: 2, 'sub-bright': 5 }, 'II'],
    [{ 'sub-bright': 3, 'sub-dark': 4 }, 'II'],
    [{ 'sub-bright': 3, 'sub-dark': 5 }, 'III'],
    [{ 'sub-dark': 10 }, 'II'],
    [{ 'sub-dark': 11 }, 'III'],
    [{ bright: 5, dark: 15 }, 'III'],
    [{ bright: 6 }, 'IV'],
    [{ dark: 150 }, 'IV'],
    [{ bright: 51 }, null],
  ] as const)('%o is class %s', (counts, name) => expect(of(counts)).toBe(name));
  it('limits go with the pixels: two bright ones are class I on a panel of two million', () => {
    expect(of({ bright: 2 }, 1920 * 1080)).toBe('I');
    expect(of({ bright: 2 }, 1366 * 768)).toBe('II');
    // under a million pixels one is more than class I allows
    expect(of({ bright: 1 }, 1024 * 768)).toBe('II');
  });
  it('no panel is no class', () => expect(() => of({}, 0)).toThrow(RangeError));
});

describe('sound', () => {
  const rate = 48_000;
  const tone = (hertz: number, amplitude: number, noise = 0, seed = 1) => {
    const random = seededRandom(seed);
    return Float32Array.from(
      { length: 4_800 },
      (_, i) => amplitude * Math.sin((2 * Math.PI * hertz * i) / rate) + noise * (2 * random() - 1),
    );
  };
  it('a full sine has a mean square of a half, and nothing at another tone', () => {
    expect(tonePower(tone(440, 1), rate, 440)).toBeCloseTo(0.5, 3);
    expect(tonePower(tone(440, 1), rate, 660)).toBeLessThan(1e-4);
    expect(tonePower([], rate, 440)).toBe(0);
  });
  it('a faint tone is heard over noise, noise alone is not', () => {
    const quiet = tonePower(tone(440, 0, 0.05, 2), rate, 440);
    expect(heard(tonePower(tone(440, 0.02, 0.05, 3), rate, 440), quiet, selfTestRules.toneDb)).toBe(true);
    const seeds = Array.from({ length: 40 }, (_, n) => n + 10);
    const wrong = seeds.filter((seed) => {
      // what is compared is the mean of several pieces
      const mean = (from: number) =>
        [0, 1, 2, 3].reduce((sum, n) => sum + tonePower(tone(440, 0, 0.05, from + n * 97), rate, 440), 0) / 4;
      return heard(mean(seed), mean(seed + 1_000), selfTestRules.toneDb);
    });
    expect(wrong.length).toBeLessThanOrEqual(2);
  });
  it('level: full scale sine is -3 dB, silence is the floor', () => {
    expect(level(tone(440, 1))).toBeCloseTo(-3.01, 1);
    expect(level(new Float32Array(10))).toBe(-120);
  });
});

describe('a camera’s picture', () => {
  const picture = (grey: (i: number) => number) =>
    Array.from({ length: 400 }, (_, i) => (i % 4 === 3 ? 255 : grey(Math.floor(i / 4))));
  const seen = (grey: (i: number) => number) => pictureSeen(picture(grey), selfTestRules);
  it('is neither black nor all of one shade', () => {
    expect(seen((i) => i * 2)).toBe(true);
    expect(seen(() => 0)).toBe(false);
    expect(seen((i) => i % 4)).toBe(false);
    expect(seen(() => 120)).toBe(false);
  });
});

describe('network', () => {
  it('megabits by the middle piece', () => {
    expect(megabits([{ bytes: 1_250_000, ms: 100 }])).toBeCloseTo(100, 6);
    expect(
      megabits([
        { bytes: 1_250_000, ms: 100 },
        { bytes: 1_250_000, ms: 100 },
        { bytes: 1_250_000, ms: 5_000 },
      ]),
    ).toBeCloseTo(100, 6);
    expect(megabits([])).toBe(0);
  });
  it('jitter is how much one differs from the next', () => {
    expect(roundTrips([10, 12, 10, 12])).toEqual({ ms: 11, jitter: 2 });
    expect(roundTrips([10])).toEqual({ ms: 10, jitter: 0 });
  });
});

describe('processor', () => {
  it('a steady one keeps its rate, one that slows does not', () => {
    expect(worked([10, ...Array<number>(20).fill(100)])).toEqual({ score: 100, kept: 1 });
    const slowing = [10, ...Array.from({ length: 20 }, (_, n) => (n < 8 ? 100 : 60))];
    expect(worked(slowing)).toMatchObject({ score: 100, kept: 0.6 });
  });
  it('stands among others', () => {
    expect(standingOf(50, [])).toBeNull();
    expect(standingOf(50, [10, 20, 60, 70])).toBe(0.5);
  });
  it('a round is the same work everywhere', () => {
    expect(round(1)).toBe(round(1));
    expect(round(1)).not.toBe(round(2));
  });
});

describe('soak', () => {
  const rules = soakRules;
  const run = (minutes: number, rate = (_: number) => 100, from = 0, boot = 0) =>
    Array.from({ length: minutes * 30 }, (_, n) => ({ t: from + n * 2, rate: rate(n / 30), boot }));
  it('an hour holds, ten minutes are load only', () => {
    const hour = readSoak(run(61), rules);
    expect(hour.minutes).toBeGreaterThan(60);
    expect(soakAnswers(hour, false, rules)).toEqual({ 'soak-hang': 'holds', 'load-run': 'holds-steady' });
    expect(soakAnswers(readSoak(run(12), rules), false, rules)).toEqual({ 'load-run': 'holds-steady' });
    expect(soakAnswers(readSoak(run(5), rules), false, rules)).toEqual({});
  });
  it('a closed lid is a gap and no time of work', () => {
    const read = readSoak([...run(8), ...run(4, undefined, 8 * 60 + 3_600)], rules);
    expect(read.gaps).toEqual([{ at: 478, seconds: 3_602 }]);
    expect(read.minutes).toBeCloseTo(12, 0);
    expect(read.restarts).toBe(0);
  });
  it('slower at the end than at the beginning is said', () =>
    expect(
      soakAnswers(
        readSoak(
          run(15, (minute) => (minute < 5 ? 100 : 70)),
          rules,
        ),
        false,
        rules,
      ),
    ).toEqual({ 'load-run': 'hot-and-slows-down' }));
  it('begun anew is no hour that held; gone off by itself says so', () => {
    const read = readSoak([...run(30), ...run(40, undefined, 31 * 60, 1)], rules);
    expect(read.restarts).toBe(1);
    expect(soakAnswers(read, false, rules)['soak-hang']).toBe('hangs-or-restarts');
    expect(soakAnswers(readSoak(run(3), rules), true, rules)).toEqual({
      'soak-hang': 'hangs-or-restarts',
      'load-run': 'shuts-off',
    });
  });
});

describe('over which of its networks a machine came', () => {
  const networks = networksText([
    { mac: '02:00:5e:10:00:01', wireless: false },
    { mac: '02:00:5e:10:00:02', wireless: true },
  ]);
  it('is told by the address the shop sees, against those of its own report', () => {
    expect(pathOf('02:00:5e:10:00:01', networks)).toBe('wired');
    expect(pathOf('02:00:5E:10:00:02', networks)).toBe('wireless');
  });
  it('is not guessed: an address of another, none, no report', () => {
    expect(pathOf('02:00:5e:10:00:09', networks)).toBeNull();
    expect(pathOf(null, networks)).toBeNull();
    expect(pathOf('02:00:5e:10:00:01', null)).toBeNull();
    expect(networksText([])).toBe('');
  });
});

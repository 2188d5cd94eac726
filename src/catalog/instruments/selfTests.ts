import type { Chassis } from '@/core/catalogue';
import type { SelfTestRules } from '@/core/selftest/rules';
import { soakRules } from './readings';

export type SelfResult = 'pass' | 'fail' | 'absent';

/**
 * A test a machine makes of itself in its own browser: which test of the rubric it is, which question it answers, and
 * what its outcomes are called there. `detail` names finer outcomes than passed and failed. Common practice.
 */
export interface SelfTest {
  id: string;
  name: string;
  how: string;
  chassis?: Chassis[];
  /** Test of the rubric; left out: told, and no test of it. */
  test?: string;
  finding?: string;
  outcomes?: Partial<Record<SelfResult | string, string>>;
  /** It needs a camera, a microphone or the like, which a browser gives to a secure page only. */
  secure?: boolean;
}

export const selfTests: SelfTest[] = [
  {
    id: 'keys',
    name: 'Keys',
    how: 'Press every key once; the drawing fills.',
    chassis: ['laptop'],
    test: 'keys',
    finding: 'key-test',
    outcomes: { pass: 'all', fail: 'some-do-not', none: 'none' },
  },
  {
    id: 'pad',
    name: 'Touchpad',
    how: 'Sweep over its whole face, press both buttons, scroll with two fingers.',
    chassis: ['laptop'],
    test: 'touchpad',
    finding: 'touchpad-test',
    outcomes: { pass: 'yes', fail: 'in-part', none: 'no' },
  },
  {
    id: 'screen',
    name: 'Screen',
    how: 'Full colours and shades; mark every fault where it is.',
    chassis: ['laptop', 'aio'],
    test: 'display',
    finding: 'panel-face',
    outcomes: {
      pass: 'even',
      pixels: 'single-pixels',
      spots: 'marks-or-spots',
      fail: 'lines-or-patches',
    },
  },
  {
    id: 'touch',
    name: 'Touch screen',
    how: 'Stroke over every field.',
    chassis: ['laptop', 'aio'],
    test: 'touch',
    finding: 'touch-screen',
    outcomes: { pass: 'yes-or-it-has-none', absent: 'yes-or-it-has-none', fail: 'in-part-or-not' },
  },
  {
    id: 'camera',
    name: 'Camera',
    how: 'Its picture, and its lamp.',
    chassis: ['laptop', 'aio'],
    test: 'camera',
    finding: 'camera-test',
    outcomes: { pass: 'a-picture', fail: 'black', missing: 'not-found' },
    secure: true,
  },
  {
    id: 'microphone',
    name: 'Microphone',
    how: 'Say a word: the level must rise.',
    chassis: ['laptop', 'aio'],
    test: 'microphone',
    finding: 'mic-test',
    outcomes: { pass: 'heard', fail: 'not-heard' },
    secure: true,
  },
  {
    id: 'sound',
    name: 'Speakers',
    how: 'Left and right, one after the other; by its own microphone or by ear.',
    test: 'sound',
    finding: 'sound-test',
    outcomes: { pass: 'clear', fail: 'rattles-or-one-side', none: 'silent' },
  },
  {
    id: 'ports',
    name: 'USB ports',
    how: 'A mouse from port to port: click in each.',
    test: 'usb',
    finding: 'port-test',
    outcomes: { pass: 'all', fail: 'one-or-more-dead' },
  },
  {
    id: 'wired',
    name: 'Wired network',
    how: 'How fast to the bench, and how steadily. With the wireless off.',
    test: 'network',
    finding: 'net-works',
    outcomes: { pass: 'yes', fail: 'no' },
  },
  {
    id: 'wireless',
    name: 'Wireless network',
    how: 'The same with the cable out.',
    test: 'wireless',
    finding: 'wireless',
    outcomes: { pass: 'yes', fail: 'finds-none-or-is-missing' },
  },
  {
    id: 'processor',
    name: 'Processor',
    how: 'All of it at work for twenty seconds, against the shop’s other machines.',
  },
  {
    id: 'film',
    name: 'Film',
    how: 'Five seconds are made and played: dropped frames are counted.',
  },
];

/** Pairs of sub-pixels a class allows: n bright and none dark, n - 1 and two, ... */
const subPixels = (n: number) => Array.from({ length: n + 1 }, (_, i) => [n - i, 2 * i] as const);

/** What the machine's own tests are judged by. */
export const selfTestRules: SelfTestRules = {
  // shop estimate
  bounceMs: 40,
  stuckMs: 8_000,
  keptKeys: ['MetaLeft', 'MetaRight', 'F11', 'PrintScreen', 'ContextMenu'],
  // shop estimate
  toneDb: 10,
  wordDb: 12,
  black: 8,
  oneShade: 2,
  padShare: 0.9,
  workSeconds: 20,
  slows: soakRules.kept,
  // up to two in a hundred are not seen; common practice
  dropped: 0.02,
  // of some 150 in five seconds; shop estimate
  leastFrames: 120,
  // ISO 9241-307:2008, from memory: the current edition decides
  pixels: {
    '0': { bright: 0, dark: 0, sub: [[0, 0]] },
    I: {
      bright: 1,
      dark: 1,
      sub: [
        [2, 1],
        [1, 3],
        [0, 5],
      ],
    },
    II: { bright: 2, dark: 2, sub: subPixels(5) },
    III: { bright: 5, dark: 15, sub: subPixels(50) },
    IV: { bright: 50, dark: 150, sub: subPixels(500) },
  },
};

export const selfTestById = (id: string): SelfTest | undefined => selfTests.find((test) => test.id === id);

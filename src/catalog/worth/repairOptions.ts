import type { PartClass } from '@/core/catalogue';

/** One way to an end: a repair of the catalogue with a part new, used, or none. */
interface WayRow {
  repair: string;
  name: string;
  part?: { class: PartClass; condition: 'new' | 'used'; usualMinor: number };
  poorChance: number;
  poorShare: number;
  /** Minutes lost when a used part turns out wrong. */
  wrongMinutes: number;
}

interface WayEnd {
  id: string;
  name: string;
  /** Any of these is what it is about. */
  causes: string[];
  ways: WayRow[];
}

/**
 * Ends that are reached in more than one way, as practitioners disagree about them. A spliced charger is none of
 * them: its splice heats and parts. Chances, shares and prices: shop estimate; the ways: common practice.
 */
export const wayEnds: WayEnd[] = [
  {
    id: 'keyboard-riveted',
    name: 'A riveted keyboard',
    causes: ['keyboard-bad', 'key-cap'],
    ways: [
      {
        repair: 'melt-rivets',
        name: 'Melt the rivets, new keyboard alone',
        part: { class: 'keyboard', condition: 'new', usualMinor: 1300 },
        poorChance: 0.6,
        poorShare: 0.2,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-top',
        name: 'The whole top part',
        part: { class: 'case', condition: 'new', usualMinor: 6000 },
        poorChance: 0.03,
        poorShare: 0.1,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-top',
        name: 'The whole top part, used',
        part: { class: 'case', condition: 'used', usualMinor: 2500 },
        poorChance: 0.15,
        poorShare: 0.1,
        wrongMinutes: 15,
      },
    ],
  },
  {
    id: 'panel',
    name: 'The panel',
    causes: ['panel-bad', 'backlight', 'panel-marks', 'pixel-fault'],
    ways: [
      {
        repair: 'swap-panel',
        name: 'A new panel',
        part: { class: 'panel', condition: 'new', usualMinor: 4500 },
        poorChance: 0.02,
        poorShare: 0.1,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-panel',
        name: 'A used panel, looked at and tried first',
        part: { class: 'panel', condition: 'used', usualMinor: 1800 },
        poorChance: 0.2,
        poorShare: 0.08,
        wrongMinutes: 10,
      },
    ],
  },
  {
    id: 'fan',
    name: 'A loud or slow fan',
    causes: ['fan-worn'],
    ways: [
      {
        repair: 'oil-fan',
        name: 'Clean and oil its bearing',
        poorChance: 0.4,
        poorShare: 0.08,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-fan',
        name: 'Another fan',
        part: { class: 'fan', condition: 'new', usualMinor: 600 },
        poorChance: 0.03,
        poorShare: 0.05,
        wrongMinutes: 0,
      },
    ],
  },
  {
    id: 'battery',
    name: 'A tired battery',
    causes: ['battery-worn'],
    ways: [
      {
        repair: 'swap-battery',
        name: 'A new battery',
        part: { class: 'battery', condition: 'new', usualMinor: 2800 },
        poorChance: 0.03,
        poorShare: 0.05,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-battery',
        name: 'A used one out of another machine',
        part: { class: 'battery', condition: 'used', usualMinor: 1000 },
        poorChance: 0.3,
        poorShare: 0.1,
        wrongMinutes: 5,
      },
    ],
  },
  {
    id: 'charge-socket',
    name: 'A loose power socket',
    causes: ['jack-loose'],
    ways: [
      {
        repair: 'swap-socket',
        name: 'Another socket',
        part: { class: 'socket', condition: 'new', usualMinor: 500 },
        poorChance: 0.1,
        poorShare: 0.1,
        wrongMinutes: 0,
      },
      {
        repair: 'swap-board',
        name: 'Another board',
        part: { class: 'board', condition: 'used', usualMinor: 4200 },
        poorChance: 0.1,
        poorShare: 0.1,
        wrongMinutes: 20,
      },
    ],
  },
];

/** An end is weighed from this chance of one of its causes on. Shop estimate. */
export const WEIGHED_FROM = 0.2;

/**
 * Somewhat over half of used parts arrive as said (common practice); new ones nearly all, and either counts as so
 * many parts of the shop's own record (shop estimate).
 */
export const usualFit = { used: 0.6, new: 0.97, weight: 4 } as const;

import type { Rail } from '@/core/instruments/rails';
import type { BatteryRules } from '@/core/instruments/batteryRun';
import type { RunMinutes } from '@/core/minutes/operation';
import type { RunKind } from '@/core/instruments/run';
import type { RailSigns } from '@/core/instruments/findingsFromReading';
import type { SoakRules } from '@/core/instruments/soak';
import type { SpeedTable } from '@/core/instruments/speed';
import type { TouchLimits, TouchPlace } from '@/core/instruments/touch';

const ATX = 'ATX12V Power Supply Design Guide 2.x, DC outputs (from memory)';

/** Rails of a desktop supply and what is allowed on each. */
export const atxRails: Rail[] = [
  { id: '+12V', volts: 12, tolerance: 0.05, source: ATX },
  { id: '+5V', volts: 5, tolerance: 0.05, source: ATX },
  { id: '+3.3V', volts: 3.3, tolerance: 0.05, source: ATX },
  { id: '+5VSB', volts: 5, tolerance: 0.05, source: ATX },
  { id: '-12V', volts: -12, tolerance: 0.1, source: ATX },
  { id: '-5V', volts: -5, tolerance: 0.1, source: `${ATX}; dropped from ATX12V 1.3 on` },
];

/** Sequential read by interface, megabytes a second, and from which share of it on it is whole. Common practice. */
export const speeds: SpeedTable = {
  full: 0.62,
  classes: [
    { id: 'disk', name: 'hard disk', low: 80, high: 200 },
    { id: 'sata2', name: 'SATA II', low: 250, high: 280 },
    { id: 'sata3', name: 'SATA III', low: 500, high: 560 },
    { id: 'nvme2', name: 'NVMe, two lanes', low: 1_400, high: 1_700 },
    { id: 'nvme4', name: 'NVMe, four lanes of gen 3', low: 2_900, high: 3_500 },
  ],
};

/** Common practice: a gauge that falls from 40 % to off in ten minutes belongs to a weak cell. */
export const batteryRules: BatteryRules = {
  drop: { points: 15, minutes: 10, times: 3 },
  jump: { points: 8, seconds: 70 },
  goesOn: { minutes: 8, points: 8 },
  early: 7,
  leastFall: 10,
  wholeFall: 60,
  good: 0.7,
  weak: 0.4,
  fastMinutes: 75,
};

/** What uses draw of a laptop, watts. Common practice. */
export const batteryUses = [
  { words: 'a quiet desk', watts: 7 },
  { words: 'pages and mail', watts: 11 },
  { words: 'a film', watts: 14 },
];

/** A soak by the machine's own browser. Common practice: ten minutes of load, an hour of soak. */
export const soakRules: SoakRules = { gap: 10, kept: 0.85, load: 10, soak: 60 };

/** From four fifths of what is allowed a rail is at the edge; one that moves by more than 4 % wanders. Shop estimate. */
export const railSigns: RailSigns = { edge: 0.8, wanders: 0.04, enough: 8 };

/** IEC 62368-1 Table 38, TS1, from memory: defer to the current edition and to local codes. */
export const touchLimits: TouchLimits = {
  worn: [43, 43, 43, 43],
  held: [48, 48, 48, 48],
  short: [51, 56, 60, 60],
  brief: [60, 71, 77, 107],
  'not needed': [70, 85, 94, 140],
};

/** What is touched, and how: common practice after the standard's own examples. */
export const touchPlaces: TouchPlace[] = [
  { id: 'palm', name: 'palm rest', touch: 'held', chassis: ['laptop'] },
  { id: 'keys', name: 'keys', touch: 'short', chassis: ['laptop'] },
  { id: 'base', name: 'base', touch: 'held', chassis: ['laptop'] },
  { id: 'vent', name: 'beside the vent', touch: 'brief', chassis: ['laptop', 'desktop', 'small', 'aio'] },
  { id: 'charger', name: 'charger', touch: 'short', chassis: ['laptop'] },
  { id: 'top', name: 'top', touch: 'short', chassis: ['desktop', 'small', 'aio'] },
  { id: 'front', name: 'front', touch: 'short', chassis: ['desktop', 'small', 'aio'] },
  { id: 'back', name: 'back', touch: 'brief', chassis: ['aio'] },
];

/** As it is used: closed, on its mains lead. */
const SHUT = { plugged: true, caseOpen: false } as const;

/**
 * Runs of instruments while nothing is known of one: minutes are shop estimates. What heats or charges wants somebody in
 * the house, common practice; under load a machine is not left alone before it was once seen to hold.
 */
export const runs: Readonly<Record<RunKind, RunMinutes>> = {
  heat: { bench: SHUT, head: 2, body: 10, tail: 1, alone: false, night: false },
  battery: {
    bench: { caseOpen: false, batteryOut: false },
    head: 2,
    body: 90,
    tail: 1,
    alone: true,
    night: false,
  },
  rails: { bench: { plugged: true }, head: 2, body: 3, tail: 1, alone: false, night: false },
  speed: { bench: SHUT, head: 1, body: 4, tail: 0, alone: true, night: true },
  soak: { bench: SHUT, head: 2, body: 60, tail: 1, alone: true, night: false },
};

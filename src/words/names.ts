import type { Chassis } from '@/core/catalogue';
import type { Route } from '@/core/steps/problem';

/** Kinds of machine, in a sentence. */
export const CHASSIS_NAMES: Record<Chassis, string> = {
  desktop: 'desktop',
  small: 'small desktop',
  aio: 'all-in-one',
  laptop: 'laptop',
};

/** The places of the line, and those beside it. */
export const STAGE_NAMES = {
  dock: 'Dock',
  look: 'First look',
  find: 'Find out',
  decide: 'Decide',
  hands: 'Hands on',
  system: 'System',
  prove: 'Prove',
  shelf: 'Shelf',
  quarantine: 'Quarantine',
  sold: 'Sold',
  gone: 'Gone',
};

/** What becomes of a machine; by any text, for what an earlier version wrote down. */
export const ROUTE_NAMES: Record<string, string> = {
  refurbish: 'Refurbish',
  disclose: 'Faults told',
  asFound: 'Sell as found',
  harvest: 'Harvest',
  recycle: 'Recycle',
  quarantine: 'Quarantine',
} satisfies Record<Route | 'quarantine', string>;

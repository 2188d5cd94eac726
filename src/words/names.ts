import type { SurfaceKind } from '@/core/clean/zones';
import type { Chassis, Ending, NoAnswer, Tool } from '@/core/catalogue';
import type { Route, SaleRoute } from '@/core/steps/problem';

/** Kinds of machine, in a sentence. */
export const CHASSIS_NAMES: Record<Chassis, string> = {
  desktop: 'desktop',
  small: 'small desktop',
  aio: 'all-in-one',
  laptop: 'laptop',
};

/** Kinds of drive, none among them. */
export const DRIVE_WORDS: Record<string, string> = {
  none: 'none fitted',
  disk: 'hard disk',
  solid: 'solid-state',
};

/** How a repair can end, in the order of the keys. */
export const ENDING_WORDS: Record<Ending, string> = {
  helped: 'It helped',
  'no-change': 'No change',
  done: 'Done, nothing to judge it by',
  precaution: 'Done as a precaution',
  'looked-well': 'Looked fine, left as it was',
};

/** Why a question has no answer. */
export const NO_ANSWER_WORDS: Record<NoAnswer | 'look-again', string> = {
  'cannot-tell': 'Cannot tell',
  'no-tool': 'No tool for it',
  'has-none': 'It has none',
  'look-again': 'To be looked at again',
};

export const TOOL_NAMES: Record<Tool, string> = {
  meter: 'multimeter',
  tester: 'supply tester',
  camera: 'camera',
  dock: 'dock for a drive',
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
  waiting: 'Waiting for a part',
};

/** What becomes of a machine; by any text, for what an earlier version wrote down. */
export const ROUTE_NAMES: Record<string, string> = {
  refurbish: 'Refurbish',
  disclose: 'Faults told',
  asFound: 'Sell as found',
  harvest: 'Harvest',
  recycle: 'Recycle',
  handOver: 'Hand over',
  giveBack: 'Give back',
  ask: 'Ask its owner',
  quarantine: 'Quarantine',
} satisfies Record<Route | 'quarantine', string>;

/** How one may stop working on a machine, as it is chosen. */
export const STOP_NAMES: Record<SaleRoute, string> = {
  disclose: 'Finish it, tell its faults',
  asFound: 'Sell as found',
  harvest: 'Take it apart',
  recycle: 'Scrap it',
};

/** What an outer surface is made of. */
export const SURFACE_WORDS: Record<SurfaceKind, string> = {
  painted: 'painted metal',
  lacquer: 'painted plastic',
  plastic: 'bare plastic',
  metal: 'bare metal',
  glass: 'bare glass',
  coat: 'coated (most screens)',
  soft: 'soft-touch coat',
  rubber: 'rubber',
  styrene: 'clear or brittle plastic',
  cloth: 'cloth',
};

import type { HandCaps } from '@/core/catalogue';
import type { ModelMemory } from '@/core/models/notebook';

/** Finding out goes on so long after the last answer, minutes; then the hands are elsewhere. Shop estimate. */
export const FINDING_IDLE_MINUTES = 5;

/** From this chance on a fault is told to a buyer as one the machine has. Shop estimate. */
export const TOLD_FROM = 0.5;

/** The least a step takes, minutes: what a clock shows under this is a slip of the hand. Shop estimate. */
export const LEAST_STEP_MINUTES = 0.3;

/**
 * A clock over `minutes` that shows more than so many times what was reckoned on: it is asked about while it runs, and
 * teaches nothing afterwards. Shop estimate.
 */
export const clockAsked = { times: 3, minutes: 60 };
export const clockForgotten = { times: 8, minutes: 60 };

/**
 * What the shop's own machines of a model say of the next: as how many machines the catalogue's number counts, how many
 * with a fault move belief, and from which factor on odds. Shop estimate.
 */
export const modelMemory: ModelMemory = { strength: 12, from: 2, tells: 1.1 };

/**
 * The end of a day, minutes: the least it takes to end something, what nobody reckoned, from which length on a run is worth
 * starting before one goes. Shop estimate.
 */
export const dayEndMinutes = { least: 2, unknown: 10, worthStarting: 45 };

/** Of what stripping and putting back takes together, putting back. Shop estimate. */
export const PUT_BACK_SHARE = 0.5;

/** Thickness of paste between two faces drawn together: common practice. What squeezes out: shop estimate. */
export const paste = {
  bondMm: 0.08,
  squeeze: 0.25,
  works: ['repaste', 'cooling-service', 'swap-heatsink', 'swap-processor', 'refit-heatsink'],
};

/** The best grade with what hands left: a screw missing or of another kind, a stain that stays, a smell. Shop estimate. */
export const handCaps: HandCaps = {
  missing: 'B',
  improvised: 'B',
  stain: 'B',
  smell: ['B', 'C', 'D'],
  port: 'C',
};

import type { BenchMinutes, BenchState, Chassis, Finding, PartClass, Repair } from '../catalogue';
import type { Facts } from '../belief/facts';
import type { BeliefEngine, Posterior } from '../belief/posterior';

/**
 * What the unit would fetch, in minor units, all of it incremental: what was paid for it is sunk and plays no
 * part.
 */
export interface UnitWorth {
  /** Expected price when sound, graded and listed. */
  soundMinor: number;
  /** Selling costs as a share of the price, 0..1. */
  feeShare: number;
  /** Attended minutes still to come on a sound machine: clean, prove, grade, list. */
  finishMinutes: number;
  /** Share of the price an untested or faulty machine fetches before its faults are taken off. */
  asFoundShare: number;
  asFoundMinutes: number;
  /** What the parts still in it fetch, by class, and the minutes to take them all out. */
  parts: { class: PartClass; minor: number }[];
  harvestMinutes: number;
  /** Scrap value less fees; may be negative. */
  recycleMinor: number;
}

/** Everything the choice of a step looks at. Rates are minor units for an attended hour. */
export interface StepProblem {
  engine: BeliefEngine;
  posterior: Posterior;
  facts: Facts;
  bench: BenchState;
  chassis: Chassis;
  benchMinutes: BenchMinutes[Chassis];
  findings: readonly Finding[];
  repairs: readonly Repair[];
  worth: UnitWorth;
  ratePerHourMinor: number;
  /**
   * Known-good parts to hand: what the cheapest of each class costs, minor units. Swap-tests of other classes
   * are not offered.
   */
  bin?: Partial<Record<PartClass, number>>;
  /** Minutes of one look over the whole machine that tells whether anything is left wrong. */
  verifyMinutes: number;
  /** It has been looked over since the last repair that helped: it is not asked for twice. */
  wholeLookTaken?: boolean;
}

/**
 * Mend and sell; finish it as it stands and sell it with its faults told; sell untested; take the parts;
 * scrap.
 */
export const ROUTES = ['refurbish', 'disclose', 'asFound', 'harvest', 'recycle'] as const;
export type Route = (typeof ROUTES)[number];
export type StopRoute = Exclude<Route, 'refurbish'>;

import type {
  BenchMinutes,
  BenchState,
  Bundle,
  Chassis,
  Finding,
  Hazard,
  Judging,
  PartClass,
  Repair,
} from '../catalogue';
import type { Facts } from '../belief/facts';
import type { BeliefEngine, Posterior, Stories } from '../belief/posterior';

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
  /** Share of the sound price an untested machine fetches, its usual faults in it. */
  asFoundShare: number;
  asFoundMinutes: number;
  /** What the parts still in it fetch, by class, and the minutes to take them all out. */
  parts: { class: PartClass; minor: number }[];
  harvestMinutes: number;
  /** Scrap value less fees; may be negative. */
  recycleMinor: number;
  /** Packing it and sending it out once it is sold, minor units. */
  outwardMinor?: number;
}

/** Something not read yet decides the price: one machine it may turn out to be. */
export interface PriceClass {
  name: string;
  /** Chances sum to 1 over the classes. */
  chance: number;
  soundMinor: number;
}

/** An offer of a part, minor units delivered, and the chance that it fits and is as said. */
export interface Quoted {
  minor: number;
  fits: number;
}

/** Why a step may not be taken now, whatever it would be worth. */
export type Shut =
  /** Something found on it, or only likely: nothing that powers or charges until it is cleared. */
  | { kind: 'gate'; gate: string; opens: string[]; onlyLikely?: true }
  /** Nothing powers it before these looks have been taken. */
  | { kind: 'look first'; findings: string[] }
  /** Dirt that ruins it when it is powered: it comes off first. */
  | { kind: 'dirt'; what: string }
  /** The system and the data stay as they are. */
  | { kind: 'data stays' };

/** What has been agreed about somebody else's machine. */
export interface Theirs {
  state: 'nothing' | 'quoted' | 'agreed' | 'declined';
  /** Attended minutes of asking them. */
  askMinutes: number;
}

/** Everything the choice of a step looks at. Rates are minor units for an attended hour. */
export interface StepProblem {
  engine: BeliefEngine;
  posterior: Posterior;
  stories: Stories;
  facts: Facts;
  bench: BenchState;
  chassis: Chassis;
  benchMinutes: BenchMinutes[Chassis];
  findings: readonly Finding[];
  repairs: readonly Repair[];
  /** Acts that answer many of the findings at once. */
  bundles?: readonly Bundle[];
  worth: UnitWorth;
  /** What the machine may turn out to be when it is read; none: it is known, or it does not matter. */
  classes?: readonly PriceClass[];
  /** Attended minutes of reading it. */
  readMinutes?: number;
  ratePerHourMinor: number;
  /**
   * Known-good parts to hand: what the cheapest of each class costs, minor units. Swap-tests of other classes
   * are not offered.
   */
  bin?: Partial<Record<PartClass, number>>;
  /** What a part of a class was offered at for this machine: it stands in place of the catalogue's price. */
  quotes?: Partial<Record<PartClass, Quoted>>;
  /** Minutes of one look over the whole machine that tells whether anything is left wrong. */
  verifyMinutes: number;
  /** It has been looked over since the last repair that helped: it is not asked for twice. */
  wholeLookTaken?: boolean;
  /** Looks that read what was seen and nobody has read yet: they come before all but what clears a danger. */
  toRead?: readonly string[];
  /** Steps to be thought through whatever they promise, by id. */
  also?: readonly string[];
  judging: Judging;
  /** Share of the price the usual faults of such a machine leave. */
  usualLeft: number;
  /** By cause of the model: it explains something that was seen amiss; null: nothing was. */
  asked?: Uint8Array | null;
  /** It is somebody else's: what its owner has said to the newest quote. Nothing of it is sold. */
  theirs?: Theirs | null;
  /** Steps that do any of these are not proposed, and why. */
  shut?: Partial<Record<Hazard | 'wipe', Shut>>;
}

/**
 * Mend and sell; finish it as it stands and sell it with its faults told; sell untested; take the parts;
 * scrap.
 */
export const ROUTES = ['refurbish', 'disclose', 'asFound', 'harvest', 'recycle'] as const;
/** How one may stop working on a machine of the shop's own. */
export type SaleRoute = Exclude<(typeof ROUTES)[number], 'refurbish'>;
/**
 * Ends of somebody else's machine: handed over mended, with what is left told; given back as it is. Before either its
 * owner is asked, where a cure has not been agreed.
 */
export const OWNER_ROUTES = ['handOver', 'giveBack', 'ask'] as const;
export type OwnerRoute = (typeof OWNER_ROUTES)[number];
export type Route = (typeof ROUTES)[number] | OwnerRoute;
export type StopRoute = Exclude<Route, 'refurbish'>;

import type { BenchNeed, Chassis, PartClass } from '../catalogue';
import type { Operation } from '../minutes/operation';
import type { Rubric } from '../grade/rubric';
import type { ProcessorName } from '../machine/names';
import type { PartRates } from '../price/parts';
import type { PriceTable } from '../price/table';
import type { SystemRow, UseRule } from '../uses/uses';

/** Work that is not a repair, with its usual minutes. */
export interface WorkStep {
  id: string;
  name: string;
  kind: 'clean' | 'system' | 'erase' | 'prove' | 'other';
  attendedMinutes: number;
  /** Usual minutes it runs by itself; none: it needs hands throughout. */
  aloneMinutes?: number;
  /** Attended minutes to end it once it has run. */
  tailMinutes?: number;
  /** Where it runs: one of the house's stations. */
  station?: string;
  /** It may run while nobody is in the house. */
  night?: boolean;
  /** How the machine lies for it. */
  bench?: BenchNeed;
  /** Work that comes before it where both are done. */
  after?: string[];
  cautions?: string[];
}

/** A piece of the house's work as an operation. */
export const workOperation = (step: WorkStep): Operation => ({
  id: step.id,
  name: step.name,
  head: step.attendedMinutes,
  body: step.aloneMinutes ?? 0,
  tail: step.tailMinutes ?? 0,
  station: step.station ?? null,
  needs: { bench: step.bench },
  after: step.after ?? [],
  mayRunAlone: step.aloneMinutes !== undefined,
  mayRunAtNight: step.night === true,
});

/** Attended minutes of each ending of a machine. */
export interface EndingMinutes {
  /** To finish a sound machine: clean, prove, grade, list. */
  finish: number;
  /** To list one as found. */
  asFound: number;
  harvest: number;
  /** To look the whole machine over. */
  verify: number;
}

/** How a house sells: what waiting costs, how long it tries, how fast old sales lose their say. Money: minor units. */
export interface SellingRules {
  /** What a machine on the shelf costs a week: its place, and the money that lies in it. */
  holdingMinor: number;
  /** Weeks it is tried before it goes another way; how many weeks a price stands at least. */
  weeks: number;
  standsWeeks: number;
  /** After that it brings this share of its price: to the trade, or for its parts. */
  lastShare: number;
  /** Days after which a sale says half as much of prices. */
  halfLifeDays: number;
}

/**
 * What a shop reckons with that is neither a fault's nature nor a unit's: its prices, its minutes, how it
 * grades and what work it does. Shipped with the program, an owner's to change. Money: minor units.
 */
export interface HouseTables {
  prices: PriceTable;
  /** What an untested machine sold as found fetches, as a share of the sound price. */
  asFoundShare: number;
  /** What used parts fetch or save the shop. */
  parts: Record<Chassis, Partial<Record<PartClass, number>>>;
  /** The same by what the part is, where that is known. */
  partsBy: PartRates;
  /** Scrap value less fees; may be negative. */
  recycle: Record<Chassis, number>;
  minutes: Record<Chassis, EndingMinutes>;
  rubric: Rubric;
  /** What processors are by their names. */
  processors: ProcessorName[];
  /** What buyers want machines for, and which kinds of system run on them. */
  uses: UseRule[];
  systems: SystemRow[];
  /** What is done to a system before it is sold, in the house's order. */
  setUp: { id: string; name: string }[];
  selling: SellingRules;
  /** Packing a machine and sending it out, minor units: stands in every value and margin. */
  outward: Record<Chassis, number>;
  work: WorkStep[];
  stations: string[];
}

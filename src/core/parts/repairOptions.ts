import { labourMinor } from '../ledger/entry';

/** One way to an end: a repair, with the part it takes and how it may turn out. */
export interface Way {
  id: string;
  name: string;
  minutes: number;
  partMinor: number;
  /** Chance that the result is poor, and the share of the price it then costs. */
  poorChance: number;
  poorShare: number;
  /** Chance that the part is no good, and minutes lost with it; it goes back. */
  wrongChance: number;
  wrongMinutes: number;
}

export interface WayCost extends Way {
  labourMinor: number;
  /** What a poor result costs on average, minor units. */
  riskMinor: number;
  costMinor: number;
  /** Price less cost, minor units. */
  netMinor: number;
}

/**
 * Ways to one end at the shop's rates, the one that leaves most first: hands, part, the chance of a poor result
 * on the price the machine would fetch, and a part that turns out wrong and has to be tried again.
 * @param priceMinor what the machine fetches, net of selling
 */
export function compareWays(ways: readonly Way[], priceMinor: number, ratePerHourMinor: number): WayCost[] {
  return ways
    .map((way) => {
      // tried until one is right: each wrong one costs its minutes
      const tries = way.wrongChance < 1 ? way.wrongChance / (1 - way.wrongChance) : Infinity;
      const minutes = way.minutes + tries * way.wrongMinutes;
      const hands = labourMinor(minutes, ratePerHourMinor);
      const riskMinor = Math.round(way.poorChance * way.poorShare * priceMinor);
      const costMinor = hands + way.partMinor + riskMinor;
      return { ...way, minutes, labourMinor: hands, riskMinor, costMinor, netMinor: priceMinor - costMinor };
    })
    .sort((a, b) => a.costMinor - b.costMinor || a.minutes - b.minutes);
}

/** What the shop saw of parts that came, as a chance that the next one fits and is as said. */
export interface FitRecord {
  good: number;
  bad: number;
}

/**
 * Chance that a part fits and is as said: the shop's own record, with a few parts' worth of what is usual
 * (Beta mean).
 * @param prior usual chance @param weight how many parts it counts for
 */
export function chanceFit({ good, bad }: FitRecord, prior: number, weight: number): number {
  return (prior * weight + good) / (weight + good + bad);
}

import type { Chassis } from '@/core/catalogue';
import type { BidLine } from '@/core/lots/bid';

/** A lot on offer, as a page shows it; money in minor units. */
export interface BidView extends BidLine {
  /** The most for the chance to lose one is ready to take; and what it brings on the average, as a bid. */
  most: number;
  even: number;
  /** Hands it wants. */
  minutes: number;
  lines: BidLine[];
  /** A hundred ways it can come out at this bid, each as likely. */
  dots: number[];
  machines: number;
  /**
   * Kinds of machine that swing it most; `called`, `said`: as the seller calls the first of them and what is said of it,
   * empty where they were counted.
   */
  decides: {
    chassis: Chassis;
    called: string;
    said: string;
    count: number;
    middleMinor: number;
    swingMinor: number;
  }[];
  /** What the level of all prices does to it. */
  levelMinor: number;
}

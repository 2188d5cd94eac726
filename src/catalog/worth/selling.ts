import type { SellingRules } from '@/core/house/tables';

/** How a machine waits to be sold; money in hundredths of a crown. Shop estimate. */
export const selling: SellingRules = {
  holdingMinor: 60,
  weeks: 12,
  standsWeeks: 3,
  lastShare: 0.45,
  halfLifeDays: 900,
};

/** Prices are written in steps of this. */
export const ASK_STEP = 100;
/** One on the shelf stands too long once it would have been sold by now with this chance. Shop estimate. */
export const SLOW_FROM = 0.8;
/** An asked price is worth changing from this share of it on. */
export const WORTH_CHANGING = 0.04;
/** So many alike on the shelf go as one bundle to the trade. */
export const BUNDLE_FROM = 3;

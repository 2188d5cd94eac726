/** How a machine waits to be sold; money in hundredths of a crown. Shop estimate. */
export const selling = {
  /** What one on the shelf costs a week: its place, and the money that lies in it. */
  holdingMinor: 60,
  /** Weeks it is tried before it goes another way; how many weeks a price stands at least. */
  weeks: 12,
  standsWeeks: 3,
  /** After that it brings this share of its price: to the trade, or for its parts. */
  lastShare: 0.45,
  /** Prices are written in steps of this. */
  step: 100,
} as const;

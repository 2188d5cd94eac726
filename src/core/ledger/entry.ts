/**
 * What a machine or a part cost and brought, as entries. Amounts are whole minor units, 0 or more as a rule; what
 * comes back of a cost is an entry of the same kind below 0.
 */
export type Entry =
  | { kind: 'share' | 'part' | 'fee' | 'postage' | 'sale' | 'undone' | 'credit'; minor: number }
  | { kind: 'minutes'; minor: number; minutes: number };
/*
 * share    its share of what was paid for its lot; of one built here, what its parts stood at. Sunk: the books use
 *          it, decisions do not.
 * part     parts and material that went in; what came out of it, below 0
 * minutes  attended minutes, with what they cost
 * fee      what selling took; also what an undone sale had cost and does not come back
 * postage  packing it and sending it out
 * sale     what a buyer paid
 * undone   what was kept of the price of a sale that was undone
 * credit   what it brought without a sale: scrap
 */

/** @param minutes attended, 0 or more @param ratePerHourMinor 0 or more @returns minor units, rounded */
export const labourMinor = (minutes: number, ratePerHourMinor: number): number =>
  Math.round((minutes * ratePerHourMinor) / 60);

/** Attended minutes at the rate of the day. */
export const hands = (minutes: number, ratePerHourMinor: number): Entry => ({
  kind: 'minutes',
  minutes,
  minor: labourMinor(minutes, ratePerHourMinor),
});

/** What a channel takes of a price. @param basisPoints hundredths of a percent @returns minor units, rounded */
export const feeOf = (priceMinor: number, basisPoints: number): number =>
  Math.round((priceMinor * basisPoints) / 10_000);

/** What is left of a minor unit of price when the channel has taken its part, 0..1. */
export const keptOf = (basisPoints: number): number => 1 - basisPoints / 10_000;

/** A sale with what it costs to make it; also one that is only thought of. */
export const saleEntries = (sale: {
  priceMinor: number;
  feesMinor: number;
  outwardMinor: number;
}): Entry[] => [
  { kind: 'sale', minor: sale.priceMinor },
  { kind: 'fee', minor: sale.feesMinor },
  { kind: 'postage', minor: sale.outwardMinor },
];

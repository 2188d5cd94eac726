/** Costs of one unit, minor units. What was paid for it is sunk: books use it, decisions do not. */
export interface UnitCosts {
  /** Its share of the lot's price, freight and fees. */
  sunkMinor: number;
  partsMinor: number;
  attendedMinutes: number;
  ratePerHourMinor: number;
  sellingFeesMinor: number;
  /** Packing it and sending it out. */
  outwardMinor?: number;
}

export interface Margin {
  labourMinor: number;
  /** Parts, labour, selling fees and postage: what going on costs. */
  incrementalMinor: number;
  /** Price less incremental cost: what decisions look at. */
  contributionMinor: number;
  /** Contribution less the sunk share: what the books say. */
  profitMinor: number;
  /** Contribution for an attended hour, or null when no minutes were spent. */
  perHourMinor: number | null;
}

export function labourMinor(attendedMinutes: number, ratePerHourMinor: number): number {
  return Math.round((attendedMinutes * ratePerHourMinor) / 60);
}

export function marginOf(priceMinor: number, costs: UnitCosts): Margin {
  const labour = labourMinor(costs.attendedMinutes, costs.ratePerHourMinor);
  const incremental = costs.partsMinor + labour + costs.sellingFeesMinor + (costs.outwardMinor ?? 0);
  const contribution = priceMinor - incremental;
  return {
    labourMinor: labour,
    incrementalMinor: incremental,
    contributionMinor: contribution,
    profitMinor: contribution - costs.sunkMinor,
    perHourMinor:
      costs.attendedMinutes > 0 ? Math.round(((contribution + labour) * 60) / costs.attendedMinutes) : null,
  };
}

import type { LotSource } from '@/core/catalogue';

type Odds = Partial<Record<LotSource, number>>;

/** Machines sold as broken, or already turned down by somebody, are likelier to have a real fault. */
export const HARD: Odds = { rejects: 3, broken: 5, auction: 1.5 };
/** Things taken out before the sale. */
export const STRIPPED: Odds = {
  rejects: 2,
  broken: 2,
  clearout: 1.5,
  auction: 1.5,
  tradein: 0.2,
  owner: 0.05,
};
/** Left by somebody who opened it and gave up. */
export const OPENED: Odds = { rejects: 4, broken: 3, auction: 1.5 };
/** Seen in machines that come straight from their user. */
export const IN_USE: Odds = { owner: 4, tradein: 2 };

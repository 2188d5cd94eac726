import type { Cause, Chassis, Fact, Group, LotSource, PartClass } from '@/core/catalogue';

/**
 * Priors are the shop's estimates for machines from an office clear-out; no survey is known that could
 * replace them.
 */
const ESTIMATE = 'shop estimate';

export type Prior = Partial<Record<Chassis, number>>;
export const all = (p: number): Prior => ({ desktop: p, small: p, aio: p, laptop: p });
export const fixed = (p: number): Prior => ({ desktop: p, small: p, aio: p });
export const portable = (p: number): Prior => ({ laptop: p });
export const withScreen = (aio: number, laptop: number): Prior => ({ aio, laptop });
export const towers = (desktop: number, small = desktop): Prior => ({ desktop, small });

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

/** What has to work before it can be seen whether a fault of this kind has gone. */
const SHOWN_BY: Partial<Record<Group, Fact>> = {
  boot: 'picture',
  storage: 'picture',
  clock: 'picture',
  heat: 'power',
  battery: 'power',
  optical: 'power',
  input: 'system',
  network: 'system',
  sound: 'system',
};

export function cause(
  id: string,
  name: string,
  group: Group,
  prior: Prior,
  valueLeft: number,
  ifLeft: string,
  more: { odds?: Odds; ruins?: PartClass[]; shownBy?: Fact | null } = {},
): Cause {
  const shownBy = more.shownBy === undefined ? SHOWN_BY[group] : (more.shownBy ?? undefined);
  return {
    ...(shownBy && { shownBy }),
    id,
    name,
    group,
    prior,
    valueLeft,
    ifLeft,
    sourceOdds: more.odds,
    ruins: more.ruins,
    source: ESTIMATE,
  };
}

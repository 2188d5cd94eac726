import type { Route } from '@/core/steps/problem';

/** What a machine that is offered would be worth. */
export interface OfferWorth {
  /** Expected net by route, best first, minor units. */
  routes: { route: Route; valueMinor: number }[];
  priceMinor: number;
  lowMinor: number;
  highMinor: number;
  /** The most to pay for it, so that it still earns nothing less than hands and risk cost: never under 0. */
  mostMinor: number;
  /** What the words were understood to say. */
  understood: string[];
}

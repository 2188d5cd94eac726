import { ASKS, worthOfAsking, type Asked, type Markdown, type Selling } from './markdown';

/** A machine on the shelf. Money: minor units. */
export interface Waiting {
  askMinor: number;
  /** Days it has stood there. */
  days: number;
  /** What its parts would bring, hands taken off; null: it is not taken apart. */
  partsMinor: number | null;
  /** Others like it that stand there too. */
  alike: number;
}

/** What to do with a machine that stands on the shelf, and what comes of it. */
export interface SlowAdvice {
  kind: 'wait' | 'reprice' | 'part out' | 'bundle';
  /** What to ask; of a bundle: a machine of it. */
  askMinor: number;
  netMinor: number;
  /** Over leaving it as it is. */
  gainMinor: number;
  days: number;
  /** That it would have been sold by now at this price. */
  goneByNow: number;
}

/** When a bundle is thought of: so many alike; and when another price is worth writing, as a share. */
export interface SlowRules {
  bundleFrom: number;
  worthChanging: number;
}

/**
 * What to do with it from now on: leave the price, ask another, take it apart, or give it to the trade with those like it.
 * What it has stood says how the price is seen: the longer, the likelier it is thought too dear, and it counts as weeks that
 * have passed without a sale.
 */
export function slowAdvice(
  selling: Selling,
  { askMinor, days, partsMinor, alike }: Waiting,
  { bundleFrom, worthChanging }: SlowRules,
  round: (minor: number) => number,
): SlowAdvice {
  const ratio = Math.max(0.05, askMinor / selling.fairMinor);
  const goneByNow = 1 - Math.exp(-days * selling.chanceADay * ratio ** -selling.steepness);
  // it stood so long at that price: what such machines fetch is likelier less, and so many weeks are over
  const weeks = Math.max(selling.standsWeeks, selling.weeks - Math.floor(days / 7));
  const seen = { ...selling, weeks, fairMinor: seenPrice(selling, ratio, days) };
  const as = worthOfAsking(seen, [{ week: 0, askMinor }]);
  const plan = bestOfTwo(seen, round);
  const out = (kind: SlowAdvice['kind'], own: Omit<SlowAdvice, 'kind' | 'gainMinor' | 'goneByNow'>) => ({
    kind,
    ...own,
    gainMinor: own.netMinor - as.netMinor,
    goneByNow,
  });
  const ways = [
    out('wait', { askMinor, netMinor: as.netMinor, days: as.days }),
    out('reprice', { askMinor: plan.asks[0].askMinor, netMinor: plan.netMinor, days: plan.days }),
  ].filter(
    ({ kind, askMinor: ask }) => kind === 'wait' || Math.abs(ask - askMinor) >= worthChanging * askMinor,
  );
  if (partsMinor !== null) ways.push(out('part out', { askMinor: 0, netMinor: partsMinor, days: 0 }));
  if (alike + 1 >= bundleFrom)
    ways.push(out('bundle', { askMinor: seen.lastMinor, netMinor: seen.lastMinor, days: 7 }));
  return ways.reduce((best, way) => (way.netMinor > best.netMinor ? way : best));
}

/** Of the prices a plan looks at every second one is enough for a list of many machines. */
const EVERY = 2;

/** The best of all pairs of prices, the second when half of the weeks are over; the same twice is one. */
function bestOfTwo(selling: Selling, round: (minor: number) => number): Markdown {
  const ratios = ASKS.filter((_, i) => i % EVERY === 0);
  const asks = [...new Set(ratios.map((ratio) => round(selling.fairMinor * ratio)))].filter((ask) => ask > 0);
  const half = Math.max(selling.standsWeeks, Math.ceil(selling.weeks / 2));
  let best: Markdown | null = null;
  for (const first of asks)
    for (const then of half < selling.weeks ? asks : [first]) {
      if (then > first) continue;
      const plan: Asked[] = [{ week: 0, askMinor: first }, ...(then < first ? [{ week: half, askMinor: then }] : [])]; // prettier-ignore
      const made = worthOfAsking(selling, plan);
      if (!best || made.netMinor > best.netMinor) best = made;
    }
  return best!;
}

/** Steps of what it may really fetch that are weighed, in standard deviations. */
const STEPS = [-2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2];

/** What such a machine fetches, once one like it has stood so long at a price: the mean over what it may be, by Bayes. */
function seenPrice(
  { fairMinor, unsure, chanceADay, steepness }: Selling,
  ratio: number,
  days: number,
): number {
  let sum = 0;
  let all = 0;
  for (const z of STEPS) {
    const times = Math.exp(unsure * z);
    const stood = Math.exp(-days * chanceADay * (ratio / times) ** -steepness);
    const weight = Math.exp((-z * z) / 2) * stood;
    sum += weight * times;
    all += weight;
  }
  return Math.round(fairMinor * (all > 0 ? sum / all : Math.exp(-2 * unsure)));
}

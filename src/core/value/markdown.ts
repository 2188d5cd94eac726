/** What a plan of prices reckons with. Money: minor units. */
export interface Selling {
  /** What such a machine fetches, and how sure that is: standard deviation of its log. */
  fairMinor: number;
  unsure: number;
  /** A day's chance at that price, and how much a dearer one slows it. */
  chanceADay: number;
  steepness: number;
  /** Of a price, kept by selling, 0..1; and packing and sending it. */
  feeShare: number;
  outwardMinor: number;
  /** What a machine on the shelf costs a week. */
  holdingMinor: number;
  /** Weeks it is tried, how many weeks a price stands at least, and what it brings after them all. */
  weeks: number;
  standsWeeks: number;
  lastMinor: number;
}

export interface Asked {
  /** From which week on, 0: now. */
  week: number;
  askMinor: number;
}

/** Prices to ask, one after the other, and what they come to. */
export interface Markdown {
  asks: Asked[];
  /** Expected, after fees, sending, holding and what is left over at the end. */
  netMinor: number;
  /** Expected days until it is sold or given up; the chance that it is sold by then. */
  days: number;
  sold: number;
}

/** Nodes and weights for a mean over a bell (Gauss-Hermite, seven points; Abramowitz & Stegun table 25.10, scaled to a bell of one). */
const BELL: readonly (readonly [number, number])[] = [
  [-3.7504397177, 0.00054826885597],
  [-2.3667594107, 0.030757123968],
  [-1.1544053947, 0.24012317861],
  [0, 0.45714285714],
  [1.1544053947, 0.24012317861],
  [2.3667594107, 0.030757123968],
  [3.7504397177, 0.00054826885597],
];
/** Prices looked at: shares of what it fetches, dearest first. */
export const ASKS = Array.from({ length: 25 }, (_, i) => 1.36 - 0.03 * i);

/** Nobody knows the true price: each node is one it may have, by how much faster or slower it then goes. */
const nodesOf = ({ unsure, steepness }: Selling) =>
  BELL.map(([z, weight]) => ({ weight, faster: Math.exp(steepness * unsure * z) }));

/** How much a week at a price adds to what wears down the chance of not being sold. */
const weekOf = (selling: Selling, ratio: number) => 7 * selling.chanceADay * ratio ** -selling.steepness;

/**
 * What asking these prices comes to. A machine that is not sold is more and more likely one that was thought too dear.
 * @param asks the first from week 0 on
 */
export function worthOfAsking(selling: Selling, asks: readonly Asked[]): Markdown {
  const nodes = nodesOf(selling);
  let net = 0;
  let days = 0;
  let worn = 0;
  const left = (at: number) =>
    nodes.reduce((sum, { weight, faster }) => sum + weight * Math.exp(-faster * at), 0);
  for (let week = 0; week < selling.weeks; week++) {
    const { askMinor } = asks.findLast((each) => each.week <= week)!;
    const next = worn + weekOf(selling, askMinor / selling.fairMinor);
    const here = left(worn);
    const gone = here - left(next);
    net += gone * (askMinor * (1 - selling.feeShare) - selling.outwardMinor) - here * selling.holdingMinor;
    // sold in the middle of the week, as far as anybody knows
    days += gone * 3.5 + (here - gone) * 7;
    worn = next;
  }
  net += left(worn) * selling.lastMinor;
  return { asks: [...asks], netMinor: Math.round(net), days, sold: 1 - left(worn) };
}

/** What has worn down so far is kept to this many steps a week's usual wear. */
const GRAIN = 48;

/**
 * The prices that bring most, never dearer than before: dynamic programming over weeks. The state is how much asking has
 * worn down the chance of being unsold: it says all there is to say of what the true price may be.
 * @throws RangeError when there is no week to sell in
 */
export function bestMarkdown(
  selling: Selling,
  round: (minor: number) => number = (minor) => minor,
): Markdown {
  const { weeks, standsWeeks } = selling;
  if (!(weeks >= 1) || !(standsWeeks >= 1))
    throw new RangeError(`expected weeks to sell in, got ${weeks} and a price that stands ${standsWeeks}`);
  const asks = [...new Set(ASKS.map((ratio) => round(Math.round(selling.fairMinor * ratio))))].filter(
    (ask) => ask > 0,
  );
  const nodes = nodesOf(selling);
  const turns: number[] = [];
  for (let week = 0; week < weeks; week += standsWeeks) turns.push(week);
  const wear = asks.map((ask) => weekOf(selling, ask / selling.fairMinor));
  const left = (at: number) =>
    nodes.reduce((sum, { weight, faster }) => sum + weight * Math.exp(-faster * at), 0);
  // how worn it can be by the last turn, on a grid that is finer where little has worn
  const most = Math.max(...wear) * weeks;
  const cells = GRAIN * 4;
  const wornAt = (cell: number) => most * (cell / cells) ** 2;
  const cellOf = (worn: number) => Math.min(cells, Math.sqrt(Math.max(0, worn) / most) * cells);
  /** Not divided by the chance to be unsold: what is still to come, as seen from the beginning. */
  let ahead: Float64Array[] = asks.map(() =>
    Float64Array.from({ length: cells + 1 }, (_, cell) => left(wornAt(cell)) * selling.lastMinor),
  );
  const choice: Uint8Array[][] = [];
  for (let turn = turns.length - 1; turn >= 0; turn--) {
    const span = Math.min(standsWeeks, weeks - turns[turn]);
    const own = asks.map(() => new Float64Array(cells + 1));
    const chosen = asks.map(() => new Uint8Array(cells + 1));
    for (let cell = 0; cell <= cells; cell++) {
      // from the cheapest to the dearest: what may still be asked grows
      let best = -Infinity;
      let pick = asks.length - 1;
      for (let ask = asks.length - 1; ask >= 0; ask--) {
        let worn = wornAt(cell);
        let sum = 0;
        for (let week = 0; week < span; week++) {
          const here = left(worn);
          const next = worn + wear[ask];
          sum +=
            (here - left(next)) * (asks[ask] * (1 - selling.feeShare) - selling.outwardMinor) -
            here * selling.holdingMinor;
          worn = next;
        }
        const place = cellOf(worn);
        const low = Math.min(cells - 1, Math.floor(place));
        sum += ahead[ask][low] + (place - low) * (ahead[ask][low + 1] - ahead[ask][low]);
        if (sum > best) {
          best = sum;
          pick = ask;
        }
        own[ask][cell] = best;
        chosen[ask][cell] = pick;
      }
    }
    ahead = own;
    choice.unshift(chosen);
  }
  const plan: Asked[] = [];
  let worn = 0;
  let last = 0;
  turns.forEach((week, turn) => {
    last = choice[turn][last][Math.round(cellOf(worn))];
    if (plan.at(-1)?.askMinor !== asks[last]) plan.push({ week, askMinor: asks[last] });
    worn += wear[last] * Math.min(standsWeeks, weeks - week);
  });
  return worthOfAsking(selling, plan);
}

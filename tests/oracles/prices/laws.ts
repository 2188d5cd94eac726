import { seededRandom, type Random } from '@/core/random';

/**
 * Markets that sell used computers by rules of their own, none of them a product of factors: what a shop's prices are
 * learnt from in tests. Nothing here is shared with what learns. Invented; money in minor units.
 */
export interface Item {
  chassis: 'desktop' | 'small' | 'aio' | 'laptop';
  processorLevel: number;
  memoryGb: number;
  drive: 'none' | 'disk' | 'solid';
  driveGb: number;
  grade: 'A' | 'B' | 'C' | 'D';
  batteryHealth: number | null;
  screenIn: number | null;
  channel: string;
}
export interface Sold extends Item {
  day: string;
  price: number;
}
/** What an item is worth on a day so many years before today. */
export type Law = (item: Item, yearsAgo: number) => number;

const steps = (value: number, edges: readonly (readonly [number, number])[]) =>
  edges.reduce((at, [from, gives]) => (value >= from ? gives : at), 0);

/** Buyers add up what they would pay for each thing and take off for what it lacks; plain sums throughout. */
const sums: Law = (item, yearsAgo) => {
  const body = { desktop: 3000, small: 3900, aio: 6200, laptop: 6800 }[item.chassis];
  const thinking = [300, 2400, 5200, 9800, 14800][item.processorLevel];
  const room = 260 * Math.min(item.memoryGb, 16) + 90 * Math.max(0, item.memoryGb - 16);
  const keeps =
    item.drive === 'none' ? -900 : item.drive === 'disk' ? 250 + item.driveGb : 1500 + 6.5 * item.driveGb;
  const shown = item.screenIn === null ? 0 : 340 * (item.screenIn - 13);
  const looks = { A: 1600, B: 0, C: -1700, D: -3600 }[item.grade];
  const runs =
    item.chassis === 'laptop' && item.batteryHealth !== null ? 2600 * (item.batteryHealth - 0.7) : 0;
  const whole = body + thinking + room + keeps + shown + looks + runs;
  const place = item.channel === 'online' ? 900 : item.channel === 'trade' ? -1500 : 0;
  return Math.max(900, whole + place) * (1 + 0.1 * yearsAgo);
};

/** A machine is what it can be used for: steps where a use begins, and beyond that little. */
const uses: Law = (item, yearsAgo) => {
  const swift = item.drive === 'solid' ? 1 : item.drive === 'disk' ? 0.45 : 0.3;
  const able = Math.min(
    steps(item.memoryGb, [
      [2, 0.35],
      [4, 0.62],
      [8, 1],
      [16, 1.28],
      [32, 1.42],
    ]),
    [0.35, 0.62, 0.95, 1.35, 1.7][item.processorLevel],
  );
  const size = item.screenIn === null ? 1 : 1 + 0.09 * Math.tanh((item.screenIn - 14) / 1.5);
  const carried = item.chassis === 'laptop' ? steps((item.batteryHealth ?? 0.6) * 10, [[0, 0.74], [5, 0.9], [7, 1], [9, 1.07]]) : 1; // prettier-ignore
  const best = { desktop: 15500, small: 16800, aio: 24500, laptop: 27500 }[item.chassis];
  const worn = { A: 1, B: 0.9, C: item.chassis === 'laptop' ? 0.66 : 0.78, D: 0.46 }[item.grade];
  const stored = item.drive === 'none' ? 0 : 620 * Math.log2(1 + item.driveGb / 128);
  const season = 1 + 0.05 * Math.cos(2 * Math.PI * (yearsAgo + 0.3));
  const where = { online: 1.06, counter: 1, trade: 0.8 }[item.channel] ?? 1;
  return (
    (1400 + best * able * (0.4 + 0.6 * swift) * size + stored) *
    carried *
    worn *
    where *
    season *
    1.09 ** yearsAgo
  );
};

/** Two kinds of buyer: those of old machines, who count the parts, and those of young ones, who look at it. */
const crowds: Law = (item, yearsAgo) => {
  const parts =
    1200 +
    70 * item.memoryGb +
    (item.drive === 'solid' ? 700 + 3 * item.driveGb : item.drive === 'disk' ? 300 : 0) +
    650 * item.processorLevel +
    (item.screenIn ?? 0) * 45;
  const look = { A: 1.12, B: 1, C: 0.74, D: 0.4 }[item.grade];
  const wanted =
    { desktop: 9000, small: 11500, aio: 14000, laptop: 19000 }[item.chassis] *
    (0.35 + 0.27 * item.processorLevel) *
    Math.sqrt(Math.min(item.memoryGb, 24) / 8) *
    (item.drive === 'solid' ? 1 : 0.7) *
    look *
    (item.chassis === 'laptop' ? 0.7 + 0.4 * (item.batteryHealth ?? 0.65) : 1);
  const young = 1 / (1 + Math.exp(-2 * (item.processorLevel - 2.2)));
  const fee = item.channel === 'online' ? 1.03 : item.channel === 'trade' ? 0.86 : 1;
  return (
    Math.max(parts, (1 - young) * (0.55 * parts + 0.45 * wanted) + young * wanted) * fee * 1.12 ** yearsAgo
  );
};

export const LAWS: Record<string, Law> = { sums, uses, crowds };

function drawOne(random: Random, shares: readonly number[]): number {
  let left = random() * shares.reduce((sum, share) => sum + share, 0);
  return Math.max(
    0,
    shares.findIndex((share) => (left -= share) < 0),
  );
}

/** A machine as they come: young ones have more memory and faster drives. */
export function drawItem(random: Random): Item {
  const chassis = (['desktop', 'small', 'aio', 'laptop'] as const)[drawOne(random, [30, 15, 8, 47])];
  const processorLevel = drawOne(random, [6, 18, 34, 32, 10]);
  const memoryGb = [2, 4, 8, 16, 32][drawOne(random, [[5, 4, 1, 0, 0], [2, 6, 4, 0.5, 0], [0, 5, 8, 2, 0.2], [0, 1.5, 8, 5, 0.6], [0, 0, 6, 8, 2]][processorLevel])]; // prettier-ignore
  const drive = (['none', 'disk', 'solid'] as const)[drawOne(random, [[2, 7, 2], [1.5, 6, 4], [1, 3, 7], [0.6, 1, 9], [0.4, 0.3, 9]][processorLevel])]; // prettier-ignore
  const driveGb =
    drive === 'none'
      ? 0
      : drive === 'disk'
        ? [250, 320, 500, 1000][drawOne(random, [2, 2, 5, 3])]
        : [120, 240, 256, 500, 512, 1000][drawOne(random, [2, 4, 5, 2, 3, 1])];
  const laptop = chassis === 'laptop';
  return {
    chassis,
    processorLevel,
    memoryGb,
    drive,
    driveGb,
    grade: (['A', 'B', 'C', 'D'] as const)[drawOne(random, [22, 43, 27, 8])],
    batteryHealth: laptop ? Math.round((0.3 + 0.7 * Math.sqrt(random())) * 100) / 100 : null,
    screenIn: laptop ? [12.5, 13.3, 14, 15.6, 17.3][drawOne(random, [2, 3, 6, 6, 1])] : chassis === 'aio' ? [21.5, 23.8, 27][drawOne(random, [4, 4, 1])] : null, // prettier-ignore
    channel: ['counter', 'online', 'trade'][drawOne(random, [4, 5, 1.5])],
  };
}

export interface Shop {
  sales: Sold[];
  /** Which of them were written down wrongly. */
  slips: number[];
  fresh: Item[];
  /** What those would fetch, as one sale of each and in the middle. */
  fetched: number[];
  middle: number[];
}

const TODAY = Date.UTC(2026, 10, 26);
export const TODAY_IS = '2026-11-26';

/** A shop of so many sales over two years, two in a hundred of them slips, and 400 machines not sold yet. */
export function drawShop(law: Law, count: number, seed: number, noise = 0.07): Shop {
  const random = seededRandom(seed);
  // haggling: mostly little, now and then a lot
  const haggle = () => {
    const bell = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    return Math.exp(noise * bell * (random() < 0.06 ? 2 : 1));
  };
  const slips: number[] = [];
  const sales = Array.from({ length: count }, (_, i): Sold => {
    const item = drawItem(random);
    const days = Math.floor(730 * random());
    let price = law(item, days / 365) * haggle();
    if (random() < 0.02) {
      slips.push(i);
      price *= [10, 0.1, 5, 3.5, 0.01][drawOne(random, [4, 3, 2, 1, 1])];
    }
    return {
      ...item,
      day: new Date(TODAY - days * 86_400_000).toISOString().slice(0, 10),
      price: Math.max(1, Math.round(price)),
    };
  });
  const fresh = Array.from({ length: 400 }, () => drawItem(random));
  const middle = fresh.map((item) => law(item, 0));
  return { sales, slips, fresh, fetched: middle.map((price) => price * haggle()), middle };
}

import { describe, expect, it } from 'vitest';
import { partRates } from '@/catalog/worth/prices';
import { partWorth } from '../price/parts';
import { seededRandom } from '../random';
import { learnParts, partsFactor, tableFacts, type LoosePart, type PartSale } from './looseParts';

const TODAY = '2026-11-26';
const usual = { panel: 1200, keyboard: 400, battery: 900, charger: 500, processor: 600 };
const part = (own: Partial<LoosePart> & Pick<LoosePart, 'class'>): LoosePart => ({
  gb: null,
  driveKind: null,
  level: null,
  health: null,
  ...own,
});
const table = (own: LoosePart) => partWorth(partRates, own.class, usual[own.class as 'panel'] ?? 0, tableFacts(own)); // prettier-ignore

/** A market of its own: a fixed price and so much a gigabyte, no law of logs; panels dear, memory cheap. */
const market = (own: LoosePart): number => {
  if (own.class === 'memory') return 60 + 35 * own.gb!;
  if (own.class === 'drive') return own.driveKind === 'solid' ? 500 + 4.5 * own.gb! : 300 + 0.9 * own.gb!;
  if (own.class === 'battery') return Math.max(80, 1500 * (own.health! - 0.35));
  return { panel: 2100, keyboard: 380, charger: 620 }[own.class as 'panel'] ?? 500;
};
const pick = <T>(all: readonly T[], random: () => number) => all[Math.floor(random() * all.length)];
function draw(random: () => number): LoosePart {
  const own = pick(['memory', 'drive', 'drive', 'panel', 'keyboard', 'battery', 'charger'] as const, random);
  if (own === 'memory') return part({ class: own, gb: pick([2, 4, 8, 16], random), level: pick([1, 2, 3], random) }); // prettier-ignore
  if (own === 'drive')
    return random() < 0.5
      ? part({ class: own, driveKind: 'solid', gb: pick([120, 240, 480], random) })
      : part({ class: own, driveKind: 'disk', gb: pick([250, 500, 1000], random) });
  if (own === 'battery') return part({ class: own, health: 0.6 + 0.35 * random() });
  return part({ class: own });
}
const normal = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
function sold(count: number, seed: number): PartSale[] {
  const random = seededRandom(seed);
  return Array.from({ length: count }, () => {
    const own = draw(random);
    const day = new Date(Date.parse(TODAY) - Math.floor(random() * 700) * 86_400_000);
    const minor = Math.max(1, Math.round(market(own) * Math.exp(0.12 * normal(random))));
    return { ...own, minor, day: day.toISOString().slice(0, 10) };
  });
}
/** Median share by which fresh parts of the market are missed. */
function missed(learnt: ReturnType<typeof learnParts>, seed = 77): number {
  const random = seededRandom(seed);
  const factor = learnt ? partsFactor(learnt) : () => 1;
  const off = Array.from({ length: 400 }, () => {
    const own = draw(random);
    return Math.abs((table(own) * factor(own)) / market(own) - 1);
  });
  return off.sort((a, b) => a - b)[200];
}
const learn = (sales: PartSale[]) => learnParts(partRates, usual, sales, TODAY, 900);

describe('loose parts that teach their price', () => {
  it('a handful teaches nothing: the table stands', () => {
    expect(learn(sold(4, 1))).toBeNull();
  });
  it('the more were sold, the nearer; the table is left behind', () => {
    const alone = missed(null);
    const [few, some, many] = [12, 60, 400].map((count) =>
      [1, 2, 3, 4, 5].map((seed) => missed(learn(sold(count, seed)))).reduce((sum, own) => sum + own / 5, 0),
    );
    expect(alone).toBeGreaterThan(0.25);
    expect(few).toBeLessThan(alone);
    expect(some).toBeLessThan(few);
    expect(many).toBeLessThan(0.08);
  });
  it('a price somebody mistyped is none of the others', () => {
    const sales = sold(120, 9);
    sales[40] = { ...sales[40], minor: sales[40].minor * 100 };
    const learnt = learn(sales)!;
    expect(learnt.outliers).toContain(40);
    expect(missed(learnt)).toBeLessThan(0.12);
  });
  it('says by class what it stands on, and how far it and the table were off', () => {
    const learnt = learn(sold(200, 3))!;
    expect(Object.values(learnt.counts).reduce((sum, own) => sum + own!, 0)).toBeGreaterThan(190);
    expect(learnt.error.learnt).toBeLessThan(learnt.error.table);
  });
  it('a class nothing was sold of moves only with all of them', () => {
    const dear = sold(60, 4).map((sale) => ({ ...sale, minor: Math.round(table(sale) * 1.5) || 1 }));
    const factor = partsFactor(learn(dear)!);
    expect(factor(part({ class: 'optical' }))).toBeGreaterThan(1.15);
    expect(factor(part({ class: 'optical' }))).toBeLessThan(1.55);
  });
});

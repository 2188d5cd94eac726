/**
 * Density of isopropanol in water at 20 C by mass per cent, g/mL, every ten per cent. From memory of handbook
 * values, within 0.003.
 */
const DENSITY = [
  0.9982, 0.982, 0.9696, 0.9535, 0.9307, 0.9084, 0.8845, 0.8605, 0.8366, 0.8115, 0.7855,
] as const;
const WATER = DENSITY[0];
const PURE = DENSITY[10];

/** @param mass share by mass, 0..1 @returns g/mL, linear between the rows of the table */
function density(mass: number): number {
  const at = Math.min(9, Math.floor(mass * 10));
  return DENSITY[at] + (mass * 10 - at) * (DENSITY[at + 1] - DENSITY[at]);
}

/** Share by volume of pure alcohol at 20 C, as a bottle says it, of a share by mass. */
export const byVolume = (mass: number): number => (mass * density(mass)) / PURE;

/** The other way round. @param volume 0..1 */
export function byMass(volume: number): number {
  let low = 0;
  let high = 1;
  for (let n = 0; n < 60; n++) {
    const middle = (low + high) / 2;
    if (byVolume(middle) < volume) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

export interface Mixture {
  /** Millilitres to measure out of each. */
  stockMl: number;
  waterMl: number;
  /** What is lost by mixing, millilitres: the whole is less than its parts. */
  lostMl: number;
}

/**
 * How much alcohol of one strength and how much water make so much of another. Volumes shrink on mixing, so water is
 * added by measure, not "to the mark" of a share.
 * @param stock strength of the bottle, share by volume 0..1 @param want strength wanted, under it
 * @param ml of what is wanted
 * @throws RangeError when what is wanted is not weaker than the bottle
 */
export function dilution(stock: number, want: number, ml: number): Mixture {
  if (!(want > 0 && want <= stock && stock <= 1 && ml >= 0))
    throw new RangeError(`dilution: ${want} of a bottle of ${stock} cannot be made by adding water`);
  const [from, to] = [byMass(stock), byMass(want)];
  const grams = ml * density(to);
  const stockGrams = from > 0 ? (grams * to) / from : 0;
  const stockMl = stockGrams / density(from);
  const waterMl = (grams - stockGrams) / WATER;
  return { stockMl, waterMl, lostMl: stockMl + waterMl - ml };
}

/** What measures poured together come to. @param stock share by volume */
export function poured(stock: number, stockMl: number, waterMl: number): { ml: number; strength: number } {
  const from = byMass(stock);
  const stockGrams = stockMl * density(from);
  const grams = stockGrams + waterMl * WATER;
  if (!(grams > 0)) return { ml: 0, strength: 0 };
  const mass = (stockGrams * from) / grams;
  return { ml: grams / density(mass), strength: byVolume(mass) };
}

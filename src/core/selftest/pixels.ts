import type { SelfTestRules } from './rules';

/** Kinds of faults of a panel's pixels: 1 always bright, 2 always dark, 3 a sub-pixel, bright or dark. */
export const PIXEL_FAULTS = ['bright', 'dark', 'sub-bright', 'sub-dark'] as const;
export type PixelFault = (typeof PIXEL_FAULTS)[number];
export type PixelCounts = Readonly<Record<PixelFault, number>>;

/** Fault classes of ISO 9241-307, the strictest first. */
export const PIXEL_CLASSES = ['0', 'I', 'II', 'III', 'IV'] as const;
export type PixelClass = (typeof PIXEL_CLASSES)[number];

/**
 * The best class a panel reaches; limits go with its pixels, whole faults counted down.
 * @param pixels of the panel, width times height @param limits in a million pixels
 * @returns null: none of them @throws RangeError when the panel has no pixels
 */
export function pixelClass(
  counts: PixelCounts,
  pixels: number,
  limits: SelfTestRules['pixels'],
): PixelClass | null {
  if (!(pixels > 0)) throw new RangeError('pixels: expected a number above 0');
  const million = pixels / 1e6;
  const most = (limit: number) => Math.floor(limit * million + 1e-9);
  return (
    PIXEL_CLASSES.find((name) => {
      const { bright, dark, sub } = limits[name];
      return (
        counts.bright <= most(bright) &&
        counts.dark <= most(dark) &&
        sub.some(([b, d]) => counts['sub-bright'] <= most(b) && counts['sub-dark'] <= most(d))
      );
    }) ?? null
  );
}

/** Size of a mark for the rubric, by class: what few see, what one sees, what stands in the way. Shop estimate. */
export const pixelMarkSize = (found: PixelClass | null): 0 | 1 | 2 =>
  found === '0' || found === 'I' ? 0 : found === 'II' ? 1 : 2;

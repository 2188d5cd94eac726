/** What paste and pads are put on. */
export const PASTED_ON = ['processor', 'graphics chip', 'chipset', 'memory chips', 'power stages'] as const;
export type PastedOn = (typeof PASTED_ON)[number];
/** How paste or a pad is found when it comes apart. */
export const PASTE_FOUND = ['soft', 'dry', 'too much', 'none', 'pad torn', 'pad hard'] as const;
export type PasteFound = (typeof PASTE_FOUND)[number];

/** What was used up with a piece of work, and what it cost. */
export interface MaterialUsed {
  /** "paste, 4 W/mK", "pad 1.0 mm", "foot". */
  name: string;
  /** How much, in its own words: "0.2 g", "2". */
  amount: string;
  costMinor: number;
  /** Of paste and pads: what it was put on, and how what was there before was found. */
  on?: PastedOn;
  was?: PasteFound;
}

/** How paste is put on. */
export interface PasteUse {
  bondMm: number;
  squeeze: number;
}

/** Paste between two faces. */
export interface PasteDot {
  /** Volume between the faces, cubic millimetres. */
  volumeMm3: number;
  /** Diameter of the half-round dot that holds it, with what squeezes out, millimetres. */
  dotMm: number;
}

/**
 * How much paste a chip wants: contact area times bond line, and what squeezes out, as a half-round dot.
 * @param widthMm @param heightMm of the mark the chip leaves
 * @param how thickness of the paste when drawn together, 0.05 to 0.1, and what squeezes out besides, as a share
 * @throws RangeError when a side is not above 0
 */
export function pasteDot(widthMm: number, heightMm: number, { bondMm, squeeze }: PasteUse): PasteDot {
  if (!(widthMm > 0 && heightMm > 0 && bondMm > 0))
    throw new RangeError(`paste: a mark of ${widthMm} by ${heightMm} mm has no area`);
  const volumeMm3 = widthMm * heightMm * bondMm * (1 + squeeze);
  // half a ball: volume = 2/3 pi r^3
  return { volumeMm3, dotMm: 2 * Math.cbrt((3 * volumeMm3) / (2 * Math.PI)) };
}

/** After how many machines a tool is paid by what it saves of a supply. @returns Infinity when it saves nothing */
export const paidAfter = (toolMinor: number, eachMinor: number, toolEachMinor = 0): number =>
  eachMinor > toolEachMinor ? Math.ceil(toolMinor / (eachMinor - toolEachMinor)) : Infinity;

import type { PixelClass } from './pixels';

/** A limit of a class of panels: bright and dark pixels, and pairs (bright, dark) of sub-pixels, any one of them. */
export interface PixelLimit {
  bright: number;
  dark: number;
  sub: readonly (readonly [number, number])[];
}

/** The numbers a machine's own tests are judged by. */
export interface SelfTestRules {
  /** A key that comes down again within so many milliseconds of coming up bounced. */
  bounceMs: number;
  /** A key that is down so long, milliseconds, is stuck. */
  stuckMs: number;
  /** Keys a system keeps for itself: nobody has to press them. */
  keptKeys: readonly string[];
  /** A tone counts as heard so many decibels over the quiet before it; a word so many over the room. */
  toneDb: number;
  wordDb: number;
  /** Mean grey (0 to 255) under which a camera's picture is black, and spread under which it is of one shade. */
  black: number;
  oneShade: number;
  /** Share of the field a pointer must reach. */
  padShare: number;
  /** Seconds all cores work, and the share of its first rate under which a processor slows. */
  workSeconds: number;
  slows: number;
  /** Share of a film's frames that may be dropped, and the fewest frames that say anything of it. */
  dropped: number;
  leastFrames: number;
  /** Faults allowed in a million pixels, by class. */
  pixels: Readonly<Record<PixelClass, PixelLimit>>;
}

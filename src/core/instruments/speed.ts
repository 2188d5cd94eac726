/** A class of interface with what its drives reach when read in sequence, megabytes a second. */
export interface SpeedClass {
  id: string;
  name: string;
  low: number;
  high: number;
}

export interface SpeedReading {
  class: SpeedClass | null;
  /** What it could reach on the interface it has; null: not known which. */
  could: SpeedClass | null;
  /** About half of what it could, or less: wrong port or mode. */
  slowPort: boolean;
}

/** Classes slowest first; from `full` of the least its interface reaches on, a drive is as fast as it should be. */
export interface SpeedTable {
  classes: readonly SpeedClass[];
  full: number;
}

/**
 * Which class a speed is of, and whether the drive could do more where it is.
 * @param mbPerSecond sequential read, above 0 @param could id of the interface it has
 */
export function readSpeed(
  { classes, full }: SpeedTable,
  mbPerSecond: number,
  could: string | null,
): SpeedReading {
  const reached = classes.findLast(({ low }) => mbPerSecond >= low * full) ?? null;
  const own = classes.find(({ id }) => id === could) ?? null;
  return { class: reached, could: own, slowPort: own !== null && mbPerSecond < own.low * full };
}

/** Peak of memory, megabytes a second: transfers x 8 bytes x channels (JEDEC naming). @param megaTransfers MT/s */
export const memoryPeak = (megaTransfers: number, channels: number): number => megaTransfers * 8 * channels;

/** Change from one reading to another. @returns share of the first; -0.42 for 60 -> 35 */
export const changeOf = (before: number, after: number): number => (before === 0 ? 0 : after / before - 1);

/** Frames by their times. @param frameMs each above 0 @returns mean, and the mean of the slowest 1 % and 0.1 % @throws RangeError for none */
export function framesOf(frameMs: readonly number[]): { mean: number; low1: number; low01: number } {
  if (frameMs.length === 0) throw new RangeError('frames: none');
  const slowest = [...frameMs].sort((a, b) => b - a);
  const per = (share: number) => {
    const count = Math.max(1, Math.round(slowest.length * share));
    return (1000 * count) / slowest.slice(0, count).reduce((sum, own) => sum + own, 0);
  };
  return { mean: per(1), low1: per(0.01), low01: per(0.001) };
}

/**
 * Power of one tone in a piece of sound: Goertzel's algorithm (G. Goertzel, American Mathematical Monthly 65, 1958).
 * @param samples -1..1 @param rate samples a second @param hertz of the tone
 * @returns mean square of that tone alone, 0.5 for a full sine of amplitude 1
 */
export function tonePower(samples: ArrayLike<number>, rate: number, hertz: number): number {
  if (samples.length === 0) return 0;
  const step = (2 * Math.PI * hertz) / rate;
  const turn = 2 * Math.cos(step);
  let one = 0;
  let two = 0;
  for (let i = 0; i < samples.length; i++) {
    const now = samples[i] + turn * one - two;
    two = one;
    one = now;
  }
  const power = one * one + two * two - turn * one * two;
  return (2 * power) / (samples.length * samples.length);
}

/** How far a tone stands over the quiet before it, decibels. */
export const overQuiet = (tone: number, quiet: number): number =>
  10 * Math.log10((tone + 1e-12) / (quiet + 1e-12));

/** @param toneDb decibels over the quiet from which on it is heard */
export const heard = (tone: number, quiet: number, toneDb: number): boolean =>
  overQuiet(tone, quiet) >= toneDb;

/** Level of a piece of sound against full scale, decibels; -120 for silence. */
export function level(samples: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i++) sum += samples[i] * samples[i];
  const mean = samples.length ? sum / samples.length : 0;
  return Math.max(-120, 10 * Math.log10(mean + 1e-12));
}

import { seededRandom } from '../random';

/**
 * Samples that must all be found erased to say, with a confidence, that at most a share of the medium is not: the
 * smallest n with (1 - share)^n <= 1 - confidence (zero failures, sampling with return; the success-run theorem,
 * n = ln(1 - C) / ln(R)). Without return over few sectors fewer do; that is worked out exactly when the population is
 * given.
 * @param confidence 0..1, exclusive @param share largest share left behind, 0..1 exclusive
 * @param population sectors in all; left out: as if endless
 * @throws RangeError outside those
 */
export function sampleSize(confidence: number, share: number, population = Infinity): number {
  if (!(confidence > 0 && confidence < 1)) throw new RangeError('confidence: between 0 and 1');
  if (!(share > 0 && share < 1)) throw new RangeError('share: between 0 and 1');
  const endless = Math.ceil(Math.log(1 - confidence) / Math.log(1 - share) - 1e-9);
  if (!Number.isFinite(population)) return endless;
  if (!Number.isInteger(population) || population < 1)
    throw new RangeError('population: a whole number of sectors');
  // so many are left behind at least when the share is exceeded
  const left = Math.floor(population * share) + 1;
  if (left > population) return population;
  let missed = 0;
  for (let n = 1; n <= population - left; n++) {
    // none of the left ones among n drawn without return
    missed += Math.log1p(-left / (population - n + 1));
    if (missed <= Math.log(1 - confidence) + 1e-12) return n;
  }
  return population - left + 1;
}

/**
 * Largest share that can be left behind when none of so many random places held anything: 1 - (1 - C)^(1 / n), the
 * success-run theorem read the other way.
 * @param confidence 0..1, exclusive @param places drawn, 1 or more @returns a share, 0..1
 * @throws RangeError outside those
 */
export function leftAtMost(confidence: number, places: number): number {
  if (!(confidence > 0 && confidence < 1)) throw new RangeError('confidence: between 0 and 1');
  if (!Number.isInteger(places) || places < 1) throw new RangeError('places: a whole number, 1 or more');
  return 1 - (1 - confidence) ** (1 / places);
}

export interface Stretch {
  /** First sector, and how many. */
  at: number;
  sectors: number;
}

/** Bytes of a sector as systems count them, whatever the drive has inside. */
export const SECTOR_BYTES = 512;

/** Representative sampling: into how many subsections, and which share of each of its two places is read. */
export interface Sampling {
  subsections: number;
  each: number;
}

/** Share of a medium that it reads: two places in each subsection. */
export const sampledShare = ({ each }: Pick<Sampling, 'each'>): number => 2 * each;

/**
 * Representative sampling: two places in each subsection, which do not overlap and are drawn anew for every reading, and
 * the first and the last sector.
 * @param sectors of the medium @param seed of the draw, kept with the record @throws RangeError for no sectors
 */
export function representative(sectors: number, seed: number, { subsections, each }: Sampling): Stretch[] {
  if (!Number.isInteger(sectors) || sectors < 1) throw new RangeError('sectors: a whole number, 1 or more');
  const parts = Math.min(subsections, Math.max(1, Math.floor(sectors / 40)));
  const random = seededRandom(seed);
  const stretches: Stretch[] = [{ at: 0, sectors: 1 }];
  for (let part = 0; part < parts; part++) {
    const from = Math.floor((sectors * part) / parts);
    const to = Math.floor((sectors * (part + 1)) / parts);
    const size = Math.max(1, Math.ceil((to - from) * each));
    const half = from + Math.floor((to - from) / 2);
    for (const [low, high] of [
      [from, half],
      [half, to],
    ]) {
      const room = Math.max(0, high - low - size);
      stretches.push({
        at: low + Math.floor(random() * (room + 1)),
        sectors: Math.min(size, Math.max(1, high - low)),
      });
    }
  }
  if (sectors > 1) stretches.push({ at: sectors - 1, sectors: 1 });
  return stretches;
}

/** A fastener where it sits, in any one unit of length. */
export interface Screw {
  id: string;
  x: number;
  y: number;
}

export interface Pass {
  /** Share of full tightness after this pass, 0..1. */
  share: number;
  order: string[];
}

/** Angles nearer than this are the same direction, radians. */
const SAME = 1e-9;

/**
 * Crosswise: each next screw is the one farthest from those tightened, the one opposite the last first; ties go
 * round in the order of the angle. For screws evenly on a circle it is the star pattern of ASME PCC-1 (from memory):
 * 4: 1-3-2-4; 8: 1-5-3-7-2-6-4-8; 12: 1-7-4-10-2-8-5-11-3-9-6-12; for 6, which it does not list, the usual
 * 1-4-2-5-3-6.
 */
function crosswise(screws: readonly Screw[]): string[] {
  if (screws.length <= 2) return screws.map(({ id }) => id);
  const cx = screws.reduce((sum, { x }) => sum + x, 0) / screws.length;
  const cy = screws.reduce((sum, { y }) => sum + y, 0) / screws.length;
  // round the middle, from the one that is named first
  const first = Math.atan2(screws[0].y - cy, screws[0].x - cx);
  const turn = ({ x, y }: Screw) => {
    const angle = Math.atan2(y - cy, x - cx) - first;
    return angle < -SAME ? angle + 2 * Math.PI : Math.max(0, angle);
  };
  const round = [...screws].sort((a, b) => turn(a) - turn(b) || a.id.localeCompare(b.id));
  return star(round.length).map((at) => round[at].id);
}

/**
 * Places on a ring of n in the order of the star: opposite pairs, each pair as far from those before as can be.
 * @returns a permutation of 0..n-1
 */
function star(n: number): number[] {
  const half = n / 2;
  const order: number[] = [];
  const left = new Set(Array.from({ length: n }, (_, i) => i));
  const away = (at: number) => order.reduce((least, other) => Math.min(least, ring(at - other, n)), Infinity);
  let next = 0;
  while (left.size) {
    order.push(next);
    left.delete(next);
    // the nearest left to straight across
    const across = nearest(left, (next + half) % n, n);
    if (across !== null && ring(across - next, n) >= half - 0.5 - SAME && order.length % 2 === 1) {
      next = across;
      continue;
    }
    // a quarter on from the pair that was begun last, else the farthest from all that are tight, the first in turn
    const quarter = (order[order.length - 2] + n / 4) % n;
    let best: number | null = left.has(quarter) ? quarter : null;
    if (best !== null) {
      next = best;
      continue;
    }
    for (const at of [...left].sort((a, b) => a - b))
      if (best === null || away(at) > away(best) + SAME) best = at;
    if (best !== null) next = best;
  }
  return order;
}

const ring = (by: number, n: number) => {
  const whole = ((by % n) + n) % n;
  return Math.min(whole, n - whole);
};

function nearest(left: ReadonlySet<number>, to: number, n: number): number | null {
  let best: number | null = null;
  for (const at of [...left].sort((a, b) => a - b))
    if (best === null || ring(at - to, n) < ring(best - to, n) - SAME) best = at;
  return best;
}

/**
 * Share of full tightness after each pass: ASME PCC-1 goes by 20 to 30 %, 50 to 70 %, 100 % (from memory; written
 * for flanges, for heat sinks an analogy). Two screws need one pass between.
 */
const PASSES = [0.3, 0.6, 1] as const;

/**
 * In which order screws are tightened, and in which passes: never one fully while another is loose.
 * @param screws at most some hundreds, each id once
 * @throws RangeError when an id stands there twice
 */
export function tightening(screws: readonly Screw[]): Pass[] {
  if (new Set(screws.map(({ id }) => id)).size !== screws.length)
    throw new RangeError('tightening: a screw stands there twice');
  if (screws.length === 0) return [];
  const order = crosswise(screws);
  const shares = screws.length <= 2 ? [0.5, 1] : PASSES;
  return shares.map((share) => ({ share, order: [...order] }));
}

/** A piece that was fetched or sent. */
export interface Piece {
  bytes: number;
  ms: number;
}

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length ? (sorted[(sorted.length - 1) >> 1] + sorted[sorted.length >> 1]) / 2 : 0;
};

/** Megabits a second: the middle piece, so that one slow start does not count. 0: nothing came. */
export const megabits = (pieces: readonly Piece[]): number =>
  middle(pieces.filter(({ ms }) => ms > 0).map(({ bytes, ms }) => (bytes * 8) / ms / 1_000));

/** Middle round trip, and jitter: mean difference of one to the next (as RFC 3550, 6.4.1, without its smoothing), ms. */
export function roundTrips(ms: readonly number[]): { ms: number; jitter: number } {
  const steps = ms.slice(1).map((own, i) => Math.abs(own - ms[i]));
  return {
    ms: middle(ms),
    jitter: steps.length ? steps.reduce((sum, own) => sum + own, 0) / steps.length : 0,
  };
}

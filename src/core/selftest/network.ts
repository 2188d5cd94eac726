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

/** A network of a machine by its address. */
export interface OwnNetwork {
  mac: string;
  wireless: boolean;
}

/** "wired 02:00:5e:10:00:01; wireless 02:00:5e:10:00:02", as it is kept. */
export const networksText = (networks: readonly OwnNetwork[]): string =>
  networks.map(({ mac, wireless }) => `${wireless ? 'wireless' : 'wired'} ${mac}`).join('; ');

/** What networksText wrote. */
const networksOf = (text: string): OwnNetwork[] =>
  [...text.matchAll(/(wired|wireless) ((?:[0-9a-f]{2}:){5}[0-9a-f]{2})/g)].map(([, kind, mac]) => ({
    mac,
    wireless: kind === 'wireless',
  }));

/**
 * Over which of its networks a machine came: by the address the shop's computer has for it, against those its own report
 * listed. Null: one of both is not known, or the address is none of its own.
 * @param mac of whoever sent it, lower case @param networks as the record has them
 */
export function pathOf(mac: string | null, networks: string | null): 'wired' | 'wireless' | null {
  const own = mac && networks ? networksOf(networks).find((one) => one.mac === mac.toLowerCase()) : undefined;
  return own ? (own.wireless ? 'wireless' : 'wired') : null;
}

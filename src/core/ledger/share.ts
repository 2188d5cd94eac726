import { allocateMinor } from './allocate';

/** What was paid for a lot, and what takes a share of it. */
export interface SharedLot {
  /** Price, freight and fees. */
  paidMinor: number;
  rule: 'equal' | 'value';
  /** Shares that stand: of what was sold, and of loose parts that have gone into a machine. */
  frozenMinor: readonly number[];
  /** What is still here, by the price it may bring; a machine put together here takes no share and is not among them. */
  machines: readonly { id: string; priceMinor: number }[];
  /** Loose parts in the bin, by what they are worth. */
  parts: readonly { id: string; worthMinor: number }[];
}

export interface Shares {
  machines: number[];
  parts: number[];
  /** Paid, and on nothing: nothing is left to take it. Below 0: more is frozen than was paid. */
  unsharedMinor: number;
}

/**
 * Shares what was paid over what is still here, less what stands already; all shares and what is on nothing add up to
 * what was paid, always. Shared out equally, a part takes what it is worth (it is no machine) and the machines the
 * rest alike.
 * @returns shares in the order of machines and parts, each 0 or more
 */
export function shareOut({ paidMinor, rule, frozenMinor, machines, parts }: SharedLot): Shares {
  const rest = paidMinor - frozenMinor.reduce((sum, each) => sum + each, 0);
  if (machines.length + parts.length === 0) return { machines: [], parts: [], unsharedMinor: rest };
  const equal = rule === 'equal';
  const shares = allocateMinor(Math.max(0, rest), [
    ...machines.map(({ priceMinor }) => (equal && parts.length === 0 ? 1 : priceMinor)),
    ...parts.map(({ worthMinor }) => worthMinor),
  ]);
  const own = shares.slice(0, machines.length);
  return {
    machines:
      equal && own.length
        ? allocateMinor(
            own.reduce((sum, each) => sum + each, 0),
            own.map(() => 1),
          )
        : own,
    parts: shares.slice(machines.length),
    unsharedMinor: Math.min(0, rest),
  };
}

import { solveMip, type Row } from '../solve/mip';

/** A machine that could be made whole; money in minor units. */
export interface Incomplete {
  id: string;
  netAsItIs: number;
  /** Once all it needs is in. */
  netComplete: number;
  needs: readonly { slot: string; fits: readonly string[]; minutesIn: number }[];
}
/** A machine that parts can come out of; it then no longer brings what it would as it is. */
export interface Donor {
  id: string;
  netAsItIs: number;
}
/** A part: loose, or in a donor. */
export interface Loose {
  id: string;
  slot: string;
  /** What it brings by itself; of a donor's part it stands in the donor's own. */
  worth: number;
  minutesOut: number;
  donor?: string;
}

export interface Build {
  machine: string;
  /** In the order of its needs. */
  parts: string[];
  /** What it brings over leaving all as it is, without what the donors lose. */
  gain: number;
}

export interface Recombined {
  builds: Build[];
  /** Over leaving all as it is. */
  net: number;
  bound: number;
  proven: boolean;
}

const GAP = 1e-6;

/**
 * Who gets what so that the shop nets most: each part in one machine at most, a machine made whole or left, a donor
 * touched or not. A machine that is itself among the donors is one or the other.
 * @param ratePerMinute what an attended minute costs @throws RangeError for a part or a donor nobody has
 */
export async function recombine(
  ratePerMinute: number,
  machines: readonly Incomplete[],
  donors: readonly Donor[],
  parts: readonly Loose[],
  seconds: number,
): Promise<Recombined> {
  const partAt = new Map(parts.map((part, i) => [part.id, i]));
  const donorAt = new Map(donors.map((donor, i) => [donor.id, i]));
  for (const { id, donor } of parts)
    if (donor !== undefined && !donorAt.has(donor))
      throw new RangeError(`part ${id}: there is no donor "${donor}"`);
  const gain: number[] = [];
  const rows: Row[] = [];
  const column = (own: number) => gain.push(own) - 1;
  const costOf = ({ worth, minutesOut, donor }: Loose) =>
    minutesOut * ratePerMinute + (donor === undefined ? worth : 0);
  const touched = donors.map(({ netAsItIs }) => column(-netAsItIs));
  const users: number[][] = parts.map(() => []);
  const built = machines.map(({ netAsItIs, netComplete }) => column(netComplete - netAsItIs));
  const chosen: { machine: number; need: number; part: number; column: number }[] = [];
  machines.forEach((machine, m) =>
    machine.needs.forEach(({ fits, minutesIn }, need) => {
      const at: number[] = [];
      for (const id of new Set(fits)) {
        const part = partAt.get(id);
        if (part === undefined) throw new RangeError(`machine ${machine.id}: there is no part "${id}"`);
        // a machine is not its own donor
        if (parts[part].donor === machine.id) continue;
        const own = column(-(costOf(parts[part]) + minutesIn * ratePerMinute));
        chosen.push({ machine: m, need, part, column: own });
        users[part].push(own);
        at.push(own);
      }
      rows.push({ at: [...at, built[m]], by: [...at.map(() => 1), -1], lower: 0, upper: 0 });
    }),
  );
  users.forEach((columns, part) => {
    if (columns.length === 0) return;
    const { donor } = parts[part];
    if (donor === undefined) rows.push({ at: columns, by: columns.map(() => 1), upper: 1 });
    else
      rows.push({
        at: [...columns, touched[donorAt.get(donor)!]],
        by: [...columns.map(() => 1), -1],
        upper: 0,
      });
  });
  // a donor that only costs is not rid of by touching it: something of it must be used
  donors.forEach(({ id, netAsItIs }, d) => {
    if (netAsItIs >= 0) return;
    const columns = parts.flatMap((part, i) => (part.donor === id ? users[i] : []));
    rows.push({ at: [touched[d], ...columns], by: [1, ...columns.map(() => -1)], upper: 0 });
  });
  machines.forEach(({ id }, m) => {
    const donor = donorAt.get(id);
    if (donor !== undefined) rows.push({ at: [built[m], touched[donor]], by: [1, 1], upper: 1 });
  });
  if (machines.length === 0) return { builds: [], net: 0, bound: 0, proven: true };
  const answer = await solveMip({ gain, rows }, { seconds, gap: GAP });
  const builds = machines.flatMap((machine, m): Build[] => {
    if (answer.x[built[m]] !== 1) return [];
    const own = chosen.filter((each) => each.machine === m && answer.x[each.column] === 1);
    own.sort((a, b) => a.need - b.need);
    return [
      {
        machine: machine.id,
        parts: own.map(({ part }) => parts[part].id),
        gain: gain[built[m]] + own.reduce((sum, each) => sum + gain[each.column], 0),
      },
    ];
  });
  return { builds, net: answer.value, bound: answer.bound, proven: answer.proven };
}

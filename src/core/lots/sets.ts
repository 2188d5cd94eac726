import { solveMip, type Row } from '../solve/mip';

/** One way of making a machine better: these parts go in; money in minor units. */
export interface SetOption {
  machine: string;
  parts: readonly string[];
  /** What it wins over leaving the machine as it is; its parts and hands are paid of it. */
  gain: number;
}

/** A machine parts can come out of: what is lost when it is touched, whatever comes out. */
export interface Touched {
  id: string;
  lost: number;
}

export interface AssignedSets {
  /** Of the options, by their places. */
  chosen: number[];
  net: number;
  bound: number;
  proven: boolean;
}

const GAP = 1e-6;

/**
 * Which machine gets which set of parts, so that the shop nets most: a set a machine, a part once, a donor lost as a whole
 * once anything comes out of it. A machine that is itself a donor is one or the other.
 * @param donorOf the donor a part is in; left out: it lies in the bin
 * @param seconds the solver may take; then the best so far with its bound
 */
export async function assignSets(
  options: readonly SetOption[],
  donorOf: ReadonlyMap<string, string>,
  donors: readonly Touched[],
  seconds: number,
): Promise<AssignedSets> {
  if (options.length === 0) return { chosen: [], net: 0, bound: 0, proven: true };
  const gain = options.map((option) => option.gain);
  const touched = new Map(donors.map(({ id, lost }) => [id, gain.push(-lost) - 1]));
  const rows: Row[] = [];
  const at = (of: (option: SetOption) => boolean) => options.flatMap((option, k) => (of(option) ? [k] : []));
  for (const machine of new Set(options.map((option) => option.machine))) {
    const own = at((option) => option.machine === machine);
    const columns = touched.has(machine) ? [...own, touched.get(machine)!] : own;
    rows.push({ at: columns, by: columns.map(() => 1), upper: 1 });
  }
  for (const part of new Set(options.flatMap(({ parts }) => parts))) {
    const own = at(({ parts }) => parts.includes(part));
    const donor = donorOf.get(part);
    const column = donor === undefined ? undefined : touched.get(donor);
    if (column === undefined) rows.push({ at: own, by: own.map(() => 1), upper: 1 });
    else rows.push({ at: [...own, column], by: [...own.map(() => 1), -1], upper: 0 });
  }
  // touching a donor for nothing brings nothing
  const answer = await solveMip({ gain, rows }, { seconds, gap: GAP });
  const chosen = options.flatMap((_, k) => (answer.x[k] === 1 ? [k] : []));
  return { chosen, net: answer.value, bound: answer.bound, proven: answer.proven };
}

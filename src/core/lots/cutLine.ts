import { solveMip, type Row } from '../solve/mip';

/** A machine that could be worked on, and what that nets over leaving it; minor units and attended minutes. */
export interface Candidate {
  id: string;
  net: number;
  minutes: number;
  /** Minutes it holds a station. */
  stations?: Readonly<Record<string, number>>;
  /** It is worked whatever else is: promised, or begun; or it is not, whatever it brings. */
  pinned?: 'in' | 'out';
}

export interface Capacity {
  minutes: number;
  stations: Readonly<Record<string, number>>;
}

export interface CutLine {
  chosen: string[];
  net: number;
  /** No choice nets more than this. */
  bound: number;
  proven: boolean;
}

/** Below this gap a better choice is not worth the wait. */
const GAP = 1e-6;

/**
 * Which machines get the hours: the choice that nets most within the attended minutes and the stations' own, exactly.
 * @throws RangeError when what is pinned alone takes more than there is
 */
export async function cutLine(
  units: readonly Candidate[],
  capacity: Capacity,
  seconds: number,
): Promise<CutLine> {
  const held = units.filter(({ pinned }) => pinned === 'in');
  // what brings nothing is not worked unless it must be
  const open = units.filter(({ pinned, net }) => !pinned && net > 0);
  const stations = Object.keys(capacity.stations);
  const unknown = units
    .flatMap((unit) => Object.keys(unit.stations ?? {}))
    .find((name) => !(name in capacity.stations));
  if (unknown) throw new RangeError(`no minutes are given for the station "${unknown}"`);
  const all = [null, ...stations];
  const takes = (unit: Candidate, what: string | null) =>
    what === null ? unit.minutes : (unit.stations?.[what] ?? 0);
  const rows: Row[] = [];
  for (const what of all) {
    const there = what === null ? capacity.minutes : capacity.stations[what];
    const left = there - held.reduce((sum, unit) => sum + takes(unit, what), 0);
    if (left < 0)
      throw new RangeError(
        `what is pinned takes ${there - left} minutes of ${what ?? 'hands'}; there are ${there}`,
      );
    const at = open.flatMap((unit, j) => (takes(unit, what) > 0 ? [j] : []));
    if (at.length) rows.push({ at, by: at.map((j) => takes(open[j], what)), upper: left });
  }
  const pinned = held.reduce((sum, { net }) => sum + net, 0);
  if (open.length === 0)
    return { chosen: held.map(({ id }) => id), net: pinned, bound: pinned, proven: true };
  const answer = await solveMip({ gain: open.map(({ net }) => net), rows }, { seconds, gap: GAP });
  return {
    chosen: [...held, ...open.filter((_, j) => answer.x[j] === 1)].map(({ id }) => id),
    net: pinned + answer.value,
    bound: pinned + answer.bound,
    proven: answer.proven,
  };
}

/** Attended minutes of what is worked whatever else is. */
export const pinnedMinutes = (units: readonly Candidate[]): number =>
  units.reduce((sum, { pinned, minutes }) => sum + (pinned === 'in' ? minutes : 0), 0);

/** What more of something would bring: the best choice with it, less the best without. */
export async function worthOfMore(
  units: readonly Candidate[],
  capacity: Capacity,
  more: { minutes?: number; stations?: Readonly<Record<string, number>> },
  without: number,
  seconds: number,
): Promise<number> {
  const { net } = await cutLine(
    units,
    {
      minutes: capacity.minutes + (more.minutes ?? 0),
      stations: Object.fromEntries(
        Object.entries(capacity.stations).map(([name, own]) => [name, own + (more.stations?.[name] ?? 0)]),
      ),
    },
    seconds,
  );
  return Math.max(0, net - without);
}

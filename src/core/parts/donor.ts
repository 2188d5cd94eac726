import type { PartClass } from '../catalogue';
import { harvestPlan, type HarvestPlan, type PickPlace } from './harvest';

/** How a place of a machine was seen. */
export const PLACE_STATES = ['there', 'gone', 'broken', 'proven'] as const;
export type PlaceState = (typeof PLACE_STATES)[number];
/** What is said of a place: how it was seen, or that it was not after all. */
export const PLACE_MARKS = [...PLACE_STATES, 'unseen'] as const;
export type PlaceMark = (typeof PLACE_MARKS)[number];

/** A place of a donor; `class` null: nothing comes out, it only has to be opened. */
export interface DonorPlace {
  id: string;
  name: string;
  class: PartClass | null;
  /** Attended minutes once what comes before it is out. */
  minutes: number;
  after?: string;
  /** What it is worth, minor units; left out: what the house says of its class. */
  minor?: number;
  x?: number;
  y?: number;
  width?: number;
  height?: number;
}

export interface DonorProblem {
  places: readonly DonorPlace[];
  states: Readonly<Record<string, PlaceState>>;
  /** Classes of which nothing is in it any more. */
  gone: readonly string[];
  /** What the house reckons for a class in this machine, minor units. */
  worthOf: Readonly<Partial<Record<PartClass, number>>>;
  /** Of what is usual, by how it is known. */
  shares: Readonly<Record<'proven' | 'there' | 'unseen', number>>;
  /** The house's minutes for all of it; the drawing's are scaled to them. */
  minutes: number;
  /** It lies open: nothing is left of what has only to be opened. */
  opened?: boolean;
  /** Minutes of a class no place is for. */
  otherMinutes: number;
  /** What is kept of a price after selling, 0..1. */
  keep: number;
  /** What an attended minute costs, minor units. */
  perMinute: number;
  /** Chance that a part of the class is still good. */
  good?: (partClass: PartClass) => number;
}

export interface DonorLine extends PickPlace {
  name: string;
  class: PartClass | null;
  state: PlaceState | null;
  /** Gross, as the house reckons it: 0 when it is gone or broken. */
  worthMinor: number;
}

export interface DonorSheet extends HarvestPlan {
  lines: DonorLine[];
}

/** How a place of the sheet was seen; empty beside a full one of those a machine has beyond the sheet, as that one. */
const stateOf = ({ id }: DonorPlace, states: DonorProblem['states']): PlaceState | null =>
  states[id] === 'gone'
    ? (Object.entries(states).find(([key, state]) => key.startsWith(`${id} `) && state !== 'gone')?.[1] ??
      'gone')
    : (states[id] ?? null);

/**
 * What taking a machine apart would bring, place by place. What has no worth in the house's table counts only
 * once somebody has said that it is there; of a class with a worth one place carries it.
 */
export function donorSheet(problem: DonorProblem): DonorSheet {
  const { places, states, gone, worthOf, shares, keep, good } = problem;
  const carried = new Set<string>();
  // the drawing's minutes stand for the house's: of the places that carry the worth of their class, and the opening
  const own = (place: DonorPlace) => place.class === null || place.minor === undefined;
  const drawn = places.filter(own).reduce((sum, { minutes }) => sum + minutes, 0);
  const scale = drawn > 0 ? problem.minutes / drawn : 1;
  const lines = places.map((place): DonorLine => {
    const state = stateOf(place, states);
    const line = {
      id: place.id,
      name: place.name,
      class: place.class,
      state,
      minutes: place.class === null && problem.opened ? 0 : place.minutes * scale,
      ...(place.after && { after: place.after }),
    };
    const lost =
      state === 'gone' ||
      state === 'broken' ||
      (state === null && place.class !== null && gone.includes(place.class));
    let worth = 0;
    if (place.class !== null && !lost) {
      if (place.minor !== undefined) worth = state === null ? 0 : place.minor;
      else if (!carried.has(place.class)) worth = worthOf[place.class] ?? 0;
      if (place.minor === undefined) carried.add(place.class);
      worth *= shares[state === 'proven' ? 'proven' : state === 'there' ? 'there' : 'unseen'];
    }
    // what was proven good is not doubted any more
    const sure = place.class === null || state === 'proven' ? 1 : (good?.(place.class) ?? 1);
    return { ...line, worthMinor: Math.round(worth), minor: worth * keep * sure };
  });
  const drawnClasses = new Set(places.map((place) => place.class));
  for (const [partClass, minor] of Object.entries(worthOf) as [PartClass, number][])
    if (!drawnClasses.has(partClass) && !gone.includes(partClass))
      lines.push({
        id: `other-${partClass}`,
        name: partClass,
        class: partClass,
        state: null,
        minutes: problem.otherMinutes,
        after: 'open',
        worthMinor: minor,
        minor: minor * keep * (good?.(partClass) ?? 1),
      });
  return { lines, ...harvestPlan(lines, problem.perMinute) };
}

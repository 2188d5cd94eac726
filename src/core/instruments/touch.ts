import type { Chassis } from '../catalogue';

/** How a surface is touched: worn on the body, held, for seconds, in passing, or not at all. */
export const TOUCH = ['worn', 'held', 'short', 'brief', 'not needed'] as const;
export type Touch = (typeof TOUCH)[number];
/** What a surface is of, in the order limits are written. */
export const TOUCH_MATERIALS = ['metal', 'glass', 'plastic', 'wood'] as const;
export type TouchMaterial = (typeof TOUCH_MATERIALS)[number];

/** The most a surface may have, Celsius: by how it is touched, metal, glass, plastic, wood. */
export type TouchLimits = Record<Touch, readonly [number, number, number, number]>;

/** The most such a surface may have, Celsius. */
export const touchLimit = (limits: TouchLimits, touch: Touch, material: TouchMaterial): number =>
  limits[touch][TOUCH_MATERIALS.indexOf(material)];

/** The same surface in another room: what it is over the room stays. */
export const inRoom = (celsius: number, room: number, other: number): number => celsius - room + other;

/** A place of a machine that somebody touches. */
export interface TouchPlace {
  id: string;
  name: string;
  touch: Touch;
  chassis: readonly Chassis[];
}

export interface TouchRead {
  place: string;
  material: TouchMaterial;
  celsius: number;
}

export interface TouchTold {
  room: number;
  /** The room it is also told for. */
  hotRoom: number;
  surfaces: (TouchRead & {
    name: string;
    limit: number;
    then: number;
    within: boolean;
    withinThen: boolean;
  })[];
  figures: { id: string; value: number; unit: string }[];
  answers: Record<string, string>;
}

/**
 * Surfaces against what the standard allows them, as read and in a hot room.
 * @param room it was read in, Celsius @throws RangeError when nothing was read, or a place is not one of the table
 */
export function touchTold(
  reads: readonly TouchRead[],
  room: number,
  places: readonly TouchPlace[],
  limits: TouchLimits,
  hotRoom = 35,
): TouchTold {
  if (reads.length === 0) throw new RangeError('touch: nothing was read');
  const surfaces = reads.map((read) => {
    const place = places.find(({ id }) => id === read.place);
    if (!place) throw new RangeError(`touch: there is no place "${read.place}"`);
    const limit = touchLimit(limits, place.touch, read.material);
    const then = Math.round(inRoom(read.celsius, room, hotRoom) * 10) / 10;
    return {
      ...read,
      name: place.name,
      limit,
      then,
      within: read.celsius <= limit,
      withinThen: then <= limit,
    };
  });
  return {
    room,
    hotRoom,
    surfaces,
    figures: surfaces.map(({ name, celsius }) => ({ id: name, value: celsius, unit: '°C' })),
    answers: {},
  };
}

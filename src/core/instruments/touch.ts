/** How a surface is touched: worn on the body, held, for seconds, in passing, or not at all. */
export const TOUCH = ['worn', 'held', 'short', 'brief', 'not needed'] as const;
export type Touch = (typeof TOUCH)[number];
export const TOUCH_MATERIALS = ['metal', 'glass', 'plastic', 'wood'] as const;
export type TouchMaterial = (typeof TOUCH_MATERIALS)[number];

/** The most a surface may have, Celsius: by how it is touched, metal, glass, plastic, wood. */
export type TouchLimits = Record<Touch, readonly [number, number, number, number]>;

export const touchLimit = (limits: TouchLimits, touch: Touch, material: TouchMaterial): number =>
  limits[touch][TOUCH_MATERIALS.indexOf(material)];

/** The same surface in another room: what it is over the room stays. */
export const inRoom = (celsius: number, room: number, other: number): number => celsius - room + other;

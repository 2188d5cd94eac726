/** What is touched, by how long. IEC 62368-1 Table 38, TS1, from memory: defer to the current edition. */
export const TOUCH = ['worn', 'held', 'short', 'brief', 'not needed'] as const;
export type Touch = (typeof TOUCH)[number];
export const TOUCH_MATERIALS = ['metal', 'glass', 'plastic', 'wood'] as const;
export type TouchMaterial = (typeof TOUCH_MATERIALS)[number];

/** Celsius at the room temperature the standard has: 25. */
const LIMITS: Record<Touch, readonly [number, number, number, number]> = {
  worn: [43, 43, 43, 43],
  held: [48, 48, 48, 48],
  short: [51, 56, 60, 60],
  brief: [60, 71, 77, 107],
  'not needed': [70, 85, 94, 140],
};

/** The most a surface may have. Celsius */
export const touchLimit = (touch: Touch, material: TouchMaterial): number =>
  LIMITS[touch][TOUCH_MATERIALS.indexOf(material)];

/** The same surface in another room: what it is over the room stays. */
export const inRoom = (celsius: number, room: number, other: number): number => celsius - room + other;

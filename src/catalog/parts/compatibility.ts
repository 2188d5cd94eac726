import type { Chassis, PartClass } from '@/core/catalogue';
import type { Facts } from '@/core/parts/fields';

/** What nearly every machine of a kind takes, until it is told of the model or of the unit. Common practice. */
export const usualTakes: Record<Chassis, Facts> = {
  desktop: { memoryForm: 'DIMM', bay1: '3.5-sata', cardHeight: 'full', cardWatts: 75 },
  small: { memoryForm: 'DIMM', bay1: '3.5-sata', cardHeight: 'low', cardWatts: 75 },
  aio: { memoryForm: 'SO-DIMM' },
  laptop: { memoryForm: 'SO-DIMM' },
};

/** What a machine draws besides its processor and a card, watts. Shop estimate. */
export const REST_WATTS = 45;

/** Kinds of machine that take no part of a class, whatever it is. Common practice. */
export const neverIn: Partial<Record<PartClass, readonly Chassis[]>> = {
  supply: ['laptop'],
  battery: ['desktop', 'small', 'aio'],
  panel: ['desktop', 'small'],
  card: ['laptop', 'aio'],
  charger: ['desktop'],
};

/**
 * Classes of places a part of a class goes into, where that is more than its own: a disk sits in the bay of an optical
 * drive too, in a frame. Common practice.
 */
export const spotClasses: Partial<Record<string, readonly PartClass[]>> = { drive: ['drive', 'optical'] };

/** P(a part fits) for each thing about it or its place that nobody knows. Shop estimate. */
export const UNKNOWN_FITS = 0.8;

/** Taking a part out takes this share of putting one in. Shop estimate. */
export const OUT_SHARE = 0.5;

/** Attended minutes of putting a part in, the machine open. Shop estimate. */
export const fittingMinutes: Partial<Record<PartClass, number>> = {
  memory: 2,
  drive: 9,
  battery: 3,
  processor: 14,
  card: 5,
  supply: 12,
  panel: 20,
  keyboard: 15,
  fan: 12,
  wireless: 4,
  charger: 0.5,
};

/**
 * A card is of use from these figures of the processor on, by what it is good for: 2 films, 3 light games. Shop
 * estimate.
 */
export const cardNeeds: Readonly<Record<number, { threads: number; level: number }>> = {
  2: { threads: 2, level: 1 },
  3: { threads: 4, level: 2 },
};

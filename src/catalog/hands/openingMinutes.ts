import { CHASSIS, type BenchMinutes, type Chassis } from '@/core/catalogue';
import type { OpeningMinutes } from '@/core/minutes/opening';

/** Attended minutes to set up and to put back, by chassis: shop estimate. */
export const benchMinutes: BenchMinutes = {
  desktop: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 1, unset: 1 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 9, unset: 10 },
  },
  small: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 1.5, unset: 1.5 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 10, unset: 12 },
  },
  aio: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 6, unset: 7 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 12, unset: 14 },
  },
  laptop: {
    plugged: { set: 0.3, unset: 0.1 },
    caseOpen: { set: 4, unset: 4 },
    batteryOut: { set: 0.7, unset: 0.7 },
    boardOut: { set: 12, unset: 15 },
  },
};

/** To strip further once the case is open, and to put back: shop estimate. */
const strip: Record<Chassis, OpeningMinutes['strip']> = {
  laptop: { fan: 4, keys: 16 },
  desktop: { fan: 3, keys: 0 },
  small: { fan: 3, keys: 0 },
  aio: { fan: 4, keys: 0 },
};

/** Everything opening a machine takes, by chassis. */
export const openingMinutes = Object.fromEntries(
  CHASSIS.map((chassis) => [chassis, { bench: benchMinutes[chassis], strip: strip[chassis] }]),
) as Record<Chassis, OpeningMinutes>;

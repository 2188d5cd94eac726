import type { Chassis, PartClass } from '@/core/catalogue';
import type { PriceTable } from '@/core/price/table';

/** Shop estimates for a small harbour-town workshop, in hundredths of a crown. */
export const priceTable: PriceTable = {
  version: '2026.11',
  source: 'shop estimate',
  base: {
    desktop: [900, 2200, 3600, 6800, 9500],
    small: [1000, 2400, 4000, 7600, 10500],
    aio: [1500, 3500, 6500, 11000, 14500],
    laptop: [1200, 3200, 6400, 11500, 15500],
  },
  memoryPerGb: 160,
  memoryCapGb: 32,
  drive: { none: 0, disk: 500, solid: 1100, solidPerGb: 5 },
  grade: { A: 1, B: 0.86, C: 0.7, D: 0.45 },
  battery: [{ from: 0.8, factor: 1.06 }, { from: 0.6, factor: 1 }, { from: 0.4, factor: 0.9 }, { from: 0, factor: 0.82 }],
  batteryMissing: 0.78,
  spread: { known: 0.1, eachUnknown: 0.06 },
};

/** What used parts fetch or save the shop, by chassis. Shop estimate. */
export const partValues: Record<Chassis, Partial<Record<PartClass, number>>> = {
  desktop: { memory: 500, drive: 500, processor: 400, supply: 300, board: 600, fan: 60, optical: 80 },
  small: { memory: 500, drive: 500, processor: 400, supply: 300, board: 700, fan: 80 },
  aio: { memory: 450, drive: 500, panel: 1200, supply: 500, board: 700, fan: 80, wireless: 100 },
  laptop: { memory: 450, drive: 500, panel: 1300, battery: 700, board: 900, keyboard: 300, charger: 450, fan: 100, wireless: 120 },
};

/** Attended minutes: to finish a sound machine (clean, prove, grade, list), to list one as found, to harvest one. Shop estimate. */
export const workMinutes: Record<Chassis, { finish: number; asFound: number; harvest: number; verify: number }> = {
  desktop: { finish: 30, asFound: 9, harvest: 16, verify: 4 },
  small: { finish: 28, asFound: 9, harvest: 18, verify: 4 },
  aio: { finish: 38, asFound: 11, harvest: 32, verify: 4 },
  laptop: { finish: 38, asFound: 10, harvest: 28, verify: 4 },
};

/** An untested machine sold as found fetches this share of the sound price. Shop estimate. */
export const AS_FOUND_SHARE = 0.55;
/** Scrap value less fees, by chassis. Shop estimate. */
export const recycleMinor: Record<Chassis, number> = { desktop: 40, small: 10, aio: -150, laptop: -60 };

import type { Chassis, PartClass } from '@/core/catalogue';
import type { EndingMinutes } from '@/core/house/tables';
import type { PartRates } from '@/core/price/parts';
import type { PriceTable } from '@/core/price/table';

/** Shop estimates for a small harbour-town workshop, in hundredths of a crown. */
export const priceTable: PriceTable = {
  version: '2026.11',
  source: 'shop estimate',
  base: {
    desktop: [1400, 3400, 5600, 9800, 13500],
    small: [1500, 3800, 6200, 10800, 14800],
    aio: [2200, 5200, 9500, 15500, 20000],
    laptop: [1800, 4800, 9500, 16500, 22000],
  },
  levelShare: {
    desktop: [0.1, 0.25, 0.35, 0.2, 0.1],
    small: [0.05, 0.2, 0.4, 0.25, 0.1],
    aio: [0.1, 0.25, 0.4, 0.2, 0.05],
    laptop: [0.1, 0.25, 0.35, 0.2, 0.1],
  },
  within: {
    threads: [2, 2, 4, 4, 8],
    year: [2005, 2009, 2012, 2016, 2021],
    graphics: ['none', 'none', 'office', 'films', 'films'],
    perDoubling: 0.1,
    perYear: 0.02,
    least: 0.7,
    most: 1.3,
  },
  memoryPerGb: 160,
  memoryCapGb: 32,
  memoryByLevel: [0.4, 0.7, 1, 1.2, 1.4],
  drive: { none: 0, disk: 400, solid: 1100, solidPerGb: 5 },
  diskPer100Gb: 20,
  driveFactor: { none: 0.76, disk: 0.8, solid: 1 },
  card: { none: 0, office: 100, films: 500, 'light games': 1800 },
  grade: { A: 1, B: 0.86, C: 0.7, D: 0.45 },
  battery: [
    { from: 0.8, factor: 1.06 },
    { from: 0.6, factor: 1 },
    { from: 0.4, factor: 0.9 },
    { from: 0, factor: 0.82 },
  ],
  batteryMissing: 0.78,
  spread: { known: 0.1, eachUnknown: 0.06 },
};

/** What used parts fetch or save the shop, by chassis. Shop estimate. */
export const partValues: Record<Chassis, Partial<Record<PartClass, number>>> = {
  desktop: { memory: 350, drive: 350, processor: 250, supply: 200, board: 400, fan: 40, optical: 50 },
  small: { memory: 350, drive: 350, processor: 250, supply: 200, board: 450, fan: 50 },
  aio: { memory: 350, drive: 350, panel: 900, supply: 350, board: 500, fan: 60, wireless: 80 },
  laptop: {
    memory: 350,
    drive: 350,
    panel: 900,
    battery: 500,
    board: 600,
    keyboard: 200,
    charger: 350,
    fan: 60,
    wireless: 80,
  },
};

/** What they are worth where it is known what they are. Shop estimate. */
export const partRates: PartRates = {
  memoryPerGb: [25, 50, 90, 120, 160],
  drive: { disk: 100, diskPer100Gb: 40, solid: 350, solidPer100Gb: 220 },
  processor: [40, 120, 300, 1100, 2200],
  battery: { from: 0.6, full: 800 },
};

/**
 * Attended minutes: to finish a sound machine (clean, prove, grade, list), to list one as found, to harvest
 * one. Shop estimate.
 */
export const endingMinutes: Record<Chassis, EndingMinutes> = {
  desktop: { finish: 30, asFound: 9, harvest: 16, verify: 4 },
  small: { finish: 28, asFound: 9, harvest: 18, verify: 4 },
  aio: { finish: 38, asFound: 11, harvest: 32, verify: 4 },
  laptop: { finish: 38, asFound: 10, harvest: 28, verify: 4 },
};

/** An untested machine sold as found fetches this share of the sound price. Shop estimate. */
export const AS_FOUND_SHARE = 0.45;
/** All parts of a machine together never count for more than this share of what an equal one brings. Shop estimate. */
export const MOST_OF_A_WHOLE = 0.5;
/** Scrap value less fees, by chassis. Shop estimate. */
export const recycleMinor: Record<Chassis, number> = { desktop: 40, small: 10, aio: -150, laptop: -60 };

/**
 * Packing a machine and sending it out. None where machines are fetched at the shop, as in the demo's. Shop
 * estimate.
 */
export const outwardMinor: Record<Chassis, number> = { desktop: 0, small: 0, aio: 0, laptop: 0 };

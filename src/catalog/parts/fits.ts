import type { FitRules } from '@/core/parts/fits';

/** By which a part is judged to fit. */
export const fitRules: FitRules = {
  // common practice
  voltsOff: 0.05,
  // common practice
  loaded: 0.8,
  // PCI Express CEM: an x16 graphics slot, a 6-pin and an 8-pin plug; from memory
  slotWatts: 75,
  sixPinWatts: 75,
  eightPinWatts: 150,
  // shop estimate
  diagonalOffInch: 0.05,
  spacerFromMm: 0.5,
};

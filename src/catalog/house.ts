import type { HouseTables } from '@/core/house/tables';
import {
  AS_FOUND_SHARE,
  endingMinutes,
  partRates,
  outwardMinor,
  partValues,
  priceTable,
  recycleMinor,
} from './worth/prices';
import { processors } from './machine/processors';
import { rubric } from './worth/rubric';
import { selling } from './worth/selling';
import { setUpSteps, systemRows, useRules } from './worth/uses';
import { stations, workSteps } from './hands/work';

/** The tables the program ships with: shop estimates for a small workshop, until the owner's own stand. */
export const shippedHouse: HouseTables = {
  prices: priceTable,
  asFoundShare: AS_FOUND_SHARE,
  parts: partValues,
  partsBy: partRates,
  recycle: recycleMinor,
  minutes: endingMinutes,
  rubric,
  processors,
  uses: useRules,
  systems: systemRows,
  setUp: setUpSteps,
  outward: outwardMinor,
  selling,
  work: workSteps,
  stations,
};

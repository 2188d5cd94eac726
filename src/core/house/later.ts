import { CHASSIS } from '../catalogue';
import type { HouseTables } from './tables';

const added = <T extends { id: string }>(own: readonly T[], shipped: readonly T[]): T[] => [
  ...own,
  ...shipped.filter(({ id }) => !own.some((mine) => mine.id === id)),
];

/** Tables an earlier edition kept, with the numbers it did not have yet as shipped; nothing else is touched. */
export function filledUp(own: HouseTables, shipped: HouseTables): HouseTables {
  return {
    ...own,
    prices: { ...shipped.prices, ...own.prices },
    rubric: {
      ...own.rubric,
      heatMargin: own.rubric.heatMargin ?? shipped.rubric.heatMargin,
      behaviour: own.rubric.behaviour ?? shipped.rubric.behaviour,
      clockLost: own.rubric.clockLost ?? shipped.rubric.clockLost,
      clockKept: own.rubric.clockKept ?? shipped.rubric.clockKept,
      baseKept: own.rubric.baseKept ?? shipped.rubric.baseKept,
      clockHeld: own.rubric.clockHeld ?? shipped.rubric.clockHeld,
    },
    partsBy: own.partsBy ?? shipped.partsBy,
    processors: own.processors ?? shipped.processors,
    uses: own.uses ?? shipped.uses,
    systems: own.systems ?? shipped.systems,
    setUp: own.setUp ?? shipped.setUp,
    outward: own.outward ?? shipped.outward,
    selling: own.selling ?? shipped.selling,
  };
}

/** An owner's tables with what a later edition of the program has gained: new work, tests, marks, surfaces. */
export function withGained(own: HouseTables, shipped: HouseTables): HouseTables {
  return {
    ...filledUp(own, shipped),
    work: added(own.work, shipped.work),
    stations: [...new Set([...own.stations, ...shipped.stations])],
    rubric: {
      ...filledUp(own, shipped).rubric,
      defects: added(own.rubric.defects, shipped.rubric.defects),
      tests: added(own.rubric.tests, shipped.rubric.tests),
      surfaces: Object.fromEntries(
        CHASSIS.map((chassis) => [
          chassis,
          added(own.rubric.surfaces[chassis], shipped.rubric.surfaces[chassis]),
        ]),
      ) as HouseTables['rubric']['surfaces'],
    },
  };
}

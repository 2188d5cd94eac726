import { donorPlaces, donorShares, OTHER_MINUTES } from '@/catalog/donor';
import { levelChances } from '@/catalog/prices';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import type { GraphicsClass } from '@/core/machine/names';
import { donorSheet, type DonorSheet } from '@/core/parts/donor';
import { partWorth } from '@/core/price/parts';
import type { Grade, TablePrice } from '@/core/price/table';
import { tablePrice } from '@/core/price/table';
import type { PriceClass, UnitWorth } from '@/core/steps/problem';
import type { DerivedRecord } from '@/core/record';
import type { Specification } from '@/core/record/specification';
import { keptOf } from '@/core/ledger/entry';

/**
 * Price of the unit once sound: a machine is sold with a drive and a system, so a missing drive is priced as
 * the part it needs.
 */
export function priceOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  grade: Grade | null,
  sound: boolean,
  /** Processor level taken in place of what is known. */
  level: number | null = spec.number('processorLevel'),
  /** Health of the battery taken in place of what is known, 0..1. */
  battery: number | null = spec.number('batteryHealth'),
): TablePrice {
  const noBattery = spec.text('battery') === 'none';
  const kind = spec.text('driveKind') as 'none' | 'disk' | 'solid' | null;
  return tablePrice(house.prices, {
    chassis,
    level,
    memoryGb: spec.number('memoryGb'),
    driveKind: sound && kind === 'none' ? 'solid' : kind,
    driveGb: sound && kind === 'none' ? 120 : spec.number('driveGb'),
    batteryHealth: battery,
    batteryMissing: noBattery && !sound,
    card: spec.text('cardFor') as GraphicsClass | null,
    grade,
  });
}

/** What the machine may turn out to be, while its processor has not been read; nothing once it has. */
export function classesOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  grade: Grade | null,
): { classes?: PriceClass[] } {
  const level = spec.best('processorLevel');
  if (level && level.basis !== 'claimed') return {};
  return {
    classes: levelChances[chassis].map((chance, own) => ({
      name: `processor level ${own}`,
      chance,
      soundMinor: priceOf(house, chassis, spec, grade, true, own).minor,
    })),
  };
}

/** What each part of the machine is worth by the house, minor units. */
export function partWorths(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
): Partial<Record<PartClass, number>> {
  return Object.fromEntries(
    Object.entries(house.parts[chassis]).map(([part, usual]) => [
      part,
      partWorth(house.partsBy, part as PartClass, usual!, {
        level: spec.number('processorLevel'),
        memoryGb: spec.number('memoryGb'),
        driveKind: spec.text('driveKind'),
        driveGb: spec.number('driveGb'),
        driveFailing: spec.text('driveHealth')?.startsWith('failing') ?? false,
        batteryHealth: spec.number('batteryHealth'),
      }),
    ]),
  );
}

/** Taking the machine apart, place by place, in the order of what a minute of it brings. */
export function harvestOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  { feeBasisPoints, ratePerHourMinor }: { feeBasisPoints: number; ratePerHourMinor: number },
  { gone = [], seenPlaces = {} }: Partial<Pick<DerivedRecord, 'gone' | 'seenPlaces'>>,
  good?: (partClass: PartClass) => number,
): DonorSheet {
  const without = [...gone];
  if (spec.text('driveKind') === 'none') without.push('drive');
  if (spec.text('battery') === 'none') without.push('battery');
  return donorSheet({
    places: donorPlaces[chassis],
    states: seenPlaces,
    gone: without,
    worthOf: partWorths(house, chassis, spec),
    shares: donorShares,
    minutes: house.minutes[chassis].harvest,
    otherMinutes: OTHER_MINUTES,
    keep: keptOf(feeBasisPoints),
    perMinute: ratePerHourMinor / 60,
    good,
  });
}

export function worthOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  price: TablePrice,
  { feeBasisPoints, ratePerHourMinor }: { feeBasisPoints: number; ratePerHourMinor: number },
  /** Classes of parts taken out and not replaced, and how its places were seen. */
  seen: Partial<Pick<DerivedRecord, 'gone' | 'seenPlaces'>> = {},
): UnitWorth & { verifyMinutes: number } {
  const minutes = house.minutes[chassis];
  const harvest = harvestOf(house, chassis, spec, { feeBasisPoints, ratePerHourMinor }, seen);
  const taken = new Set(harvest.picks.slice(0, harvest.worth).flatMap(({ places }) => places));
  return {
    soundMinor: price.minor,
    feeShare: 1 - keptOf(feeBasisPoints),
    finishMinutes: minutes.finish,
    asFoundShare: house.asFoundShare,
    asFoundMinutes: minutes.asFound,
    // what is worth its minutes is taken, and the rest left
    parts: harvest.lines.flatMap(({ id, class: part, worthMinor }) =>
      part !== null && worthMinor > 0 && taken.has(id) ? [{ class: part, minor: worthMinor }] : [],
    ),
    harvestMinutes: harvest.minutes,
    outwardMinor: house.outward[chassis],
    recycleMinor: house.recycle[chassis],
    verifyMinutes: minutes.verify,
  };
}

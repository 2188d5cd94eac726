import { donorPlaces, donorShares, OTHER_MINUTES } from '@/catalog/parts/donor';
import { MOST_OF_A_WHOLE } from '@/catalog/worth/prices';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import type { GraphicsClass } from '@/core/machine/names';
import { donorSheet, type DonorSheet } from '@/core/parts/donor';
import { cappedParts } from '@/core/price/parts';
import type { Grade, Price, PriceModel, PriceSpec } from '@/core/price/model';
import type { PriceClass, UnitWorth } from '@/core/steps/problem';
import type { DerivedRecord } from '@/core/record';
import type { Specification } from '@/core/record/specification';
import { keptOf } from '@/core/ledger/entry';
import { loosePartWorth, priceModelOf } from '../learnt/model';

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
): Price {
  return priceModel(house).price(priceSpec(chassis, spec, grade, sound, level, battery));
}

/** What decides about its price, of what is known of a machine. `sound`: with what it lacks put in. */
export function priceSpec(
  chassis: Chassis,
  spec: Specification,
  grade: Grade | null,
  sound: boolean,
  level: number | null,
  battery: number | null,
): PriceSpec {
  const noBattery = spec.text('battery') === 'none';
  const kind = spec.text('driveKind') as 'none' | 'disk' | 'solid' | null;
  return {
    chassis,
    level,
    threads: spec.number('processorThreads'),
    year: spec.number('processorYear'),
    ownGraphics: spec.text('processorGraphics') as GraphicsClass | null,
    memoryGb: spec.number('memoryGb'),
    driveKind: sound && kind === 'none' ? 'solid' : kind,
    driveGb: sound && kind === 'none' ? 120 : spec.number('driveGb'),
    moreDrivesGb: spec.number('moreDrives'),
    batteryHealth: battery,
    batteryMissing: noBattery && !sound,
    card: spec.text('cardFor') as GraphicsClass | null,
    grade,
  };
}

/** The model of prices the shop reckons with. */
export const priceModel = (house: Pick<HouseTables, 'prices'>): PriceModel => priceModelOf(house.prices);

/** What a machine is, as it stands. */
export const specAsItIs = (
  unit: { chassis: Chassis; grade: string | null },
  spec: Specification,
): PriceSpec =>
  priceSpec(
    unit.chassis,
    spec,
    unit.grade as Grade | null,
    false,
    spec.number('processorLevel'),
    spec.number('batteryHealth'),
  );

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
    classes: house.prices.levelShare[chassis].map((chance, own) => ({
      name: `processor level ${own}`,
      chance,
      soundMinor: priceOf(house, chassis, spec, grade, true, own).minor,
    })),
  };
}

/**
 * What each part of the machine is worth by the house, minor units: never more than it adds to the machine, where the
 * price tells that, and all of them never more than half of what an equal machine brings.
 */
export function partWorths(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
): Partial<Record<PartClass, number>> {
  const model = priceModel(house);
  const whole = priceSpec(
    chassis,
    spec,
    null,
    false,
    spec.number('processorLevel'),
    spec.number('batteryHealth'),
  );
  const complete = model.price(whole).minor;
  const adds: Partial<Record<PartClass, number>> = {
    ...(whole.memoryGb !== null && { memory: complete - model.price({ ...whole, memoryGb: 0 }).minor }),
    ...(whole.driveKind !== null && { drive: complete - model.price({ ...whole, driveKind: 'none' }).minor }),
    ...(whole.batteryHealth !== null && {
      battery: complete - model.price({ ...whole, batteryHealth: null, batteryMissing: true }).minor,
    }),
  };
  const each = Object.entries(house.parts[chassis]).map(([part, usual]): [PartClass, number] => {
    const own = loosePartWorth(house.partsBy, part as PartClass, usual!, {
      level: spec.number('processorLevel'),
      memoryGb: spec.number('memoryGb'),
      driveKind: spec.text('driveKind'),
      driveGb: spec.number('driveGb'),
      driveFailing: spec.text('driveHealth')?.startsWith('failing') ?? false,
      batteryHealth: spec.number('batteryHealth'),
    });
    return [part as PartClass, Math.min(own, Math.max(0, adds[part as PartClass] ?? Infinity))];
  });
  return cappedParts(
    Object.fromEntries(each),
    priceOf(house, chassis, spec, null, true).minor,
    MOST_OF_A_WHOLE,
  );
}

/** Taking the machine apart, place by place, in the order of what a minute of it brings. */
export function harvestOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  { feeBasisPoints, ratePerHourMinor }: { feeBasisPoints: number; ratePerHourMinor: number },
  { gone = [], seenPlaces = {}, bench }: Partial<Pick<DerivedRecord, 'gone' | 'seenPlaces' | 'bench'>>,
  good?: (partClass: PartClass) => number,
): DonorSheet {
  const without = [...gone];
  if (spec.text('driveKind') === 'none') without.push('drive');
  if (spec.text('battery') === 'none') without.push('battery');
  return donorSheet({
    places: donorPlaces[chassis],
    states: seenPlaces,
    opened: bench?.caseOpen,
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
  price: Pick<Price, 'minor' | 'lowMinor' | 'highMinor'>,
  { feeBasisPoints, ratePerHourMinor }: { feeBasisPoints: number; ratePerHourMinor: number },
  /** Classes of parts taken out and not replaced, how its places were seen, and how it lies. */
  seen: Partial<Pick<DerivedRecord, 'gone' | 'seenPlaces' | 'bench'>> = {},
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

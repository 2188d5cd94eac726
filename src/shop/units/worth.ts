import { levelChances } from '@/catalog/prices';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import { partWorth } from '@/core/price/parts';
import type { Grade, TablePrice } from '@/core/price/table';
import { tablePrice } from '@/core/price/table';
import type { PriceClass, UnitWorth } from '@/core/steps/problem';
import type { Specification } from '@/core/record/specification';

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
): TablePrice {
  const battery = spec.number('batteryHealth');
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

export function worthOf(
  house: HouseTables,
  chassis: Chassis,
  spec: Specification,
  price: TablePrice,
  feeBasisPoints: number,
  /** Classes of parts that were taken out and not replaced. */
  taken: readonly string[] = [],
): UnitWorth & { verifyMinutes: number } {
  const minutes = house.minutes[chassis];
  const gone = new Set<string>(taken);
  if (spec.text('driveKind') === 'none') gone.add('drive');
  if (spec.text('battery') === 'none') gone.add('battery');
  return {
    soundMinor: price.minor,
    feeShare: feeBasisPoints / 10_000,
    finishMinutes: minutes.finish,
    asFoundShare: house.asFoundShare,
    asFoundMinutes: minutes.asFound,
    parts: Object.entries(house.parts[chassis])
      .filter(([part]) => !gone.has(part))
      .map(([part, usual]) => ({
        class: part as PartClass,
        minor: partWorth(house.partsBy, part as PartClass, usual!, {
          level: spec.number('processorLevel'),
          memoryGb: spec.number('memoryGb'),
          driveKind: spec.text('driveKind'),
          driveGb: spec.number('driveGb'),
          driveFailing: spec.text('driveHealth')?.startsWith('failing') ?? false,
          batteryHealth: spec.number('batteryHealth'),
        }),
      })),
    harvestMinutes: minutes.harvest,
    recycleMinor: house.recycle[chassis],
    verifyMinutes: minutes.verify,
  };
}

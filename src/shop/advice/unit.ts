import { catalogue } from '@/catalog';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import type { PartClass } from '@/core/catalogue';
import { openingOf, type Lying } from '@/core/minutes/opening';
import type { Grade } from '@/core/price/model';
import type { DerivedRecord } from '@/core/record';
import { keptOf } from '@/core/ledger/entry';
import { type units, type shop } from '@/db/schema';
import type { houseNow } from '../house/tables';
import { harvestOf } from '../units/worth';
import { fittingTimes } from '../rules/times';
import { neverTakes, type MachineNow } from '../parts/machine';
import { upgradeState, upgradesFor, type Offered } from './upgrades';
import { type BinFit } from './fit';
import { type wantsOf } from './wanted';

export type Unit = typeof units.$inferSelect;
export type Rules = Pick<typeof shop.$inferSelect, 'ratePerHourMinor' | 'feeBasisPoints'> &
  Partial<Pick<typeof shop.$inferSelect, 'handMinutes'>>;
type House = Awaited<ReturnType<typeof houseNow>>['tables'];

/** What is worth putting in, and what stays out with the reason. */
export function upgradesOfUnit(
  unit: Pick<Unit, 'chassis' | 'grade'>,
  record: Pick<DerivedRecord, 'specification' | 'inside' | keyof Lying>,
  { machine }: Pick<MachineNow, 'machine'>,
  house: House,
  rules: Rules,
  offered: readonly Offered[],
) {
  const keep = keptOf(rules.feeBasisPoints);
  const { specification, inside } = record;
  const state = upgradeState(house, unit.chassis, specification, inside, keep);
  const advice = upgradesFor({
    house,
    feeBasisPoints: rules.feeBasisPoints,
    ratePerHourMinor: rules.ratePerHourMinor,
    chassis: unit.chassis,
    grade: unit.grade as Grade | null,
    state,
    batteryMissing: specification.text('battery') === 'none',
    machine,
    minutes: fittingTimes(rules.handMinutes ?? {}),
    openMinutes: openingOf([{ bench: { caseOpen: true } }], record, openingMinutes[unit.chassis]),
    offered,
  });
  return { ...advice, state };
}

/** What lies in the bin and what was offered for a unit, as the adviser weighs it. */
export function offeredFor(
  chassis: Unit['chassis'],
  bin: readonly BinFit[],
  wanted: Awaited<ReturnType<typeof wantsOf>>,
): Offered[] {
  return [
    ...bin
      .filter(({ part }) => !part.benchOnly && !neverTakes(part.class, chassis))
      .map(({ part }): Offered => ({
        id: part.id,
        from: 'bin',
        class: part.class,
        name: part.name,
        isNew: part.condition === 'new',
        attributes: part.attributes,
        // used here it cannot be sold or used elsewhere
        costMinor: Math.max(part.worthMinor, part.costMinor),
      })),
    ...wanted
      .filter((want) => want.priceMinor !== null && (want.state === 'quoted' || want.state === 'ordered'))
      .map((want): Offered => ({
        id: want.id,
        from: 'quote',
        class: want.class,
        name: want.name,
        isNew: want.condition === 'new',
        attributes: want.attributes,
        costMinor: want.priceMinor!,
      })),
  ];
}

/** Taking a unit apart, with what belief says of each part. */
export function harvestOfUnit(
  unit: Pick<Unit, 'chassis' | 'evaluation'>,
  record: Pick<DerivedRecord, 'specification' | 'gone' | 'seenPlaces'>,
  house: House,
  rules: Rules,
) {
  const chances = unit.evaluation?.chances ?? {};
  const good = (partClass: PartClass) =>
    catalogue.causes.reduce(
      (left, cause) => (cause.ruins?.includes(partClass) ? left * (1 - (chances[cause.id] ?? 0)) : left),
      1,
    );
  return harvestOf(house, unit.chassis, record.specification, rules, record, good);
}

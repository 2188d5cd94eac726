import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { catalogue, repairById } from '@/catalog';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { wayEnds, WEIGHED_FROM } from '@/catalog/worth/ways';
import { appliesTo } from '@/core/belief/model';
import type { PartClass } from '@/core/catalogue';
import { compareWays, type WayCost } from '@/core/parts/ways';
import { openingOf, type Lying } from '@/core/minutes/opening';
import type { Fit } from '@/core/parts/fits';
import type { Grade } from '@/core/price/model';
import type { DerivedRecord } from '@/core/record';
import { keptOf } from '@/core/ledger/entry';
import { database } from '@/db/client';
import { components, units, wants, type shop } from '@/db/schema';
import type { houseNow } from '../house/tables';
import { harvestOf } from '../units/worth';
import { fittingTimes } from '../rules/times';
import { freeFor } from '../parts/bin';
import { fitOf, machinesNow, neverTakes, type MachineNow } from '../parts/machine';
import { recordsNow } from '../record/queries';
import { fitRecord, OPEN_WANTS } from '../parts/quotes';
import { upgradeState, upgradesFor, type Offered } from './upgrades';

type Unit = typeof units.$inferSelect;
type Rules = Pick<typeof shop.$inferSelect, 'ratePerHourMinor' | 'feeBasisPoints'> &
  Partial<Pick<typeof shop.$inferSelect, 'handMinutes'>>;
type House = Awaited<ReturnType<typeof houseNow>>['tables'];

/** Open machines a part is held against: those most worth working on. */
const MOST_SERVED = 60;

export interface BinFit {
  part: typeof components.$inferSelect;
  fit: Fit;
}
const WEIGHT = { fits: 0, 'with care': 1, no: 2 } as const;
/** What surely goes in first, then what has least to be watched. */
const surerFirst = (a: { fit: Fit }, b: { fit: Fit }) =>
  WEIGHT[a.fit.answer] - WEIGHT[b.fit.answer] || a.fit.reasons.length - b.fit.reasons.length;

/** The bin from the machine's side: every part with whether it goes in, what goes in first. */
export async function binFor(
  unit: Pick<Unit, 'id'>,
  machine: MachineNow,
  partClass?: string,
): Promise<BinFit[]> {
  const rows = await database()
    .select()
    .from(components)
    .where(
      and(
        eq(components.place, 'bin'),
        freeFor(unit.id),
        partClass ? eq(components.class, partClass) : undefined,
      ),
    )
    .orderBy(asc(components.class), asc(components.costMinor), asc(components.code));
  return rows.map((part) => ({ part, fit: fitOf(part, machine.machine) })).sort(surerFirst);
}

/** Parts wanted for a unit, newest first; what is done with comes last. */
export async function wantsOf(unitId: string) {
  return database()
    .select()
    .from(wants)
    .where(eq(wants.unitId, unitId))
    .orderBy(sql`${wants.state} in ('fitted', 'sent back', 'dropped')`, desc(wants.at));
}

/** Parts wanted over all units, what was ordered longest ago first. */
export async function wantedEverywhere() {
  return database()
    .select({
      want: wants,
      tag: units.tag,
      name: sql<string>`trim(${units.maker} || ' ' || ${units.model})`,
      stage: units.stage,
      waitsSince: units.stageSince,
      partCode: components.code,
    })
    .from(wants)
    .innerJoin(units, eq(units.id, wants.unitId))
    .leftJoin(components, eq(components.id, wants.componentId))
    .where(inArray(wants.state, [...OPEN_WANTS]))
    .orderBy(
      sql`array_position(array['arrived', 'accepted', 'ordered', 'quoted', 'wanted'], ${wants.state})`,
      asc(wants.dueOn),
      asc(wants.at),
    )
    .limit(500);
}

/** Open machines a part goes into, those it surely fits first. All are read together. */
export async function servedBy(
  part: typeof components.$inferSelect,
  limit = 40,
): Promise<{ unit: Unit; fit: Fit }[]> {
  const open = await database()
    .select()
    .from(units)
    .where(sql`${units.stage} not in ('sold', 'gone', 'quarantine', 'shelf')`)
    .orderBy(sql`${units.rankScore} desc`)
    .limit(MOST_SERVED);
  const records = await recordsNow(database(), open);
  const machines = await machinesNow(
    database(),
    open.map((unit) => ({ unit, record: records.get(unit.id)!.record })),
  );
  const all = open.flatMap((unit, n): { unit: Unit; fit: Fit }[] => {
    const fit = fitOf(part, machines[n].machine);
    return fit.answer === 'no' ? [] : [{ unit, fit }];
  });
  return all.sort(surerFirst).slice(0, limit);
}

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

export interface EndView {
  id: string;
  name: string;
  ways: WayCost[];
}

/** Ends a unit is likely to need that are reached in more than one way, each at the shop's rates. */
export async function waysFor(
  unit: Pick<Unit, 'chassis' | 'evaluation' | 'priceMinor'>,
  rules: Rules,
  wanted: Awaited<ReturnType<typeof wantsOf>>,
): Promise<EndView[]> {
  const chances = unit.evaluation?.chances ?? {};
  const chance = await fitRecord(database());
  const price = Math.round(unit.priceMinor * keptOf(rules.feeBasisPoints));
  return wayEnds
    .filter(({ causes }) => causes.some((cause) => (chances[cause] ?? 0) >= WEIGHED_FROM))
    .map(({ id, name, ways }) => ({
      id,
      name,
      ways: compareWays(
        ways.flatMap((way) => {
          const repair = repairById(way.repair);
          if (!repair || !appliesTo(repair, unit.chassis)) return [];
          const offers = wanted
            .filter(
              (want) =>
                want.class === way.part?.class &&
                want.condition === way.part.condition &&
                want.priceMinor !== null &&
                OPEN_WANTS.some((state) => state === want.state),
            )
            .map(({ priceMinor }) => priceMinor!);
          const used = way.part?.condition === 'used';
          return [
            {
              id: `${way.repair}-${way.part?.condition ?? 'none'}`,
              name: way.name,
              minutes: repair.minutes,
              partMinor: way.part ? Math.min(...(offers.length ? offers : [way.part.usualMinor])) : 0,
              poorChance: way.poorChance,
              poorShare: way.poorShare,
              wrongChance: used ? 1 - chance(way.part!.class, 'used') : 0,
              wrongMinutes: way.wrongMinutes,
            },
          ];
        }),
        price,
        rules.ratePerHourMinor,
      ),
    }))
    .filter(({ ways }) => ways.length > 1);
}

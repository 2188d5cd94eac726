import { and, eq, inArray } from 'drizzle-orm';
import { spotClasses } from '@/catalog/parts/compatibility';
import { PART_CLASSES, type Chassis, type PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import type { Specification } from '@/core/record/specification';
import type { Place } from '@/core/record/places/machine';
import { database } from '@/db/client';
import { wants } from '@/db/schema';
import {
  partView,
  whyWords,
  type FitView,
  type PartsOffered,
  type PartView,
  type WantView,
} from '@/words/parts/view';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { partsIn, unitByTag } from '../units/queries';
import { partWorths } from '../units/worth';
import { factsOfPart } from '@/core/parts/facts';
import { fitOf, machineNow, type MachineNow } from '../parts/machine';
import { TO_COME } from '../parts/wants';
import { wantedEverywhere, wantsOf } from './wanted';
import { binFor } from './fit';
import { type BinFit } from './fit';

export const fitView = ({ part, fit }: BinFit): FitView => ({
  ...partView(part, factsOfPart(part)),
  answer: fit.answer,
  why: whyWords(fit.reasons),
});

/** Most parts offered at the end of a repair. */
const OFFERED = 24;

/**
 * Parts in a unit, each at what would be credited for it: what was charged for it, else what it was put down at,
 * else what the house reckons; memory by the gigabytes of its own module.
 */
export function insideViews(
  parts: Awaited<ReturnType<typeof partsIn>>,
  tables: HouseTables,
  chassis: Chassis,
  spec: Specification,
): PartView[] {
  const usual = partWorths(tables, chassis, spec);
  const all = spec.number('memoryGb');
  return parts.map((part) => {
    const facts = factsOfPart(part);
    const share = part.class === 'memory' && typeof facts.gb === 'number' && all ? facts.gb / all : 1;
    const reckoned = Math.round((usual[part.class as PartClass] ?? 0) * share);
    return { ...partView(part, facts), worthMinor: part.costMinor || part.worthMinor || reckoned };
  });
}

/** Places a part of a class goes into; none to choose from where there is one alone. */
function spotsFor(contents: readonly Place[], partClass: string): Place[] {
  const own = contents.filter((place) => (spotClasses[partClass] ?? [partClass]).includes(place.class));
  return own.length > 1 ? own : [];
}

/** Parts of a class that could come out of a unit, and those that could go in. */
export async function partsOffered(tag: string, partClass: string): Promise<PartsOffered> {
  if (!PART_CLASSES.some((name) => name === partClass))
    throw new ShopError('invalid', `There is no class of parts "${partClass.slice(0, 40)}".`);
  const found = await unitByTag(tag);
  if (!found) throw new ShopError('missing', `There is no unit ${tag.slice(0, 20)}.`);
  const { unit, record } = found;
  const machine = await machineNow(database(), unit, record);
  const [bin, inside, { tables }, offered] = await Promise.all([
    binFor(unit, machine, partClass),
    partsIn(unit.id),
    houseNow(database()),
    database()
      .select()
      .from(wants)
      .where(and(eq(wants.unitId, unit.id), eq(wants.class, partClass), inArray(wants.state, [...TO_COME]))),
  ]);
  const kept = bin.filter(({ part }) => part.keptFor === unit.id);
  const { specification } = record;
  return {
    // seen that there is none: nothing can come out
    empty:
      (partClass === 'drive' && specification.text('driveKind') === 'none') ||
      (partClass === 'battery' && specification.text('battery') === 'none') ||
      (partClass === 'memory' && specification.number('memoryGb') === 0),
    inside: insideViews(
      inside.filter((part) => part.class === partClass),
      tables,
      unit.chassis,
      specification,
    ),
    seenMinor: partWorths(tables, unit.chassis, specification)[partClass as PartClass] ?? 0,
    offers: offered.map(({ id, name, priceMinor, state }) => ({
      id,
      name,
      priceMinor: priceMinor ?? 0,
      state,
    })),
    spots: spotsFor(record.contents, partClass).map(({ id, name, holds, part }) => ({
      id,
      name,
      holds: part ? part.code : holds === 'nothing' ? 'empty' : '',
    })),
    // what was ordered for it comes first
    bin: [...kept, ...bin.filter((each) => !kept.includes(each))].slice(0, OFFERED).map(fitView),
  };
}

type Wanted = Awaited<ReturnType<typeof wantedEverywhere>>[number];

const wantView = (
  want: Wanted['want'],
  of: { tag: string; name: string; version: number | null; partCode: string | null },
  today: string,
): WantView => ({
  id: want.id,
  unitId: want.unitId,
  tag: of.tag,
  unitName: of.name,
  version: of.version,
  class: want.class,
  name: want.name,
  state: want.state,
  priceMinor: want.priceMinor,
  days: want.days,
  condition: want.condition,
  source: want.source,
  dueOn: want.dueOn,
  late: want.state === 'ordered' && want.dueOn !== null && want.dueOn <= today,
  since: (want.orderedAt ?? want.at).toISOString(),
  partId: want.componentId,
  partCode: of.partCode,
  note: want.note,
  fit: null,
});

/** Parts wanted over all units. @param today "2026-11-26" */
export async function wantedViews(today: string): Promise<WantView[]> {
  return (await wantedEverywhere()).map((row) =>
    wantView(row.want, { tag: row.tag, name: row.name, version: null, partCode: row.partCode }, today),
  );
}

/** Parts wanted for one unit. */
export async function unitWants(
  unit: { id: string; tag: string; maker: string; model: string; version: number },
  { machine }: Pick<MachineNow, 'machine'>,
  today: string,
): Promise<WantView[]> {
  return (await wantsOf(unit.id)).map((want) => {
    const { answer, reasons } = fitOf(want, machine);
    return {
      ...wantView(
        want,
        { tag: unit.tag, name: `${unit.maker} ${unit.model}`.trim(), version: unit.version, partCode: null },
        today,
      ),
      fit: { answer, why: whyWords(reasons) },
    };
  });
}

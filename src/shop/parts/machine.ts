import { and, eq, inArray, sql } from 'drizzle-orm';
import { bayKinds } from '@/catalog/machine/bays';
import { fitRules } from '@/catalog/parts/fits';
import { neverIn, REST_WATTS, usualTakes } from '@/catalog/parts/compatibility';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { Machine } from '@/core/parts/attributes';
import { machineOf, toldByPart, typedPart, type Facts } from '@/core/parts/fields';
import { fits, type Fit } from '@/core/parts/fits';
import { factsOfPart } from '@/core/parts/facts';
import type { DerivedRecord } from '@/core/record';
import type { RecordPart } from '@/core/record/entries';
import type { Database, Transaction } from '@/db/client';
import { components, modelSheets, units } from '@/db/schema';
import type { Of } from '../record/model';

interface Unit {
  id: string;
  chassis: Chassis;
  maker: string;
  model: string;
}

/** Machines of one make are told of together; those nobody named are not. */
export const modelKey = ({ maker, model }: Pick<Unit, 'maker' | 'model'>): string | null =>
  maker.trim() && model.trim() ? `${maker.trim().toLowerCase()}|${model.trim().toLowerCase()}` : null;

/** How a fact of what a machine takes is known. */
type TakesBasis = 'usual' | 'model' | 'inside' | 'typed';
interface TakesNow {
  facts: Facts;
  basis: Readonly<Record<string, TakesBasis>>;
}

/** What a machine takes: by its kind, its model, what is in it, its report, and what was told of this one. */
function takesNow(chassis: Chassis, sheet: Facts, { inside, takes, specification }: Told): TakesNow {
  const slots = specification.number('memorySlots');
  const watts = specification.number('processorWatts');
  const seen = {
    ...Object.assign({}, ...inside.map((part) => toldByPart(part.class, factsOfPart(part)))),
    ...(slots !== null && { memorySlots: slots }),
    ...(watts !== null && { drawsWatts: watts + REST_WATTS }),
  } as Facts;
  const layers: [TakesBasis, Facts][] = [
    ['usual', usualTakes[chassis]],
    ['model', sheet],
    ['inside', seen],
    ['typed', takes],
  ];
  return {
    facts: Object.assign({}, ...layers.map(([, facts]) => facts)),
    basis: Object.fromEntries(
      layers.flatMap(([basis, facts]) => Object.keys(facts).map((key) => [key, basis])),
    ),
  };
}

/** The sheet of a model, empty where there is none. */
export async function sheetOf(
  tx: Transaction | Database,
  unit: Pick<Unit, 'maker' | 'model'>,
): Promise<Facts> {
  const key = modelKey(unit);
  if (!key) return {};
  const [row] = await tx
    .select({ takes: modelSheets.takes })
    .from(modelSheets)
    .where(eq(modelSheets.model, key));
  return row?.takes ?? {};
}

/** What is known of a model: its sheet, and the largest module we proved in another machine of it. */
export interface ModelKnown {
  sheet: Facts;
  provenGb: number | undefined;
}

/** The sheets of models, by their keys. */
async function sheetsOf(tx: Transaction | Database, keys: readonly string[]): Promise<Map<string, Facts>> {
  if (keys.length === 0) return new Map();
  const rows = await tx
    .select()
    .from(modelSheets)
    .where(inArray(modelSheets.model, [...keys]));
  return new Map(rows.map((row) => [row.model, row.takes]));
}

/** A module somebody's report has read where it is. */
const provenModule = and(
  eq(components.class, 'memory'),
  sql`jsonb_typeof(${components.attributes}->'gb') = 'number'`,
  sql`exists (select 1 from record_values v where v.unit_id = ${units.id} and v.key = 'memoryGb'
    and v.basis = 'measured' and v.voided_by is null)`,
);

/** What `machineFrom` wants to know of the model of a machine that is being read, as one value. */
export const modelKnownSql = ({ id, maker, model }: Of) => sql`case
  when trim(${maker}) = '' or trim(${model}) = '' then json_build_object('sheet', '{}'::json)
  else json_build_object(
    'sheet', coalesce((select ${modelSheets.takes} from ${modelSheets}
      where ${modelSheets.model} = lower(trim(${maker})) || '|' || lower(trim(${model}))), '{}'::jsonb),
    'provenGb', (select max((${components.attributes}->>'gb')::float8) from ${components}
      inner join ${units} on ${units.id} = ${components.unitId}
      where ${units.id} <> ${id} and lower(trim(${units.maker})) = lower(trim(${maker}))
        and lower(trim(${units.model})) = lower(trim(${model})) and ${provenModule}))
  end`;
export const modelKnownFrom = (json: { sheet: Facts; provenGb?: number | null }): ModelKnown => ({
  sheet: json.sheet,
  provenGb: json.provenGb ?? undefined,
});

/** Modules that were read by a report, the largest of each machine of these models: proven by us. */
async function provenModules(tx: Transaction | Database, keys: readonly string[]) {
  if (keys.length === 0) return [];
  const key = sql<string>`lower(trim(${units.maker})) || '|' || lower(trim(${units.model}))`;
  return tx
    .select({ unit: units.id, key, gb: sql<number>`max((${components.attributes}->>'gb')::float8)` })
    .from(components)
    .innerJoin(units, eq(units.id, components.unitId))
    .where(and(inArray(key, [...keys]), provenModule))
    .groupBy(units.id, units.maker, units.model);
}

export interface MachineNow extends TakesNow {
  machine: Machine;
  provenGb: number | undefined;
}

export type Told = Pick<DerivedRecord, 'inside' | 'takes' | 'specification' | 'contents'>;

/** Units as the rules of fit see them, what is known of their models read once for all. */
export async function machinesNow(
  tx: Transaction | Database,
  of: readonly { unit: Unit; record: Told }[],
): Promise<MachineNow[]> {
  const keys = [...new Set(of.flatMap(({ unit }) => modelKey(unit) ?? []))];
  const sheets = await sheetsOf(tx, keys);
  const modules = await provenModules(tx, keys);
  return of.map(({ unit, record }) => {
    const key = modelKey(unit);
    const elsewhere = modules.filter((row) => row.key === key && row.unit !== unit.id).map(({ gb }) => gb);
    return machineFrom(unit.chassis, record, {
      sheet: (key && sheets.get(key)) || {},
      provenGb: elsewhere.length ? Math.max(...elsewhere) : undefined,
    });
  });
}

/** Memory slots that hold nothing, where they were counted and every one is known. */
function freeSlots({ contents, specification }: Told): number | undefined {
  const slots = contents.filter((place) => place.class === 'memory');
  return specification.number('memorySlots') === null || slots.some(({ holds }) => holds === null)
    ? undefined
    : slots.filter(({ holds }) => holds === 'nothing').length;
}

/** A unit as the rules of fit see it, by what is known of its model. */
export function machineFrom(chassis: Chassis, record: Told, { sheet, provenGb }: ModelKnown): MachineNow {
  const takes = takesNow(chassis, sheet, record);
  const sizes = record.inside.flatMap((part) => {
    const gb = part.class === 'memory' ? factsOfPart(part).gb : undefined;
    return typeof gb === 'number' ? [gb] : [];
  });
  const machine = machineOf(chassis, takes.facts, bayKinds, {
    fitted: sizes,
    free: freeSlots(record),
    provenGb,
  });
  return { ...takes, machine, provenGb };
}

/** A unit as the rules of fit see it. */
export const machineNow = async (tx: Transaction | Database, unit: Unit, record: Told): Promise<MachineNow> =>
  (await machinesNow(tx, [{ unit, record }]))[0];

/** What the bin's older mark says: kinds of machine a part was put down for. */
function markedFor({ attributes }: Pick<RecordPart, 'attributes'>, chassis: Chassis): Fit | null {
  const marked = typeof attributes.fits === 'string' ? attributes.fits.split(',') : null;
  return marked && !marked.includes(chassis)
    ? {
        answer: 'no',
        reasons: [{ weighs: 'no', words: 'it was put down as being for other kinds of machine' }],
      }
    : null;
}

/** Such a machine takes no such part, whatever it is. */
export const neverTakes = (partClass: string, chassis: Chassis) =>
  neverIn[partClass as PartClass]?.includes(chassis) ?? false;

/** Does a part go into a machine, with every reason. Of a class without rules of its own: with care, try it. */
export function fitOf(part: Pick<RecordPart, 'class' | 'name' | 'attributes'>, machine: Machine): Fit {
  const marked = markedFor(part, machine.chassis);
  if (marked) return marked;
  if (neverTakes(part.class, machine.chassis))
    return { answer: 'no', reasons: [{ weighs: 'no', words: 'such a machine takes no such part' }] };
  const typed = typedPart(part.class, factsOfPart(part));
  if (!typed)
    return {
      answer: 'with care',
      reasons: [{ weighs: 'care', words: 'compare it with the one that comes out' }],
    };
  return fits(typed, machine, fitRules);
}

/** "it is 9.5 mm high, the bay 7 mm; ..." */
export const fitWords = ({ reasons }: Fit): string => reasons.map(({ words }) => words).join('; ');

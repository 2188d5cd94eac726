import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { PartClass } from '@/core/catalogue';
import { keptOf } from '@/core/ledger/entry';
import { assignSets, type SetOption, type Touched } from '@/core/lots/sets';
import { factsOfPart } from '@/core/parts/facts';
import { database } from '@/db/client';
import { components, lots, OPEN_UNITS, units } from '@/db/schema';
import type { CombinedView, FetchedPart, MadeOf } from '@/words/parts/combine';
import { houseNow } from '../house/tables';
import { MOST_MACHINES } from '../jobs/commands';
import type { Progress } from '../jobs/progress';
import { neverTakes } from '../parts/machine';
import { recordsNow } from '../record/queries';
import { shopRules } from '../rules/queries';
import { fittingTimes } from '../rules/times';
import { partWorths } from '../units/worth';
import { planOf, type UnitPlan } from './plan';
import { harvestOfUnit, type Unit } from './unit';
import type { Offered } from './upgrades';

/** Donors, those that lose least by it first. */
const MOST_DONORS = 40;
/** So often what was given to others is left out and looked again. */
const ROUNDS = 3;
const SECONDS = 10;
/** Taking a part out where nothing is known of it, minutes. Shop estimate. */
const MINUTES_OUT = 5;
/** What carries somebody's data goes by the bin, where that is asked for. */
const NOT_OVER: readonly string[] = ['drive'];

type Part = typeof components.$inferSelect;
interface DonorNow {
  unit: Unit;
  lost: number;
  parts: Part[];
  worth: Partial<Record<PartClass, number>>;
}

/** Open machines of the shop's own. @param among only these, by their tags */
const ownUnits = (among: readonly string[] | null) =>
  database()
    .select({ unit: units })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(
      and(
        OPEN_UNITS,
        ne(units.stage, 'quarantine'),
        ne(lots.source, 'owner'),
        among ? inArray(units.tag, [...among]) : undefined,
      ),
    ) // prettier-ignore
    .orderBy(sql`${units.rankScore} desc nulls last`, units.tag);

/** Machines parts can come out of, what is lost when they are, and their parts on record that can be told. */
async function donorsNow(open: readonly Unit[]): Promise<DonorNow[]> {
  const [rules, { tables }, records] = await Promise.all([
    shopRules(),
    houseNow(database()),
    recordsNow(database(), open),
  ]);
  const rated = open.flatMap((unit): Omit<DonorNow, 'parts'>[] => {
    // a machine that is promised, or on its way to the shelf, is nobody's donor
    if (unit.promisedAt || unit.stage === 'shelf' || unit.listed || unit.pinned === 'in') return [];
    const { record } = records.get(unit.id)!;
    const { netMinor } = harvestOfUnit(unit, record, tables, rules);
    const lost = Math.max(0, unit.valueMinor - netMinor);
    return [{ unit, lost, worth: partWorths(tables, unit.chassis, record.specification) }];
  });
  const least = rated.toSorted((a, b) => a.lost - b.lost).slice(0, MOST_DONORS);
  if (least.length === 0) return [];
  const inside = await database()
    .select()
    .from(components)
    .where(
      and(
        inArray(components.unitId, least.map(({ unit }) => unit.id)), // prettier-ignore
        isNull(components.ownerUnit),
      ),
    );
  return least.map((donor) => ({
    ...donor,
    parts: inside.filter(
      (part) =>
        part.unitId === donor.unit.id &&
        !NOT_OVER.includes(part.class) &&
        part.attributes.soldered !== 'yes' &&
        part.attributes.state !== 'dead',
    ),
  }));
}

interface Option extends SetOption {
  plan: UnitPlan;
  change: UnitPlan['changes'][number];
}

/**
 * Who gets what, of all open machines, what could come out of others and the bin: each machine's best sets evaluated with
 * their parts in, then given out so that the shop nets most. Where two want the same, the losers are looked at again
 * without it, a few times.
 * @param among only these machines and what is in them: one out of two, or two; null: all, and the bin
 * @throws Cancelled between two machines
 */
export async function combineAll(
  progress?: Progress,
  among: readonly string[] | null = null,
): Promise<CombinedView> {
  const db = database();
  const [rules, open] = await Promise.all([shopRules(), ownUnits(among)]);
  const all = open.map(({ unit }) => unit);
  const machines = all
    .filter(({ stage, pinned }) => stage !== 'shelf' && pinned !== 'out')
    .slice(0, MOST_MACHINES);
  const [donors, bin] = await Promise.all([
    donorsNow(all),
    among
      ? []
      : db
      .select()
      .from(components)
      .where(and(eq(components.place, 'bin'), isNull(components.keptFor), isNull(components.missingSince), isNull(components.ownerUnit), eq(components.benchOnly, false))), // prettier-ignore
  ]);
  const keep = keptOf(rules.feeBasisPoints);
  const minutesOut = fittingTimes(rules.handMinutes);
  const outOf = (part: Part) => minutesOut[part.class as PartClass] ?? MINUTES_OUT;
  const donorOf = new Map(donors.flatMap(({ unit, parts }) => parts.map((part) => [part.id, unit] as const)));
  const pool = new Map([...bin, ...donors.flatMap(({ parts }) => parts)].map((part) => [part.id, part]));
  const costs = new Map<string, number>([
    ...bin.map((part): [string, number] => [part.id, Math.max(part.worthMinor, part.costMinor)]),
    ...donors.flatMap(({ parts, worth }) =>
      parts.map((part): [string, number] => [
        part.id,
        Math.round(
          (worth[part.class as PartClass] ?? 0) * keep + (outOf(part) * rules.ratePerHourMinor) / 60,
        ),
      ]),
    ),
  ]);
  const options: Option[] = [];
  let looked = 0;
  const look = async (unit: Unit, without: ReadonlySet<string>) => {
    const parts = [...pool.values()].filter(
      (part) => donorOf.get(part.id)?.id !== unit.id && !without.has(part.id) && !neverTakes(part.class, unit.chassis), // prettier-ignore
    );
    const offered = parts.map((part): Offered => ({
      id: part.id,
      from: 'bin',
      class: part.class,
      name: part.name,
      isNew: part.condition === 'new',
      attributes: factsOfPart(part),
      costMinor: costs.get(part.id)!,
    }));
    const plan = await planOf(unit.id, { parts, offered });
    for (const change of plan?.changes ?? []) {
      if (change.netMinor <= 0) continue;
      const put = [...change.change.put];
      const known = options.some(({ machine, parts: own }) => machine === unit.id && own.length === put.length && put.every((id) => own.includes(id))); // prettier-ignore
      if (!known) options.push({ machine: unit.id, parts: put, gain: change.netMinor, plan: plan!, change });
    }
    await progress?.tell(Math.min(++looked, machines.length));
  };
  for (const unit of machines) await look(unit, new Set());
  const touched = donors.map(({ unit, lost }): Touched => ({ id: unit.id, lost }));
  const donorIds = new Map([...donorOf].map(([part, { id }]) => [part, id]));
  let found = await assignSets(options, donorIds, touched, SECONDS);
  for (let round = 1; round < ROUNDS; round++) {
    const given = found.chosen.map((k) => options[k]);
    const best = (machine: string) => options.filter((one) => one.machine === machine).reduce((most, { gain }) => Math.max(most, gain), 0); // prettier-ignore
    const losers = machines.filter(
      ({ id }) => best(id) > (given.find(({ machine }) => machine === id)?.gain ?? 0),
    );
    const before = options.length;
    for (const unit of losers)
      await look(unit, new Set(given.flatMap(({ machine, parts }) => (machine === unit.id ? [] : parts))));
    if (options.length === before) break;
    found = await assignSets(options, donorIds, touched, SECONDS);
  }
  const byId = new Map(all.map((unit) => [unit.id, unit]));
  const called = ({ maker, model }: Unit) => `${maker} ${model}`.trim();
  const made = found.chosen
    .map((k): MadeOf => {
      const { machine, plan, change, gain } = options[k];
      const unit = byId.get(machine)!;
      return {
        unitId: unit.id,
        version: unit.version,
        tag: unit.tag,
        called: called(unit),
        parts: change.change.put.map((id): FetchedPart => {
          const part = pool.get(id)!;
          const donor = donorOf.get(id);
          return { id, code: part.code, name: part.name, class: part.class, fromTag: donor?.tag ?? null, minutesOut: donor ? outOf(part) : 0 }; // prettier-ignore
        }),
        out: change.change.comesOut.map((each) =>
          'componentId' in each
            ? { componentId: each.componentId, class: each.class, name: plan.names.get(each.componentId) ?? each.class, worthMinor: each.worthMinor } // prettier-ignore
            : { class: each.class, name: each.seen.name, worthMinor: each.worthMinor },
        ),
        minutes: change.change.minutes,
        nowMinor: plan.nowMinor,
        thenMinor: change.change.valueMinor,
        netMinor: gain,
      };
    })
    .sort((a, b) => b.netMinor - a.netMinor);
  const used = new Set(made.flatMap(({ parts }) => parts.flatMap(({ fromTag }) => fromTag ?? [])));
  return {
    at: new Date().toISOString(),
    among: among && all.map(({ tag, valueMinor }) => ({ tag, valueMinor })),
    made,
    donors: donors
      .filter(({ unit }) => used.has(unit.tag))
      .map(({ unit, lost }) => ({ tag: unit.tag, called: called(unit), lostMinor: lost })),
    netMinor: Math.round(found.net),
    boundMinor: Math.round(found.bound),
    looked: { machines: machines.length, donors: donors.length, parts: pool.size },
  };
}

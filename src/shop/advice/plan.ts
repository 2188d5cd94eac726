import { comesOut, type ComesOut } from '@/core/parts/comesOut';
import type { Upgrades, UpgradeSet, UpgradeState } from '@/core/parts/upgrades';
import { choosePlan, type Change, type Plan } from '@/core/plan/plan';
import type { DerivedRecord } from '@/core/record';
import { database } from '@/db/client';
import { machineFrom } from '../parts/machine';
import { recordFrom } from '../record/queries';
import { isVeiled } from '../study/draw';
import { withParts } from '../record/sources';
import { partsIn } from '../units/queries';
import { readingOf, type Reading } from '../units/reading';
import { evaluationOf } from '../units/revalue';
import { binFor } from './fit';
import { offeredFor, upgradesOfUnit } from './unit';
import type { Offered } from './upgrades';
import { wantsOf } from './wanted';

/** A set of parts that could go into a machine, and the machine evaluated with them in. */
export interface PlannedChange extends Change {
  set: UpgradeSet;
  /** All that comes out: modules of the set, and what has to make room. */
  comesOut: ComesOut[];
}

export interface UnitPlan extends Plan<PlannedChange> {
  /** Expected net still to win as it stands, minor units. */
  nowMinor: number;
  advice: Upgrades & { state: UpgradeState };
  /** Parts and offers by what a person calls them: "P-12 8 GB DDR3". */
  names: Map<string, string>;
  derived: DerivedRecord;
}

/** Sets that are evaluated with their parts in: of those that change the same things the best by price alone. */
const LOOKED_AT = 4;

/** Of sets that change the same classes of parts the one that is best by its price. */
export function apart(sets: readonly UpgradeSet[]): UpgradeSet[] {
  const kinds = new Set<string>();
  return sets.filter((set) => {
    const kind = [...new Set(set.classes)].sort().join() + (set.out.length > 0 ? ' out' : '');
    return kinds.has(kind) ? false : kinds.add(kind);
  });
}

type Part = Awaited<ReturnType<typeof partsIn>>[number];

/** The same reading once these parts are in it and those out: what it would be worth is what it is worth then. */
function withChange(
  reading: Reading,
  put: readonly Part[],
  out: readonly { part: Part | null; seen: ComesOut | null }[],
): Reading {
  const asPart = (part: Part) => ({
    id: part.id,
    code: part.code,
    class: part.class,
    name: part.name,
    serial: part.serial,
    attributes: part.attributes,
  });
  const gone = new Set(put.map(({ id }) => id));
  return {
    ...reading,
    sources: withParts(reading.sources, [
      ...out.map(({ part, seen }) => ({
        way: 'out' as const,
        part: part
          ? asPart(part)
          : { class: seen!.class, name: 'seen' in seen! ? seen.seen.name : '', attributes: {} },
      })),
      ...put.map((part) => ({ way: 'in' as const, part: asPart(part) })),
    ]),
    // what goes in lies there no more, what comes out and was tested good does
    bin: [
      ...reading.bin.filter(({ id }) => !gone.has(id)),
      ...out.flatMap(({ part }) => (part?.knownGood ? [{ ...part, place: 'bin' as const }] : [])),
    ].sort((a, b) => a.costMinor - b.costMinor || (a.code < b.code ? -1 : 1)),
  };
}

/**
 * What a machine could become with what lies in the bin and was offered: every set that pays by its price is evaluated
 * with its parts in, belief, hands and harvest with it, so that what is promised is what its value rises by. Null:
 * there is no such machine, or it is somebody else's: their parts are no stock, and ours no plan of theirs.
 * @param from parts looked at in place of the bin and of what was offered, and what using each costs
 */
export async function planOf(
  unitId: string,
  from?: { parts: readonly Part[]; offered: readonly Offered[] },
): Promise<UnitPlan | null> {
  const db = database();
  const reading = await readingOf(db, unitId);
  if (!reading || reading.source === 'owner') return null;
  const { unit, rules, house } = reading;
  if (isVeiled(rules.study, { ...unit, source: reading.source })) return null;
  const derived = recordFrom(reading.sources, unit.chassis, house.tables.processors);
  const machine = machineFrom(unit.chassis, derived, reading.known);
  const [bin, wanted, inside] = await Promise.all([binFor(unit, machine), wantsOf(unitId), partsIn(unitId)]);
  const advice = upgradesOfUnit(
    unit,
    derived,
    machine,
    house.tables,
    rules,
    from?.offered ?? offeredFor(unit.chassis, bin, wanted),
  );
  const now = await evaluationOf(reading);
  const byId = new Map(
    [...bin.map(({ part }) => part), ...inside, ...(from?.parts ?? [])].map((part) => [part.id, part]),
  );
  const changes = await Promise.all(
    apart(advice.sets)
      .slice(0, LOOKED_AT)
      .map(async (set): Promise<PlannedChange> => {
        const makesRoom = set.classes.flatMap((partClass) =>
          comesOut(partClass, derived.specification, derived.inside, advice.state),
        );
        const modules = set.out.map((id): ComesOut => ({
          componentId: id,
          class: 'memory',
          worthMinor: advice.state.modules.find((module) => module.id === id)?.worthMinor ?? 0,
        }));
        const out = [...modules, ...makesRoom];
        // an offer is no part of ours yet: it goes in as it was offered
        const offered = wanted
          .filter(({ id }) => set.put.includes(id))
          .map((want) => ({ ...want, code: '', serial: '' }) as unknown as Part);
        const put = [...set.put.flatMap((id) => byId.get(id) ?? []), ...offered];
        const then = await evaluationOf(
          withChange(
            reading,
            put,
            out.map((each) => ({
              part: 'componentId' in each ? (byId.get(each.componentId) ?? null) : null,
              seen: 'componentId' in each ? null : each,
            })),
          ),
        );
        return {
          set,
          comesOut: out,
          put: set.put,
          out: set.out,
          chance: set.chance,
          partsMinor: set.partsMinor,
          minutes: set.minutes,
          valueMinor: then.valueMinor,
        };
      }),
  );
  return {
    ...choosePlan(changes, now.valueMinor, rules.ratePerHourMinor / 60),
    nowMinor: now.valueMinor,
    advice,
    names: new Map([
      ...[...byId.values()].map((part): [string, string] => [part.id, `${part.code} ${part.name}`]),
      ...wanted.map((want): [string, string] => [want.id, want.name]),
    ]),
    derived,
  };
}

import type { ComesOut } from '@/core/parts/comesOut';
import { mostOf } from '@/core/plan/plan';
import type { HouseTables } from '@/core/house/tables';
import type { Upgrades, UpgradeSet, UpgradeState } from '@/core/parts/upgrades';
import { usesOf, type UseFacts, type UseVerdict, type Weakest } from '@/core/uses/uses';

export interface UpgradeSetView {
  put: string[];
  /** What comes out with it: on record, or only seen now. */
  out: { componentId?: string; seen?: { class: string; name: string }; worthMinor: number }[];
  /** In words. */
  words: string;
  partsMinor: number;
  minutes: number;
  /** Still to win as it stands, and with the parts in. */
  nowMinor: number;
  thenMinor: number;
  /** P(all of it fits). */
  chance: number;
  netMinor: number;
  mostMinor: number;
  care: string[];
  /** "two channels; good for office then" */
  gains: string;
  /** An offer is among what goes in: it has to come first. */
  toOrder: boolean;
}

export interface UpgradesView {
  weakest: string;
  sets: UpgradeSetView[];
  unpaid: { words: string; mostMinor: number; netMinor: number }[];
  refused: { words: string; why: string }[];
  weighed: number;
}

const LINES = 4;

interface Now {
  /** What decides about its uses now. */
  facts: UseFacts;
  tables: Pick<HouseTables, 'uses'>;
}

/** A change of a plan, as far as it is put into words here. */
interface PlannedSet {
  netMinor: number;
  change: {
    set: UpgradeSet;
    comesOut: readonly ComesOut[];
    chance: number;
    partsMinor: number;
    minutes: number;
    valueMinor: number;
  };
}

interface PlanWords {
  changes: readonly PlannedSet[];
  nowMinor: number;
  advice: Upgrades;
  names: ReadonlyMap<string, string>;
}

/** What the machine would be, as far as it decides about uses. */
function factsAfter(facts: UseFacts, { graphics: card, ...state }: UpgradeState): UseFacts {
  const { level, threads, memoryGb, driveKind, driveGb, batteryHealth } = state;
  return {
    ...facts,
    level,
    threads,
    memoryGb,
    driveKind,
    driveGb,
    batteryHealth,
    batteryMissing: facts.batteryMissing && batteryHealth === null,
    graphics: card === null ? facts.graphics : Math.max(card, facts.graphics ?? 0),
  };
}

/** "P-12 8 GB DDR3 (offered) + P-3 2 GB DDR3 out" */
export function setWords(set: Pick<UpgradeSet, 'put' | 'out'>, names: ReadonlyMap<string, string>): string {
  const name = (id: string) => names.get(id) ?? id;
  return [
    ...set.put.map((id) => `${name(id)}${isOffer(name(id)) ? ' (offered)' : ''}`),
    ...set.out.map((id) => `${name(id)} out`),
  ].join(' + ');
}

/** Is it offered, and no part on record yet? */
const isOffer = (name: string) => !/^P-\d+ /.test(name);

/** What would pay, in words. @param perMinute minor units of an attended minute */
export function upgradeViews(
  { changes, nowMinor, advice, names }: PlanWords,
  now: { uses: readonly UseVerdict[]; weakest: Weakest | null },
  { facts, tables }: Now,
  perMinute: number,
): UpgradesView {
  const name = (id: string) => names.get(id) ?? id;
  const good = new Set(now.uses.filter((use) => use.good === 'yes').map(({ id }) => id));
  const most = (change: PlannedSet['change']) => mostOf(change, change.set.backMinor, nowMinor, perMinute);
  const pays = changes.filter(({ netMinor }) => netMinor > 0);
  const sets = pays.map(({ change, netMinor }): UpgradeSetView => {
    const { set } = change;
    const after = usesOf(tables.uses, factsAfter(facts, set.after));
    const won = after.filter((use) => use.good === 'yes' && !good.has(use.id)).map((use) => use.name);
    const lost = after.filter((use) => use.good === 'no' && good.has(use.id)).map((use) => use.name);
    return {
      put: set.put,
      out: change.comesOut.map(({ class: _, ...part }) => part),
      words: setWords(set, names),
      partsMinor: change.partsMinor,
      minutes: change.minutes,
      nowMinor,
      thenMinor: change.valueMinor,
      chance: change.chance,
      netMinor,
      mostMinor: most(change),
      care: set.care,
      gains: [
        ...(set.channels ? ['two like modules: two channels'] : []),
        ...(won.length ? [`good for ${won.join(', ')} then`] : []),
        ...(lost.length ? [`no longer for ${lost.join(', ')}`] : []),
      ].join('; '),
      toOrder: set.put.some((id) => isOffer(name(id))),
    };
  });
  const unpaid = [
    ...changes
      .filter(({ netMinor }) => netMinor <= 0)
      .map(({ change, netMinor }) => ({
        words: setWords(change.set, names),
        mostMinor: most(change),
        netMinor,
      })),
    ...advice.unpaid.map(({ id, mostMinor, netMinor }) => ({ words: name(id), mostMinor, netMinor })),
  ];
  return {
    weakest: now.weakest?.words ?? '',
    sets,
    unpaid: unpaid.sort((a, b) => b.netMinor - a.netMinor).slice(0, LINES),
    refused: advice.refused.slice(0, LINES).map(({ id, why }) => ({ words: name(id), why: why.join('; ') })),
    weighed: advice.weighed,
  };
}

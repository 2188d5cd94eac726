import type { HouseTables } from '@/core/house/tables';
import type { Upgrades, UpgradeState } from '@/core/parts/upgrades';
import type { Specification } from '@/core/record/specification';
import { usesOf, type UseFacts, type UseVerdict, type Weakest } from '@/core/uses/uses';

export interface UpgradeSetView {
  put: string[];
  /** What comes out with it: on record, or only seen now. */
  out: { componentId?: string; seen?: { class: string; name: string }; worthMinor: number }[];
  /** In words. */
  words: string;
  partsMinor: number;
  minutes: number;
  afterMinor: number;
  beforeMinor: number;
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

/** Sets shown at once. */
const SETS = 4;
const LINES = 4;

interface Now {
  /** What decides about its uses now. */
  facts: UseFacts;
  spec: Specification;
  /** What is on record inside. */
  inside: readonly { id: string; class: string }[];
  state: UpgradeState;
  tables: Pick<HouseTables, 'uses'>;
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

/** What has to come out for a part of a class to go in. */
function comesOut(
  partClass: string,
  spec: Specification,
  inside: Now['inside'],
  state: UpgradeState,
): UpgradeSetView['out'] {
  const worth: Record<string, number> = {
    drive: state.driveWorthMinor,
    battery: state.batteryWorthMinor,
    processor: state.processorWorthMinor,
  };
  if (!(partClass in worth)) return [];
  const known = inside.filter((part) => part.class === partClass);
  if (known.length)
    return known.slice(0, 1).map(({ id }) => ({ componentId: id, worthMinor: worth[partClass] }));
  const there = {
    drive: state.driveKind === 'disk' || state.driveKind === 'solid',
    battery: spec.text('battery') !== null && spec.text('battery') !== 'none',
    processor: spec.text('processor') !== null,
  }[partClass];
  const name = {
    drive:
      `${spec.text('driveGb') ?? ''} ${state.driveKind === 'disk' ? 'hard disk' : 'solid-state drive'}`.trim(),
    battery: 'its battery',
    processor: spec.text('processor') ?? 'its processor',
  }[partClass]!;
  return there ? [{ seen: { class: partClass, name }, worthMinor: worth[partClass] }] : [];
}

/** What would pay, in words. @param names of parts and offers by their ids */
export function upgradeViews(
  advice: Upgrades,
  now: { uses: readonly UseVerdict[]; weakest: Weakest | null },
  names: ReadonlyMap<string, string>,
  { facts, spec, tables, inside, state }: Now,
): UpgradesView {
  const name = (id: string) => names.get(id) ?? id;
  const isOffer = (id: string) => !/^P-\d+ /.test(name(id));
  const good = new Set(now.uses.filter((use) => use.good === 'yes').map(({ id }) => id));
  // of sets that change the same things the best is enough
  const kinds = new Set<string>();
  const apart = advice.sets.filter((set) => {
    const kind = [...new Set(set.classes)].sort().join() + (set.out.length > 0 ? ' out' : '');
    return kinds.has(kind) ? false : kinds.add(kind);
  });
  const sets = apart.slice(0, SETS).map((set): UpgradeSetView => {
    const after = usesOf(tables.uses, factsAfter(facts, set.after));
    const won = after.filter((use) => use.good === 'yes' && !good.has(use.id)).map((use) => use.name);
    const lost = after.filter((use) => use.good === 'no' && good.has(use.id)).map((use) => use.name);
    return {
      put: set.put,
      out: [
        ...set.out.map((id) => ({
          componentId: id,
          worthMinor: state.modules.find((module) => module.id === id)?.worthMinor ?? 0,
        })),
        ...set.classes.flatMap((partClass) => comesOut(partClass, spec, inside, state)),
      ],
      words: [
        ...set.put.map((id) => `${name(id)}${isOffer(id) ? ' (offered)' : ''}`),
        ...set.out.map((id) => `${name(id)} out`),
      ].join(' + '),
      partsMinor: set.partsMinor,
      minutes: set.minutes,
      afterMinor: set.afterMinor,
      beforeMinor: set.beforeMinor,
      netMinor: set.netMinor,
      mostMinor: set.mostMinor,
      care: set.care,
      gains: [
        ...(set.channels ? ['two like modules: two channels'] : []),
        ...(won.length ? [`good for ${won.join(', ')} then`] : []),
        ...(lost.length ? [`no longer for ${lost.join(', ')}`] : []),
      ].join('; '),
      toOrder: set.put.some(isOffer),
    };
  });
  return {
    weakest: now.weakest?.words ?? '',
    sets,
    unpaid: advice.unpaid
      .sort((a, b) => b.netMinor - a.netMinor)
      .slice(0, LINES)
      .map(({ id, mostMinor, netMinor }) => ({ words: name(id), mostMinor, netMinor })),
    refused: advice.refused.slice(0, LINES).map(({ id, why }) => ({ words: name(id), why: why.join('; ') })),
    weighed: advice.weighed,
  };
}

import { fitRules } from '@/catalog/parts/fits';
import { cardNeeds, OUT_SHARE, UNKNOWN_FITS } from '@/catalog/parts/compatibility';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import type { Machine } from '@/core/parts/attributes';
import type { Facts } from '@/core/parts/fields';
import {
  candidateOf,
  graphicsAt,
  priceSpecOf,
  upgradesOf,
  type Upgrades,
  type UpgradeState,
} from '@/core/parts/upgrades';
import type { Grade } from '@/core/price/model';
import type { RecordPart } from '@/core/record/entries';
import type { Specification } from '@/core/record/specification';
import { loosePartWorth } from '../learnt/model';
import { priceModel } from '../units/worth';
import { factsForUses } from '@/words/unit/uses';
import { factsOfPart } from '@/core/parts/facts';
import { keptOf } from '@/core/ledger/entry';

/** A part that lies in the bin or was offered. */
export interface Offered {
  id: string;
  from: 'bin' | 'quote';
  class: string;
  name: string;
  attributes: Facts;
  /** Bought new: it is as its maker made it. */
  isNew?: boolean;
  /** What using it costs the shop, minor units. */
  costMinor: number;
}

interface UpgradeCase {
  house: Pick<HouseTables, 'prices' | 'partsBy'>;
  feeBasisPoints: number;
  ratePerHourMinor: number;
  chassis: Chassis;
  grade: Grade | null;
  state: UpgradeState;
  batteryMissing: boolean;
  machine: Machine;
  /** Minutes of putting a part in, as the shop takes them. */
  minutes: Partial<Record<PartClass, number>>;
  openMinutes: number;
  offered: readonly Offered[];
}

/** What the machine is now, as far as its parts decide about its price. */
export function upgradeState(
  house: Pick<HouseTables, 'partsBy'>,
  chassis: Chassis,
  spec: Specification,
  inside: readonly RecordPart[],
  keep: number,
): UpgradeState {
  const facts = factsForUses(chassis, spec);
  const worth = (of: 'memory' | 'drive' | 'battery' | 'processor', memoryGb = facts.memoryGb) =>
    Math.round(
      loosePartWorth(house.partsBy, of, 0, {
        level: facts.level,
        memoryGb,
        driveKind: facts.driveKind,
        driveGb: facts.driveGb,
        driveFailing: spec.text('driveHealth')?.startsWith('failing') ?? false,
        batteryHealth: facts.batteryHealth,
      }) * keep,
    );
  const modules = inside.flatMap((part) => {
    const { gb, soldered } = part.class === 'memory' ? factsOfPart(part) : {};
    return typeof gb === 'number'
      ? [{ id: part.id, gb, worthMinor: worth('memory', gb), ...(soldered === 'yes' && { soldered: true }) }]
      : [];
  });
  // what was counted and is not on record part by part cannot be taken out one by one
  const whole = modules.reduce((sum, { gb }) => sum + gb, 0) === facts.memoryGb;
  return {
    modules: whole ? modules : [],
    memoryGb: facts.memoryGb,
    driveKind: facts.driveKind,
    driveGb: facts.driveGb,
    moreDrivesGb: facts.moreDrivesGb ?? null,
    driveWorthMinor: worth('drive'),
    batteryHealth: facts.batteryHealth,
    batteryWorthMinor: worth('battery'),
    level: facts.level,
    processorWorthMinor: worth('processor'),
    threads: facts.threads,
    year: spec.number('processorYear'),
    ownGraphics: graphicsAt(spec.text('processorGraphics')),
    graphics: graphicsAt(spec.text('cardFor')),
  };
}

/** What is worth putting into a machine out of the bin and of what was offered. */
export function upgradesFor(problem: UpgradeCase): Upgrades {
  const { house, chassis, grade, batteryMissing } = problem;
  const keep = keptOf(problem.feeBasisPoints);
  const model = priceModel(house);
  return upgradesOf({
    machine: problem.machine,
    state: problem.state,
    candidates: problem.offered.flatMap((part) => candidateOf(part, part.class, factsOfPart(part)) ?? []),
    rules: fitRules,
    priceOf: (state) => keep * model.price(priceSpecOf(chassis, state, grade, batteryMissing)).minor,
    perMinute: problem.ratePerHourMinor / 60,
    minutes: problem.minutes,
    outShare: OUT_SHARE,
    unknownFits: UNKNOWN_FITS,
    openMinutes: problem.openMinutes,
    cardNeeds,
  });
}

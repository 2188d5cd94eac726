import { comfort } from '@/catalog/worth/uses';
import type { Chassis } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import { graphicsAt } from '@/core/parts/upgrades';
import type { Specification } from '@/core/record/specification';
import {
  systemsFor,
  usesOf,
  weakestPart,
  type SystemVerdict,
  type MeasuredFacts,
  type UseFacts,
  type UseVerdict,
  type Weakest,
} from '@/core/uses/uses';

/** What decides about uses and systems of a machine, from what it is now. */
export function factsForUses(chassis: Chassis, spec: Specification): UseFacts {
  const own = graphicsAt(spec.text('processorGraphics'));
  const card = graphicsAt(spec.text('cardFor'));
  const kind = spec.text('driveKind');
  return {
    chassis,
    level: spec.number('processorLevel'),
    threads: spec.number('processorThreads'),
    memoryGb: spec.number('memoryGb'),
    driveKind: kind === 'none' || kind === 'disk' || kind === 'solid' ? kind : null,
    driveGb: spec.number('driveGb'),
    moreDrivesGb: spec.number('moreDrives'),
    graphics: own === null && card === null ? null : Math.max(own ?? 0, card ?? 0),
    batteryHealth: spec.number('batteryHealth'),
    batteryMissing: spec.text('battery') === 'none',
    firmwareMode: spec.text('firmwareMode') as UseFacts['firmwareMode'],
    securityChip: spec.number('securityChip'),
    year: spec.number('processorYear'),
  };
}

export interface UsesNow {
  uses: UseVerdict[];
  systems: SystemVerdict[];
  weakest: Weakest | null;
}

/** What a machine is good for and which kinds of system run on it, by the house's tables. @param today "2026-11-26" @param measured what instruments and counts told */
export function usesNow(
  tables: Pick<HouseTables, 'uses' | 'systems'>,
  chassis: Chassis,
  spec: Specification,
  today: string,
  measured: MeasuredFacts = {},
): UsesNow {
  const facts = { ...factsForUses(chassis, spec), ...measured };
  return {
    uses: usesOf(tables.uses, facts),
    systems: systemsFor(tables.systems, facts, today),
    weakest: weakestPart(facts, comfort, spec.number('driveMbs')),
  };
}

/** Good for, in words: "browsing and mail, school work". */
export const goodFor = ({ uses }: UsesNow): string =>
  uses
    .filter(({ good, light }) => good === 'yes' || light)
    .map(({ name, light }) => (light ? `${name} under a light system` : name))
    .join(', ');

/** Kinds of system that run, are supported and get updates: "a light free system until 2029-04". */
export const runsWords = ({ systems }: UsesNow): string =>
  systems
    .filter(({ runs, ended, supported }) => runs === 'yes' && !ended && supported === 'yes')
    .map(({ name, until }) => (until ? `${name} until ${until}` : name))
    .join(', ');

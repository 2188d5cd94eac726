import { notFound } from 'next/navigation';
import { cache } from 'react';
import { requireActor } from '@/server/session';
import { CHASSIS_NAMES } from '@/shop/sales/papers';
import { unitByTag } from '@/shop/units/queries';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { keepCurrent } from '@/shop/units/revalue';
import { STAGE_NAMES } from '@/shop/units/stages';
import type { UnitHead } from '@/ui/unit/unitView';

const ON_TICKET: SpecKey[] = [
  'processor',
  'processorLevel',
  'memoryGb',
  'driveKind',
  'driveHealth',
  'batteryHealth',
  'idleCelsius',
  'serial',
];
const DRIVE_WORDS: Record<string, string> = { none: 'none fitted', disk: 'hard disk', solid: 'solid-state' };

/** The unit of a page, read once a request; its values follow rules and bin when they have changed. */
export const loadUnit = cache(async (tag: string) => {
  const actor = await requireActor();
  const found = await unitByTag(tag);
  if (!found) notFound();
  const current = (await keepCurrent(found.unit)) ? (await unitByTag(tag))! : found;
  return { ...current, actor };
});

export async function unitHead(tag: string): Promise<UnitHead> {
  const { unit, lot, spec, actor } = await loadUnit(tag);
  return {
    id: unit.id,
    tag: unit.tag,
    version: unit.version,
    stage: unit.stage,
    stageName: STAGE_NAMES[unit.stage],
    name: `${unit.maker} ${unit.model}`.trim() || 'Unnamed machine',
    sub: `${CHASSIS_NAMES[unit.chassis]}, lot ${lot.code}`,
    claim: unit.claim,
    bench: unit.bench,
    costMinor: unit.costMinor,
    spec: ON_TICKET.flatMap((key) => {
      const row = spec.best(key);
      if (!row) return [];
      const size = key === 'driveKind' && row.value !== 'none' ? spec.text('driveGb') : null;
      return [
        {
          name: SPEC_KEYS[key],
          value: `${DRIVE_WORDS[row.value] ?? row.value}${size ? `, ${size}` : ''}`,
          basis: row.basis,
          title: `${row.basis}: ${row.origin}, ${row.by}`,
        },
      ];
    }),
    mayWrite: actor.role !== 'viewer',
    held: unit.stage === 'quarantine' || unit.stage === 'sold',
  };
}

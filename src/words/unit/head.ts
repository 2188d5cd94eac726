import type { BenchState, Chassis, LotSource } from '@/core/catalogue';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import type { Specification } from '@/core/record/specification';
import { CHASSIS_NAMES, DRIVE_WORDS, STAGE_NAMES } from '../names';
import type { UnitHead } from './view';

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
/** A figure of nothing is told in words. */
const NONE_OF: Partial<Record<SpecKey, string>> = { memoryGb: 'none', processorLevel: 'not known' };

interface Unit {
  id: string;
  tag: string;
  version: number;
  stage: keyof typeof STAGE_NAMES;
  chassis: Chassis;
  maker: string;
  model: string;
  claim: string;
  bench: BenchState;
  costMinor: number;
  keeps: boolean | null;
}

/** What the ticket of a unit says. @param lot it came with @param now what hangs on the day and on how far it is */
export function headView(
  unit: Unit,
  lot: { code: string; source: LotSource },
  spec: Specification,
  mayWrite: boolean,
  paidShown: boolean,
  now: Pick<
    UnitHead,
    'path' | 'days' | 'promised' | 'photo' | 'undo' | 'lately' | 'worthMinor' | 'notPowered'
  >,
): UnitHead {
  return {
    id: unit.id,
    tag: unit.tag,
    version: unit.version,
    stage: unit.stage,
    stageName: STAGE_NAMES[unit.stage],
    name: `${unit.maker} ${unit.model}`.trim() || 'Unnamed machine',
    sub: `${CHASSIS_NAMES[unit.chassis]}, lot ${lot.code}`,
    claim: unit.claim,
    ...now,
    theirs: lot.source === 'owner',
    bench: unit.bench,
    costMinor: paidShown ? unit.costMinor : null,
    spec: ON_TICKET.flatMap((key) => {
      const row = spec.best(key);
      // a processor that is named says its level
      if (!row || (key === 'processorLevel' && spec.best('processor'))) return [];
      const size = key === 'driveKind' && row.value !== 'none' ? spec.text('driveGb') : null;
      return [
        {
          name: SPEC_KEYS[key],
          value:
            (/^0\b/.test(row.value) && NONE_OF[key]) ||
            (key === 'driveHealth' && row.value.split(':')[0]) ||
            `${DRIVE_WORDS[row.value] ?? row.value}${size ? `, ${size}` : ''}`,
          basis: row.basis,
          title: `${row.basis}: ${row.origin}, ${row.by}`,
        },
      ];
    }),
    mayWrite,
    keeps: unit.keeps ?? lot.source === 'owner',
    held: unit.stage === 'quarantine' || unit.stage === 'sold',
  };
}

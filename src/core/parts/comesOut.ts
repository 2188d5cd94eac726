import type { PartClass } from '../catalogue';
import type { Specification } from '../record/specification';
import type { UpgradeState } from './upgrades';

/** A part that comes out of a machine for another to go in: on record there, or only seen now. */
export type ComesOut =
  | { componentId: string; class: PartClass; worthMinor: number }
  | { seen: { class: PartClass; name: string }; class: PartClass; worthMinor: number };

/**
 * What has to come out for a part of a class to go in: of drives, packs and processors a machine has one place.
 * Worth in minor units.
 */
export function comesOut(
  partClass: PartClass,
  spec: Specification,
  inside: readonly { id: string; class: string }[],
  state: Pick<UpgradeState, 'driveKind' | 'driveWorthMinor' | 'batteryWorthMinor' | 'processorWorthMinor'>,
): ComesOut[] {
  const worth: Partial<Record<PartClass, number>> = {
    drive: state.driveWorthMinor,
    battery: state.batteryWorthMinor,
    processor: state.processorWorthMinor,
  };
  const worthMinor = worth[partClass];
  if (worthMinor === undefined) return [];
  const known = inside.find((part) => part.class === partClass);
  if (known) return [{ componentId: known.id, class: partClass, worthMinor }];
  const battery = spec.text('battery');
  const there: Partial<Record<PartClass, string | false>> = {
    drive:
      (state.driveKind === 'disk' || state.driveKind === 'solid') &&
      `${spec.text('driveGb') ?? ''} ${state.driveKind === 'disk' ? 'hard disk' : 'solid-state drive'}`.trim(),
    battery: battery !== null && battery !== 'none' && 'its battery',
    processor: spec.text('processor') ?? false,
  };
  const name = there[partClass];
  return name ? [{ seen: { class: partClass, name }, class: partClass, worthMinor }] : [];
}

import type { BatteryReading, BatteryRules } from './batteryRun';

/** What a run says of a pack, in one word. */
export type PackVerdict = 'sound' | 'worn' | 'sudden drop' | 'early end' | 'gauge' | 'unknown';

/**
 * What it is: a pack that gives way, one that ends early, a gauge that jumps over a pack that goes on, wear, or nothing.
 * @param health full charge by design, 0..1: what it gave where that is known, else by its gauge; null: not known
 */
export function packVerdict(
  run: BatteryReading | null,
  health: number | null,
  { drop, good }: BatteryRules,
): PackVerdict {
  if (run?.drop && run.drop.minutes > 0) return 'sudden drop';
  if (run?.jumps.length) return 'gauge';
  if (run?.cutOff) return run.cutOff >= 2 * drop.points ? 'sudden drop' : 'early end';
  if (run?.drop) return 'early end';
  if (health !== null) return health < good ? 'worn' : 'sound';
  return run && run.fell >= 50 ? 'sound' : 'unknown';
}

/**
 * Health as somebody typed it: per cent, a share, or what is left of what it was with its unit. Ampere-hours are
 * ampere-hours: "3.4 Ah" says nothing without what it had when new.
 * @returns the share, or in words why it is none
 */
export function healthTyped(
  text: string,
  design: { wh?: number; ah?: number; volts?: number } = {},
): { health: number } | { fault: string } {
  const found = /^\s*(\d+(?:[.,]\d+)?)\s*(%|wh|ah|mah|mwh)?\s*$/i.exec(text);
  if (!found) return { fault: `"${text.trim()}" is no figure with %, Wh, Ah or mAh` };
  const value = Number(found[1].replace(',', '.'));
  const unit = found[2]?.toLowerCase() ?? '';
  if (unit === '' || unit === '%') {
    const share = unit === '' && value <= 1.5 ? value : value / 100;
    return share > 0 && share <= 1.5
      ? { health: share }
      : { fault: `${text.trim()} is no share of what it was` };
  }
  const wh = unit.endsWith('wh') ? value / (unit === 'mwh' ? 1000 : 1) : null;
  const ah = wh === null ? value / (unit === 'mah' ? 1000 : 1) : null;
  const of =
    wh !== null
      ? (design.wh ?? (design.ah && design.volts ? design.ah * design.volts : undefined))
      : (design.ah ?? (design.wh && design.volts ? design.wh / design.volts : undefined));
  if (!of) return { fault: `${text.trim()} is a charge: say too what it had when new` };
  const health = (wh ?? ah!) / of;
  return health <= 1.5 ? { health } : { fault: `${text.trim()} is more than it ever held` };
}

export type BatteryBehaviour = 'good' | 'fair' | 'weak' | 'unknown';

/** How a battery is graded: by what it does, and by its gauge only as long as that was not seen. @param health 0..1 */
export function behaviourOf(
  health: number | null,
  run: BatteryReading | null,
  { good, weak }: BatteryRules,
): BatteryBehaviour {
  if (run && (run.drop || (run.cutOff !== null && !run.jumps.length))) return 'weak';
  if (health === null) return run ? 'fair' : 'unknown';
  if (health < weak) return 'weak';
  return health >= good && run ? 'good' : 'fair';
}

/**
 * How a pack behaves over all its runs, oldest first: one that gave way once does so again, unless it was run down twice
 * since without.
 */
export function behaviourOver(runs: readonly BatteryBehaviour[]): BatteryBehaviour {
  const told = runs.filter((own) => own !== 'unknown');
  return told.slice(-2).includes('weak') ? 'weak' : (told[told.length - 1] ?? 'unknown');
}

/** Watt-hours of a pack by its plate. @param milliampHours as printed */
export const wattHours = (milliampHours: number, volts: number): number => (milliampHours * volts) / 1000;

/** Minutes of a use. @param wh what it holds now @param watts the use draws, above 0 */
export const runMinutes = (wh: number, watts: number): number => (wh / watts) * 60;

/** Keep it, keep it and tell, or replace it: what each leaves, best first. */
export function batteryChoice(
  priceWith: { kept: number; replaced: number },
  packMinor: number,
  handsMinor: number,
  keep: number,
): { choice: 'tell' | 'replace'; gainMinor: number; mostMinor: number } {
  const gain = Math.round((priceWith.replaced - priceWith.kept) * keep - packMinor - handsMinor);
  return {
    choice: gain > 0 ? 'replace' : 'tell',
    gainMinor: gain,
    mostMinor: Math.max(0, Math.round((priceWith.replaced - priceWith.kept) * keep - handsMinor)),
  };
}

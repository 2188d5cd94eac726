import { GRAPHICS_CLASSES } from '../machine/names';
import { BASES, SPEC_KEYS, type SpecKey } from './keys';
import { driveKindIn, gigabytesIn } from './sizes';

export { BASES };

export type ReadValue = { ok: true; text: string; number: number | null } | { ok: false; fault: string };

interface Figure {
  least: number;
  most: number;
  /** What it is, for a refusal. */
  what: string;
  /** Written behind the figure. */
  sign: string;
  /** What is kept for one of what is typed: 0.01 for per cent. */
  scale?: number;
}

/** Figures a person may type, and within which bounds they are believed. Bounds: shop estimate. */
const FIGURES: Partial<Record<SpecKey, Figure>> = {
  processorLevel: { least: 0, most: 4, what: 'a level 0 to 4', sign: '' },
  processorCores: { least: 1, most: 256, what: 'a number of cores', sign: '' },
  processorThreads: { least: 1, most: 512, what: 'a number of threads', sign: '' },
  processorYear: { least: 1995, most: 2100, what: 'a year', sign: '' },
  processorWatts: { least: 1, most: 1000, what: 'watts', sign: ' W' },
  processorBaseMhz: { least: 100, most: 10_000, what: 'megahertz', sign: ' MHz' },
  idleWatts: { least: 0.1, most: 2000, what: 'watts', sign: ' W' },
  loadWatts: { least: 0.1, most: 2000, what: 'watts', sign: ' W' },
  memorySlots: { least: 1, most: 64, what: 'a number of slots', sign: '' },
  batteryHealth: { least: 0, most: 120, what: 'per cent', sign: ' %', scale: 0.01 },
  batteryCycles: { least: 0, most: 10_000, what: 'cycles', sign: '' },
  topCelsius: { least: 0, most: 130, what: 'degrees Celsius', sign: ' °C' },
  driveLife: { least: 0, most: 100, what: 'per cent', sign: ' %' },
  driveHours: { least: 0, most: 300_000, what: 'hours', sign: ' h' },
  driveMbs: { least: 0.1, most: 50_000, what: 'megabytes a second', sign: ' MB/s' },
  idleCelsius: { least: 0, most: 130, what: 'degrees Celsius', sign: ' °C' },
};
const SIZES: Partial<Record<SpecKey, number>> = { memoryGb: 1_024, driveGb: 100_000 };
/** Properties that are one of a few. */
const WORDS: Partial<Record<SpecKey, readonly string[]>> = {
  firmwareMode: ['legacy', 'uefi', 'secure'],
  securityChip: ['none', '1.2', '2.0'],
  cardFor: GRAPHICS_CLASSES,
  systemActivated: ['yes', 'no', 'not needed'],
};
const KIND_TEXT = { none: 'none', disk: 'disk', solid: 'solid' } as const;

const rounded = (value: number) => Math.round(value * 100) / 100;

/** A size in words, "8 GB" or "1 TB". @param gb gigabytes */
export const sizeText = (gb: number) =>
  gb >= 1000 && gb % 500 === 0 ? `${rounded(gb / 1000)} TB` : `${rounded(gb)} GB`;

/** A note that is one figure with a unit or none, "5.02 V", "-11,9 V", "2 %", as number and unit; else nothing. */
export function figureIn(text: string): { figure: number | null; unit: string | null } {
  const found = /^\s*([+-]?\d{1,9}(?:[.,]\d{1,9})?)\s*([%°\p{L}Ω/]{0,12})\s*$/u.exec(text);
  if (!found) return { figure: null, unit: null };
  return { figure: Number(found[1].replace(',', '.')), unit: found[2] || null };
}

/**
 * A value of the specification from a text, by the same rules whoever wrote it: a person, a manifest, a
 * report.
 * @returns the text to show and the number it means (gigabytes, shares, degrees Celsius), or in words why it
 * is none
 */
export function readValue(key: SpecKey, text: string): ReadValue {
  const refuse = (must: string): ReadValue => ({
    ok: false,
    fault: `${SPEC_KEYS[key]} must be ${must}; got "${text.slice(0, 60)}"`,
  });
  const most = SIZES[key];
  if (most !== undefined) {
    const gb = gigabytesIn(text);
    if (gb === null || Number.isNaN(gb) || gb > most)
      return refuse(`a size like "8 GB" or "1 TB", 0 to ${most} gigabytes`);
    return { ok: true, text: sizeText(gb), number: gb };
  }
  if (key === 'driveKind') {
    const kind = driveKindIn(text);
    return kind
      ? { ok: true, text: KIND_TEXT[kind], number: null }
      : refuse('a hard disk, a solid-state drive or none');
  }
  const choices = WORDS[key];
  if (choices) {
    const plain = text.trim().toLowerCase();
    // a version is told by its number, whatever stands around it
    const found = choices.find(
      (choice) => choice === plain || (/^\d/.test(choice) && plain.startsWith(choice)),
    );
    if (!found) return refuse(`one of ${choices.join(', ')}`);
    const version = key === 'securityChip' ? (found === 'none' ? 0 : Number(found)) : null;
    return { ok: true, text: found, number: version };
  }
  const figure = FIGURES[key];
  if (!figure) return { ok: true, text: text.trim(), number: null };
  const found = /-?\d+(?:[.,]\d+)?/.exec(text.slice(0, 60))?.[0];
  const number = found === undefined ? NaN : Number(found.replace(',', '.'));
  if (!(number >= figure.least && number <= figure.most))
    return refuse(`${figure.what}, ${figure.least} to ${figure.most}`);
  const kept = number * (figure.scale ?? 1);
  return { ok: true, text: `${rounded(number)}${figure.sign}`, number: kept };
}

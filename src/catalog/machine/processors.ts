import type { GraphicsClass, ProcessorName } from '@/core/machine/names';

const row = (
  pattern: string,
  cores: number,
  threads: number,
  level: number,
  year: number,
  watts: number,
  graphics: GraphicsClass,
): ProcessorName => ({
  id:
    pattern
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') + `-${year}`,
  pattern,
  cores,
  threads,
  level,
  year,
  watts,
  graphics,
});

/**
 * Names of the demo's invented makers: a shop puts its own in their place, by hand or from a file. # is a digit,
 * * anything. Cores, threads, level, year, watts, own graphics. Invented.
 */
export const processors: ProcessorName[] = [
  row('Corvid C2-1##', 2, 2, 1, 2008, 65, 'none'),
  row('Corvid C2-2##', 2, 4, 2, 2011, 65, 'office'),
  row('Corvid C4-4##', 4, 4, 2, 2012, 84, 'office'),
  row('Corvid C4-6##', 4, 4, 3, 2015, 65, 'films'),
  row('Corvid C6-8##', 6, 12, 3, 2018, 65, 'films'),
  row('Corvid M3-1##', 2, 2, 1, 2009, 35, 'none'),
  row('Corvid M5-2##', 2, 4, 2, 2012, 35, 'office'),
  row('Corvid M5-3##', 2, 4, 3, 2014, 15, 'films'),
  row('Corvid M7-5##', 4, 8, 3, 2018, 15, 'films'),
  row('Corvid M7-7##', 8, 16, 4, 2021, 28, 'light games'),
];

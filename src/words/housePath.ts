import { minorText } from '@/core/money/minor';
import { CHASSIS_NAMES, ROUTE_NAMES } from './names';

/** What the parts of a path in the house's tables are called; "" stands for nothing to say. */
const WORDS: Record<string, string> = {
  ...CHASSIS_NAMES,
  prices: '',
  base: 'base price',
  levelShare: 'how often each level',
  within: 'within a level',
  threads: 'usual threads',
  year: 'usual year',
  graphics: 'usual graphics',
  perDoubling: 'threads twice, times',
  perYear: 'a year younger, times',
  least: 'at least',
  most: 'at most',
  memoryPerGb: 'a GB of memory',
  memoryCapGb: 'memory counted up to, GB',
  memoryByLevel: 'memory, times',
  drive: 'drive',
  driveFactor: 'price by drive, times',
  none: 'none',
  disk: 'hard disk',
  solid: 'solid-state',
  solidPerGb: 'a GB of solid-state',
  diskPer100Gb: '100 GB of a disk',
  solidPer100Gb: '100 GB of solid-state',
  grade: 'grade',
  battery: 'battery',
  batteryMissing: 'no battery, times',
  spread: 'how far a price may be off',
  known: 'all known',
  eachUnknown: 'each unknown',
  asFoundShare: 'as found, share',
  parts: 'used part',
  partsBy: 'used part',
  recycle: 'scrap',
  minutes: 'minutes',
  finish: 'to finish',
  asFound: ROUTE_NAMES.asFound.toLowerCase(),
  harvest: 'to harvest',
  verify: 'to look over',
  rubric: 'grading',
  surfaces: 'surface',
  defects: 'mark',
  tests: 'test',
  limits: 'points up to',
  topCelsius: 'top temperature, °C',
  attendedMinutes: 'minutes of hands',
  aloneMinutes: 'minutes alone',
  tailMinutes: 'minutes of hands afterwards',
  night: 'over night',
  failCaps: 'a failure allows at best',
  processors: 'processor',
  name: 'name',
  card: 'graphics card',
  uses: 'use',
  needs: 'wants',
  what: 'what',
  systems: 'system',
  outward: 'packing and sending',
  until: 'updates until',
  chip: 'security chip',
};
/** Tables whose numbers are money. */
const MONEY =
  /^(prices\.(base|memoryPerGb|drive|card)\b|parts\.|recycle\.|outward\.|partsBy\.(memoryPerGb|drive|processor|battery\.full))/;
const LEVELS = /^(prices\.(base\.\w+|memoryByLevel)|partsBy\.(memoryPerGb|processor))\.\d$/;

/** "base price, laptop, level 3: 95.00 → 100.00". */
export function houseChangeWords(
  { path, from, to }: { path: string; from: unknown; to: unknown },
  decimals: number,
): string {
  const steps = path.split('.');
  const words = steps
    .map((step, i) =>
      LEVELS.test(path) && i === steps.length - 1
        ? `level ${step}`
        : (WORDS[step] ?? step.replaceAll('-', ' ')),
    )
    .filter(Boolean)
    .join(', ');
  const say = (value: unknown) => {
    if (value === null || value === undefined) return 'none';
    return MONEY.test(path) && Number.isSafeInteger(value)
      ? minorText(value as number, decimals)
      : String(value);
  };
  return `${words}: ${say(from)} → ${say(to)}`;
}

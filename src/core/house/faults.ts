import { CHASSIS } from '../catalogue';
import { GRADES } from '../price/model';
import type { HouseTables } from './tables';

/** The drawing sheet surfaces are laid out on. */
const SHEET = { width: 320, height: 200 };

const twice = (ids: readonly string[]) => [...new Set(ids.filter((id, i) => ids.indexOf(id) !== i))];

/** Each must not be under (or over) the one before it; says which is. */
function steps(name: string, values: readonly number[], way: 'up' | 'down'): string[] {
  return values.flatMap((value, i) => {
    const wrong = i > 0 && (way === 'up' ? value < values[i - 1] : value > values[i - 1]);
    return wrong
      ? [`${name}: ${GRADES[i]} must not be ${way === 'up' ? 'under' : 'over'} ${GRADES[i - 1]}`]
      : [];
  });
}

/** Ids records name; one that is gone could not be read any more. */
function namedIds({ rubric, work }: HouseTables): [string, string[]][] {
  return [
    ...CHASSIS.map((chassis): [string, string[]] => [
      `surfaces (${chassis})`,
      rubric.surfaces[chassis].map(({ id }) => id),
    ]),
    ['kinds of mark', rubric.defects.map(({ id }) => id)],
    ['tests', rubric.tests.map(({ id }) => id)],
    ['work', work.map(({ id }) => id)],
  ];
}

/**
 * Every fault of a house's tables in words, beyond their shape: what contradicts itself, and what is gone
 * although records name it.
 * @param before the tables that stood before: none of their ids may be missing
 */
export function houseFaults(tables: HouseTables, before: HouseTables): string[] {
  const { prices, rubric, work, stations } = tables;
  const faults: string[] = [
    ...CHASSIS.flatMap((chassis) =>
      prices.base[chassis].flatMap((value, level) =>
        level > 0 && value < prices.base[chassis][level - 1]
          ? [`base price of a ${chassis}: level ${level} must not be under level ${level - 1}`]
          : [],
      ),
    ),
    ...CHASSIS.flatMap((chassis) => {
      const all = prices.levelShare[chassis].reduce((sum, share) => sum + share, 0);
      return Math.abs(all - 1) > 1e-6
        ? [`how often each level (${chassis}): they make ${Math.round(all * 1000) / 10} %, not 100 %`]
        : [];
    }),
    ...(tables.selling.standsWeeks > tables.selling.weeks
      ? ['how it sells: a price must not stand longer than a machine is tried']
      : []),
    ...(prices.within.least > 1 || prices.within.most < 1
      ? ['within a level: at least must not be over 100 %, at most not under']
      : []),
    ...steps(
      'price by grade',
      GRADES.map((grade) => prices.grade[grade]),
      'down',
    ),
    ...steps(
      'points',
      GRADES.map((grade) => rubric.limits[grade]),
      'up',
    ),
    ...steps(
      'battery for a grade',
      GRADES.map((grade) => rubric.battery[grade]),
      'down',
    ),
    ...steps(
      'margin to its own limit',
      GRADES.map((grade) => rubric.heatMargin[grade]),
      'down',
    ),
    ...steps(
      'top temperature',
      GRADES.map((grade) => rubric.topCelsius[grade]),
      'up',
    ),
  ];
  prices.battery.forEach((band, i) => {
    if (i > 0 && band.from >= prices.battery[i - 1].from)
      faults.push(`price by battery: the bands must go down, best first (line ${i + 1})`);
  });
  if (prices.battery.at(-1)?.from !== 0) faults.push('price by battery: the last band must begin at 0 %');
  if (rubric.battery.D !== 0) faults.push('battery for a grade: D takes any battery, so it must be 0');
  const after = new Map(namedIds(tables));
  for (const [what, ids] of namedIds(before))
    for (const id of ids)
      if (!after.get(what)!.includes(id)) faults.push(`${what}: "${id}" is gone; records name it`);
  for (const [what, ids] of after)
    for (const id of twice(ids)) faults.push(`${what}: "${id}" stands there twice`);
  for (const { pattern, cores, threads } of tables.processors)
    if (threads < cores) faults.push(`processor "${pattern}": threads must not be under cores`);
  for (const pattern of twice(tables.processors.map((row) => row.pattern.toLowerCase())))
    faults.push(`processors: "${pattern}" stands there twice`);
  for (const name of twice(stations)) faults.push(`stations: "${name}" stands there twice`);
  for (const step of work) {
    if (step.station && !stations.includes(step.station))
      faults.push(`work "${step.name}": there is no station "${step.station}"`);
    if (step.station && !step.aloneMinutes)
      faults.push(`work "${step.name}": it has a station but never runs by itself`);
    if (!step.aloneMinutes && (step.tailMinutes || step.night))
      faults.push(`work "${step.name}": it never runs by itself, so nothing comes after that`);
    for (const before of step.after ?? [])
      if (!work.some(({ id }) => id === before) || before === step.id)
        faults.push(`work "${step.name}": it cannot come after "${before}"`);
  }
  for (const chassis of CHASSIS)
    for (const surface of rubric.surfaces[chassis])
      if (surface.x + surface.width > SHEET.width || surface.y + surface.height > SHEET.height)
        faults.push(`surfaces (${chassis}): "${surface.name}" does not lie on the sheet`);
  return faults;
}

import type { HeatSample } from './run';
import type { FanWay, HeatTables } from './tables';

export interface FanSeen {
  way: FanWay;
  /** Revolutions a minute at rest (null: not read then) and at the end of the load. */
  rest: number | null;
  load: number;
  /** Celsius at which it first clearly answered; null: it did not. */
  rampsAt: number | null;
}

const mean = (values: readonly number[]) =>
  values.length ? values.reduce((sum, own) => sum + own, 0) / values.length : null;
const speeds = (samples: readonly HeatSample[]) =>
  samples.flatMap(({ fan }) => (fan === undefined ? [] : [fan]));

/** How the fan answered the heat; null: nobody read it. @param still no temperature says how hot it was */
export function fanOf(
  { fanStands, fanFull, fanAnswers }: HeatTables,
  rest: readonly HeatSample[],
  load: readonly HeatSample[],
  still: boolean,
): FanSeen | null {
  const [before, under] = [
    mean(speeds(rest.length ? rest.slice(-30) : load.slice(0, 5))),
    mean(speeds(load.slice(-30))),
  ];
  if (under === null) return null;
  const answers = before === null ? null : Math.max(before * fanAnswers, fanStands);
  const way: FanWay =
    under < fanStands
      ? 'stands'
      : still && before !== null && before > fanFull
        ? 'full'
        : answers !== null && under < answers
          ? 'idle'
          : 'follows';
  const ramp = answers === null ? undefined : load.find(({ fan }) => fan !== undefined && fan > answers);
  return { way, rest: before, load: under, rampsAt: ramp?.temp ?? null };
}

/** Chance that a board would have asked its fan for clearly more by this heat. */
const askedBy = (hottest: number, { middle, width }: { middle: number; width: number }) =>
  1 / (1 + Math.exp(-(hottest - middle) / width));

/**
 * Chance that the fan goes as it was seen to, given what ails the machine and how hot it became: a fan that stays low on
 * a cool chip says little, on a hot one nearly all. @param control the row is one whose fan does not answer
 */
export function fanChance(
  way: FanWay,
  row: { fan: Record<FanWay, number>; answers: boolean },
  hottest: number,
  { fanAsked, fanStarts }: Pick<HeatTables, 'fanAsked' | 'fanStarts'>,
): number {
  if (!row.answers) return row.fan[way];
  const stands = row.fan.stands + fanStarts.share * (1 - askedBy(hottest, fanStarts));
  const idle = (1 - stands) * (row.fan.idle + fanAsked.share * (1 - askedBy(hottest, fanAsked)));
  return { stands, idle, full: row.fan.full, follows: Math.max(0.02, 1 - stands - idle - row.fan.full) }[way];
}

import type { DayPlan } from '@/core/timetable/day';
import type { NextView, Threatened } from '@/words/day';
import { floorNow } from '../floor/queries';
import { lastDay } from './keep';
import { actsOf } from './view';

/** Long enough alone that it is begun early for that reason. */
const LONG_ALONE = 30;

/** Why a machine stands first, in a few words. */
function whyFirst(plan: DayPlan, tag: string, alone: number, ends: boolean): string {
  const unit = plan.units.find((one) => one.tag === tag);
  if (ends) return 'it has run by then and holds its station';
  if (unit?.due !== null && unit?.due !== undefined)
    return unit.chance !== null && unit.chance < 0.8 ? 'promised, and it is tight' : 'promised';
  if (alone >= LONG_ALONE) return 'it then runs alone while you do something else';
  return 'it brings most for a minute of hands';
}

/** The next thing for a pair of hands by the plan as it was kept last; null: nothing. */
export function nextIn(plan: DayPlan, person: string): NextView | null {
  const act = actsOf(plan, person).find(({ begun }) => !begun);
  if (!act) return null;
  const { tag, words, station, from, to, alone, ends } = act;
  return {
    tag,
    called: plan.units.find((one) => one.tag === tag)?.called ?? '',
    words,
    station,
    at: Date.parse(plan.zero) + from * 60_000,
    now: Date.now(),
    minutes: to - from,
    alone,
    ends,
    why: whyFirst(plan, tag, alone, ends),
    href: ends || alone > 0 ? `/u/${tag}/work` : `/u/${tag}`,
  };
}

/** Promises below this chance are in danger. */
const IN_DANGER = 0.6;

/** Promises that will hardly hold by the plan that stands, the nearest first. */
export const threatenedIn = (plan: DayPlan): Threatened[] =>
  plan.units
    .flatMap(({ tag, due, chance }) =>
      due !== null && chance !== null && chance < IN_DANGER
        ? [{ tag, due: Date.parse(plan.zero) + due * 60_000, chance }]
        : [],
    )
    .sort((a, b) => a.due - b.due);

/** What every screen shows of the floor to a person: with what is next for them. */
export async function floorFor(person: string) {
  const [floor, { day, planning }] = await Promise.all([floorNow(person), lastDay()]);
  return { ...floor, next: day ? nextIn(day.plan, person) : null, threatened: day ? threatenedIn(day.plan) : [], planning }; // prettier-ignore
}

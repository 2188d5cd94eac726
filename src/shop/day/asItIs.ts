import { USUAL_TRIAL, type TrialHouse } from '@/core/timetable/trial/world';
import { benchHands } from '../people/queries';
import { shopRules } from '../rules/queries';
import { weekOf } from './commands';
import { standingDay } from './keep';

/** The house as it is, as far as a tried week knows of it. */
export async function houseAsItIs(): Promise<TrialHouse> {
  const [rules, hands, { plan }] = await Promise.all([shopRules(), benchHands(), standingDay()]);
  const week = weekOf(rules);
  const open = week.days.filter((day) => day.length > 0);
  const places = (name: RegExp, otherwise: number) => {
    const named = Object.entries(week.places).filter(([station]) => name.test(station));
    return named.length ? named.reduce((sum, [, count]) => sum + count, 0) : otherwise;
  };
  const promised = plan.units.filter(({ due }) => due !== null).length;
  return {
    ...USUAL_TRIAL,
    people: Math.max(1, Math.min(12, hands.length)),
    hours: open[0] ?? USUAL_TRIAL.hours,
    days: Math.max(1, open.length),
    docks: places(/dock/, 2),
    shelves: places(/shelf/, 1),
    racks: places(/rack/, 1),
    machines: Math.max(5, Math.min(80, plan.units.length)),
    promised: plan.units.length ? Math.max(0.1, promised / plan.units.length) : USUAL_TRIAL.promised,
  };
}

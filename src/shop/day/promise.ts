import { ShopError } from '@/errors';
import type { PromiseView } from '@/words/day';
import { standingDay } from './keep';
import { planOf } from './plan';

/** A promise would be broken by another machine's coming first: those whose chance falls by this much are named. */
const HARMED = 0.1;
/** A chance like this needs no help. */
const SURE = 0.85;

/**
 * Would a machine be done by then? As the plan has it, and if it came before all others, with whose promises that
 * would cost.
 */
export async function promiseOf(tag: string, at: Date): Promise<PromiseView> {
  if (at.getTime() < Date.now()) throw new ShopError('invalid', 'That moment is over.');
  const stood = await standingDay();
  const { plan: plain } = await planOf(stood, { tag, at, first: false });
  const { plan: first } = await planOf(stood, { tag, at, first: true });
  const of = (plan: typeof plain) => plan.units.find((unit) => unit.tag === tag);
  const [as, before] = [of(plain), of(first)];
  const why = plain.fault ?? plain.leftOut.find((out) => out.tag === tag)?.why ?? null;
  if (why || !as) return { chance: null, done: null, first: null, harms: [], help: [], fault: why };
  // nothing is left to do with it
  const nothing = !plain.tasks.some((task) => task.unit === tag);
  if (nothing) return { chance: 1, done: plain.zero, first: null, harms: [], help: [], fault: null };
  // what else would help, when coming first does not do it
  const help: PromiseView['help'] = [];
  if (Math.max(as.chance ?? 0, before?.chance ?? 0) < SURE)
    for (const more of ['person', 'hour'] as const) {
      const { plan } = await planOf(stood, { tag, at, first: true, more });
      const chance = of(plan)?.chance ?? null;
      if (chance !== null && chance > (before?.chance ?? 0) + 0.05) help.push({ more, chance });
    }
  const instant = (minute: number) => new Date(Date.parse(plain.zero) + minute * 60_000).toISOString();
  return {
    chance: as.chance,
    done: instant(as.done),
    first: before?.chance ?? null,
    harms: first.units.flatMap((unit) => {
      const was = plain.units.find((own) => own.tag === unit.tag)?.chance ?? null;
      return unit.tag !== tag && was !== null && unit.chance !== null && was - unit.chance >= HARMED
        ? [{ tag: unit.tag, from: was, to: unit.chance }]
        : [];
    }),
    help,
    fault: null,
  };
}

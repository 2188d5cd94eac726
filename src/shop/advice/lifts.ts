import { repairById } from '@/catalog';
import { cheapestLifts } from '@/core/grade/lift';
import type { GradeInput, GradeLift, Rubric } from '@/core/grade/rubric';
import type { Grade } from '@/core/price/model';
import type { Specification } from '@/core/record/specification';
import { keptOf } from '@/core/ledger/entry';
import { database } from '@/db/client';
import type { units } from '@/db/schema';
import { houseNow } from '../house/tables';
import { quotesFor } from '../parts/quotes';
import { shopRules } from '../rules/queries';
import { estimateOf } from '../rules/times';
import { priceOf } from '../units/worth';

export interface PricedLift extends GradeLift {
  /** What it fetches more, and what is left of that after hands, parts and fees. */
  gainMinor: number;
  netMinor: number;
}

/** For every better grade: the cheapest way there, and what it wins. Best net first. */
export async function liftsFor(
  unit: Pick<typeof units.$inferSelect, 'id' | 'chassis'>,
  rubric: Rubric,
  input: GradeInput,
  now: Grade,
  spec: Specification,
): Promise<PricedLift[]> {
  const [{ tables }, rules, quotes] = await Promise.all([
    houseNow(database()),
    shopRules(),
    quotesFor(database(), unit.id),
  ]);
  const swap = repairById('swap-battery');
  const battery =
    swap?.part && unit.chassis === 'laptop'
      ? {
          minutes: estimateOf(rules.handMinutes, 'swap-battery', swap.minutes).minutes,
          minor: quotes.battery?.minor ?? swap.part.costMinor,
        }
      : null;
  const priceAt = (grade: Grade, health?: number) =>
    priceOf(tables, unit.chassis, spec, grade, true, undefined, health).minor;
  const kept = keptOf(rules.feeBasisPoints);
  return cheapestLifts(rubric, input, { perMinuteMinor: rules.ratePerHourMinor / 60, battery })
    .map((lift) => {
      const gainMinor = priceAt(lift.to, lift.battery ? 1 : undefined) - priceAt(now);
      return { ...lift, gainMinor, netMinor: Math.round(gainMinor * kept) - lift.costMinor };
    })
    .sort((a, b) => b.netMinor - a.netMinor);
}

import { repairById } from '@/catalog';
import type { Grade } from '@/core/price/model';
import { batteryChoice } from '@/core/instruments/pack';
import { database } from '@/db/client';
import type { units } from '@/db/schema';
import type { Specification } from '@/core/record/specification';
import { keptOf, labourMinor } from '@/core/ledger/entry';
import type { BatteryMoneyView } from '@/words/readings/view';
import { houseNow } from '../house/tables';
import { quotesFor } from '../parts/quotes';
import { shopRules } from '../rules/queries';
import { estimateOf } from '../rules/times';
import { priceOf } from '../units/worth';

/**
 * Keep the battery and tell, or replace it: what the machine fetches either way, less the pack, hands and fees.
 * @returns null when nobody knows how it holds
 */
export async function batteryMoney(
  unit: Pick<typeof units.$inferSelect, 'id' | 'chassis' | 'grade'>,
  spec: Specification,
): Promise<BatteryMoneyView | null> {
  const health = spec.number('batteryHealth');
  const repair = repairById('swap-battery');
  if (health === null || !repair?.part || unit.chassis !== 'laptop') return null;
  const [{ tables }, rules, quotes] = await Promise.all([
    houseNow(database()),
    shopRules(),
    quotesFor(database(), unit.id),
  ]);
  const { minutes } = estimateOf(rules.handMinutes, 'swap-battery', repair.minutes);
  const at = (own: number) =>
    priceOf(tables, unit.chassis, spec, unit.grade as Grade | null, true, undefined, own).minor;
  const handsMinor = labourMinor(minutes, rules.ratePerHourMinor);
  const packMinor = quotes.battery?.minor ?? repair.part.costMinor;
  const prices = { kept: at(health), replaced: at(1) };
  return {
    keptMinor: prices.kept,
    replacedMinor: prices.replaced,
    packMinor,
    quoted: quotes.battery !== undefined,
    handsMinor,
    ...batteryChoice(prices, packMinor, handsMinor, keptOf(rules.feeBasisPoints)),
  };
}

import { database } from '@/db/client';
import type { TwoRoute } from '@/words/parts/offer';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { shopRules } from '../rules/queries';
import { partsIn, unitByTag } from '../units/queries';
import { partWorths } from '../units/worth';
import { factsOfPart } from '@/core/parts/facts';
import { keptOf } from '@/core/ledger/entry';
import { planOf } from './plan';
import { harvestOfUnit } from './unit';
import type { Offered } from './upgrades';

/**
 * One machine or two: what two units are worth as they are, and with one of them made better by parts of the other,
 * which is then taken apart. The best first. A part that goes over is no longer among those taken out.
 */
export async function oneOrTwo(tags: readonly [string, string]): Promise<TwoRoute[]> {
  const db = database();
  const found = await Promise.all(tags.map((tag) => unitByTag(tag)));
  const missing = tags.find((_, i) => !found[i]);
  if (missing !== undefined) throw new ShopError('missing', `There is no unit ${missing.slice(0, 20)}.`);
  const [a, b] = found.map((each) => each!);
  if (a.unit.id === b.unit.id) throw new ShopError('invalid', 'These are one and the same machine.');
  const [rules, { tables }] = await Promise.all([shopRules(), houseNow(db)]);
  const routes: TwoRoute[] = [
    {
      words: `Two: ${a.unit.tag} and ${b.unit.tag} as they are`,
      valueMinor: a.unit.valueMinor + b.unit.valueMinor,
      parts: [],
    },
  ];
  for (const [base, donor] of [
    [a, b],
    [b, a],
  ]) {
    const keep = keptOf(rules.feeBasisPoints);
    const usual = partWorths(tables, donor.unit.chassis, donor.spec);
    const parts = await partsIn(donor.unit.id);
    const offered = parts.map((part): Offered => ({
      id: part.id,
      from: 'bin',
      class: part.class,
      name: part.name,
      attributes: factsOfPart(part),
      costMinor: Math.round((usual[part.class as keyof typeof usual] ?? 0) * keep),
    }));
    const plan = await planOf(base.unit.id, { parts, offered });
    const best = plan?.best;
    const rest = harvestOfUnit(donor.unit, donor.record, tables, rules);
    routes.push({
      words: `One: ${base.unit.tag}${best ? ' with parts' : ''}; ${donor.unit.tag} taken apart`,
      valueMinor: Math.round(base.unit.valueMinor + (best?.netMinor ?? 0) + rest.netMinor),
      parts: (best?.change.put ?? []).map((id) => ({ id, name: plan!.names.get(id)! })),
    });
  }
  return routes.sort((x, y) => y.valueMinor - x.valueMinor);
}

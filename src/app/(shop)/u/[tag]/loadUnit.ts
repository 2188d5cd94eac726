import { notFound } from 'next/navigation';
import { cache } from 'react';
import { database } from '@/db/client';
import { requireActor } from '@/server/session';
import { powerNow } from '@/shop/safety/power';
import { unitByTag } from '@/shop/units/queries';
import { goodFor, runsWords, usesNow } from '@/words/unit/uses';
import { seesMargins, shopHouse, shopRules } from '@/shop/rules/queries';
import { dayOf } from '@/words/time';
import { keepCurrent } from '@/shop/units/revalue';
import { asShown } from '@/shop/study/veil';
import type { UnitHead } from '@/words/unit/view';
import { headView } from '@/words/unit/head';

/** The unit of a page, read once a request; its values follow rules and bin when they have changed. */
export const loadUnit = cache(async (tag: string) => {
  const actor = await requireActor();
  const found = await unitByTag(tag);
  if (!found) notFound();
  const current = (await keepCurrent({ ...found.unit, record: found.record }))
    ? (await unitByTag(tag))!
    : found;
  const { study } = await shopRules();
  return { ...current, unit: asShown(current.unit, current.lot.source, study), actor };
});

export async function unitHead(tag: string): Promise<UnitHead> {
  const { unit, lot, spec, actor } = await loadUnit(tag);
  const [rules, { tables }] = await Promise.all([shopRules(), shopHouse()]);
  const power = await powerNow(database(), unit);
  const uses = usesNow(tables, unit.chassis, spec, dayOf(new Date(), rules.timeZone));
  return headView(unit, lot, spec, actor.role !== 'viewer', seesMargins(actor.role, rules), {
    uses: goodFor(uses),
    system: runsWords(uses),
    notPowered: power.why,
  });
}

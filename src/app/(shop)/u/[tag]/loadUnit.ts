import { notFound } from 'next/navigation';
import { cache } from 'react';
import { database } from '@/db/client';
import { requireActor } from '@/server/session';
import { powerNow } from '@/shop/safety/power';
import { historyOf, photosOf, unitByTag } from '@/shop/units/queries';
import { lastDone, lastOfMine } from '@/core/record/back';
import { minorText } from '@/core/money/minor';
import { seesMargins, shopHouse, shopRules } from '@/shop/rules/queries';
import { pathNow } from '@/shop/units/path';
import { standingOf } from '@/shop/units/remaining';
import { backView, entryWords } from '@/words/record/back';
import { eventNames } from '@/words/record/eventNames';
import { pathViews } from '@/words/unit/path';
import { dayOf, daysBetween } from '@/words/time';
import { promiseTold } from '@/words/unit/promise';
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

/** How far it is, by its record; read once a request. */
export const unitStanding = cache(async (tag: string) => standingOf((await loadUnit(tag)).unit));

export const unitPhotos = cache(async (tag: string) => photosOf((await loadUnit(tag)).unit.id));

/** How far back the last thing done is looked for: what was taken back since stands between. */
const LAST_ENTRIES = 60;

export const unitNames = cache(async (tag: string) => {
  const [{ unit }, { tables }, rules] = await Promise.all([loadUnit(tag), shopHouse(), shopRules()]);
  return eventNames(unit.chassis, tables.rubric, rules.currencyDecimals, rules.timeZone);
});

export const unitHead = cache(async (tag: string): Promise<UnitHead> => {
  const { unit, lot, spec, actor } = await loadUnit(tag);
  const [rules, power, standing, photos, history, names] = await Promise.all([
    shopRules(),
    powerNow(database(), unit),
    unitStanding(tag),
    unitPhotos(tag),
    historyOf(unit.id, LAST_ENTRIES),
    unitNames(tag),
  ]);
  const now = new Date();
  const last = actor.role === 'viewer' ? null : lastOfMine(history, actor.id, now);
  const done = lastDone(history, now);
  const left = unit.stage === 'sold' || unit.stage === 'gone';
  const day = (at: Date) => dayOf(at, rules.timeZone);
  return headView(unit, lot, spec, actor.role !== 'viewer', seesMargins(actor.role, rules), {
    path: pathViews(pathNow(unit, standing, lot.source), {
      ...unit,
      ask: unit.askMinor === null ? '' : minorText(unit.askMinor, rules.currencyDecimals),
      sold: unit.stage === 'sold',
    }),
    days: left ? null : daysBetween(unit.built ? day(unit.createdAt) : lot.receivedOn, day(new Date())),
    promised: left || !unit.promisedAt ? null : promiseTold(unit.promisedAt, unit.stage, rules.timeZone),
    photo: photos[0]?.id ?? null,
    undo: last && backView(last.entry, last.back, names),
    lately: done && done.actor !== actor.id ? { who: done.actorName, words: entryWords(done, names) } : null,
    worthMinor: left ? null : (unit.evaluation?.valueMinor ?? null),
    notPowered: power.why,
  });
});

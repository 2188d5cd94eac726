import { and, desc, eq, ne } from 'drizzle-orm';
import type { Candidate } from '@/core/lots/cutLine';
import { pinnedMinutes } from '@/core/lots/cutLine';
import { database } from '@/db/client';
import { lots, OPEN_UNITS, units } from '@/db/schema';
import { ShopError } from '@/errors';
import type { HoursRow } from '@/words/day';
import { runInWorker } from '@/workers/pool';
import { houseNow } from '../house/tables';
import { shopRules } from '../rules/queries';
import { weekOf } from './commands';
import { handsOf } from './plan';

const MOST_UNITS = 2000;
const SECONDS = 3;

/** Hands of everybody over the next seven days, minutes: when they are there and have nothing else to do. */
export async function weekMinutes(): Promise<number> {
  const rules = await shopRules();
  const { people } = await handsOf(weekOf(rules), rules.timeZone, Date.now(), 7);
  return people.reduce((sum, { hours }) => sum + hours.reduce((all, [a, b]) => all + b - a, 0), 0);
}

/** What a machine brings that nobody works on: sold as found, or scrapped; minor units. */
const leftAsItIs = ({
  evaluation,
  stopMinor,
}: Pick<typeof units.$inferSelect, 'evaluation' | 'stopMinor'>): number => {
  const idle = (evaluation?.routes ?? []).filter(({ route }) => route === 'asFound' || route === 'recycle');
  return idle.length ? Math.max(...idle.map(({ valueMinor }) => valueMinor)) : stopMinor;
};

/** Which machines get so many attended minutes, exactly; and what more of them would bring. */
export async function cutOfHours(asked: number) {
  const rows = await database()
    .select({ unit: units, source: lots.source })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(
      and(OPEN_UNITS, ne(units.stage, 'quarantine'), ne(units.stage, 'waiting'), ne(lots.source, 'owner')),
    )
    .orderBy(desc(units.rankScore))
    .limit(MOST_UNITS);
  const { tables } = await houseNow(database());
  const candidates = rows.map(({ unit }): Candidate => ({
    id: unit.id,
    net: unit.valueMinor - leftAsItIs(unit),
    minutes: Math.max(1, unit.handsMinutes - tables.minutes[unit.chassis].asFound),
    pinned: unit.pinned ?? undefined,
  }));
  const minutes = Math.max(asked, pinnedMinutes(candidates));
  const found = await runInWorker('cutHours', [candidates, minutes, SECONDS]).catch((error: unknown) => {
    if (error instanceof ShopError && error.code === 'refused') return null;
    throw error;
  });
  if (!found) return null;
  const [chosen, more, less] = [found.line, found.more, found.less].map((line) => new Set(line.chosen));
  const list = rows.map(({ unit }, i): HoursRow => ({
    id: unit.id,
    tag: unit.tag,
    called: `${unit.maker} ${unit.model}`.trim(),
    version: unit.version,
    netMinor: candidates[i].net,
    minutes: candidates[i].minutes,
    pinned: unit.pinned,
    in: chosen.has(unit.id),
    near:
      !chosen.has(unit.id) && more.has(unit.id)
        ? 'more'
        : chosen.has(unit.id) && !less.has(unit.id)
          ? 'less'
          : null,
  }));
  const anHour = ({ netMinor, minutes: own }: HoursRow) => netMinor / own;
  list.sort((a, b) => Number(b.in) - Number(a.in) || anHour(b) - anHour(a));
  return {
    minutes,
    list,
    netMinor: Math.round(found.line.net),
    boundMinor: Math.round(found.line.bound),
    moreMinor: Math.max(0, Math.round(found.more.net - found.line.net)),
    used: list.reduce((sum, row) => sum + (row.in ? row.minutes : 0), 0),
  };
}

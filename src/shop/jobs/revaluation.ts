import { and, asc, gt, notInArray } from 'drizzle-orm';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { log } from '@/log';
import { refreshUnit } from '../units/revalue';
import type { Progress } from './progress';

/** Units whose value still matters. */
export const openUnits = notInArray(units.stage, ['sold', 'gone']);

const PAGE = 200;

/**
 * Works out every open unit again, one short transaction each, so that the benches go on meanwhile. Units
 * that fail are counted and left as they were.
 * @throws Cancelled between two units
 */
export async function revalueAll(progress: Progress): Promise<{ done: number; failed: number }> {
  const db = database();
  let after = '00000000-0000-0000-0000-000000000000';
  let done = 0;
  let failed = 0;
  for (;;) {
    const page = await db
      .select({ id: units.id })
      .from(units)
      .where(and(openUnits, gt(units.id, after)))
      .orderBy(asc(units.id))
      .limit(PAGE);
    if (page.length === 0) return { done, failed };
    for (const { id } of page) {
      await progress.tell(done, failed ? `${failed} could not be worked out` : '');
      try {
        await db.transaction((tx) => refreshUnit(tx, id));
      } catch (error) {
        failed++;
        log.warn({ error, unit: id }, 'revaluation: a unit could not be worked out');
      }
      done++;
      after = id;
    }
  }
}

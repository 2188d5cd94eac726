import { and, asc, eq, or } from 'drizzle-orm';
import { technicalFile } from '@/core/papers/technical';
import { database } from '@/db/client';
import { components, movements } from '@/db/schema';
import { ShopError } from '@/errors';
import type { TechnicalPaper } from '@/formats/print/technical';
import { dayOf } from '@/words/time';
import { newestEntry } from '../history/anchors';
import { wayOf } from '../record/entries';
import { unitByTag } from '../units/queries';
import { passportOf } from './papers';

/** Parts that hands put into a machine or took out of it, in the order they did. */
async function partsMoved(unitId: string, day: (at: Date) => string) {
  const here = `unit:${unitId}`;
  const rows = await database()
    .select({ move: movements, code: components.code, name: components.name, serial: components.serial })
    .from(movements)
    .innerJoin(components, eq(components.id, movements.componentId))
    .where(and(or(eq(movements.toPlace, here), eq(movements.fromPlace, here))))
    .orderBy(asc(movements.at));
  const back = new Set(
    rows.flatMap(({ move }) => (move.takesBack === null ? [] : [`${move.componentId} ${move.takesBack}`])),
  );
  return rows.flatMap(({ move, code, name, serial }) => {
    const way = wayOf({ from: move.fromPlace, to: move.toPlace, reason: move.reason }, unitId);
    if (
      !way ||
      way === 'found' ||
      move.toPlace === 'never' ||
      move.takesBack !== null ||
      back.has(`${move.componentId} ${move.n}`)
    )
      return [];
    const called = `${code} ${name}${serial && `, serial ${serial}`}`;
    return [{ what: `${way === 'in' ? 'In' : 'Out'}: ${called}`, when: `${day(move.at)}, ${move.byName}` }];
  });
}

/**
 * The technical file of a machine: what its papers say, in the order an inspector goes through it.
 * @throws ShopError as its passport does
 */
export async function technicalOf(
  tag: string,
  shopRow: Parameters<typeof passportOf>[1],
): Promise<TechnicalPaper> {
  const found = await unitByTag(tag);
  if (!found) throw new ShopError('missing', `There is no unit ${tag.slice(0, 20)}.`);
  const day = (at: Date) => dayOf(at, shopRow.timeZone);
  const pass = await passportOf(tag, shopRow);
  const newest = await newestEntry(database());
  return {
    tag: pass.tag,
    shop: pass.shop,
    title: pass.title || pass.kind,
    printedOn: pass.printedOn,
    seal: newest ? `History ${newest.seq} ${newest.hash.slice(0, 24)}` : '',
    steps: technicalFile({
      ...pass,
      came: `${found.lot.receivedOn}, lot ${found.lot.code}`,
      parts: await partsMoved(found.unit.id, day),
      leaves: pass.grade ? `grade ${pass.grade} by rubric ${pass.rubric}` : pass.as.toLowerCase(),
      trader:
        [pass.shop, pass.trader].filter(Boolean).join(', ') === pass.shop
          ? ''
          : `${pass.shop}, ${pass.trader}`,
    }),
  };
}

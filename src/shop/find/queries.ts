import { and, asc, desc, ilike, notInArray, or } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import type { Chassis } from '@/core/catalogue';
import { database } from '@/db/client';
import { components, lots, user } from '@/db/schema';
import { houseNow } from '../house/tables';
import { keepable } from '@/formats/json';

const SHOWN = 4;
/** Fewer letters than this find only tags. */
const LEAST = 2;

const likeOf = (text: string) => `%${text.replace(/[%_\\]/g, '\\$&')}%`;
const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Repairs and pieces of work of a chassis whose names hold every word of the text. */
export async function workMatching(text: string, chassis: Chassis, limit = SHOWN) {
  const words = plain(text).split(' ').filter(Boolean);
  if (text.trim().length < LEAST) return [];
  const { work } = (await houseNow(database())).tables;
  return [
    ...catalogue.repairs.filter((repair) => appliesTo(repair, chassis)),
    ...work.map(({ id, name }) => ({ id, name })),
  ]
    .filter(({ name }) => words.every((word) => plain(name).includes(word)))
    .slice(0, limit)
    .map(({ id, name }) => ({ id, name }));
}

/** Lots, parts and people a few letters find. */
export async function shopMatching(text: string) {
  const asked = text.trim();
  if (asked.length < LEAST || !keepable(asked)) return { lots: [], parts: [], people: [] };
  const like = likeOf(asked);
  const db = database();
  const [foundLots, parts, people] = await Promise.all([
    db
      .select({ code: lots.code, name: lots.name })
      .from(lots)
      .where(or(ilike(lots.code, like), ilike(lots.name, like)))
      .orderBy(desc(lots.receivedOn))
      .limit(SHOWN),
    db
      .select({
        code: components.code,
        name: components.name,
        class: components.class,
        place: components.place,
      })
      .from(components)
      .where(
        and(
          or(
            ilike(components.code, like),
            ilike(components.name, like),
            ilike(components.serial, like),
            ilike(components.class, like),
          ),
          notInArray(components.place, ['sold', 'never']),
        ),
      )
      .orderBy(asc(components.code))
      .limit(SHOWN),
    db
      .select({ id: user.id, name: user.name, role: user.role })
      .from(user)
      .where(ilike(user.name, like))
      .orderBy(asc(user.name))
      .limit(SHOWN),
  ]);
  return { lots: foundLots, parts, people };
}

import { and, asc, count, eq } from 'drizzle-orm';
import Joi from 'joi';
import { database } from '@/db/client';
import { savedViews } from '@/db/schema';
import { ShopError } from '@/errors';
import { checkedInput, isRowId } from '../input';

const MOST = 20;
const shape = Joi.object({
  name: Joi.string().trim().min(1).max(40).required().label('name'),
  // an address inside the shop, never another's
  path: Joi.string()
    .pattern(/^\/(?!\/)[\w\-/?=&%.+]*$/)
    .max(400)
    .required()
    .label('address'),
});

/** Ways of looking at lists a person has kept. */
export const viewsOf = (person: string) =>
  database()
    .select({ id: savedViews.id, name: savedViews.name, path: savedViews.path })
    .from(savedViews)
    .where(eq(savedViews.person, person))
    .orderBy(asc(savedViews.name));

export async function keepView(person: string, asked: unknown): Promise<{ id: string }> {
  const input = checkedInput(shape, asked);
  const [{ n }] = await database()
    .select({ n: count() })
    .from(savedViews)
    .where(eq(savedViews.person, person));
  if (n >= MOST) throw new ShopError('refused', `Not kept: ${MOST} views are kept already. Drop one first.`);
  const [row] = await database()
    .insert(savedViews)
    .values({ person, ...input })
    .returning({ id: savedViews.id });
  return row;
}

export async function dropView(person: string, id: string): Promise<void> {
  if (!isRowId(id)) throw new ShopError('missing', 'There is no such view.');
  await database()
    .delete(savedViews)
    .where(and(eq(savedViews.id, id), eq(savedViews.person, person)));
}

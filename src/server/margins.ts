import { ShopError } from '@/errors';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { requireActor, requireActorForApi } from './session';

/** Who looks at the books, and the shop's rules; null: the owner does not show them to this role. */
export async function bookReader() {
  const [actor, rules] = await Promise.all([requireActor(), shopRules()]);
  return seesMargins(actor.role, rules) ? { actor, rules } : null;
}

/** The same for an endpoint. @throws ShopError 'forbidden' */
export async function bookReaderForApi() {
  const [actor, rules] = [await requireActorForApi(), await shopRules()];
  if (!seesMargins(actor.role, rules))
    throw new ShopError('forbidden', 'The owner shows the books to other roles.');
  return { actor, rules };
}

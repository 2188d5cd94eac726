import type { shop } from '@/db/schema';
import { ShopError } from '@/errors';

/** Refuses to change what a running study reckons with. @throws ShopError while one runs */
export function refuseFrozen({ study }: Pick<typeof shop.$inferSelect, 'study'>): void {
  if (study?.until === null)
    throw new ShopError(
      'refused',
      'Not changed: a study is running, and what it reckons with stays as it is until it ends.',
    );
}

import { cache } from 'react';
import { database } from '@/db/client';
import { shop } from '@/db/schema';

/** The shop's own rules, read once a request. @throws Error when the shop has not been set up */
export const shopRules = cache(async () => {
  const [row] = await database().select().from(shop);
  if (!row) throw new Error('the shop has no rules yet: run "npm start" once');
  return row;
});

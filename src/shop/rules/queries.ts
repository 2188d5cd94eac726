import { cache } from 'react';
import { database } from '@/db/client';
import { shop } from '@/db/schema';
import { houseNow } from '../house/tables';

/** The shop's own rules, read once a request. @throws Error when the shop has not been set up */
export const shopRules = cache(async () => {
  const [row] = await database().select().from(shop);
  if (!row) throw new Error('the shop has no rules yet: run "npm start" once');
  return row;
});

/** The house's tables, read once a request. */
export const shopHouse = cache(() => houseNow(database()));

const ORDER = ['viewer', 'technician', 'owner'];

/** Does this role see what was paid, margins and books? */
export const seesMargins = (role: string, { marginsFor }: { marginsFor: string }) =>
  ORDER.indexOf(role) >= ORDER.indexOf(marginsFor);

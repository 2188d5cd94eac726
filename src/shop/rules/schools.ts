import { schools as shipped } from '@/catalog/cleaning';
import type { Schools } from '@/core/clean/zones';
import type { shop } from '@/db/schema';

/** How this house cleans: what it chose, over what is shipped. */
export const schoolsOf = ({ schools }: Pick<typeof shop.$inferSelect, 'schools'>): Schools => ({
  ...shipped,
  ...schools,
});

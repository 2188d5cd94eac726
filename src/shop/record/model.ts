import { sql, type SQL } from 'drizzle-orm';
import { units } from '@/db/schema';

type Unit = typeof units.$inferSelect;

/** A machine by its values, or by the columns of a row that is being read. */
export type Of = { [K in 'id' | 'maker' | 'model' | 'chassis']: Unit[K] | SQL };

/** Machines of the same maker and model. */
export const sameModel = ({ maker, model, chassis }: Omit<Of, 'id'>) =>
  sql`(lower(${units.maker}) = lower(${maker}) and lower(${units.model}) = lower(${model})
    and ${units.chassis} = ${chassis})`;

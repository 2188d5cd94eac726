import { and, eq, sql } from 'drizzle-orm';
import { units } from '@/db/schema';

/** Machines of the same maker and model. */
export const sameModel = ({
  maker,
  model,
  chassis,
}: Pick<typeof units.$inferSelect, 'maker' | 'model' | 'chassis'>) =>
  and(
    sql`lower(${units.maker}) = lower(${maker}) and lower(${units.model}) = lower(${model})`,
    eq(units.chassis, chassis),
  );

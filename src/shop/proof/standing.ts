import { sql } from 'drizzle-orm';
import { functionTests } from '@/db/schema';

/** A test that came with an act (a soak, a machine's own test) counts as long as the act was not taken back. */
export const testStands = sql`(${functionTests.act} is null or exists (select 1 from record_values v
  where v.unit_id = ${functionTests.unitId} and v.origin = ${functionTests.act} and v.voided_by is null))`;

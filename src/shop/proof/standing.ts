import { sql } from 'drizzle-orm';
import { functionTests } from '@/db/schema';

/** A test counts until it is taken back; one that came with an act (a soak, a machine's own test), with the act. */
export const testStands = sql`(${functionTests.voidedBy} is null and (${functionTests.act} is null or exists (select 1 from record_values v
  where v.unit_id = ${functionTests.unitId} and v.origin = ${functionTests.act} and v.voided_by is null)))`;

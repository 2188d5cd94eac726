import { sql } from 'drizzle-orm';
import { closeDatabase, database } from '@/db/client';
import { dropAnchor } from '@/shop/history/anchors';
import { firstFault } from '@/shop/history/check';

/** Two clocks that are set by hand agree to that. */
const SLACK_SECONDS = 300;

/**
 * At start: a clock that stands before the newest entry is refused (a dead coin cell sets it years back). Then the whole history is gone through and held against what was written down outside the database; where it
 * holds, its newest entry is written down. A fault is told loudly and keeps nobody from working.
 */
const { rows } = await database().execute<{ ahead: number }>(
  sql`select extract(epoch from max(at) - clock_timestamp())::int as ahead from events`,
);
if ((rows[0]?.ahead ?? 0) > SLACK_SECONDS) {
  console.error(
    `omnitrope: not started. The clock of this computer is ${Math.round(rows[0].ahead / 60)} minutes before the newest entry of the history: set it right first.`,
  );
  process.exit(1);
}
const found = await firstFault(database());
if (found)
  console.error(
    `omnitrope: THE HISTORY DOES NOT HOLD. Entry ${found.seq}: ${found.fault}. See docs/security.md.`,
  );
else await dropAnchor(database());
await closeDatabase();

import { closeDatabase, database } from '@/db/client';
import { dropAnchor } from '@/shop/history/anchors';
import { firstFault } from '@/shop/history/check';

/**
 * At start: the whole history is gone through and held against what was written down outside the database; where it
 * holds, its newest entry is written down. A fault is told loudly and keeps nobody from working.
 */
const found = await firstFault(database());
if (found)
  console.error(
    `omnitrope: THE HISTORY DOES NOT HOLD. Entry ${found.seq}: ${found.fault}. See docs/security.md.`,
  );
else await dropAnchor(database());
await closeDatabase();

import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { erasures } from '@/db/schema';
import { historyFault } from '@/shop/history/verdict';
import { openShop } from './shop';
import { world } from './sequence';
import { eraseRoutes } from './liveSystem';
import { served } from './served';

openShop('leaving');
const front = served(eraseRoutes);

/** Sequences in a usual run, and acts in each; `npm run bench:leaving` walks 2,000. The first has the number FROM. */
const SEQUENCES = Number(process.env.OMNITROPE_SEQUENCES ?? 40);
const FROM = Number(process.env.OMNITROPE_FROM ?? 1);
const ACTS = 40;

describe('whatever is done, in whatever order', () => {
  it(
    'no drive with somebody’s data leaves the shop, and the history holds',
    { timeout: Math.max(400_000, SEQUENCES * 6_000) },
    async () => {
      for (let seed = FROM; seed < FROM + SEQUENCES; seed++) {
        const { step, done } = await world(seed, front.origin);
        for (let n = 0; n < ACTS; n++) expect([seed, n, await step()]).toEqual([seed, n, null]);
        expect(done.filter((name) => !name.endsWith('(refused)')).length, done.join(', ')).toBeGreaterThan(5);
      }
      expect(await historyFault()).toBeNull();
      const rows = await database().select().from(erasures);
      expect(rows.every(({ eventSeq }) => eventSeq !== null)).toBe(true);
    },
  );
});

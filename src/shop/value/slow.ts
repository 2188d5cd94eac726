import { sql } from 'drizzle-orm';
import { ASK_STEP, BUNDLE_FROM, SLOW_FROM, WORTH_CHANGING } from '@/catalog/worth/selling';
import type { Chassis } from '@/core/catalogue';
import { learnPace } from '@/core/value/daysToSale';
import { database } from '@/db/client';
import type { SlowLine } from '@/words/books/view';
import { runInWorker } from '@/workers/pool';
import { houseNow } from '../house/tables';
import { shopRules } from '../rules/queries';
import { sellingOf } from './asking';
import { shelfStretches } from './queries';

/** Those that stand longest. */
const MOST = 400;
const SHOWN = 60;

/** Machines that stand longer than they should, or that something else would bring more for; what brings most first. */
export async function slowStock(): Promise<{ lines: SlowLine[]; shelf: number }> {
  const db = database();
  const [{ tables }, rules, stretches, { rows }] = await Promise.all([
    houseNow(db),
    shopRules(),
    shelfStretches(),
    db.execute<{
      tag: string;
      called: string;
      chassis: Chassis;
      ask: number;
      price: number;
      days: number;
      parts: number | null;
      alike: number;
    }>(sql`
      select u.tag, trim(u.maker || ' ' || u.model) as called, u.chassis, u.ask_minor::int as ask, u.price_minor::int as price,
        greatest(0.5, extract(epoch from now() - u.stage_since) / 86400)::float8 as days,
        (select (way.of ->> 'valueMinor')::float8 from jsonb_array_elements(u.evaluation -> 'routes') as way(of) where way.of ->> 'route' = 'harvest') as parts,
        (count(*) over (partition by u.chassis, lower(trim(u.model))) - 1)::int as alike
      from units u join lots l on l.id = u.lot_id
      where u.stage = 'shelf' and u.listed and u.ask_minor > 0 and u.price_minor > 0 and l.source <> 'owner'
      order by u.stage_since limit ${MOST}`),
  ]);
  const pace = learnPace(stretches);
  const feeShare = rules.feeBasisPoints / 10_000;
  const advices = await runInWorker('slowAdvices', [
    rows.map(({ chassis, ask, price, days, parts, alike }) => ({
      selling: sellingOf(chassis, { minor: price, variance: 0 }, tables, feeShare, pace),
      waiting: { askMinor: ask, days, partsMinor: parts, alike },
    })),
    { bundleFrom: BUNDLE_FROM, worthChanging: WORTH_CHANGING },
    ASK_STEP,
  ]);
  const lines = rows.map(({ tag, called, ask, days }, i): SlowLine => ({ tag, called, askMinor: ask, days, advice: advices[i] })); // prettier-ignore
  // a price stands for some weeks before anything is said against it
  const slow = lines.filter(
    ({ days, advice }) => days >= 7 * tables.selling.standsWeeks && (advice.kind !== 'wait' || advice.goneByNow >= SLOW_FROM), // prettier-ignore
  );
  return {
    lines: slow.sort((a, b) => b.advice.gainMinor - a.advice.gainMinor).slice(0, SHOWN),
    shelf: rows.length,
  };
}

import { STAGES, type Stage } from '@/db/schema';
import { csvOf } from '@/formats/unitsCsv';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { lotByCode } from '@/shop/lots/queries';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { listUnits } from '@/shop/units/list';
import { listView } from '@/words/lists/view';
import { listLines, tableRows } from '@/words/lists/rows';

const MOST = 5_000;

/** A list as it is looked at, whole, as CSV: ?at=/stage/shelf and what stands in its address. */
export async function GET(request: Request): Promise<Response> {
  try {
    const actor = await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const view = listView(Object.fromEntries(query));
    const [, place, name] = (query.get('at') ?? '/').split('/');
    const stage = place === 'stage' && STAGES.includes(name as Stage) ? (name as Stage) : undefined;
    const lot = place === 'lots' && name ? await lotByCode(name) : null;
    const rules = await shopRules();
    const margins = seesMargins(actor.role, rules);
    const { rows } = await listUnits({ stage, lotId: lot?.id, view, person: actor.id, limit: MOST });
    const lines = listLines(tableRows(rows), rules.currencyDecimals, margins);
    return download(csvOf(lines), 'text/csv; charset=utf-8', `units-${stage ?? lot?.code ?? 'open'}.csv`);
  } catch (error) {
    return refusal(error);
  }
}

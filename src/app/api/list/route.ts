import Papa from 'papaparse';
import { STAGES, type Stage } from '@/db/schema';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { lotByCode } from '@/shop/lots/queries';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { listUnits } from '@/shop/units/list';
import { listView } from '@/words/listView';
import { tableRows } from '@/words/rows';

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
    const money = (minor: number | null) =>
      minor === null ? '' : (minor / 10 ** rules.currencyDecimals).toFixed(rules.currencyDecimals);
    const lines = tableRows(rows).map((row) => ({
      tag: row.tag,
      kind: row.kind,
      machine: row.machine,
      stage: row.stageName,
      'waits, h': (row.waitMinutes / 60).toFixed(1),
      probably: row.probably,
      'chance, %': row.probability === null ? '' : Math.round(row.probability * 100),
      route: row.route,
      'to win': money(row.valueMinor),
      'from (P10)': money(row.lowMinor),
      'to (P90)': money(row.highMinor),
      'hands, min': row.handsMinutes.toFixed(1),
      grade: row.grade ?? '',
      asked: money(row.askMinor),
      'by the table': money(row.priceMinor),
      'sold for': money(row.soldMinor),
      'sold on': row.soldOn ?? '',
      where: row.channel ?? '',
      ...(margins && { 'left over': money(row.marginMinor) }),
      said: row.claim,
    }));
    // a cell that a spreadsheet would take for a formula is text
    const csv = Papa.unparse(lines, { newline: '\r\n', escapeFormulae: /^[=+@\t\r]|^-(?!\d)/ });
    return download(
      `\ufeff${csv}\r\n`,
      'text/csv; charset=utf-8',
      `units-${stage ?? lot?.code ?? 'open'}.csv`,
    );
  } catch (error) {
    return refusal(error);
  }
}

import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';
import { lotByCode, tagsOf } from '@/shop/lots/queries';
import { heavy } from '@/workers/pool';

/** Most tags one file holds; the next begins with ?from=. */
const MOST = 1_200;

/** Sheets of tags of a lot. ?from=WQ-0010 starts later; ?skip=5 leaves used labels free. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const lot = await lotByCode((await params).code);
    if (!lot) throw new ShopError('missing', 'There is no such lot.');
    const query = new URL(request.url).searchParams;
    const from = query.get('from') ?? '';
    const only = query.get('tag');
    const tags = (await tagsOf(lot.id))
      .filter((row) => (only ? row.tag === only : row.tag >= from))
      .slice(0, MOST);
    if (tags.length === 0) throw new ShopError('missing', 'There are no units to print tags for.');
    const labels = tags.map((row) => ({
      tag: row.tag,
      line: `${row.maker} ${row.model}`.trim(),
      lot: lot.code,
      more: row.serial ? `serial ${row.serial}` : '',
    }));
    const skip = Math.trunc(Number(query.get('skip') ?? 0)) || 0;
    const pdf = await heavy('labels', [labels, skip], request.signal);
    return download(pdf, 'application/pdf', `tags-${lot.code}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}

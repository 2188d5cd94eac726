import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';
import { isTag } from '@/shop/input';
import { tagged } from '@/shop/lots/queries';
import { heavy } from '@/workers/pool';

/** Tags of any units: ?tags=WQ-0001,TF-0002. ?skip=5 leaves used labels of the sheet free. */
export async function GET(request: Request): Promise<Response> {
  try {
    await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const asked = (query.get('tags') ?? '').toUpperCase().split(',').filter(isTag).slice(0, 200);
    const rows = asked.length ? await tagged(asked) : [];
    if (rows.length === 0) throw new ShopError('missing', 'There are no units to print tags for.');
    const labels = rows.map((row) => ({
      tag: row.tag,
      line: `${row.maker} ${row.model}`.trim(),
      lot: row.lot,
      more: row.serial ? `serial ${row.serial}` : '',
    }));
    const skip = Math.trunc(Number(query.get('skip') ?? 0)) || 0;
    const pdf = await heavy('labels', [labels, skip], request.signal);
    return download(pdf, 'application/pdf', 'tags.pdf', 'inline');
  } catch (error) {
    return refusal(error);
  }
}

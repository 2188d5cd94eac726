import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { binParts } from '@/shop/components/queries';
import { ShopError } from '@/shop/errors';
import { heavy } from '@/workers/pool';

/** Labels of parts in the bin: all, or ?codes=P-0001,P-0002. ?skip=5 leaves used labels free. */
export async function GET(request: Request): Promise<Response> {
  try {
    await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const codes = query.get('codes')?.toUpperCase().split(',').slice(0, 500);
    const parts = (await binParts()).filter((part) => !codes || codes.includes(part.code));
    if (parts.length === 0) throw new ShopError('missing', 'There are no such parts in the bin.');
    const labels = parts.map((part) => ({
      tag: part.code,
      line: part.name,
      lot: part.class,
      more: part.serial ? `serial ${part.serial}` : '',
    }));
    const skip = Math.trunc(Number(query.get('skip') ?? 0)) || 0;
    const pdf = await heavy('labels', [labels, skip], request.signal);
    return download(pdf, 'application/pdf', 'parts.pdf', 'inline');
  } catch (error) {
    return refusal(error);
  }
}

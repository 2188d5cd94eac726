import { labelFile } from '@/server/labels';
import { ShopError } from '@/errors';
import { lotLabels } from '@/shop/labels/labels';
import { lotByCode } from '@/shop/lots/queries';

/** Sheets of tags of a lot. ?from=WQ-0010 starts later; ?tag=WQ-0010 is one; ?skip=5 leaves used labels free. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  const { code } = await params;
  return labelFile(request, `tags-${code}`, async (query) => {
    const lot = await lotByCode(code);
    if (!lot) throw new ShopError('missing', 'There is no such lot.');
    return lotLabels(lot.id, query.get('from') ?? '', query.get('tag'));
  });
}

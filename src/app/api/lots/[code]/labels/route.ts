import { labelSheet } from '@/formats/print/labels';
import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';
import { lotByCode, tagsOf } from '@/shop/lots/queries';

/** Sheets of tags of a lot. ?from=WQ-0010 starts later; ?skip=5 leaves used labels free. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const lot = await lotByCode(decodeURIComponent((await params).code));
    if (!lot) throw new ShopError('missing', 'There is no such lot.');
    const query = new URL(request.url).searchParams;
    const from = query.get('from') ?? '';
    const only = query.get('tag');
    const tags = (await tagsOf(lot.id)).filter((row) => (only ? row.tag === only : row.tag >= from));
    if (tags.length === 0) throw new ShopError('missing', 'There are no units to print tags for.');
    const pdf = await labelSheet(
      tags.map((row) => ({ tag: row.tag, line: `${row.maker} ${row.model}`.trim(), lot: lot.code })),
      Number(query.get('skip') ?? 0) || 0,
    );
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="tags-${lot.code}.pdf"`,
      },
    });
  } catch (error) {
    return refusal(error);
  }
}

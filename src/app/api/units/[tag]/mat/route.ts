import { database } from '@/db/client';
import { labelFile } from '@/server/labels';
import { matNow, templateFor } from '@/shop/hands/matRows';
import { unitByTag } from '@/shop/units/queries';
import { ShopError } from '@/errors';
import { MAT_CLOSED, matCode } from '@/words/hands/mat';

/** Codes for the compartments of a mat: what lies there, out and back in, and one that closes it. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  const { tag } = await params;
  return labelFile(request, `mat-${tag}`, async () => {
    const found = await unitByTag(tag);
    if (!found) throw new ShopError('missing', `There is no unit ${tag.slice(0, 20)}.`);
    const db = database();
    const mat = (await matNow(db, found.unit.id)) ?? (await templateFor(db, found.unit));
    const lot = [found.unit.maker, found.unit.model].filter(Boolean).join(' ') || found.unit.chassis;
    return [
      ...mat.items.flatMap((item) => {
        const title = `${item.count > 1 ? `${item.count} ` : ''}${item.name}`;
        return [
          { tag: matCode(item.id, 'out'), title, line: 'Out', lot },
          { tag: matCode(item.id, 'in'), title, line: 'Back in', lot },
        ];
      }),
      { tag: MAT_CLOSED, title: 'Close it', line: 'Everything is back', lot },
    ];
  });
}

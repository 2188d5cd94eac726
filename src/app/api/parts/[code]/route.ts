import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { factsOfPart } from '@/core/parts/facts';
import { partByCode } from '@/shop/parts/queries';
import { partView } from '@/words/parts/view';
import { placeWords } from '@/words/parts/places';

/** A part by the code on its label, with where it is. */
export async function GET(_: Request, { params }: { params: Promise<{ code: string }> }): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const { code } = await params;
    const found = await partByCode(code);
    if (!found) throw new ShopError('missing', `There is no part ${code.slice(0, 20)}.`);
    const { part, tag } = found;
    return {
      ...partView(part, factsOfPart(part)),
      place: placeWords(part.unitId ? `unit:${part.unitId}` : part.place, tag),
      here: part.place === 'bin' || part.place === 'unit',
      fromUnit: part.place === 'unit',
    };
  });
}

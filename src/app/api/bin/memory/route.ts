import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { binParts } from '@/shop/parts/queries';

/** Memory modules in the bin, for the memory board. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const parts = await binParts(['memory']);
    return {
      modules: parts
        .filter((part) => !part.reservedFor)
        .map(({ id, code, name, attributes, costMinor, knownGood }) => ({
          id,
          code,
          name,
          costMinor,
          knownGood,
          gb: Number(attributes.gb) || 0,
          type: String(attributes.type ?? ''),
          rate: Number(attributes.rate) || 0,
        })),
    };
  });
}

import { factsOfPart } from '@/core/parts/facts';
import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { binParts } from '@/shop/parts/queries';

const told = (word: string | number | undefined) => (word === undefined ? null : word === 'yes');

/** Memory modules in the bin, for the memory board. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const parts = await binParts(['memory']);
    return {
      modules: parts
        .filter((part) => !part.reservedFor)
        .map((part) => {
          const { id, code, name, attributes, costMinor, knownGood } = part;
          const facts = factsOfPart(part);
          return {
            id,
            code,
            name,
            costMinor,
            knownGood,
            gb: Number(facts.gb) || 0,
            // as its label has it, or put together from what was told of it
            type: String(attributes.type ?? [facts.kind, facts.form].filter(Boolean).join(' ')),
            rate: Number(facts.rate) || 0,
            volts: Number(facts.volts) || null,
            registered: told(facts.registered),
            ecc: told(facts.ecc),
          };
        }),
    };
  });
}

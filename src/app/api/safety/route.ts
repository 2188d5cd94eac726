import Joi from 'joi';
import { readTester } from '@/formats/tester';
import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';

const MOST = 250_000;
const input = Joi.object({ text: Joi.string().max(200_000).required().label('file') });

/** What a safety tester's own file tells. Nothing is written: whoever signs looks it over first. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const { value, error } = input.validate(await jsonWithin(request, MOST, 'the tester’s file'));
    if (error) throw new ShopError('invalid', `Not read: ${error.message}.`);
    try {
      return readTester((value as { text: string }).text);
    } catch (problem) {
      throw new ShopError('invalid', `Not read: ${(problem as Error).message}`);
    }
  });
}

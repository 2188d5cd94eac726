import Joi from 'joi';
import { answer, jsonWithin } from '@/server/answer';
import { macOf } from '@/server/device/neighbour';
import { heldLetters } from '@/server/device/token';
import { checkedInput, commandKey } from '@/shop/input';
import { tokenTyped } from '@/shop/tokens/signs';
import { recordSelfTest, toldShape } from '@/shop/selftest/commands';
import { runCommand } from '@/shop/runner';

const shape = Joi.object({ ...toldShape, key: Joi.string().max(80) });
const MOST = 60_000;

/** One result. Sent again with its key it is on record once. */
export const POST = (
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> =>
  answer(async () => {
    const state = await heldLetters(request, 'self-test', tokenTyped((await params).token));
    const { key, ...told } = checkedInput(shape, await jsonWithin(request, MOST, 'the result'));
    const from = await macOf(request.headers.get('x-omnitrope-peer') ?? '');
    await runCommand(recordSelfTest, state.actor, {
      input: { ...told, unitId: state.unitId, from },
      key: commandKey(key),
    });
    return { taken: true };
  });

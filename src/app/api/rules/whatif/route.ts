import Joi from 'joi';
import { shippedHouse } from '@/catalog/house';
import { houseFaults } from '@/core/house/faults';
import { filledUp } from '@/core/house/later';
import { answer, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { houseShape } from '@/shapes/house';
import { ShopError } from '@/errors';
import { checkedInput } from '@/shop/input';
import { whatIf } from '@/shop/proof/whatIf';

const shape = Joi.object({ tables: houseShape.required() });
const MOST = 1_000_000;

/** What other tables would make of the grades of the stock. Nothing is kept. */
export const POST = (request: Request): Promise<Response> =>
  answer(async () => {
    const actor = await requireActorForApi();
    if (actor.role !== 'owner')
      throw new ShopError('forbidden', 'Only the owner asks what other rules would do.');
    const { tables } = checkedInput(shape, await jsonWithin(request, MOST, 'the tables'));
    const whole = filledUp(tables, shippedHouse);
    const faults = houseFaults(whole, shippedHouse);
    if (faults.length) throw new ShopError('invalid', `Not asked: ${faults.slice(0, 6).join('; ')}.`);
    return whatIf(whole.rubric);
  });

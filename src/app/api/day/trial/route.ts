import Joi from 'joi';
import { answer, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { checkedInput } from '@/shop/input';
import { runInWorkerFor } from '@/workers/pool';

const count = (label: string, least: number, most: number) =>
  Joi.number().integer().min(least).max(most).required().label(label);
const chance = (label: string) => Joi.number().min(0).max(1).required().label(label);
const shape = Joi.object({
  seed: Joi.number().integer().min(1).max(1_000_000).required().label('week'),
  house: Joi.object({
    people: count('people', 1, 12),
    hours: Joi.array()
      .min(1)
      .max(6)
      .items(
        Joi.array().ordered(
          Joi.number().min(0).max(1440).required(),
          Joi.number().min(0).max(1440).required(),
        ),
      ) // prettier-ignore
      .required()
      .label('opening hours'),
    days: count('days', 1, 7),
    docks: count('docks', 1, 40),
    shelves: count('places on the shelf', 1, 40),
    racks: count('places on the rack', 1, 40),
    machines: count('machines', 1, 80),
    promised: chance('promised'),
    surprises: Joi.object({ fault: chance('faults found'), late: chance('parts late'), gone: chance('somebody gone') }).required(), // prettier-ignore
  }).required(),
});
const MOST = 10_000;

/** One drawn week of a house, worked in every way there is to choose what comes next. Nothing is kept. */
export const POST = (request: Request): Promise<Response> =>
  answer(async () => {
    const actor = await requireActorForApi();
    const { house, seed } = checkedInput(shape, await jsonWithin(request, MOST, 'the house'));
    const hours = house.hours as [number, number][];
    if (hours.some(([from, to], i) => to <= from || (i > 0 && from < hours[i - 1][1])))
      throw new ShopError('invalid', 'Not tried: opening hours end before they begin, or overlap.');
    return runInWorkerFor(actor.id, 'tryWeek', [{ ...house, hours }, seed], request.signal);
  });

import Joi from 'joi';
import { describe, expect, expectTypeOf, it } from 'vitest';
import { keyed, shortText, unitId } from './fields';
import type { ValueOf } from './inferred';

/** Types are held by the compiler; what the shape lets through, by the run. */
describe('the type of a shape', () => {
  const shape = Joi.object({
    unitId,
    note: shortText('note').allow(''),
    ended: Joi.string().valid('helped', 'done').required().label('ended'),
    price: Joi.number().integer().min(0).allow(null).required(),
    whole: Joi.boolean().default(true),
    parts: Joi.array()
      .items(Joi.object({ gb: Joi.number().required(), name: Joi.string() }))
      .max(3),
    columns: keyed(['maker', 'model'], () => Joi.number()).required(),
    mends: Joi.object().pattern(/^\d+$/, Joi.array().items(Joi.string())),
  }).or('note', 'parts');

  it('asks for what is required or filled in, and leaves the rest open', () => {
    expectTypeOf<ValueOf<typeof shape>>().toEqualTypeOf<{
      unitId: string;
      note?: string;
      ended: 'helped' | 'done';
      price: number | null;
      whole: boolean;
      parts?: { gb: number; name?: string }[];
      columns: Partial<Record<'maker' | 'model', number>>;
      mends?: Record<string, string[]>;
    }>();
  });
  it('is what the shape lets through', () => {
    const id = '11111111-2222-3333-4444-555555555555';
    const given = { unitId: id, note: '', ended: 'done', price: null, columns: { maker: 1 } };
    expect(shape.validate(given)).toEqual({ value: { ...given, whole: true } });
    const without = (key: string) => Object.fromEntries(Object.entries(given).filter(([own]) => own !== key));
    for (const key of ['unitId', 'ended', 'price', 'columns'])
      expect(shape.validate(without(key)).error?.message, key).toMatch(/is required/);
    expect(shape.validate({ ...given, ended: 'broken' }).error?.message).toMatch(/must be one of/);
    expect(shape.validate({ ...given, columns: { serial: 2 } }).error?.message).toMatch(/is not allowed/);
  });
});

import Joi from 'joi';
import { shop } from '@/db/schema';
import { defineCommand } from '../command';
import { minor, shortText } from '../input';

interface Rules { name?: string; ratePerHourMinor?: number; feeBasisPoints?: number }

/** House rules: what an attended hour costs, what selling costs. Values of units follow at their next change. */
export const setRules = defineCommand<Rules, null>({
  name: 'setRules', roles: ['owner'], onUnit: false,
  input: Joi.object({ name: shortText('name', 60), ratePerHourMinor: minor('rate'), feeBasisPoints: Joi.number().integer().min(0).max(5000).label('fees') }).min(1),
  async run({ tx }, input) {
    const [before] = await tx.select().from(shop);
    await tx.update(shop).set(input);
    return { event: { kind: 'rules', payload: { before: { ratePerHourMinor: before.ratePerHourMinor, feeBasisPoints: before.feeBasisPoints }, ...input } }, answer: null };
  },
});

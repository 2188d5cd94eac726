import Joi from 'joi';
import { catalogue } from '@/catalog';
import { SCHOOL_WORDS } from '@/catalog/cleaning';
import { TOOLS } from '@/core/catalogue';
import { learnFrom, tableStrength } from '@/core/learn/learn';
import { overrideFaults, type CatalogueOverrides } from '@/core/belief/overrides';
import { shop } from '@/db/schema';
import { defineCommand } from '../command';
import { ShopError } from '@/errors';
import { closedCases } from './closed';
import { refuseFrozen } from './frozen';
import { elsewhereCounted } from './elsewhere';
import { ratesInput } from '@/shapes/rates';
import { overridesShape } from '@/shapes/overrides';

/**
 * House rules: what an attended hour costs, what selling costs. Values of units follow at their next change,
 * or all at once (`startRevaluation`).
 */
export const setRules = defineCommand({
  name: 'setRules',
  roles: ['owner'],
  onUnit: false,
  input: ratesInput,
  async run({ tx }, input) {
    const [before] = await tx.select().from(shop);
    await tx.update(shop).set(input);
    return {
      event: {
        kind: 'rules',
        payload: {
          before: {
            ratePerHourMinor: before.ratePerHourMinor,
            feeBasisPoints: before.feeBasisPoints,
            timeZone: before.timeZone,
          },
          ...input,
        },
      },
      answer: null,
    };
  },
});

/** Tools the shop has not got: looks that want one are not proposed. */
export const setTools = defineCommand({
  name: 'setTools',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    lacks: Joi.array()
      .items(Joi.string().valid(...TOOLS))
      .unique()
      .required()
      .label('tools'),
  }),
  async run({ tx }, { lacks }) {
    const [before] = await tx.select().from(shop);
    await tx.update(shop).set({ lacks });
    return { event: { kind: 'tools', payload: { before: before.lacks, lacks } }, answer: null };
  },
});

/** How the house cleans, where practitioners disagree; plans and minutes follow. */
export const setSchools = defineCommand({
  name: 'setSchools',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    schools: Joi.object(
      Object.fromEntries(
        Object.entries(SCHOOL_WORDS).map(([key, { choices }]) => [
          key,
          Joi.string().valid(...choices.map(({ id }) => id)),
        ]),
      ),
    )
      .required()
      .label('schools'),
  }),
  async run({ tx }, { schools }) {
    const [before] = await tx.select().from(shop);
    const next = { ...before.schools, ...schools };
    await tx.update(shop).set({ schools: next });
    return {
      event: { kind: 'schools', payload: { before: { ...before.schools }, schools: { ...next } } },
      answer: null,
    };
  },
});

/** From which role on what was paid, margins and books are shown. */
export const setMargins = defineCommand({
  name: 'setMargins',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    marginsFor: Joi.string().valid('owner', 'technician', 'viewer').required().label('role'),
  }),
  async run({ tx }, { marginsFor }) {
    const [before] = await tx.select().from(shop);
    await tx.update(shop).set({ marginsFor });
    return {
      event: { kind: 'margins', payload: { before: before.marginsFor, marginsFor } },
      answer: null,
    };
  },
});

/**
 * The owner's numbers over the catalogue's, all of them at once. Checked as the catalogue itself is: names,
 * sums, and that it still holds together.
 */
export const setOverrides = defineCommand({
  name: 'setOverrides',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ overrides: overridesShape.required().label('numbers') }),
  async run({ tx }, { overrides }) {
    const faults = overrideFaults(catalogue, overrides);
    if (faults.length)
      throw new ShopError(
        'invalid',
        `Nothing was changed: ${faults.slice(0, 6).join('; ')}${faults.length > 6 ? `; and ${faults.length - 6} more` : ''}.`,
        { faults },
      );
    const [before] = await tx.select().from(shop);
    refuseFrozen(before);
    await tx.update(shop).set({ overrides });
    return {
      event: { kind: 'own numbers', payload: { before: before.overrides, overrides } },
      answer: { numbers: countOf(overrides) },
    };
  },
});

/** How many causes, findings and repairs have numbers of the owner's. */
export const countOf = (overrides: CatalogueOverrides) =>
  Object.values(overrides).reduce((sum, part) => sum + Object.keys(part ?? {}).length, 0);

/**
 * Learns priors and test tables from every closed case; `strength` is how many closed cases the catalogue
 * itself counts as.
 */
export const learnFromCases = defineCommand({
  name: 'learnFromCases',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ strength: Joi.number().integer().min(10).max(100_000).required().label('strength') }),
  async run({ tx }, { strength }) {
    refuseFrozen((await tx.select({ study: shop.study }).from(shop))[0]);
    const cases = await closedCases(tx);
    const elsewhere = await elsewhereCounted(tx);
    if (cases.length === 0 && elsewhere.length === 0)
      throw new ShopError(
        'refused',
        'Nothing to learn from yet: no machine was looked over as a whole, and none has left.',
      );
    const learned = learnFrom(catalogue, cases, tableStrength(strength), elsewhere);
    await tx.update(shop).set({ learned, learningStrength: strength });
    return {
      event: {
        kind: 'learned',
        payload: {
          cases: cases.length,
          strength,
          causes: Object.keys(learned.priors).length,
          tables: Object.keys(learned.tables).length,
        },
      },
      answer: { cases: cases.length },
    };
  },
});

/** Back to the catalogue as it ships; the owner's own numbers stay. */
export const forgetLearned = defineCommand({
  name: 'forgetLearned',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx }) {
    refuseFrozen((await tx.select({ study: shop.study }).from(shop))[0]);
    await tx.update(shop).set({ learned: null });
    return { event: { kind: 'learning dropped', payload: {} }, answer: null };
  },
});

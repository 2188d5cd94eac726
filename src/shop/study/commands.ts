import { eq } from 'drizzle-orm';
import Joi from 'joi';
import { catalogue } from '@/catalog';
import { MARKS } from '@/core/study/marks';
import { shop, studyDecisions, studyMarks } from '@/db/schema';
import { ShopError } from '@/errors';
import { defineCommand, type CommandContext } from '../command';
import { shortText } from '../input';
import { effectiveCatalogue } from '../rules/effective';
import { commitmentOf, newSeed } from './draw';
import { isOpenToMarks, stepName } from './marking';

/** Locks the shop's row, so that a study begins and ends once. */
async function rulesLocked(tx: CommandContext['tx']) {
  const [rules] = await tx.select().from(shop).for('no key update');
  return rules;
}

/**
 * Begins a study: every machine that comes in from now on is worked with proposals shown or hidden, by lot. What is
 * compared, and how, is written down before; the numbers do not change until it ends.
 */
export const startStudy = defineCommand({
  name: 'startStudy',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ plan: shortText('what is compared', 600).required() }),
  async run({ tx }, { plan }) {
    const rules = await rulesLocked(tx);
    if (rules.study && rules.study.until === null)
      throw new ShopError('refused', 'A study is running already: end it first.');
    const seed = newSeed();
    const numbers = `${catalogue.version} ${effectiveCatalogue(rules).mark}`;
    const since = new Date().toISOString();
    await tx.update(shop).set({ study: { seed, since, until: null, numbers, plan } });
    return {
      event: { kind: 'study begun', payload: { since, numbers, plan, lots: commitmentOf(seed) } },
      answer: { since },
    };
  },
});

/** Ends the study: all is shown again, and the seed is told, so that every lot can be checked. */
export const endStudy = defineCommand({
  name: 'endStudy',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx }) {
    const { study } = await rulesLocked(tx);
    if (!study || study.until !== null) throw new ShopError('refused', 'No study is running.');
    const until = new Date().toISOString();
    await tx.update(shop).set({ study: { ...study, until } });
    return {
      event: { kind: 'study ended', payload: { since: study.since, until, seed: study.seed } },
      answer: { until },
    };
  },
});

/**
 * Marks the steps of one decision on record, all at once, without knowing which of them were proposed. Anybody with an
 * account may: people of other shops are let in as those who only look.
 */
export const markSteps = defineCommand({
  name: 'markSteps',
  roles: ['owner', 'technician'],
  anybody: true,
  onUnit: false,
  input: Joi.object({
    seq: Joi.number().integer().min(1).required().label('decision'),
    marks: Joi.object()
      .pattern(Joi.string().max(80), Joi.string().valid(...MARKS))
      .min(1)
      .max(12)
      .required()
      .label('marks'),
  }),
  async run({ tx, actor }, { seq, marks }) {
    const [decision] = await tx.select().from(studyDecisions).where(eq(studyDecisions.seq, seq));
    if (!decision || !(await isOpenToMarks(tx, decision.unitId, actor.id)))
      throw new ShopError('missing', 'There is no such decision for you to mark.');
    const proposed = new Map([
      ...decision.drawn.map((step) => [stepName(step), false] as const),
      ...decision.proposals.map((step) => [stepName(step), true] as const),
    ]);
    const missing = [...proposed.keys()].filter((step) => !marks[step]);
    const odd = Object.keys(marks).filter((step) => !proposed.has(step));
    if (missing.length || odd.length)
      throw new ShopError('invalid', 'Nothing was kept: every step of the decision is marked, and no other.');
    const rows = Object.entries(marks).map(([step, mark]) => ({
      seq,
      step,
      mark,
      person: actor.id,
      proposed: proposed.get(step)!,
    }));
    const put = await tx.insert(studyMarks).values(rows).onConflictDoNothing().returning();
    if (put.length < rows.length) throw new ShopError('refused', 'You have marked this one already.');
    return {
      event: { kind: 'steps marked', payload: { decision: seq, count: rows.length } },
      answer: { count: rows.length },
    };
  },
});

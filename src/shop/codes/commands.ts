import { eq, sql } from 'drizzle-orm';
import Joi from 'joi';
import { codeTables } from '@/db/schema';
import { runInWorker } from '@/workers/pool';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';

/**
 * Blink and beep codes from a CSV or JSON file. A maker's table that is there already is replaced. All of the
 * file, or nothing.
 */
export const importCodes = defineCommand({
  name: 'importCodes',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ text: Joi.string().max(1_000_000).required().label('file') }),
  async run({ tx, actor }, { text }) {
    const { tables, faults } = await runInWorker('readCodes', [text]);
    if (faults.length)
      throw new ShopError(
        'invalid',
        `Nothing was taken in: ${faults
          .slice(0, 8)
          .map((fault) => `${fault.where} ${fault.reason}`)
          .join('; ')}${faults.length > 8 ? `; and ${faults.length - 8} more` : ''}.`,
        { faults },
      );
    const made: { maker: string; codes: number; replaced: boolean }[] = [];
    for (const table of tables) {
      const [before] = await tx
        .select({ id: codeTables.id })
        .from(codeTables)
        .where(sql`lower(${codeTables.maker}) = lower(${table.maker})`);
      const values = { ...table, by: actor.name, at: new Date() };
      if (before) await tx.update(codeTables).set(values).where(eq(codeTables.id, before.id));
      else await tx.insert(codeTables).values(values);
      made.push({ maker: table.maker, codes: table.codes.length, replaced: Boolean(before) });
    }
    return { event: { kind: 'codes', payload: { tables: made } }, answer: { tables: made } };
  },
});

export const dropCodes = defineCommand({
  name: 'dropCodes',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ maker: Joi.string().max(60).required().label('maker') }),
  async run({ tx }, { maker }) {
    const gone = await tx
      .delete(codeTables)
      .where(eq(codeTables.maker, maker))
      .returning({ id: codeTables.id });
    if (gone.length === 0) throw new ShopError('missing', `There is no table of ${maker}.`);
    return { event: { kind: 'codes dropped', payload: { maker } }, answer: null };
  },
});

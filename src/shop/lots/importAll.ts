import Joi from 'joi';
import { database } from '@/db/client';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { runCommand } from '../runner';
import type { Progress } from '../jobs/progress';
import { personNow } from '../standing';
import { ShopError } from '@/errors';
import { rowId } from '../input';
import { lotById } from './commands';
import { freshRows, readRows } from './importManifest';
import type { ImportInput } from './rules';
import { putUnits } from './putUnits';
import { shareLotCost } from './shareCost';

/** Rows taken in by one transaction; also those between two looks for a cancel. */
const PAGE = 500;

/** Not for screens: rows that have been read and checked, in one transaction. */
const importRows = defineCommand({
  name: 'importRows',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    lotId: rowId('lot').required(),
    rows: Joi.array().required(),
    bad: Joi.number().required(),
    /** Told after every so many rows. @throws when it is to stop */
    tell: Joi.function().required(),
  }),
  async run({ tx, actor }, { lotId, rows, bad, tell }) {
    const lot = await lotById(tx, lotId);
    const fresh = await freshRows(tx, lot.id, rows);
    let [first, last] = ['', ''];
    for (let i = 0; i < fresh.length; i += PAGE) {
      const made = await putUnits(tx, actor, lot, fresh.slice(i, i + PAGE));
      first ||= made[0].tag;
      last = made.at(-1)!.tag;
      await tell(i + made.length);
    }
    if (fresh.length) await shareLotCost(tx, lot.id);
    const already = rows.length - fresh.length;
    return {
      event: {
        kind: 'manifest imported',
        lotId: lot.id,
        payload: { count: fresh.length, first, last, already, bad },
      },
      answer: { added: fresh.length, already },
    };
  },
});

/**
 * Takes a whole manifest in: page by page, each for good, or all of it in one transaction.
 * @throws Cancelled; what whole pages brought stays, of an all-or-nothing import nothing does
 */
export async function importAll(
  progress: Progress,
): Promise<{ added: number; already: number; bad: number }> {
  const input = progress.job.input as unknown as ImportInput;
  const person = await personNow(database(), progress.job.by);
  if (!person) throw new ShopError('signed-out', 'Not imported: the account that started it is closed.');
  const actor: Actor = { ...person, via: 'by import' };
  const { rows, bad } = await readRows(input);
  const size = input.whole ? rows.length : PAGE * 2;
  const sum = { added: 0, already: 0, bad: bad.length };
  for (let i = 0; i < rows.length; i += size) {
    const page = rows.slice(i, i + size);
    const { answer } = await runCommand(importRows, actor, {
      input: {
        lotId: input.lotId,
        rows: page,
        bad: i === 0 ? bad.length : 0,
        tell: (done: number) => progress.tell(i + done),
      },
    });
    sum.added += answer.added;
    sum.already += answer.already;
    await progress.tell(i + page.length);
  }
  return sum;
}

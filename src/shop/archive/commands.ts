import Joi from 'joi';
import { sql } from 'drizzle-orm';
import { ShopError } from '@/errors';
import { defineCommand } from '../command';
import { startJob } from '../jobs/start';
import { SHOP_USED, USED_WORDS } from './tables';
import { archiveName, archivePath, removeArchive, sizeOf } from './files';

const file = Joi.string().max(60).required().label('archive');

/** Everything of the shop into one file, by a worker. */
export const startArchive = defineCommand({
  name: 'startArchive',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx, actor }) {
    const name = archiveName('shop');
    await archivePath(name);
    const job = await startJob(tx, actor, { kind: 'archive', total: 0, input: { file: name } });
    return { event: { kind: 'archive begun', payload: { job, file: name } }, answer: { job, file: name } };
  },
});

/** An archive in place of an empty shop, by a worker. */
export const startTakingIn = defineCommand({
  name: 'startTakingIn',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ file }),
  async run({ tx, actor }, { file: name }) {
    if ((await sizeOf(await archivePath(name as string))) === null)
      throw new ShopError('missing', 'There is no such archive.');
    const { rows } = await tx.execute<{ used: boolean }>(sql.raw(SHOP_USED));
    if (rows[0].used) throw new ShopError('refused', `Not imported: ${USED_WORDS}.`);
    const job = await startJob(tx, actor, { kind: 'taking in', total: 0, input: { file: name } });
    return { event: { kind: 'archive coming', payload: { job, file: name } }, answer: { job } };
  },
});

/** The file goes; the shop stays as it is. */
export const dropArchive = defineCommand({
  name: 'dropArchive',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ file }),
  async run(_, { file: name }) {
    await removeArchive(name as string);
    return { event: { kind: 'archive dropped', payload: { file: name } }, answer: null };
  },
});

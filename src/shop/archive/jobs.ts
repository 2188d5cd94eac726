import { ShopError } from '@/errors';
import { databaseUrl } from '@/db/client';
import type { Progress } from '../jobs/progress';
import { archivePath, sizeOf } from './files';
import { readArchive } from './read';
import { writeArchive } from './write';

const fileOf = (progress: Progress) => archivePath(String(progress.job.input?.file));
const tells = (progress: Progress) => (done: number, total: number) => progress.tell(done, '', total);

/** Writes everything of the shop into a file. */
export async function archiveAll(progress: Progress) {
  const path = await fileOf(progress);
  const head = await writeArchive(databaseUrl(), path, tells(progress));
  const rows = head.tables.reduce((sum, table) => sum + table.rows, 0);
  return { rows, pictures: head.pictures, bytes: (await sizeOf(path)) ?? 0 };
}

/** Puts an archive in place of an empty shop: as the database's owner, for nobody else may. */
export async function takeAllIn(progress: Progress) {
  const owner = process.env.OMNITROPE_OWNER_URL;
  if (!owner)
    throw new ShopError(
      'refused',
      'This worker does not know the database’s owner (OMNITROPE_OWNER_URL). Nothing was done.',
    );
  return readArchive(owner, await fileOf(progress), progress.job.by, tells(progress));
}

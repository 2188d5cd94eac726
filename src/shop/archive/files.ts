import { appendFile, mkdir, readdir, rename, rm, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import { ShopError } from '@/errors';

/** Archives made here, and those brought from elsewhere: their names say which, and when. */
const NAME = /^(shop|taken)-\d{8}-\d{6}\.tar\.gz$/;
const MADE_OF = 14;

/** Where archives lie: on the shop's computer, readable by nobody else on it. */
export async function archiveFolder(): Promise<string> {
  const folder = process.env.OMNITROPE_ARCHIVES;
  if (!folder)
    throw new ShopError(
      'refused',
      'This computer was given no folder for archives (OMNITROPE_ARCHIVES). Nothing was done.',
    );
  await mkdir(folder, { recursive: true, mode: 0o700 });
  return folder;
}

export const archiveName = (kind: 'shop' | 'taken', now = new Date()) =>
  `${kind}-${now
    .toISOString()
    .replace(/[-:]|\.\d+Z/g, '')
    .replace('T', '-')}.tar.gz`;

/** Its path. @throws ShopError when it is no name of ours: nothing else of the computer is reached by it */
export async function archivePath(name: string): Promise<string> {
  if (!NAME.test(name)) throw new ShopError('missing', 'There is no such archive.');
  return join(await archiveFolder(), name);
}

/** How large it is; null: it is not there. */
export const sizeOf = async (path: string): Promise<number | null> =>
  stat(path).then(
    ({ size }) => size,
    () => null,
  );

export interface ArchiveFile {
  name: string;
  bytes: number;
  at: Date;
  taken: boolean;
}

/** Those that lie here, the newest first. */
export async function archiveFiles(): Promise<ArchiveFile[]> {
  if (!process.env.OMNITROPE_ARCHIVES) return [];
  const folder = await archiveFolder();
  const names = (await readdir(folder)).filter((name) => NAME.test(name));
  const files = await Promise.all(
    names.map(async (name) => {
      const found = await stat(join(folder, name)).catch(() => null);
      return found && { name, bytes: found.size, at: found.mtime, taken: name.startsWith('taken') };
    }),
  );
  return files
    .filter((file) => file !== null)
    .sort((a, b) => b.at.getTime() - a.at.getTime())
    .slice(0, MADE_OF);
}

export async function removeArchive(name: string): Promise<void> {
  const path = await archivePath(name);
  if ((await sizeOf(path)) === null) throw new ShopError('missing', 'There is no such archive.');
  await rm(path);
}

/** Less than this is left on the disk for the shop itself, bytes. */
const LEAVE_FREE = 500_000_000;

/**
 * A piece of an archive that is brought from elsewhere, after what is here of it; the last one gives it its name.
 * @returns how much of it is here
 * @throws ShopError when it does not go on from there, or the disk is full
 */
export async function takePiece(
  name: string,
  from: number,
  bytes: Uint8Array,
  last: boolean,
): Promise<number> {
  const path = await archivePath(name);
  if (!name.startsWith('taken') || (await sizeOf(path)) !== null)
    throw new ShopError('conflict', 'It is here already.');
  const part = `${path}.part`;
  if (from === 0) await rm(part, { force: true });
  const here = (await sizeOf(part)) ?? 0;
  if (here !== from)
    throw new ShopError('conflict', `It goes on from ${here}: a piece was lost, or came twice.`, { here });
  const { bavail, bsize } = await statfs(await archiveFolder());
  if (bavail * bsize < LEAVE_FREE + bytes.length) {
    await rm(part, { force: true });
    throw new ShopError('too-large', 'Nothing taken in: the disk of the shop’s computer is nearly full.');
  }
  await appendFile(part, bytes, { mode: 0o600 });
  if (last) await rename(part, path);
  return here + bytes.length;
}

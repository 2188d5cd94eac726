import { execFile } from 'node:child_process';
import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { desc, eq, inArray, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { backups } from '@/db/schema';
import { log } from '@/log';

const exec = promisify(execFile);
const KEEP = Number(process.env.OMNITROPE_BACKUPS_KEPT ?? 14);
const EVERY_HOURS = 20;
const TRY_DAYS = 7;
/** Whole backups, and scratch databases, are the owner's. */
const asOwner = () => ({
  ...process.env,
  DATABASE_URL: process.env.OMNITROPE_OWNER_URL ?? process.env.DATABASE_URL,
});

/**
 * A backup when the last is from yesterday, in the small hours or when it is overdue; those beyond the newest KEEP go. Once
 * a week the newest is put back into a scratch database. One worker at a time does it.
 * @param folder where they lie @param now asked as an argument, for tests
 */
export async function nightly(folder: string, now = new Date()): Promise<'made' | 'tried' | 'nothing'> {
  const db = database();
  return db.transaction(async (tx) => {
    const { rows } = await tx.execute<{ mine: boolean }>(
      sql`select pg_try_advisory_xact_lock(7021415) as mine`,
    );
    if (!rows[0].mine) return 'nothing';
    const [last] = await tx.select().from(backups).orderBy(desc(backups.at)).limit(1);
    const hours = last ? (now.getTime() - last.at.getTime()) / 3_600_000 : Infinity;
    const small = now.getHours() >= 1 && now.getHours() < 6;
    if (hours > EVERY_HOURS && (small || hours > 2 * EVERY_HOURS)) {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      const file = join(
        folder,
        `night-${now
          .toISOString()
          .slice(0, 19)
          .replace(/[^0-9]/g, '')}.dump`,
      );
      try {
        await exec('bash', ['scripts/backup.sh', file], { env: asOwner() });
      } catch (error) {
        log.error(
          { error: String((error as { stderr?: string }).stderr ?? error).slice(0, 300) },
          'no backup could be made',
        );
        return 'nothing';
      }
      await tx.insert(backups).values({ file, at: now, bytes: statSync(file).size });
      await forget(tx, folder);
      return 'made';
    }
    const tried = await tx.select({ at: sql<Date | null>`max(${backups.triedAt})` }).from(backups);
    const days = tried[0]?.at ? (now.getTime() - new Date(tried[0].at).getTime()) / 86_400_000 : Infinity;
    if (!last || days <= TRY_DAYS) return 'nothing';
    const fault = await exec('bash', ['scripts/tryBackup.sh', last.file], { env: asOwner() }).then(
      () => '',
      (error: { stderr?: string }) =>
        String(error.stderr ?? 'it could not be put back')
          .trim()
          .slice(-300),
    );
    await tx.update(backups).set({ triedAt: now, fault }).where(eq(backups.file, last.file));
    if (fault) log.error({ file: last.file, fault }, 'a backup could not be put back');
    return 'tried';
  });
}

async function forget(
  tx: Parameters<Parameters<ReturnType<typeof database>['transaction']>[0]>[0],
  folder: string,
) {
  const kept = readdirSync(folder)
    .filter((name) => /^night-\d+\.dump$/.test(name))
    .sort()
    .reverse();
  const gone = kept.slice(KEEP).map((name) => join(folder, name));
  for (const file of gone) for (const path of [file, `${file}.anchor`]) rmSync(path, { force: true });
  if (gone.length) await tx.delete(backups).where(inArray(backups.file, gone));
}

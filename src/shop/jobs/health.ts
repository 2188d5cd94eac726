import { desc, max, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { backups, workerBeats } from '@/db/schema';

/** Seconds a worker may be silent, and hours a backup may be old, before somebody should look. Shop estimate. */
const SILENT_SECONDS = 90;
const OLD_HOURS = 50;

/** Said on every screen while the database is away. */
export const NO_DATABASE = 'The shop’s database does not answer. Nothing can be saved until it does.';

export interface Health {
  well: boolean;
  database: boolean;
  /** Seconds since a worker was last heard of; null: never. */
  workerSeconds: number | null;
  /** Hours since the last backup the shop made by itself; null: none yet. */
  backupHours: number | null;
  /** The last backup that was tried could be put back; null: none was tried. */
  backupGood: boolean | null;
}

/** How the shop's computer is. Never throws. */
export async function health(): Promise<Health> {
  try {
    const db = database();
    const [beat] = await db
      .select({ seconds: sql<number | null>`extract(epoch from now() - ${max(workerBeats.at)})::int` })
      .from(workerBeats);
    const [last] = await db.select().from(backups).orderBy(desc(backups.at)).limit(1);
    const [tried] = await db
      .select()
      .from(backups)
      .where(sql`${backups.triedAt} is not null`)
      .orderBy(desc(backups.triedAt))
      .limit(1);
    const backupHours = last ? Math.round((Date.now() - last.at.getTime()) / 3_600_000) : null;
    const worker = beat?.seconds ?? null;
    const backupGood = tried ? tried.fault === '' : null;
    return {
      database: true,
      workerSeconds: worker,
      backupHours,
      backupGood,
      well:
        worker !== null &&
        worker <= SILENT_SECONDS &&
        (backupHours === null || backupHours <= OLD_HOURS) &&
        backupGood !== false,
    };
  } catch {
    return { well: false, database: false, workerSeconds: null, backupHours: null, backupGood: null };
  }
}

/** "A worker was heard of 12 s ago", for the owner's page. */
export function healthWords({ database: here, workerSeconds, backupHours, backupGood }: Health): string[] {
  if (!here) return ['The database does not answer.'];
  return [
    workerSeconds === null
      ? 'No worker has been heard of: imports and backups wait.'
      : workerSeconds > SILENT_SECONDS
        ? `No worker has been heard of since ${Math.round(workerSeconds / 60)} min: imports and backups wait.`
        : 'A worker is here.',
    backupHours === null
      ? 'No backup has been made by itself yet: one is made every night.'
      : backupHours > OLD_HOURS
        ? `The last backup is ${Math.round(backupHours / 24)} days old.`
        : `The last backup is ${backupHours} h old.`,
    ...(backupGood === false ? ['The last backup that was tried could NOT be put back.'] : []),
  ];
}

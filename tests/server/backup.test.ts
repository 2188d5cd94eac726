import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { closeDatabase, database } from '@/db/client';
import { lots, photos } from '@/db/schema';
import { historyFault } from '@/shop/history/verdict';
import { act, benchA, byOwner, lotWith, openShop, ownersUrl, unitRow } from './shop';

openShop('backup');

const folder = mkdtempSync(join(tmpdir(), 'omnitrope-backup-'));
const script = (name: string, ...args: string[]) =>
  execFileSync('bash', [`scripts/${name}.sh`, ...args], {
    env: { ...process.env, DATABASE_URL: ownersUrl(), OMNITROPE_DATA: folder },
    stdio: 'pipe',
  });

describe('backup and restore', () => {
  it('bring everything back, photographs and sealed history too; what was there is kept aside', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 2 });
    await database()
      .insert(photos)
      .values({
        unitId: unit.unitId,
        width: 2,
        height: 2,
        bytes: Buffer.from([0, 255, 10, 13, 92]),
        by: 'Bench A',
      });
    const before = await unitRow(unit.unitId);
    const file = join(folder, 'shop.dump');
    script('backup', file);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-ports', outcome: 2 });
    await database().delete(photos);
    await closeDatabase();
    script('restore', file);
    expect(await unitRow(unit.unitId)).toEqual(before);
    const [photo] = await database().select().from(photos);
    expect([...photo.bytes!]).toEqual([0, 255, 10, 13, 92]);
    expect(await historyFault()).toBeNull();
    await expect(database().execute(sql`delete from events`)).rejects.toThrow();
    expect(execFileSync('ls', [folder], { encoding: 'utf8' })).toContain('before-restore-');
    // nobody but its owner reads it, and its seal stands beside it
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(readFileSync(`${file}.anchor`, 'utf8')).toMatch(/^history \d+ [0-9a-f]{64}\n$/);
  });
  it('a backup that was cut off, holds something else, or whose history was changed, replaces nothing', async () => {
    const { lotId } = await lotWith(['small']);
    const whole = join(folder, 'whole.dump');
    script('backup', whole);
    const cut = join(folder, 'cut.dump');
    const bytes = readFileSync(whole);
    writeFileSync(cut, bytes.subarray(0, Math.floor(bytes.length * 0.7)));
    expect(() => script('restore', cut)).toThrow(/nothing was changed/);
    const forged = join(folder, 'forged.dump');
    await byOwner((db) => db.execute(sql`alter table events disable trigger events_append_only`));
    await byOwner((db) => db.execute(sql`update events set actor_name = 'Somebody' where seq = 1`));
    script('backup', forged);
    await byOwner((db) => db.execute(sql`update events set actor_name = 'Buyer' where seq = 1`));
    await byOwner((db) => db.execute(sql`alter table events enable trigger events_append_only`));
    await closeDatabase();
    expect(() => script('restore', forged)).toThrow(/history does not hold: entry 1.*nothing was changed/s);
    expect(await historyFault()).toBeNull();
    expect((await database().select().from(lots).where(eq(lots.id, lotId))).length).toBe(1);
  });
  it('no password stands on a command line', () => {
    for (const name of ['backup', 'restore'])
      expect(readFileSync(`scripts/${name}.sh`, 'utf8')).not.toMatch(/BIN\/\w+"[^\n]*DATABASE_URL/);
  });
  it('something that is no backup changes nothing', async () => {
    const file = join(folder, 'junk.dump');
    writeFileSync(file, 'junk');
    expect(() => script('restore', file)).toThrow();
    expect(await historyFault()).toBeNull();
  });
});

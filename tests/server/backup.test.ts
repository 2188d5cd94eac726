import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { closeDatabase, database } from '@/db/client';
import { photos } from '@/db/schema';
import { historyFault } from '@/shop/books/queries';
import { act, benchA, lotWith, openShop, unitRow } from './shop';

openShop('backup');

const folder = mkdtempSync(join(tmpdir(), 'omnitrope-backup-'));
const script = (name: string, ...args: string[]) =>
  execFileSync('bash', [`scripts/${name}.sh`, ...args], {
    env: { ...process.env, OMNITROPE_DATA: folder },
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
    expect([...photo.bytes]).toEqual([0, 255, 10, 13, 92]);
    expect(await historyFault()).toBeNull();
    await expect(database().execute(sql`delete from events`)).rejects.toThrow();
    expect(execFileSync('ls', [folder], { encoding: 'utf8' })).toContain('before-restore-');
  });
  it('something that is no backup changes nothing', async () => {
    const file = join(folder, 'junk.dump');
    writeFileSync(file, 'junk');
    expect(() => script('restore', file)).toThrow();
    expect(await historyFault()).toBeNull();
  });
});

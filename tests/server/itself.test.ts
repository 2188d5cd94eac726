import { execFileSync, spawn } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { backups } from '@/db/schema';
import { health, healthWords } from '@/shop/jobs/health';
import { nightly } from '../../scripts/nightly';
import { lotWith, openShop, ownersUrl } from './shop';

openShop('itself');

describe('a backup every night', () => {
  const folder = mkdtempSync(join(tmpdir(), 'omnitrope-nights-'));
  const night = (day: number, hour = 3) => new Date(2026, 10, day, hour, 10);
  const files = () => readdirSync(folder).filter((name) => name.endsWith('.dump'));
  beforeAll(async () => {
    process.env.OMNITROPE_OWNER_URL = ownersUrl();
    await lotWith(['small']);
  });
  afterAll(() => void delete process.env.OMNITROPE_OWNER_URL);
  it('is made in the small hours, once; then the newest is put back to see whether it can be', async () => {
    expect(await nightly(folder, night(1))).toBe('made');
    expect(files()).toHaveLength(1);
    expect(statSync(join(folder, files()[0])).mode & 0o777).toBe(0o600);
    expect(existsSync(join(folder, `${files()[0]}.anchor`))).toBe(true);
    expect(await nightly(folder, night(1, 4))).toBe('tried');
    expect(await nightly(folder, night(1, 5))).toBe('nothing');
    const [row] = await database().select().from(backups);
    expect(row).toMatchObject({ fault: '', triedAt: night(1, 4) });
    expect(row.bytes).toBe(statSync(row.file).size);
  });
  it('not by day, but when a whole night was missed; two workers make one', async () => {
    expect(await nightly(folder, night(2, 12))).toBe('nothing');
    expect(await nightly(folder, night(3, 12))).toBe('made');
    const both = await Promise.all([nightly(folder, night(5)), nightly(folder, night(5))]);
    expect(both.sort()).toEqual(['made', 'nothing']);
  });
  it('of older ones the newest fourteen are kept, and nothing that is not one of them is touched', async () => {
    for (let n = 10; n < 26; n++) writeFileSync(join(folder, `night-202610${n}031000.dump`), 'x');
    writeFileSync(join(folder, 'mine.dump'), 'x');
    expect(await nightly(folder, night(6))).toBe('made');
    const left = files().filter((name) => name.startsWith('night-'));
    expect(left).toHaveLength(14);
    expect(left).not.toContain('night-20261010031000.dump');
    expect(files()).toContain('mine.dump');
  });
  it('one that cannot be put back is said, to its owner and to a monitor', async () => {
    const [newest] = await database().select().from(backups).orderBy(desc(backups.at)).limit(1);
    truncateSync(newest.file, 400);
    expect(await nightly(folder, night(9, 20))).toBe('made');
    const [made] = await database().select().from(backups).orderBy(desc(backups.at)).limit(1);
    truncateSync(made.file, 400);
    expect(await nightly(folder, night(9, 21))).toBe('tried');
    expect(await health()).toMatchObject({ well: false, backupGood: false });
    expect(healthWords(await health()).join(' ')).toContain('could NOT be put back');
  });
});

describe('a worker that dies', () => {
  it('is started again, a little later each time, for as long as the server lives', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'omnitrope-alive-')), 'log');
    const server = spawn('sleep', ['60']);
    const keeper = spawn(
      'bash',
      [
        '-c',
        `ROOT=$PWD DIR=$PWD; source scripts/lib.sh; keep_alive ${server.pid} bash -c 'echo $$ >> ${file}; exec sleep 60'`,
      ],
      { stdio: 'ignore' },
    );
    const ended = new Promise<number | null>((done) => keeper.once('exit', done));
    const begun = async (n: number) => {
      for (let tries = 0; tries < 200; tries++) {
        const pids = existsSync(file) ? readFileSync(file, 'utf8').trim().split('\n') : [];
        if (pids.length >= n) return Number(pids.at(-1));
        await new Promise((go) => setTimeout(go, 50));
      }
      throw new Error(`it was not started ${n} times`);
    };
    process.kill(await begun(1), 'SIGKILL');
    process.kill(await begun(2), 'SIGKILL');
    const third = await begun(3);
    // told to stop, it takes its worker with it
    keeper.kill('SIGTERM');
    expect(await ended).toBe(0);
    expect(() => process.kill(third, 0)).toThrow();
    server.kill();
  });
});

describe('with the computer', () => {
  it('a unit is written and enabled with what the shop was started with, and taken away without its data', () => {
    const folder = mkdtempSync(join(tmpdir(), 'omnitrope-unit-'));
    const env = {
      ...process.env,
      OMNITROPE_UNIT_DIR: folder,
      OMNITROPE_UNIT_ENV: join(folder, 'env'),
      OMNITROPE_HOST: '0.0.0.0',
      PORT: '3123',
    };
    const run = (...args: string[]) =>
      execFileSync('bash', ['-c', 'bash scripts/service.sh "$@" 2>&1', 'service', ...args], {
        env,
        encoding: 'utf8',
      });
    expect(run()).toMatch(/systemctl daemon-reload[^]*systemctl enable --now omnitrope.service[^]*--remove/);
    const unit = readFileSync(join(folder, 'omnitrope.service'), 'utf8');
    expect(unit).toContain(`ExecStart=/usr/bin/env bash ${resolve('scripts/start.sh')}`);
    expect(unit).toMatch(/Restart=always[^]*WantedBy=multi-user.target/);
    expect(readFileSync(join(folder, 'env'), 'utf8')).toMatch(/OMNITROPE_HOST=0.0.0.0\nPORT=3123/);
    expect(statSync(join(folder, 'env')).mode & 0o777).toBe(0o600);
    expect(run('--remove')).toContain('the data is where it was');
    expect(readdirSync(folder)).toEqual([]);
  });
});

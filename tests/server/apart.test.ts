import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { eq } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { jobs, units } from '@/db/schema';
import { closeWorkers, runInWorker, workHere } from '@/workers/pool';
import { act, lotWith, openShop, owner, unitRow } from './shop';

openShop('apart');
beforeAll(() => {
  execFileSync('node', ['scripts/bundled.mjs', '--only', 'src/workers/worker.ts']);
  workHere(undefined);
});
afterAll(closeWorkers);

describe('work in threads and processes of its own', () => {
  it('belief comes back as the command answers it', async () => {
    const file = {
      ...(JSON.parse(readFileSync('samples/cases/turns-on-then-nothing.json', 'utf8')) as Record<
        string,
        unknown
      >),
      faults: 3,
    };
    const answer = await runInWorker('diagnose', [file]);
    expect(answer.beliefs[0]).toMatchObject({
      cause: expect.any(String),
      name: expect.any(String),
      probability: expect.any(Number),
    });
    expect(answer.conflict).toMatchObject({ conflict: false });
    expect(answer.beliefs.map((line) => line.probability)).toEqual(
      answer.beliefs.map((line) => line.probability).sort((a, b) => b - a),
    );
  });
  it('what the command refuses is refused in its words', async () => {
    await expect(runInWorker('diagnose', [{ chassis: 'tablet' }])).rejects.toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/chassis/),
    });
  });
});

describe('workers of the queue, processes of their own', () => {
  const running = new Set<ChildProcess>();
  const worker = (): ChildProcess => {
    const child = spawn('node', ['scripts/bundled.mjs', 'scripts/worker.ts'], {
      stdio: 'ignore',
      env: { ...process.env, LOG_LEVEL: 'warn' },
    });
    running.add(child);
    return child;
  };
  afterAll(() => running.forEach((child) => child.kill('SIGKILL')));
  const row = async (job: string) => (await database().select().from(jobs).where(eq(jobs.id, job)))[0];
  const until = async (job: string, holds: (now: Awaited<ReturnType<typeof row>>) => boolean) => {
    for (let n = 0; n < 900 && !holds(await row(job)); n++)
      await new Promise((resolve) => setTimeout(resolve, 50));
    return row(job);
  };
  const manifest = (rows: number) =>
    `kind;maker;model;serial;memory\n${Array.from({ length: rows }, (_, i) => `laptop;Pellmark;Courier ${i % 7};S${i};${4 + (i % 3) * 4} GB`).join('\n')}\n`;
  const columns = { chassis: 0, maker: 1, model: 2, serial: 3, memoryGb: 4 };
  const inLot = async (lotId: string) =>
    (await database().select({ id: units.id }).from(units).where(eq(units.lotId, lotId))).length;

  it('a job started runs to its end and tells so in its row', async () => {
    const child = worker();
    const { units: made } = await lotWith(['laptop', 'small']);
    const before = await unitRow(made[0].unitId);
    await act(owner, 'setRules', { ratePerHourMinor: 5400 });
    const { job } = await act<{ job: string }>(owner, 'startRevaluation', {});
    expect(await until(job, ({ status }) => status !== 'running')).toMatchObject({
      status: 'done',
      done: 2,
      total: 2,
    });
    expect((await unitRow(made[0].unitId)).valueMinor).toBeLessThan(before.valueMinor!);
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
  }, 90_000);
  it('an import whose worker is killed is begun anew by another: every machine is in once', async () => {
    const { lotId } = await lotWith([]);
    const first = worker();
    const { job } = await act<{ job: string }>(owner, 'startImport', {
      lotId,
      text: manifest(6000),
      columns,
    });
    await until(job, ({ done, status }) => done > 0 || status !== 'running');
    first.kill('SIGKILL');
    await database()
      .update(jobs)
      .set({ beatAt: new Date(Date.now() - 120_000) })
      .where(eq(jobs.id, job));
    worker();
    expect(await until(job, ({ status }) => status !== 'running')).toMatchObject({ status: 'done' });
    expect(await inLot(lotId)).toBe(6000);
  }, 120_000);
  it('an all-or-nothing import that is cancelled leaves nothing behind', async () => {
    const { lotId } = await lotWith([]);
    const { job } = await act<{ job: string }>(owner, 'startImport', {
      lotId,
      text: manifest(6000),
      columns,
      whole: true,
    });
    await until(job, ({ done, status }) => done > 0 || status !== 'running');
    await act(owner, 'cancelJob', { job });
    await new Promise((resolve) => setTimeout(resolve, 2_000));
    expect(await row(job)).toMatchObject({ status: 'cancelled', input: null });
    expect(await inLot(lotId)).toBe(0);
  }, 120_000);
});

import { execFileSync } from 'node:child_process';
import { eq } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';
import { startJob } from '@/server/jobs';
import { closeWorkers, heavy, workHere } from '@/workers/pool';
import { act, lotWith, openShop, owner, unitRow } from './shop';

openShop('apart');
beforeAll(() => {
  execFileSync('node', ['scripts/bundled.mjs', '--only', 'src/workers/worker.ts']);
  workHere(undefined);
});
afterAll(closeWorkers);

describe('work in threads and processes of its own', () => {
  it('belief with three faults at once comes back as the command answers it', async () => {
    const file = {
      ...(JSON.parse(readFileSync('samples/cases/turns-on-then-nothing.json', 'utf8')) as Record<
        string,
        unknown
      >),
      faults: 3,
    };
    const answer = await heavy('diagnose', [file]);
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
    await expect(heavy('diagnose', [{ chassis: 'tablet' }])).rejects.toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/chassis/),
    });
  });
  it('a job started runs to its end and tells so in its row', async () => {
    const { units } = await lotWith(['laptop', 'small']);
    const before = await unitRow(units[0].unitId);
    await act(owner, 'setRules', { ratePerHourMinor: 5400 });
    const { job } = await act<{ job: string }>(owner, 'startRevaluation', {});
    startJob(job);
    const row = async () => (await database().select().from(jobs).where(eq(jobs.id, job)))[0];
    for (let n = 0; n < 200 && (await row()).status === 'running'; n++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await row()).toMatchObject({ status: 'done', done: 2, total: 2 });
    expect((await unitRow(units[0].unitId)).valueMinor).toBeLessThan(before.valueMinor!);
  }, 60_000);
});

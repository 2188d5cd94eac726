import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import { database } from '@/db/client';
import { account, observations, user, work, workSegments } from '@/db/schema';
import { bookOf } from './shop';
import { mineOf } from '@/shop/floor/queries';
import { handsNow } from '@/shop/floor/wall';
import { recordNow } from '@/shop/record/queries';
import { leaveFinding } from '@/shop/work/clock';
import { act, benchA, benchB, lotWith, openShop, refusal, trainee, unitRow } from './shop';

openShop('hands');

const at = (finding: string, outcome: string) => ({
  finding,
  outcome: findingById(finding)!.outcomes.findIndex(({ id }) => id === outcome),
});
const CLEAN = at('look-dust', 'clean');
const machine = async () => (await lotWith(['desktop'])).units[0].unitId;
const segments = (unitId: string) =>
  database().select().from(workSegments).where(eq(workSegments.unitId, unitId)).orderBy(workSegments.id);
const states = async (person: string) => (await mineOf(person)).map(({ state, title }) => [state, title]);
const leave = (unitId: string) => database().transaction((tx) => leaveFinding(tx, benchA.id, unitId));
/** Moves a unit's clocks back in time. */
const ago = (unitId: string, minutes: number) =>
  database().execute(sql`update work_segments set started_at = started_at - ${minutes} * interval '1 minute',
    seen_at = seen_at - ${minutes} * interval '1 minute', ended_at = ended_at - ${minutes} * interval '1 minute'
    where unit_id = ${unitId}`);

describe('the wall', () => {
  it('names whose clock runs on what, and nobody who paused or has not answered for long', async () => {
    const here = async (tag: string) => (await handsNow()).filter((block) => block.tag === tag);
    const [{ unitId, tag }] = (await lotWith(['desktop'])).units;
    const { workId } = await act<{ workId: string }>(benchB, 'startWork', { unitId, ref: 'clean-plan' });
    await ago(unitId, 4);
    expect(await here(tag)).toEqual([
      expect.objectContaining({ person: 'Bench B', title: 'Clean by zones', minutes: 0 }),
    ]);
    await act(benchB, 'pauseWork', { unitId, workId });
    expect(await here(tag)).toEqual([]);
    await act(benchB, 'resumeWork', { unitId, workId });
    expect((await here(tag))[0].minutes).toBeCloseTo(4, 0);
    await act(benchB, 'finishWork', { unitId, workId });
    await act(benchB, 'observe', { unitId, ...CLEAN });
    expect((await here(tag)).map(({ title }) => title)).toEqual(['Finding out']);
    await ago(unitId, FINDING_IDLE_MINUTES + 1);
    expect(await here(tag)).toEqual([]);
  });
});

describe('finding out is on the clock', () => {
  it('opened by an answer, closed by leaving; the minutes are the unit’s', async () => {
    const unitId = await machine();
    await act(benchA, 'observe', { unitId, ...CLEAN });
    expect(await states(benchA.id)).toEqual([['finding', 'Finding out']]);
    await ago(unitId, 3);
    await act(benchA, 'observe', { unitId, ...at('look-screws', 'all-there') });
    expect(await segments(unitId)).toHaveLength(1);
    await leave(unitId);
    expect(await states(benchA.id)).toEqual([]);
    expect((await bookOf(unitId)).minutes).toBeCloseTo(3, 1);
  });
  it('left open over night it counts a few minutes after the last answer, closed or not', async () => {
    const unitId = await machine();
    await act(benchA, 'observe', { unitId, ...CLEAN });
    await ago(unitId, 600);
    expect((await bookOf(unitId)).minutes).toBeCloseTo(FINDING_IDLE_MINUTES, 1);
    expect(await states(benchA.id)).toEqual([]);
    // and the next answer begins a new stretch
    await act(benchA, 'observe', { unitId, ...at('look-screws', 'all-there') });
    expect((await segments(unitId)).map(({ endedAt }) => endedAt === null)).toEqual([false, true]);
    expect((await bookOf(unitId)).minutes).toBeCloseTo(FINDING_IDLE_MINUTES, 1);
    await leave(unitId);
  });
  it('starting work ends it; an answer on the unit one works on leaves that clock alone', async () => {
    const unitId = await machine();
    await act(benchA, 'observe', { unitId, ...CLEAN });
    await act(benchA, 'startWork', { unitId, ref: 'reseat-memory' });
    await act(benchA, 'observe', { unitId, ...at('look-screws', 'all-there') });
    expect(await states(benchA.id)).toEqual([['running', 'Reseat the memory, wipe its contacts']]);
    const [{ id }] = await database().select().from(work).where(eq(work.ref, 'reseat-memory'));
    await act(benchA, 'finishWork', { unitId, workId: id, ended: 'no-change' });
  });
  it('an answer on another unit lays the work here aside, and says so', async () => {
    const one = await machine();
    const other = await machine();
    await act(benchA, 'startWork', { unitId: one, ref: 'reseat-memory' });
    const { aside } = await act<{ aside: { tag: string }[] }>(benchA, 'observe', { unitId: other, ...CLEAN });
    expect(aside).toMatchObject([{ tag: (await unitRow(one)).tag }]);
    expect(await states(benchA.id)).toEqual([
      ['finding', 'Finding out'],
      ['paused', 'Reseat the memory, wipe its contacts'],
    ]);
    // two people may find out on one machine
    await act(benchB, 'observe', { unitId: other, ...at('look-screws', 'all-there') });
    expect(await states(benchB.id)).toEqual([['finding', 'Finding out']]);
    await leave(other);
  });
});

describe('handing over', () => {
  const letIn = async (id: string, name: string, role: string) => {
    await database()
      .insert(user)
      .values({ id, name, email: `${id}@x.example`, role })
      .onConflictDoNothing();
    await database()
      .insert(account)
      .values({ id: `a-${id}`, accountId: id, providerId: 'credential', userId: id })
      .onConflictDoNothing();
  };
  it('it stands paused among the other’s, with its minutes, and is theirs to go on with', async () => {
    const unitId = await machine();
    await letIn(benchB.id, benchB.name, 'technician');
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'drain-charge' });
    await ago(unitId, 7);
    await act(benchA, 'handOver', { unitId, workId, to: benchB.id });
    expect((await mineOf(benchA.id)).some((block) => block.workId === workId)).toBe(false);
    const theirs = (await mineOf(benchB.id)).find((block) => block.workId === workId)!;
    expect(theirs).toMatchObject({ state: 'paused' });
    expect(theirs.minutes).toBeCloseTo(7, 1);
    await act(benchB, 'resumeWork', { unitId, workId });
    expect(await refusal(act(benchB, 'handOver', { unitId, workId, to: benchB.id }))).toMatchObject({
      code: 'refused',
    });
    await act(benchB, 'finishWork', { unitId, workId, ended: 'no-change' });
  });
  it('not to a viewer, nor to nobody', async () => {
    const unitId = await machine();
    await letIn(trainee.id, trainee.name, 'viewer');
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'drain-charge' });
    for (const to of [trainee.id, 'nobody'])
      expect(await refusal(act(benchA, 'handOver', { unitId, workId, to }))).toMatchObject({
        code: 'missing',
      });
    await act(benchA, 'finishWork', { unitId, workId });
  });
});

describe('work told afterwards', () => {
  it('a repair with its minutes and its ending: clock, belief, papers and what is proposed follow', async () => {
    const unitId = await machine();
    await act(benchA, 'observe', { unitId, ...at('look-dust', 'packed') });
    await leave(unitId);
    const before = (await bookOf(unitId)).minutes;
    await act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: 22, ended: 'helped' });
    expect((await bookOf(unitId)).minutes - before).toBeCloseTo(22, 1);
    const [row] = await database().select().from(work).where(eq(work.unitId, unitId)).orderBy(work.startedAt);
    expect(row).toMatchObject({ ref: 'repaste', status: 'done', kind: 'repair' });
    expect((await unitRow(unitId)).evaluation!.chances['paste-dry']).toBeUndefined();
    // taken back, it is not the verdict's any more; the hands were spent
    await act(benchA, 'voidObservation', { unitId });
    expect((await unitRow(unitId)).evaluation!.chances['paste-dry']).toBeGreaterThan(0);
  });
  it('cleaning has no verdict; what is open here is ended here; what stays is not wiped', async () => {
    const unitId = await machine();
    await act(benchA, 'logWork', { unitId, ref: 'clean-plan', minutes: 14 });
    expect(await database().select().from(observations).where(eq(observations.unitId, unitId))).toEqual([]);
    await act(benchA, 'startWork', { unitId, ref: 'clean-plan' });
    expect(await refusal(act(benchA, 'logWork', { unitId, ref: 'clean-plan', minutes: 3 }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'setKeeps', { unitId, keeps: true });
    expect(
      await refusal(act(benchA, 'logWork', { unitId, ref: 'system-install', minutes: 9 })),
    ).toMatchObject({ code: 'refused' });
    expect(await refusal(act(benchA, 'logWork', { unitId, ref: 'no-such', minutes: 9 }))).toMatchObject({
      code: 'invalid',
    });
    expect(await refusal(act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: -1 }))).toMatchObject({
      code: 'invalid',
    });
    expect((await recordNow(database(), { id: unitId, chassis: 'desktop' })).gone).toEqual([]);
  });
  it('told by mistake, it is taken back whole: minutes, verdict, belief, place', async () => {
    const unitId = await machine();
    await act(benchA, 'observe', { unitId, ...at('look-dust', 'packed') });
    await leave(unitId);
    const before = await unitRow(unitId);
    const minutes = (await bookOf(unitId)).minutes;
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', {
      unitId,
      ref: 'repaste',
      minutes: 220,
      ended: 'helped',
    });
    expect((await unitRow(unitId)).stage).toBe('hands');
    await act(benchA, 'takeBackWork', { unitId, workId });
    const after = await unitRow(unitId);
    expect(after).toMatchObject({ stage: before.stage, valueMinor: before.valueMinor });
    expect(after.evaluation!.chances).toEqual(before.evaluation!.chances);
    expect((await bookOf(unitId)).minutes).toBeCloseTo(minutes, 2);
    expect(await refusal(act(benchA, 'takeBackWork', { unitId, workId }))).toMatchObject({ code: 'refused' });
    // what a clock runs for is ended before it is taken back, and is open again then
    const begun = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'clean-plan' });
    expect(await refusal(act(benchA, 'takeBackWork', { unitId, workId: begun.workId }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'finishWork', { unitId, workId: begun.workId });
    await act(benchA, 'takeBackWork', { unitId, workId: begun.workId });
    await act(benchA, 'resumeWork', { unitId, workId: begun.workId });
  });
});

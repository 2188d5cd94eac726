import { eq, sql } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { database } from '@/db/client';
import { codeTables, events, jobs, shop } from '@/db/schema';
import { compareOnUnit } from '@/shop/units/compare';
import { reviveSilent } from '@/shop/jobs/start';
import { runJob } from '@/shop/runJob';
import { countClosed } from '@/shop/rules/closed';
import { effectiveCatalogue } from '@/shop/rules/effective';
import { act, benchA, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('rules');

const rules = async () => (await database().select().from(shop))[0];
const beliefIn = async (unitId: string, cause: string) =>
  (await unitRow(unitId)).evaluation!.chances[cause] ?? 0;

describe('the owner’s own numbers', () => {
  it('move the next evaluation of a unit, and are taken back whole', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'fan-sound', outcome: 2 });
    // the second in line, so that it can rise
    const { cause } = (await unitRow(unit.unitId)).evaluation!.beliefs[1];
    const before = await beliefIn(unit.unitId, cause);
    expect(
      await act(owner, 'setOverrides', { overrides: { causes: { [cause]: { prior: { laptop: 0.6 } } } } }),
    ).toEqual({ numbers: 1 });
    expect(await beliefIn(unit.unitId, cause)).toBe(before);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 0 });
    expect(await beliefIn(unit.unitId, cause)).toBeGreaterThan(before);
    await act(owner, 'setOverrides', { overrides: {} });
    expect(effectiveCatalogue(await rules()).catalogue).toBe(catalogue);
  });
  it('are refused as a whole, with every fault named; technicians may not', async () => {
    const wrong = {
      causes: { 'fan-dead': { prior: { laptop: 0.2 } }, dragon: { valueLeft: 0.5 } },
      findings: { torch: { leak: [0.5, 0.4] } },
    };
    expect(await refusal(act(owner, 'setOverrides', { overrides: wrong }))).toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/there is no "dragon"/),
    });
    expect(
      await refusal(
        act(owner, 'setOverrides', { overrides: { causes: { 'fan-dead': { prior: { laptop: 2 } } } } }),
      ),
    ).toMatchObject({ code: 'invalid' });
    expect((await rules()).overrides).toEqual({});
    expect(await refusal(act(benchA, 'setOverrides', { overrides: {} }))).toMatchObject({
      code: 'forbidden',
    });
  });
  it('that no longer fit the catalogue are left out, and said so', () => {
    const known = effectiveCatalogue({
      learned: null,
      handMinutes: {},
      overrides: { causes: { 'a-cause-of-last-year': { valueLeft: 0.5 } } },
    });
    expect(known.catalogue).toBe(catalogue);
    expect(known.faults.join()).toMatch(/a-cause-of-last-year/);
  });
});

describe('learning from closed cases', () => {
  it('needs a record that ends in a look over the whole machine, and moves the priors by how many there are', async () => {
    expect(await refusal(act(owner, 'learnFromCases', { strength: 100 }))).toMatchObject({ code: 'refused' });
    const { units } = await lotWith(['small', 'small', 'small', 'small']);
    for (const { unitId } of units) {
      await act(benchA, 'observe', { unitId, finding: 'memory-fitted', outcome: 1 });
      await act(benchA, 'repairVerdict', { unitId, repair: 'fit-memory', ended: 'helped' });
    }
    for (const { unitId } of units.slice(1))
      await act(benchA, 'observe', { unitId, finding: 'whole-look', outcome: 0 });
    // one looked over, mended again afterwards: open again
    await act(benchA, 'repairVerdict', { unitId: units[3].unitId, repair: 'drain-charge', ended: 'helped' });
    expect(await database().transaction((tx) => countClosed(tx))).toBe(2);
    await act(benchA, 'voidObservation', { unitId: units[3].unitId });
    expect(await database().transaction((tx) => countClosed(tx))).toBe(3);
    expect(await act(owner, 'learnFromCases', { strength: 100 })).toEqual({ cases: 3 });
    const after = await rules();
    const base = catalogue.causes.find((cause) => cause.id === 'memory-out')!.prior.small!;
    // machines from such a lot have it more often anyway, so three of them count as more than three ordinary
    // ones
    const { p, cases, present } = after.learned!.priors['memory-out'].small!;
    expect(present).toBe(3);
    expect(p).toBeCloseTo((100 * base + 3) / (100 + cases), 4);
    expect(
      effectiveCatalogue(after).catalogue.causes.find((cause) => cause.id === 'memory-out')!.prior.small,
    ).toBe(p);
    expect(
      (await database().select().from(events).where(eq(events.kind, 'learned')))[0].payload,
    ).toMatchObject({ cases: 3, strength: 100 });
    await act(owner, 'forgetLearned', {});
    expect((await rules()).learned).toBeNull();
  });
});

describe('all open units worked out again', () => {
  it('follows the rules without touching versions, tells how far it is, and runs once at a time', async () => {
    const { units } = await lotWith(['laptop', 'desktop', 'aio']);
    const before = await Promise.all(units.map(({ unitId }) => unitRow(unitId)));
    await act(owner, 'setRules', { ratePerHourMinor: 6000 });
    const { job, total } = await act<{ job: string; total: number }>(owner, 'startRevaluation', {});
    expect(total).toBeGreaterThanOrEqual(3);
    expect(await refusal(act(owner, 'startRevaluation', {}))).toMatchObject({ code: 'conflict' });
    // two workers at once: one has it
    expect((await Promise.all([runJob(job, 'a'), runJob(job, 'b')])).sort()).toEqual(['done', 'not mine']);
    expect((await database().select().from(jobs).where(eq(jobs.id, job)))[0]).toMatchObject({
      status: 'done',
      done: total,
      result: { failed: 0 },
    });
    for (const [i, { unitId }] of units.entries()) {
      const after = await unitRow(unitId);
      expect(after.version).toBe(before[i].version);
      expect(after.valueMinor).toBeLessThan(before[i].valueMinor!);
    }
    // a second start of the same job does nothing
    expect(await runJob(job, 'a')).toBe('not mine');
    await act(owner, 'setRules', { ratePerHourMinor: 1800 });
  });
  it('stops when it is cancelled; a job whose worker fell silent is queued again for another', async () => {
    const first = await act<{ job: string }>(owner, 'startRevaluation', {});
    await act(owner, 'cancelJob', { job: first.job });
    expect(await runJob(first.job, 'a')).toBe('not mine');
    expect(await refusal(act(owner, 'cancelJob', { job: first.job }))).toMatchObject({ code: 'conflict' });
    const second = await act<{ job: string }>(owner, 'startRevaluation', {});
    const row = async () => (await database().select().from(jobs).where(eq(jobs.id, second.job)))[0];
    const queued = async () =>
      (
        await database().execute<{ n: number }>(
          sql`select count(*)::int as n from pgboss.job where data->>'job' = ${second.job}`,
        )
      ).rows[0].n;
    expect(await queued()).toBe(1);
    expect(await database().transaction((tx) => reviveSilent(tx))).toBe(0);
    await database()
      .update(jobs)
      .set({ claimedBy: 'one that died', beatAt: new Date(Date.now() - 120_000) })
      .where(eq(jobs.id, second.job));
    expect(await runJob(second.job, 'another')).toBe('not mine');
    expect(await database().transaction((tx) => reviveSilent(tx))).toBe(1);
    expect(await queued()).toBe(2);
    expect(await runJob(second.job, 'another')).toBe('done');
    expect(await row()).toMatchObject({ status: 'done', claimedBy: 'another' });
  });
  it('is queued when, and only when, the command that starts it commits', async () => {
    const queued = async () =>
      (await database().execute<{ n: number }>(sql`select count(*)::int as n from pgboss.job`)).rows[0].n;
    const before = await queued();
    const first = await act<{ job: string }>(owner, 'startRevaluation', {});
    expect(await queued()).toBe(before + 1);
    expect(await refusal(act(owner, 'startRevaluation', {}))).toMatchObject({ code: 'conflict' });
    expect(await queued()).toBe(before + 1);
    await act(owner, 'cancelJob', { job: first.job });
  });
});

describe('tables of codes', () => {
  it('come from a file as a whole, replace a maker’s earlier ones, and can be dropped', async () => {
    const text = readFileSync('samples/codes/beeps.csv', 'utf8');
    expect(await act(benchA, 'importCodes', { text })).toEqual({
      tables: [
        { maker: 'Aldermoor', codes: 7, replaced: false },
        { maker: 'Sundrel', codes: 4, replaced: false },
      ],
    });
    expect(
      await act(benchA, 'importCodes', { text: 'maker,source,code,meaning\naldermoor,own notes,3-2,Memory' }),
    ).toMatchObject({ tables: [{ replaced: true }] });
    expect(await database().select().from(codeTables)).toHaveLength(2);
    expect(
      await refusal(
        act(benchA, 'importCodes', {
          text: 'maker,source,code,meaning\nNew,own,3,Memory\nNew,own,beep,Memory',
        }),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringMatching(/line 3/) });
    expect(await database().select().from(codeTables)).toHaveLength(2);
    expect(await refusal(act(benchA, 'dropCodes', { maker: 'Sundrel' }))).toMatchObject({
      code: 'forbidden',
    });
    await act(owner, 'dropCodes', { maker: 'Sundrel' });
    expect(await database().select().from(codeTables)).toHaveLength(1);
  });
});

describe('why this step and not that one', () => {
  it('splits the difference into minutes, parts and what each leads to, or says what is in the way', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    for (const [finding, outcome] of [
      ['button', 0],
      ['fan-sound', 2],
      ['lock-key', 1],
      ['picture-monitor', 2],
    ] as const)
      await act(benchA, 'observe', { unitId: unit.unitId, finding, outcome });
    const steps = (await unitRow(unit.unitId)).evaluation!.steps;
    const answer = await compareOnUnit(unit.tag, steps[3].id);
    if (!answer.result.possible) throw new Error('expected two steps that can be compared');
    const { comparison } = answer.result;
    expect(comparison.proposed.id).toBe(steps[0].id);
    expect(comparison.minutesMinor + comparison.partsMinor + comparison.leadsToMinor).toBe(
      comparison.aheadMinor,
    );
    expect(comparison.aheadMinor).toBeGreaterThanOrEqual(0);
    expect((await compareOnUnit(unit.tag, 'torch')).result).toMatchObject({ possible: false });
    expect((await compareOnUnit(unit.tag, 'memory-swap')).result).toMatchObject({
      possible: false,
      barrier: { kind: 'part', class: 'memory' },
    });
    await expect(compareOnUnit(unit.tag, 'nonsense')).rejects.toMatchObject({ code: 'missing' });
    await expect(compareOnUnit('ZZ-1', 'button')).rejects.toMatchObject({ code: 'missing' });
  });
});

import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { columnsOf } from '@/core/instruments/run';
import { database } from '@/db/client';
import { events, functionTests, observations, tokens, units } from '@/db/schema';
import { standInOf } from '@/core/simulate/standIn';
import { rubric } from '@/catalog/worth/rubric';
import { selfTests } from '@/catalog/instruments/selfTests';
import { findingById } from '@/catalog';
import { macOf } from '@/server/device/neighbour';
import { proofOf } from '@/shop/proof/proof';
import { append } from '@/shop/readings/lane';
import { recordSelfTest, type SelfTold } from '@/shop/selftest/commands';
import { selfTestPlan } from '@/shop/selftest/lane';
import { runCommand } from '@/shop/runner';
import { lettersState } from '@/shop/tokens/keep';
import { act, benchA, lotWith, openShop, refusal, trainee, unitRow } from './shop';

openShop('selftest');

const look = (letters: string) => lettersState('self-test', letters, 'by the machine’s own test');
const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const tell = (unitId: string, told: Partial<SelfTold>, key?: string) =>
  runCommand(recordSelfTest, benchA, {
    input: { unitId, test: 'keys', result: 'pass', ...told },
    key,
  });
const proof = async (unitId: string) => proofOf(database(), await unitRow(unitId), rubric);
const answered = async (unitId: string, ref: string) =>
  (await database().select().from(observations).where(eq(observations.unitId, unitId)))
    .filter((row) => row.ref === ref && row.voidedBy === null)
    .map(({ outcomeId, basis }) => [outcomeId, basis]);

describe('which network it was', () => {
  const lshw = {
    name: 'lshw.json',
    text: JSON.stringify({
      class: 'system',
      id: 'x',
      children: [
        { class: 'network', id: 'network:0', serial: '02:00:5e:10:00:01', description: 'Ethernet interface' },
        { class: 'network', id: 'network:1', serial: '02:00:5e:10:00:02', description: 'Wireless interface' },
      ],
    }),
  };
  const words = async (unitId: string, test: string) =>
    (await database().select().from(functionTests).where(eq(functionTests.unitId, unitId)))
      .filter((row) => row.test === test)
      .map((row) => row.told!.words);
  it('a cable that was a wireless network is no cable; what nobody could see is said so', async () => {
    const unitId = await laptop();
    const wired = (from: string | null) =>
      tell(unitId, { test: 'wired', words: '900 Mb/s from the bench', from } as Partial<SelfTold>);
    await wired('02:00:5e:10:00:01');
    expect(await words(unitId, 'network')).toEqual([
      '900 Mb/s from the bench; over which of its networks was not seen',
    ]);
    await act(benchA, 'ingestReport', { unitId, files: [lshw] });
    expect(await refusal(wired('02:00:5e:10:00:02'))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('came over its wireless network') as string,
    });
    await wired('02:00:5e:10:00:01');
    expect((await words(unitId, 'network')).at(-1)).toContain('over its cable, as the shop’s computer saw');
    // by hand nobody saw anything
    await tell(unitId, { test: 'wireless', byHand: true, words: '' });
    expect(await words(unitId, 'wireless')).toEqual(['']);
  });
  it('the kernel’s own table says who is at an address', async () => {
    const table = join(mkdtempSync(join(tmpdir(), 'omni-arp-')), 'arp');
    writeFileSync(
      table,
      'IP address       HW type     Flags       HW address            Mask     Device\n' +
        '192.0.2.7        0x1         0x2         02:00:5E:10:00:01     *        enp3s0\n' +
        '192.0.2.8        0x1         0x0         00:00:00:00:00:00     *        enp3s0\n',
    );
    expect(await macOf('192.0.2.7', table)).toBe('02:00:5e:10:00:01');
    expect(await macOf('192.0.2.8', table)).toBeNull();
    expect(await macOf('192.0.2.9', table)).toBeNull();
    expect(await macOf('192.0.2.7', `${table}.gone`)).toBeNull();
  });
});

describe('locks of its drive', () => {
  it('a report that found one shuts the test of locks until another report does not', async () => {
    const unitId = await laptop();
    const drive = JSON.parse(readFileSync('samples/report/smartctl-sda.json', 'utf8')) as object;
    const report = (enabled: boolean) =>
      act(benchA, 'ingestReport', {
        unitId,
        files: [{ name: 'smartctl-sda.json', text: JSON.stringify({ ...drive, ata_security: { enabled } }) }],
      });
    const free = () => act(benchA, 'recordTest', { unitId, test: 'locks', result: 'pass' });
    await report(true);
    expect(await refusal(free())).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('/dev/sda: a password of its own') as string,
    });
    await act(benchA, 'recordTest', { unitId, test: 'locks', result: 'fail' });
    await report(false);
    await free();
  });
});

describe('rows of the catalogue', () => {
  it('name tests of the rubric and outcomes of questions that are there', () => {
    for (const { test, finding, outcomes = {} } of selfTests) {
      if (test) expect(rubric.tests.map(({ id }) => id)).toContain(test);
      for (const outcome of Object.values(outcomes))
        expect(findingById(finding!)!.outcomes.map(({ id }) => id)).toContain(outcome);
    }
  });
});

describe('six letters', () => {
  it('open one unit for some hours; new ones end the old', async () => {
    const unitId = await laptop();
    const first = await act<{ token: string }>(benchA, 'makeSelfTest', { unitId });
    expect(await look(first.token)).toMatchObject({ state: 'good', unitId });
    const second = await act<{ token: string }>(benchA, 'makeSelfTest', { unitId });
    expect(await look(first.token)).toEqual({ state: 'wrong' });
    expect(await look(second.token)).toMatchObject({ state: 'good' });
    // in clear they stand nowhere
    const rows = await database().select().from(tokens);
    expect(JSON.stringify(rows)).not.toContain(second.token);
    const told = await database().select().from(events).where(eq(events.unitId, unitId));
    expect(JSON.stringify(told)).not.toContain(second.token);
    await database()
      .update(tokens)
      .set({ expiresAt: new Date(0) });
    expect(await look(second.token)).toEqual({ state: 'expired' });
    expect(await refusal(act(trainee, 'makeSelfTest', { unitId }))).toMatchObject({ code: 'forbidden' });
  });
  it('of a machine that has left open nothing', async () => {
    const unitId = await laptop();
    const { token } = await act<{ token: string }>(benchA, 'makeSelfTest', { unitId });
    await database().update(units).set({ stage: 'gone' }).where(eq(units.id, unitId));
    expect(await look(token)).toEqual({ state: 'expired' });
  });
});

describe('what a machine tells of itself', () => {
  it('is a test of the rubric and an answer, and a second telling is the newer one', async () => {
    const unitId = await laptop();
    await tell(unitId, { result: 'fail', words: 'silent: KeyG', figures: { pressed: 75 } });
    expect((await proof(unitId)).tests.get('keys')).toMatchObject({
      result: 'fail',
      told: { words: 'silent: KeyG', figures: { pressed: 75 } },
    });
    expect(await answered(unitId, 'key-test')).toEqual([['some-do-not', 'measured']]);
    await tell(unitId, { result: 'pass' });
    expect((await proof(unitId)).tests.get('keys')!.result).toBe('pass');
    expect(await answered(unitId, 'key-test')).toEqual([['all', 'measured']]);
  });
  it('moves belief: a pad that answers in part is likelier to be wrong', async () => {
    const unitId = await laptop();
    const chance = async () =>
      Math.max(
        ...Object.entries((await unitRow(unitId)).evaluation!.chances!)
          .filter(([id]) => id.includes('pad'))
          .map(([, p]) => p),
      );
    const before = await chance();
    await tell(unitId, { test: 'pad', result: 'fail', detail: 'none' });
    expect(await answered(unitId, 'touchpad-test')).toEqual([['no', 'measured']]);
    expect(await chance()).toBeGreaterThan(before * 3);
  });
  it('a grade that was given is doubtful after a failed test', async () => {
    const unitId = await laptop();
    await database().update(units).set({ grade: 'B', listed: true }).where(eq(units.id, unitId));
    await tell(unitId, { test: 'camera', result: 'fail' });
    expect(await unitRow(unitId)).toMatchObject({ grade: null, listed: false });
  });
  it('by hand it is typed, not measured', async () => {
    const unitId = await laptop();
    await tell(unitId, { test: 'sound', result: 'fail', detail: 'none', byHand: true });
    expect(await answered(unitId, 'sound-test')).toEqual([['silent', 'typed']]);
  });
  it('sent twice it is on record once', async () => {
    const unitId = await laptop();
    await tell(unitId, {}, 'self-test-key-1');
    await tell(unitId, {}, 'self-test-key-1');
    expect(await database().$count(functionTests, eq(functionTests.unitId, unitId))).toBe(1);
  });
  it('marks of the screen are drawn anew with each telling', async () => {
    const unitId = await laptop();
    const faults = [
      { kind: 'bright' as const, x: 0.5, y: 0.5 },
      { kind: 'blotch' as const, x: 0, y: 1 },
    ];
    await tell(unitId, { test: 'screen', faults, pixels: 1_049_088, detail: 'spots' });
    let { marks, tests } = await proof(unitId);
    expect(marks.map(({ x, y, size }) => [x, y, size])).toEqual([
      [242, 52, 0],
      [172, 96, 1],
    ]);
    expect(tests.get('display')!.told!.words).toContain('class I of ISO 9241-307');
    expect(await answered(unitId, 'panel-face')).toEqual([['marks-or-spots', 'measured']]);
    await tell(unitId, { test: 'screen', faults: [], pixels: 1_049_088 });
    ({ marks, tests } = await proof(unitId));
    expect(marks).toEqual([]);
    expect(tests.get('display')!.told!.words).toBe('no pixel fault');
  });
  it('taken back it is as if it had not been: test, answer, belief, marks and the grade’s rest', async () => {
    const unitId = await laptop();
    await tell(unitId, { test: 'screen', faults: [{ kind: 'dark', x: 0.5, y: 0.5 }], pixels: 1_049_088 });
    await tell(unitId, { test: 'pad', result: 'fail', detail: 'none' });
    const chances = async () => (await unitRow(unitId)).evaluation!.chances;
    const before = await chances();
    const marks = (await proof(unitId)).marks.map(({ id }) => id);
    await tell(unitId, { test: 'keys', result: 'fail' });
    await tell(unitId, { test: 'screen', faults: [], pixels: 1_049_088, result: 'fail' });
    expect((await proof(unitId)).marks).toEqual([]);
    // the wrong machine had the page open
    await act(benchA, 'takeBackSelfTest', { unitId, test: 'keys' });
    await act(benchA, 'takeBackSelfTest', { unitId, test: 'screen' });
    const { tests, marks: now } = await proof(unitId);
    expect(tests.get('keys')).toBeUndefined();
    expect(tests.get('display')).toMatchObject({ result: 'pass' });
    expect(now.map(({ id }) => id)).toEqual(marks);
    expect(await answered(unitId, 'key-test')).toEqual([]);
    expect(await answered(unitId, 'panel-face')).toEqual([['even', 'measured']]);
    expect(await chances()).toEqual(before);
    // and what is told after that counts again
    await act(benchA, 'takeBackSelfTest', { unitId, test: 'pad' });
    expect(await refusal(act(benchA, 'takeBackSelfTest', { unitId, test: 'pad' }))).toMatchObject({
      code: 'refused',
    });
    await tell(unitId, { test: 'pad', result: 'pass' });
    expect(await answered(unitId, 'touchpad-test')).toEqual([['yes', 'measured']]);
  });
  it('a score is told beside the shop’s other machines', async () => {
    const ids = (await lotWith(['laptop', 'laptop', 'laptop', 'laptop'])).units.map((unit) => unit.unitId);
    for (const [n, unitId] of ids.slice(0, 3).entries())
      await tell(unitId, { test: 'processor', figures: { score: 100 * (n + 1) } });
    const { token } = await act<{ token: string }>(benchA, 'makeSelfTest', { unitId: ids[3] });
    const state = await look(token);
    if (state.state !== 'good') throw new Error(state.state);
    const plan = await selfTestPlan(token, state);
    expect([...plan.beside.scores].sort((a, b) => a - b)).toEqual([100, 200, 300]);
    expect(plan.tests.map(({ id }) => id)).toContain('keys');
  });
});

describe('a soak by the machine itself', () => {
  const soak = async (condition: string, keep = Infinity) => {
    const unitId = await laptop();
    const { run, token } = await act<{ run: string; token: string }>(benchA, 'startRun', {
      unitId,
      kind: 'soak',
    });
    const standIn = standInOf('soak', condition, 5);
    let rows = [];
    let seq = 0;
    let say = '';
    for (
      let sample = standIn.step(true);
      sample && sample.t < keep && say !== 'end';
      sample = standIn.step(true)
    ) {
      rows.push(sample);
      if (rows.length < 60) continue;
      const { looked, ...word } = await append(token, { seq: seq++, columns: columnsOf(rows) });
      await looked;
      say = word.say;
      rows = [];
    }
    return { unitId, run };
  };
  it('of an hour holds: load proved, hang answered, words on papers; taken back, all of it is open again', async () => {
    const { unitId, run } = await soak('sound');
    await act(benchA, 'finishRun', { unitId, run });
    expect((await proof(unitId)).tests.get('load')).toMatchObject({ result: 'pass' });
    expect(await answered(unitId, 'soak-hang')).toEqual([['holds', 'measured']]);
    expect(await answered(unitId, 'load-run')).toEqual([['holds-steady', 'measured']]);
    await act(benchA, 'takeBackAct', { what: 'soak', unitId });
    expect((await proof(unitId)).tests.get('load')).toBeUndefined();
    expect(await answered(unitId, 'soak-hang')).toEqual([]);
  });
  it('with a closed lid tells its gap', async () => {
    const { unitId, run } = await soak('lid closed');
    await act(benchA, 'finishRun', { unitId, run });
    expect((await proof(unitId)).tests.get('load')!.told!.words).toContain('1 gaps');
  });
  it('that went off by itself failed', async () => {
    const { unitId, run } = await soak('goes off');
    await act(benchA, 'finishRun', { unitId, run, wentOff: true });
    expect((await proof(unitId)).tests.get('load')).toMatchObject({ result: 'fail' });
    expect(await answered(unitId, 'soak-hang')).toEqual([['hangs-or-restarts', 'measured']]);
  });
  it('of five minutes proves nothing', async () => {
    const { unitId, run } = await soak('sound', 300);
    await act(benchA, 'finishRun', { unitId, run });
    expect((await proof(unitId)).tests.get('load')).toBeUndefined();
  });
});

import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { columnsOf, samplesOf, type RunKind, type Sample } from '@/core/instruments/run';
import { seededRandom } from '@/core/random';
import { heatMachine, heatMeter } from '@/core/simulate/heat';
import { standInOf } from '@/core/simulate/standIn';
import { database } from '@/db/client';
import { events, readingBatches, readingRuns, shop, tokens, units } from '@/db/schema';
import { Sampler } from '@/device/sampler';
import { runStandIn } from '@/device/standInRun';
import { makePerson } from '@/server/people';
import { floorNow } from '@/shop/floor/queries';
import { append, followRun, laneState } from '@/shop/readings/lane';
import { heatRunsOf, measuredFor, readingsOf } from '@/shop/readings/queries';
import { pairsOf } from '@/core/instruments/findingsFromReading';
import { batteryMoney } from '@/shop/readings/batteryMoney';
import { readingsOnPaper } from '@/shop/readings/papers';
import { recordNow } from '@/shop/record/queries';
import { GET as script, POST as batch } from '@/app/s/[token]/route';
import { GET as state } from '@/app/s/[token]/at/route';
import { POST as end } from '@/app/s/[token]/end/route';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, trainee, unitRow } from './shop';
import { served } from './served';

openShop('lane');

const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const begin = (unitId: string, kind: RunKind = 'heat', more: Record<string, unknown> = {}) =>
  act<{ run: string; token: string }>(benchA, 'startRun', { unitId, kind, ...more });
const samples = (from: number, count: number): Sample[] =>
  Array.from({ length: count }, (_, n) => ({ t: from + n, temp: 40 + n, load: 0 }));
const send = async (token: string, seq: number, rows = samples(seq * 5, 5), about?: object) => {
  const { looked, ...answer } = await append(token, {
    seq,
    columns: columnsOf(rows),
    ...(about && { about }),
  });
  await looked;
  return answer;
};
const kept = async (run: string) =>
  samplesOf(
    await database()
      .select({ seq: readingBatches.seq, columns: readingBatches.columns })
      .from(readingBatches)
      .where(eq(readingBatches.runId, run)),
  );

const shopFront = served({ GET: { '': script, at: state }, POST: { '': batch, end } });

describe('the lane of samples', () => {
  it('takes a batch once, in whatever order; no event, no lock of the unit, no new value', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId);
    const before = [(await unitRow(unitId)).version, await database().$count(events)];
    expect(await send(token, 1)).toMatchObject({ taken: true, say: 'rest' });
    expect(await send(token, 0)).toMatchObject({ taken: true });
    expect(await send(token, 0, samples(99, 5))).toMatchObject({ taken: false });
    expect(await laneState(token)).toMatchObject({ next: 2, batches: 2, open: true });
    await send(token, 4);
    expect(await laneState(token)).toMatchObject({ next: 2, batches: 3 });
    expect((await kept(run)).map(({ t }) => t)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 20, 21, 22, 23, 24]);
    expect([(await unitRow(unitId)).version, await database().$count(events)]).toEqual(before);
    await database().transaction(async (tx) => {
      await tx.select().from(units).where(eq(units.id, unitId)).for('update');
      expect(await send(token, 5)).toMatchObject({ taken: true });
    });
  });
  it('the same batch from six hands at once is one', async () => {
    const { run, token } = await begin(await laptop());
    const answers = await Promise.all(Array.from({ length: 6 }, () => send(token, 0)));
    expect(answers.filter(({ taken }) => taken)).toHaveLength(1);
    expect(await kept(run)).toHaveLength(5);
  });
  it('what is no batch changes nothing, in words', async () => {
    const { run, token } = await begin(await laptop());
    for (const body of [
      null,
      [],
      {},
      { seq: -1, columns: { t: [1], temp: [1] } },
      { seq: 0.5, columns: { t: [1], temp: [1] } },
      { seq: 1e9, columns: { t: [1], temp: [1] } },
      { seq: 0, columns: { t: [1] } },
      { seq: 0, columns: { t: [1], temp: ['hot'] } },
      { seq: 0, columns: { t: [1], temp: [1e300] } },
      { seq: 0, columns: { t: [1, 2], temp: [1] } },
      { seq: 0, columns: { t: [1], temp: [1], __proto__2: [1] } },
      { seq: 0, columns: { t: [1], temp: [1] }, about: { limit: 9000 } },
      { seq: 0, columns: { t: [1], temp: [1] }, about: { by: 'a\u0000b' } },
    ])
      expect(await refusal(append(token, body)), JSON.stringify(body)).toMatchObject({ code: 'invalid' });
    expect(await kept(run)).toEqual([]);
    expect(await refusal(append('nonsense', {}))).toMatchObject({ code: 'forbidden' });
  });
  it('ends with its run: what comes later is not kept, and is told so', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId);
    await send(token, 0);
    await act(benchB, 'dropRun', { unitId, run });
    expect(await send(token, 1)).toMatchObject({ say: 'end', taken: false });
    expect(await kept(run)).toHaveLength(5);
    expect(await refusal(act(benchA, 'finishRun', { unitId, run }))).toMatchObject({ code: 'refused' });
    expect(await heatRunsOf(unitId)).toEqual([]);
  });
  it('a second press loses nothing: an open run with samples is finished or dropped first', async () => {
    const unitId = await laptop();
    const first = await begin(unitId);
    const second = await begin(unitId);
    expect(await refusal(append(first.token, { seq: 0, columns: columnsOf(samples(0, 2)) }))).toBeNull();
    expect(await kept(first.run)).toEqual([]);
    await send(second.token, 0);
    expect(await refusal(begin(unitId))).toMatchObject({ code: 'refused' });
    expect(await refusal(begin(unitId, 'battery'))).toBeNull();
    expect(await refusal(act(trainee, 'startRun', { unitId, kind: 'heat' }))).toMatchObject({
      code: 'forbidden',
    });
  });
  it('its token opens nothing else, runs out, and ends with the account that gave it', async () => {
    const unitId = await laptop();
    const id = await makePerson('Bench L', 'bench-l@saltmarsh.example', 'harbour lights', 'technician');
    const { run, token } = await act<{ run: string; token: string }>(
      { id, name: 'Bench L', role: 'technician' },
      'startRun',
      { unitId, kind: 'heat' },
    );
    await send(token, 0);
    const [row] = await database().select().from(tokens).where(eq(tokens.runId, run));
    expect(row.hash).not.toContain(token);
    await act(owner, 'closePerson', { person: id });
    expect(await refusal(append(token, { seq: 1, columns: columnsOf(samples(5, 5)) }))).toMatchObject({
      code: 'forbidden',
    });
    expect(await kept(run)).toHaveLength(5);
  });
  it('too short to say anything: stays open, nothing is changed; dropped, nothing stands', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId);
    await send(token, 0);
    const before = await unitRow(unitId);
    expect(await refusal(act(benchA, 'finishRun', { unitId, run }))).toMatchObject({ code: 'refused' });
    expect((await unitRow(unitId)).version).toBe(before.version);
    expect(await laneState(token)).toMatchObject({ open: true });
  });
  it('stands in the running strip with what is left, and says when it falls silent', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId);
    await send(token, 0);
    const mine = async () => (await floorNow('bench-a')).running.find(({ workId }) => workId === run)!;
    expect(await mine()).toMatchObject({
      title: 'Heat run',
      run: { page: expect.stringMatching(/\/machine\/heat$/) },
    });
    expect((await mine()).expectedMinutes).toBeGreaterThan(5);
    await database().execute(
      `update reading_batches set at = at - interval '5 minutes' where run_id = '${run}'`,
    );
    expect((await mine()).run!.silent).toBeGreaterThan(290);
    expect((await followRun(run, 0)).silent).toBeGreaterThan(290);
    await database().update(units).set({ stage: 'gone' }).where(eq(units.id, unitId));
    expect(await mine()).toBeUndefined();
    await database().update(units).set({ stage: 'dock' }).where(eq(units.id, unitId));
    expect(await mine()).toBeDefined();
    await act(benchA, 'dropRun', { unitId, run });
    expect(await mine()).toBeUndefined();
  });
  it('the room is asked once a day', async () => {
    await act(benchA, 'tellRoom', { celsius: 27 });
    const { run } = await begin(await laptop());
    expect((await followRun(run, 0)).about).toMatchObject({ room: 27 });
    const { run: other } = await begin(await laptop(), 'heat', { room: 21 });
    expect((await followRun(other, 0)).about).toMatchObject({ room: 21 });
    const { run: third } = await begin(await laptop());
    expect((await followRun(third, 0)).about).toMatchObject({ room: 21 });
  });
});

describe('stand-ins stream as a machine would', () => {
  const stream = async (unitId: string, kind: RunKind, condition: string, seed: number, breaks = 0) => {
    const { run, token } = await begin(unitId, kind);
    const standIn = standInOf(kind, condition, seed);
    const sampler = new Sampler({
      url: `${shopFront.origin}/s/${token}`,
      batch: standIn.batch,
      about: { ...standIn.about, by: 'stand-in' },
      retryMs: [5],
    });
    // so fast that it must wait for every word
    const ended = await runStandIn(standIn, sampler, {
      faster: kind === 'battery' ? 3_000 : 300,
      onSample: (t) => {
        if (breaks && t % 97 === 0) shopFront.away = breaks;
      },
    });
    return { run, ended };
  };
  it('heat: rest, load and end by what the shop says; the verdict moves belief', async () => {
    const unitId = await laptop();
    await database().update(readingRuns).set({ soFarAt: null });
    const { run, ended } = await stream(unitId, 'heat', 'paste', 4, 3);
    expect(ended).toBe('finished');
    const rows = await kept(run);
    // nothing lost, nothing doubled, over a connection that broke at every 97th second
    expect(rows.map(({ t }) => t)).toEqual(Array.from({ length: rows.length }, (_, t) => t));
    const [line] = await heatRunsOf(unitId);
    expect(line.verdict[0]).toMatchObject({ id: 'paste' });
    expect(line.name).toBe('stand-in');
    expect((await unitRow(unitId)).evaluation!.chances['paste-dry']).toBeGreaterThan(0.2);
  }, 120_000);
  it('rails that sag answer the question about them; taken back, it is open again', async () => {
    const unitId = (await lotWith(['desktop'])).units[0].unitId;
    const weak = async () => (await unitRow(unitId)).evaluation!.chances['supply-weak'] ?? 0;
    await act(benchA, 'observe', { unitId, finding: 'look-screws', outcome: 0 });
    const before = await weak();
    expect((await stream(unitId, 'rails', 'sagging rail', 2)).ended).toBe('finished');
    expect((await readingsOf(unitId, 'rails'))[0]).toMatchObject({
      supply: 'out of limits',
      answers: { rails: 'one-out' },
    });
    expect(await weak()).toBeGreaterThan(5 * before);
    await act(benchA, 'takeBackAct', { what: 'rails', unitId });
    expect(await weak()).toBeCloseTo(before, 9);
    expect(await readingsOf(unitId, 'rails')).toEqual([]);
  }, 60_000);
  it('a battery that goes off falls silent; a person says so, and it is weak', async () => {
    const unitId = await laptop();
    const { run, ended } = await stream(unitId, 'battery', 'early cut-off', 3);
    expect(ended).toBe('went off');
    await act(benchA, 'finishRun', { unitId, run, wentOff: true });
    const [line] = await readingsOf(unitId, 'battery');
    expect(line).toMatchObject({ behaviour: 'weak', ended: true });
    expect(line.run!.cutOff).toBeGreaterThan(10);
  }, 60_000);
  it('a drive on a slow port: what it reads is on record until another drive is in', async () => {
    const unitId = await laptop();
    await stream(unitId, 'speed', 'slow port', 5);
    const reads = async () =>
      (await recordNow(database(), await unitRow(unitId))).specification.number('driveMbs');
    expect(await reads()).toBeGreaterThan(200);
    const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'drive',
      name: 'Flint S240',
      attributes: { gb: 240, kind: 'solid' },
    });
    await act(benchA, 'fitPart', { unitId, componentId });
    expect(await reads()).toBeNull();
    expect((await readingsOf(unitId, 'speed'))[0]).toMatchObject({ answers: { 'link-speed': 'slower' } });
  }, 60_000);
});

describe('typed by hand', () => {
  it('rails, battery and speed stand on record, are compared, and are taken back one by one', async () => {
    const unitId = await laptop();
    await act(benchA, 'recordSpeed', { unitId, timed: { start: 60 } });
    await act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: 14, ended: 'done' });
    await act(benchA, 'recordSpeed', {
      unitId,
      timed: { start: 35 },
      indices: [{ name: 'garden', value: 456 }],
    });
    // on another title it is another figure; what was measured decides what it is good for
    await act(benchA, 'recordSpeed', {
      unitId,
      timed: { frames: 52 },
      subject: { title: 'the harbour race', settings: 'low' },
      note: 'door open, on the mains',
    });
    await act(benchA, 'recordSpeed', { unitId, timed: { frames: 12 }, subject: { title: 'the great map' } });
    const [measured] = [await measuredFor(await unitRow(unitId))];
    expect(measured).toMatchObject({
      measured: { frames: 52 },
      measuredOn: { frames: 'the harbour race, low' },
    });
    // graphics that was seen to play is what it was seen to be, until the reading is taken back
    const played = async () =>
      (await recordNow(database(), await unitRow(unitId))).specification.best('processorGraphics');
    expect(await played()).toMatchObject({ value: 'light games', basis: 'typed' });
    const frames = (await readingsOf(unitId, 'speed')).slice(-2);
    expect(frames[0]).toMatchObject({
      note: 'door open, on the mains',
      origin: expect.stringContaining('speed') as string,
    });
    expect(pairsOf(frames)).toEqual([]);
    for (let n = 0; n < 2; n++) await act(benchA, 'takeBackAct', { what: 'speed', unitId });
    expect((await played())?.value).not.toBe('light games');
    const lines = await readingsOf(unitId, 'speed');
    expect(lines.map(({ figures }) => figures[0].value)).toEqual([60, 35]);
    expect(lines[1].since).toEqual(['New paste']);
    await act(benchA, 'takeBackAct', { what: 'speed', unitId });
    expect(await readingsOf(unitId, 'speed')).toHaveLength(1);
    expect(await refusal(act(benchA, 'recordSpeed', { unitId, timed: {} }))).toMatchObject({
      code: 'refused',
    });
    expect(await refusal(act(benchA, 'recordSpeed', { unitId, timed: { start: -3 } }))).toMatchObject({
      code: 'invalid',
    });
    expect(await refusal(act(benchA, 'recordBattery', { unitId }))).toMatchObject({ code: 'refused' });
    expect(await refusal(act(benchA, 'recordRails', { unitId, rails: [] }))).toMatchObject({
      code: 'invalid',
    });
  });
  it('keep and tell, or replace: by what the machine fetches, and by the offer there is', async () => {
    const unitId = await laptop();
    const money = async () =>
      batteryMoney(await unitRow(unitId), (await recordNow(database(), await unitRow(unitId))).specification);
    expect(await money()).toBeNull();
    await act(benchA, 'recordBattery', { unitId, health: 0.3 });
    const usual = (await money())!;
    expect(usual.replacedMinor).toBeGreaterThan(usual.keptMinor);
    // by hand: what it fetches more, less fees of 8 %, pack and hands
    expect(usual.gainMinor).toBe(
      Math.round((usual.replacedMinor - usual.keptMinor) * 0.92 - usual.packMinor - usual.handsMinor),
    );
    await act(benchA, 'quotePart', {
      unitId,
      class: 'battery',
      name: 'PM-41',
      priceMinor: 100,
      condition: 'used',
      source: 'a dealer',
    });
    expect(await money()).toMatchObject({ packMinor: 100, quoted: true, choice: 'replace' });
    await act(benchA, 'recordBattery', { unitId, health: 0.95 });
    expect(await money()).toMatchObject({ choice: 'tell' });
  });
  it('surfaces want the room they were read in; the standing ones are told for a hot room', async () => {
    const unitId = await laptop();
    await database().update(shop).set({ room: null });
    const surfaces = [{ place: 'palm', material: 'plastic', celsius: 39.1 }];
    expect(await refusal(act(benchA, 'recordTouch', { unitId, surfaces }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'recordTouch', { unitId, surfaces, room: 25.3 });
    expect((await readingsOf(unitId, 'touch'))[0].surfaces[0]).toMatchObject({
      limit: 48,
      then: 48.8,
      withinThen: false,
    });
    expect((await readingsOnPaper(unitId)).map(({ what }) => what)).toEqual([
      'To the touch under load in a room of 25 °C: palm rest 39.1 °C (49 in 35).',
    ]);
    expect(
      await refusal(act(benchA, 'recordTouch', { unitId, surfaces: [...surfaces, ...surfaces] })),
    ).toMatchObject({ code: 'invalid' });
    await act(benchA, 'takeBackAct', { what: 'touch', unitId });
    expect(await readingsOf(unitId, 'touch')).toEqual([]);
  });
  it('two systems that disagree on a battery stand side by side', async () => {
    const unitId = await laptop();
    await act(benchA, 'recordBattery', { unitId, health: 0.83, system: 'its own system' });
    await act(benchA, 'recordBattery', { unitId, health: 0.61, system: 'live Linux' });
    const lines = await readingsOf(unitId, 'battery');
    expect(lines.map(({ health, system }) => [health, system])).toEqual([
      [0.83, 'its own system'],
      [0.61, 'live Linux'],
    ]);
    // the newest is what the machine is sold by; taken back, the one before
    const health = async () =>
      (await recordNow(database(), await unitRow(unitId))).specification.number('batteryHealth');
    expect(await health()).toBe(0.61);
    await act(benchA, 'takeBackAct', { what: 'battery', unitId });
    expect(await health()).toBe(0.83);
  });
});

describe('on papers', () => {
  it('the newest of each kind, and what was measured before and after; kept off when somebody says so', async () => {
    const unitId = await laptop();
    await act(benchA, 'recordSpeed', { unitId, timed: { start: 60 } });
    await act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: 14, ended: 'done' });
    await act(benchA, 'recordSpeed', { unitId, timed: { start: 35, read: 530 } });
    await act(benchA, 'recordBattery', { unitId, health: 0.83 });
    const told = async () => (await readingsOnPaper(unitId)).map(({ what }) => what);
    expect(await told()).toEqual([
      'Battery fair, 83 % of its design by its gauge.',
      'drive, in sequence 530 MB/s.',
      'button to a quiet desk 60 → 35 s, −42 % (New paste).',
    ]);
    await act(benchA, 'readingOnPapers', { unitId, kind: 'speed', on: false });
    expect(await told()).toEqual(['Battery fair, 83 % of its design by its gauge.']);
    await act(benchA, 'readingOnPapers', { unitId, kind: 'speed', on: true });
    expect(await told()).toHaveLength(3);
    await act(benchA, 'takeBackAct', { what: 'speed', unitId });
    expect(await told()).toContain('button to a quiet desk 60 s.');
  });
});

describe('the served script', () => {
  /** A machine as its kernel shows it: a sensor, a fan and a clock in files. */
  function world() {
    const root = mkdtempSync(join(tmpdir(), 'omni-sys-'));
    const chip = join(root, 'sys/class/hwmon/hwmon3');
    const clock = join(root, 'sys/devices/system/cpu/cpu0/cpufreq');
    for (const dir of [chip, clock]) mkdirSync(dir, { recursive: true });
    const put = (path: string, text: string | number) => {
      // whole at once, as a kernel shows it
      writeFileSync(`${path}.new`, `${text}\n`);
      renameSync(`${path}.new`, path);
    };
    put(join(chip, 'name'), 'coretemp');
    put(join(chip, 'temp1_label'), 'Package id 0');
    put(join(chip, 'temp1_crit'), 100_000);
    put(join(chip, 'temp2_label'), 'Core 0');
    put(join(chip, 'temp2_input'), 99_000);
    const meter = heatMeter(heatMachine('blocked sink', 45, seededRandom(6)), seededRandom(7));
    let t = 0;
    const step = (loaded: boolean) => {
      const { temp, fan, clock: speed } = meter(loaded);
      put(join(chip, 'temp1_input'), temp * 1000);
      put(join(chip, 'fan1_input'), fan!);
      put(join(clock, 'scaling_cur_freq'), speed! * 1000);
      put(join(root, 'uptime'), `${(1000 + t++).toFixed(2)} 1.0`);
    };
    step(false);
    return { root, step, drop: () => rmSync(root, { recursive: true, force: true }) };
  }
  const shell = (text: string, env: Record<string, string>) => {
    const child = spawn('sh', { env: { ...process.env, ...env }, stdio: ['pipe', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    child.stdin.end(text);
    return { said: () => said, ended: new Promise<number | null>((resolve) => child.on('close', resolve)) };
  };
  const served = async (token: string) => (await fetch(`${shopFront.origin}/s/${token}`)).text();

  it('samples a heat run to its end by what the shop says, over a connection that breaks', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId, 'heat', { room: 22, watts: 45 });
    const machine = world();
    const sh = shell(await served(token), {
      OMNI_SYS: join(machine.root, 'sys'),
      OMNI_UPTIME: join(machine.root, 'uptime'),
      OMNI_STEP: '0.02',
      OMNI_CORES: '0',
      OMNI_OWN_LOAD: 'yes',
    });
    const ticks = setInterval(() => machine.step(sh.said().includes('Under load now')), 35);
    const cut = setTimeout(() => (shopFront.away = 4), 4_000);
    await sh.ended;
    clearInterval(ticks);
    clearTimeout(cut);
    machine.drop();
    expect(sh.said()).toContain('Finished');
    const rows = await kept(run);
    expect(rows.every(({ t }, n) => n === 0 || t >= rows[n - 1].t)).toBe(true);
    expect(rows.some(({ load }) => load === 1)).toBe(true);
    // of the processor's package, not the hotter core beside it
    expect(Math.max(...rows.map(({ temp }) => temp))).not.toBe(99);
    const [line] = await heatRunsOf(unitId);
    expect(line).toMatchObject({ limit: 100, room: 22, name: 'Package id 0, own loop' });
    expect(['dust or fan', 'fan control']).toContain(line.verdict[0].id);
  }, 180_000);
  it('a machine that shows no sensor: a clear word, and nothing is changed', async () => {
    const { run, token } = await begin(await laptop());
    const sh = shell(await served(token), { OMNI_SYS: '/nowhere' });
    expect(await sh.ended).toBe(1);
    expect(sh.said()).toContain('no temperature sensor');
    expect(await kept(run)).toEqual([]);
  });
  it('reads a drive’s speed without writing to it', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId, 'speed');
    const dir = mkdtempSync(join(tmpdir(), 'omni-drive-'));
    const drive = join(dir, 'drive');
    const bytes = Buffer.alloc(24 * 1_048_576, 'surf');
    writeFileSync(drive, bytes, { mode: 0o444 });
    const sh = shell(await served(token), { OMNI_DRIVE: drive, OMNI_SPOTS: '8' });
    await sh.ended;
    expect(sh.said()).toContain('Finished');
    expect(readFileSync(drive).equals(bytes)).toBe(true);
    rmSync(dir, { recursive: true });
    expect(await kept(run)).toHaveLength(8);
    const [line] = await readingsOf(unitId, 'speed');
    expect(line.figures.map(({ id }) => id)).toEqual(['read', 'small']);
  }, 60_000);
  it('reads two batteries as one', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId, 'battery');
    const root = mkdtempSync(join(tmpdir(), 'omni-bat-'));
    for (const [n, percent] of [
      [0, 80],
      [1, 60],
    ]) {
      const cell = join(root, `class/power_supply/BAT${n}`);
      mkdirSync(cell, { recursive: true });
      for (const [name, value] of Object.entries({
        capacity: percent,
        energy_full: 20e6,
        energy_full_design: 25e6,
        energy_now: 20e4 * percent,
        power_now: 5e6,
        voltage_now: 11.4e6,
        status: 'Discharging',
      }))
        writeFileSync(join(cell, name), `${value}\n`);
    }
    const sh = shell(await served(token), { OMNI_SYS: root, OMNI_EVERY: '0.1' });
    while ((await kept(run)).length < 6) await new Promise((resolve) => setTimeout(resolve, 100));
    await act(benchA, 'dropRun', { unitId, run });
    await sh.ended;
    rmSync(root, { recursive: true });
    expect((await kept(run))[0]).toMatchObject({ percent: 70, wh: 28, volts: 11.4, watts: 10 });
    expect((await followRun(run, 0)).about).toMatchObject({ health: 0.8 });
  }, 60_000);
  it('two unlike batteries that show charge and current: volts times amperes, a percentage by what each holds', async () => {
    const unitId = await laptop();
    const { run, token } = await begin(unitId, 'battery');
    const root = mkdtempSync(join(tmpdir(), 'omni-bat-'));
    // microampere-hours: 4 of 4 Ah, and 1 of 1 Ah of which a half is left
    for (const [n, full, now, amps] of [
      [0, 4e6, 4e6, 0.5e6],
      [1, 1e6, 0.5e6, -0.25e6],
    ]) {
      const cell = join(root, `class/power_supply/BAT${n}`);
      mkdirSync(cell, { recursive: true });
      for (const [name, value] of Object.entries({
        capacity: (100 * now) / full,
        charge_full: full,
        charge_full_design: 1.25 * full,
        charge_now: now,
        current_now: amps,
        voltage_now: 10e6,
        status: 'Discharging',
      }))
        writeFileSync(join(cell, name), `${value}\n`);
    }
    const sh = shell(await served(token), { OMNI_SYS: root, OMNI_EVERY: '0.1' });
    while ((await kept(run)).length < 6) await new Promise((resolve) => setTimeout(resolve, 100));
    await act(benchA, 'dropRun', { unitId, run });
    await sh.ended;
    rmSync(root, { recursive: true });
    // 4.5 of 5 Ah, not the mean of 100 and 50 %; 45 Wh at 10 V; 7.5 W, whatever sign a kernel gives a current
    expect((await kept(run))[0]).toMatchObject({ percent: 90, wh: 45, volts: 10, watts: 7.5 });
    expect((await followRun(run, 0)).about).toMatchObject({ health: 0.8 });
  }, 60_000);
  it('a token that is none gets a script that says so', async () => {
    const response = await fetch(`${shopFront.origin}/s/nonsense`);
    expect(response.status).toBe(403);
    const sh = shell(await response.text(), {});
    expect(await sh.ended).toBe(1);
    expect(sh.said()).toContain('not one of ours');
  });
});

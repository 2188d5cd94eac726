import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { GET, POST } from '@/app/r/[token]/route';
import { GET as GET_OWN } from '@/app/r/[token]/own/route';
import { PEER_HEADER } from '@/server/door';
import { database } from '@/db/client';
import { components, observations, recordValues, tokens } from '@/db/schema';
import { MAX_REPORT_FILE, type IngestAnswer } from '@/shop/report/commands';
import { recordNow } from '@/shop/record/queries';
import { lettersState } from '@/shop/tokens/keep';
import { specOf } from './shop';
import { act, benchA, eventCount, lotWith, refusal, unitRow, openShop } from './shop';

openShop('report');

const sample = (name: string) => ({ name, text: readFileSync(`samples/report/${name}`, 'utf8') });
const laptopFiles = [
  'lshw.json',
  'lscpu.json',
  'dmidecode.txt',
  'smartctl-sda.json',
  'sensors.json',
  'upower.txt',
].map(sample);
const look = (token: string) => lettersState('report', token, 'by the machine’s report');
const tokenFor = (unitId: string) => act<{ token: string }>(benchA, 'makeReportToken', { unitId });
const send = (unitId: string, files: { name: string; text: string }[], token?: string) =>
  act<IngestAnswer>(benchA, 'ingestReport', { unitId, files, ...(token && { token }) });

describe('the machine’s own report', () => {
  it('fills in the unit, marked measured, parts on record, questions answered; a claim stays beside it', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const { token } = await tokenFor(unit.unitId);
    const answer = await send(unit.unitId, laptopFiles, token);
    expect(answer.filled).toEqual(
      expect.arrayContaining(['processorLevel', 'memoryGb', 'serial', 'driveHealth', 'batteryHealth']),
    );
    const spec = await specOf(unit.unitId);
    expect(spec.best('processorLevel')).toMatchObject({
      basis: 'measured',
      value: 'x86-64-v3',
      by: 'Bench A',
    });
    // how long its drive has run stands on it, and what the drive says of its rated life where it says so
    const log = JSON.parse(laptopFiles[3].text) as { power_on_time: { hours: number } };
    expect(spec.best('driveHours')).toMatchObject({
      basis: 'measured',
      value: `${log.power_on_time.hours} h`,
    });
    expect(await unitRow(unit.unitId)).toMatchObject({ maker: 'Pellmark', model: 'Courier 14' });
    const parts = await database().select().from(components).where(eq(components.unitId, unit.unitId));
    expect(parts.map((part) => part.class).sort()).toEqual(['battery', 'drive', 'memory', 'memory']);
    expect((await unitRow(unit.unitId)).evaluation!.beliefs[0]).toMatchObject({
      cause: 'battery-worn',
      probability: 1,
    });
  });
  it('says which module is in which slot and which slot is empty, once; the donor sheet and hands are told the same', async () => {
    const { units } = await lotWith(['laptop']);
    const { unitId } = units[0];
    const files = laptopFiles.map((file) => ({
      ...file,
      text: file.text.replaceAll('PC88013', 'PC88444').replaceAll('0A1', '0B4'),
    }));
    const memory = async () =>
      (await recordNow(database(), await unitRow(unitId))).contents.flatMap(({ class: own, part, holds }) =>
        own === 'memory' ? [part?.serial ?? holds] : [],
      );
    await send(unitId, files);
    const seen = await memory();
    expect(seen).toHaveLength(3);
    expect(seen.slice(0, 2).sort()).not.toContain('nothing');
    expect(seen[2]).toBe('nothing');
    const record = await recordNow(database(), await unitRow(unitId));
    expect(record.spots).toMatchObject({ memory: expect.any(String), 'memory 2': expect.any(String) });
    expect(record.seenPlaces).toMatchObject({ 'memory 3': 'gone', battery: 'there', wireless: 'there' });
    const written = async () =>
      (await database().select().from(recordValues).where(eq(recordValues.unitId, unitId))).filter(
        ({ key }) => key === 'place',
      );
    const before = (await written()).length;
    await send(unitId, files);
    expect((await written()).length).toBe(before);
    // hands say the pack was proven good: a report that sees it does not take that back
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'battery', state: 'proven' }] });
    await send(unitId, files);
    expect((await recordNow(database(), await unitRow(unitId))).seenPlaces.battery).toBe('proven');
    // one put into the free slot
    const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'memory',
      name: '4 GB module',
      attributes: { gb: 4 },
    });
    const put = [{ componentId, spot: 'memory 3', despite: true }];
    await act(benchA, 'logWork', { unitId, ref: 'fit-parts', minutes: 4, parts: { put } });
    expect(await memory()).not.toContain('nothing');
  });
  it('sent again (a new token) doubles no part', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const files = [
      { name: 'smartctl.json', text: laptopFiles[3].text.replaceAll('BSL320-5521', 'BSL320-7777') },
      laptopFiles[1],
    ];
    await send(unit.unitId, files, (await tokenFor(unit.unitId)).token);
    await send(unit.unitId, files, (await tokenFor(unit.unitId)).token);
    expect(await database().select().from(components).where(eq(components.unitId, unit.unitId))).toHaveLength(
      1,
    );
  });
  it('one answer of a report is taken back; the others it gave stand', async () => {
    const { units } = await lotWith(['laptop']);
    const { unitId } = units[0];
    // another laptop of the same kind: its own serials
    const files = laptopFiles.map((file) => ({ ...file, text: file.text.replaceAll('PC88013', 'PC88777') }));
    await send(unitId, files, (await tokenFor(unitId)).token);
    const told = await database()
      .select()
      .from(observations)
      .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)));
    expect(told.length).toBeGreaterThan(1);
    expect(new Set(told.map((row) => row.eventSeq)).size).toBe(1);
    await act(benchA, 'voidObservation', { unitId, observation: told[0].id });
    const left = await database()
      .select()
      .from(observations)
      .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)));
    expect(left.map(({ id }) => id).sort()).toEqual(
      told
        .slice(1)
        .map(({ id }) => id)
        .sort(),
    );
  });
  it('reads the real lshw and lscpu of the machine this test runs on', async () => {
    const {
      units: [unit],
    } = await lotWith(['desktop']);
    const run = (tool: string, ...args: string[]) =>
      execFileSync(tool, args, {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'ignore'],
        env: { ...process.env, LC_ALL: 'C' },
      });
    const answer = await send(unit.unitId, [
      { name: 'lshw.json', text: run('lshw', '-json', '-quiet') },
      { name: 'lscpu.json', text: run('lscpu', '-J') },
    ]);
    expect(answer.read.map((file) => file.kind)).toEqual(['lshw', 'lscpu']);
    const spec = await specOf(unit.unitId);
    const flags = /^flags\s*:\s*(.*)$/m.exec(readFileSync('/proc/cpuinfo', 'utf8'))![1].split(' ');
    expect(spec.number('processorLevel')).toBe(
      flags.includes('avx512vl') && flags.includes('avx512cd')
        ? 4
        : flags.includes('avx2') && flags.includes('movbe')
          ? 3
          : 2,
    );
    const total = Number(/^MemTotal:\s+(\d+)/m.exec(readFileSync('/proc/meminfo', 'utf8'))![1]) / 2 ** 20;
    expect(spec.number('memoryGb')!).toBeGreaterThan(total * 0.9);
    expect(spec.number('memoryGb')!).toBeLessThan(total * 1.3);
  });
});

describe('what is refused, with nothing changed', () => {
  it('a wrong, a used and an expired token', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    expect(await look('no-such-token')).toEqual({ state: 'wrong' });
    const { token } = await tokenFor(unit.unitId);
    expect(await look(token)).toMatchObject({ state: 'good', tag: unit.tag });
    await send(unit.unitId, [laptopFiles[1]], token);
    expect(await look(token)).toEqual({ state: 'used' });
    const before = await eventCount();
    expect(await refusal(send(unit.unitId, laptopFiles, token))).toMatchObject({ code: 'forbidden' });
    expect(await eventCount()).toBe(before);
    const late = await tokenFor(unit.unitId);
    await database()
      .update(tokens)
      .set({ expiresAt: new Date(Date.now() - 1000) })
      .where(sql`used_at is null`);
    expect(await look(late.token)).toEqual({ state: 'expired' });
    expect(await refusal(send(unit.unitId, laptopFiles, late.token))).toMatchObject({ code: 'forbidden' });
  });
  it('only the newest token of a unit is good, and the token itself is kept nowhere', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const first = await tokenFor(unit.unitId);
    const second = await tokenFor(unit.unitId);
    expect(await look(first.token)).toEqual({ state: 'wrong' });
    const { rows } = await database().execute<{ all: string }>(
      sql`select coalesce(string_agg(t::text, ' '), '') || (select string_agg(e::text, ' ') from events e) as all from tokens t`,
    );
    expect(rows[0].all).not.toContain(second.token);
  });
  it('a race for one token: one report is taken in', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const { token } = await tokenFor(unit.unitId);
    const tries = await Promise.all([1, 2, 3].map(() => refusal(send(unit.unitId, [laptopFiles[1]], token))));
    expect(tries.filter((outcome) => outcome === null)).toHaveLength(1);
  });
  it('an oversized file, an empty one, files that are something else: the token stays good', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const { token } = await tokenFor(unit.unitId);
    const before = await eventCount();
    expect(
      await refusal(send(unit.unitId, [{ name: 'lshw.json', text: 'x'.repeat(MAX_REPORT_FILE + 1) }], token)),
    ).toMatchObject({ code: 'invalid' });
    expect(await refusal(send(unit.unitId, [{ name: 'lshw.json', text: '' }], token))).toMatchObject({
      code: 'invalid',
      message: expect.stringContaining('every file is empty'),
    });
    expect(
      await refusal(
        send(
          unit.unitId,
          [
            { name: 'lshw.json', text: '{"class":' },
            { name: 'poem.txt', text: 'sea' },
          ],
          token,
        ),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringMatching(/lshw.*is no JSON.*poem\.txt/s) });
    expect(await eventCount()).toBe(before);
    expect((await specOf(unit.unitId)).rows).toEqual([]);
    expect(await look(token)).toMatchObject({ state: 'good' });
  });
});

describe('the short token', () => {
  const params = (token: string) => ({ params: Promise.resolve({ token }) });
  const post = (token: string, body: string) =>
    POST(
      new Request('http://shop/r', {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/json; charset=utf-8' },
      }),
      params(token),
    );
  it('is six letters; an installed system’s report comes in by it once, however it is typed', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const { token } = await tokenFor(unit.unitId);
    expect(token).toMatch(/^[A-HJKMNP-Z]{6}$/);
    const request = new Request('http://shop/r', { headers: { host: 'shop.saltmarsh.example:3000' } });
    const script = await (await GET_OWN(request, params(token.toLowerCase()))).text();
    expect(script).toContain(`http://shop.saltmarsh.example:3000/r/${token}`);
    const { text } = sample('cim.json');
    const answer = await post(token.toLowerCase(), text);
    expect(answer.status).toBe(200);
    expect(await answer.text()).toContain('1 files read');
    expect((await specOf(unit.unitId)).best('system')).toMatchObject({ basis: 'measured' });
    expect((await post(token, text)).status).toBe(403);
  });
  it('what is no report uses it not up, and changes nothing', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const { token } = await tokenFor(unit.unitId);
    const before = await unitRow(unit.unitId);
    for (const body of ['', '{', '{"cim":2}', '[]', '{"cim":1,"modules":"\u0000"}'])
      expect((await post(token, body)).status, body).toBeLessThan(500);
    expect((await unitRow(unit.unitId)).version).toBeLessThanOrEqual(before.version + 1);
    expect((await look(token)).state).not.toBe('wrong');
  });
  it('who guesses is slowed after thirty, and few get a turn at once; a right token always passes', async () => {
    const limit = process.env.OMNITROPE_RATE_LIMIT;
    delete process.env.OMNITROPE_RATE_LIMIT;
    // far enough apart that forty come before the row has moved on, on a slow machine as well
    process.env.OMNITROPE_SLOW_MS = '200';
    try {
      const {
        units: [unit],
      } = await lotWith(['laptop']);
      const { token } = await tokenFor(unit.unitId);
      const from = (peer: string, text: string) =>
        GET(new Request('http://shop/r', { headers: { host: 'shop', [PEER_HEADER]: peer } }), params(text));
      const statuses = [];
      for (let n = 0; n < 32; n++) statuses.push((await from('10.0.0.9', 'AAAAAA')).status);
      expect(statuses.every((status) => status === 403)).toBe(true);
      const crowd = await Promise.all(
        Array.from({ length: 40 }, () => from('10.0.0.9', 'AAAAAB').then(({ status }) => status)),
      );
      expect(crowd.filter((status) => status === 429).length).toBeGreaterThan(4);
      // the bench beside whoever guesses still gets in
      expect((await from('10.0.0.9', token)).status).toBe(200);
      expect((await from('10.0.0.10', token)).status).toBe(200);
    } finally {
      delete process.env.OMNITROPE_SLOW_MS;
      if (limit !== undefined) process.env.OMNITROPE_RATE_LIMIT = limit;
    }
  });
});

import { createHash } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { commandKeys, components, observations, units, work, workSegments } from '@/db/schema';
import { lotBooks } from '@/shop/ledger/lot';
import { forgetKeys } from '@/shop/keys';
import { listLots } from '@/shop/lots/queries';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, unitRow } from './shop';

process.env.BETTER_AUTH_SECRET = 'a secret of the tests only, long enough';
openShop('guarded');

const columns = { chassis: 0, model: 1, serial: 2, condition: 3 };
const manifest = (...rows: string[]) => ['kind,model,serial,remark', ...rows].join('\n');
const take = (lotId: string, text: string) =>
  act<{ added: string[]; already: number; bad: number }>(owner, 'importManifest', { lotId, text, columns });

describe('many hands at once', () => {
  it('machines added to a lot that is being worked on, its parts recorded, its manifest imported: nobody is refused', async () => {
    const { lotId, units: made } = await lotWith(['laptop', 'laptop', 'small', 'desktop']);
    const acts: Promise<unknown>[] = [];
    for (let n = 0; n < 8; n++) {
      acts.push(act(owner, 'addUnit', { lotId, chassis: 'small', model: `Brick ${n}` }));
      acts.push(take(lotId, manifest(`small,Brick mini,SN-${n}-881,ok`)));
      for (const [i, unit] of made.entries()) {
        const who = i % 2 ? benchA : benchB;
        acts.push(
          act(who, 'observe', {
            unitId: unit.unitId,
            finding: n % 2 ? 'look-dust' : 'look-ports',
            outcome: n % 2,
          }),
        );
        acts.push(
          act(who, 'recordPart', {
            unitId: unit.unitId,
            class: 'memory',
            name: `module ${n}`,
            serial: `M-${n}-${i}`,
          }),
        );
      }
    }
    const outcomes = await Promise.all(acts.map(refusal));
    expect(outcomes.filter((outcome) => outcome !== null)).toEqual([]);
    const shared = await database()
      .select({ cost: units.costMinor })
      .from(units)
      .where(eq(units.lotId, lotId));
    expect(shared).toHaveLength(20);
    expect(shared.reduce((sum, unit) => sum + unit.cost, 0)).toBe(10_500);
  });
});

describe('sums', () => {
  it('as large as the fields take do not take a page away from anybody', async () => {
    const most = { priceMinor: 1_000_000_000, freightMinor: 1_000_000_000, feesMinor: 1_000_000_000 };
    const one = await lotWith(['laptop'], most);
    await lotWith(['laptop'], most);
    expect((await unitRow(one.units[0].unitId)).costMinor).toBe(3_000_000_000);
    expect((await listLots()).filter((lot) => lot.paidMinor === 3_000_000_000)).toHaveLength(2);
    expect((await lotBooks()).reduce((sum, lot) => sum + lot.paidMinor, 0)).toBeGreaterThan(6_000_000_000);
  });
});

describe('a key', () => {
  it('used again with another input is refused, whatever it is used for', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const call = { key: 'key-guarded-1' };
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 1 }, call);
    for (const outcome of [0, 2])
      expect(
        await refusal(act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome }, call)),
      ).toMatchObject({ code: 'invalid' });
  });
  it('of a report’s token gives the same token again, and it is kept nowhere in clear', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const ask = () =>
      act<{ token: string }>(benchA, 'makeReportToken', { unitId: unit.unitId }, { key: 'key-guarded-2' });
    const { token } = await ask();
    expect(token).toMatch(/^[A-HJKMNP-Z]{6}$/);
    expect((await ask()).token).toBe(token);
    const [kept] = await database().select().from(commandKeys).where(eq(commandKeys.key, 'key-guarded-2'));
    expect(JSON.stringify(kept)).not.toContain(token);
    const { rows } = await database().execute<{ text: string }>(
      sql`select string_agg(payload::text, ' ') as text from events`,
    );
    expect(rows[0].text).not.toContain(token);
    expect(createHash('sha256').update(token).digest('hex')).toHaveLength(64);
  });
});

describe('kept keys', () => {
  it('are forgotten after a month, and only then', async () => {
    const db = database();
    await db.insert(commandKeys).values([
      { key: 'key-old', command: 'observe', actor: 'somebody', at: sql`now() - interval '31 days'` },
      { key: 'key-young', command: 'observe', actor: 'somebody', at: sql`now() - interval '29 days'` },
    ]);
    expect(await forgetKeys()).toBe(1);
    const left = await db.select({ key: commandKeys.key }).from(commandKeys);
    expect(left.map((row) => row.key)).toContain('key-young');
    expect(left.map((row) => row.key)).not.toContain('key-old');
  });
});

describe('what tells machines apart', () => {
  it('two machines with the same filler for a serial stay two, in a file and by hand; the same file twice adds nothing', async () => {
    const { lotId } = await lotWith([]);
    const text = manifest(
      'laptop,Courier 14,12345678,ok',
      'laptop,Courier 15,12345678,ok',
      'laptop,Courier 14,To be filled by maker,',
      'laptop,Courier 14,00000001,',
    );
    expect(await take(lotId, text)).toMatchObject({ bad: 0, added: expect.objectContaining({ length: 4 }) });
    expect(await take(lotId, text)).toMatchObject({ added: [], already: 4 });
    const byHand = () =>
      act<{ tag: string }>(owner, 'addUnit', {
        lotId,
        chassis: 'laptop',
        model: 'Courier 14',
        serial: '00000001',
      });
    expect((await byHand()).tag).not.toBe((await byHand()).tag);
    expect(
      await refusal(
        act(owner, 'addUnit', { lotId, chassis: 'laptop', model: 'Courier 14', serial: 'PC88013' }),
      ),
    ).toBeNull();
    expect(
      await refusal(
        act(owner, 'addUnit', { lotId, chassis: 'laptop', model: 'Courier 14', serial: 'pc88013' }),
      ),
    ).toMatchObject({ code: 'conflict' });
  });
  it('a remark longer than an index takes comes in, and is known again', async () => {
    const { lotId } = await lotWith([]);
    const text = manifest(
      `laptop,Courier 14,,${'worn “hinge”, '.replaceAll(',', ';').repeat(130).slice(0, 1_900)}`,
    );
    expect(await take(lotId, text)).toMatchObject({ added: [expect.any(String)], bad: 0 });
    expect(await take(lotId, text)).toMatchObject({ added: [], already: 1 });
    expect(
      await take(lotId, manifest(`laptop,Courier 14,,${'x'.repeat(3_000)}`)).catch(
        (error: Error) => error.message,
      ),
    ).toMatch(/line 2: a cell is longer/);
  });
  it('a report of fifteen hundred drives is taken in with as many as a machine can have', async () => {
    const {
      units: [unit],
    } = await lotWith(['desktop']);
    const children = Array.from({ length: 1_500 }, (_, i) => ({
      id: `disk:${i}`,
      class: 'disk',
      product: 'Basalt',
      serial: `B-${i}-77`,
      size: 5e11,
    }));
    const text = JSON.stringify({
      id: 'x',
      class: 'system',
      vendor: 'Aldermoor',
      product: 'Keep T3',
      children,
    });
    const { notRead } = await act<{ notRead: string[] }>(benchA, 'ingestReport', {
      unitId: unit.unitId,
      files: [{ name: 'lshw', text }],
    });
    expect(notRead).toContainEqual(expect.stringContaining('1476 more parts'));
    expect(await database().select().from(components).where(eq(components.unitId, unit.unitId))).toHaveLength(
      24,
    );
  });
});

describe('two machines in hand', () => {
  const open = (id: string) => database().select().from(work).where(eq(work.unitId, id));
  const clocks = (who: string) =>
    database()
      .select()
      .from(workSegments)
      .where(and(eq(workSegments.by, who), eq(workSegments.attended, true), isNull(workSegments.endedAt)));

  it('starting on the second pauses the first and says so; started again there, it goes on and is not begun twice', async () => {
    const {
      units: [a, b],
    } = await lotWith(['desktop', 'desktop']);
    const start = (unit: { unitId: string }) =>
      act<{ workId: string; aside: { tag: string; title: string }[] }>(benchA, 'startWork', {
        unitId: unit.unitId,
        ref: 'reseat-memory',
      });
    const first = await start(a);
    const second = await start(b);
    expect(second.aside).toEqual([expect.objectContaining({ tag: a.tag, title: expect.any(String) })]);
    expect((await open(a.unitId)).map((row) => row.status)).toEqual(['paused']);
    const again = await start(a);
    expect(again).toMatchObject({ workId: first.workId, aside: [{ tag: b.tag }] });
    expect(await open(a.unitId)).toHaveLength(1);
    expect(await clocks(benchA.id)).toHaveLength(1);
    expect(await refusal(start(a))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('in your hands already'),
    });
  });
  it('six starts of one person at once leave one clock; the database refuses a second', async () => {
    const { units: made } = await lotWith(['desktop', 'desktop', 'desktop', 'desktop', 'desktop', 'desktop']);
    const outcomes = await Promise.all(
      made.map((unit) => refusal(act(benchB, 'startWork', { unitId: unit.unitId, ref: 'reseat-memory' }))),
    );
    expect(outcomes).toEqual(made.map(() => null));
    const [running] = await clocks(benchB.id);
    expect(await clocks(benchB.id)).toHaveLength(1);
    const other = (await open(made[0].unitId))[0].id === running.workId ? made[1] : made[0];
    const [idle] = await open(other.unitId);
    await expect(
      database()
        .insert(workSegments)
        .values({ workId: idle.id, unitId: other.unitId, attended: true, by: benchB.id }),
    ).rejects.toMatchObject({ cause: { constraint: 'work_one_clock_a_person' } });
  });
  it('a judgement given on Find out ends the work it belongs to: it counts once', async () => {
    const {
      units: [a],
    } = await lotWith(['desktop']);
    const on = { unitId: a.unitId };
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { ...on, ref: 'reseat-memory' });
    await act(benchA, 'repairVerdict', { ...on, repair: 'reseat-memory', ended: 'no-change' });
    expect((await open(a.unitId)).map((row) => row.status)).toEqual(['done']);
    expect(await refusal(act(benchA, 'finishWork', { ...on, workId, ended: 'no-change' }))).toMatchObject({
      code: 'refused',
    });
    expect(
      await database().select().from(observations).where(eq(observations.unitId, a.unitId)),
    ).toHaveLength(1);
  });
  it('a machine set apart or gone keeps no clock running', async () => {
    for (const stage of ['quarantine', 'gone']) {
      const {
        units: [a],
      } = await lotWith(['desktop']);
      await act(benchA, 'observe', { unitId: a.unitId, finding: 'look-bay', outcome: 1 });
      await act(benchA, 'startWork', { unitId: a.unitId, ref: 'reseat-memory' });
      if (stage === 'gone') await act(benchA, 'endUnit', { unitId: a.unitId, as: 'recycled' });
      else await act(benchA, 'setStage', { unitId: a.unitId, stage });
      expect((await open(a.unitId))[0].status).toBe('paused');
      expect(await clocks(benchA.id)).toEqual([]);
    }
  });
});

describe('answers that cannot be true together', () => {
  const CLASHES = [
    [
      'no memory fitted, then a dim picture',
      [{ finding: 'memory-fitted', outcome: 1 }],
      { finding: 'picture-own', outcome: 2 },
    ],
  ] as const;
  it.each(CLASHES)(
    '%s: refused in words with what stands against it; taken all the same when it is so',
    async (_, before, last) => {
      const {
        units: [unit],
      } = await lotWith(['laptop']);
      const on = { unitId: unit.unitId };
      for (const entry of before)
        await act(benchA, 'repair' in entry ? 'repairVerdict' : 'observe', { ...on, ...entry });
      const error = await act(benchA, 'observe', { ...on, ...last }).then(
        () => null,
        (thrown: { code: string; details: { impossible?: boolean; against?: { observation: number }[] } }) =>
          thrown,
      );
      expect(error).toMatchObject({ code: 'refused', details: { impossible: true } });
      const standing = await database()
        .select()
        .from(observations)
        .where(eq(observations.unitId, unit.unitId));
      expect(standing).toHaveLength(before.length);
      await act(benchA, 'observe', { ...on, ...last, despite: true });
      const row = await unitRow(unit.unitId);
      expect(row.evaluation).toMatchObject({ impossible: true, conflict: { conflict: true } });
      expect(row.probably).toBe('fits no fault known');
      // taken back, all is as it was
      await act(benchA, 'voidObservation', on);
      expect((await unitRow(unit.unitId)).evaluation?.impossible).toBe(false);
      // and without what stood against it, it is an answer like any other
      const against = error!.details.against ?? [];
      expect(against.length).toBeGreaterThan(0);
      await act(benchA, 'voidObservation', { ...on, observation: against[0].observation });
      expect(await refusal(act(benchA, 'observe', { ...on, ...last }))).toBeNull();
    },
  );
  it('what a repair mended and is seen again is taken at its word: fitted, then an empty bay', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const on = { unitId: unit.unitId };
    await act(benchA, 'repairVerdict', { ...on, repair: 'fit-drive', ended: 'helped' });
    await act(benchA, 'observe', { ...on, finding: 'look-bay', outcome: 1 });
    const { evaluation, probably } = await unitRow(unit.unitId);
    expect(evaluation).toMatchObject({ impossible: false, conflict: { conflict: false } });
    expect(evaluation!.chances['drive-out']).toBe(1);
    expect(probably).not.toBe('fits no fault known');
  });
});

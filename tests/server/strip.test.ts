import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { openings } from '@/catalog/machine/openings';
import { database } from '@/db/client';
import {
  components,
  events,
  jobs,
  minuteSamples,
  observations,
  shop,
  units,
  work,
  workSegments,
} from '@/db/schema';
import { publishMinutes } from '@/shop/jobs/publishMinutes';
import { bookOf } from './shop';
import { templateFor } from '@/shop/hands/matRows';
import { ownersPartsOf } from '@/shop/hands/owner';
import { modelFaultsFor } from '@/shop/models/faults';
import { notebookOf, weakSpots } from '@/shop/models/queries';
import { passportOf } from '@/shop/sales/papers';
import { recordNow } from '@/shop/record/queries';
import { act, benchA, benchB, owner, lotWith, openShop, refusal, unitRow } from './shop';

openShop('strip');

const outcome = (finding: string, id: string) =>
  findingById(finding)!.outcomes.findIndex((own) => own.id === id);
const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const record = (unitId: string) => recordNow(database(), { id: unitId, chassis: 'laptop' });
const out = (unitId: string, item: string, count = 1) =>
  act(benchA, 'moveOnMat', { unitId, moves: [{ item, move: 'out', count }] });
const back = (unitId: string, item: string, count = 1) =>
  act(benchA, 'moveOnMat', { unitId, moves: [{ item, move: 'in', count }] });
const chances = async (unitId: string) => (await unitRow(unitId)).evaluation!.chances;

describe('the strip-down mat', () => {
  it('closing with the count open is refused in words, by whichever way it is closed or powered', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await out(unitId, 'base plate', 8);
    await out(unitId, 'screen lead');
    expect((await record(unitId)).bench.caseOpen).toBe(true);
    for (const again of [
      () => act(benchA, 'passOverMat', { unitId, act: 'close' }),
      () => act(benchA, 'setBench', { unitId, bench: { caseOpen: false } }),
      () => act(benchA, 'setBench', { unitId, bench: { plugged: true } }),
      () => act(benchA, 'observe', { unitId, finding: 'lock-key', outcome: 0 }),
    ])
      expect(await refusal(again())).toMatchObject({
        code: 'refused',
        message: expect.stringMatching(/8 of 8 not back \(base plate\); screen lead not back/),
      });
    expect(await database().select().from(observations).where(eq(observations.unitId, unitId))).toEqual([]);
    await back(unitId, 'screen lead');
    await back(unitId, 'base plate', 8);
    await act(benchA, 'passOverMat', { unitId, act: 'close' });
    expect((await record(unitId)).bench.caseOpen).toBe(false);
  });
  it('powered all the same, it raises exactly that fault; the lead back, it is gone again', async () => {
    const unitId = await laptop();
    const before = await chances(unitId);
    await act(benchA, 'openMat', { unitId });
    await out(unitId, 'base plate', 8);
    await out(unitId, 'fan lead');
    expect(await chances(unitId)).toEqual(before);
    await act(benchA, 'passOverMat', { unitId, act: 'power', despite: true });
    const after = await chances(unitId);
    expect(after['fan-lead']).toBeGreaterThan(10 * (before['fan-lead'] ?? 0.005));
    for (const id of Object.keys(after))
      if (id !== 'fan-lead') expect(after[id], id).toBeCloseTo(before[id] ?? 0, 1);
    // said once of just this: powered again it is not asked again
    await act(benchA, 'passOverMat', { unitId, act: 'power' });
    await back(unitId, 'fan lead');
    expect((await chances(unitId))['fan-lead'] ?? 0).toBeCloseTo(before['fan-lead'] ?? 0, 2);
    // the tick taken back, it is off again only when it is powered over again
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect((await chances(unitId))['fan-lead']).toBeCloseTo(after['fan-lead'], 6);
  });
  it('5 of 8 screws there: somebody was inside, and belief hears it; taken back, it does not', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    await act(benchA, 'openMat', { unitId });
    await act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'missing', count: 6 }] });
    const [row] = await database().select().from(observations).where(eq(observations.unitId, unitId));
    expect(row).toMatchObject({ ref: 'look-screws', outcomeId: 'most-missing' });
    expect((await chances(unitId))['screen-cable-off'] ?? 0).toBeGreaterThan(
      before.evaluation!.chances['screen-cable-off'] ?? 0,
    );
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect(await chances(unitId)).toEqual(before.evaluation!.chances);
    expect((await unitRow(unitId)).valueMinor).toBe(before.valueMinor);
  });
  it('a second answer of the mat gives the first back when it is taken back', async () => {
    const unitId = await laptop();
    await act(benchA, 'observe', {
      unitId,
      finding: 'look-screws',
      outcome: outcome('look-screws', 'all-there'),
    });
    await act(benchA, 'openMat', { unitId });
    await act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'missing', count: 1 }] });
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    const standing = (
      await database().select().from(observations).where(eq(observations.unitId, unitId))
    ).filter(({ voidedBy }) => voidedBy === null);
    expect(standing.map(({ outcomeId }) => outcomeId)).toEqual(['all-there']);
  });
  it('more out than there are, what is not there, a mat that is not open: refused, nothing half-written', async () => {
    const unitId = await laptop();
    expect(await refusal(out(unitId, 'base plate'))).toMatchObject({ code: 'refused' });
    await act(benchA, 'openMat', { unitId });
    expect(await refusal(act(benchA, 'openMat', { unitId }))).toMatchObject({ code: 'refused' });
    expect(await refusal(out(unitId, 'base plate', 9))).toMatchObject({ code: 'refused' });
    expect(await refusal(out(unitId, 'hood'))).toMatchObject({ code: 'refused' });
    expect(
      await refusal(
        act(benchA, 'moveOnMat', {
          unitId,
          moves: [
            { item: 'fan lead', move: 'out' },
            { item: 'hood', move: 'out' },
          ],
        }),
      ),
    ).toMatchObject({ code: 'refused' });
    expect((await record(unitId)).mat!.moves).toEqual([]);
    const spots = { item: 'base plate', move: 'out', count: 2, spots: [0, 0] };
    expect(await refusal(act(benchA, 'moveOnMat', { unitId, moves: [spots] }))).toMatchObject({
      code: 'refused',
    });
  });
  it('a seal that was broken stays broken, keeps nobody from closing, and is told to the buyer; the lid has a mat of its own', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await act(benchA, 'setMatItem', { unitId, item: { name: 'maker’s seal', kind: 'seal', count: 1, layer: 0, way: 'cut' } }); // prettier-ignore
    await act(benchA, 'setMatItem', { unitId, item: { name: 'bezel screws', kind: 'fastener', count: 6, layer: 0, way: 'cross', mat: 'lid', under: 'foot' } }); // prettier-ignore
    const seal = async () => (await record(unitId)).mat!.balances.find(({ item }) => item.kind === 'seal')!;
    expect((await seal()).broken).toBe(0);
    await out(unitId, 'maker’s seal');
    expect(await seal()).toMatchObject({ broken: 1, open: 0 });
    for (const move of ['in', 'replaced', 'rounded'])
      expect(
        (await refusal(act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'maker’s seal', move, count: 1 }] })))?.message,
      ).toContain('stays broken'); // prettier-ignore
    // six of the lid are out: the cover does not go on without a word, whichever mat they lie on
    await out(unitId, 'bezel screws', 6);
    expect((await refusal(act(benchA, 'passOverMat', { unitId, act: 'close' })))?.message).toContain('6 of 6 not back (bezel screws)'); // prettier-ignore
    await back(unitId, 'bezel screws', 6);
    await act(benchA, 'passOverMat', { unitId, act: 'close' });
    const { flaws } = await record(unitId);
    expect(flaws.map(({ words }) => words)).toContain('maker’s seal: opened here, by us');
    // a mistake of the key is taken back like any other
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    for (let n = 0; n < 3; n++) await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect((await seal()).broken).toBe(0);
  });
  it('a mat beside it is laid out as the catalogue has it, once, and goes back as one act', async () => {
    const unitId = await laptop();
    const lid = () => act<{ items: number }>(benchA, 'layMat', { unitId, mat: 'lid' });
    expect((await refusal(lid()))?.message).toContain('no mat is open');
    await act(benchA, 'openMat', { unitId });
    const own = (await record(unitId)).mat!.items.length;
    const { items } = await lid();
    expect((await record(unitId)).mat!.items).toHaveLength(own + items);
    expect((await refusal(lid()))?.message).toContain('lies there already');
    expect((await refusal(act(benchA, 'layMat', { unitId, mat: 'cage' })))?.message).toContain('has none');
    await out(unitId, 'lid bezel clips', 8);
    expect((await refusal(act(benchA, 'passOverMat', { unitId, act: 'close' })))?.message).toContain('8 of 8 not back (lid bezel clips)'); // prettier-ignore
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect((await record(unitId)).mat!.items).toHaveLength(own);
  });
  it('what each layer took stands in the notebook of the next of its model', async () => {
    const model = { maker: 'Pellmark', model: 'Layer 9' };
    const { lotId } = await lotWith(['laptop']);
    const add = () => act<{ unitId: string }>(benchA, 'addUnit', { lotId, chassis: 'laptop', ...model });
    const [first, second] = [(await add()).unitId, (await add()).unitId];
    await act(benchA, 'openMat', { unitId: first });
    await out(first, 'base plate', 8);
    await out(first, 'fan lead');
    await back(first, 'fan lead');
    // as slowly as a person does it
    await database()
      .execute(sql`update record_values v set at = now() - interval '1 hour' + n.n * interval '3 minutes'
      from (select id, row_number() over (order by id) as n from record_values where unit_id = ${first} and key = 'mat') n where n.id = v.id`);
    const { layers } = await notebookOf(await unitRow(second));
    expect(layers).toEqual([
      { layer: 0, out: 3, back: 0, machines: 1 },
      { layer: 1, out: 3, back: 3, machines: 1 },
    ]);
  });
  it('paste by chip, minutes by place and proven limits stand in the notebook of the next of its model', async () => {
    const model = { maker: 'Pellmark', model: 'Proof 3' };
    const { lotId } = await lotWith(['laptop']);
    const add = () => act<{ unitId: string }>(benchA, 'addUnit', { lotId, chassis: 'laptop', ...model });
    const [first, second] = [(await add()).unitId, (await add()).unitId];
    await act(benchA, 'logWork', {
      unitId: first,
      ref: 'repaste',
      minutes: 12,
      materials: [
        { name: 'paste, 4 W/mK', amount: '0.2 g', costMinor: 20, on: 'processor', was: 'dry' },
        { name: 'pad 1.0 mm', amount: '2', on: 'memory chips', was: 'pad torn' },
        { name: 'a foot', amount: '1' },
      ],
    });
    await act(benchA, 'markSoil', { unitId: first, zone: 'lid', soil: 'glue', degree: 2 });
    await act(benchA, 'cleanStep', { unitId: first, rule: 'glue-alcohol', zones: ['lid'] });
    await database()
      .execute(sql`update record_values v set at = now() - interval '1 hour' + n.n * interval '4 minutes'
      from (select id, row_number() over (order by id) as n from record_values where unit_id = ${first} and key = 'clean') n where n.id = v.id`);
    await act(benchA, 'recordPart', { unitId: first, class: 'memory', name: '8 GB DDR3 SO-DIMM', attributes: { gb: 8 } }); // prettier-ignore
    await act(benchA, 'typeSpec', { unitId: first, key: 'processor', value: 'Quill 4' });
    const book = async () => notebookOf(await unitRow(second));
    expect(await book()).toMatchObject({
      applied: [
        { on: 'memory chips', name: 'pad 1.0 mm', machines: 1 },
        { on: 'processor', name: 'paste, 4 W/mK', machines: 1 },
      ],
      cleaned: [{ zone: 'lid', name: 'lid', minutes: 4, machines: 1 }],
      // nobody has proved it yet
      proven: [],
    });
    await database().update(units).set({ grade: 'B' }).where(eq(units.id, first));
    expect((await book()).proven).toEqual([
      { what: 'memory', value: 8, machines: 1 },
      { what: 'module', value: 8, machines: 1 },
      { what: 'processor', value: 'Quill 4', machines: 1 },
    ]);
  });
  it('from the second of a model on its own strip-down is laid out, the median of those seen', async () => {
    const made = await lotWith(['laptop', 'laptop', 'laptop', 'laptop']);
    const ids = made.units.map(({ unitId }) => unitId);
    for (const unitId of ids)
      await database().update(units).set({ maker: 'Pellmark', model: 'Test 9' }).where(eq(units.id, unitId));
    for (const [n, count] of [9, 9, 8].entries()) {
      const unitId = ids[n];
      await act(benchA, 'openMat', { unitId });
      const plate = openings.laptop[0];
      await act(benchA, 'setMatItem', {
        unitId,
        item: { id: plate.id, name: plate.name, kind: plate.kind, count, layer: 0, way: 'star', lengthMm: 5 },
      });
      await out(unitId, 'base plate', count);
      if (n < 2) {
        if (n === 0)
          await act(benchA, 'setMatItem', {
            unitId,
            item: { name: 'hidden under the foot', kind: 'fastener', count: 2, layer: 0, way: 'star' },
          });
        await out(unitId, 'hidden under the foot', 2);
      }
    }
    const row = await unitRow(ids[3]);
    const template = await templateFor(database(), row);
    expect(template.seen).toBe(3);
    expect(template.items.find(({ id }) => id === 'base plate')).toMatchObject({ count: 9, way: 'star' });
    expect(template.items.find(({ id }) => id === 'hidden under the foot')).toMatchObject({ count: 2 });
    // another model is laid out as its kind
    await database().update(units).set({ model: 'Other' }).where(eq(units.id, ids[3]));
    expect((await templateFor(database(), await unitRow(ids[3]))).seen).toBe(0);
  });
});

describe('cleaning', () => {
  const soil = (unitId: string, zone: string, what: string, degree: number) =>
    act(benchA, 'markSoil', { unitId, zone, soil: what, degree });
  it('dirt lengthens the hands and lowers the value; taken back, all is as it was', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    for (const zone of ['lid', 'palm', 'keys', 'base']) await soil(unitId, zone, 'tar', 3);
    await soil(unitId, 'smell', 'smell', 3);
    const dirty = await unitRow(unitId);
    expect(dirty.valueMinor).toBeLessThan(before.valueMinor);
    for (let n = 0; n < 5; n++) await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    const after = await unitRow(unitId);
    expect(after).toMatchObject({ valueMinor: before.valueMinor, handsMinutes: before.handsMinutes });
    expect(after.evaluation!.chances).toEqual(before.evaluation!.chances);
    expect(await refusal(act(benchA, 'takeBackAct', { what: 'clean', unitId }))).toMatchObject({
      code: 'refused',
    });
  });
  it('fins packed with felt answer the question about them; cleaned, they are clear and the repair is done', async () => {
    const unitId = await laptop();
    await soil(unitId, 'fins', 'felt', 3);
    const packed = (await chances(unitId))['heatsink-blocked'];
    expect(packed).toBeGreaterThan(0.3);
    let guard = 0;
    while (Object.keys((await record(unitId)).clean.fins?.soils ?? {}).length && guard++ < 6) {
      const [next] = await nextSteps(unitId);
      await act(benchA, 'cleanStep', { unitId, rule: next.id, zones: next.zones });
    }
    expect((await record(unitId)).clean.fins).toMatchObject({ cleaned: true });
    expect((await chances(unitId))['heatsink-blocked'] ?? 0).toBeLessThan(packed / 5);
    const { evaluation } = await unitRow(unitId);
    expect(evaluation!.steps.map(({ id }) => id)).not.toContain('clean-heatsink');
    expect(evaluation!.steps.map(({ id }) => id)).not.toContain('fins');
    // the last step taken back takes the verdict and the answer with it, and gives the former answer back
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect((await chances(unitId))['heatsink-blocked']).toBeCloseTo(packed, 6);
  });
  async function nextSteps(unitId: string) {
    const { cleaningPlan } = await import('@/core/clean/plan');
    const { cleaning, schools } = await import('@/catalog/cleaning');
    return cleaningPlan(cleaning, 'laptop', (await record(unitId)).clean, schools).steps.filter(
      ({ zones }) => zones.length,
    );
  }
  it('metal dust shuts power until it is off, unless the house powers first', async () => {
    const unitId = await laptop();
    // looked at from outside already: nothing else shuts it
    for (const [finding, id] of [
      ['look-swelling', 'flat'],
      ['look-liquid', 'none'],
      ['look-rattle', 'silent'],
      ['look-smell', 'none'],
    ])
      await act(benchA, 'observe', { unitId, finding, outcome: Math.max(0, outcome(finding, id)) });
    await soil(unitId, 'board', 'metal', 1);
    const shut = async () => (await unitRow(unitId)).evaluation!.shut.some(({ why }) => why.kind === 'dirt');
    expect(await shut()).toBe(true);
    await act(benchA, 'cleanStep', { unitId, rule: 'metal-vacuum', zones: ['board'] });
    expect(await shut()).toBe(false);
    await soil(unitId, 'board', 'metal', 1);
    await act(owner, 'setSchools', { schools: { first: 'power' } });
    await soil(unitId, 'slots', 'dust', 1);
    expect(await shut()).toBe(false);
    await act(owner, 'setSchools', { schools: { first: 'by soil' } });
  });
  it('a rubbery lid takes no alcohol; taken back it takes what it took before', async () => {
    const unitId = await laptop();
    const say = (zone: string) => act(benchA, 'saySurface', { unitId, zone, of: 'rubber' });
    // not before it was looked at, and nothing inside has a coat
    expect(await refusal(say('lid'))).toMatchObject({
      message: expect.stringContaining('look at the lid first'),
    });
    expect(await refusal(say('fan'))).toMatchObject({ code: 'invalid' });
    await soil(unitId, 'lid', 'glue', 1);
    await say('lid');
    const alcohol = () => refusal(act(benchA, 'cleanStep', { unitId, rule: 'glue-alcohol', zones: ['lid'] }));
    expect(await alcohol()).toMatchObject({ code: 'refused' });
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect(await alcohol()).toBeNull();
  });
  it('a stain that stays lowers the price until it has gone; agents used are the unit’s cost', async () => {
    const unitId = await laptop();
    const clean = (await unitRow(unitId)).priceMinor;
    await act(benchA, 'stainStays', { unitId, zone: 'lid', stays: true });
    expect((await unitRow(unitId)).priceMinor).toBe(Math.round(clean * 0.97));
    await act(benchA, 'stainStays', { unitId, zone: 'lid', stays: false });
    expect((await unitRow(unitId)).priceMinor).toBe(clean);
    const parts = (await bookOf(unitId)).partsMinor;
    await soil(unitId, 'lid', 'glue', 1);
    await act(benchA, 'cleanStep', { unitId, rule: 'glue-alcohol', zones: ['lid'] });
    expect((await bookOf(unitId)).partsMinor - parts).toBe(5);
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect((await bookOf(unitId)).partsMinor).toBe(parts);
  });
  it('what a machine has not, a soil without a name, a step not of the plan: refused', async () => {
    const unitId = await laptop();
    expect(await refusal(soil(unitId, 'supply', 'dust', 1))).toMatchObject({ code: 'invalid' });
    expect(await refusal(soil(unitId, 'lid', 'smell', 1))).toMatchObject({ code: 'invalid' });
    expect(await refusal(act(benchA, 'markSoil', { unitId, zone: 'lid', degree: 2 }))).toMatchObject({
      code: 'invalid',
    });
    expect(
      await refusal(act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['fins'] })),
    ).toMatchObject({ code: 'refused' });
  });
});

describe('clocks teach minutes', () => {
  let day = 0;
  /** The minutes as they are taken over on the next day. */
  const times = async () => {
    await publishMinutes(`2030-01-${String(++day).padStart(2, '0')}`);
    await database()
      .update(jobs)
      .set({ status: 'done', endedAt: new Date() })
      .where(eq(jobs.kind, 'revalue'));
    return (await database().select({ times: shop.handMinutes }).from(shop))[0].times;
  };
  const nothingLearnt = async () => {
    await database().delete(minuteSamples);
    await times();
  };
  const ago = (unitId: string, minutes: number) =>
    database().execute(sql`update work_segments set started_at = started_at - ${minutes} * interval '1 minute'
      where unit_id = ${unitId} and ended_at is null`);
  it('a repair that takes longer here is reckoned longer, and what was told by mistake is not', async () => {
    await nothingLearnt();
    const unitId = await laptop();
    const begun = await act<{ workId: string }>(benchB, 'startWork', { unitId, ref: 'repaste' });
    const [row] = await database().select().from(work).where(eq(work.id, begun.workId));
    const planned = row.plannedMinutes!;
    await ago(unitId, planned + 24);
    await act(benchB, 'finishWork', { unitId, workId: begun.workId, ended: 'precaution' });
    // no other machine is put behind by it before the day is over
    const [now] = await database().select().from(shop);
    expect(now.handMinutes.repaste).toBeUndefined();
    // 12 minutes in the catalogue, 36 taken once: (3 x 12 + 36) / 4
    expect((await times()).repaste).toMatchObject({ n: 1, sum: expect.closeTo(36, 0) });
    const told = await act<{ workId: string }>(benchB, 'logWork', { unitId, ref: 'repaste', minutes: 50 });
    expect((await times()).repaste.n).toBe(2);
    await act(benchB, 'takeBackWork', { unitId, workId: told.workId });
    expect((await times()).repaste).toMatchObject({ n: 1, sum: expect.closeTo(36, 0) });
    const { effectiveCatalogue } = await import('@/shop/rules/effective');
    const [rules] = await database().select().from(shop);
    const minutes = (id: string) =>
      effectiveCatalogue(rules).catalogue.repairs.find((own) => own.id === id)!.minutes;
    expect(minutes('repaste')).toBe(18);
    // the owner's own number stands above it
    await act(owner, 'setOverrides', { overrides: { repairs: { repaste: { minutes: 7 } } } });
    const [own] = await database().select().from(shop);
    expect(effectiveCatalogue(own).catalogue.repairs.find(({ id }) => id === 'repaste')!.minutes).toBe(7);
    await act(owner, 'setOverrides', { overrides: {} });
    await nothingLearnt();
  });
  it('a clock that was forgotten is set back, counts so long, and teaches nothing it did not see', async () => {
    const unitId = await laptop();
    const begun = await act<{ workId: string }>(benchB, 'startWork', { unitId, ref: 'clean-keys' });
    await ago(unitId, 300);
    expect(
      await refusal(act(benchB, 'trimClock', { unitId, workId: begun.workId, minutes: 900 })),
    ).toMatchObject({ code: 'invalid' });
    await act(benchB, 'trimClock', { unitId, workId: begun.workId, minutes: 15 });
    expect((await bookOf(unitId)).minutes).toBeCloseTo(15, 1);
    expect(
      await refusal(act(benchB, 'trimClock', { unitId, workId: begun.workId, minutes: 1 })),
    ).toMatchObject({ code: 'refused' });
    await act(benchB, 'finishWork', { unitId, workId: begun.workId, ended: 'precaution' });
    expect((await times())['clean-keys'].sum).toBeLessThanOrEqual(15.1);
    const other = await laptop();
    const left = await act<{ workId: string }>(benchB, 'startWork', { unitId: other, ref: 'clean-keys' });
    await ago(other, 700);
    await act(benchB, 'finishWork', { unitId: other, workId: left.workId, ended: 'precaution' });
    expect((await times())['clean-keys'].n).toBe(1);
    expect(await database().select().from(workSegments).where(eq(workSegments.unitId, other))).toHaveLength(
      1,
    );
  });
});

describe('what work uses up and breaks', () => {
  it('compound and pads are the unit’s cost, and go with the work that is taken back', async () => {
    const unitId = await laptop();
    const before = (await bookOf(unitId)).partsMinor;
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', {
      unitId,
      ref: 'repaste',
      minutes: 14,
      materials: [
        { name: 'paste', amount: '0.2 g', costMinor: 40 },
        { name: 'pad 1.0 mm', amount: '2', costMinor: 60 },
      ],
    });
    expect((await bookOf(unitId)).partsMinor - before).toBe(100);
    await act(benchA, 'takeBackWork', { unitId, workId });
    expect((await bookOf(unitId)).partsMinor).toBe(before);
  });
  it('damage of our own costs the unit; a rounded screw is on record; taken back, neither', async () => {
    const unitId = await laptop();
    const before = (await bookOf(unitId)).partsMinor;
    await act(benchA, 'noteDamage', { unitId, step: 'repaste', kind: 'screw', costMinor: 150, note: 'M2' });
    expect((await bookOf(unitId)).partsMinor - before).toBe(150);
    expect((await unitRow(unitId)).evaluation!.chances['screw-rounded']).toBeGreaterThan(0.9);
    await act(benchA, 'takeBackAct', { what: 'damage', unitId });
    expect((await bookOf(unitId)).partsMinor).toBe(before);
    expect((await unitRow(unitId)).evaluation!.chances['screw-rounded'] ?? 0).toBeLessThan(0.2);
    const rows = await database().select({ kind: events.kind }).from(events).where(eq(events.unitId, unitId));
    const kinds = rows.map(({ kind }) => kind);
    expect(kinds).toEqual(expect.arrayContaining(['damage', 'damage back']));
  });
  it('a screw that was drilled shuts power until the shavings are seen to be gone', async () => {
    const unitId = await laptop();
    const shut = async () =>
      (await unitRow(unitId)).evaluation!.shut.some(
        ({ why }) => why.kind === 'gate' && why.gate === 'drilled',
      );
    await act(benchA, 'repairVerdict', { unitId, repair: 'drill-screw', ended: 'done' });
    expect(await shut()).toBe(true);
    await act(benchA, 'observe', { unitId, finding: 'shavings', outcome: outcome('shavings', 'none') });
    expect(await shut()).toBe(false);
  });
});

describe('somebody else’s machine', () => {
  const theirs = async () => (await lotWith(['laptop'], { source: 'owner' })).units[0].unitId;
  const tell = (unitId: string, told: Record<string, unknown>) =>
    act<{ state: string }>(benchA, 'tellOwner', { unitId, act: told });
  const quote = { op: 'quote', lines: [{ what: 'new paste', minor: 1_200 }] };
  it('is not worked on before a quote is agreed; a new quote waits anew; finding out is free', async () => {
    const unitId = await theirs();
    const start = () => act(benchA, 'startWork', { unitId, ref: 'repaste' });
    expect(await refusal(start())).toMatchObject({
      message: expect.stringMatching(/no quote has been agreed/),
    });
    await act(benchA, 'observe', { unitId, finding: 'look-screws', outcome: 0 });
    expect(await refusal(tell(unitId, { op: 'answer', yes: true }))).toMatchObject({ code: 'refused' });
    await tell(unitId, quote);
    expect(await refusal(start())).toMatchObject({ message: expect.stringMatching(/not answered/) });
    expect(await tell(unitId, { op: 'answer', yes: true, how: 'by telephone' })).toEqual({ state: 'agreed' });
    await start();
    await act(benchA, 'takeBackAct', { what: 'owner', unitId });
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'clean-keys' }))).toMatchObject({
      code: 'refused',
    });
    expect(await refusal(tell(await laptop(), quote))).toMatchObject({ code: 'refused' });
  });
  it('its parts are never the shop’s: not sold, not scrapped, not put elsewhere; they go back with it', async () => {
    const unitId = await theirs();
    const other = await laptop();
    const { code } = await act<{ code: string }>(benchA, 'ownerSupplies', {
      unitId,
      class: 'drive',
      name: '240 GB solid-state drive',
    });
    const [brought] = await database().select().from(components).where(eq(components.code, code));
    const taken = await act<{ codes: string[] }>(benchA, 'harvestParts', {
      unitId,
      taken: [{ place: 'battery', worthMinor: 900, to: 'bin' }],
    });
    const [battery] = await database().select().from(components).where(eq(components.code, taken.codes[0]));
    expect(battery).toMatchObject({ ownerUnit: unitId, costMinor: 0 });
    expect((await bookOf(unitId)).partsMinor).toBe(0);
    for (const part of [brought, battery]) {
      expect(
        await refusal(act(benchA, 'fitPart', { unitId: other, componentId: part.id, despite: true })),
      ).toMatchObject({ code: expect.stringMatching(/refused|conflict/) });
      expect(
        await refusal(
          act(owner, 'sellPart', {
            componentId: part.id,
            priceMinor: 500,
            feesMinor: 0,
            soldOn: '2026-11-01',
          }),
        ),
      ).toBeTruthy();
    }
    expect((await ownersPartsOf(unitId)).map((part) => part.code).sort()).toEqual(
      [brought.code, battery.code].sort(),
    );
    expect(await refusal(act(benchA, 'listUnit', { unitId, askMinor: 5_000, as: 'as found' }))).toMatchObject(
      {
        message: expect.stringMatching(/belongs to its owner/),
      },
    );
    expect(await refusal(act(benchA, 'endUnit', { unitId, as: 'recycled' }))).toMatchObject({
      code: 'refused',
    });
    // one of them they leave to the shop; the rest goes back with the machine
    await act(benchA, 'ownerLeaves', { unitId, componentId: battery.id });
    await act(benchA, 'endUnit', { unitId, as: 'returned' });
    const [back] = await database().select().from(components).where(eq(components.id, brought.id));
    const [left] = await database().select().from(components).where(eq(components.id, battery.id));
    expect([back.place, left.place]).toEqual(['returned', 'bin']);
    expect(await ownersPartsOf(unitId)).toEqual([]);
  });
  it('its papers say what was asked, agreed and found, and need no grade', async () => {
    const unitId = await theirs();
    await tell(unitId, { op: 'wishes', text: 'quieter, please' });
    await tell(unitId, quote);
    await tell(unitId, { op: 'answer', yes: true, how: '' });
    await tell(unitId, { op: 'found', text: 'hinge loose', minor: 300 });
    const { tag } = await unitRow(unitId);
    const [rules] = await database().select().from(shop);
    const pass = await passportOf(tag, rules);
    expect(pass).toMatchObject({
      as: 'Goes back to its owner',
      owner: { wishes: 'quieter, please', agreed: expect.stringMatching(/12\.00: new paste/) },
    });
    expect(pass.owner!.found[0]).toMatch(/hinge loose \(.*3\.00\)/);
  });
});

describe('what hands leave is told', () => {
  it('missing screws, a stain that stays, a smell: on screens and papers, until they have gone', async () => {
    const unitId = await laptop();
    const words = async () => (await record(unitId)).flaws.map((flaw) => flaw.words);
    await act(benchA, 'openMat', { unitId });
    await act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'missing', count: 3 }] });
    await act(benchA, 'stainStays', { unitId, zone: 'lid', stays: true });
    await act(benchA, 'markSoil', { unitId, zone: 'smell', soil: 'smell', degree: 2 });
    expect(await words()).toEqual([
      '3 of 8 screws missing: base plate',
      'lid: a stain that does not come off',
      'it smells, plainly',
    ]);
    await act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'replaced', count: 3 }] });
    await act(benchA, 'stainStays', { unitId, zone: 'lid', stays: false });
    await act(benchA, 'markSoil', { unitId, zone: 'smell', degree: 0 });
    expect(await words()).toEqual([]);
  });
});

describe('the notebook of a model', () => {
  it('what two closed machines had is what belief begins with; a weak spot is looked at first', async () => {
    const { units: made } = await lotWith(['laptop', 'laptop', 'laptop', 'laptop']);
    for (const { unitId } of made)
      await database().update(units).set({ maker: 'Pellmark', model: 'Weak 3' }).where(eq(units.id, unitId));
    const next = made[3].unitId;
    await act(benchA, 'observe', { unitId: next, finding: 'look-screws', outcome: 0 });
    const before = (await chances(next))['screw-rounded'] ?? 0;
    for (const { unitId } of made.slice(0, 3)) {
      await act(benchA, 'observe', { unitId, finding: 'screws-turn', outcome: 1 });
      await act(benchA, 'endUnit', { unitId, as: 'returned' });
    }
    await act(benchA, 'observe', { unitId: next, finding: 'look-rattle', outcome: 0 });
    const faults = await modelFaultsFor(database(), await unitRow(next), catalogue);
    expect(faults[0]).toMatchObject({ cause: 'screw-rounded', seen: 3, of: 3 });
    expect((await chances(next))['screw-rounded']).toBeGreaterThan(before + 0.1);
    const told = { maker: 'Pellmark', model: 'Weak 3', kind: 'weak spot', text: 'hinge' };
    expect(await refusal(act(benchA, 'noteModel', { ...told, finding: 'no-such' }))).toMatchObject({
      code: 'invalid',
    });
    const { note } = await act<{ note: number }>(benchA, 'noteModel', { ...told, finding: 'look-gap' });
    expect(await weakSpots(await unitRow(next))).toEqual([{ finding: 'look-gap', words: 'hinge' }]);
    await act(benchB, 'dropModelNote', { note });
    expect(await weakSpots(await unitRow(next))).toEqual([]);
    expect(await refusal(act(benchB, 'dropModelNote', { note }))).toMatchObject({ code: 'missing' });
    const book = await notebookOf(await unitRow(next));
    expect(book).toMatchObject({ seen: 3, closed: 3, notes: [] });
  });
});

describe('what is for sale', () => {
  it('does not lie open on the mat, unless it is sold for its parts', async () => {
    const unitId = await laptop();
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: outcome('look-bay', 'bay-empty') });
    await act(benchA, 'openMat', { unitId });
    await out(unitId, 'base plate', 8);
    const list = (as: string) => act(benchA, 'listUnit', { unitId, askMinor: 4_000, as });
    expect(await refusal(list('as found'))).toMatchObject({
      message: expect.stringMatching(/open on the mat: 8 of 8 not back/),
    });
    await list('for parts');
    expect((await unitRow(unitId)).listed).toBe(true);
    const other = await laptop();
    await act(benchA, 'observe', {
      unitId: other,
      finding: 'look-bay',
      outcome: outcome('look-bay', 'bay-empty'),
    });
    await act(benchA, 'openMat', { unitId: other });
    await out(other, 'base plate', 8);
    await back(other, 'base plate', 8);
    await act(benchA, 'passOverMat', { unitId: other, act: 'close' });
    await act(benchA, 'listUnit', { unitId: other, askMinor: 4_000, as: 'as found' });
    expect((await unitRow(other)).listed).toBe(true);
  });
});

describe('what its model had', () => {
  it('is reckoned with from the moment a machine comes in, not from its first answer on', async () => {
    const { units: made } = await lotWith(['laptop', 'laptop', 'laptop']);
    for (const { unitId } of made) {
      await database().update(units).set({ maker: 'Sundrel', model: 'Known 5' }).where(eq(units.id, unitId));
      await act(benchA, 'observe', { unitId, finding: 'screws-turn', outcome: 1 });
      await act(benchA, 'endUnit', { unitId, as: 'returned' });
    }
    const [{ lotId }] = await database()
      .select({ lotId: units.lotId })
      .from(units)
      .where(eq(units.id, made[0].unitId));
    const { unitId } = await act<{ unitId: string }>(benchA, 'addUnit', {
      lotId,
      chassis: 'laptop',
      maker: 'Sundrel',
      model: 'Known 5',
    });
    const came = (await chances(unitId))['screw-rounded'];
    expect(came).toBeGreaterThan(0.15);
    await act(benchA, 'observe', { unitId, finding: 'look-rattle', outcome: 0 });
    expect((await chances(unitId))['screw-rounded']).toBeCloseTo(came, 3);
  });
});

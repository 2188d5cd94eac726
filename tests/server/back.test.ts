import { readFileSync } from 'node:fs';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { describe, expect, it, vi } from 'vitest';
import { findingById } from '@/catalog';
import { lastOfMine, OWN_HOUR_MS, waysBack } from '@/core/record/back';
import { database } from '@/db/client';
import { components, defects, functionTests, observations, recordValues, units, work } from '@/db/schema';
import type { Actor } from '@/shop/command';
import { houseNow } from '@/shop/house/tables';
import { proofOf } from '@/shop/proof/proof';
import { testStands } from '@/shop/proof/standing';
import { readingsOf } from '@/shop/readings/queries';
import { recordNow } from '@/shop/record/queries';
import { historyOf } from '@/shop/units/queries';
import { FIND_OUT } from '@/shop/work/clock';
import {
  act,
  benchA,
  benchB,
  bookOf,
  byOwner,
  counted,
  ERASED,
  lotWith,
  openShop,
  owner,
  refusal,
  unitRow,
} from './shop';

/** Everything a person does is taken back from the history, and the machine is what it was without it. */
openShop('back');

const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const see = (unitId: string, finding: string, id: string, by: Actor = benchA) =>
  act(by, 'observe', {
    unitId,
    finding,
    outcome: findingById(finding)!.outcomes.findIndex((own) => own.id === id),
    acknowledged: findingById(finding)!.hazard?.caution,
  });

/** All that counts of a machine, by its record. */
async function standing(unitId: string) {
  const { stage, grade, listed, ending, keeps, maker, model, evaluation, promisedAt } = await unitRow(unitId);
  const unit = { id: unitId, chassis: 'laptop' as const };
  const { specification, mat, clean, flaws, ports, seenPlaces, takes, dataFaults } = await recordNow(
    database(),
    unit,
  );
  const { tests, marks } = await proofOf(database(), unit, (await houseNow(database())).tables.rubric);
  const answers = await database()
    .select({ ref: observations.ref, outcome: observations.outcomeId, note: observations.note })
    .from(observations)
    .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)))
    .orderBy(asc(observations.id));
  const inside = await database()
    .select({ code: components.code })
    .from(components)
    .where(eq(components.unitId, unitId))
    .orderBy(asc(components.code));
  const open = await database()
    .select({ ref: work.ref, status: work.status })
    .from(work)
    .where(eq(work.unitId, unitId));
  return {
    ...{ stage, grade, listed, ending, keeps, maker, model, promisedAt },
    chances: evaluation!.chances,
    values: specification.rows.map(({ key, value }) => [key, value]),
    lies: mat && { balances: mat.balances, shut: mat.shut },
    ...{ clean, flaws, ports, answers, inside, seenPlaces, takes, dataFaults },
    book: {
      ...(await bookOf(unitId)),
      minutes: 0,
      labourMinor: 0,
      contributionMinor: 0,
      profitMinor: 0,
      perHourMinor: 0,
    },
    tests: [...tests.values()].map(({ test, result }) => [test, result]).sort(),
    marks: marks.map(({ id }) => id),
    touched: (await readingsOf(unitId, 'touch')).length,
    // finding out begins with the first look and ends by itself
    work: open
      .filter(({ ref, status }) => status !== 'dropped' && ref !== FIND_OUT)
      .map(({ ref, status }) => `${ref} ${status}`),
  };
}

const newest = async (unitId: string) => (await historyOf(unitId, 1))[0];
/** Takes the newest entry back by what the history offers for it. */
async function back(unitId: string, by: Actor = benchA) {
  const history = await historyOf(unitId);
  const way = waysBack(history).get(history[0].seq);
  if (!way) throw new Error(`"${history[0].kind}" cannot be taken back`);
  await act(by, way.command, { unitId, ...way.input });
}

type Doing = (unitId: string) => Promise<unknown>;
/** What is done, after what. */
const ACTS: [string, Doing, Doing?][] = [
  ['an answer', (unitId) => see(unitId, 'look-dust', 'packed')],
  [
    'an answer in another’s place',
    (unitId) => see(unitId, 'look-dust', 'packed'),
    (unitId) => see(unitId, 'look-dust', 'clean'),
  ],
  ['no answer', (unitId) => act(benchA, 'noAnswer', { unitId, finding: 'look-dust', why: 'no-tool' })],
  ['a verdict', (unitId) => act(benchA, 'repairVerdict', { repair: 'repaste', ended: 'helped', unitId })],
  [
    'a note to an answer',
    async (unitId) => {
      const [row] = await database().select().from(observations).where(eq(observations.unitId, unitId));
      await act(benchA, 'noteAnswer', { unitId, observation: row.id, note: 'a lot of it' });
    },
    (unitId) => see(unitId, 'look-dust', 'packed'),
  ],
  ['a value', (unitId) => act(benchA, 'typeSpec', { unitId, key: 'memoryGb', value: '8 GB' })],
  [
    'the model',
    (unitId) => act(benchA, 'typeSpec', { unitId, key: 'model', value: 'Keep T5' }),
    (unitId) => act(benchA, 'typeSpec', { unitId, key: 'model', value: 'Keep T4' }),
  ],
  ['a move along the line', (unitId) => act(benchA, 'setStage', { unitId, stage: 'hands' })],
  [
    'system and data stay',
    (unitId) => act(benchA, 'setKeeps', { unitId, keeps: true }),
    (unitId) => act(benchA, 'setKeeps', { unitId, keeps: false }),
  ],
  ['a decision', (unitId) => act(benchA, 'decide', { unitId, route: 'harvest' })],
  ['work begun', (unitId) => act(benchA, 'startWork', { unitId, ref: 'repaste' })],
  [
    'work told afterwards',
    (unitId) => act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: 12, ended: 'helped' }),
  ],
  ['a mat laid out', (unitId) => act(benchA, 'openMat', { unitId })],
  [
    'screws out',
    (unitId) => act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'out', count: 8 }] }),
    (unitId) => act(benchA, 'openMat', { unitId }),
  ],
  [
    'a mat closed',
    (unitId) => act(benchA, 'passOverMat', { unitId, act: 'close' }),
    (unitId) => act(benchA, 'openMat', { unitId }),
  ],
  ['dirt', (unitId) => act(benchA, 'markSoil', { unitId, zone: 'board', soil: 'dust', degree: 2 })],
  ['our damage', (unitId) => act(benchA, 'noteDamage', { unitId, kind: 'scratch', costMinor: 300 })],
  [
    'ports counted',
    (unitId) => act(benchA, 'tellPorts', { unitId, ports: [{ kind: 'usb-a', there: 3, good: 3, bad: 0 }] }),
  ],
  [
    'a temperature by touch',
    (unitId) =>
      act(benchA, 'recordTouch', {
        unitId,
        room: 22,
        surfaces: [{ place: 'palm', material: 'plastic', celsius: 38 }],
      }),
  ],
  ['a test', (unitId) => act(benchA, 'recordTest', { unitId, test: 'usb', result: 'pass' })],
  [
    'a test told anew',
    (unitId) => act(benchA, 'recordTest', { unitId, test: 'usb', result: 'fail' }),
    (unitId) => act(benchA, 'recordTest', { unitId, test: 'usb', result: 'pass' }),
  ],
  [
    'a place seen empty',
    (unitId) => act(benchA, 'markPlaces', { unitId, places: [{ place: 'keyboard', state: 'gone' }] }),
    (unitId) => act(benchA, 'markPlaces', { unitId, places: [{ place: 'keyboard', state: 'there' }] }),
  ],
  [
    'what it takes',
    (unitId) => act(benchA, 'noteTakes', { unitId, facts: { memoryForm: 'DIMM' } }),
    (unitId) => act(benchA, 'noteTakes', { unitId, facts: { memoryForm: 'SO-DIMM', bay1: '2.5-sata-7' } }),
  ],
  [
    'a promise',
    (unitId) => act(benchA, 'promiseUnit', { unitId, until: '2031-05-02T10:00:00Z' }),
    (unitId) => act(benchA, 'promiseUnit', { unitId, until: '2031-05-01T10:00:00Z' }),
  ],
  ['drives counted', (unitId) => act(benchA, 'countDrives', { unitId, drives: 2 })],
  [
    'what was said of a drive’s data',
    async (unitId) => {
      const [{ id }] = await database().select().from(components).where(eq(components.unitId, unitId));
      await act(benchA, 'recordErasure', { unitId, componentId: id, ...ERASED });
    },
    (unitId) => act(benchA, 'recordPart', { unitId, class: 'drive', name: 'Gannet disk', serial: `GN-${unitId.slice(0, 8)}`, attributes: { kind: 'disk', gb: 320 } }), // prettier-ignore
  ],
  [
    'a mark',
    (unitId) =>
      act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'scratch', size: 1, x: 100, y: 80 }),
  ],
];

describe('what was done is taken back from the history', () => {
  it.each(ACTS)('%s', async (_, does, first) => {
    const unitId = await laptop();
    await first?.(unitId);
    const before = await standing(unitId);
    const { seq } = await newest(unitId);
    await does(unitId);
    const done = await newest(unitId);
    expect(done.seq).toBeGreaterThan(seq);
    expect(await standing(unitId)).not.toEqual(before);
    // one key does the same: it is what was done last
    const last = lastOfMine(await historyOf(unitId), benchA.id, new Date());
    expect(last?.entry.seq).toBe(done.seq);
    expect(lastOfMine(await historyOf(unitId), benchB.id, new Date())).toBeNull();
    await back(unitId);
    expect(await standing(unitId)).toEqual(before);
    // it is offered no second time, or only as what undoes the taking back
    expect(waysBack(await historyOf(unitId)).has(done.seq)).toBe(false);
  });

  it('what its report wrote is no act: a count of drives by it does not go with anything', async () => {
    const unitId = await laptop();
    const file = (name: string) => ({ name, text: readFileSync(`samples/report/${name}`, 'utf8').replaceAll('PC88013', 'PC88555').replaceAll('0A1', '0C5').replaceAll('BSL320-5521', 'BSL320-5599') }); // prettier-ignore
    await act(benchA, 'ingestReport', { unitId, files: ['dmidecode.txt', 'smartctl-sda.json'].map(file) });
    const before = await standing(unitId);
    const [{ origin }] = await database()
      .select({ origin: recordValues.origin })
      .from(recordValues)
      .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'drive count')));
    expect(origin).toMatch(/^machine’s report /);
    for (const what of ['place', 'drives'])
      for (const named of [{ act: 'machine’s report' }, { act: origin }, {}])
        expect(await refusal(act(benchA, 'takeBackAct', { unitId, what, ...named }))).toMatchObject({
          code: 'refused',
        });
    expect(await standing(unitId)).toEqual(before);
  });
  it('an ended repair is open again with its minutes, its part back in the bin and its verdict gone', async () => {
    const unitId = await laptop();
    await counted(unitId, 0);
    const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'memory',
      name: '4GB PC3L-12800S',
      costMinor: 600,
    });
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'repaste' });
    const before = await standing(unitId);
    await act(benchA, 'finishWork', {
      unitId,
      workId,
      ended: 'helped',
      parts: { put: [{ componentId, despite: true }] },
    });
    expect((await standing(unitId)).inside).toHaveLength(1);
    // nobody else's, unless they own the shop
    expect(await refusal(back(unitId, benchB))).toMatchObject({ code: 'forbidden' });
    await back(unitId);
    expect(await standing(unitId)).toEqual({ ...before, work: ['repaste paused'] });
    await act(benchA, 'resumeWork', { unitId, workId });
    await act(benchA, 'finishWork', { unitId, workId, ended: 'no-change' });
    // an hour later it is the owner's to put right
    const later = vi.spyOn(Date, 'now').mockReturnValue(Date.now() + OWN_HOUR_MS + 1_000);
    expect(await refusal(back(unitId))).toMatchObject({ code: 'forbidden' });
    later.mockRestore();
    await back(unitId, owner);
    expect((await standing(unitId)).work).toEqual(['repaste paused']);
  });

  it('what a mat has noted since is taken back first', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    const opened = await newest(unitId);
    const { act: name } = opened.payload as { act: string };
    await act(benchA, 'moveOnMat', { unitId, moves: [{ item: 'base plate', move: 'out', count: 1 }] });
    expect(waysBack(await historyOf(unitId)).has(opened.seq)).toBe(false);
    expect(await refusal(act(benchA, 'takeBackAct', { what: 'mat', unitId, act: name }))).toMatchObject({
      code: 'refused',
    });
    const moved = await newest(unitId);
    const way = waysBack(await historyOf(unitId)).get(moved.seq)!;
    await act(benchA, way.command, { unitId, ...way.input });
    expect(waysBack(await historyOf(unitId)).has(opened.seq)).toBe(true);
    await act(benchA, 'takeBackAct', { what: 'mat', unitId, act: name });
    expect((await standing(unitId)).lies).toBeNull();
  });

  it('a test that was taken back proves nothing, and no second one is left to take', async () => {
    const unitId = await laptop();
    await act(benchA, 'recordTest', { unitId, test: 'usb', result: 'pass' });
    await act(benchA, 'takeBackTest', { unitId, test: 'usb' });
    expect(await refusal(act(benchA, 'takeBackTest', { unitId, test: 'usb' }))).toMatchObject({
      code: 'refused',
    });
    const [row] = await database().select().from(functionTests).where(eq(functionTests.unitId, unitId));
    expect(row.voidedBy).toBe((await newest(unitId)).seq);
    expect(
      await database()
        .select()
        .from(functionTests)
        .where(and(eq(functionTests.unitId, unitId), testStands)),
    ).toEqual([]);
    expect(await database().select().from(defects).where(eq(defects.unitId, unitId))).toEqual([]);
  });

  it('a grade given too early', async () => {
    const unitId = await laptop();
    expect(await refusal(act(benchA, 'takeBackGrade', { unitId }))).toMatchObject({ code: 'refused' });
    await byOwner((db) => db.update(units).set({ grade: 'B' }).where(eq(units.id, unitId)));
    await act(benchA, 'takeBackGrade', { unitId });
    expect((await unitRow(unitId)).grade).toBeNull();
    expect(await newest(unitId)).toMatchObject({ kind: 'grade back', payload: { grade: 'B' } });
  });

  it('a sale by whoever wrote it, within the hour; by nobody else but the owner', async () => {
    const sold = async () => {
      const unitId = await laptop();
      await counted(unitId, 0);
      await act(benchA, 'listUnit', { unitId, askMinor: 4_000, as: 'as found' });
      await act(benchA, 'sellUnit', { unitId, priceMinor: 4_000, soldOn: '2026-11-27' });
      return unitId;
    };
    const unitId = await sold();
    expect(await refusal(back(unitId, benchB))).toMatchObject({ code: 'forbidden' });
    expect((await unitRow(unitId)).stage).toBe('sold');
    await back(unitId);
    expect(await unitRow(unitId)).toMatchObject({ stage: 'shelf', listed: true });
    // what is on the shelf comes off it by its own entry
    const listed = await historyOf(unitId);
    const entry = listed.find(({ kind }) => kind === 'listed')!;
    expect(lastOfMine(listed, benchA.id, new Date())).toBeNull();
    const other = await sold();
    await back(other, owner);
    expect((await unitRow(other)).stage).toBe('shelf');
    expect(entry.payload).toMatchObject({ from: expect.any(String) });
    // what was decided and goes with a move or a listing is not offered as if all came back
    const decided = await laptop();
    await counted(decided, 0);
    await act(benchA, 'decide', { unitId: decided, route: 'harvest' });
    await act(benchA, 'setStage', { unitId: decided, stage: 'find' });
    expect(waysBack(await historyOf(decided)).has((await newest(decided)).seq)).toBe(false);
    await act(benchA, 'decide', { unitId: decided, route: 'harvest' });
    await act(benchA, 'listUnit', { unitId: decided, askMinor: 900, as: 'for parts' });
    expect(waysBack(await historyOf(decided)).has((await newest(decided)).seq)).toBe(false);
  });
});

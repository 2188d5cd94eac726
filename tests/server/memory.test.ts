import { and, eq, isNull } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, events, memoryBoards, observations } from '@/db/schema';
import { recordNow } from '@/shop/record/queries';
import { openBoard } from '@/shop/memory/queries';
import { listingOf } from '@/shop/sales/papers';
import { testsFor } from '@/core/grade/rubric';
import { rubric } from '@/catalog/worth/rubric';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, trainee, unitRow } from './shop';

openShop('memory');

const RULES = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};
const board = { sizes: [4, 2], slots: 2, rule: 'any', knownGood: 0 };
const desktop = async () => (await lotWith(['desktop'])).units[0].unitId;
const start = (unitId: string, seen: number, placement: number[], gb: number | null, cleaned = 0) =>
  act<{ starts: number }>(benchA, 'noteMemoryStart', {
    unitId,
    board,
    seen,
    trial: { placement, cleaned, seen: gb },
  });
const standing = (unitId: string) =>
  database()
    .select()
    .from(observations)
    .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)))
    .orderBy(observations.id);

/** Slot 2 is dead whatever sits in it, and cleaning does not help; both modules work in slot 1. */
async function deadSlot(unitId: string): Promise<number> {
  let n = 0;
  for (const [placement, gb, cleaned] of [
    [[0, -1], 4, 0],
    [[1, -1], 2, 0],
    [[-1, 0], null, 2],
    [[-1, 1], null, 2],
  ] as const)
    await start(unitId, n++, [...placement], gb, cleaned);
  return n;
}

describe('starts on the memory board', () => {
  it('stand on the server, in order, for every screen; a start noted elsewhere is not written over', async () => {
    const unitId = await desktop();
    expect(await start(unitId, 0, [0, 1], null)).toEqual({ starts: 1 });
    expect(await start(unitId, 1, [0, -1], 4)).toEqual({ starts: 2 });
    expect((await openBoard(database(), unitId))?.trials.map((trial) => trial.seen)).toEqual([null, 4]);
    expect(await refusal(start(unitId, 1, [1, -1], 2))).toMatchObject({ code: 'conflict' });
    expect(
      await refusal(
        act(benchB, 'noteMemoryStart', {
          unitId,
          board: { ...board, sizes: [8, 8] },
          seen: 2,
          trial: { placement: [0, 1], cleaned: 0, seen: 16 },
        }),
      ),
    ).toMatchObject({ code: 'conflict', message: expect.stringContaining('another board') });
    await act(benchB, 'takeBackMemoryStart', { unitId, seen: 2 });
    expect((await openBoard(database(), unitId))?.trials).toHaveLength(1);
    expect(await refusal(act(benchB, 'takeBackMemoryStart', { unitId, seen: 2 }))).toMatchObject({
      code: 'conflict',
    });
  });
  it('ten at once: one is noted, nine are told', async () => {
    const unitId = await desktop();
    const answers = await Promise.all(Array.from({ length: 10 }, () => refusal(start(unitId, 0, [0, 1], 6))));
    expect(answers.filter((answer) => answer === null)).toHaveLength(1);
    expect(answers.filter((answer) => answer?.code === 'conflict')).toHaveLength(9);
  });
  it.each([
    ['an empty board', { placement: [-1, -1], cleaned: 0, seen: null }],
    ['a module that is not there', { placement: [2, -1], cleaned: 0, seen: null }],
    ['one module in two slots', { placement: [0, 0], cleaned: 0, seen: 4 }],
    ['a slot too many', { placement: [0, 1, -1], cleaned: 0, seen: 6 }],
    ['half a slot', { placement: [0.5, -1], cleaned: 0, seen: 4 }],
  ])('%s is refused and nothing is kept', async (_, trial) => {
    const unitId = await desktop();
    expect((await refusal(act(benchA, 'noteMemoryStart', { unitId, board, seen: 0, trial })))?.code).toBe(
      'invalid',
    );
    expect(await openBoard(database(), unitId)).toBeNull();
  });
  it('viewers may not; a unit in quarantine is left alone', async () => {
    const unitId = await desktop();
    expect(
      await refusal(
        act(trainee, 'noteMemoryStart', {
          unitId,
          board,
          seen: 0,
          trial: { placement: [0, 1], cleaned: 0, seen: 6 },
        }),
      ),
    ).toMatchObject({ code: 'forbidden' });
    await act(owner, 'setStage', { unitId, stage: 'quarantine' });
    expect(await refusal(start(unitId, 0, [0, 1], 6))).toMatchObject({ code: 'refused' });
  });
});

describe('what a board has come to', () => {
  it('is not recorded before it is known, nor when a start cannot be', async () => {
    const unitId = await desktop();
    await start(unitId, 0, [0, 1], null);
    expect(await refusal(act(benchA, 'recordMemoryBoard', { unitId, seen: 1 }))).toMatchObject({
      message: expect.stringContaining('not known yet'),
    });
    await start(unitId, 1, [0, 1], 5);
    expect(await refusal(act(benchA, 'recordMemoryBoard', { unitId, seen: 2 }))).toMatchObject({
      message: expect.stringContaining('start 2 cannot be'),
    });
    expect(await standing(unitId)).toEqual([]);
  });
  it('is one act: answers with slot and module, one event; taken back with one, and the board lies open again', async () => {
    const unitId = await desktop();
    const starts = await deadSlot(unitId);
    await act(benchA, 'recordMemoryBoard', { unitId, seen: starts });
    const told = await standing(unitId);
    expect(told.map(({ ref, outcomeId, place }) => [ref, outcomeId, place])).toEqual([
      // cleaned, and it goes on failing: the contacts it was not
      ['reseat-memory', 'no-change', null],
      ['module-proof', 'all', null],
      ['slot-walk', 'one-does-not', 'slot 2'],
    ]);
    const { chances, steps } = (await unitRow(unitId)).evaluation!;
    expect(chances['memory-contact'] ?? 0).toBeLessThan(0.05);
    expect(steps.map(({ id }) => id)).not.toContain('reseat-memory');
    expect(new Set(told.map((row) => row.eventSeq)).size).toBe(1);
    const [event] = await database().select().from(events).where(eq(events.seq, told[0].eventSeq!));
    expect(event).toMatchObject({ kind: 'memory board', payload: { starts } });
    expect(await openBoard(database(), unitId)).toBeNull();
    expect((await unitRow(unitId)).evaluation!.beliefs[0]).toMatchObject({ cause: 'slot-bad' });
    // one press takes all of it back
    await act(benchA, 'voidObservation', { unitId });
    expect(await standing(unitId)).toEqual([]);
    expect((await openBoard(database(), unitId))?.trials).toHaveLength(starts);
    await act(benchA, 'recordMemoryBoard', { unitId, seen: starts });
    expect(await standing(unitId)).toHaveLength(3);
  });
  it('names the slot and the module in what a buyer is told, also once the modules sit in the other slot', async () => {
    const unitId = await desktop();
    await act(benchA, 'recordMemoryBoard', { unitId, seen: await deadSlot(unitId) });
    const record = async () => recordNow(database(), await unitRow(unitId));
    expect([...(await record()).places]).toEqual([['slot-bad', 'slot 2']]);
    await act(benchA, 'repairVerdict', { unitId, repair: 'other-slot', ended: 'helped' });
    expect((await record()).flaws).toEqual([
      {
        words: 'Not working: memory slot 2. The modules are in the others.',
        cap: 'B',
        repair: 'other-slot',
      },
    ]);
    for (const test of testsFor(rubric, 'desktop'))
      await act(benchB, 'recordTest', { unitId, test: test.id, result: 'pass' });
    for (const [key, value] of [
      ['topCelsius', '71'],
      ['processor', 'Corvid C4-620'],
      ['memoryGb', '6 GB'],
    ])
      await act(benchB, 'typeSpec', { unitId, key, value });
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    await act(benchB, 'giveGrade', { unitId });
    const { tag, grade } = await unitRow(unitId);
    expect(grade).toBe('B');
    expect((await listingOf(tag, RULES)).flaws).toContain('Not working: memory slot 2.');
    // the board swapped afterwards mends it: the flaw and its place are gone
    await act(benchA, 'repairVerdict', { unitId, repair: 'swap-board', ended: 'helped' });
    expect((await record()).flaws).toEqual([]);
  });
  it('a bad module is named by letter and size; contacts that were it count as mended', async () => {
    const unitId = await desktop();
    for (const [n, [placement, gb, cleaned]] of (
      [
        [[0, 1], null, 0],
        [[0, -1], 4, 0],
        [[1, -1], null, 0],
        [[1, -1], null, 1],
        [[-1, 0], null, 0],
        [[-1, 0], 4, 2],
      ] as const
    ).entries())
      await start(unitId, n, [...placement], gb, cleaned);
    await act(benchA, 'recordMemoryBoard', { unitId, seen: 6 });
    expect((await standing(unitId)).map(({ ref, outcomeId, place }) => [ref, outcomeId, place])).toEqual([
      ['memory-contacts', 'dull-or-dirty', 'slot 2'],
      ['reseat-memory', 'helped', null],
      ['module-proof', 'one-bad', 'module B, 2 GB'],
      ['slot-walk', 'all', null],
    ]);
    expect([...(await recordNow(database(), await unitRow(unitId))).places]).toEqual([
      ['module-bad', 'module B, 2 GB'],
    ]);
    // proven, so believed
    expect((await unitRow(unitId)).evaluation!.beliefs[0]).toMatchObject({
      cause: 'module-bad',
      probability: expect.closeTo(1, 3),
    });
  });
  it('memory lent to the board joins it and goes back with the record or when it is put away', async () => {
    const { componentId } = await act<{ componentId: string }>(owner, 'receivePart', {
      class: 'memory',
      name: 'Basalt 4 GB',
      costMinor: 400,
      attributes: { gb: 4 },
    });
    await act(owner, 'judgePart', { componentId, knownGood: true });
    const held = async () =>
      (await database().select().from(components).where(eq(components.id, componentId)))[0].reservedFor;
    const unitId = await desktop();
    await start(unitId, 0, [0, 1], null);
    expect(await act(benchA, 'lendToMemoryBoard', { unitId, seen: 1 })).toMatchObject({ gb: 4 });
    expect((await openBoard(database(), unitId))?.setup).toMatchObject({ sizes: [4, 2, 4], knownGood: 4 });
    expect(await held()).toBe(unitId);
    await act(benchA, 'dropMemoryBoard', { unitId });
    expect(await held()).toBeNull();
    expect(await openBoard(database(), unitId)).toBeNull();
    const rows = await database().select().from(memoryBoards).where(eq(memoryBoards.unitId, unitId));
    expect(rows.map((row) => row.status)).toEqual(['dropped']);
  });
});

import { and, eq, isNull } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import { database } from '@/db/client';
import { components, observations } from '@/db/schema';
import { bookOf } from './shop';
import { ownersPartsOf } from '@/shop/hands/owner';
import { heatRunsOf } from '@/shop/readings/queries';
import { recordNow } from '@/shop/record/queries';
import { seededRandom } from '@/core/random';
import { heatMachine, heatRunOf } from '@/core/simulate/heat';
import { act, benchA, lotWith, openShop, owner, refusal, unitRow } from './shop';

/** What hands at work leave behind, what hearing it must not undo, and what a take-back gives back. */
openShop('handsback');

const outcome = (finding: string, id: string) =>
  findingById(finding)!.outcomes.findIndex((own) => own.id === id);
const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const record = (unitId: string) => recordNow(database(), { id: unitId, chassis: 'laptop' });
const move = (unitId: string, item: string, way: string, count = 1) =>
  act(benchA, 'moveOnMat', { unitId, moves: [{ item, move: way, count }] });
const see = (unitId: string, finding: string, id: string) =>
  act(benchA, 'observe', {
    unitId,
    finding,
    outcome: outcome(finding, id),
    acknowledged: findingById(finding)!.hazard?.caution,
  });
const chances = async (unitId: string) => (await unitRow(unitId)).evaluation!.chances;
const answers = async (unitId: string, finding: string) =>
  (
    await database()
      .select({ outcome: observations.outcomeId })
      .from(observations)
      .where(
        and(eq(observations.unitId, unitId), eq(observations.ref, finding), isNull(observations.voidedBy)),
      )
  ).map((row) => row.outcome);
const gates = async (unitId: string) =>
  (await unitRow(unitId)).evaluation!.shut.flatMap(({ why }) => (why.kind === 'gate' ? [why.gate] : []));

describe('the mat', () => {
  it('opened again, everything lies where it lay: what is missing stays missing, a lead that is off stays off', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await move(unitId, 'base plate', 'missing', 2);
    await move(unitId, 'screen lead', 'out');
    await act(benchA, 'passOverMat', { unitId, act: 'close', despite: true });
    const off = (await chances(unitId))['screen-cable-off'];
    await act(benchA, 'openMat', { unitId });
    const { mat, flaws } = await record(unitId);
    expect(mat!.balances.find(({ item }) => item.id === 'base plate')).toMatchObject({ missing: 2 });
    expect(mat!.balances.find(({ item }) => item.id === 'screen lead')).toMatchObject({ open: 1 });
    expect(flaws.map(({ words }) => words)).toContain('2 of 8 screws missing: base plate');
    expect((await chances(unitId))['screen-cable-off']).toBeCloseTo(off, 6);
  });
  it('of two leads powered over, the one that is put back is well and the other still off', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await move(unitId, 'screen lead', 'out');
    await move(unitId, 'fan lead', 'out');
    await act(benchA, 'passOverMat', { unitId, act: 'power', despite: true });
    const before = await chances(unitId);
    await move(unitId, 'fan lead', 'in');
    const after = await chances(unitId);
    expect(after['screen-cable-off']).toBeCloseTo(before['screen-cable-off'], 3);
    expect(after['fan-lead'] ?? 0).toBeLessThan(before['fan-lead'] / 5);
  });
  it('an answer that was given over an open mat takes back that it was powered, too', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await move(unitId, 'screen lead', 'out');
    const before = await chances(unitId);
    await act(benchA, 'observe', { unitId, finding: 'lock-key', outcome: 0, powered: true });
    expect((await chances(unitId))['screen-cable-off']).toBeGreaterThan(
      5 * (before['screen-cable-off'] ?? 0.01),
    );
    await act(benchA, 'voidObservation', { unitId });
    expect(await chances(unitId)).toEqual(before);
  });
  it('the battery is in again once its lead is; a closed machine with it out still has it out', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await move(unitId, 'base plate', 'out', 8);
    await move(unitId, 'battery lead', 'out');
    expect((await record(unitId)).bench.batteryOut).toBe(true);
    await move(unitId, 'battery lead', 'in');
    expect((await record(unitId)).bench).toMatchObject({ batteryOut: false, caseOpen: true });
    await move(unitId, 'battery lead', 'out');
    await act(benchA, 'passOverMat', { unitId, act: 'close', despite: true });
    expect((await record(unitId)).bench).toMatchObject({ batteryOut: true, caseOpen: false });
  });
  it('a rounded screw that is replaced turns again', async () => {
    const unitId = await laptop();
    await act(benchA, 'openMat', { unitId });
    await move(unitId, 'base plate', 'rounded');
    expect((await chances(unitId))['screw-rounded']).toBeGreaterThan(0.9);
    await act(benchA, 'moveOnMat', {
      unitId,
      moves: [
        { item: 'base plate', move: 'out', count: 1, spots: [0] },
        { item: 'base plate', move: 'replaced', count: 1, spots: [0] },
      ],
    });
    expect(await answers(unitId, 'screws-turn')).toEqual(['all-turn']);
    expect((await chances(unitId))['screw-rounded'] ?? 0).toBeLessThan(0.2);
    // two moves of one act are taken back as one
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect(await answers(unitId, 'screws-turn')).toEqual(['one-is-rounded']);
    expect((await record(unitId)).mat!.balances[0]).toMatchObject({ open: 0, replaced: 0, rounded: 1 });
  });
  it('laid out by mistake it is put away, and the unit stands where it stood', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    await act(benchA, 'openMat', { unitId });
    expect((await unitRow(unitId)).stage).toBe('hands');
    await act(benchA, 'takeBackAct', { what: 'mat', unitId });
    expect((await unitRow(unitId)).stage).toBe(before.stage);
    expect((await record(unitId)).mat).toBeNull();
  });
});

describe('dirt and danger', () => {
  it('dust on a board does not say that there is no liquid on it', async () => {
    const unitId = await laptop();
    await see(unitId, 'look-liquid', 'wet-or-sticky');
    expect(await gates(unitId)).toContain('liquid');
    await act(benchA, 'markSoil', { unitId, zone: 'board', soil: 'dust', degree: 1 });
    expect(await gates(unitId)).toContain('liquid');
    await act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['board'] });
    expect(await gates(unitId)).toContain('liquid');
    expect(await answers(unitId, 'board-residue')).toEqual([]);
  });
  it('a board that was washed with alcohol is looked at again before it counts as clean', async () => {
    const unitId = await laptop();
    await see(unitId, 'look-liquid', 'wet-or-sticky');
    await act(benchA, 'markSoil', { unitId, zone: 'board', soil: 'liquid', degree: 2 });
    await act(benchA, 'cleanStep', { unitId, rule: 'board-alcohol', zones: ['board'] });
    expect(await gates(unitId)).toContain('liquid');
    await see(unitId, 'board-residue', 'clean');
    expect(await gates(unitId)).not.toContain('liquid');
  });
  it('a burnt smell is not answered away by marking or airing a smell', async () => {
    const unitId = await laptop();
    await see(unitId, 'look-smell', 'burnt');
    await act(benchA, 'markSoil', { unitId, zone: 'smell', soil: 'smell', degree: 1 });
    expect(await gates(unitId)).toContain('burnt');
    await act(benchA, 'cleanStep', { unitId, rule: 'smell-air', zones: ['smell'] });
    expect(await answers(unitId, 'look-smell')).toEqual(['burnt']);
  });
  it('a step is done where it is proposed, or to some of it; taken back, the unit stands where it stood', async () => {
    const unitId = await laptop();
    for (const zone of ['fins', 'fan'])
      await act(benchA, 'markSoil', { unitId, zone, soil: 'felt', degree: 1 });
    expect(
      await refusal(act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['fins', 'board'] })),
    ).toMatchObject({ code: 'refused' });
    const before = (await unitRow(unitId)).stage;
    await act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['fins'] });
    expect((await unitRow(unitId)).stage).toBe('hands');
    await act(benchA, 'takeBackAct', { what: 'clean', unitId });
    expect((await unitRow(unitId)).stage).toBe(before);
    await act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['fan', 'fins'] });
    expect(
      await refusal(act(benchA, 'cleanStep', { unitId, rule: 'air-blower', zones: ['fan'] })),
    ).toMatchObject({ code: 'refused' });
  });
});

describe('somebody else’s parts', () => {
  const theirs = async () => (await lotWith(['laptop'], { source: 'owner' })).units[0].unitId;
  const brought = async (unitId: string) => {
    const { code } = await act<{ code: string }>(benchA, 'ownerSupplies', {
      unitId,
      class: 'drive',
      name: '240 GB solid-state drive',
    });
    const [part] = await database().select().from(components).where(eq(components.code, code));
    return part;
  };
  it('left to the shop by mistake they are theirs again', async () => {
    const unitId = await theirs();
    const part = await brought(unitId);
    await act(benchA, 'ownerLeaves', { unitId, componentId: part.id });
    expect(await ownersPartsOf(unitId)).toEqual([]);
    await act(benchA, 'ownerWants', { unitId, componentId: part.id });
    expect((await ownersPartsOf(unitId)).map(({ code }) => code)).toEqual([part.code]);
    expect(await refusal(act(benchA, 'ownerWants', { unitId, componentId: part.id }))).toMatchObject({
      code: 'refused',
    });
    // what was never theirs does not become theirs
    const { code } = await act<{ code: string }>(benchA, 'receivePart', { class: 'drive', name: 'disk' });
    const [own] = await database().select().from(components).where(eq(components.code, code));
    expect(await refusal(act(benchA, 'ownerWants', { unitId, componentId: own.id }))).toMatchObject({
      code: 'refused',
    });
  });
  it('a machine that is back after all has its owner’s loose parts back with it', async () => {
    const unitId = await theirs();
    const part = await brought(unitId);
    await act(benchA, 'endUnit', { unitId, as: 'returned' });
    expect(await ownersPartsOf(unitId)).toEqual([]);
    await act(owner, 'setStage', { unitId, stage: 'hands' });
    expect((await ownersPartsOf(unitId)).map(({ code }) => code)).toEqual([part.code]);
    const [now] = await database().select().from(components).where(eq(components.id, part.id));
    expect(now).toMatchObject({ place: 'bin', keptFor: unitId });
  });
});

describe('a heat run', () => {
  it('that came to its limit is drawn from where its load began', async () => {
    const unitId = await laptop();
    const random = seededRandom(8);
    const machine = { ...heatMachine('fan stalled', 45, random), sink: 2.2 };
    const log = [
      't_s,temp_c,fan_rpm,power_w,clock_mhz,load',
      ...heatRunOf(machine, random, { idleSeconds: 75, loadSeconds: 500 }).map(
        ({ t, temp, fan, power, clock, load }) => [t, temp, fan, power, clock, load].join(','),
      ),
    ].join('\n');
    await act(benchA, 'recordHeatRun', { unitId, log, room: 22, limit: 100 });
    const [run] = await heatRunsOf(unitId);
    expect(run.reading.heldBack).toBe(true);
    expect(run.reading.loadAt).toBe(75);
    expect((await bookOf(unitId)).partsMinor).toBe(0);
  });
});

import { and, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/random';
import { heatMachine, heatRunOf, type HeatCondition } from '@/core/simulate/heat';
import { database } from '@/db/client';
import { readingCurves, recordValues, units as unitsTable } from '@/db/schema';
import { readingsOnPaper } from '@/shop/readings/papers';
import { heatRunsOf } from '@/shop/readings/queries';
import { recordNow } from '@/shop/record/queries';
import { act, benchA, lotWith, openShop, refusal, unitRow } from './shop';

openShop('readings');

const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
function logOf(condition: HeatCondition, seed: number): string {
  const random = seededRandom(seed);
  const machine = heatMachine(condition, 45, random);
  return [
    `# room=${machine.room.toFixed(1)} limit=100`,
    't_s,temp_c,fan_rpm,power_w,clock_mhz,load',
    ...heatRunOf(machine, random).map(({ t, temp, fan, power, clock, load }) =>
      [t, temp, fan, power, clock, load].join(','),
    ),
  ].join('\n');
}
const run = (unitId: string, condition: HeatCondition, seed = 4) =>
  act<{ verdict: { id: string; chance: number }[] }>(benchA, 'recordHeatRun', {
    unitId,
    name: `${condition}.csv`,
    log: logOf(condition, seed),
  });
const chances = async (unitId: string) => (await unitRow(unitId)).evaluation!.chances;

describe('a heat run', () => {
  it('enters belief with its chances, re-prices the machine, and is taken back whole', async () => {
    const unitId = await laptop();
    await act(benchA, 'observe', { unitId, finding: 'look-screws', outcome: 0 });
    const before = await unitRow(unitId);
    const { verdict } = await run(unitId, 'paste');
    expect(verdict[0]).toMatchObject({ id: 'paste' });
    const after = await chances(unitId);
    expect(after['paste-dry']).toBeGreaterThan(5 * (before.evaluation!.chances['paste-dry'] ?? 0.01));
    expect(after['fan-control'] ?? 0).toBeLessThan(before.evaluation!.chances['fan-control'] ?? 1);
    expect((await unitRow(unitId)).valueMinor).not.toBe(before.valueMinor);
    const [{ reading }] = await heatRunsOf(unitId);
    const top = async () =>
      (await recordNow(database(), await unitRow(unitId))).specification.best('topCelsius');
    expect(await top()).toMatchObject({
      basis: 'measured',
      number: Math.round(Math.min(100, reading.stages!.settles)),
      origin: 'heat run',
    });
    await act(benchA, 'takeBackAct', { what: 'heat', unitId });
    expect(await top()).toBeNull();
    expect(await chances(unitId)).toEqual(before.evaluation!.chances);
    expect((await unitRow(unitId)).valueMinor).toBe(before.valueMinor);
    expect(await refusal(act(benchA, 'takeBackAct', { what: 'heat', unitId }))).toMatchObject({
      code: 'refused',
    });
  });
  it('its curve lies apart from what every answer reads; one of before they lay apart is drawn all the same', async () => {
    const unitId = await laptop();
    await run(unitId, 'paste');
    const rows = () =>
      database()
        .select()
        .from(recordValues)
        .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'heat run')));
    const [kept] = await rows();
    expect(kept.shape).toBe(2);
    expect(kept.value.length).toBeLessThan(3_000);
    const [{ curve, ...line }] = await heatRunsOf(unitId);
    expect(curve.length).toBeGreaterThan(100);
    expect(curve[0]).toMatchObject({ t: expect.any(Number), temp: expect.any(Number) });
    // as an earlier edition wrote it
    await database().delete(readingCurves).where(eq(readingCurves.unitId, unitId));
    const value = JSON.stringify({ ...JSON.parse(kept.value), curve });
    await database().update(recordValues).set({ value, shape: 1 }).where(eq(recordValues.id, kept.id));
    expect(await heatRunsOf(unitId)).toEqual([{ ...line, curve }]);
  });
  it('the second counts, not both; the work between them stands beside it', async () => {
    const unitId = await laptop();
    await run(unitId, 'paste');
    const dry = (await chances(unitId))['paste-dry'];
    await act(benchA, 'logWork', { unitId, ref: 'repaste', minutes: 14, ended: 'done' });
    await run(unitId, 'sound', 9);
    expect((await chances(unitId))['paste-dry'] ?? 0).toBeLessThan(dry / 5);
    const [first, second] = await heatRunsOf(unitId);
    expect(first.since).toEqual([]);
    expect(second.since).toEqual(['New paste']);
    expect(second.reading.chipPerWatt!).toBeLessThan(first.reading.chipPerWatt! * 0.6);
  });
  it('too short, no heading, a word for a figure, too much: a clear word each, nothing changed', async () => {
    const unitId = await laptop();
    const before = await unitRow(unitId);
    const send = (log: string) => refusal(act(benchA, 'recordHeatRun', { unitId, log }));
    expect(await send('t_s,temp_c\n1,40\n2,41')).toMatchObject({
      message: expect.stringMatching(/s of load/),
    });
    expect(await send('time;warm\n1;40')).toMatchObject({ message: expect.stringMatching(/no t_s, temp_c/) });
    expect(await send('t_s,temp_c\n1,hot')).toMatchObject({
      message: expect.stringMatching(/line 2: temp_c/),
    });
    expect(await send('')).toMatchObject({ code: 'invalid' });
    expect(
      await send(`t_s,temp_c\n${Array.from({ length: 20_000 }, (_, t) => `${t},40`).join('\n')}`),
    ).toMatchObject({ message: expect.stringMatching(/14400 at most/) });
    const after = await unitRow(unitId);
    expect([after.version, after.valueMinor]).toEqual([before.version, before.valueMinor]);
  });
  it('of what was agreed, broken or run nothing but where it settles is part of the specification', async () => {
    const unitId = await laptop();
    await run(unitId, 'sound');
    await act(benchA, 'noteDamage', { unitId, kind: 'clip', costMinor: 20 });
    const rows = await database()
      .select()
      .from(recordValues)
      .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'heat run')));
    expect(rows).toHaveLength(1);
    const { specification } = await recordNow(database(), { id: unitId, chassis: 'laptop' });
    expect(specification.rows.map(({ key }) => key)).toEqual(['topCelsius']);
  });
});

describe('an electrical safety test', () => {
  const sound = {
    protection: 'I',
    lookedOver: true,
    earthOhms: 0.14,
    leadMetres: 1.8,
    insulationMegohms: 180,
    leakageMa: 0.7,
    touchMa: 0.04,
    works: true,
    meter: 'Meter 2',
    calibrated: '2020-01-01',
  };
  it('failed: it is not powered, and the paper says where; passed it is; taken back as if it had not been', async () => {
    const unitId = (await lotWith(['desktop'])).units[0].unitId;
    const begin = () => act(benchA, 'startRun', { unitId, kind: 'heat' });
    const said = async () => (await readingsOnPaper(unitId)).map(({ what }) => what).join(' ');
    await act(benchA, 'recordElectrical', { unitId, ...sound, earthOhms: 2.4 });
    expect(await refusal(begin())).toMatchObject({
      code: 'refused',
      message: /safety test failed \(earth: 2\.4 Ω/,
    });
    expect(await said()).toMatch(/protection class I: FAILED\..*earth: 2\.4 Ω, at most 0\.30 Ω \(failed\)/);
    expect(await said()).toMatch(/calibrated \d+ months ago/);
    await act(benchA, 'recordElectrical', { unitId, ...sound });
    expect(await said()).toMatch(/protection class I: passed/);
    await begin();
    await act(benchA, 'takeBackAct', { what: 'electrical', unitId });
    expect(await said()).toMatch(/FAILED/);
    expect(
      await refusal(act(benchA, 'recordElectrical', { unitId, protection: 'II', meter: 'Meter 2' })),
    ).toMatchObject({
      code: 'refused',
    });
  });
});

describe('a lost sensor', () => {
  it('is put on record as what it is, says nothing of where it settles, and raises its own cause', async () => {
    const unitId = await laptop();
    const log = ['t_s,temp_c,fan_rpm,load'];
    for (let t = 0; t < 240; t++) log.push(`${t},-128,${t < 60 ? 4000 : 4050},${t < 60 ? 3 : 100}`);
    const before = await chances(unitId);
    const { verdict } = await act<{ verdict: { id: string }[] }>(benchA, 'recordHeatRun', {
      unitId,
      name: 'log',
      log: log.join('\n'),
    });
    expect(verdict[0].id).toBe('sensor lost');
    const { specification } = await recordNow(database(), await unitRow(unitId));
    expect(specification.best('topCelsius')).toBeNull();
    expect((await chances(unitId))['sensor-off'] ?? 0).toBeGreaterThan(before['sensor-off'] ?? 0);
    expect((await readingsOnPaper(unitId)).map(({ what }) => what).join()).toMatch(
      /sensor shows no temperature/,
    );
  });
});

describe('machines of one model', () => {
  it('sound runs of the others are the measure of the next', async () => {
    const { units } = await lotWith(['laptop', 'laptop']);
    for (const { unitId } of units)
      await database()
        .update(unitsTable)
        .set({ maker: 'Corvid', model: 'Courier 15' })
        .where(eq(unitsTable.id, unitId));
    await run(units[0].unitId, 'sound', 7);
    await run(units[1].unitId, 'sound', 8);
    const [own] = await heatRunsOf(units[1].unitId);
    expect(own.reading.like).toBe(1);
    expect((await heatRunsOf(units[0].unitId))[0].reading.like).toBe(0);
  });
});

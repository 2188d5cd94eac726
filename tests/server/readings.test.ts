import { and, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/random';
import { heatMachine, heatRunOf, type HeatCondition } from '@/core/simulate/heat';
import { database } from '@/db/client';
import { readingCurves, recordValues } from '@/db/schema';
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
    await act(benchA, 'takeBackReading', { unitId, kind: 'heat' });
    expect(await top()).toBeNull();
    expect(await chances(unitId)).toEqual(before.evaluation!.chances);
    expect((await unitRow(unitId)).valueMinor).toBe(before.valueMinor);
    expect(await refusal(act(benchA, 'takeBackReading', { unitId, kind: 'heat' }))).toMatchObject({
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

import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components } from '@/db/schema';
import { keepCurrent } from '@/shop/units/revalue';
import { act, benchA, benchB, lotWith, openShop, refusal, trainee, unitRow } from './shop';

openShop('swap');

const good = (name = 'Loan module', more: Record<string, unknown> = {}) =>
  act<{ componentId: string; code: string }>(benchA, 'receivePart', {
    class: 'memory',
    name,
    costMinor: 300,
    attributes: { gb: 4 },
    knownGood: true,
    ...more,
  });
const held = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0].reservedFor;
const noPicture = async (unitId: string) => {
  for (const [finding, outcome] of [
    ['button', 0],
    ['fan-sound', 2],
    ['lock-key', 1],
    ['picture-monitor', 2],
  ] as const)
    await act(benchA, 'observe', { unitId, finding, outcome });
};
const offered = async (unitId: string) => (await unitRow(unitId)).evaluation!.steps.map((step) => step.id);

describe('swap-tests on the bin', () => {
  it('are offered only when a part that was tested good is there', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    await noPicture(unit.unitId);
    expect(await offered(unit.unitId)).not.toContain('memory-swap');
    const { componentId } = await good('Untested module', { knownGood: false });
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 0 });
    expect(await offered(unit.unitId)).not.toContain('memory-swap');
    await act(benchA, 'judgePart', { componentId, knownGood: true });
    // it follows when it is opened, once, and nobody's answer is refused for it
    const { version } = await unitRow(unit.unitId);
    const current = async () => keepCurrent(await unitRow(unit.unitId));
    expect([await current(), await current()]).toEqual([true, false]);
    expect(await offered(unit.unitId)).toContain('memory-swap');
    expect((await unitRow(unit.unitId)).version).toBe(version);
    await act(benchA, 'judgePart', { componentId, knownGood: false });
  });

  it('the part is held while the test runs and back in the bin when it is answered', async () => {
    const {
      units: [one, two],
    } = await lotWith(['small', 'small']);
    const { componentId, code } = await good();
    expect(await act(benchA, 'reservePart', { unitId: one.unitId, finding: 'memory-swap' })).toMatchObject({
      componentId,
      code,
    });
    // taking it again is no second part
    expect(await act(benchA, 'reservePart', { unitId: one.unitId, finding: 'memory-swap' })).toMatchObject({
      code,
    });
    expect(
      await refusal(act(benchB, 'reservePart', { unitId: two.unitId, finding: 'memory-swap' })),
    ).toMatchObject({ code: 'conflict', message: expect.stringContaining(`lies at ${one.tag}`) });
    expect(await refusal(act(benchB, 'fitPart', { unitId: two.unitId, componentId }))).toMatchObject({
      code: 'conflict',
      message: expect.stringContaining(one.tag),
    });
    expect(await refusal(act(benchB, 'judgePart', { componentId, knownGood: false }))).toMatchObject({
      code: 'conflict',
    });
    await act(benchA, 'observe', { unitId: one.unitId, finding: 'memory-swap', outcome: 0 });
    expect(await held(componentId)).toBeNull();
    await act(benchB, 'reservePart', { unitId: two.unitId, finding: 'memory-swap' });
    await act(benchB, 'releasePart', { unitId: two.unitId, componentId });
    expect(await held(componentId)).toBeNull();
    expect(await refusal(act(benchB, 'releasePart', { unitId: two.unitId, componentId }))).toMatchObject({
      code: 'conflict',
    });
    await act(benchA, 'judgePart', { componentId, knownGood: false });
  });

  it('two benches at once: one part, one bench', async () => {
    const { units } = await lotWith(['small', 'small', 'small']);
    const { componentId } = await good();
    for (let round = 0; round < 4; round++) {
      const tries = await Promise.all(
        units.map((unit, i) =>
          refusal(
            act(i % 2 ? benchA : benchB, 'reservePart', { unitId: unit.unitId, finding: 'memory-swap' }),
          ),
        ),
      );
      expect(tries.filter((outcome) => outcome === null)).toHaveLength(1);
      const winner = units[tries.indexOf(null)];
      expect(await held(componentId)).toBe(winner.unitId);
      await act(benchA, 'releasePart', { unitId: winner.unitId, componentId });
    }
    await act(benchA, 'judgePart', { componentId, knownGood: false });
  });

  it('may stay where it was tried, and comes back when the unit is quarantined', async () => {
    const {
      units: [one, two],
    } = await lotWith(['small', 'laptop']);
    const first = await good('Stays');
    await act(benchA, 'reservePart', { unitId: one.unitId, finding: 'memory-swap' });
    await act(benchA, 'fitPart', { unitId: one.unitId, componentId: first.componentId });
    expect(await held(first.componentId)).toBeNull();
    const second = await good('Comes back');
    await act(benchA, 'reservePart', { unitId: two.unitId, finding: 'memory-swap' });
    await act(benchA, 'observe', {
      unitId: two.unitId,
      finding: 'look-swelling',
      outcome: 1,
      acknowledged: 'swollen-cell',
    });
    expect((await unitRow(two.unitId)).stage).toBe('quarantine');
    expect(await held(second.componentId)).toBeNull();
    await act(benchA, 'judgePart', { componentId: second.componentId, knownGood: false });
  });

  it('a part that does not fit this kind of machine is neither offered nor lent', async () => {
    const {
      units: [laptop],
    } = await lotWith(['laptop']);
    const { componentId } = await good('Long module', { attributes: { gb: 4, fits: 'desktop,small' } });
    expect(
      await refusal(act(benchA, 'reservePart', { unitId: laptop.unitId, finding: 'memory-swap' })),
    ).toMatchObject({ code: 'conflict', message: expect.stringContaining('fits') });
    const {
      units: [small],
    } = await lotWith(['small']);
    expect(await act(benchA, 'reservePart', { unitId: small.unitId, finding: 'memory-swap' })).toMatchObject({
      componentId,
    });
    await act(benchA, 'releasePart', { unitId: small.unitId, componentId });
    await act(benchA, 'judgePart', { componentId, knownGood: false });
  });

  it('refuses what is no swap-test, and who may only look', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    expect(
      await refusal(act(benchA, 'reservePart', { unitId: unit.unitId, finding: 'button' })),
    ).toMatchObject({ code: 'invalid' });
    expect(
      await refusal(act(trainee, 'reservePart', { unitId: unit.unitId, finding: 'memory-swap' })),
    ).toMatchObject({ code: 'forbidden' });
    expect(
      await refusal(act(benchA, 'reservePart', { unitId: unit.unitId, finding: 'supply-swap' })),
    ).toMatchObject({ code: expect.stringMatching(/conflict|invalid/) });
  });
});

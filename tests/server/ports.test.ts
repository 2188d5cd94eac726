import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { recordNow } from '@/shop/record/queries';
import { proofOf } from '@/shop/proof/proof';
import { shippedHouse } from '@/catalog/house';
import { act, benchA, eventCount, lotWith, openShop, refusal, specOf, unitRow } from './shop';

openShop('ports');

const tell = (unitId: string, ...ports: [string, number, number, number][]) =>
  act<{ tests: string[] }>(benchA, 'tellPorts', {
    unitId,
    ports: ports.map(([kind, there, good, bad]) => ({ kind, there, good, bad })),
  });
const ready = async () => {
  const {
    units: [{ unitId }],
  } = await lotWith(['desktop']);
  for (const finding of ['look-smell', 'look-rattle', 'look-liquid', 'look-cord'])
    await act(benchA, 'observe', { unitId, finding, outcome: 0 }).catch(() => null);
  return unitId;
};
const proved = async (unitId: string) => {
  const { tests } = await proofOf(database(), await unitRow(unitId), shippedHouse.rubric);
  return Object.fromEntries([...tests].map(([id, { result }]) => [id, result]));
};

describe('ports', () => {
  it('counted stand in the specification, and decide their tests once all of a kind were tried', async () => {
    const unitId = await ready();
    await tell(unitId, ['usb-a', 4, 0, 0], ['usb-c', 0, 0, 0], ['vga', 1, 0, 0]);
    expect((await specOf(unitId)).text('ports')).toBe('4 USB-A, not tried; VGA, not tried');
    expect(await proved(unitId)).toEqual({});
    expect((await tell(unitId, ['usb-a', 4, 4, 0])).tests).toEqual(['usb']);
    expect(await proved(unitId)).toEqual({ usb: 'pass' });
  });
  it('one that does not work fails its test, caps the grade and is told; taken back, all of that goes', async () => {
    const unitId = await ready();
    await tell(unitId, ['usb-a', 2, 2, 0], ['usb-c', 0, 0, 0]);
    await tell(unitId, ['usb-a', 2, 1, 1]);
    const { flaws } = await recordNow(database(), await unitRow(unitId));
    expect(flaws).toEqual([{ words: 'USB-A: 1 of 2 do not work', cap: 'C', repair: 'ports' }]);
    expect(await proved(unitId)).toEqual({ usb: 'fail' });
    await act(benchA, 'takeBackAct', { what: 'ports', unitId });
    expect(await proved(unitId)).toEqual({ usb: 'pass' });
    expect((await recordNow(database(), await unitRow(unitId))).flaws).toEqual([]);
    await act(benchA, 'takeBackAct', { what: 'ports', unitId });
    expect((await specOf(unitId)).text('ports')).toBeNull();
    expect(await refusal(act(benchA, 'takeBackAct', { what: 'ports', unitId }))).toMatchObject({
      code: 'refused',
    });
  });
  it('more tried than there are is refused, and nothing is half-written', async () => {
    const unitId = await ready();
    const before = await eventCount();
    expect(await refusal(tell(unitId, ['hdmi', 1, 1, 1]))).toEqual({
      code: 'invalid',
      message: 'Not noted: of 1 HDMI, 1 work and 1 do not: that is more than there are.',
    });
    expect(await eventCount()).toBe(before);
  });
  it('of a wet machine none is tried', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop']);
    await act(benchA, 'observe', {
      unitId,
      finding: 'look-liquid',
      outcome: 2,
      acknowledged: 'wet-machine',
    });
    await tell(unitId, ['usb-a', 2, 0, 0]);
    expect((await refusal(tell(unitId, ['usb-a', 2, 2, 0])))?.code).toBe('refused');
  });
});

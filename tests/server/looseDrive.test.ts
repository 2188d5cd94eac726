import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, erasureRuns, erasures, units } from '@/db/schema';
import { certificateOf, checkCertificate } from '@/shop/erasure/certificate';
import { eraseRunsOf } from '@/shop/erasure/lane';
import { looseSheet } from '@/shop/erasure/queries';
import { floorNow } from '@/shop/floor/queries';
import { binPage } from '@/shop/parts/queries';
import { recordNow } from '@/shop/record/queries';
import { act, benchA, benchB, counted, lotWith, openShop, owner, refusal, trainee, unitRow } from './shop';
import {
  bench,
  eraseRoutes,
  MB,
  runScript,
  saysThrough,
  tool,
  untilTyped,
  type LiveSystem,
} from './liveSystem';
import { served } from './served';

openShop('loose');
const front = served(eraseRoutes);
const SERIAL = 'BSL-77';

/** A drive that was taken out of a machine into the bin, with whatever is on it. */
async function pulled(more: Record<string, unknown> = {}) {
  const { unitId } = (await lotWith(['desktop'])).units[0];
  const { componentId, code } = await act<{ componentId: string; code: string }>(benchA, 'recordPart', {
    unitId,
    class: 'drive',
    name: 'Basalt disk',
    serial: SERIAL,
    attributes: { kind: 'disk', gb: 0.001 },
    ...more,
  });
  await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
  return { from: unitId, componentId, code };
}
const drive = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0];
const state = async (id: string) => {
  const { accounted, why } = await looseSheet(await drive(id));
  return { accounted, why };
};
const sell = (componentId: string) =>
  act(benchA, 'sellPart', { componentId, priceMinor: 1500, soldOn: '2026-11-26' });
const ask = (componentId: string, more: Record<string, unknown> = {}) =>
  act<{ run: string; token: string }>(benchA, 'startErasure', {
    componentId,
    methodId: 'disk-overwrite',
    ...more,
  });
const say = (token: string, own = SERIAL) =>
  fetch(`${front.origin}/e/${token}/serial`, {
    method: 'POST',
    body: JSON.stringify({ device: '/dev/sdb', serial: own, model: 'Basalt 320', sectors: 2048 }),
  });
const through = (run: string, token: string) => saysThrough(front.origin, token, run);
async function onDock(place: LiveSystem, componentId: string) {
  const { run, token } = await ask(componentId);
  const going = runScript(front.origin, token, place, SERIAL);
  await untilTyped(run);
  await act(benchB, 'confirmErasure', { run, serial: SERIAL });
  return going;
}
const another = async () => (await lotWith(['desktop'])).units[0].unitId;
const gate = async (unitId: string) => (await recordNow(database(), await unitRow(unitId))).dataFaults;

describe('a drive that was pulled lies in the bin with its data', () => {
  it('the bin says so, and it is not sold', async () => {
    const { componentId, code } = await pulled();
    const { rows } = await binPage({ class: 'drive' });
    expect(rows.find((row) => row.code === code)?.data).toContain('still holds data');
    expect(await refusal(sell(componentId))).toMatchObject({
      message: expect.stringContaining('still holds data'),
    });
  });
  it('erased on a dock, whose bridge shows a serial of its own, it may go; its certificate names no machine', async () => {
    const { componentId, code } = await pulled();
    const place = await bench([
      { name: 'sda', serial: 'DOCKS-OWN', size: MB },
      { name: 'sdb', serial: 'BRIDGE-1', size: 2 * MB, usb: true },
    ]);
    tool(place.root, 'smartctl', `case "$2" in */sdb) echo 'Serial Number:    ${SERIAL}' ;; esac`);
    const { out } = await onDock(place, componentId);
    expect(out).toContain(`sdb  serial ${SERIAL}`);
    expect(out).toContain('Erased: every sector');
    expect(place.drive('sdb').every((byte) => byte === 0)).toBe(true);
    expect(place.drive('sda').every((byte) => byte === 0xa5)).toBe(true);
    expect(await state(componentId)).toEqual({ accounted: true, why: '' });
    const rows = await database().select().from(erasures).where(eq(erasures.componentId, componentId));
    expect(rows.map(({ kind, unitId }) => [kind, unitId])).toEqual([
      ['begun', null],
      ['erased', null],
    ]);
    expect(rows[1].verified).toContain('read back by the dock');
    const paper = await certificateOf(
      rows[1].id,
      { name: 'Saltmarsh Reuse', timeZone: 'UTC' },
      'http://shop.test',
    );
    const lines = paper.blocks.flatMap((block) => block.lines.map(({ name, value }) => `${name}: ${value}`));
    expect(lines).toContain('Machine: none: a loose drive');
    expect(lines).toContain(`Drive: ${code} Basalt disk`);
    expect(await checkCertificate(paper.number, paper.hash.slice(0, 32))).toMatchObject({
      agrees: true,
      serial: SERIAL,
    });
    await sell(componentId);
    expect((await drive(componentId)).place).toBe('sold');
  });
  it('the bridge’s own serial opens nothing', async () => {
    const { componentId } = await pulled();
    const place = await bench([{ name: 'sdb', serial: 'BRIDGE-1', size: MB, usb: true }]);
    tool(place.root, 'smartctl', `echo 'Serial Number: ${SERIAL}'`);
    const { out } = await runScript(front.origin, (await ask(componentId)).token, place, 'BRIDGE-1');
    expect(out).toContain('No drive of this machine has that serial');
  });
  it('with sectors that cannot be written it stays, until it is destroyed', async () => {
    const { componentId } = await pulled();
    const place = await bench([
      { name: 'sda', serial: SERIAL, size: 2 * MB, odd: { refuses: [700 * 512, 704 * 512] } },
    ]);
    expect((await onDock(place, componentId)).out).toMatch(/NOT erased: \d+ sectors could not be written/);
    expect(await refusal(sell(componentId))).toMatchObject({
      message: expect.stringContaining('could not be erased'),
    });
    await act(benchA, 'recordErasure', { componentId, kind: 'destroyed', methodId: 'destroy' });
    expect((await drive(componentId)).place).toBe('scrap');
  });
});

describe('an erasure on a dock', () => {
  it('shows in the running strip by the part’s code, from when it was confirmed until it ends', async () => {
    const { componentId, code } = await pulled();
    const { run, token } = await ask(componentId);
    const blocks = async () => (await floorNow('bench-a')).running.filter(({ tag }) => tag === code);
    expect((await say(token)).status).toBe(200);
    expect(await blocks()).toEqual([]);
    await act(benchA, 'confirmErasure', { run, serial: SERIAL });
    expect(await blocks()).toMatchObject([{ unitId: null, title: 'Erasing', run: { page: `/bin/${code}` } }]);
    expect(await eraseRunsOf({ loose: componentId })).toMatchObject([{ id: run, state: 'confirmed' }]);
    expect((await through(run, token)).status).toBe(200);
    expect(await blocks()).toEqual([]);
  });
  it('stopped from the bench it counts as not erased; a second one may be begun, but not beside the first', async () => {
    const { componentId } = await pulled();
    const { run, token } = await ask(componentId);
    await say(token);
    await act(benchA, 'confirmErasure', { run, serial: SERIAL });
    expect(await refusal(ask(componentId))).toMatchObject({ code: 'conflict' });
    await act(benchB, 'dropErasure', { run });
    expect((await state(componentId)).why).toContain('could not be erased');
    expect((await through(run, token)).status).toBe(200);
    expect((await state(componentId)).accounted).toBe(false);
    const next = await ask(componentId);
    await say(next.token);
    await act(benchA, 'confirmErasure', { run: next.run, serial: SERIAL });
    await through(next.run, next.token);
    expect((await state(componentId)).accounted).toBe(true);
  });
  it('named anew after it was confirmed it stays confirmed', async () => {
    const { componentId } = await pulled();
    const { run, token } = await ask(componentId);
    await say(token);
    await act(benchA, 'confirmErasure', { run, serial: SERIAL });
    expect((await say(token)).status).toBe(409);
    expect(await eraseRunsOf({ loose: componentId })).toMatchObject([{ state: 'confirmed' }]);
  });
  it('fitted before it was confirmed, it is not erased', async () => {
    const { componentId } = await pulled();
    const { run, token } = await ask(componentId);
    await say(token);
    const unitId = await another();
    await act(benchA, 'fitPart', { unitId, componentId, despite: true });
    expect(await refusal(act(benchA, 'confirmErasure', { run, serial: SERIAL }))).toMatchObject({
      message: expect.stringContaining('the drive was moved'),
    });
    // nor by naming the machine it is in now: that erasure is another
    expect(await refusal(act(benchA, 'confirmErasure', { unitId, run, serial: SERIAL }))).toMatchObject({
      code: 'missing',
    });
    await counted(unitId);
    expect(await gate(unitId)).toEqual([expect.stringContaining('still holds data')]);
  });
  it('fitted while it is written, its erasure has failed: what the script says later opens nothing', async () => {
    const { componentId } = await pulled();
    const { run, token } = await ask(componentId);
    await say(token);
    await act(benchA, 'confirmErasure', { run, serial: SERIAL });
    const unitId = await another();
    await act(benchA, 'fitPart', { unitId, componentId, despite: true });
    await counted(unitId);
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
    const word = await fetch(`${front.origin}/e/${token}/at`).then((answer) => answer.json());
    expect(word).toEqual({ say: 'stop' });
    expect(await (await through(run, token)).json()).toMatchObject({ erased: false });
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
  });
  it('confirmed and sold in the same moment, it never leaves while it is being written', async () => {
    for (let n = 0; n < 12; n++) {
      const { componentId } = await pulled();
      await act(benchA, 'recordErasure', {
        componentId,
        kind: 'erased',
        methodId: 'disk-overwrite',
        verified: 'read back',
      });
      const { run, token } = await ask(componentId);
      await say(token);
      const outcomes = await Promise.all([
        refusal(act(benchA, 'confirmErasure', { run, serial: SERIAL })),
        refusal(sell(componentId)),
      ]);
      expect(outcomes.filter((refused) => refused === null)).toHaveLength(1);
      const { place } = await drive(componentId);
      if (place === 'sold')
        expect(await eraseRunsOf({ loose: componentId })).toMatchObject([
          { state: 'ended', ending: 'overtaken' },
        ]);
      else expect((await state(componentId)).accounted).toBe(false);
    }
  });
  it('wants a serial on record, a drive, one that is loose, and somebody who may', async () => {
    const { componentId } = await pulled({ serial: '' });
    expect(await refusal(ask(componentId))).toMatchObject({ message: expect.stringContaining('no serial') });
    await act(benchA, 'describePart', { componentId, name: 'Basalt disk', serial: SERIAL });
    expect(await refusal(ask(componentId))).toBeNull();
    const { componentId: fan } = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'heatsink',
      name: 'a heatsink',
    });
    expect(await refusal(ask(fan))).toMatchObject({ message: expect.stringContaining('is not a drive') });
    const unitId = await another();
    const inside = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'drive',
      name: 'Basalt disk',
      serial: 'BSL-78',
    });
    expect(await refusal(ask(inside.componentId))).toMatchObject({ code: 'conflict' });
    expect(
      await refusal(act(trainee, 'startErasure', { componentId, methodId: 'disk-overwrite' })),
    ).toMatchObject({ code: 'forbidden' });
    expect(await database().$count(erasureRuns, eq(erasureRuns.componentId, inside.componentId))).toBe(0);
  });
});

describe('what is put on record of a loose drive by hand', () => {
  it('new, it may go; taken back it may not', async () => {
    const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'drive',
      name: 'Basalt solid 240',
      condition: 'new',
    });
    const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      componentId,
      kind: 'never',
      method: 'new in its bag',
    });
    expect((await state(componentId)).accounted).toBe(true);
    await act(benchA, 'takeBackErasure', { erasureId, why: 'the bag was open' });
    expect((await state(componentId)).accounted).toBe(false);
    expect(await refusal(act(benchA, 'takeBackErasure', { erasureId, why: 'again' }))).toMatchObject({
      code: 'missing',
    });
  });
  it('is taken back where the drive is, whatever it was recorded on, and nowhere else', async () => {
    const unitId = await another();
    const { componentId } = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'drive',
      name: 'Basalt disk',
    });
    const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      unitId,
      componentId,
      kind: 'erased',
      methodId: 'disk-overwrite',
      verified: 'read back',
    });
    expect(await refusal(act(benchA, 'takeBackErasure', { erasureId, why: 'x' }))).toMatchObject({
      code: 'missing',
    });
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    expect((await state(componentId)).accounted).toBe(true);
    expect(
      await refusal(act(benchA, 'recordErasure', { unitId, componentId, kind: 'never', method: 'new' })),
    ).toMatchObject({ code: 'conflict' });
    // the machine it was made on may be long gone
    await database().update(units).set({ stage: 'gone' }).where(eq(units.id, unitId));
    expect(await refusal(act(benchA, 'takeBackErasure', { unitId, erasureId, why: 'x' }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'takeBackErasure', { erasureId, why: 'it was another drive' });
    expect((await state(componentId)).accounted).toBe(false);
    // one made loose, of a drive that was fitted since
    const { erasureId: loose } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      componentId,
      kind: 'never',
      method: 'new',
    });
    const next = await another();
    const other = await another();
    await counted(next, 0);
    await act(benchA, 'fitPart', { unitId: next, componentId, despite: true });
    expect(await gate(next)).toEqual([]);
    for (const from of [{}, { unitId: other }])
      expect(
        await refusal(act(benchA, 'takeBackErasure', { ...from, erasureId: loose, why: 'x' })),
      ).toMatchObject({ code: 'missing' });
    await act(benchA, 'takeBackErasure', { unitId: next, erasureId: loose, why: 'the bag was open' });
    expect(await gate(next)).toHaveLength(1);
  });
  it('it is not returned from the bin, and not erased by a way for other media', async () => {
    const { componentId } = await pulled();
    await act(benchA, 'describePart', { componentId, attributes: { kind: 'solid', bus: 'SATA' } });
    const record = (more: Record<string, unknown>) =>
      refusal(act(benchA, 'recordErasure', { componentId, ...more }));
    expect(await record({ kind: 'returned', method: 'handed over' })).toMatchObject({ code: 'refused' });
    expect(await record({ kind: 'erased', methodId: 'disk-magnet', verified: 'seen' })).toMatchObject({
      code: 'refused',
    });
    expect(await record({ kind: 'erased', method: 'wiped' })).toMatchObject({ code: 'invalid' });
    expect((await state(componentId)).accounted).toBe(false);
  });
  it('somebody else’s drive whose data stays is neither erased nor destroyed; what they leave to us is', async () => {
    const { unitId } = (await lotWith(['desktop'], { source: 'owner', priceMinor: 0 })).units[0];
    const { componentId } = await act<{ componentId: string }>(owner, 'recordPart', {
      unitId,
      class: 'drive',
      name: 'Basalt disk',
      serial: SERIAL,
      attributes: { kind: 'disk', gb: 0.001 },
    });
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    for (const attempt of [
      () => ask(componentId),
      () =>
        act(benchA, 'recordErasure', { componentId, kind: 'erased', method: 'wiped', verified: 'read back' }),
      () => act(benchA, 'recordErasure', { componentId, kind: 'destroyed', method: 'crushed' }),
    ])
      expect(await refusal(attempt())).toMatchObject({
        message: expect.stringContaining('the data on it stays'),
      });
    await act(owner, 'setKeeps', { unitId, keeps: false, how: 'by letter' });
    expect(await refusal(ask(componentId))).toBeNull();
    expect(
      await refusal(act(benchA, 'recordErasure', { componentId, kind: 'destroyed', methodId: 'destroy' })),
    ).toMatchObject({ message: expect.stringContaining('belongs to the owner') });
  });
});

import { and, eq, isNull } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, erasures, movements, sightings } from '@/db/schema';
import { serialKey } from '@/core/machine/serial';
import { recordNow } from '@/shop/record/queries';
import { act, benchA, counted, ERASED, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('gate');

const desktop = async (more = {}) => (await lotWith(['desktop'], more)).units[0].unitId;
const gate = async (unitId: string) => (await recordNow(database(), await unitRow(unitId))).dataFaults;
const inside = (unitId: string) =>
  database()
    .select()
    .from(components)
    .where(and(eq(components.unitId, unitId), eq(components.class, 'drive')))
    .orderBy(components.code);
const record = (unitId: string, more: Record<string, unknown> = {}) =>
  act<{ componentId: string; code: string }>(benchA, 'recordPart', {
    unitId,
    class: 'drive',
    name: 'Basalt 320',
    serial: 'BSL-1',
    attributes: { kind: 'disk', gb: 320 },
    ...more,
  });
const erase = (unitId: string, componentId: string) =>
  act(benchA, 'recordErasure', { unitId, componentId, ...ERASED });
const list = (unitId: string) => refusal(act(benchA, 'listUnit', { unitId, askMinor: 900, as: 'as found' }));
const shut = expect.objectContaining({ code: 'refused' }) as object;
/** What a machine says of its drives. */
const smart = (device: string, serial: string | null, more = {}) => ({
  name: `smartctl-${device}.json`,
  text: JSON.stringify({
    device: { name: `/dev/${device}`, type: 'sat', protocol: 'ATA' },
    model_name: 'Basalt 320',
    ...(serial !== null && { serial_number: serial }),
    user_capacity: { bytes: 320_072_933_376 },
    rotation_rate: 7200,
    smart_status: { passed: true },
    ...more,
  }),
});
const report = (unitId: string, files: { name: string; text: string }[], more = {}) =>
  act(benchA, 'ingestReport', { unitId, files, ...more });

describe('as many drives as were seen leave, each accounted for', () => {
  it('two like drives whose serial nobody could read are two; with one erased the machine stays', async () => {
    const unitId = await desktop();
    await report(unitId, [smart('sda', null), smart('sdb', null)]);
    const drives = await inside(unitId);
    expect(drives).toHaveLength(2);
    await erase(unitId, drives[0].id);
    expect(await list(unitId)).toEqual(shut);
    await erase(unitId, drives[1].id);
    // nobody can tell one from the other before each bears its code
    expect(await gate(unitId)).toEqual([expect.stringContaining('put its code on it')]);
    expect(await refusal(counted(unitId, 1, true))).toEqual(shut);
    await counted(unitId, 2, true);
    expect(await list(unitId)).toBeNull();
  });
  it('a report sent again finds the two it found before, and shuts what was labelled', async () => {
    const unitId = await desktop();
    const files = [smart('sda', null), smart('sdb', null)];
    await report(unitId, files);
    for (const { id } of await inside(unitId)) await erase(unitId, id);
    await counted(unitId, 2, true);
    await report(unitId, files);
    expect(await inside(unitId)).toHaveLength(2);
    expect(await gate(unitId)).toEqual([expect.stringContaining('put its code on it')]);
  });
  it('a bay answered "drive there" and one of two taken out: the other is asked for', async () => {
    const unitId = await desktop();
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 0 });
    const { componentId } = await record(unitId);
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    expect(await list(unitId)).toEqual(shut);
    await counted(unitId, 1);
    expect(await gate(unitId)).toEqual([expect.stringContaining('not on its record')]);
    await counted(unitId, 0);
    expect(await list(unitId)).toBeNull();
  });
  it('one that was counted and is not on record keeps the whole machine, sold, recycled or given away', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    await erase(unitId, componentId);
    await act(benchA, 'listUnit', { unitId, askMinor: 900, as: 'as found' });
    await counted(unitId, 2);
    for (const [who, name, input] of [
      [benchA, 'sellUnit', { priceMinor: 900, soldOn: '2026-11-26' }],
      [benchA, 'endUnit', { as: 'recycled' }],
      [owner, 'endUnit', { as: 'given away' }],
    ] as const)
      expect(await refusal(act(who, name, { unitId, ...input }))).toMatchObject({
        code: 'refused',
        message: expect.stringContaining('2 drives were counted'),
      });
    await counted(unitId, 1);
    await act(benchA, 'sellUnit', { unitId, priceMinor: 900, soldOn: '2026-11-26' });
  });
  it('a report that lists more drives than are on record shuts the gate, a whole disk without a name among them', async () => {
    const unitId = await desktop();
    const disk = (name: string, more = {}) => ({
      name,
      path: `/dev/${name}`,
      type: 'disk',
      size: 320_072_933_376,
      rm: false,
      tran: 'sata',
      ...more,
    });
    await report(unitId, [
      smart('sda', 'BSL-A1'),
      {
        name: 'lsblk.json',
        text: JSON.stringify({
          blockdevices: [
            disk('sda', { serial: 'BSL-A1' }),
            disk('sdb', { size: 500_107_862_016 }),
            disk('sdc', { tran: 'usb', serial: 'STICK' }),
            disk('zram0'),
          ],
        }),
      },
    ]);
    const drives = await inside(unitId);
    expect(drives.map(({ name, serial }) => [name, serial])).toEqual([
      ['Basalt 320, 320 GB', 'BSL-A1'],
      ['Drive, 500 GB', ''],
    ]);
    await erase(unitId, drives[0].id);
    expect(await list(unitId)).toEqual(shut);
  });
});

describe('a report moves nothing and names nothing', () => {
  it('a record erased without a serial does not become the drive that is reported', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId, { serial: '' });
    await erase(unitId, componentId);
    await counted(unitId, 1, true);
    expect(await gate(unitId)).toEqual([]);
    await report(unitId, [smart('sda', 'ANOTHER-7')]);
    const [kept] = await database().select().from(components).where(eq(components.id, componentId));
    expect(kept.serial).toBe('');
    expect(await list(unitId)).toEqual(shut);
    const [asked] = await database().select().from(sightings).where(eq(sightings.unitId, unitId));
    // that it is the same is said once nothing is on record about its data
    expect(
      await refusal(act(benchA, 'answerSighting', { unitId, sightingId: asked.id, answer: 'same' })),
    ).toEqual(shut);
    await act(benchA, 'answerSighting', { unitId, sightingId: asked.id, answer: 'another' });
    expect(await inside(unitId)).toHaveLength(2);
    expect(await list(unitId)).toEqual(shut);
  });
  it('one recorded without a serial, of which nothing is said, takes the only serial that is left over', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId, { serial: '' });
    await report(unitId, [smart('sda', 'ONLY-1')]);
    expect(await inside(unitId)).toMatchObject([{ id: componentId, serial: 'ONLY-1' }]);
    // of two that are reported neither is it
    const other = await desktop();
    await record(other, { serial: '' });
    await report(other, [smart('sda', 'TWO-1'), smart('sdb', 'TWO-2')]);
    expect((await inside(other)).map(({ serial }) => serial).sort()).toEqual(['', 'TWO-1', 'TWO-2']);
  });
  it('two drives of one report that give the same serial are two, also when one of them is on record', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId, { serial: 'TWIN-1' });
    await erase(unitId, componentId);
    await report(unitId, [smart('sda', 'TWIN-1'), smart('sdb', 'TWIN-1')]);
    expect(await inside(unitId)).toHaveLength(2);
    expect(await list(unitId)).toEqual(shut);
  });
  it('a loose drive that a report saw in a machine is not sold before somebody says whether it is that one', async () => {
    const [a, b] = [await desktop(), await desktop()];
    const { componentId } = await record(b, { serial: 'LOOSE-1' });
    await erase(b, componentId);
    await act(benchA, 'takePart', { unitId: b, componentId, to: 'bin' });
    await report(a, [smart('sda', 'LOOSE-1')]);
    const sell = () =>
      refusal(act(benchA, 'sellPart', { componentId, priceMinor: 900, soldOn: '2026-11-26' }));
    expect(await sell()).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('showed what may be'),
    });
    const [asked] = await database().select().from(sightings).where(eq(sightings.unitId, a));
    await act(benchA, 'answerSighting', { unitId: a, sightingId: asked.id, answer: 'another' });
    expect(await sell()).toBeNull();
  });
  it('dropped onto another machine it moves no drive: both ask, and neither leaves', async () => {
    const [a, b] = [await desktop(), await desktop()];
    const drive = await record(b, { serial: 'WANDER-1' });
    await report(a, [smart('sda', 'wander - 1')]);
    expect(await inside(b)).toMatchObject([{ id: drive.componentId }]);
    expect(await inside(a)).toEqual([]);
    await counted(a, 0);
    expect(await list(a)).toEqual(shut);
    await erase(b, drive.componentId);
    await counted(b, 1);
    expect(await gate(b)).toEqual([expect.stringContaining('say whether it moved')]);
    expect(await list(b)).toEqual(shut);
    const [asked] = await database()
      .select()
      .from(sightings)
      .where(and(eq(sightings.unitId, a), isNull(sightings.answer)));
    const before = (await unitRow(b)).version;
    await act(benchA, 'answerSighting', { unitId: a, sightingId: asked.id, answer: 'same' });
    expect(await inside(a)).toMatchObject([{ id: drive.componentId }]);
    // where it came from is another machine now, and its bay is to be looked at
    expect((await unitRow(b)).version).toBeGreaterThan(before);
    expect(await gate(b)).toEqual([expect.stringContaining('nobody has said')]);
  });
  it('of another machine by its own serial it is refused, naming whose it is; a changed board is said', async () => {
    const [{ unitId: a }, { unitId: b, tag }] = (await lotWith(['desktop', 'desktop'])).units;
    await act(benchA, 'typeSpec', { unitId: b, key: 'serial', value: 'KEEP-4471' });
    const files = [
      {
        name: 'dmidecode.txt',
        text: 'Handle 0x0001, DMI type 1, 27 bytes\nSystem Information\n\tManufacturer: Aldermoor\n\tProduct Name: Keep T3\n\tSerial Number: KEEP-4471\n',
      },
      smart('sda', 'OF-B'),
    ];
    expect(await refusal(report(a, files))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining(tag),
    });
    expect(await inside(a)).toEqual([]);
    await report(a, files, { despite: true });
    expect(await inside(a)).toHaveLength(1);
  });
  it('two modules with fillers for serials stay two, and move nowhere', async () => {
    const [{ unitId: a }, { unitId: b }] = (await lotWith(['desktop', 'desktop'])).units;
    for (const filler of ['12345678', 'FFFFFFFF', 'SerNum0', '00000000']) {
      const module = (slot: string) =>
        `Handle 0x00${slot.slice(-1)}0, DMI type 17, 34 bytes\nMemory Device\n\tSize: 4096 MB\n\tForm Factor: DIMM\n\tLocator: ${slot}\n\tType: DDR3\n\tSpeed: 1600 MT/s\n\tSerial Number: ${filler}\n\n`;
      const text = `Handle 0x0010, DMI type 16, 15 bytes\nPhysical Memory Array\n\tNumber Of Devices: 4\n\n${module('DIMM1')}${module('DIMM2')}`;
      for (const unitId of [a, b]) await report(unitId, [{ name: 'dmidecode.txt', text }]);
      for (const unitId of [a, b]) {
        const parts = await database()
          .select()
          .from(components)
          .where(and(eq(components.unitId, unitId), eq(components.class, 'memory')));
        expect(parts).toHaveLength(2);
      }
    }
  });
});

describe('what is said of a drive’s data', () => {
  it('a loose drive that came back from its buyer holds data; one never handed over is as it was', async () => {
    for (const [command, after] of [
      ['partCameBack', shut],
      ['unsellPart', null],
    ] as const) {
      const unitId = await desktop();
      const { componentId } = await record(unitId, { serial: `${command}-1` });
      await erase(unitId, componentId);
      await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
      const sell = () =>
        refusal(act(benchA, 'sellPart', { componentId, priceMinor: 900, soldOn: '2026-11-26' }));
      expect(await sell()).toBeNull();
      await act(owner, command, { componentId, why: 'it clicks' });
      expect(await sell()).toEqual(after);
    }
  });
  it('"never held data" is the first thing said, and nothing speaks against it; else the owner vouches', async () => {
    const never = { kind: 'never', method: 'new' };
    const used = await desktop();
    const { componentId } = await record(used, {
      attributes: { kind: 'disk', gb: 320, hours: 20_000, usedGb: 212 },
    });
    const say = (more = {}, who = benchA) =>
      refusal(act(who, 'recordErasure', { unitId: used, componentId, ...never, ...more }));
    expect(await say()).toMatchObject({ code: 'refused', message: expect.stringContaining('20000 hours') });
    expect(await say({ why: 'x' })).toEqual(shut);
    expect(await say({}, owner)).toEqual(shut);
    expect(await say({ why: 'a test rig ran it, sealed since' }, owner)).toBeNull();
    const failed = await desktop();
    const disk = await record(failed, { serial: 'F-1' });
    await act(benchA, 'recordErasure', {
      unitId: failed,
      componentId: disk.componentId,
      kind: 'failed',
      methodId: 'disk-overwrite',
    });
    expect(
      await refusal(
        act(benchA, 'recordErasure', { unitId: failed, componentId: disk.componentId, ...never }),
      ),
    ).toMatchObject({ message: expect.stringContaining('an erasure of it failed') });
  });
  it('a wrong clock changes nothing: what comes after what is the sealed number’s to say', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    await erase(unitId, componentId);
    await counted(unitId, 1);
    // the clock stood a year ahead when it was erased, and was put right since
    await database()
      .update(erasures)
      .set({ at: new Date(Date.now() + 365 * 86_400_000) })
      .where(eq(erasures.componentId, componentId));
    expect(await list(unitId)).toBeNull();
    await act(benchA, 'sellUnit', { unitId, priceMinor: 900, soldOn: '2026-11-26' });
    await act(owner, 'returnSale', { unitId, refundMinor: 900, why: 'too loud' });
    await counted(unitId, 1);
    expect(await gate(unitId)).toEqual([expect.stringContaining('came back')]);
    const rows = await database().select().from(erasures).where(eq(erasures.componentId, componentId));
    expect(rows.every(({ eventSeq }) => eventSeq !== null)).toBe(true);
    const moves = await database().select().from(movements).where(eq(movements.componentId, componentId));
    expect(moves.every(({ eventSeq }) => eventSeq !== null)).toBe(true);
  });
  it('what kind of record it is follows from the way; of a drive of unknown kind only what does for all', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    const say = (id: string, more: Record<string, unknown>) =>
      refusal(act(benchA, 'recordErasure', { unitId, componentId: id, verified: 'seen', ...more }));
    expect(await say(componentId, { kind: 'destroyed', methodId: 'disk-overwrite' })).toEqual(shut);
    expect(await say(componentId, { kind: 'erased', methodId: 'disk-magnet' })).toEqual(shut);
    expect(await say(componentId, { kind: 'erased', method: 'wiped' })).toMatchObject({ code: 'invalid' });
    const unknown = await record(unitId, { name: 'a drive', serial: 'U-1', attributes: {} });
    expect(await say(unknown.componentId, { kind: 'erased', methodId: 'disk-overwrite' })).toEqual(shut);
    expect(await say(unknown.componentId, { kind: 'destroyed', methodId: 'disk-magnet' })).toEqual(shut);
    expect(
      await say(unknown.componentId, { kind: 'erased', methodId: 'disk-overwrite', medium: 'disk' }),
    ).toBeNull();
    const another = await record(unitId, { name: 'a drive', serial: 'U-2', attributes: {} });
    expect(await say(another.componentId, { kind: 'destroyed', methodId: 'destroy' })).toBeNull();
  });
  it('its serial stands while anything is said of its data under it', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    const rename = (serial: string) =>
      refusal(act(benchA, 'describePart', { componentId, serial, attributes: {} }));
    expect(await rename('BSL-2')).toBeNull();
    const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      unitId,
      componentId,
      ...ERASED,
    });
    expect(await rename('OTHER-9')).toEqual(shut);
    expect(await rename('bsl-2')).toBeNull();
    await act(benchA, 'takeBackErasure', { unitId, erasureId, why: 'it was the other drive' });
    expect(await rename('OTHER-9')).toBeNull();
  });
});

describe('one way out, whatever the command', () => {
  it('"not as said" takes no drive past the gate: neither one that was fitted nor one a report saw', async () => {
    const unitId = await desktop();
    const order = async () => {
      const { wantId } = await act<{ wantId: string }>(benchA, 'quotePart', {
        unitId,
        class: 'drive',
        name: '240 GB SSD 2.5 inch SATA',
        priceMinor: 1500,
        days: 2,
        condition: 'used',
      });
      await act(benchA, 'orderPart', { unitId, wantId, waits: false });
      const { componentId } = await act<{ componentId: string }>(benchA, 'partArrived', { unitId, wantId });
      return { wantId, componentId };
    };
    const back = (wantId: string) => refusal(act(benchA, 'lookedAtPart', { unitId, wantId, good: false }));
    // one that was only looked at is its seller's own
    expect(await back((await order()).wantId)).toBeNull();
    const fitted = await order();
    await act(benchA, 'fitPart', { unitId, componentId: fitted.componentId, despite: true });
    await act(benchA, 'takeBackParts', { unitId });
    expect(await back(fitted.wantId)).toEqual(shut);
  });
  it('quarantine holds drives: none is destroyed out of it, and nothing about their data is said or taken back', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      unitId,
      componentId,
      ...ERASED,
    });
    await act(benchA, 'setStage', { unitId, stage: 'quarantine' });
    for (const [name, more] of [
      ['recordErasure', { kind: 'destroyed', methodId: 'destroy' }],
      ['recordErasure', { kind: 'returned', method: 'x', handedTo: 'somebody' }],
      ['takeBackErasure', { erasureId, why: 'x' }],
      ['takePart', { to: 'bin' }],
      ['countDrives', { drives: 0 }],
    ] as const) {
      const input: Record<string, unknown> = { unitId, ...more };
      if (name !== 'countDrives' && name !== 'takeBackErasure') input.componentId = componentId;
      expect([name, await refusal(act(benchA, name, input))]).toEqual([name, shut]);
    }
    expect(await inside(unitId)).toHaveLength(1);
  });
  it('a machine of the shop’s, or a drive of it, goes back with its data to somebody who is named, or by the owner', async () => {
    const unitId = await desktop();
    const { componentId } = await record(unitId);
    expect(await refusal(act(benchA, 'endUnit', { unitId, as: 'returned' }))).toEqual(shut);
    const one = { unitId, componentId, kind: 'returned', method: 'handed over' };
    expect(await refusal(act(benchA, 'recordErasure', one))).toEqual(shut);
    expect(await refusal(act(benchA, 'recordErasure', { ...one, handedTo: 'the library' }))).toBeNull();
  });
  it('a customer’s machine is not plundered: what came in it is theirs from its arrival', async () => {
    const theirs = await desktop({ source: 'owner', priceMinor: 0 });
    const drive = await record(theirs);
    const { units: ours, lotId } = await lotWith(['desktop']);
    expect(
      await refusal(
        act(benchA, 'buildUnit', {
          lotId,
          chassis: 'desktop',
          parts: [{ componentId: drive.componentId }],
          despite: true,
        }),
      ),
    ).toMatchObject({ code: 'refused', message: expect.stringContaining('belongs to the owner') });
    await act(benchA, 'takePart', { unitId: theirs, componentId: drive.componentId, to: 'bin' });
    expect(
      await refusal(
        act(benchA, 'fitPart', { unitId: ours[0].unitId, componentId: drive.componentId, despite: true }),
      ),
    ).toEqual(shut);
    await report(theirs, [smart('sdb', 'THEIRS-2')]);
    const [reported] = await inside(theirs);
    expect(reported.ownerUnit).toBe(theirs);
    // their data goes by their word, and that stands with what was agreed
    expect(await refusal(act(benchA, 'setKeeps', { unitId: theirs, keeps: false }))).toEqual(shut);
    await act(benchA, 'setKeeps', { unitId: theirs, keeps: false, how: 'by telephone, 14:10' });
  });
});

describe('the one form of a serial', () => {
  it('is the same in the database and here', async () => {
    const unitId = await desktop();
    for (const serial of [
      'BSL 77',
      'bsl-77',
      ' a\u200bb\u00a0c ',
      'ＦＬ－１',
      'Ünï 9',
      'ß1',
      'x'.repeat(60),
    ]) {
      const { componentId } = await record(unitId, { serial });
      const [row] = await database().select().from(components).where(eq(components.id, componentId));
      expect(row.serialKey).toBe(serialKey(row.serial));
    }
  });
});

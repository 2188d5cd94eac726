import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { erasureRuns, erasures, units } from '@/db/schema';
import { certificateOf, checkCertificate } from '@/shop/erasure/certificate';
import { eraseRunsOf } from '@/shop/erasure/lane';
import { recordNow } from '@/shop/record/queries';
import {
  act,
  benchA,
  benchB,
  counted,
  ERASED,
  lotWith,
  openShop,
  owner,
  refusal,
  trainee,
  unitRow,
} from './shop';
import {
  bench,
  called,
  eraseRoutes,
  MB,
  OPEN,
  plant,
  runScript,
  saysThrough,
  tool,
  untilTyped,
  type LiveSystem,
} from './liveSystem';
import { served } from './served';
import { runs } from '../thorough';

openShop('erase');
const front = served(eraseRoutes);

const run = (token: string, place: LiveSystem, typed: string) => runScript(front.origin, token, place, typed);

/** A machine with a drive on record. */
async function machine(more: Record<string, unknown> = {}) {
  const { unitId } = (await lotWith(['desktop'])).units[0];
  await act(benchA, 'recordPart', {
    unitId,
    class: 'drive',
    name: 'Basalt disk',
    serial: 'BSL-77',
    attributes: { kind: 'disk', gb: 0.001 },
    ...more,
  });
  await counted(unitId);
  const { inside } = (await recordNow(database(), await unitRow(unitId))).drives;
  return { unitId, componentId: inside[0].part.id };
}
const gate = async (unitId: string) => (await recordNow(database(), await unitRow(unitId))).dataFaults;
const ask = (unitId: string, componentId: string, more: Record<string, unknown> = {}) =>
  act<{ run: string; token: string }>(benchA, 'startErasure', {
    unitId,
    componentId,
    methodId: 'disk-overwrite',
    ...more,
  });

/** Asked for, typed on the unit, confirmed at the bench, through. */
async function whole(
  place: LiveSystem,
  more: Record<string, unknown> = {},
  at?: { unitId: string; componentId: string },
) {
  const { unitId, componentId } = at ?? (await machine());
  const { run: id, token } = await ask(unitId, componentId, more);
  const going = run(token, place, 'BSL-77');
  await untilTyped(id);
  await act(benchB, 'confirmErasure', { unitId, run: id, serial: 'BSL-77' });
  return { unitId, componentId, id, ...(await going) };
}

describe('an erasure by the unit’s own script', () => {
  it('every sector is written and read back, the other drive is not touched, and the gate opens', async () => {
    const place = await bench([
      { name: 'sda', serial: 'BSL-77', size: 5 * MB + 512 * 7 },
      { name: 'sdb', serial: 'OTHER-1', size: 2 * MB },
    ]);
    const { unitId, out, code } = await whole(place);
    expect(out).toContain('Erased: every sector that was read back is empty');
    expect(code).toBe(0);
    expect(place.drive('sda').every((byte) => byte === 0)).toBe(true);
    expect(place.drive('sda')).toHaveLength(5 * MB + 512 * 7);
    expect(place.drive('sdb').every((byte) => byte === 0xa5)).toBe(true);
    expect(await gate(unitId)).toEqual([]);
    const rows = await database()
      .select()
      .from(erasures)
      .where(eq(erasures.unitId, unitId))
      .orderBy(erasures.at);
    expect(rows.map(({ kind }) => kind)).toEqual(['begun', 'erased']);
    const sectors = (5 * MB) / 512 + 7;
    expect(rows[1]).toMatchObject({
      method: 'Overwrite (clear)',
      told: {
        methodId: 'disk-overwrite',
        level: 'clear',
        machine: {
          serial: 'BSL-77',
          tool: expect.stringMatching(/^dd/),
          askedBy: 'Bench A',
          confirmedBy: 'Bench B',
          result: { through: true, sectors, checked: sectors, wrong: 0, unwritten: 0, left: 0, unread: 0 },
        },
      },
    });
    expect(rows[1].eventSeq).toBeGreaterThan(0);
  });
  it('a sample is read where it was asked for, a tenth of it', async () => {
    const size = runs(MB, MB / 4);
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size }]);
    const at = await machine({ attributes: { kind: 'disk', gb: size / 1e9 } });
    const { unitId, code, out } = await whole(place, { whole: false }, at);
    expect(code, out).toBe(0);
    const [row] = await database()
      .select()
      .from(erasures)
      .where(eq(erasures.kind, 'erased'))
      .orderBy(erasures.at)
      .then((all) => all.filter((own) => own.unitId === unitId));
    const { result, expected } = row.told.machine!;
    expect(result.read).toBe(expected);
    expect(result.read).toBeGreaterThanOrEqual(size / 512 / 10);
    expect(result.read).toBeLessThan(size / 512 / 4);
    expect(place.drive('sda').every((byte) => byte === 0)).toBe(true);
  });
  it.each([
    // the tool said it had written the whole piece around them
    ['lies', 'did not hold what was written on them just before', 32],
    ['read', 'did not hold what was written on them just before', 3],
  ] as const)(
    'bad sectors planted (%s): counted one by one, and the gate stays shut',
    async (way, words, many) => {
      const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 2 * MB + 32 * 512 }]);
      // in the second of its pieces, a short one
      plant(place.root, 4_101, 4_104, way);
      const { unitId, out, code } = await whole(place);
      expect(code).toBe(1);
      expect(out).toContain(`NOT erased: ${many} sectors ${words}`);
      expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
      // nor does a system put on it open it
      await act(benchA, 'recordSystem', {
        unitId,
        system: 'a light free system',
        licence: 'free',
        activated: 'not needed',
      });
      expect(await gate(unitId)).toHaveLength(1);
      expect(
        await refusal(act(benchA, 'listUnit', { unitId, askMinor: 1000, as: 'as found' })),
      ).toMatchObject({ code: 'refused' });
    },
  );
  it('half a drive with data left is found by the sample too', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB / 8 }]);
    plant(place.root, 131, 250, 'lies');
    const { out, unitId } = await whole(place, { whole: false });
    expect(out).toContain('did not hold what was written');
    expect(await gate(unitId)).toHaveLength(1);
  });
  it('a drive that shows less than it holds is not called erased', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 2 * MB }]);
    const at = await machine({ name: 'Basalt 320, 320 GB disk', attributes: { kind: 'disk', gb: 320 } });
    const { out } = await whole(place, {}, at);
    expect(out).toContain('part of it may be hidden');
    expect(await gate(at.unitId)).toHaveLength(1);
  });
});

describe('what the drive does by itself', () => {
  const solid = async (attributes: Record<string, string>) => {
    const at = await machine();
    await act(benchA, 'describePart', { componentId: at.componentId, attributes });
    return at;
  };
  it('NVMe: formatted with user data erase, then read back', async () => {
    const place = await bench([{ name: 'nvme0n1', serial: 'BSL-77', size: 2 * MB }]);
    const drive = join(place.dev, 'nvme0n1');
    tool(
      place.root,
      'nvme',
      `[ "$1" = format ] && /bin/dd if=/dev/zero of=${place.image('nvme0n1')} bs=1M count=2 conv=notrunc 2>/dev/null; exit 0`,
    );
    const at = await solid({ kind: 'solid', bus: 'NVMe' });
    const { out, unitId } = await whole(place, { methodId: 'nvme-format' }, at);
    expect(out).toContain('Erased:');
    expect(called(place.root)).toContain(`format ${drive} --ses=1 --force`);
    const rows = await database().select().from(erasures).where(eq(erasures.unitId, unitId));
    expect(rows.find(({ kind }) => kind === 'erased')).toMatchObject({
      method: 'Format NVM, user data erase (SES 1) (purge)',
      told: { level: 'purge', medium: 'nvme', machine: { tool: expect.stringMatching(/^nvme/) } },
    });
  });
  it('a drive that says it did and did not is found out by reading back', async () => {
    const place = await bench([{ name: 'nvme0n1', serial: 'BSL-77', size: 2 * MB }]);
    tool(place.root, 'nvme', 'exit 0');
    const at = await solid({ kind: 'solid', bus: 'NVMe' });
    const { out } = await whole(place, { methodId: 'nvme-format' }, at);
    expect(out).toContain('NOT erased');
    expect(await gate(at.unitId)).toHaveLength(1);
  });
  it('a drive that refuses is not erased', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    tool(place.root, 'hdparm', 'exit 1');
    const at = await solid({ kind: 'solid', bus: 'SATA' });
    const { out } = await whole(place, { methodId: 'solid-sanitize' }, at);
    expect(out).toContain('The drive refused it.');
    expect(called(place.root)).toContain(`--yes-i-know-what-i-am-doing --sanitize-block-erase ${OPEN}`);
    expect(await gate(at.unitId)).toEqual([expect.stringContaining('could not be erased')]);
  });
  it('SATA: sanitized, waited for, then read back', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    const drive = place.image('sda');
    tool(
      place.root,
      'hdparm',
      `case "$1" in -*version|-I|-N|--dco*) ;; --sanitize-status)
  if [ -e ${place.root}/twice ]; then echo 'State: SD0 Sanitize Idle'; echo 'Last Sanitize Operation Completed Without Error'; else : > ${place.root}/twice; echo 'Sanitize in process'; fi ;;
  *) /bin/dd if=/dev/zero of=${drive} bs=1M count=1 conv=notrunc 2>/dev/null ;; esac`,
    );
    const at = await solid({ kind: 'solid', bus: 'SATA' });
    const { out } = await whole(place, { methodId: 'solid-sanitize' }, at);
    expect(out).toContain('Erased:');
    expect(called(place.root).filter((line) => line.startsWith('--sanitize-status'))).toHaveLength(3);
    expect(await gate(at.unitId)).toEqual([]);
  });
});

describe('by a password of the drive’s own, or its sanitize', () => {
  const state = (frozen: string, enabled: string) =>
    `Security:\n\tMaster password revision code = 65534\n\t\tsupported\n\t${enabled}enabled\n\tnot\tlocked\n\t${frozen}frozen\n`;
  /** A drive that erases itself to this byte throughout. */
  const filled = (drive: string, byte: string) =>
    `head -c $(wc -c < ${drive}) /dev/zero | tr '\\000' '\\${byte}' | /bin/dd of=${drive} bs=1M conv=notrunc 2>/dev/null`;
  const hdparm = (place: LiveSystem, says: string, does: string) => {
    writeFileSync(join(place.root, 'says'), says);
    tool(
      place.root,
      'hdparm',
      `case "$1 $3" in "-I "*) cat ${place.root}/says ;; *security-erase*) ${does} ;; esac`,
    );
  };
  const solid = async () => {
    const at = await machine();
    await act(benchA, 'describePart', {
      componentId: at.componentId,
      attributes: { kind: 'solid', bus: 'SATA' },
    });
    return at;
  };
  const untouched = (place: LiveSystem) => place.drive('sda').every((byte) => byte === 0xa5);

  it.each([
    ['nothing', '000'],
    ['ones', '377'],
  ])(
    'security erase: the password is set, the drive blanks itself to %s, and that is read back',
    async (_, byte) => {
      const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 2 * MB }]);
      hdparm(place, state('not\t', 'not\t'), filled(place.image('sda'), byte));
      const at = await solid();
      const { out } = await whole(place, { methodId: 'solid-security' }, at);
      expect(out).toContain('Erased:');
      expect(called(place.root).filter((line) => line.startsWith('--user'))).toEqual([
        `--user-master u --security-set-pass omni ${OPEN}`,
        `--user-master u --security-erase omni ${OPEN}`,
      ]);
      expect(await gate(at.unitId)).toEqual([]);
    },
  );
  it('a disk is asked for the enhanced one', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    hdparm(place, state('not\t', 'not\t'), filled(place.image('sda'), '000'));
    expect((await whole(place, { methodId: 'disk-security' })).out).toContain('Erased:');
    expect(called(place.root).join()).toContain('--security-erase-enhanced omni');
  });
  it('half ones and half nothing is not called empty', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 2 * MB }]);
    const drive = place.image('sda');
    const half = `; /bin/dd if=/dev/zero of=${drive} bs=1M seek=1 count=1 conv=notrunc 2>/dev/null`;
    hdparm(place, state('not\t', 'not\t'), filled(drive, '377') + half);
    const at = await solid();
    expect((await whole(place, { methodId: 'solid-security' }, at)).out).toContain('still hold data');
    expect(await gate(at.unitId)).toHaveLength(1);
  });
  it('ones that an overwrite left behind are data', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB / 4 }]);
    execFileSync('sh', ['-c', filled(place.image('sda'), '377')]);
    plant(place.root, 0, 512, 'lies');
    expect((await whole(place)).out).toContain('did not hold what was written');
  });
  it.each([
    ['frozen', state('', 'not\t'), 'The drive is frozen'],
    ['locked by a password of somebody else', state('not\t', ''), 'A password of somebody else'],
    ['silent about itself', '', 'The drive is frozen'],
  ])('one that is %s is left as it is', async (_, says, words) => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    hdparm(place, says, 'exit 0');
    const at = await solid();
    const { out } = await whole(place, { methodId: 'solid-security' }, at);
    expect(out).toContain(words);
    expect(out).toContain('NOT erased');
    expect(called(place.root).filter((line) => line.includes('set-pass'))).toEqual([]);
    expect(untouched(place)).toBe(true);
    expect(await gate(at.unitId)).toHaveLength(1);
  });
  it('one that refuses has its password taken away again', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    hdparm(place, state('not\t', 'not\t'), 'exit 5');
    const at = await solid();
    expect((await whole(place, { methodId: 'solid-security' }, at)).out).toContain('The drive refused it.');
    expect(called(place.root).join()).toContain('--security-disable omni');
    expect(await gate(at.unitId)).toHaveLength(1);
  });
  it('behind a USB bridge no password is set', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB, usb: true }]);
    hdparm(place, state('not\t', 'not\t'), 'exit 0');
    const at = await solid();
    expect((await whole(place, { methodId: 'solid-security' }, at)).out).toContain('Not over a USB bridge');
    expect(untouched(place)).toBe(true);
  });
  it.each([
    ['0x101', 'Erased:', 0],
    ['0x103', 'The drive refused it.', 1],
  ])('NVMe sanitize is waited for; it ends with %s', async (status, words, shut) => {
    const place = await bench([{ name: 'nvme0n1', serial: 'BSL-77', size: MB }]);
    const drive = join(place.dev, 'nvme0n1');
    tool(
      place.root,
      'nvme',
      `case "$1" in sanitize) ${filled(place.image('nvme0n1'), '000')} ;;
  sanitize-log) if [ -e ${place.root}/twice ]; then now=${status}; else now=0x102; : > ${place.root}/twice; fi
    echo "Sanitize Progress                      (SPROG) :  65535"; echo "Sanitize Status                        (SSTAT) :  $now" ;; esac`,
    );
    const at = await machine();
    await act(benchA, 'describePart', {
      componentId: at.componentId,
      attributes: { kind: 'solid', bus: 'NVMe' },
    });
    const { out } = await whole(place, { methodId: 'nvme-sanitize' }, at);
    expect(out).toContain(words);
    expect(called(place.root)).toContain(`sanitize ${drive} --sanact=2`);
    expect(called(place.root).filter((line) => line.startsWith('sanitize-log'))).toHaveLength(2);
    expect(await gate(at.unitId)).toHaveLength(shut);
  });
});

describe('before anything is written', () => {
  const untouched = (place: LiveSystem, name = 'sda') => place.drive(name).every((byte) => byte === 0xa5);
  const drive = { name: 'sda', serial: 'BSL-77', size: MB, parts: ['sda1'] };
  it.each([
    ['mounted', { mounts: 'DEV/sda1 /media/x ext4 rw 0 0\n' }, 'is mounted'],
    ['swapped on', { swaps: 'Filename Type\nDEV/sda1 partition 1 0 -2\n' }, 'is swap'],
    ['booted from', { cmdline: 'quiet root=/dev/sda1' }, 'was started from'],
    ['held by a volume', { holders: 'dm-0' }, 'is held by dm-0'],
  ])('a drive that is %s is refused', async (_, more, words) => {
    const place = await bench([drive], more);
    const { unitId, componentId } = await machine();
    const { run: id, token } = await ask(unitId, componentId);
    const { out, code } = await run(token, place, 'BSL-77');
    expect(out).toContain(words);
    expect(code).toBe(1);
    expect(untouched(place)).toBe(true);
    expect((await eraseRunsOf({ unitId }))[0]).toMatchObject({ id, state: 'asked' });
  });
  it('a drive the system was started from by its name alone, as one that runs from memory, is refused', async () => {
    const place = await bench([drive], { cmdline: 'quiet root=UUID=1b2c-77 toram' });
    tool(place.root, 'lsblk', 'case "$*" in *UUID*sda1) echo 1b2c-77 ;; esac');
    const { unitId, componentId } = await machine();
    const { out } = await run((await ask(unitId, componentId)).token, place, 'BSL-77');
    expect(out).toContain('this system was started from sda1');
    expect(untouched(place)).toBe(true);
  });
  it('so is a removable one', async () => {
    const place = await bench([{ ...drive, removable: true }]);
    const { unitId, componentId } = await machine();
    const { out } = await run((await ask(unitId, componentId)).token, place, 'BSL-77');
    expect(out).toContain('it is removable');
    expect(untouched(place)).toBe(true);
  });
  it.each([
    ['', 'Nothing was typed'],
    ['BSL-7', 'No drive of this machine has that serial'],
  ])('typed "%s": %s', async (typed, words) => {
    const place = await bench([drive]);
    const { unitId, componentId } = await machine();
    const { out } = await run((await ask(unitId, componentId)).token, place, typed);
    expect(out).toContain(words);
    expect(untouched(place)).toBe(true);
  });
  it('another drive of the machine, not the one it was asked for, is refused by the shop', async () => {
    const place = await bench([drive, { name: 'sdb', serial: 'UNLISTED-9', size: MB }]);
    const { unitId, componentId } = await machine();
    const { out } = await run((await ask(unitId, componentId)).token, place, 'UNLISTED-9');
    expect(out).toContain('Refused: Not this one');
    expect(untouched(place)).toBe(true);
    expect(untouched(place, 'sdb')).toBe(true);
  });
  it('two drives that show one serial are refused', async () => {
    const place = await bench([drive, { name: 'sdb', serial: 'BSL-77', size: MB }]);
    const { unitId, componentId } = await machine();
    const { out } = await run((await ask(unitId, componentId)).token, place, 'BSL-77');
    expect(out).toContain('Two drives show that serial');
    expect(untouched(place) && untouched(place, 'sdb')).toBe(true);
  });
  it('given up at the bench before it was confirmed: nothing is written, and the gate is as it was', async () => {
    const place = await bench([drive]);
    const { unitId, componentId } = await machine();
    const before = await gate(unitId);
    const { run: id, token } = await ask(unitId, componentId);
    const going = run(token, place, 'BSL-77');
    await untilTyped(id);
    await act(benchA, 'dropErasure', { unitId, run: id });
    expect((await going).out).toContain('Given up at the bench: nothing was written.');
    expect(untouched(place)).toBe(true);
    expect(await gate(unitId)).toEqual(before);
  });
  it('only the typed serial can be confirmed, by somebody who may', async () => {
    const { unitId, componentId } = await machine();
    const { run: id, token } = await ask(unitId, componentId);
    const confirm = (own: string, who = benchA) =>
      refusal(act(who, 'confirmErasure', { unitId, run: id, serial: own }));
    expect(await confirm('BSL-77')).toMatchObject({ message: expect.stringContaining('nobody has typed') });
    const say = (own: string) =>
      fetch(`${front.origin}/e/${token}/serial`, {
        method: 'POST',
        body: JSON.stringify({ device: '/dev/sda', serial: own, model: '', sectors: 2048 }),
      });
    expect((await say('OTHER')).status).toBe(422);
    expect((await say('BSL-77')).status).toBe(200);
    expect(await confirm('BSL-78')).toMatchObject({ code: 'refused' });
    expect(await confirm('BSL-77', trainee)).toMatchObject({ code: 'forbidden' });
    // a script that says it is through before anybody confirmed it
    const early = await fetch(`${front.origin}/e/${token}/end`, {
      method: 'POST',
      body: JSON.stringify({
        result: {
          through: true,
          sectors: 1,
          unwritten: 0,
          checked: 1,
          wrong: 0,
          hidden: 0,
          read: 1,
          unread: 0,
          left: 0,
        },
      }),
    });
    expect(early.status).toBe(422);
    expect(await gate(unitId)).toHaveLength(1);
    expect(await confirm('BSL-77')).toBeNull();
    expect(await confirm('BSL-77')).toMatchObject({ code: 'conflict' });
  });
  it('a drive without a serial, one whose data stays, and a way the script does not know are refused', async () => {
    const { unitId, componentId } = await machine();
    expect(await refusal(ask(unitId, componentId, { methodId: 'disk-magnet' }))).toMatchObject({
      code: 'refused',
    });
    expect(await refusal(ask(unitId, componentId, { methodId: 'constructor' }))).toMatchObject({
      code: 'refused',
    });
    await database().update(units).set({ keeps: true }).where(eq(units.id, unitId));
    expect(await refusal(ask(unitId, componentId))).toMatchObject({
      message: expect.stringContaining('stay'),
    });
    const bare = (await lotWith(['desktop'])).units[0].unitId;
    await act(benchA, 'recordPart', { unitId: bare, class: 'drive', name: 'no name', serial: '' });
    const part = (await recordNow(database(), await unitRow(bare))).drives.inside[0].part.id;
    expect(await refusal(ask(bare, part))).toMatchObject({ message: expect.stringContaining('no serial') });
  });
});

describe('interrupted', () => {
  it('from the moment it is confirmed the gate is shut, whatever stood before, until one ends well', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    const { unitId, componentId } = await machine();
    await act(benchA, 'recordErasure', {
      unitId,
      componentId,
      ...ERASED,
    });
    expect(await gate(unitId)).toEqual([]);
    const { run: id, token } = await ask(unitId, componentId);
    await fetch(`${front.origin}/e/${token}/serial`, {
      method: 'POST',
      body: JSON.stringify({ device: '/dev/sda', serial: 'BSL-77', model: '', sectors: 2048 }),
    });
    expect(await gate(unitId)).toEqual([]);
    await act(benchA, 'confirmErasure', { unitId, run: id, serial: 'BSL-77' });
    expect(await gate(unitId)).toEqual([expect.stringContaining('was being erased')]);
    await act(benchA, 'dropErasure', { unitId, run: id });
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
    // the record of a failed erasure can be checked like any other
    const [failed] = await database()
      .select()
      .from(erasures)
      .where(and(eq(erasures.unitId, unitId), eq(erasures.kind, 'failed')));
    const shop = { name: 'Saltmarsh Reuse', timeZone: 'UTC' };
    const paper = await certificateOf(failed.id, shop, 'http://shop.test');
    expect(await checkCertificate(paper.number, paper.hash.slice(0, 32))).toMatchObject({
      agrees: true,
      title: 'Record of a failed erasure',
    });
    const again = await fetch(`${front.origin}/e/${token}/at`).then((answer) => answer.json());
    expect(again).toEqual({ say: 'stop' });
    await whole(place, {}, { unitId, componentId });
    expect(await gate(unitId)).toEqual([]);
  });
  it('the end told twice is on record once', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    const { unitId, componentId } = await machine();
    const { run: id, token } = await ask(unitId, componentId);
    const going = run(token, place, 'BSL-77');
    await untilTyped(id);
    await act(benchB, 'confirmErasure', { unitId, run: id, serial: 'BSL-77' });
    await going;
    const count = () => database().$count(erasures, eq(erasures.unitId, unitId));
    expect(await count()).toBe(2);
    const again = await saysThrough(front.origin, token, id, { result: { unwritten: 9 } });
    expect(await again.json()).toMatchObject({ erased: true });
    expect(await count()).toBe(2);
  });
});

describe('a drive that is not what it was', () => {
  const untouched = (place: LiveSystem, name: string) => place.drive(name).every((byte) => byte === 0xa5);
  /** A dd that does something once when it is to write from this megabyte on. */
  const when = (place: LiveSystem, megabyte: number, does: string) => {
    writeFileSync(
      join(place.root, 'bin/dd'),
      `#!/bin/sh
case "$*" in *bs=1048576*seek=${megabyte}\\ *) [ -e ${place.root}/once ] || { : > ${place.root}/once; ${does}; } ;; esac
exec /bin/dd "$@"
`,
    );
    chmodSync(join(place.root, 'bin/dd'), 0o755);
  };
  it('fell off the bus while it was written: no certificate, and nothing is made in its place', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 12 * MB }]);
    when(place, 4, `rm -rf ${place.root}/dev/sda ${place.sys('sda')}`);
    const { unitId, out, code } = await whole(place);
    expect(code).toBe(1);
    expect(out).toContain('The drive went away');
    expect(out).toContain('NOT erased: it was stopped before its end');
    expect(existsSync(join(place.dev, 'sda'))).toBe(false);
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
    const [failed] = await database()
      .select()
      .from(erasures)
      .where(and(eq(erasures.unitId, unitId), eq(erasures.kind, 'failed')));
    expect(failed.told.machine?.notes?.join()).toContain('went away');
  });
  it('gave its name to another one while it was written: not a sector of the other is touched', async () => {
    const place = await bench([
      { name: 'sda', serial: 'BSL-77', size: 12 * MB },
      { name: 'sdb', serial: 'OTHER-1', size: 12 * MB },
    ]);
    const [one, two] = [place.sys('sda'), place.sys('sdb')];
    when(
      place,
      4,
      `mv ${place.dev}/sdb ${place.dev}/sda; cat ${two}/diskseq > ${one}/diskseq; cat ${two}/device/serial > ${one}/device/serial`,
    );
    const { unitId, out } = await whole(place);
    expect(out).toContain('another one came');
    expect(untouched(place, 'sdb')).toBe(true);
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
  });
  it('refuses one sector and still reads it: that sector is counted, its neighbours are written', async () => {
    const bad = 4_203;
    const place = await bench([
      { name: 'sda', serial: 'BSL-77', size: 2.25 * MB, odd: { refuses: [bad * 512, bad * 512 + 512] } },
    ]);
    const { unitId, out } = await whole(place);
    expect(out).toMatch(/NOT erased: 1 sectors could not be written; 1 sectors did not hold/);
    expect(await gate(unitId)).toEqual([expect.stringContaining('could not be erased')]);
    const full = new Set<number>();
    place.drive('sda').forEach((byte, n) => byte !== 0 && full.add(Math.floor(n / 512)));
    expect([...full]).toEqual([bad]);
  });
  it('is smaller than it says and repeats itself: the pattern is not where it was written', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: 2 * MB, odd: { wraps: MB } }]);
    const { unitId, out } = await whole(place);
    expect(out).toMatch(/NOT erased: \d+ sectors did not hold what was written on them just before/);
    expect(await gate(unitId)).toHaveLength(1);
  });
  it('is open for somebody else alone: nothing is written', async () => {
    const place = await bench([{ name: 'sda', serial: 'BSL-77', size: MB }]);
    const hold = spawn('perl', [
      '-MFcntl',
      '-e',
      '$|=1; sysopen(D,$ARGV[0],O_RDWR|O_EXCL) or die; print "held"; sleep 60',
      place.loops[0],
    ]);
    await new Promise((resolve) => hold.stdout.once('data', resolve));
    try {
      const { unitId, componentId } = await machine();
      const { out } = await run((await ask(unitId, componentId)).token, place, 'BSL-77');
      expect(out).toContain('something else has it open');
      expect(untouched(place, 'sda')).toBe(true);
    } finally {
      hold.kill();
    }
  });
});

describe('what the script says is held against what can be', () => {
  /** Asked for, typed and confirmed, of a drive that shows so many sectors. */
  async function confirmed(sectors: number, attributes: Record<string, string | number>) {
    const { unitId, componentId } = await machine({ attributes });
    const { run: id, token } = await ask(unitId, componentId);
    await fetch(`${front.origin}/e/${token}/serial`, {
      method: 'POST',
      body: JSON.stringify({ device: '/dev/sda', serial: 'bsl - 77', model: '', sectors }),
    });
    await act(benchB, 'confirmErasure', { unitId, run: id, serial: 'BSL-77' });
    return { unitId, componentId, id, token };
  }
  const ends = async (open: { id: string; token: string }, more = {}) =>
    (await (await saysThrough(front.origin, open.token, open.id, more)).json()) as {
      erased: boolean;
      words: string;
    };
  it('500 GB written and read back in the time it takes to say so', async () => {
    const open = await confirmed(976_773_168, { kind: 'disk', gb: 500 });
    expect(await ends(open)).toMatchObject({
      erased: false,
      words: expect.stringContaining('no drive of its kind'),
    });
    expect(await gate(open.unitId)).toHaveLength(1);
  });
  it('what was read back at places the shop drew is not its pattern', async () => {
    const open = await confirmed(2_048, { kind: 'disk', gb: 0.001 });
    expect(await ends(open, { proof: 'ab'.repeat(32) })).toMatchObject({
      erased: false,
      words: expect.stringContaining('not what the shop’s key makes'),
    });
  });
  it('a serial with blanks, or in small letters, is the same serial', async () => {
    const open = await confirmed(2_048, { kind: 'disk', gb: 0.001 });
    expect(await ends(open)).toMatchObject({ erased: true });
    expect(await gate(open.unitId)).toEqual([]);
  });
  it('nobody has said what kind of drive it is, or how much it holds: it is not begun', async () => {
    for (const attributes of [{ gb: 0.001 }, { kind: 'disk' }]) {
      const { unitId, componentId } = await machine({ attributes, name: 'a drive' });
      expect(await refusal(ask(unitId, componentId))).toMatchObject({
        code: 'refused',
        message: expect.stringContaining('say first'),
      });
    }
  });
  it('what is written down of a drive by hand ends what a script is doing to it; what the script says then opens nothing', async () => {
    const open = await confirmed(2_048, { kind: 'disk', gb: 0.001 });
    await act(benchA, 'recordErasure', {
      unitId: open.unitId,
      componentId: open.componentId,
      kind: 'failed',
      methodId: 'disk-overwrite',
    });
    const [run] = await database()
      .select({ ending: erasureRuns.ending })
      .from(erasureRuns)
      .where(eq(erasureRuns.componentId, open.componentId));
    expect(run.ending).toBe('overtaken');
    expect(await ends(open)).toMatchObject({ erased: false });
    expect(await gate(open.unitId)).toEqual([expect.stringContaining('could not be erased')]);
  });
  it('erased by hand, sold and back meanwhile: the old erasure opens nothing', async () => {
    const open = await confirmed(2_048, { kind: 'disk', gb: 0.001 });
    await act(benchA, 'recordErasure', { unitId: open.unitId, componentId: open.componentId, ...ERASED });
    expect(await gate(open.unitId)).toEqual([]);
    await act(benchA, 'listUnit', { unitId: open.unitId, askMinor: 900, as: 'as found' });
    await act(benchA, 'sellUnit', { unitId: open.unitId, priceMinor: 900, soldOn: '2026-11-26' });
    await act(owner, 'returnSale', { unitId: open.unitId, refundMinor: 900, why: 'dead on arrival' });
    expect(await ends(open)).toMatchObject({ erased: false });
    expect(await gate(open.unitId)).toEqual([
      expect.stringContaining('came back'),
      expect.stringContaining('nobody has counted'),
    ]);
  });
});

describe('what was put on record by hand', () => {
  it('is taken back as if it had not been, and the gate with it', async () => {
    const { unitId, componentId } = await machine();
    const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
      unitId,
      componentId,
      kind: 'erased',
      methodId: 'disk-overwrite',
      verified: 'read back',
    });
    expect(await gate(unitId)).toEqual([]);
    await act(benchA, 'takeBackErasure', { unitId, erasureId, why: 'it was the drive beside it' });
    expect(await gate(unitId)).toHaveLength(1);
    expect(await refusal(act(benchA, 'takeBackErasure', { unitId, erasureId, why: 'again' }))).toMatchObject({
      code: 'missing',
    });
  });
  it('a way for another medium is refused', async () => {
    const { unitId, componentId } = await machine();
    await act(benchA, 'describePart', { componentId, attributes: { kind: 'solid', bus: 'SATA' } });
    expect(
      await refusal(
        act(benchA, 'recordErasure', {
          unitId,
          componentId,
          kind: 'erased',
          methodId: 'disk-magnet',
          verified: 'seen',
        }),
      ),
    ).toMatchObject({ code: 'refused' });
  });
  it('a clone shuts the gate, our own image opens it', async () => {
    const { unitId, componentId } = await machine();
    await act(benchA, 'recordErasure', { unitId, componentId, kind: 'never', method: 'new' });
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'clone-drive' });
    await act(benchA, 'finishWork', { unitId, workId });
    expect(await gate(unitId)).toEqual([expect.stringContaining('written with a clone')]);
    await act(benchA, 'recordErasure', { unitId, componentId, kind: 'image', method: 'house image 4' });
    expect(await gate(unitId)).toEqual([]);
  });
});

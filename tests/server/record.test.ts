import fc from 'fast-check';
import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { rubric } from '@/catalog/worth/rubric';
import { testsFor } from '@/core/grade/rubric';
import { database } from '@/db/client';
import { observations, sales } from '@/db/schema';
import { lotBooks } from '@/shop/ledger/lot';
import { bookOf } from './shop';
import { recordNow } from '@/shop/record/queries';
import { listingOf, passportOf } from '@/shop/sales/papers';
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
  specOf,
  unitRow,
} from './shop';
import { runs } from '../thorough';

openShop('record');

const RULES = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};
const one = async (chassis: 'laptop' | 'small' | 'desktop' = 'small') => (await lotWith([chassis])).units[0];
const gate = async (id: string) => (await recordNow(database(), await unitRow(id))).dataFaults;

async function graded(unitId: string): Promise<{ grade: string }> {
  const { chassis } = await unitRow(unitId);
  for (const test of testsFor(rubric, chassis))
    await act(benchB, 'recordTest', {
      unitId,
      test: test.id,
      result: test.id === 'optical' ? 'absent' : 'pass',
    });
  for (const [key, value] of [
    ['topCelsius', '71'],
    ['processor', 'Corvid C4-620'],
    ['memoryGb', '8 GB'],
    ...(chassis === 'laptop' ? [['batteryHealth', '90']] : []),
  ])
    await act(benchB, 'typeSpec', { unitId, key, value });
  return act(benchB, 'giveGrade', { unitId });
}
const list = (unitId: string) => act(benchB, 'listUnit', { unitId, askMinor: 9_000 });
const part = (input: Record<string, unknown>) =>
  act<{ componentId: string; code: string }>(benchA, 'receivePart', input);
async function withDrive(chassis: 'laptop' | 'small' = 'small') {
  const unit = await one(chassis);
  const drive = await act<{ componentId: string; code: string }>(benchA, 'recordPart', {
    unitId: unit.unitId,
    class: 'drive',
    name: 'Basalt 320',
    serial: `BS-${unit.tag}`,
    attributes: { kind: 'disk', gb: 320 },
  });
  return { ...unit, drive };
}
const erase = (unitId: string, componentId: string, methodId = 'disk-overwrite') =>
  act(benchA, 'recordErasure', { unitId, componentId, ...ERASED, methodId });
async function work(unitId: string, ref: string, helped?: boolean) {
  const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref });
  await act(benchA, 'finishWork', {
    unitId,
    workId,
    ...(helped !== undefined && { ended: helped ? 'helped' : 'no-change' }),
  });
}

describe('no machine leaves with a drive nobody has accounted for', () => {
  it('"bay empty" answered, taken back, graded: it is not listed', async () => {
    const { unitId } = await one();
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    expect(await gate(unitId)).toEqual([]);
    await act(benchA, 'voidObservation', { unitId });
    expect((await specOf(unitId)).text('driveKind')).toBeNull();
    await graded(unitId);
    expect(await refusal(list(unitId))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('nobody has said'),
    });
  });
  it('nor is it sent away by hand, nor its drive scrapped or handed back, before there is a record', async () => {
    const { unitId, drive } = await withDrive();
    for (const to of ['scrap', 'returned'])
      expect(
        await refusal(act(benchA, 'takePart', { unitId, componentId: drive.componentId, to })),
      ).toMatchObject({ code: 'refused' });
    expect(await refusal(act(owner, 'endUnit', { unitId, as: 'recycled' }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining(drive.code),
    });
    await erase(unitId, drive.componentId);
    expect(await refusal(act(owner, 'endUnit', { unitId, as: 'recycled' }))).toBeNull();
  });
  it('a drive cloned onto after its erasure holds somebody’s data again, in whatever machine it lies by then; a fresh system does not', async () => {
    const { unitId, drive } = await withDrive();
    await counted(unitId);
    await erase(unitId, drive.componentId);
    await work(unitId, 'system-install');
    expect(await gate(unitId)).toEqual([]);
    await work(unitId, 'clone-drive');
    expect(await gate(unitId)).toEqual([expect.stringContaining('clone')]);
    const other = await one();
    await counted(other.unitId, 0);
    await act(benchA, 'takePart', { unitId, componentId: drive.componentId, to: 'bin' });
    await act(benchA, 'fitPart', { unitId: other.unitId, componentId: drive.componentId });
    expect(await gate(other.unitId)).toEqual([expect.stringContaining('clone')]);
    await erase(other.unitId, drive.componentId);
    expect(await gate(other.unitId)).toEqual([]);
  });
  it('a new drive needs a record that says so, not an erasure', async () => {
    const { unitId } = await one();
    const { componentId } = await part({
      class: 'drive',
      name: 'Flint S120',
      attributes: { kind: 'solid', gb: 120 },
    });
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    await act(benchA, 'fitPart', { unitId, componentId });
    expect(await gate(unitId)).toHaveLength(1);
    await act(benchA, 'recordErasure', {
      unitId,
      componentId,
      kind: 'never',
      method: 'new, out of its sealed bag',
    });
    expect(await gate(unitId)).toEqual([]);
  });
  it('"fit a drive and install a system", ended as helped from either screen, must be followed by which drive', async () => {
    for (const way of ['work', 'verdict']) {
      const { unitId } = await one();
      await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
      if (way === 'work') await work(unitId, 'fit-drive', true);
      else await act(benchA, 'repairVerdict', { unitId, repair: 'fit-drive', ended: 'helped' });
      expect(await gate(unitId)).toEqual([expect.stringContaining('not on its record')]);
      expect((await specOf(unitId)).text('driveKind')).toBeNull();
    }
  });
  it('the stick a live system was started from, and media that come out, are not the machine’s', async () => {
    const { unitId } = await one('laptop');
    const disk = (more: Record<string, unknown>) => ({
      class: 'disk',
      product: 'Stick',
      size: 3.2e10,
      ...more,
    });
    const text = JSON.stringify({
      id: 'x',
      class: 'system',
      vendor: 'Pellmark',
      product: 'Courier 14',
      children: [
        disk({ id: 'disk:0', serial: 'USB-1-A', businfo: 'usb@2:1', logicalname: '/dev/sdb' }),
        disk({ id: 'disk:1', serial: 'SD-1-B', capabilities: { removable: 'support is removable' } }),
        disk({
          id: 'disk:2',
          serial: 'LIVE-1-C',
          children: [{ id: 'volume', class: 'volume', logicalname: ['/dev/sdc1', '/run/live/medium'] }],
        }),
      ],
    });
    const stick = JSON.stringify({
      device: { name: '/dev/sdb', type: 'sat', info_name: '/dev/sdb [SAT]' },
      model_name: 'Stick',
      serial_number: 'USB-1-A',
      user_capacity: { bytes: 3.2e10 },
    });
    await act(benchA, 'ingestReport', {
      unitId,
      files: [
        { name: 'lshw', text },
        { name: 'smartctl-sdb', text: stick },
      ],
    });
    const now = await recordNow(database(), await unitRow(unitId));
    expect(now.drives).toMatchObject({ inside: [], seen: null, counted: null });
    expect(now.specification.text('driveGb')).toBeNull();
  });
});

describe('what hands change, changes what the machine is', () => {
  it('memory and a drive fitted after a report: specification, price, listing and papers follow', async () => {
    const { unitId, tag } = await one('laptop');
    await act(benchA, 'typeSpec', { unitId, key: 'memoryGb', value: '4 GB' });
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'hard disk' });
    await act(benchA, 'typeSpec', { unitId, key: 'driveGb', value: '320 GB' });
    const before = await unitRow(unitId);
    const memory = await part({ class: 'memory', name: '12 GB module', attributes: { gb: 12 } });
    const drive = await part({ class: 'drive', name: 'Flint S240', attributes: { kind: 'solid', gb: 240 } });
    for (const { componentId } of [memory, drive]) await act(benchA, 'fitPart', { unitId, componentId });
    const now = await specOf(unitId);
    expect([now.number('memoryGb'), now.text('driveKind'), now.number('driveGb')]).toEqual([
      16,
      'solid',
      240,
    ]);
    expect((await unitRow(unitId)).priceMinor).toBeGreaterThan(before.priceMinor);
    await erase(unitId, drive.componentId, 'solid-overwrite');
    await counted(unitId);
    for (const test of testsFor(rubric, 'laptop'))
      await act(benchB, 'recordTest', { unitId, test: test.id, result: 'pass' });
    for (const [key, value] of [
      ['topCelsius', '71'],
      ['processor', 'Corvid M5'],
      ['batteryHealth', '90'],
    ])
      await act(benchB, 'typeSpec', { unitId, key, value });
    await act(benchB, 'giveGrade', { unitId });
    await list(unitId);
    expect(await listingOf(tag, RULES)).toMatchObject({ memory: '16 GB', drive: 'solid 240 GB' });
    const pass = await passportOf(tag, RULES);
    expect(pass.work.map((line) => line.what)).toEqual(
      expect.arrayContaining(['Fitted: 12 GB module', 'Fitted: Flint S240']),
    );
    // and taken out again it is what it was
    await act(benchA, 'takePart', { unitId, componentId: memory.componentId, to: 'bin' });
    expect((await specOf(unitId)).number('memoryGb')).toBe(4);
  });
  it('a sign typed and then measured counts once, and the typed one comes back when the measured one is taken back', async () => {
    const { unitId } = await one();
    await act(benchA, 'observe', { unitId, finding: 'idle-rise', outcome: 2 });
    const sensors = {
      name: 'sensors',
      text: JSON.stringify({ 'coretemp-isa': { 'Core 0': { temp1_input: 40 } } }),
    };
    await act(benchA, 'ingestReport', { unitId, files: [sensors] });
    const standing = async () =>
      (await database().select().from(observations).where(eq(observations.unitId, unitId)))
        .filter((row) => row.voidedBy === null)
        .map((row) => [row.ref, row.outcome, row.basis, row.outcomeId]);
    expect(await standing()).toEqual([
      [
        'idle-rise',
        0,
        'measured',
        catalogue.findings.find((finding) => finding.id === 'idle-rise')!.outcomes[0].id,
      ],
    ]);
    await act(benchA, 'voidObservation', { unitId });
    expect(await standing()).toEqual([expect.arrayContaining(['idle-rise', 2, 'typed'])]);
  });
  it.each([
    ['driveGb', '1 TB', '1 TB', 1000],
    ['memoryGb', 'DDR4 8 GB', '8 GB', 8],
    ['driveKind', 'SSD', 'solid', null],
  ])('typed %s "%s" is %s, and the machine can still be valued', async (key, text, shown, number) => {
    const { unitId } = await one();
    await act(benchA, 'typeSpec', { unitId, key, value: text });
    expect((await specOf(unitId)).best(key as 'memoryGb')).toMatchObject({ value: shown, number });
  });
  it('nothing is paid for a part that was taken out', async () => {
    const { unitId } = await one('desktop');
    const worth = async () =>
      (await unitRow(unitId)).evaluation!.routes.find((route) => route.route === 'harvest')!.valueMinor;
    const { componentId } = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'memory',
      name: '4 GB',
      attributes: { gb: 4 },
    });
    const before = await worth();
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    expect(await worth()).toBeLessThan(before);
  });
});

describe('papers, grades and books', () => {
  it('a fault worked round stays a flaw in words and caps the grade; what was tried in vain is no work done', async () => {
    const { unitId, tag } = await one();
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    await work(unitId, 'reseat-memory', false);
    await work(unitId, 'other-slot', true);
    expect((await graded(unitId)).grade).toBe('B');
    await list(unitId);
    const pass = await passportOf(tag, RULES);
    expect(pass.flaws).toEqual(
      expect.arrayContaining([expect.stringContaining('One memory slot does not work')]),
    );
    const names = pass.work.map((line) => line.what);
    expect(names).toContain('Use the other slot and say so');
    expect(names.some((name) => name.includes('Reseat'))).toBe(false);
  });
  it('no grade for a machine nobody has looked at or whose processor and memory nobody knows: what is missing is named', async () => {
    const { unitId } = await one();
    for (const test of testsFor(rubric, 'small').filter((known) => known.id !== 'surfaces'))
      await act(benchB, 'recordTest', { unitId, test: test.id, result: 'pass' });
    await act(benchB, 'typeSpec', { unitId, key: 'topCelsius', value: '71' });
    expect(await refusal(act(benchB, 'giveGrade', { unitId }))).toMatchObject({
      message: expect.stringMatching(/surfaces.*which processor.*how much memory/),
    });
  });
  it('no grade by the gauge of a battery that was seen to drop suddenly; taken back, or seen to run evenly, there is one', async () => {
    const { unitId } = await one('laptop');
    expect((await graded(unitId)).grade).toBe('A');
    await act(benchA, 'observe', { unitId, finding: 'battery-run', outcome: 2 });
    expect((await unitRow(unitId)).grade).toBeNull();
    expect(await refusal(act(benchB, 'giveGrade', { unitId }))).toMatchObject({
      message: expect.stringContaining('drop suddenly'),
    });
    await act(benchA, 'voidObservation', { unitId });
    expect(await act(benchB, 'giveGrade', { unitId })).toMatchObject({ grade: 'A' });
    await act(benchA, 'observe', { unitId, finding: 'battery-run', outcome: 2 });
    await act(benchA, 'observe', { unitId, finding: 'battery-run', outcome: 0 });
    expect(await act(benchB, 'giveGrade', { unitId })).toMatchObject({ grade: 'A' });
  });
  it('a grade falls, and what is listed comes off the shelf, when what it stood on changes after it was given', async () => {
    const change: [string, (unitId: string) => Promise<unknown>][] = [
      ['hot', (unitId) => act(benchB, 'typeSpec', { unitId, key: 'topCelsius', value: '97' })],
      ['worked round', (unitId) => work(unitId, 'other-slot', true)],
    ];
    for (const [name, does] of change) {
      const { unitId } = await one();
      await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
      expect((await graded(unitId)).grade).toBe('A');
      await list(unitId);
      await act(benchB, 'typeSpec', { unitId, key: 'topCelsius', value: '72' });
      expect(await unitRow(unitId), name).toMatchObject({ grade: 'A', listed: true });
      await does(unitId);
      expect(await unitRow(unitId), name).toMatchObject({ grade: null, listed: false });
      const fell = sql`select seq from events where unit_id = ${unitId} and (payload->>'ungraded')::boolean`;
      expect((await database().execute(fell)).rows, name).toHaveLength(1);
      expect(await refusal(list(unitId)), name).toMatchObject({
        message: expect.stringContaining('grade it'),
      });
    }
  });
  it('a sale keeps the rate, the specification and the minutes it was made under', async () => {
    const { unitId } = await one();
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    await graded(unitId);
    await list(unitId);
    await act(benchB, 'sellUnit', { unitId, priceMinor: 9_000, soldOn: '2026-11-25' });
    // of its own lot: what is still open elsewhere is priced at today's rate
    const { lotId } = await unitRow(unitId);
    const books = async () => [await bookOf(unitId), (await lotBooks()).filter((lot) => lot.id === lotId)];
    const before = await books();
    await act(owner, 'setRules', { ratePerHourMinor: 9_900 });
    expect(await books()).toEqual(before);
    await act(owner, 'setRules', { ratePerHourMinor: 1_800 });
    const [sale] = await database().select().from(sales).where(eq(sales.unitId, unitId));
    expect(sale).toMatchObject({
      ratePerHourMinor: 1_800,
      grade: expect.any(String),
      specification: expect.objectContaining({ memoryGb: '8 GB' }),
    });
    for (const [name, input] of [
      ['markDefect', { surface: 'lid', kind: 'scratch', size: 0, x: 1, y: 1 }],
      ['giveGrade', {}],
      ['takePart', { componentId: unitId, to: 'bin' }],
      ['typeSpec', { key: 'memoryGb', value: '4' }],
      ['makeReportToken', {}],
    ] as const)
      expect((await refusal(act(benchB, name, { unitId, ...input })))?.code, name).toMatch(/refused|invalid/);
  });
  it('a laptop’s repair is not started on a tower', async () => {
    const { unitId } = await one('desktop');
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'swap-battery' }))).toMatchObject({
      code: 'invalid',
    });
  });
});

describe('taking back', () => {
  const FINDINGS = [
    'look-dust',
    'look-bay',
    'memory-fitted',
    'setup-drive',
    'button',
    'look-ports',
    'drive-lamp',
  ];
  it(
    'whatever is answered and taken back, the machine is what it would be without it',
    { timeout: 240_000 },
    async () => {
      const step = fc.oneof(
        {
          weight: 4,
          arbitrary: fc.tuple(fc.constant('answer' as const), fc.constantFrom(...FINDINGS), fc.nat(1)),
        },
        {
          weight: 1,
          arbitrary: fc.tuple(
            fc.constant('verdict' as const),
            fc.constantFrom('reseat-memory', 'fit-drive'),
            fc.nat(1),
          ),
        },
        { weight: 2, arbitrary: fc.tuple(fc.constant('back' as const), fc.constant(''), fc.nat(20)) },
      );
      await fc.assert(
        fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 9 }), async (steps) => {
          const { units } = await lotWith(['small', 'small']);
          const [a, b] = units.map((unit) => unit.unitId);
          type Call = readonly [string, Record<string, unknown>];
          let kept: { id: number; call: Call }[] = [];
          for (const [kind, ref, n] of steps) {
            if (kind === 'back') {
              // any answer, not only the last; one that a newer one has replaced cannot be taken back
              const chosen = kept[n % Math.max(1, kept.length)];
              if (
                chosen &&
                (await refusal(act(benchA, 'voidObservation', { unitId: a, observation: chosen.id }))) ===
                  null
              )
                kept = kept.filter((entry) => entry !== chosen);
              continue;
            }
            const call: Call =
              kind === 'answer'
                ? ['observe', { finding: ref, outcome: n, despite: true }]
                : ['repairVerdict', { repair: ref, ended: n === 1 ? 'helped' : 'no-change', despite: true }];
            await act(benchA, call[0], { unitId: a, ...call[1] });
            const rows = await database()
              .select({ id: observations.id })
              .from(observations)
              .where(eq(observations.unitId, a));
            kept.push({ id: Math.max(...rows.map((row) => row.id)), call });
          }
          for (const { call } of kept) await act(benchA, call[0], { unitId: b, ...call[1] });
          const told = async (id: string) => {
            const row = await unitRow(id);
            const { specification, ...rest } = await recordNow(database(), row);
            const { valueBeforeMinor: _, ...evaluation } = row.evaluation!;
            return {
              ...rest,
              spec: specification.rows.map(({ at: __, ...value }) => value),
              evaluation,
              bench: row.bench,
              value: row.valueMinor,
            };
          };
          expect(await told(a)).toEqual(await told(b));
        }),
        { seed: 88, numRuns: runs(25, 12) },
      );
    },
  );
});

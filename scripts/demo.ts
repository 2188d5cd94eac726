import { otherWays } from '@/catalog/papers/erasure';
import { portKinds } from '@/catalog/machine/ports';
import { rubric } from '@/catalog/worth/rubric';
import { testsFor } from '@/core/grade/rubric';
import { seededRandom } from '@/core/random';
import { heatMachine, heatRunOf, type HeatCondition } from '@/core/simulate/heat';
import { readFileSync } from 'node:fs';
import { and, eq, sql } from 'drizzle-orm';
import { closeDatabase, database } from '@/db/client';
import { components, recordValues, shop, units, work } from '@/db/schema';
import { guessColumns, readManifestTable } from '@/formats/manifest';
import { makePerson } from '@/server/people';
import { type Actor, type Command, type Role } from '@/shop/command';
import { markLots } from '@/shop/lots/points';
import { runCommand } from '@/shop/runner';
import { recordSelfTest, type SelfTold } from '@/shop/selftest/commands';
import { commandByName } from '@/shop/commands';
import { workHere } from '@/workers/pool';
import run from '@/workers/worker';
import { dayOf } from '@/words/time';

/** The shop’s calendar is this computer’s. */
const TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

workHere(run);

/**
 * Saltmarsh Reuse, an invented workshop: people, four lots, and a morning's work. Does nothing when the
 * database has a shop already.
 */
const password = process.env.OMNITROPE_DEMO_PASSWORD;
if (!password) throw new Error('OMNITROPE_DEMO_PASSWORD is not set');

const PEOPLE: [string, string, Role][] = [
  ['Buyer', 'buyer@saltmarsh.example', 'owner'],
  ['Bench A', 'bench-a@saltmarsh.example', 'technician'],
  ['Bench B', 'bench-b@saltmarsh.example', 'technician'],
  ['Trainee', 'trainee@saltmarsh.example', 'viewer'],
];

const actors = new Map<string, Actor>();

async function act<T>(who: string, name: string, input: Record<string, unknown>): Promise<T> {
  const command = commandByName.get(name) as Command<unknown, T>;
  return (await runCommand(command, actors.get(who)!, { input })).answer;
}

async function unitNamed(tag: string) {
  const [unit] = await database().select().from(units).where(eq(units.tag, tag));
  return unit.id;
}

async function see(tag: string, who: string, ...findings: [string, number, string?][]): Promise<void> {
  const unitId = await unitNamed(tag);
  for (const [finding, outcome, acknowledged] of findings)
    await act(who, 'observe', { unitId, finding, outcome, ...(acknowledged && { acknowledged }) });
}

async function read(tag: string, who: string, key: string, value: string): Promise<void> {
  await act(who, 'typeSpec', { unitId: await unitNamed(tag), key, value });
}

async function lot(input: Record<string, unknown>, file: string): Promise<void> {
  const { lotId } = await act<{ lotId: string }>('Buyer', 'receiveLot', input);
  const text = readFileSync(new URL(`../samples/manifests/${file}`, import.meta.url), 'utf8');
  await act('Buyer', 'importManifest', {
    lotId,
    text,
    columns: guessColumns(readManifestTable(text).header),
  });
}

/**
 * An unattended block that began some minutes ago (the demo's clock only; the sealed history keeps the true
 * time).
 */
async function leave(
  tag: string,
  who: string,
  ref: string,
  minutes: number,
  station: string,
  ago: number,
): Promise<void> {
  const unitId = await unitNamed(tag);
  const { workId } = await act<{ workId: string }>(who, 'startWork', { unitId, ref });
  await act(who, 'leaveAlone', { unitId, workId, minutes, station });
  await database().execute(
    sql`update work_segments set started_at = started_at - ${ago} * interval '1 minute', ended_at = ended_at - ${ago} * interval '1 minute' where work_id = ${workId}`,
  );
}

async function workDone(
  tag: string,
  who: string,
  ref: string,
  minutes: number,
  helped?: boolean,
): Promise<void> {
  const unitId = await unitNamed(tag);
  const { workId } = await act<{ workId: string }>(who, 'startWork', { unitId, ref });
  await act(who, 'finishWork', {
    unitId,
    workId,
    ...(helped !== undefined && { ended: helped ? 'helped' : 'no-change' }),
  });
  await database().execute(
    sql`update work_segments set started_at = started_at - ${minutes} * interval '1 minute' where work_id = ${workId}`,
  );
  await database()
    .update(work)
    .set({ startedAt: sql`${work.startedAt} - ${minutes} * interval '1 minute'` })
    .where(eq(work.id, workId));
}

async function part(
  kind: string,
  name: string,
  costMinor: number,
  attributes: Record<string, string | number> = {},
  knownGood = false,
): Promise<string> {
  return (
    await act<{ componentId: string }>('Bench A', 'receivePart', {
      class: kind,
      name,
      costMinor,
      attributes,
      knownGood,
    })
  ).componentId;
}

/** What lies in the bin besides, what is wanted, and a donor half taken apart. */
async function stock(): Promise<void> {
  await part('memory', '4GB PC3L-12800S', 350, {}, true);
  await part('memory', '8GB PC3L-12800S', 800);
  await part('memory', '4GB PC3-12800U', 300);
  await part('memory', '8GB PC4-19200S', 1100);
  await part('memory', '2GB PC2-6400S', 60);
  const bought = await part('drive', 'Flint S240 SSD 240 GB, 2.5 inch SATA 7mm', 1700);
  await act('Bench A', 'recordErasure', {
    componentId: bought,
    kind: 'never',
    method: otherWays.never,
  });
  await part('drive', 'Gannet 500 GB hard disk, 3.5 inch SATA', 300);
  await part('drive', 'Flint N256 NVMe M.2 2280 M key 256 GB', 2100);
  await part('charger', '19 V 4.74 A, 5.5 x 2.5', 450, { tip: 'plus' }, true);
  await part('charger', '19.5 V 3.34 A, 4.5 x 3.0', 400, { tip: 'plus' });
  await part('charger', '18 V 3.5 A, 5.5 x 2.5', 150);
  await part('panel', '14 inch 30 pin eDP, brackets, left', 900);
  await part('panel', '15.6" 40 pin LVDS, brackets, left', 500);
  await part('battery', 'Pack of a Courier 14, 11.1 V', 700, { health: 0.81 });
  await part('card', 'Petrel G2, 35 W, low', 900, { graphics: 'films', height: 'low' });
  await part('supply', 'Supply 300 W, one 6-pin', 600);
  await part('keyboard', 'Keyboard of a Courier 15', 350);
  for (const tag of ['WQ-0001', 'WQ-0003'])
    await act('Bench A', 'noteTakes', {
      unitId: await unitNamed(tag),
      facts: {
        memoryKind: 'DDR3',
        memorySlots: 2,
        memorySlotGb: 8,
        memoryBoardGb: 16,
        bay1: '3.5-sata',
        supplyWatts: 240,
      },
    });
  const courier = await unitNamed('TF-0004');
  await act('Bench A', 'noteTakes', {
    unitId: courier,
    facts: {
      plateVolts: 19,
      plateAmps: 3.42,
      platePlug: '5.5 x 2.5',
      panelInch: 14,
      panelContacts: 30,
      panelSignal: 'eDP',
      memoryKind: 'DDR3',
      memorySlots: 2,
      bay1: '2.5-sata-7',
    },
    model: true,
  });
  const panel = await act<{ wantId: string }>('Bench A', 'quotePart', {
    unitId: courier,
    class: 'panel',
    name: '14 inch, 30 contacts, eDP',
    priceMinor: 1450,
    days: 6,
    condition: 'used',
    source: 'a breaker across the sound',
  });
  await act('Bench A', 'orderPart', { unitId: courier, wantId: panel.wantId, dueOn: ahead(5) });
  await act('Bench B', 'wantPart', {
    unitId: await unitNamed('TF-0006'),
    class: 'keyboard',
    name: 'Keyboard of a Courier 15',
  });
  await act('Bench A', 'markPlaces', {
    unitId: await unitNamed('TF-0012'),
    places: [
      { place: 'panel', state: 'proven' },
      { place: 'keyboard', state: 'there' },
      { place: 'battery', state: 'there' },
      { place: 'memory', state: 'gone' },
      { place: 'drive', state: 'there' },
      { place: 'board', state: 'broken' },
      { place: 'palm', state: 'there' },
      { place: 'lid', state: 'broken' },
      { place: 'charger', state: 'gone' },
    ],
  });
}

/** A day so many days from now. */
const ahead = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

/** What small machines and those without a reader or a disc drive do not have. */
const NOT_FITTED = new Set(['optical', 'reader', 'touch', 'short-radio', 'activation']);

async function prove(
  tag: string,
  laptop: boolean,
  marks: [string, string, number, number, number][],
  top: number,
): Promise<string> {
  const unitId = await unitNamed(tag);
  const [unit] = await database().select().from(units).where(eq(units.id, unitId));
  for (const { id: test } of testsFor(rubric, unit.chassis))
    await act('Bench B', 'recordTest', {
      unitId,
      test,
      result: NOT_FITTED.has(test) || (test === 'wireless' && !laptop) ? 'absent' : 'pass',
    });
  for (const [surface, kind, size, x, y] of marks)
    await act('Bench B', 'markDefect', { unitId, surface, kind, size, x, y });
  await act('Bench B', 'typeSpec', { unitId, key: 'topCelsius', value: `${top}` });
  // what the seller said, read off by somebody here
  const claimed = await database()
    .select()
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unitId), eq(recordValues.basis, 'claimed')));
  for (const key of ['processor', 'memoryGb'] as const) {
    const said = claimed.find((row) => row.key === key);
    if (said) await act('Bench B', 'typeSpec', { unitId, key, value: said.value });
  }
  await act('Bench B', 'tellPorts', {
    unitId,
    ports: portKinds.flatMap(({ id, usual }) => {
      const there = id === 'card' ? undefined : usual[unit.chassis];
      return there ? [{ kind: id, there, good: there, bad: 0 }] : [];
    }),
  });
  await act('Bench B', 'giveGrade', { unitId });
  return unitId;
}

/** What an all-in-one found in its own browser. */
async function testedItself(tag: string): Promise<void> {
  const unitId = await unitNamed(tag);
  const told: Omit<SelfTold, 'unitId' | 'figures' | 'byHand'>[] = [
    {
      test: 'screen',
      result: 'pass',
      detail: 'pixels',
      words: 'even, brightness answers; 1920 x 1080',
      pixels: 2_073_600,
      faults: [
        { kind: 'dark', x: 0.31, y: 0.62 },
        { kind: 'sub-bright', x: 0.74, y: 0.2 },
      ],
    },
    { test: 'touch', result: 'absent', words: 'reports no touch' },
    { test: 'camera', result: 'pass', words: '1280 x 720' },
    { test: 'microphone', result: 'pass', words: 'level rose by 31 dB' },
    {
      test: 'sound',
      result: 'fail',
      words: 'rattles or one side only; by its own microphone: left heard, +24 dB, right not heard',
    },
    { test: 'ports', result: 'pass', words: '6 of 6 ports' },
    {
      test: 'wired',
      result: 'pass',
      words: '94 Mb/s from the bench, 92 to it, 1.8 ms, jitter 0.4 ms',
    },
    { test: 'film', result: 'pass', words: '1 of 149 frames dropped, 720 lines' },
  ];
  for (const own of told)
    await runCommand(recordSelfTest, actors.get('Bench B')!, {
      input: {
        unitId,
        figures: {},
        byHand: false,
        ...own,
      },
    });
}

/** What a machine said of itself, from the samples that ship with the program. */
async function reported(tag: string, names: readonly string[]): Promise<void> {
  await act('Bench A', 'ingestReport', {
    unitId: await unitNamed(tag),
    files: names.map((name) => ({ name, text: readFileSync(`samples/report/${name}`, 'utf8') })),
  });
}

async function shelf(
  tag: string,
  driveId: string | null,
  askMinor: number,
  soldMinor?: number,
): Promise<void> {
  const unitId = await unitNamed(tag);
  const [drive] = driveId ? await database().select().from(components).where(eq(components.id, driveId)) : [];
  if (driveId)
    await act('Bench A', 'recordErasure', {
      unitId,
      componentId: driveId,
      kind: 'erased',
      ...(drive.attributes.kind === 'solid'
        ? { methodId: 'solid-overwrite' }
        : { methodId: 'disk-overwrite', medium: 'disk' }),
      verified: 'two places in each thousandth read back, all zero',
    });
  if (driveId) await act('Bench A', 'countDrives', { unitId, drives: 1, labelled: true });
  await act('Buyer', 'listUnit', { unitId, askMinor });
  if (soldMinor)
    await act('Buyer', 'sellUnit', {
      unitId,
      priceMinor: soldMinor,
      soldOn: dayOf(new Date(), TIME_ZONE),
      channel: 'shop counter',
    });
}

const OUTSIDE: [string, number][] = [
  ['look-liquid', 0],
  ['look-rattle', 0],
  ['look-ports', 0],
  ['look-smell', 0],
];

/** A heat run of a simulated machine, as its log would come in; new paste lies between two of them. */
async function heated(tag: string, condition: HeatCondition, seed: number): Promise<void> {
  const random = seededRandom(seed);
  const machine = heatMachine(condition, 45, random);
  const lines = heatRunOf(machine, random, { idleSeconds: 90, loadSeconds: 330 }).map(
    ({ t, temp, fan, power, clock, load }) => [t, temp, fan, power?.toFixed(1), clock, load].join(','),
  );
  const log = [
    `# room=${machine.room.toFixed(1)} limit=100`,
    't_s,temp_c,fan_rpm,power_w,clock_mhz,load',
    ...lines,
  ].join('\n');
  await act('Bench A', 'recordHeatRun', { unitId: await unitNamed(tag), name: 'bench log', log });
  if (condition === 'paste') await workDone(tag, 'Bench A', 'repaste', 15, true);
}

/** A laptop on the mat: some of it back, some not, dirt seen, part of it cleaned, and what is known of its model. */
async function opened(tag: string): Promise<void> {
  const unitId = await unitNamed(tag);
  const out = (item: string, count = 1) => ({ item, move: 'out', count });
  const back = (item: string, count = 1) => ({ item, move: 'in', count });
  await act('Bench A', 'openMat', { unitId });
  await act('Bench A', 'moveOnMat', {
    unitId,
    moves: [{ item: 'base plate', move: 'missing', count: 1 }, out('base plate', 7)],
  });
  await act('Bench A', 'moveOnMat', {
    unitId,
    moves: ['battery lead', 'screen lead', 'fan lead', 'sensor lead', 'keyboard lead', 'tape'].map((item) =>
      out(item),
    ),
  });
  await act('Bench A', 'moveOnMat', { unitId, moves: [out('key layer', 67), back('key layer', 64)] });
  await act('Bench A', 'moveOnMat', {
    unitId,
    moves: [back('fan lead'), back('keyboard lead'), back('battery lead')],
  });
  for (const [zone, soil, degree] of [
    ['lid', 'tar', 1],
    ['screen', 'dust', 1],
    ['palm', 'tar', 2],
    ['keys', 'food', 3],
    ['ports', 'food', 2],
    ['gap', 'dust', 2],
    ['fan', 'felt', 3],
    ['fins', 'felt', 3],
  ] as const)
    await act('Bench A', 'markSoil', { unitId, zone, soil, degree });
  await act('Bench A', 'markSoil', { unitId, zone: 'board', degree: 0 });
  await act('Bench A', 'cleanStep', { unitId, rule: 'air-blower', zones: ['gap'] });
  for (const [kind, text, finding] of [
    ['opens', 'Battery first; two screws under the rear feet, then slide the plate forward', ''],
    ['construction', 'Keys screwed from below, 67 of them; palm rest riveted', ''],
    ['weak spot', 'The charging socket loosens', 'look-socket'],
  ])
    await act('Bench B', 'noteModel', { maker: 'Pellmark', model: 'Courier 15', kind, text, finding });
}

/** A laptop that stays its owner's: what they wish, what was agreed, what they brought, what was found besides. */
async function somebodyElses(): Promise<void> {
  const { lotId } = await act<{ lotId: string }>('Buyer', 'receiveLot', {
    code: 'CU-1',
    name: 'Harbour master’s own laptop',
    source: 'owner',
    tagPrefix: 'CU',
    priceMinor: 0,
    freightMinor: 0,
    feesMinor: 0,
    receivedOn: '2026-11-25',
    claims: 'gets hot and switches itself off',
  });
  const { unitId, tag } = await act<{ unitId: string; tag: string }>('Buyer', 'addUnit', {
    lotId,
    chassis: 'laptop',
    maker: 'Pellmark',
    model: 'Courier 15',
  });
  const tell = (told: object) => act('Bench B', 'tellOwner', { unitId, act: told });
  await tell({ op: 'wishes', text: 'Quieter, and must not lose the tide tables. Nothing over 40.' });
  await see(
    tag,
    'Bench B',
    ['look-swelling', 0],
    ...OUTSIDE,
    ['look-glass', 0],
    ['button', 0],
    ['picture-own', 0],
  );
  await tell({
    op: 'quote',
    lines: [
      { what: 'Clean the cooling, new paste', minor: 2400 },
      { what: 'Fit the memory they brought', minor: 400 },
    ],
  });
  await tell({ op: 'answer', yes: true, how: 'by telephone' });
  await act('Bench B', 'ownerSupplies', { unitId, class: 'memory', name: '8 GB DDR4 SO-DIMM', serial: '' });
  await tell({ op: 'found', text: 'The left hinge is loose at the base', minor: 1500 });
}

async function furnish(): Promise<void> {
  await lot(
    {
      code: 'WQ-3',
      name: 'Wendle Quay public library, closing',
      source: 'clearout',
      tagPrefix: 'WQ',
      priceMinor: 42000,
      freightMinor: 4500,
      feesMinor: 0,
      receivedOn: '2026-11-20',
      claims: 'all worked when switched off',
    },
    'library.csv',
  );
  await lot(
    {
      code: 'FB-1',
      name: 'Ferry booking office',
      source: 'auction',
      tagPrefix: 'FB',
      priceMinor: 18000,
      freightMinor: 2500,
      feesMinor: 1800,
      receivedOn: '2026-11-21',
      claims: '',
    },
    'ferry-booking.csv',
  );
  await lot(
    {
      code: 'TF-1',
      name: 'Isle of Thrane school ferry, mixed crate',
      source: 'broken',
      tagPrefix: 'TF',
      priceMinor: 6000,
      freightMinor: 900,
      feesMinor: 0,
      receivedOn: '2026-11-23',
      claims: 'non-working, for parts',
    },
    'school-ferry.csv',
  );
  await lot(
    {
      code: 'LK-1',
      name: 'Lighthouse keeper’s trade-in',
      source: 'tradein',
      tagPrefix: 'LK',
      priceMinor: 2500,
      freightMinor: 0,
      feesMinor: 0,
      receivedOn: '2026-11-24',
      claims: 'works, clock always wrong',
    },
    'lighthouse.csv',
  );

  // as the lots looked when they came
  await markLots(new Date(Date.now() - 3 * 86_400_000));
  const memory = await part('memory', '4 GB DDR3, 1600 MT/s', 500, {
    gb: 4,
    type: 'DDR3 DIMM',
    fits: 'desktop,small',
    rate: 1600,
  });
  await part(
    'memory',
    '4 GB DDR3, 1600 MT/s',
    500,
    { gb: 4, type: 'DDR3 DIMM', fits: 'desktop,small', rate: 1600 },
    true,
  );
  await part('memory', '4 GB DDR3, 1333 MT/s', 420, {
    gb: 4,
    type: 'DDR3 DIMM',
    fits: 'desktop,small',
    rate: 1333,
  });
  await part('memory', '8 GB DDR3, 1600 MT/s', 780, {
    gb: 8,
    type: 'DDR3 DIMM',
    fits: 'desktop,small',
    rate: 1600,
  });
  await part(
    'memory',
    '4 GB DDR3 SO-DIMM, 1600 MT/s',
    520,
    { gb: 4, type: 'DDR3 SO-DIMM', fits: 'laptop,aio', rate: 1600 },
    true,
  );
  await part('supply', '180 W, 24 pins, small', 1100, { watts: 180, fits: 'small' }, true);
  const solid = await part('drive', 'Flint S120, 120 GB', 1400, { gb: 120, kind: 'solid' });
  const solid2 = await part('drive', 'Flint S120, 120 GB', 1400, { gb: 120, kind: 'solid' });
  await part('drive', 'Flint S240, 240 GB', 2100, { gb: 240, kind: 'solid' });
  await part('panel', '14 inch, 1366 x 768, 30 pins', 2600, { inches: 14, pins: 30 });
  await part('charger', '19 V 3.42 A, 5.5/2.5', 700, { volts: 19, amperes: 3.42 });
  await part('coin cell', 'CR2032', 40);
  await part('fan', '92 mm, 4 pins', 350, { pins: 4, fits: 'desktop,small' }, true);

  for (const file of ['beeps.csv', 'lamps.json'])
    await act('Buyer', 'importCodes', {
      text: readFileSync(new URL(`../samples/codes/${file}`, import.meta.url), 'utf8'),
    });

  // the unit of the tour: turns on, then nothing
  await see(
    'WQ-0007',
    'Bench A',
    ...OUTSIDE,
    ['look-screws', 1],
    ['look-dust', 1],
    ['look-bay', 1],
    ['lamp', 0],
    ['button', 0],
    ['fan-sound', 2],
    ['drive-lamp', 1],
    ['picture-monitor', 2],
  );
  await see(
    'WQ-0002',
    'Bench A',
    ...OUTSIDE,
    ['look-dust', 2],
    ['look-bay', 0],
    ['button', 0],
    ['fan-sound', 2],
    ['picture-monitor', 0],
    ['gets-to', 0],
    ['idle-rise', 2],
  );
  await see(
    'WQ-0003',
    'Bench B',
    ...OUTSIDE,
    ['look-bay', 1],
    ['button', 0],
    ['picture-monitor', 0],
    ['setup-memory', 0],
    ['setup-clock', 1],
  );
  await see('WQ-0005', 'Bench B', ...OUTSIDE, ['look-bay', 0], ['button', 2], ['lamp', 2]);
  await see(
    'WQ-0030',
    'Bench A',
    ['look-swelling', 0],
    ...OUTSIDE,
    ['look-battery', 0],
    ['look-glass', 0],
    ['look-keys', 1],
    ['button', 0],
    ['picture-own', 0],
    ['gets-to', 0],
    ['battery-health', 2],
  );
  await see(
    'FB-0001',
    'Bench B',
    ...OUTSIDE,
    ['look-glass', 0],
    ['look-dust', 1],
    ['button', 0],
    ['picture-own', 3],
    ['lock-key', 0],
    ['external', 0],
  );
  await see(
    'FB-0003',
    'Bench B',
    ...OUTSIDE,
    ['look-glass', 0],
    ['look-dust', 2],
    ['button', 0],
    ['fan-sound', 2],
  );
  await see(
    'TF-0002',
    'Bench A',
    ['look-swelling', 0],
    ['look-liquid', 1],
    ['look-rattle', 0],
    ['look-glass', 0],
    ['lamp', 1],
    ['button', 1],
  );
  await see('TF-0004', 'Bench A', ['look-swelling', 0], ['look-liquid', 0], ['look-glass', 2]);
  await see('TF-0005', 'Bench A', ['look-swelling', 1, 'swollen-cell']);
  await see(
    'TF-0006',
    'Bench A',
    ['look-swelling', 0],
    ['look-liquid', 0],
    ['look-glass', 0],
    ['button', 0],
    ['picture-own', 3],
    ['lock-key', 1],
    ['start-sound', 1],
  );
  await see(
    'LK-0001',
    'Bench B',
    ...OUTSIDE,
    ['look-bay', 0],
    ['button', 0],
    ['picture-monitor', 0],
    ['gets-to', 0],
    ['setup-clock', 1],
  );
  await see('WQ-0011', 'Bench B', ...OUTSIDE.slice(0, 2));
  await see(
    'WQ-0028',
    'Bench B',
    ['look-swelling', 0],
    ...OUTSIDE,
    ['look-battery', 0],
    ['look-glass', 0],
    ['button', 0],
    ['picture-own', 0],
    ['gets-to', 0],
  );

  // not every machine is worth mending: one to be sold as found, two for the recycler
  await read('FB-0009', 'Bench B', 'processorLevel', '2');
  await see(
    'FB-0009',
    'Bench B',
    ['look-liquid', 0],
    ['look-screws', 1],
    ['look-glass', 2],
    ['look-dust', 1],
    ['look-bay', 1],
    ['button', 0],
    ['fan-sound', 0],
  );
  await act('Bench B', 'repairVerdict', {
    unitId: await unitNamed('FB-0009'),
    repair: 'swap-panel',
    ended: 'no-change',
  });
  await read('TF-0012', 'Bench A', 'processorLevel', '0');
  await see(
    'TF-0012',
    'Bench A',
    ['look-liquid', 1],
    ['look-battery', 1],
    ['look-glass', 2],
    ['look-bay', 1],
    ['button', 2],
    ['memory-fitted', 1],
  );
  await read('WQ-0017', 'Bench A', 'processorLevel', '0');
  await see(
    'WQ-0017',
    'Bench A',
    ['look-bay', 1],
    ['button', 2],
    ['memory-fitted', 1],
    ['capacitors', 2],
    ['pins', 2],
  );

  // machines on the shelf and sold
  for (const [tag, drive, ask, sold] of [
    ['WQ-0009', solid, 6900, 6900],
    ['WQ-0015', solid2, 7900, undefined],
  ] as const) {
    await see(tag, 'Bench A', ...OUTSIDE, ['look-bay', 1], ['button', 0], ['picture-monitor', 0]);
    const unitId = await unitNamed(tag);
    await workDone(tag, 'Bench A', 'clean-outside', 9);
    await act('Bench A', 'fitPart', { unitId, componentId: drive });
    await workDone(tag, 'Bench A', 'fit-drive', 12, true);
    await see(tag, 'Bench B', ['whole-look', 0]);
    const [chassis] = await database()
      .select({ chassis: units.chassis })
      .from(units)
      .where(eq(units.tag, tag));
    await prove(
      tag,
      false,
      chassis.chassis === 'small'
        ? [
            ['front', 'scratch', 0, 60, 34],
            ['top', 'glue', 1, 90, 130],
          ]
        : [
            ['front', 'scratch', 0, 40, 60],
            ['left', 'glue', 1, 140, 50],
          ],
      71,
    );
    await shelf(tag, drive, ask, sold);
  }
  const waiting = await unitNamed('WQ-0003');
  await act('Bench B', 'fitPart', { unitId: waiting, componentId: memory });

  await stock();

  await reported('WQ-0020', ['smartctl-sda.json', 'lsblk.json']);
  await testedItself('FB-0003');
  // what runs alone now
  await leave('WQ-0020', 'Bench A', 'erase-drive', 90, 'dock 1', 91);
  await leave('WQ-0003', 'Bench B', 'system-install', 40, 'dock 2', 29);
  await leave('FB-0003', 'Bench B', 'soak', 60, 'soak shelf', 22);
  await leave('WQ-0030', 'Bench A', 'charge', 120, 'charging shelf', 11);
  await leave('TF-0002', 'Bench A', 'wash-parts', 960, 'drying rack', 120);
  await workDone('WQ-0002', 'Bench A', 'clean-inside', 7);
  await opened('TF-0002');
  for (const [condition, seed] of [
    ['paste', 4],
    ['sound', 12],
  ] as const)
    await heated('WQ-0030', condition, seed);
  await somebodyElses();
  // stages as old as a shop's are
  await database().execute(
    sql`update units set stage_since = stage_since - (abs(hashtext(tag)) % 4000) * interval '1 minute'`,
  );
}

if ((await database().select().from(shop)).length === 0) {
  for (const [name, email, role] of PEOPLE)
    actors.set(name, { id: await makePerson(name, email, password, role), name, role });
  await database().insert(shop).values({
    name: 'Saltmarsh Reuse',
    place: 'Wendle Quay',
    currencySign: 'CR',
    ratePerHourMinor: 1800,
    // the shop stands where its computer does, until the owner says otherwise
    timeZone: TIME_ZONE,
  });
  await furnish();
  await markLots();
  const [{ count }] = await database()
    .select({ count: sql<number>`count(*)::int` })
    .from(units);
  const [{ parts }] = await database()
    .select({ parts: sql<number>`count(*)::int` })
    .from(components);
  console.log(`demo: Saltmarsh Reuse is furnished, ${count} units, ${parts} parts`);
}
await closeDatabase();

import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { WHOLE_LOOK, type Chassis } from '@/core/catalogue';
import { seededRandom } from '@/core/random';
import { database } from '@/db/client';
import { components } from '@/db/schema';
import { nextStep, paysIn, proposed } from '@/shop/advice/nextStep';
import { planOf, type UnitPlan } from '@/shop/advice/plan';
import { wayToEnd } from '@/shop/units/remaining';
import { act, benchA, lotWith, openShop, unitRow } from './shop';
import { runs } from '../thorough';

openShop('plan');

/** Machines drawn; 500 by `npm run bench:plan`. */
const MACHINES = Number(process.env.OMNITROPE_PLANS ?? runs(12, 7));

/** All well from outside, and it lives. */
const alive = (chassis: Chassis) => [
  ...(chassis === 'laptop' ? ['look-swelling'] : []),
  'look-liquid',
  'look-rattle',
  'look-smell',
  'button',
  chassis === 'laptop' ? 'picture-own' : 'picture-monitor',
  'gets-to',
];

interface Drawn {
  unitId: string;
  chassis: Chassis;
}

/** A machine as a seed has it: read or not, seen running or not, with a drive of some kind or none. */
async function draw(seed: number): Promise<Drawn> {
  const random = seededRandom(seed);
  const of = <T>(...all: T[]) => all[Math.floor(random() * all.length)];
  const chassis = of<'desktop' | 'small' | 'laptop'>('desktop', 'small', 'laptop');
  const { unitId } = (await lotWith([chassis], { source: of('clearout', 'broken', 'rejects') })).units[0];
  const typed: [string, string | null][] = [
    ['memoryGb', of('2 GB', '4 GB', '8 GB', null)],
    ['memorySlots', of('2', '4', null)],
    ['driveKind', of('none', 'hard disk', 'hard disk', 'solid-state')],
    ['processor', of('Corvid M5-330', null)],
    ['batteryHealth', chassis === 'laptop' ? of('35 %', '80 %', null) : null],
  ];
  for (const [key, value] of typed) if (value) await act(benchA, 'typeSpec', { unitId, key, value });
  if (random() < 0.7) await act(benchA, 'noteTakes', { unitId, facts: { memoryKind: 'DDR4' } });
  if (random() < 0.75)
    for (const finding of alive(chassis)) await act(benchA, 'observe', { unitId, finding, outcome: 0 });
  return { unitId, chassis };
}

const put = (of: Record<string, unknown>) =>
  act(benchA, 'receivePart', { costMinor: 300, worthMinor: 300, knownGood: true, ...of });

/** What lies on the shelf of a shop of this size. */
const STOCK = [
  ...['DIMM', 'SO-DIMM'].flatMap((form) =>
    [4, 8].map((gb) => ({
      class: 'memory',
      name: `${gb} GB DDR4 ${form}`,
      costMinor: gb * 90,
      worthMinor: gb * 90,
      attributes: { gb, kind: 'DDR4', form },
    })),
  ),
  ...[128, 480].map((gb) => ({
    class: 'drive',
    name: `${gb} GB solid-state`,
    costMinor: 500 + gb,
    worthMinor: 500 + gb,
    attributes: { gb, kind: 'solid', bus: 'SATA', form: '2.5', heightMm: 7 },
  })),
  { class: 'battery', name: 'Pack 11.1 V', costMinor: 900, attributes: { health: 0.9 } },
  {
    class: 'processor',
    name: 'Corvid M7-400',
    costMinor: 900,
    attributes: { level: 4, threads: 8, socket: 'S1', model: 'M7-400' },
  },
];

/** What was used up lies there again. */
async function stock(): Promise<void> {
  const there = await database()
    .select({ name: components.name })
    .from(components)
    .where(eq(components.place, 'bin'));
  for (const part of STOCK) if (!there.some(({ name }) => name === part.name)) await put(part);
}

const fitted = ({ unitId }: Drawn, { change }: UnitPlan['changes'][number]) =>
  act(benchA, 'logWork', {
    unitId,
    ref: 'fit-parts',
    minutes: Math.round(change.minutes),
    parts: {
      put: change.put.map((componentId) => ({ componentId, despite: true })),
      out: change.comesOut.map(({ class: _, ...part }) => ({ ...part, to: 'bin' })),
    },
  });

describe('one plan', () => {
  it(
    `what is promised of a change is what the value rises by once it is in, on ${MACHINES} drawn machines; nothing stops beside one that pays`,
    async () => {
      let promised = 0;
      let paying = 0;
      for (let n = 0; n < MACHINES; n++) {
        await stock();
        const drawn = await draw(7_001 + n);
        const plan = (await planOf(drawn.unitId))!;
        const unit = await unitRow(drawn.unitId);
        expect(plan.nowMinor).toBe(unit.valueMinor);
        const rate = 1800 / 60;
        for (const { change, netMinor } of plan.changes) {
          const won = change.valueMinor - plan.nowMinor - change.partsMinor;
          expect(netMinor).toBe(Math.round(change.chance * won - change.minutes * rate));
          // nobody has read the socket of any of these boards
          expect(change.set.classes).not.toContain('processor');
        }
        const steps = await proposed(drawn.unitId, unit.evaluation!);
        const runs = unit.evaluation!.facts.system === true;
        if (plan.best && runs) expect(steps[0].kind).not.toBe('stop');
        if (!runs) expect(steps.map(({ kind }) => kind)).not.toContain('change');
        // as soon as nothing is left but to stop, it is what comes first
        const stops = unit.evaluation!.steps.filter(({ kind }) => kind === 'stop');
        const [last] = await proposed(drawn.unitId, { ...unit.evaluation!, steps: stops });
        expect(last.kind).toBe(plan.best && runs ? 'change' : 'stop');
        if (last.kind === 'change') paying++;
        // one of those looked at, whether it pays or not
        const taken = plan.changes[n % Math.max(1, plan.changes.length)];
        if (!taken) continue;
        await fitted(drawn, taken);
        promised++;
        expect((await unitRow(drawn.unitId)).valueMinor).toBe(taken.change.valueMinor);
        for (const id of taken.change.put) {
          const [part] = await database().select().from(components).where(eq(components.id, id));
          expect(part.unitId).toBe(drawn.unitId);
        }
      }
      expect(promised).toBeGreaterThan(MACHINES / 3);
      expect(paying).toBeGreaterThan(MACHINES / 8);
    },
    MACHINES * 20_000,
  );
  it('a machine that is done and would gain by a module is not stopped at: the module is next, then the ending’s first line', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    const module = await put({
      class: 'memory',
      name: '8 GB DDR4',
      costMinor: 100,
      worthMinor: 100,
      attributes: { gb: 8, kind: 'DDR4', form: 'DIMM' },
    });
    for (const [key, value] of [
      ['memoryGb', '2 GB'],
      ['memorySlots', '2'],
      ['driveKind', 'solid-state'],
      ['driveGb', '240 GB'],
      ['processor', 'Corvid M5-330'],
    ])
      await act(benchA, 'typeSpec', { unitId, key, value });
    await act(benchA, 'noteTakes', { unitId, facts: { memoryKind: 'DDR4' } });
    for (const finding of [...alive('desktop'), WHOLE_LOOK])
      await act(benchA, 'observe', { unitId, finding, outcome: 0 });
    const unit = await unitRow(unitId);
    expect(unit.evaluation!.steps[0].kind).toBe('stop');
    const next = (await nextStep(unitId))!.step;
    expect(next).toMatchObject({ kind: 'change', title: expect.stringContaining('8 GB DDR4') as string });
    const pays = (await paysIn(unit))!;
    expect(pays.netMinor).toBeGreaterThan(0);
    const { left } = await wayToEnd(unit, 'disclose', pays);
    expect(left[0]).toEqual({ what: 'change', ...pays });
    const plan = (await planOf(unitId))!;
    expect(plan.best!.change.put).toContain((module as { componentId: string }).componentId);
    await fitted({ unitId, chassis: 'desktop' }, plan.best!);
    expect((await unitRow(unitId)).valueMinor).toBe(plan.best!.change.valueMinor);
    // what pays now is something else
    expect((await planOf(unitId))!.best?.change.put ?? []).not.toContain(
      (module as { componentId: string }).componentId,
    );
  });
  it('somebody else’s machine has no plan with parts of ours', async () => {
    await stock();
    const { unitId } = (await lotWith(['laptop'], { source: 'owner' })).units[0];
    await act(benchA, 'typeSpec', { unitId, key: 'memoryGb', value: '2 GB' });
    expect(await planOf(unitId)).toBeNull();
  });
});

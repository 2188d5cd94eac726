import { describe, expect, it } from 'vitest';
import { heatTables } from '@/catalog/instruments/heat';
import { seededRandom } from '../../random';
import { HEAT_CONDITIONS, heatMachine, heatRunOf, type HeatCondition } from '../../simulate/heat';
import { catalogue } from '@/catalog';
import { compileModel } from '../../belief/model';
import { BeliefEngine } from '../../belief/posterior';
import { readHeat } from './read';
import { onAnotherDay } from './rise';
import { atRest, ordered, partsOf } from './run';
import type { HeatVerdict } from './tables';
import { heatConditions } from './verdict';
import { runs } from '@/../tests/thorough';

const SAYS: Record<HeatCondition, HeatVerdict> = {
  sound: 'sound',
  paste: 'paste',
  'blocked sink': 'dust or fan',
  'weak fan': 'dust or fan',
  'fan stalled': 'fan stalled',
  'fan control': 'fan control',
  'sensor lost': 'sensor lost',
};

describe('a heat run', () => {
  it('tells seven conditions apart in 95 of 100 noisy runs, and never calls a stalled fan sound', () => {
    const random = seededRandom(1307);
    const many = runs(350, 105);
    let right = 0;
    const wrong: string[] = [];
    for (let run = 0; run < many; run++) {
      const condition = HEAT_CONDITIONS[run % 7];
      const watts = run % 2 ? 15 : 65;
      const machine = heatMachine(condition, watts, random);
      const reading = readHeat(
        { samples: heatRunOf(machine, random), room: machine.room, limit: machine.limit },
        heatTables,
      );
      const [first] = reading.verdict;
      if (first?.id === SAYS[condition]) right++;
      else wrong.push(`${condition} ${watts} -> ${first?.id ?? reading.without}`);
      if (condition === 'fan stalled') expect(first?.id).not.toBe('sound');
    }
    expect(right / many, wrong.slice(0, 12).join('; ')).toBeGreaterThanOrEqual(0.95);
  });
  it('knows more when the watts it draws and those its cooler is for are known than when nobody read them', () => {
    const random = seededRandom(5);
    let sharper = 0;
    const many = 30;
    for (let run = 0; run < many; run++) {
      const machine = heatMachine(run % 2 ? 'paste' : 'sound', 35, random);
      const samples = heatRunOf(machine, random).map((sample) => ({ ...sample, power: undefined }));
      const at = { samples, room: machine.room, limit: machine.limit };
      const chance = (watts: number | null) =>
        readHeat({ ...at, watts, coolerWatts: watts }, heatTables).verdict.find(
          ({ id }) => id === SAYS[run % 2 ? 'paste' : 'sound'],
        )!.chance;
      sharper += Number(chance(machine.watts) > chance(null));
    }
    expect(sharper / many).toBeGreaterThan(0.8);
  });
  it('stopped as soon as it has seen enough it says the same, and where it settles within 3 K', () => {
    const random = seededRandom(77);
    let right = 0;
    let near = 0;
    const many = runs(42, 14);
    for (let run = 0; run < many; run++) {
      const condition = HEAT_CONDITIONS[run % 7];
      const machine = heatMachine(condition, 45, random);
      const samples = heatRunOf(machine, random, { loadSeconds: 900 });
      let reading = readHeat(
        { samples: samples.slice(0, 120), room: machine.room, limit: machine.limit },
        heatTables,
      );
      for (let n = 150; n <= samples.length && !reading.enough; n += 30)
        reading = readHeat(
          { samples: samples.slice(0, n), room: machine.room, limit: machine.limit },
          heatTables,
        );
      right += Number(reading.verdict[0]?.id === SAYS[condition]);
      const settles = machine.room + 1 + 45 * (machine.chip + machine.sink);
      if (condition !== 'sensor lost' && !reading.heldBack)
        near += Number(Math.abs(reading.stages!.settles - settles) < 4);
      else near++;
    }
    expect(right / many).toBeGreaterThanOrEqual(0.95);
    expect(near / many).toBeGreaterThanOrEqual(0.85);
  });
  it('1 C steps, 1 K noise, a room that drifts: both stages within 10 % on the average of 40 runs, 65 W and 15 W', () => {
    const random = seededRandom(5);
    for (const watts of [65, 15]) {
      let chip = 0;
      let sink = 0;
      const machine = {
        ...heatMachine('paste', watts, random),
        chip: (45 / watts) * 0.7,
        sink: (45 / watts) * 0.45,
      };
      for (let run = 0; run < 40; run++) {
        const reading = readHeat(
          {
            samples: heatRunOf(machine, random, { idleSeconds: 120, loadSeconds: 480 }),
            room: machine.room,
            limit: 100,
          },
          heatTables,
        );
        chip += reading.chipPerWatt! / machine.chip / 40;
        sink += reading.sinkPerWatt! / machine.sink / 40;
      }
      expect(Math.abs(chip - 1)).toBeLessThan(0.1);
      expect(Math.abs(sink - 1)).toBeLessThan(0.1);
    }
  });
  it('a hotter room moves where it settles by as much, and the limit comes sooner', () => {
    const machine = { ...heatMachine('blocked sink', 45, seededRandom(9)), chip: 0.22, sink: 1.3, room: 22 };
    const run = { samples: heatRunOf(machine, seededRandom(10), { drift: 0 }), room: 22, limit: 100 };
    const reading = readHeat(run, heatTables);
    const hot = onAnotherDay({ ...run, stages: reading.stages }, 35)!;
    expect(hot.settles - reading.stages!.settles).toBeCloseTo(13, 9);
    expect(hot.trip).not.toBeNull();
    expect(reading.trip).toBeNull();
  });
});

describe('what belief hears of a run', () => {
  const random = seededRandom(31);
  it.each([
    ['paste', 'paste-dry'],
    ['fan control', 'fan-control'],
    ['sensor lost', 'sensor-off'],
  ] as const)('%s raises %s most of what it speaks of, a sound run lowers all of it', (condition, cause) => {
    const machine = heatMachine(condition, 45, random);
    const { verdict } = readHeat(
      { samples: heatRunOf(machine, random), room: machine.room, limit: 100 },
      heatTables,
    );
    const told = heatConditions(verdict, heatTables);
    const own = told.find(({ causes }) => causes.includes(cause))!;
    expect(own.factor).toBe(Math.max(...told.map(({ factor }) => factor)));
    expect(own.factor).toBeGreaterThan(5);
    const sound = heatMachine('sound', 45, random);
    const fine = readHeat({ samples: heatRunOf(sound, random), room: sound.room, limit: 100 }, heatTables);
    for (const { factor } of heatConditions(fine.verdict, heatTables)) expect(factor).toBeLessThan(1);
  });
  it('its causes are causes of the catalogue; belief is moved by just those odds', () => {
    const known = new Set(catalogue.causes.map(({ id }) => id));
    for (const { causes } of heatTables.rows)
      for (const cause of causes) expect(known.has(cause), cause).toBe(true);
    const engine = new BeliefEngine(compileModel(catalogue, { chassis: 'laptop', source: 'clearout' }));
    const before = engine.posterior([]);
    const after = engine.posterior([{ kind: 'soft', conditions: [{ causes: ['paste-dry'], factor: 9 }] }]);
    const at = engine.model.causeIndex.get('paste-dry')!;
    const odds = (p: number) => p / (1 - p);
    expect(odds(after.marginals[at]) / odds(before.marginals[at])).toBeCloseTo(9, 6);
    const other = engine.model.causeIndex.get('fan-control')!;
    expect(after.marginals[other]).toBeCloseTo(before.marginals[other], 9);
  });
  it('a run speaks once of its condition: by Bayes over all sets of its three causes, not three times', () => {
    const model = compileModel(catalogue, { chassis: 'laptop', source: 'clearout' });
    const three = ['heatsink-blocked', 'vents-blocked', 'fan-worn'];
    const engine = new BeliefEngine(model);
    const before = engine.posterior([]).marginals;
    const priors = three.map((id) => before[model.causeIndex.get(id)!]);
    const after = engine.posterior([{ kind: 'soft', conditions: [{ causes: three, factor: 60 }] }]).marginals;
    const none = priors.reduce((product, p) => product * (1 - p), 1);
    const total = none + 60 * (1 - none);
    three.forEach((id, i) =>
      expect(after[model.causeIndex.get(id)!], id).toBeCloseTo((60 * priors[i]) / total, 9),
    );
  });
});

describe('runs that say less', () => {
  const sound = heatRunOf(heatMachine('sound', 45, seededRandom(2)), seededRandom(3));
  const read = (samples: typeof sound, more = {}) =>
    readHeat({ samples, room: 22, limit: 100, ...more }, heatTables);
  it('nothing, cut short, without fan or power: a word, or a verdict with less weight', () => {
    expect(read([]).without).toMatch(/nothing was measured/);
    expect(read(sound.slice(0, 80)).without).toMatch(/s of load/);
    const bare = read(sound.map(({ t, temp }) => ({ t, temp })));
    expect(bare.fan).toBeNull();
    expect(bare.watts).toBeNull();
    expect(bare.verdict[0].chance).toBeLessThan(read(sound).verdict[0].chance);
  });
  it('a clock that jumps back is told, and its samples are not counted twice', () => {
    const again = [...sound.slice(0, 200), ...sound.slice(150)];
    expect(ordered(again)).toMatchObject({ jumped: true });
    expect(ordered(again).samples).toHaveLength(sound.length);
  });
  it('rest is found by its slope: under 0.2 K a minute for three minutes', () => {
    const still = Array.from({ length: 240 }, (_, t) => ({ t, temp: 40 }));
    expect(atRest(still, heatTables.run.rest)).toBe(true);
    expect(
      atRest(
        still.map(({ t }) => ({ t, temp: 40 + t * 0.01 })),
        heatTables.run.rest,
      ),
    ).toBe(false);
    expect(atRest(still.slice(0, 60), heatTables.run.rest)).toBe(false);
  });
  it('the load is found without being told; what comes after the limit is left out', () => {
    const blind = sound.map(({ t, temp }) => ({ t, temp }));
    expect(Math.abs(partsOf(blind, 100, heatTables.run).idle.length - 60)).toBeLessThan(12);
    const hot = heatRunOf({ ...heatMachine('fan stalled', 65, seededRandom(4)), sink: 1.6 }, seededRandom(5));
    expect(partsOf(hot, 100, heatTables.run).heldBack).not.toBeNull();
  });
});

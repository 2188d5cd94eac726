import { describe, expect, it } from 'vitest';
import { heatTables } from '@/catalog/instruments/heat';
import { batteryRules, atxRails, railSigns, soakRules, speeds } from '@/catalog/instruments/readings';
import { STAND_INS, standInOf } from '../simulate/standIn';
import { conduct, conductHeat } from './conduct';
import { batchFault, columnsOf, missingOf, samplesOf, type Sample } from './run';
import { batteryTold, besideKey, figuresNow, pairsOf, railsTold, speedTold } from './findingsFromReading';
import { runs } from '@/../tests/thorough';

describe('batches', () => {
  const batch = (seq: number, ...t: number[]) => ({
    seq,
    columns: columnsOf(t.map((own) => ({ t: own, temp: own + 30 }))),
  });
  it('make the same run whatever the order they come in; one that came twice counts once', () => {
    const run = [0, 1, 2, 3, 4, 5].map((t) => ({ t, temp: t + 30 }));
    expect(samplesOf([batch(2, 4, 5), batch(0, 0, 1), batch(1, 2, 3), batch(0, 0, 1)])).toEqual(run);
    expect(samplesOf([])).toEqual([]);
  });
  it('what was not read at a moment is left out there', () => {
    const columns = columnsOf([
      { t: 0, temp: 30, fan: 900 },
      { t: 1, temp: 31 },
    ]);
    expect(columns).toEqual({ t: [0, 1], temp: [30, 31], fan: [900, null] });
    expect(samplesOf([{ seq: 0, columns }])[1]).toEqual({ t: 1, temp: 31 });
  });
  it('which never came is known', () => {
    expect(missingOf([0, 1, 4])).toEqual([2, 3]);
    expect(missingOf([])).toEqual([]);
  });
  it('every rail of the table is a column', () => {
    for (const { id } of atxRails)
      expect(batchFault('rails', { columns: { t: [0], loaded: [1], [id]: [1] } }), id).toBe('');
  });
  it.each([
    [{ temp: [1] }, 'it has no t'],
    [{ t: [1], temp: [1], volts: [1] }, 'heat has no volts'],
    [{ t: [], temp: [] }, 'it is empty'],
    [{ t: [1, 2], temp: [1] }, 'temp has 1 values, t has 2'],
    [{ t: [1], temp: [null] }, 'temp is missing at some moment'],
    [{ t: [1], temp: [40], fan: [null] }, ''],
    [{ t: Array(121).fill(1), temp: Array(121).fill(1) }, '121 samples; 120 at most'],
  ])('%j: %s', (columns, words) => expect(batchFault('heat', { columns })).toBe(words));
});

/** A stand-in from start to end, as the shop tells it. */
function through(kind: keyof typeof STAND_INS, condition: string, seed: number) {
  const standIn = standInOf(kind, condition, seed);
  const samples: Sample[] = [];
  let loaded = false;
  for (let n = 0; n < 12_000; n++) {
    const sample = standIn.step(loaded);
    if (!sample) return { samples, say: 'off', loaded };
    samples.push(sample);
    if (n % 10 !== 9) continue;
    const about = { room: 22, limit: 100, watts: null, done: false };
    const { say } = conduct(kind, samples, about, {
      heat: heatTables,
      battery: batteryRules,
      rails: railSigns,
      soak: soakRules,
    });
    loaded ||= say === 'load';
    if (say === 'end') return { samples, say, loaded };
  }
  return { samples, say: 'never', loaded };
}

describe('a run is conducted', () => {
  it.each(STAND_INS.heat)(
    'heat, %s: rest first, then load, and an end in between 5 and 27 minutes',
    (condition) => {
      const { samples, say } = through('heat', condition, 3);
      expect(say).toBe('end');
      const load = samples.find((own) => own.load === 1)!.t;
      expect(load).toBeGreaterThanOrEqual(160);
      expect(load).toBeLessThanOrEqual(440);
      const last = samples[samples.length - 1].t;
      expect(last - load).toBeGreaterThanOrEqual(heatTables.conduct.leastLoad);
      expect(last).toBeLessThanOrEqual(1_640);
    },
  );
  it('ends sooner than it would be through: where it settles is foretold', () => {
    const { samples } = through('heat', 'sound', 5);
    const load = samples.find((own) => own.load === 1)!.t;
    expect(samples[samples.length - 1].t - load).toBeLessThan(heatTables.conduct.mostLoad);
  });
  it('a chip at its limit has told enough', () => {
    const samples = Array.from({ length: 60 }, (_, t) => ({
      t,
      temp: t < 20 ? 50 : 60 + t,
      load: Number(t >= 20),
    }));
    expect(conductHeat({ samples, room: 22, limit: 100 }, heatTables)).toMatchObject({
      say: 'end',
      words: 'at its limit',
    });
  });
  it('a rail that is not loaded goes on; a battery ends where it would go off', () => {
    expect(through('rails', 'unloaded', 1).say).toBe('off');
    expect(through('rails', 'sound', 1).say).toBe('end');
    expect(through('battery', 'sound', 1).say).toBe('end');
    expect(through('battery', 'early cut-off', 1).say).toBe('off');
  });
});

describe('what readings tell', () => {
  const battery = (condition: string, seed = 2) => {
    const { samples, say } = through('battery', condition, seed);
    return batteryTold(samples, { ended: say === 'off', health: 0.83 }, batteryRules);
  };
  it.each([
    ['sound', 'good', 'evenly'],
    ['weak cell', 'weak', 'drops-suddenly'],
    ['early cut-off', 'weak', 'drops-suddenly'],
  ])('battery, %s: %s, %s', (condition, behaviour, outcome) => {
    for (let seed = 1; seed <= runs(5, 2); seed++)
      expect(battery(condition, seed)).toMatchObject({
        behaviour,
        answers: { 'battery-run': outcome, 'battery-health': '80-or-more' },
      });
  });
  it('a gauge alone is an answer about the gauge, and nothing else', () => {
    expect(batteryTold([], { ended: false, health: 0.55 }, batteryRules).answers).toEqual({
      'battery-health': 'under-60',
    });
    expect(() => batteryTold([], { ended: false, health: null }, batteryRules)).toThrow(/neither/);
  });
  const rails = (...read: [string, number, number][]) =>
    railsTold(
      read.map(([rail, volts, loaded], t) => ({ t, [rail]: volts, loaded })),
      atxRails,
      railSigns,
    );
  // ATX12V design guide: 12 V 11.4 to 12.6, 5 V 4.75 to 5.25, 3.3 V 3.135 to 3.465; minus within a tenth (from memory)
  it('three rails within, at the edge, one out', () => {
    expect(rails(['+12V', 12.1, 1], ['+5V', 4.9, 1], ['+3.3V', 3.31, 1]).answers).toEqual({
      rails: 'all-within-5',
    });
    expect(rails(['+12V', 11.45, 1], ['+5V', 5, 1], ['+3.3V', 3.3, 1]).answers).toEqual({
      rails: 'one-at-the-edge',
    });
    expect(rails(['+12V', 11.39, 1], ['+5V', 5, 1], ['+3.3V', 3.3, 1]).answers).toEqual({ rails: 'one-out' });
    expect(rails(['-12V', -10.9, 1]).answers).toEqual({ 'minus-rails': 'within-a-tenth' });
  });
  it('two of three within say nothing yet; unloaded rails never do, also when they wander', () => {
    expect(rails(['+12V', 12, 1], ['+5V', 5, 1]).answers).toEqual({});
    expect(rails(['+5V', 4, 0], ['+5V', 5, 0], ['+12V', 12, 0], ['+3.3V', 3.3, 0])).toMatchObject({
      answers: {},
      supply: 'nothing can be said',
    });
  });
  it('what was read under load counts, not what was read before it', () => {
    const told = rails(['+12V', 12.4, 0], ['+12V', 11.1, 1], ['+12V', 11.1, 1]);
    expect(told.rails[0]).toMatchObject({ volts: 11.1, within: false });
  });
  it('a stand-in with a sagging rail is out, ten seeds of ten; a sound one never', () => {
    for (let seed = 1; seed <= 10; seed++) {
      expect(
        railsTold(through('rails', 'sagging rail', seed).samples, atxRails, railSigns).answers.rails,
      ).toBe('one-out');
      expect(railsTold(through('rails', 'sound', seed).samples, atxRails, railSigns).answers.rails).toBe(
        'all-within-5',
      );
      expect(railsTold(through('rails', 'unloaded', seed).samples, atxRails, railSigns).answers).toEqual({});
    }
  });
  const speed = (condition: string, seed: number, could: string | null) =>
    speedTold(through('speed', condition, seed).samples, {}, [], could, speeds);
  it('drives: as it can, on a slow port, slow by itself, stalling', () => {
    for (let seed = 1; seed <= 10; seed++) {
      expect(speed('sound', seed, 'sata3').answers).toEqual({ 'link-speed': 'as-it-can' });
      expect(speed('slow port', seed, 'sata3').answers).toEqual({ 'link-speed': 'slower' });
      expect(speed('slow drive', seed, 'disk').answers).toEqual({});
      expect(speed('failing drive', seed, 'disk').stalls).toBeGreaterThan(0);
      expect(speed('sound', seed, null).answers).toEqual({});
    }
  });
  it('seconds by the stopwatch answer the question about them; any index stands by its name', () => {
    const told = speedTold([], { start: 35, browser: 3 }, [{ name: 'garden', value: 481 }], null, speeds);
    expect(told.answers).toEqual({ 'start-seconds': 'under-60' });
    expect(told.figures).toContainEqual({ id: 'index: garden', value: 481, unit: '' });
    expect(() => speedTold([], {}, [], null, speeds)).toThrow(/nothing/);
  });
  it('two figures are compared on one subject only: one drive, one title as it was set, one unit', () => {
    const told = (
      timed: Parameters<typeof speedTold>[1],
      subject: Parameters<typeof speedTold>[5],
      unit = '',
    ) => ({
      ...speedTold([], timed, [{ name: 'garden', value: 400, unit }], null, speeds, subject),
      since: [],
    });
    const readings = [
      told(
        { read: 110, frames: 22 },
        { drive: 'bay 1', title: 'the harbour race', settings: 'high' },
        'points',
      ),
      told({ read: 520, frames: 48 }, { drive: 'M.2', title: 'the harbour race', settings: 'low' }, 'ms'),
    ];
    expect(pairsOf(readings)).toEqual([]);
    const again = told({ read: 118, start: 40 }, { drive: 'bay 1' }, 'points');
    expect(pairsOf([...readings, again])).toMatchObject([
      { id: 'read', on: 'bay 1', before: 110, after: 118 },
      { id: 'index: garden', unit: 'points', before: 400, after: 400 },
    ]);
    // a heavy setting that stutters does not take back the light one that ran
    expect(figuresNow([...readings].reverse()).frames).toEqual({ value: 48, on: 'the harbour race, low' });
    expect(
      figuresNow([told({ frames: 48 }, { title: 'a' }), told({ frames: 20 }, { title: 'a' })]).frames,
    ).toEqual({ value: 20, on: 'a' });
    expect(
      figuresNow([told({ dropped720: 9 }, { title: 'a' }), told({ dropped720: 1 }, { title: 'b' })])
        .dropped720,
    ).toEqual({ value: 1, on: 'b' });
  });
  it('machines stand beside each other on one subject, whichever drive each has', () => {
    const figure = { id: 'frames', value: 40, unit: '1/s', on: 'the harbour race, low' };
    expect(besideKey({ ...figure, value: 12 })).toBe(besideKey(figure));
    expect(besideKey({ ...figure, on: 'the great map' })).not.toBe(besideKey(figure));
    const read = { id: 'read', value: 500, unit: 'MB/s', on: 'sda Flint S240' };
    expect(besideKey({ ...read, on: 'nvme0n1' })).toBe(besideKey(read));
    expect(besideKey({ id: 'index: garden', value: 1, unit: 'ms' })).not.toBe(
      besideKey({ id: 'index: garden', value: 1, unit: 'points' }),
    );
  });
  // common practice: pairs as practitioners tell them
  it.each([
    [60, 35, -0.42],
    [17, 3, -0.82],
    [456, 481, 0.055],
  ])('%f -> %f is a change of %f', (before, after, change) => {
    const [pair] = pairsOf([
      { figures: [{ id: 'start', value: before, unit: 's' }], since: [] },
      { figures: [{ id: 'read', value: 100, unit: 'MB/s' }], since: ['New paste'] },
      { figures: [{ id: 'start', value: after, unit: 's' }], since: ['Install a system'] },
    ]);
    expect(pair.change).toBeCloseTo(change, 2);
    expect(pair.between).toEqual(['New paste', 'Install a system']);
  });
});

import { describe, expect, it } from 'vitest';
import { heatTables } from '@/catalog/instruments/heat';
import {
  AILMENTS,
  drawMachine,
  thermalLog,
  type Ailment,
  type ThermalLog,
} from '../../../../tests/oracles/thermal/network';
import { seededRandom } from '../../random';
import { sinkChange } from './likeFan';
import { readHeat, type HeatRun } from './read';
import type { HeatVerdict } from './tables';
import { runs } from '@/../tests/thorough';

/** Logs of a physics the reader shares nothing with: see `tests/oracles/thermal/network`. */
const TRUTH: Record<Ailment, HeatVerdict> = {
  sound: 'sound',
  'dry paste': 'paste',
  'loose mount': 'paste',
  dust: 'dust or fan',
  'worn fan': 'dust or fan',
  'stalled fan': 'fan stalled',
  'fan control': 'fan control',
  'sensor lost': 'sensor lost',
};
const read = (log: Pick<ThermalLog, 'samples' | 'room' | 'limit'>, more: Partial<HeatRun> = {}) =>
  readHeat({ ...log, ...more }, heatTables);

describe('logs of another physics', () => {
  const random = seededRandom(4711);
  // a fan that turns slowly because it is worn is told by its like only: a test of its own
  const MANY = runs(210, 105);
  // all are drawn, so that what is drawn after them is the same however many are read
  const logs = Array.from({ length: 210 }, (_, n) =>
    thermalLog(AILMENTS.filter((own) => own !== 'worn fan')[n % 7], random),
  );
  const readings = logs.slice(0, MANY).map((log) => ({ log, reading: read(log) }));
  const verdict = ({ reading }: (typeof readings)[number]) => reading.verdict[0]?.id ?? 'nothing';
  const isRight = (own: (typeof readings)[number]) => verdict(own) === TRUTH[own.log.ailment];

  it('where the fan was read 95 of 100 are right, none is refused', () => {
    const seen = readings.filter(({ log }) => log.samples.some(({ fan }) => fan !== undefined));
    expect(seen.length).toBeGreaterThan(0.57 * MANY);
    const wrong = seen.filter((own) => !isRight(own)).map((own) => `${own.log.ailment}: ${verdict(own)}`);
    expect(1 - wrong.length / seen.length, wrong.join('; ')).toBeGreaterThanOrEqual(0.95);
    for (const { reading } of readings) expect(reading.without).toBe('');
  });
  it('a stalled fan is never called sound, nor a machine that came to its limit', () => {
    for (const own of readings)
      if (own.log.ailment === 'stalled fan' || (own.log.held && own.log.limit !== null))
        expect(verdict(own), own.log.ailment).not.toBe('sound');
    expect(readings.filter(({ log }) => log.held).length).toBeGreaterThan(0.19 * MANY);
  });
  it('a loose mount is told from the few seconds until its limit', () => {
    const loose = readings.filter(({ log }) => log.ailment === 'loose mount' && log.held);
    expect(loose.length).toBeGreaterThan(0.09 * MANY);
    expect(loose.filter(isRight).length / loose.length).toBeGreaterThanOrEqual(0.95);
  });
  it('chances are kept: of what is said to be likelier than nine in ten at least nine in ten is so', () => {
    const sure = readings.filter(({ reading }) => reading.verdict[0].chance >= 0.9);
    expect(sure.length).toBeGreaterThan(0.47 * MANY);
    expect(sure.filter(isRight).length / sure.length).toBeGreaterThanOrEqual(0.93);
  });
  it('where it settles is within 3 K at the end of a run, and its error says so', () => {
    const long = Array.from({ length: 40 }, (_, n) =>
      thermalLog((['sound', 'dry paste', 'dust', 'fan control'] as const)[n % 4], random, { load: 900 }),
    ).filter(({ held }) => !held);
    expect(long.length).toBeGreaterThan(20);
    const stages = long.map((log) => ({ log, stages: read(log).stages! }));
    const near = stages.filter((own) => Math.abs(own.stages.settles - own.log.settles!) <= 3);
    expect(near.length / long.length).toBeGreaterThanOrEqual(0.9);
    const told = stages.filter(
      (own) => Math.abs(own.stages.settles - own.log.settles!) <= 2 * own.stages.settlesError + 2,
    );
    expect(told.length / long.length).toBeGreaterThanOrEqual(0.9);
  });
  it('a sink before and after cleaning, per watt over the room: the ratio within a quarter in 8 of 10', () => {
    let [pairs, close] = [0, 0];
    for (let n = 0; n < 60; n++) {
      const given = { machine: drawMachine(random), load: 900, rest: 120, whole: true };
      const [before, after] = [thermalLog('dust', random, given), thermalLog('sound', random, given)];
      if (before.held || after.held || before.room === null || after.room === null) continue;
      pairs++;
      const told = read(after).sinkPerWatt! / read(before).sinkPerWatt!;
      close += Number(Math.abs(told / (after.finsPerWatt / before.finsPerWatt) - 1) <= 0.25);
    }
    expect(pairs).toBeGreaterThan(8);
    expect(close / pairs).toBeGreaterThanOrEqual(0.8);
  });
  it('fins that a faster fan cools are not called cleaner: at like fan nothing became of them', () => {
    // conductance of the same fins as the other physics has it: what they lose by themselves, and by the air
    const sink = (rpm: number, clog = 1) => ({
      sinkPerWatt: 1 / (0.12 + 0.9 * clog * (rpm / 4_000) ** 0.75),
      fan: { way: rpm < 300 ? ('stands' as const) : ('follows' as const), load: rpm },
    });
    const faster = sinkChange(sink(2_000), sink(4_000))!;
    expect(faster.read).toBeLessThan(-0.3);
    expect(faster.like![0]).toBeLessThan(0.02);
    expect(faster.like![1]).toBeGreaterThan(-0.02);
    // cleaned, and the fan has less to do: what was read hides most of it
    const cleaned = sinkChange(sink(4_000, 0.5), sink(2_600))!;
    const truth = sink(4_000).sinkPerWatt / sink(4_000, 0.5).sinkPerWatt - 1;
    expect(cleaned.read).toBeGreaterThan(truth + 0.1);
    expect(cleaned.like![0]).toBeLessThanOrEqual(truth + 0.04);
    expect(cleaned.like![1]).toBeGreaterThanOrEqual(truth - 0.04);
    expect(sinkChange(sink(3_000), sink(3_150))).toMatchObject({ alike: true });
    expect(sinkChange(sink(3_000), sink(0))).toMatchObject({ like: null });
    expect(sinkChange({ sinkPerWatt: null, fan: null }, sink(3_000))).toBeNull();
  });
  // of three other draws of 60 machines: 1.08, 1.10 and 1.22 times as well as without its like
  it('a worn fan is told by its like: sound runs of its model tell it from a hot design', () => {
    const dust = (log: ThermalLog, like: HeatRun['like']) =>
      read(log, { like }).verdict.find(({ id }) => id === 'dust or fan')!.chance;
    const apart = { alone: 0, beside: 0 };
    for (let n = 0; n < 24; n++) {
      const machine = drawMachine(random);
      const [measure, sound, worn] = (['sound', 'sound', 'worn fan'] as const).map((ailment) =>
        thermalLog(ailment, random, { machine, whole: true }),
      );
      if (worn.settles! - sound.settles! < 14) continue;
      const { chip, sink } = read(measure).stages!;
      const like = { chip: chip.kelvin, sink: sink.kelvin, tau: sink.tau, runs: 6 };
      expect(read(worn, { like }).like).toBe(6);
      apart.alone += dust(worn, null) - dust(sound, null);
      apart.beside += dust(worn, like) - dust(sound, like);
    }
    expect(apart.beside).toBeGreaterThan(1.15 * apart.alone);
  });
});

describe('what a log may hold', () => {
  const sound = thermalLog('sound', seededRandom(12), { whole: true });
  it.each([-128, -127, -273.15, 0, 255, 40])(
    '%f all along: the sensor is lost, and the log is not refused',
    (temp) => {
      const reading = read({ ...sound, samples: sound.samples.map((own) => ({ ...own, temp })) });
      expect(reading).toMatchObject({ lost: true, without: '', stages: null });
      expect(reading.verdict[0]).toMatchObject({ id: 'sensor lost' });
      expect(reading.verdict[0].chance).toBeGreaterThan(0.9);
    },
  );
  it('a single figure no chip can have is a slip of the bus, and changes nothing', () => {
    const slipped = sound.samples.map((own, n) => (n % 97 === 5 ? { ...own, temp: 255 } : own));
    const [clean, reading] = [read(sound), read({ ...sound, samples: slipped })];
    expect(reading.lost).toBe(false);
    expect(reading.stages!.settles).toBeCloseTo(clean.stages!.settles, 0);
  });
  it('load in per cent and as a share is the same load', () => {
    const as = (times: number) =>
      read({
        ...sound,
        samples: sound.samples.map((own) => ({ ...own, load: ((own.load ?? 0) > 0.5 ? 1 : 0) * times })),
      });
    expect(as(100).stages).toEqual(as(1).stages);
    expect(as(100).loadAt).toBe(as(1).loadAt);
  });
  it('a clock that falls while the chip is cool is a budget of watts, not heat', () => {
    const falls = sound.samples.map((own) => ({
      ...own,
      clock: own.t > sound.samples[0].t + 260 ? 2_000 : 3_000,
      power: undefined,
    }));
    expect(read({ ...sound, samples: falls }).heldBack).toBe(false);
    const hot = falls.map((own) => ({ ...own, temp: own.temp + 40 }));
    expect(read({ samples: hot, room: null, limit: null }).heldBack).toBe(true);
  });
  it('half the load a cooler is for, measured, is half the rise: the same kelvin mean more', () => {
    const chance = (coolerWatts: number) =>
      read(sound, { coolerWatts }).verdict.find(({ id }) => id === 'sound')!.chance;
    const watts = read(sound).watts!;
    expect(chance(3 * watts)).toBeLessThan(chance(watts));
    // six times what its cooler is for is another chip's: nothing is made of it
    expect(chance(watts / 6)).toBe(read(sound).verdict.find(({ id }) => id === 'sound')!.chance);
  });
});

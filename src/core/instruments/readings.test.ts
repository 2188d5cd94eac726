import { describe, expect, it } from 'vitest';
import { atxRails, batteryRules, speeds, touchLimits, touchPlaces } from '@/catalog/instruments/readings';
import { readDischarge } from './batteryRun';
import { behaviourOf, batteryChoice, runMinutes, wattHours } from './pack';
import { fitRules } from '@/catalog/parts/fits';
import { pdProfileFor, readRails, supplyOf } from './rails';
import { changeOf, framesOf, memoryPeak, readSpeed } from './speed';
import { inRoom, touchLimit, touchTold } from './touch';

const one = (rail: string, volts: number, loaded = true) => readRails(atxRails, [{ rail, volts, loaded }])[0];

/** ATX12V design guide, DC outputs: +-5 %, -12 V and -5 V +-10 % (from memory). */
describe('rails at, inside and outside each bound', () => {
  it.each([
    ['+12V', 11.4, 12.6],
    ['+5V', 4.75, 5.25],
    ['+3.3V', 3.135, 3.465],
    ['+5VSB', 4.75, 5.25],
    ['-12V', -13.2, -10.8],
    ['-5V', -5.5, -4.5],
  ])('%s', (rail, low, high) => {
    expect(one(rail, low)).toMatchObject({
      within: true,
      low: expect.closeTo(low, 6),
      high: expect.closeTo(high, 6),
    });
    expect(one(rail, high).within).toBe(true);
    expect(one(rail, (low + high) / 2).within).toBe(true);
    expect(one(rail, low - 0.01).within).toBe(false);
    expect(one(rail, high + 0.01).within).toBe(false);
  });
  it('5 V at 4.9 under load passes; wandering between 4 and 5 unloaded says nothing', () => {
    expect(supplyOf([one('+5V', 4.9)])).toBe('good');
    expect(supplyOf([one('+5V', 4.2, false), one('+5V', 4.9, false)])).toBe('nothing can be said');
    expect(supplyOf([one('+5V', 4.9), one('+12V', 11.1)])).toBe('out of limits');
    expect(supplyOf([one('+12V', 0.1)])).toBe('dead');
    expect(() => one('+9V', 9)).toThrow(/no rail/);
    expect(() => one('+5V', NaN)).toThrow(/no reading/);
  });
  it('USB-PD: 20 V 5 A feeds a plate of 20 V 4.5 A, 20 V 3 A does not; 15 V never feeds 20 V', () => {
    const spr = [5, 9, 15].map((volts) => ({ volts, amps: 3 }));
    expect(pdProfileFor([...spr, { volts: 20, amps: 5 }], { volts: 20, amps: 4.5 }, fitRules)).toEqual({
      volts: 20,
      amps: 5,
    });
    expect(pdProfileFor([...spr, { volts: 20, amps: 3 }], { volts: 20, amps: 4.5 }, fitRules)).toBeNull();
    expect(pdProfileFor(spr, { volts: 20, amps: 1 }, fitRules)).toBeNull();
    expect(pdProfileFor([{ volts: 20, amps: 3.25 }], { volts: 19.5, amps: 3.3 }, fitRules)).toEqual({
      volts: 20,
      amps: 3.25,
    });
  });
});

describe('a battery', () => {
  const steady = Array.from({ length: 121 }, (_, n) => ({ t: n * 60, percent: 100 - n * 0.5, watts: 12 }));
  it('Ah times volts is Wh; Wh by watts is minutes', () => {
    expect(wattHours(4_400, 11.1)).toBeCloseTo(48.84, 9);
    expect(runMinutes(48.84, 12)).toBeCloseTo(244.2, 9);
  });
  it('a steady run: two hours, 60 points, 24 Wh, 200 minutes from full', () => {
    expect(readDischarge(steady, false, batteryRules)).toMatchObject({
      minutes: 120,
      fell: 60,
      watts: expect.closeTo(12, 9),
      gaveWh: expect.closeTo(24, 9),
      drop: null,
      cutOff: null,
      fullMinutes: expect.closeTo(200, 9),
    });
  });
  // common practice: a gauge of 83 % that falls from 40 % to off in ten minutes is a weak cell
  it('83 % on the gauge and 40 to off in ten minutes is weak', () => {
    const run = [
      ...Array.from({ length: 61 }, (_, n) => ({ t: n * 60, percent: 100 - n })),
      ...Array.from({ length: 10 }, (_, n) => ({ t: (61 + n) * 60, percent: 40 - (n + 1) * 3.8 })),
    ];
    const reading = readDischarge(run, true, batteryRules)!;
    expect(reading.drop!.from).toBeGreaterThanOrEqual(38);
    expect(reading.drop!.minutes).toBeLessThanOrEqual(12);
    expect(behaviourOf(0.83, reading, batteryRules)).toBe('weak');
    expect(behaviourOf(0.83, readDischarge(steady, false, batteryRules), batteryRules)).toBe('good');
    expect(behaviourOf(0.83, null, batteryRules)).toBe('fair');
  });
  it('off at 22 % is an early cut-off; off at 3 % is not', () => {
    const to = (end: number) =>
      Array.from({ length: 61 }, (_, n) => ({ t: n * 60, percent: 100 - ((100 - end) * n) / 60 }));
    expect(readDischarge(to(22), true, batteryRules)).toMatchObject({ cutOff: 22 });
    expect(readDischarge(to(3), true, batteryRules)).toMatchObject({ cutOff: null, drop: null });
    expect(readDischarge([], true, batteryRules)).toBeNull();
  });
  // common practice: a battery of 40 to 80 on a machine of 25 to 30 is left and told
  it('a pack of 45.00 in a machine of 30.00 is told; one of 6.00 in one of 160.00 replaced', () => {
    expect(batteryChoice({ kept: 2_400, replaced: 3_000 }, 4_500, 150, 0.92).choice).toBe('tell');
    expect(batteryChoice({ kept: 13_000, replaced: 16_000 }, 600, 150, 0.92)).toMatchObject({
      choice: 'replace',
      gainMinor: 2_010,
      mostMinor: 2_610,
    });
  });
});

describe('speed', () => {
  it.each([
    [120, 'disk'],
    [268, 'sata2'],
    [548, 'sata3'],
    [1_610, 'nvme2'],
    [3_390, 'nvme4'],
  ])('%i MB/s is %s', (speed, id) =>
    expect(readSpeed(speeds, speed, id)).toMatchObject({ class: { id }, slowPort: false }),
  );
  it('half of what it could: wrong port or mode', () => {
    expect(readSpeed(speeds, 270, 'sata3').slowPort).toBe(true);
    expect(readSpeed(speeds, 1_600, 'nvme4').slowPort).toBe(true);
    expect(readSpeed(speeds, 12, 'disk')).toMatchObject({ class: null, slowPort: true });
  });
  it('JEDEC: 2400 MT/s on two channels is 38,400 MB/s; changes as practitioners tell them', () => {
    expect(memoryPeak(2400, 2)).toBe(38_400);
    expect(Math.round(changeOf(60, 35) * 100)).toBe(-42);
    expect(Math.round(changeOf(17, 3) * 100)).toBe(-82);
    expect(Math.round(changeOf(456, 481) * 1000) / 10).toBe(5.5);
  });
  it('frames: the mean, and the slowest in a hundred', () => {
    const frames = [...Array.from({ length: 99 }, () => 10), 50];
    expect(framesOf(frames)).toMatchObject({ mean: expect.closeTo(100_000 / 1_040, 6), low1: 20, low01: 20 });
    expect(() => framesOf([])).toThrow(/none/);
  });
});

/** IEC 62368-1 Table 38, TS1 (from memory). */
describe('touch', () => {
  it('39.1, 42.0 and 50 at 25.3 become 48.8, 51.7 and 59.7 at 35', () => {
    expect([39.1, 42, 50].map((own) => Math.round(inRoom(own, 25.3, 35) * 10) / 10)).toEqual([
      48.8, 51.7, 59.7,
    ]);
    expect(touchLimit(touchLimits, 'held', 'plastic')).toBe(48);
    expect(touchLimit(touchLimits, 'short', 'metal')).toBe(51);
    expect(touchLimit(touchLimits, 'brief', 'wood')).toBe(107);
  });
  it('read in 25.3 and told for 35: 39.1, 42.0 and 50 become 48.8, 51.7 and 59.7', () => {
    const told = touchTold(
      [
        { place: 'palm', material: 'plastic', celsius: 39.1 },
        { place: 'keys', material: 'plastic', celsius: 42 },
        { place: 'base', material: 'metal', celsius: 50 },
      ],
      25.3,
      touchPlaces,
      touchLimits,
    );
    expect(told.surfaces.map(({ then }) => then)).toEqual([48.8, 51.7, 59.7]);
    expect(told.surfaces.map(({ within, withinThen }) => [within, withinThen])).toEqual([
      [true, false],
      [true, true],
      [false, false],
    ]);
    expect(() => touchTold([], 22, touchPlaces, touchLimits)).toThrow(/nothing/);
    expect(() =>
      touchTold([{ place: 'roof', material: 'wood', celsius: 40 }], 22, touchPlaces, touchLimits),
    ).toThrow(/"roof"/);
  });
});

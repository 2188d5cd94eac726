import { chanceOfAny } from '../../../tests/belief/anyOf';
import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import type { BenchState, Chassis } from '../catalogue';
import { CLOSED, closingMinutes, movesFor, stateAfter } from '../minutes/opening';
import { evaluateUnit } from './evaluate';
import { engineFor } from './inspect';
import { type EvaluationInput } from './inspect';
import type { Sighted } from './sighted';

const worth = {
  soundMinor: 7000,
  feeShare: 0.08,
  finishMinutes: 30,
  asFoundShare: 0.45,
  asFoundMinutes: 9,
  parts: [
    { class: 'memory' as const, minor: 350 },
    { class: 'board' as const, minor: 450 },
  ],
  harvestMinutes: 16,
  recycleMinor: 10,
};

function input(chassis: Chassis, record: Sighted[], bench: Partial<BenchState> = {}): EvaluationInput {
  return {
    chassis,
    source: 'clearout',
    record,
    bench: { ...CLOSED, ...bench },
    worth,
    priceLowMinor: 6000,
    priceHighMinor: 8000,
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
  };
}

const saw = (...findings: [string, number][]): Sighted[] =>
  findings.map(([id, outcome]) => ({ kind: 'finding', id, outcome }));
const p = (result: ReturnType<typeof evaluateUnit>, cause: string) =>
  result.beliefs.find((line) => line.cause === cause)?.probability ?? 0;

/** P(at least one of these causes), from the whole posterior and not only the causes shown. */
function anyOf(chassis: Chassis, findings: [string, number][], causes: string[]): number {
  const engine = engineFor(catalogue, { chassis, source: 'clearout' });
  return chanceOfAny(
    engine,
    findings.map(([finding, outcome]) => ({ kind: 'finding', finding, outcome })),
    causes,
  );
}

describe('the catalogue’s own stories (order and meaning: common practice)', () => {
  it('fan roars, no drive light, no lock key, off only when held: memory or its contacts', () => {
    const result = evaluateUnit(
      catalogue,
      input(
        'small',
        saw(
          ['look-bay', 0],
          ['button', 0],
          ['fan-sound', 2],
          ['drive-lamp', 1],
          ['lock-key', 1],
          ['tap-off', 1],
          ['picture-monitor', 2],
        ),
      ),
    );
    expect(
      anyOf(
        'small',
        [
          ['look-bay', 0],
          ['button', 0],
          ['fan-sound', 2],
          ['drive-lamp', 1],
          ['lock-key', 1],
          ['tap-off', 1],
          ['picture-monitor', 2],
        ],
        ['memory-contact', 'module-bad', 'memory-out', 'memory-type', 'memory-unseated', 'slot-bad'],
      ),
    ).toBeGreaterThan(0.75);
    expect(result.conflict.conflict).toBe(false);
  });
  it('lock key follows, own screen black, external picture good: the screen side, and nothing of the memory', () => {
    const result = evaluateUnit(
      catalogue,
      input('laptop', saw(['button', 0], ['lock-key', 0], ['picture-own', 3], ['external', 0])),
    );
    const screen = [
      'panel-bad',
      'screen-cable-off',
      'screen-cable-bad',
      'backlight',
      'lid-sensor',
      'output-other',
      'brightness-down',
    ];
    expect(
      anyOf(
        'laptop',
        [
          ['button', 0],
          ['lock-key', 0],
          ['picture-own', 3],
          ['external', 0],
        ],
        screen,
      ),
    ).toBeGreaterThan(0.85);
    expect(p(result, 'module-bad')).toBeLessThan(0.02);
  });
  it('a faint image under the torch is the backlight, the lid sensor or only the brightness', () => {
    const result = evaluateUnit(
      catalogue,
      input('laptop', saw(['button', 0], ['lock-key', 0], ['picture-own', 3], ['external', 0], ['torch', 1])),
    );
    expect(p(result, 'backlight') + p(result, 'lid-sensor') + p(result, 'brightness-down')).toBeGreaterThan(
      0.8,
    );
  });
  it('asks which port the monitor is on, or whether there is memory, before anything dear when a tower shows no picture', () => {
    const result = evaluateUnit(
      catalogue,
      input(
        'desktop',
        saw(['look-bay', 0], ['button', 0], ['fan-sound', 0], ['lock-key', 0], ['picture-monitor', 2]),
        { plugged: true },
      ),
    );
    const first = result.steps.slice(0, 3);
    expect(first.map((step) => step.id).join()).toMatch(
      /port-used|right-port|monitor-menu|monitor-says|memory-fitted/,
    );
    for (const step of first) {
      expect(step.minutes).toBeLessThan(3);
      expect(step.partMinor).toBe(0);
    }
  });
  it('a seller’s claim moves belief only a little', () => {
    const silent = evaluateUnit(catalogue, input('desktop', []));
    const claimed = evaluateUnit(catalogue, input('desktop', saw(['says-memory', 1])));
    const before = p(silent, 'module-bad') || 0.015;
    expect(p(claimed, 'module-bad')).toBeGreaterThan(before);
    expect(p(claimed, 'module-bad')).toBeLessThan(0.2);
  });
  it('a swollen battery seen is certain and does not use up a place among the faults', () => {
    const result = evaluateUnit(
      catalogue,
      input(
        'laptop',
        saw(['look-swelling', 1], ['look-glass', 2], ['button', 0], ['fan-sound', 2], ['lock-key', 1]),
      ),
    );
    expect(p(result, 'battery-swollen')).toBe(1);
    expect(p(result, 'panel-bad')).toBe(1);
    expect(p(result, 'memory-contact') + p(result, 'module-bad') + p(result, 'memory-out')).toBeGreaterThan(
      0.5,
    );
  });
  it('a repair that helped takes its cause away and lets its questions be asked again', () => {
    const before = saw(
      ['look-bay', 0],
      ['button', 0],
      ['fan-sound', 2],
      ['lock-key', 1],
      ['picture-monitor', 2],
    );
    const after = evaluateUnit(
      catalogue,
      input('small', [...before, { kind: 'repair', id: 'reseat-memory', ended: 'helped' }]),
    );
    expect(p(after, 'memory-contact')).toBe(0);
    expect(after.facts.picture).toBeUndefined();
    const fine = evaluateUnit(
      catalogue,
      input('small', [
        ...before,
        { kind: 'repair', id: 'reseat-memory', ended: 'helped' },
        ...saw(
          ['picture-monitor', 0],
          ['gets-to', 0],
          ['fan-sound', 0],
          ['fan-follows', 0],
          ['load-run', 0],
          ['soak-hang', 0],
          ['whole-look', 0],
        ),
      ]),
    );
    expect(fine.sound.probability).toBeGreaterThan(0.95);
  });
  it('a repair that did not help makes its cause less likely by its own success chance', () => {
    const before = saw(
      ['look-bay', 0],
      ['button', 0],
      ['fan-sound', 2],
      ['lock-key', 1],
      ['picture-monitor', 2],
    );
    const tried = evaluateUnit(
      catalogue,
      input('small', [...before, { kind: 'repair', id: 'reseat-memory', ended: 'no-change' }]),
    );
    expect(p(tried, 'memory-contact')).toBeLessThan(
      p(evaluateUnit(catalogue, input('small', before)), 'memory-contact') / 3,
    );
  });
  it('findings that fit nothing known are said to, instead of a confident wrong answer', () => {
    const odd = evaluateUnit(
      catalogue,
      input(
        'small',
        saw(
          ['lamp', 2],
          ['button', 0],
          ['lock-key', 2],
          ['fan-sound', 3],
          ['picture-monitor', 1],
          ['tap-off', 1],
          ['drive-lamp', 1],
          ['start-sound', 1],
          ['code-group', 5],
          ['video-other', 1],
          ['without-card', 1],
          ['supply-tester', 2],
        ),
      ),
    );
    expect(odd.conflict.conflict).toBe(true);
  });
});

describe('evaluation', () => {
  it('voiding an answer restores the former numbers exactly', () => {
    const record = saw(['button', 0], ['fan-sound', 2], ['picture-monitor', 2]);
    const before = evaluateUnit(catalogue, input('small', record));
    evaluateUnit(catalogue, input('small', [...record, ...saw(['lock-key', 0])]));
    expect(evaluateUnit(catalogue, input('small', record))).toEqual(before);
  });
  it('decibans of the whole record add up to the whole change of log odds', () => {
    const record = saw(['button', 0], ['fan-sound', 2], ['lock-key', 1]);
    const result = evaluateUnit(catalogue, input('small', record));
    const prior = evaluateUnit(catalogue, input('small', [])).sound.probability;
    const change =
      10 * Math.log10(result.sound.probability / (1 - result.sound.probability)) -
      10 * Math.log10(prior / (1 - prior));
    expect(result.moved.reduce((sum, entry) => sum + entry.soundDecibans, 0)).toBeCloseTo(change, 0);
  });
  it('never asks what cannot be seen: no picture questions without a picture', () => {
    const result = evaluateUnit(catalogue, input('small', saw(['button', 0], ['picture-monitor', 2])));
    const needy = new Set(
      catalogue.findings.filter((finding) => finding.needs?.includes('picture')).map((finding) => finding.id),
    );
    expect(result.steps.filter((step) => step.kind === 'look' && needy.has(step.id))).toEqual([]);
  });
  it('an open case makes looks inside cheaper', () => {
    const record = saw(['button', 0], ['fan-sound', 2], ['picture-monitor', 2], ['lock-key', 1]);
    const minutes = (bench: Partial<BenchState>) =>
      evaluateUnit(catalogue, input('small', record, bench)).steps.find(
        (step) => step.id === 'memory-fitted',
      )!.minutes;
    expect(minutes({})).toBeGreaterThan(minutes({ caseOpen: true }));
  });
  it('keeps entries the catalogue no longer knows, and says it did not count them', () => {
    expect(evaluateUnit(catalogue, input('small', saw(['button', 0], ['gone-finding', 1]))).ignored).toEqual([
      'gone-finding',
    ]);
  });
  it('the range holds the expected value’s neighbourhood: low to high, in order', () => {
    const result = evaluateUnit(catalogue, input('laptop', saw(['button', 0], ['picture-own', 3])));
    expect(result.lowMinor).toBeLessThanOrEqual(result.highMinor);
    expect(result.valueMinor).toBeGreaterThanOrEqual(result.stopMinor);
  });
});

describe('bench state', () => {
  const minutes = catalogue.benchMinutes.laptop;
  it('the board comes out only through an open case', () =>
    expect(movesFor({ boardOut: true }, CLOSED, minutes).map((move) => move.item)).toEqual([
      'caseOpen',
      'boardOut',
    ]));
  it('what is set up already costs nothing', () =>
    expect(movesFor({ caseOpen: true }, { ...CLOSED, caseOpen: true }, minutes)).toEqual([]));
  it('closing takes back everything that was done', () => {
    const state = stateAfter(CLOSED, movesFor({ boardOut: true, batteryOut: true }, CLOSED, minutes));
    expect(closingMinutes(state, minutes)).toBeCloseTo(
      minutes.caseOpen.unset + minutes.boardOut.unset + minutes.batteryOut.unset,
      9,
    );
  });
});

import { describe, expect, it } from 'vitest';
import { paperCautions } from '@/catalog/papers/cautions';
import { rubric } from '@/catalog/worth/rubric';
import type { SpecKey } from '../record/keys';
import { Specification } from '../record/specification';
import { missingFacts, paperOf, type PaperAsked } from './paper';

const spec = (values: Partial<Record<SpecKey, string | number>>) =>
  new Specification(
    Object.entries(values).map(([key, value]) => ({
      key: key as SpecKey,
      value: String(value),
      number: typeof value === 'number' ? value : null,
      basis: 'typed' as const,
      origin: 'typed',
      by: 'Bench A',
      at: new Date(0),
    })),
  );
const known = {
  processor: 'Corvid M5-330',
  memoryGb: 8,
  driveKind: 'solid',
  driveGb: 240,
  batteryHealth: 0.8,
};
const asked = (more: Partial<PaperAsked> = {}): PaperAsked => ({
  chassis: 'laptop',
  as: 'graded',
  specification: spec(known),
  rubric,
  tests: new Map(),
  marks: [],
  faults: [],
  cautions: paperCautions,
  weakBattery: false,
  hot: false,
  ...more,
});
const says = (words: string, more: Partial<PaperAsked> = {}) =>
  paperOf(asked(more)).cautions.some((own) => own.includes(words));

describe('what must be known before papers leave', () => {
  const without = (key: SpecKey) => {
    const { [key as keyof typeof known]: _, ...rest } = known;
    return missingFacts('laptop', 'graded', spec(rest));
  };
  it('all of it: nothing is missing', () =>
    expect(missingFacts('laptop', 'graded', spec(known))).toEqual([]));
  it.each([
    ['processor', 'which processor it has'],
    ['memoryGb', 'how much memory it has'],
    ['driveKind', 'whether there is a drive in it'],
    ['driveGb', 'how large its drive is'],
    ['batteryHealth', 'how its battery holds, or that it has none'],
  ] as const)('without %s: %s', (key, what) => expect(without(key)).toEqual([what]));
  it('a machine without a drive has no size to tell, one without a battery no health', () => {
    const bare = spec({ processor: 'x', memoryGb: 4, driveKind: 'none', battery: 'none' });
    expect(missingFacts('laptop', 'told', bare)).toEqual([]);
  });
  it('a desktop has no battery to tell of', () => {
    const desktop = spec({ processor: 'x', memoryGb: 4, driveKind: 'none' });
    expect(missingFacts('desktop', 'graded', desktop)).toEqual([]);
  });
  it.each(['as found', 'for parts', 'owner'] as const)('%s it leaves as it is', (as) =>
    expect(missingFacts('laptop', as, spec({}))).toEqual([]),
  );
});

describe('what stands on the papers', () => {
  it('every test of the rubric for its kind, tested or not', () => {
    const paper = paperOf(
      asked({
        tests: new Map([
          ['keys', { result: 'pass', by: 'Bench B', when: '2026-11-26', words: '76 of 76 keys' }],
          ['camera', { result: 'fail', by: 'Bench A', when: '2026-11-25', words: '' }],
          ['optical', { result: 'absent', by: '', when: '', words: '' }],
        ]),
      }),
    );
    const of = (id: string) => paper.tests.find((own) => own.id === id)!;
    expect(of('keys')).toMatchObject({ result: 'passed', more: '76 of 76 keys, Bench B, 2026-11-26' });
    expect(of('camera')).toMatchObject({ result: 'failed', more: 'Bench A, 2026-11-25' });
    expect(of('optical')).toMatchObject({ result: 'not fitted', more: '' });
    expect(of('touchpad')).toMatchObject({ result: 'not tested', more: '' });
    expect(paper.untested).toHaveLength(paper.tests.length - 3);
    expect(paper.untested).not.toContain('every key');
  });
  it('marks first, then faults, each in words', () =>
    expect(
      paperOf(
        asked({
          marks: [{ id: 'm', surface: 'lid', kind: 'dent', size: 2 }],
          faults: ['second slot does not work', 'Known fault: fan noisy.'],
        }),
      ).flaws,
    ).toEqual(['Lid: dent, large', 'second slot does not work', 'Known fault: fan noisy.']));
  it('a mark of a kind the rubric no longer has keeps its own word', () =>
    expect(paperOf(asked({ marks: [{ id: 'm', surface: 'roof', kind: 'aura', size: 0 }] })).flaws).toEqual([
      'roof: aura, small',
    ]));
  it('values with how they are known', () =>
    expect(paperOf(asked()).specification.find(({ key }) => key === 'memoryGb')).toMatchObject({
      name: 'Memory',
      value: '8',
      basis: 'typed',
    }));
});

describe('cautions', () => {
  it('of a battery where there is one', () => {
    expect(says('swells')).toBe(true);
    expect(says('swells', { specification: spec({ ...known, battery: 'none' }) })).toBe(false);
    expect(says('swells', { chassis: 'desktop' })).toBe(false);
    expect(says('gives way', { weakBattery: true })).toBe(true);
    expect(says('gives way')).toBe(false);
  });
  it('of a supply where there is one inside', () => {
    expect(says('power supply', { chassis: 'desktop' })).toBe(true);
    expect(says('power supply')).toBe(false);
  });
  it('of a charger that does not come along, of heat, of no system', () => {
    expect(says('Which charger')).toBe(true);
    expect(says('Which charger', { specification: spec({ ...known, charger: '19 V' }) })).toBe(false);
    expect(says('own limit', { hot: true })).toBe(true);
    expect(says('without a system')).toBe(true);
    expect(says('without a system', { specification: spec({ ...known, system: 'a light one' }) })).toBe(
      false,
    );
  });
  it('name where they come from', () => {
    for (const { source } of paperCautions) expect(source.length).toBeGreaterThan(10);
  });
});

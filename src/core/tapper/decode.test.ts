import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import {
  CODE_POINTS,
  codeDistance,
  codeInWords,
  codeOf,
  decode,
  normaliseCode,
  type CodeTable,
} from './decode';

describe('codes as people write them', () => {
  it.each([
    ['LSS', 'LSS'],
    ['long short short', 'LSS'],
    ['1 long, 2 short', 'LSS'],
    ['1L2S', 'LSS'],
    ['l s s', 'LSS'],
    ['3-2', 'SSS-SS'],
    ['3 2', 'SSS-SS'],
    ['3–2', 'SSS-SS'],
    ['5', 'SSSSS'],
    ['1L-2S', 'L-SS'],
    ['2 long pause 1 short', 'LL-S'],
    ['endless', 'S*'],
    ['long continuous', 'L*'],
    ['1-1-3', 'S-S-SSS'],
  ])('%s is %s', (text, code) => expect(normaliseCode(text)).toBe(code));
  it.each([
    ['', /empty/],
    ['beep', /not a code/],
    ['0', /count/],
    ['21', /count/],
    ['20-20', /longer/],
    ['-', /count|no beep/],
    ['1x2', /not a code/],
  ])('%o is refused', (text, words) => expect(() => normaliseCode(text)).toThrow(words));
  it('what is read back in words says the same again', () => {
    for (const code of ['LSS', 'SSS-SS', 'L-SS', 'SSSSS', 'LLL'])
      expect(normaliseCode(codeInWords(code)), code).toBe(code);
    expect(codeInWords('S*')).toBe('short ones without end');
  });
});

describe('looking a code up', () => {
  const tables: CodeTable[] = [
    {
      maker: 'One',
      source: 'invented',
      codes: [
        { code: 'LSS', meaning: 'no picture', points: 'graphics' },
        { code: 'S*', meaning: 'supply', points: 'power' },
      ],
    },
    { maker: 'Two', source: 'invented', codes: [{ code: 'LSSS', meaning: 'memory', points: 'memory' }] },
  ];
  it('finds it to the letter first, then one sign off', () => {
    expect(decode('LSS', tables).map((hit) => [hit.line.meaning, hit.off])).toEqual([
      ['no picture', 0],
      ['memory', 1],
    ]);
    expect(decode('SSSSSS', tables)).toEqual([]);
  });
  it('an endless one is itself only', () => {
    expect(decode('S*', tables).map((hit) => hit.line.meaning)).toEqual(['supply']);
    expect(codeOf({ group: ['S'], endless: true })).toBe('S*');
    expect(codeOf({ group: [], endless: false })).toBeNull();
  });
  it('counts the signs between two codes', () => {
    expect(codeDistance('LSS', 'LSS')).toBe(0);
    expect(codeDistance('LSS', 'SSL')).toBe(2);
    expect(codeDistance('', 'SS')).toBe(2);
  });
  it('points where the question’s answers are', () =>
    expect(findingById('code-group')!.outcomes.map((outcome) => outcome.id)).toEqual([...CODE_POINTS]));
});

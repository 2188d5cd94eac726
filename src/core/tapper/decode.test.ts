import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import { CODE_POINTS, codeDistance, codeInWords, codeOf, decode, tableOf, type CodeTable } from './decode';
import { codesIn, normaliseCode, sameMessage } from './written';

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
    ['3.2', 'SSS-SS'],
    ['3.2 blink', 'SSS-SS'],
    ['3 long, 2 quick', 'LLLSS'],
    ['2-1-1-3', 'SS-S-S-SSS'],
    ['long-short', 'L-S'],
    ['5 beeps', 'SSSSS'],
    ['2 lang 1 kurz', 'LLS'],
    ['0x7B', '0x7B'],
    ['7b', '0x7B'],
    ['b2', '0xB2'],
    ['d', null],
    ['9Fh', '0x9F'],
    ['lamps 1 3', 'lamps 1 3'],
    ['lamp 3 and 1', 'lamps 1 3'],
    ['LEDs 2 amber, 4 blinking', 'lamps 2:amber 4:blinks'],
    ['lights A green B off C green', 'lamps A:green C:green'],
    ['lamps none', 'lamps none'],
    ['No bootable device', '“no bootable device”'],
    ['"Halted"', '“halted”'],
  ])('%s is %s', (text, code) => {
    if (code === null) expect(() => normaliseCode(text)).toThrow(/not a code/);
    else expect(normaliseCode(text)).toBe(code);
  });
  it('what can be read in two ways is, the likelier first; a table says how it means counts', () => {
    expect(codesIn('3-2')).toEqual(['SSS-SS', 'LLLSS']);
    expect(normaliseCode('3-2', 'long and short')).toBe('LLLSS');
    expect(codesIn('long-short')).toEqual(['L-S', 'LS']);
    expect(codesIn('lamps 1 3')).toHaveLength(1);
    expect(() => codesIn('lamps one')).toThrow(/no lamp by "one"/);
  });
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
  it('by either reading, by a display, by lamps, by the first words of a message', () => {
    const table: CodeTable = {
      maker: 'Three / Three Works',
      source: 'invented',
      codes: [
        { code: 'LLLSS', meaning: 'graphics', points: 'graphics' },
        { code: '0x7B', meaning: 'memory', points: 'memory' },
        { code: 'lamps 1 3', meaning: 'processor', points: 'board-or-processor' },
        { code: '“no bootable device found”', meaning: 'no system', points: null },
      ],
    };
    const hit = (text: string) => decode(codesIn(text), [table])[0]?.line.meaning;
    expect(hit('3-2')).toBe('graphics');
    expect(hit('h7b')).toBe('memory');
    expect(hit('7C')).toBeUndefined();
    expect(hit('lamps 3, 1')).toBe('processor');
    expect(hit('lamps 1')).toBeUndefined();
    expect(hit('No bootable device')).toBe('no system');
    expect(hit('No fan')).toBeUndefined();
    expect(sameMessage('“no”', '“no bootable device”')).toBe(true);
    expect(tableOf(table.maker, 'Three Works Ltd')).toBe(true);
    expect(tableOf(table.maker, 'Other')).toBe(false);
  });
  it('counts the signs between two codes', () => {
    expect(codeDistance('LSS', 'LSS')).toBe(0);
    expect(codeDistance('LSS', 'SSL')).toBe(2);
    expect(codeDistance('', 'SS')).toBe(2);
  });
  it('points where the question’s answers are', () =>
    expect(findingById('code-group')!.outcomes.map((outcome) => outcome.id)).toEqual([...CODE_POINTS]));
});

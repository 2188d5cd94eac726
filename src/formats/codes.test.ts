import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readCodeTables } from './codes';

describe('tables of codes', () => {
  it('reads the sample files', () => {
    const csv = readCodeTables(readFileSync('samples/codes/beeps.csv', 'utf8'));
    expect(csv.faults).toEqual([]);
    expect(csv.tables.map((table) => [table.maker, table.codes.length])).toEqual([
      ['Aldermoor', 7],
      ['Sundrel', 4],
    ]);
    expect(csv.tables[0].codes[0]).toEqual({
      code: 'LSS',
      meaning: 'No picture card answers',
      points: 'graphics',
    });
    const json = readCodeTables(readFileSync('samples/codes/lamps.json', 'utf8'));
    expect(json.faults).toEqual([]);
    expect(json.tables.map((table) => table.codes.length)).toEqual([6, 3]);
  });
  it('displays, lamps and messages; a table says how it means counts', () => {
    const { tables, faults } = readCodeTables(
      'maker,source,code,meaning,points,notation\nOne / One Works,own,0x7B,Memory,memory,\nOne / One Works,own,lamps 1 3,Board,,\nOne / One Works,own,No bootable device,No system,,\nTwo,own,3-2,Graphics,graphics,long and short\n',
    );
    expect(faults).toEqual([]);
    expect(tables.flatMap(({ codes }) => codes.map(({ code }) => code))).toEqual([
      '0x7B',
      'lamps 1 3',
      '“no bootable device”',
      'LLLSS',
    ]);
  });
  it('takes semicolons, a byte order mark, capitals in the heading and a missing column of points', () => {
    const { tables, faults } = readCodeTables(
      '\ufeffMaker;Source;Code;Meaning\nOne;own notes;3-2;"Memory; fails"\n',
    );
    expect(faults).toEqual([]);
    expect(tables[0].codes[0]).toEqual({ code: 'SSS-SS', meaning: 'Memory; fails', points: null });
  });
  it.each([
    ['', [['file', /empty/]]],
    ['{"maker": ', [['file', /no JSON/]]],
    ['{"maker":"One"}', [['table 1', /no list "codes"/]]],
    ['[]', [['file', /no code/]]],
    ['maker,code,meaning\nOne,3,x', [['line 1', /lacks source/]]],
    [
      'maker,source,code,meaning,points\nOne,own,beep,Memory,\nOne,own,3,,\n,own,2,x,\nOne,own,4,x,engine\nOne,own,5,x,\nOne,own,5 short,y,',
      [
        ['line 2', /not a code/],
        ['line 3', /no meaning/],
        ['line 4', /no maker/],
        ['line 5', /engine/],
        ['line 7', /twice/],
      ],
    ],
    ['{"maker":"One","source":"own","codes":[{"code":"3"}]}', [['table 1, code 1', /meaning/]]],
  ] as [string, [string, RegExp][]][])(
    '%j: every fault with its place, and nothing is taken',
    (text, want) => {
      const { tables, faults } = readCodeTables(text);
      expect(tables).toEqual([]);
      expect(faults.map((fault) => fault.where)).toEqual(want.map(([where]) => where));
      want.forEach(([, words], i) => expect(faults[i].reason).toMatch(words));
    },
  );
});

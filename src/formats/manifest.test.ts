import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { claimsIn } from './claims';
import { chassisFrom, gigabytes, guessColumns, readManifest, readManifestTable } from './manifest';

const read = (text: string) => {
  const table = readManifestTable(text);
  return readManifest(table, guessColumns(table.header));
};

describe('a manifest', () => {
  it('is read with commas, semicolons, tabs or bars, with or without a byte order mark', () => {
    for (const mark of [',', ';', '\t', '|']) {
      const { rows, bad } = read(
        `\ufeffKind${mark}Maker${mark}Model${mark}RAM\nlaptop${mark}Pellmark${mark}Courier 14${mark}8 GB\n`,
      );
      expect(bad).toEqual([]);
      expect(rows[0]).toMatchObject({
        line: 2,
        chassis: 'laptop',
        maker: 'Pellmark',
        model: 'Courier 14',
        memoryGb: 8,
      });
    }
  });
  it('names the line and the reason of every row it cannot read, and keeps the good ones', () => {
    const { rows, bad } = read(
      'kind,model,memory\nlaptop,Courier 14,8\nhovercraft,X,4\n\nlaptop,Courier 15,plenty\nlaptop,,8\nlaptop,A,8,9\nlaptop,Courier 15,4',
    );
    expect(rows.map((row) => row.line)).toEqual([2, 8]);
    expect(bad.map((row) => [row.line, row.reason])).toEqual([
      [3, '"hovercraft" is no kind of machine (desktop, small, aio, laptop)'],
      [5, 'memory "plenty" is not a size'],
      [6, 'neither maker nor model'],
      [7, 'has 4 cells, the heading has 3'],
    ]);
  });
  it('counts lines as an editor does when a cell holds line breaks', () => {
    const { rows } = read('kind,model,notes\nlaptop,Courier 14,"two\nlines"\nlaptop,Courier 15,ok');
    expect(rows.map((row) => row.line)).toEqual([2, 4]);
  });
  it('gives the same row the same key, also twice in one file, and a serial is a key of its own', () => {
    const text = 'kind,model,serial\nlaptop,Courier 14,\nlaptop,Courier 14,\nlaptop,Courier 14,PC1\n';
    const first = read(text).rows.map((row) => row.key);
    expect(new Set(first).size).toBe(3);
    expect(read(text).rows.map((row) => row.key)).toEqual(first);
    expect(first[2]).toBe('serial:pc1');
  });
  it('refuses the same serial on two lines', () =>
    expect(read('kind,model,serial\nlaptop,A,X9\nlaptop,A,x9').bad).toEqual([
      expect.objectContaining({ line: 3, reason: 'serial x9 stands already on line 2' }),
    ]));
  it('reads the sample with its two bad rows', () => {
    const { rows, bad } = read(readFileSync('samples/manifests/library.csv', 'utf8'));
    expect(rows).toHaveLength(40);
    expect(bad.map((row) => row.line)).toEqual([10, 21]);
  });
  it('an empty file gives nothing and throws nothing', () => expect(read('')).toEqual({ rows: [], bad: [] }));
});

describe('words and sizes', () => {
  it.each([
    ['8', 8],
    ['8 GB', 8],
    ['2x4GB', 8],
    ['512 MB', 0.5],
    ['1 TB', 1000],
    ['500 GB HDD', 500],
    ['', null],
    ['n/a', null],
    ['none', 0],
  ])('"%s" is %s gigabytes', (text, gb) => expect(gigabytes(text)).toBe(gb));
  it('"plenty" is not a size', () => expect(gigabytes('plenty')).toBeNaN());
  it.each([
    ['Notebook', 'laptop'],
    ['All-in-One', 'aio'],
    ['small desktop', 'small'],
    ['tower desktop', 'desktop'],
    ['aio', 'aio'],
    ['toaster', null],
  ])('%s is %s', (text, chassis) => expect(chassisFrom(text)).toBe(chassis));
  it.each([
    ['turns on, then nothing', ['says-no-picture']],
    ['dead', ['says-dead']],
    ['works, no hard disk', ['says-drive']],
    ['cracked screen; keys stick', ['says-screen', 'says-keys']],
    ['works', []],
    ['', []],
  ])('"%s" says %o', (text, claims) => expect(claimsIn(text)).toEqual(claims));
});

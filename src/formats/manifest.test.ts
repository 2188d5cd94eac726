import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { gigabytesIn } from '@/core/record/sizes';
import { claimsIn } from './claims/reader';
import { chassisFrom, guessColumns, readManifest, readManifestTable } from './manifest';

const read = (text: string) => {
  const table = readManifestTable(text);
  return readManifest(table, guessColumns(table.header));
};

describe('a manifest', () => {
  it('lines above its headings are no machines: a title, a date, a blank', () => {
    const { rows, bad } = read(
      'Clear-out of the harbour office,,,\n,,,\nas of 12 November,,,\nKind,Maker,Model,RAM\nlaptop,Pellmark,Courier 14,8 GB\n',
    );
    expect(bad).toEqual([]);
    expect(rows).toMatchObject([{ line: 5, model: 'Courier 14', memoryGb: 8 }]);
  });
  it.each([
    ['German', 'Geräteart;Hersteller;Modell;Seriennummer;Arbeitsspeicher;Festplatte;Zustand'],
    ['French', 'Catégorie;Marque;Modèle;N° de série;Mémoire;Disque;État'],
    ['Spanish', 'Tipo;Marca;Modelo;Número de serie;Memoria;Disco;Estado'],
  ])('headings in %s', (_, heading) => {
    const { rows, bad } = read(`${heading}\nNotebook;Pellmark;Courier 14;PM-77120;8 GB;240 GB;no picture\n`);
    expect(bad).toEqual([]);
    expect(rows[0]).toMatchObject({
      ...{ chassis: 'laptop', maker: 'Pellmark', model: 'Courier 14', serial: 'PM-77120' },
      ...{ memoryGb: 8, driveGb: 240, condition: 'no picture' },
    });
  });
  it('headings in no tongue it knows: kind and sizes are told by their cells, the larger size is the drive', () => {
    const table = readManifestTable(
      'aa;bb;cc;dd\nlaptop;500 GB;Courier 14;4 GB\ntower;1 TB;Keep T3;8 GB\nlaptop;320 GB;Courier 15;4 GB\n',
    );
    expect(guessColumns(table.header, table.rows)).toEqual({ chassis: 0, driveGb: 1, memoryGb: 3 });
  });
  it('a table without headings keeps its first line for them, as ever', () =>
    expect(readManifestTable('x,y\n1,2\n').header).toEqual(['x', 'y']));
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
      [3, '"hovercraft" is no kind of machine (desktop, small desktop, all-in-one, laptop)'],
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
  ])('"%s" is %s gigabytes', (text, gb) => expect(gigabytesIn(text)).toBe(gb));
  it('"plenty" is not a size', () => expect(gigabytesIn('plenty')).toBeNaN());
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

describe('files as real programs write them', () => {
  it('what stands between the cells is found from the whole file, not from its first line', () => {
    const text =
      'Kind,Model, remarks\nlaptop;Courier 14;works\nlaptop;Courier 15;dead\nsmall;Keep S1;works, clean\n';
    expect(readManifestTable(text).delimiter).toBe(';');
    expect(readManifestTable(text, { delimiter: ',' }).delimiter).toBe(',');
  });
  it.each([
    // a comma before decimals anywhere: points before three digits are thousands
    ['memory;drive\n8,0 GB;1.000 GB', 8, 1000],
    ['memory;drive\n8.192 MB;1,5 TB', 8, 1500],
    ['memory;drive\n2,5 GB;500', 2.5, 500],
    // a point before decimals anywhere: commas before three digits are thousands
    ['memory;drive\n8,192 MB;1.5 TB', 8, 1500],
    ['memory;drive\n4;0.5 TB', 4, 500],
  ])('%s: the mark before decimals is found', (text, memoryGb, driveGb) => {
    const [head, row] = text.split('\n');
    const { rows, bad } = read(`kind;model;${head}\nlaptop;A;${row}`);
    expect(bad).toEqual([]);
    expect(rows[0]).toMatchObject({ memoryGb, driveGb });
  });
  it('what can be read either way is asked about, not swallowed', () => {
    const text = 'kind;model;memory;drive\nlaptop;A;8.192 MB;1.000 GB\nlaptop;B;8;500';
    const { rows, bad } = read(text);
    expect(rows.map(({ model }) => model)).toEqual(['B']);
    expect(bad).toMatchObject([{ line: 2, reason: expect.stringMatching(/a thousand or one/) }]);
    const as = (decimal: '.' | ',') => {
      const table = readManifestTable(text, { decimal });
      return readManifest(table, guessColumns(table.header)).rows[0];
    };
    expect(as(',')).toMatchObject({ memoryGb: 8, driveGb: 1000 });
    expect(as('.').driveGb).toBe(1);
  });
  it('a quotation mark left open is named with its line and spoils that line only', () => {
    const { rows, bad } = read(
      'kind,model,notes\nlaptop,A,"two\nlines"\nlaptop,"B,works\nlaptop,C,works\nlaptop,D,"fine"\n',
    );
    expect(rows.map(({ model, line }) => [model, line])).toEqual([
      ['A', 2],
      ['C', 5],
      ['D', 6],
    ]);
    expect(bad).toMatchObject([{ line: 4, reason: 'a quotation mark is not closed' }]);
  });
  it('several of them, and none of the good rows is lost', () => {
    const lines = Array.from({ length: 12 }, (_, i) => (i % 5 === 4 ? `laptop,"M${i},x` : `laptop,M${i},x`));
    const { rows, bad } = read(`kind,model,notes\n${lines.join('\n')}`);
    expect(rows.length + bad.length).toBe(12);
    expect(rows.length).toBeGreaterThanOrEqual(10);
  });
  it('a bad row is mended by hand, by its line', () => {
    const text = 'kind,model,memory\nhovercraft,X,4\nlaptop,"Y,8\n';
    const mends = { 2: ['laptop', 'X', '4'], 3: ['laptop', 'Y', '8'] };
    const table = readManifestTable(text, { mends });
    const { rows, bad } = readManifest(table, guessColumns(table.header));
    expect(bad).toEqual([]);
    expect(rows.map(({ model, memoryGb }) => [model, memoryGb])).toEqual([
      ['X', 4],
      ['Y', 8],
    ]);
  });
});

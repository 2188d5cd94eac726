import { describe, expect, it } from 'vitest';
import { readCodeTables } from './codes';
import { claimsIn } from './claims/reader';
import { guessColumns, readManifest, readManifestTable } from './manifest';
import { REPORT_KINDS, readReport } from './report/bundle';
import { runs } from '@/../tests/thorough';

/**
 * Every reader of a stranger's text is fed a hundred thousand and more of each awkward sign, behind beginnings that lead into
 * each of its matchers. They must answer, whatever the answer is: time grows with length, and nothing is
 * thrown. The limit is a hundred times what a linear reader needs and far below what a quadratic one takes
 * (hours), so that a busy machine does not fail it.
 */
const LIMIT_MS = 4_000;
const SIZE = runs(400_000, 130_000);
const SIGNS = [
  ...[
    '"',
    "'",
    ',',
    ';',
    '\t',
    '|',
    '\n',
    '\r',
    ' ',
    '\u00a0',
    '\u2028',
    '1',
    '0',
    'x',
    '(',
    ')',
    '[',
    '{',
    '}',
    ':',
    '\\',
  ],
  ...[
    '-',
    '.',
    '/',
    '*',
    '\u0000',
    '\ud800',
    'ÿ',
    '日',
    '"\n',
    '",',
    '" ',
    'a"',
    '\r\n',
    '2x',
    '1 ',
    'drive',
    'battery ',
    '_input"',
  ],
];
/** A beginning that leads into the matchers of a reader, besides none at all. */
const LEADS: Record<string, string> = {
  manifest: 'kind,model,memory\nlaptop,A,',
  'a cell of a manifest': '2x4',
  codes: '"',
  'report dmidecode': 'Handle 0x1\nMemory Device\n\tSize: ',
  'report upower': 'Device: /x/battery_0\n power supply: ',
  'report lshw': '{"a":',
};

const awkward = function* (reader: string) {
  for (const lead of new Set(['', LEADS[reader] ?? '']))
    for (const sign of SIGNS) yield [lead, sign, lead + sign.repeat(Math.ceil(SIZE / sign.length))] as const;
};

function slowest(reader: string, read: (text: string) => unknown): { ms: number; of: string } {
  let worst = { ms: 0, of: '' };
  for (const [lead, sign, text] of awkward(reader)) {
    const from = performance.now();
    read(text);
    const ms = performance.now() - from;
    if (ms > worst.ms) worst = { ms, of: JSON.stringify([lead, sign]) };
  }
  if (process.env.SHOW_WORST) console.warn(worst);
  return worst;
}

describe('a hundred thousand and more of any sign', () => {
  it.each([
    [
      'manifest',
      (text: string) => {
        const table = readManifestTable(text);
        return readManifest(table, guessColumns(table.header));
      },
    ],
    [
      'a cell of a manifest',
      (text: string) =>
        readManifest(
          {
            header: ['model', 'memory', 'drive', 'note'],
            delimiter: ',',
            decimal: '.',
            problems: [],
            rows: [
              { line: 2, cells: ['laptop', text, '', ''] },
              { line: 3, cells: ['laptop', '', text, ''] },
              { line: 4, cells: [text, '', '', text] },
            ],
          },
          { model: 0, memoryGb: 1, driveGb: 2, condition: 3 },
        ),
    ],
    ['a heading', (text: string) => guessColumns([text, `drive ${text}`])],
    ['claims', (text: string) => claimsIn(text)],
    ['codes', (text: string) => readCodeTables(text)],
    ...REPORT_KINDS.map(
      (kind) => [`report ${kind}`, (text: string) => readReport([{ name: kind, text }])] as const,
    ),
    ['a report of no known kind', (text: string) => readReport([{ name: 'x', text }])],
  ] as const)('%s answers', (reader, read) =>
    expect(slowest(reader, read)).toSatisfy((worst: { ms: number }) => worst.ms < LIMIT_MS),
  );
});

describe('values an instrument never gives', () => {
  const deep = '['.repeat(100_000) + ']'.repeat(100_000);
  it.each(['lshw', 'lscpu', 'smartctl', 'sensors'])(
    '%s nested a hundred thousand deep is a problem in words',
    (kind) => {
      const { files } = readReport([{ name: kind, text: deep }]);
      expect(files[0]).toMatchObject({
        kind: null,
        problems: [expect.stringContaining('nests deeper than')],
      });
    },
  );
  it('objects where texts belong, figures beyond every column, half letters', () => {
    const bundle = readReport([
      {
        name: 'lshw',
        text: '{"id":{"toString":1},"class":"system","vendor":{"toString":1},"product":["a"],"children":[{"id":"memory","size":1e300},{"class":"disk","id":"disk","size":-5,"product":"a\\ud800b","serial":"S\\u0000"}]}',
      },
      {
        name: 'smartctl',
        text: '{"device":{"name":{"toString":1}},"user_capacity":{"bytes":1e300},"ata_smart_attributes":{"table":[{"id":5,"name":{"toString":1},"raw":{"value":1e300}}]}}',
      },
      {
        name: 'upower',
        text: 'Device: /battery_0\n  power supply: yes\n  energy-full: 1e308\n  energy-full-design: 1e-308\n',
      },
      { name: 'dmidecode', text: 'Handle 0x1\nMemory Device\n\tSize: 99999999999999999999999 TB\n' },
    ]);
    expect(bundle.lshw).toMatchObject({
      maker: null,
      memory: null,
      disks: [{ name: 'drive', serial: null, size: null }],
    });
    expect(bundle.smartctl[0]).toMatchObject({ device: '', gb: null });
    expect(bundle.upower?.full).toBeNull();
    expect(bundle.dmidecode?.modules).toEqual([]);
  });
});

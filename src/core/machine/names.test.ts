import { describe, expect, it } from 'vitest';
import { named, namesFrom, processorNamed, withNames, type ProcessorName } from './names';

const row = (pattern: string, level = 2): ProcessorName => ({
  id: pattern,
  pattern,
  cores: 4,
  threads: 4,
  level,
  year: 2014,
  watts: 65,
  graphics: 'office',
});

describe('a processor by its name', () => {
  it.each([
    ['Corvid C4-###', 'Corvid C4-640', true],
    ['Corvid C4-###', 'CORVID  C4-640 @ 2.30GHz', true],
    ['Corvid C4-###', 'Corvid C4-64', false],
    ['Corvid C4-###', 'Corvid C4-6400', false],
    ['Corvid C4-###', 'Genuine Corvid C4-640T', true],
    ['Corvid M5-3*', 'Corvid M5-330 @ 2.30GHz', true],
    ['Corvid M5-3*', 'Corvid M5-430', false],
    ['C4-6*0', 'Corvid C4-620', true],
    ['C4', '', false],
  ])('%s in "%s": %s', (pattern, text, is) => expect(named(pattern, text)).toBe(is));
  it('the row that says most outright counts', () => {
    const rows = [row('Corvid*', 1), row('Corvid M5-3*', 3), row('Corvid M5*', 2)];
    expect(processorNamed(rows, 'Corvid M5-330')!.level).toBe(3);
    expect(processorNamed(rows, 'Corvid M5-430')!.level).toBe(2);
    expect(processorNamed(rows, 'Other 3')).toBeNull();
  });
  it('many stars take no longer for it', () => {
    // a reader that tries every way would not come back
    expect(named('*a'.repeat(40), 'a'.repeat(39) + 'b'.repeat(2000))).toBe(false);
  });
});

describe('a table of names from a file', () => {
  const head = ['Name', 'Cores', 'Threads', 'Level', 'Year', 'Watts', 'Graphics'];
  it('rows are read by their headings, in any order', () => {
    expect(
      namesFrom([
        ['Year', 'Name', 'Graphics', 'Cores', 'Threads', 'Level', 'W'],
        ['2016', 'Corvid C4-7##', 'Films', '4', '8', '3', '65'],
        ['', '', '', '', '', '', ''],
      ]),
    ).toEqual({
      rows: [
        {
          pattern: 'Corvid C4-7##',
          cores: 4,
          threads: 8,
          level: 3,
          year: 2016,
          watts: 65,
          graphics: 'films',
        },
      ],
      faults: [],
    });
  });
  it('each fault is named with its line, the good rows stay', () => {
    const { rows, faults } = namesFrom([
      head,
      ['Corvid C4-7##', '4', '8', '3', '2016', '65', 'films'],
      ['**', '4', '8', '9', '2016', '', 'fast'],
    ]);
    expect(rows).toHaveLength(1);
    expect(faults).toEqual([
      'line 3: the name must say at least three letters or digits outright; level must be a whole number, 0 to 4; got "9"; watts must be a whole number, 1 to 1000; got ""; graphics must be one of none, office, films, light games; got "fast"',
    ]);
  });
  it('a file without the columns says which are missing', () =>
    expect(namesFrom([['Name', 'Cores']]).faults).toEqual([
      'line 1: no column for threads, level, year, watts, graphics',
    ]));
  it('an empty file has no columns', () => expect(namesFrom([]).rows).toEqual([]));
});

describe('names of a file over those that stand', () => {
  it('the same is replaced and keeps its id, another is added', () => {
    const { id: _, ...own } = row('Corvid C4-6##', 3);
    const { id: __, ...other } = row('Ternwick Q4*', 2);
    const { rows, added } = withNames(
      [row('corvid  C4-6##', 1)],
      [own, other],
      (taken) => `own-${taken.length}`,
    );
    expect(added).toBe(1);
    expect(rows).toMatchObject([
      { id: 'corvid  C4-6##', level: 3 },
      { id: 'own-1', pattern: 'Ternwick Q4*' },
    ]);
  });
});

import { describe, expect, it } from 'vitest';
import { processors } from '@/catalog/machine/processors';
import { amountFrom, dayFrom, readPastSales } from './pastSales';

const read = (text: string) => readPastSales(text, processors, '2026-11-26', 2);

describe('former sales out of a file', () => {
  it('are read by their headings, in whatever order and language', () => {
    const english = read(
      'Price,Sold on,Kind,Level,RAM,Storage,Drive kind,Grade,Battery,Screen,Channel\n129.00,2026-03-02,laptop,2,8 GB,240 GB,SSD,B,71 %,14,online\n',
    );
    const german = read(
      'Datum;Gerät;Preis;Speicher;Festplatte;Zustand;Akku;Bildschirm\n02.03.2026;Notebook Courier 15;129,00;8 GB;240 GB SSD;B;71;14\n',
    );
    expect(english.bad).toEqual([]);
    expect(german.bad).toEqual([]);
    const same = { day: '2026-03-02', minor: 12_900 };
    const spec = { chassis: 'laptop', memoryGb: 8, driveKind: 'solid', driveGb: 240, grade: 'B', batteryHealth: 0.71, screenIn: 14 }; // prettier-ignore
    expect(english.sales).toMatchObject([{ ...same, spec: { ...spec, level: 2, channel: 'online' } }]);
    expect(german.sales).toMatchObject([
      { ...same, called: 'Notebook Courier 15', spec: { ...spec, level: null } },
    ]);
  });
  it('a drive that is none, a processor by its name', () => {
    const [name] = processors;
    const { sales } = read(
      `day,price,kind,processor,drive\n2026-01-05,40,desktop,${name.pattern.replace(/[#*]/g, '1')},none\n`,
    );
    expect(sales[0].spec).toMatchObject({ driveKind: 'none', driveGb: 0, level: name.level });
  });
  it.each([
    ['2026-12-01,100,laptop', 'column "day": 2026-12-01 is still to come'],
    ['soon,100,laptop', 'column "day": "soon" is no day'],
    ['2026-02-30,100,laptop', 'is no day'],
    ['2026-02-03,free,laptop', 'column "price": "free" is no price'],
    ['2026-02-03,0,laptop', 'is no price'],
    ['2026-02-03,-20,laptop', 'is no price'],
    ['2026-02-03,100,submarine', 'column "kind": "submarine" is no kind of machine'],
    ['2026-02-03,100,laptop,E', 'column "grade": "E" is none of A, B, C, D'],
    ['2026-02-03,100,laptop,A,much', 'column "memory": "much" is no size'],
  ])('%s is refused with its line and column', (line, words) => {
    const { sales, bad } = read(`day,price,kind,grade,memory\n2026-02-02,90,laptop,B,4 GB\n${line}\n`);
    expect(sales).toHaveLength(1);
    expect(bad).toMatchObject([{ line: 3 }]);
    expect(bad[0].reason).toContain(words);
  });
  it('a file without a price says so at once', () => {
    expect(read('day,kind\n2026-02-02,laptop\n').bad[0].reason).toContain('no column for the price');
  });
});

describe('days and amounts as people write them', () => {
  it.each([
    ['2026-03-02', '2026-03-02'],
    ['2.3.2026', '2026-03-02'],
    ['02/03/2026', '2026-03-02'],
    ['2026-13-02', null],
    ['03.02', null],
  ])('%s is %s', (text, day) => expect(dayFrom(text)).toBe(day));
  it.each([
    ['129', 12_900],
    ['129.5', 12_950],
    ['1,299.00', 129_900],
    ['1.299,00 €', 129_900],
    ['1 299', 129_900],
    ['CR 85', 8500],
    ['', null],
  ])('%s is %s', (text, minor) => expect(amountFrom(text, 2)).toBe(minor));
});

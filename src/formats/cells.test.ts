import { describe, expect, it } from 'vitest';
import { plainCell } from './cells';

describe('cells for a spreadsheet', () => {
  it.each(['=1+1', '+1+1', '-1+1', '@SUM(A1)', '\t=1', '\n=1', ' =1', 'x'.slice(1) + '=cmd|\n=2', '＝1'])(
    '%j cannot be a formula',
    (text) => expect(plainCell(text)).toBe(`'${text}`),
  );
  it.each(['Courier 14', '12.50', '-12.50', '', 'a\n=b'])('%j stays as it is', (text) =>
    expect(plainCell(text)).toBe(text),
  );
});

import { describe, expect, it } from 'vitest';
import chardet from 'chardet';
import { encodingOf as encodingBy, textOf } from './encoding';

const encodingOf = (bytes: Uint8Array) =>
  encodingBy(bytes, async (sample) => chardet.analyse(sample).map(({ name }) => name));

const bytes = (...values: number[]) => Uint8Array.from(values);
const latin = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

describe('the letters of a file', () => {
  it('UTF-8, with and without a mark, and plain ASCII', async () => {
    expect(await encodingOf(new TextEncoder().encode('größe;łódź'))).toBe('utf-8');
    expect(await encodingOf(bytes(0xef, 0xbb, 0xbf, 0x41))).toBe('utf-8');
    expect(textOf(bytes(0xef, 0xbb, 0xbf, 0x41), 'utf-8')).toBe('A');
    expect(await encodingOf(latin('kind;model'))).toBe('utf-8');
  });
  it('UTF-16 by its mark', async () => {
    const file = bytes(0xff, 0xfe, 0x41, 0, 0x3b, 0);
    expect(await encodingOf(file)).toBe('utf-16le');
    expect(textOf(file, 'utf-16le')).toBe('A;');
  });
  it('what is no UTF-8 is read as a one-byte set, and its umlauts are right', async () => {
    const file = latin('Kind;Modell;Gr\u00f6\u00dfe\nlaptop;Gr\u00fcn;gut f\u00fcr B\u00fcro\n'.repeat(6));
    const found = await encodingOf(file);
    expect(textOf(file, found)).toContain('für Büro');
  });
  it('Cyrillic of one byte a letter', async () => {
    // "ноутбук; экран треснул; не включается" in windows-1251
    const one = bytes(
      0xed,
      0xee,
      0xf3,
      0xf2,
      0xe1,
      0xf3,
      0xea,
      0x3b,
      0x20,
      0xfd,
      0xea,
      0xf0,
      0xe0,
      0xed,
      0x20,
      0xf2,
      0xf0,
      0xe5,
      0xf1,
      0xed,
      0xf3,
      0xeb,
      0x3b,
      0x20,
      0xed,
      0xe5,
      0x20,
      0xe2,
      0xea,
      0xeb,
      0xfe,
      0xf7,
      0xe0,
      0xe5,
      0xf2,
      0xf1,
      0xff,
      0x0a,
    );
    const file = Uint8Array.from(Array.from({ length: 12 }, () => [...one]).flat());
    expect(textOf(file, await encodingOf(file))).toContain('не включается');
  });
});

import { describe, expect, it } from 'vitest';
import { interpretReport } from '@/shop/report/interpret';
import { readReport } from './bundle';
import { parseEdid, screenWords } from './edid';

/**
 * A block written field by field after VESA E-EDID 1.4, 3.1 to 3.10 (from memory): 309 x 174 mm, 1366 x 768.
 */
function block(change: (bytes: number[]) => void = () => undefined): number[] {
  const bytes = Array<number>(128).fill(0);
  [0, 255, 255, 255, 255, 255, 255, 0].forEach((byte, n) => (bytes[n] = byte));
  bytes[17] = 24; // made in 2014
  bytes[18] = 1;
  bytes[19] = 4;
  bytes[20] = 0x95; // digital
  bytes[21] = 31;
  bytes[22] = 17;
  // detailed timing: clock, 1366 active, 768 active, 309 x 174 mm
  bytes.splice(
    54,
    18,
    0x12,
    0x1b,
    1366 & 255,
    0xe0,
    ((1366 >> 8) << 4) | 0,
    768 & 255,
    0x20,
    (768 >> 8) << 4,
    48,
    32,
    54,
    0,
    309 & 255,
    174,
    (309 >> 8) << 4,
    0,
    0,
    0x19,
  );
  // a name
  bytes.splice(90, 18, 0, 0, 0, 0xfc, 0, ...[...'LUMEN P14\n   '].map((sign) => sign.charCodeAt(0)));
  change(bytes);
  bytes[127] = (256 - (bytes.slice(0, 127).reduce((sum, byte) => sum + byte, 0) % 256)) % 256;
  return bytes;
}
const hex = (bytes: readonly number[]) => bytes.map((byte) => byte.toString(16).padStart(2, '0')).join(' ');

describe('a panel’s own description', () => {
  it('pixels, size, name and year', () => {
    const { value } = parseEdid(hex(block()));
    expect(value).toEqual({
      across: 1366,
      down: 768,
      inches: 14,
      name: 'LUMEN P14',
      year: 2014,
      digital: true,
    });
    expect(screenWords(value!)).toBe('14.0 inch, 1366 x 768');
  });
  it('without millimetres the centimetres count; without either no size', () => {
    const flat = block((bytes) => bytes.splice(66, 3, 0, 0, 0));
    expect(parseEdid(hex(flat)).value!.inches).toBe(13.9);
    const none = block((bytes) => {
      bytes.splice(66, 3, 0, 0, 0);
      bytes[21] = bytes[22] = 0;
    });
    expect(parseEdid(hex(none)).value).toMatchObject({ inches: null, across: 1366 });
  });
  it.each([
    ['', '0 bytes'],
    ['00 ff ff', '3 bytes'],
    [hex(block((bytes) => (bytes[0] = 1))), 'does not begin'],
    [hex(block()).replace(/..$/, '00'), 'its sum is wrong'],
    ['zz '.repeat(300), '0 bytes'],
  ])('%s: a clear word', (text, words) => {
    const { value, problems } = parseEdid(text);
    expect(value).toBeNull();
    expect(problems[0]).toContain(words);
  });
  it('is the screen of a laptop, measured; of a desktop it is somebody’s monitor', () => {
    const bundle = readReport([{ name: 'edid-eDP-1.txt', text: hex(block()) }]);
    expect(interpretReport(bundle, 'laptop').spec).toContainEqual({
      key: 'screen',
      value: '14.0 inch, 1366 x 768',
      number: 14,
    });
    expect(interpretReport(bundle, 'desktop').spec).toEqual([]);
  });
});

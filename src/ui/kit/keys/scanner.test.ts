import { describe, expect, it } from 'vitest';
import { ScanReader, USUAL_SCANNER, learnScanner, type Scanner } from './scanner';

/** Keys at the given pauses, ms; the last pause comes before the end key. */
function typed(
  reader: ScanReader<string>,
  text: string,
  pause: number | ((n: number) => number),
  end = 'Enter',
) {
  let at = 1_000;
  const heard = [...text].map((key, n) => {
    at += typeof pause === 'number' ? pause : pause(n);
    return reader.hear(key, at, null, '').kind;
  });
  at += typeof pause === 'number' ? pause : pause(text.length);
  return { heard, last: reader.hear(end, at, null, '') };
}
const reader = (scanner: Partial<Scanner> = {}) => new ScanReader<string>({ ...USUAL_SCANNER, ...scanner });

describe('a scanner is told from a person by when keys were pressed', () => {
  it('fast signs and an Enter are a scan; slower ones are keys', () => {
    expect(typed(reader(), 'WQ-0019', 12).last).toEqual({
      kind: 'scan',
      text: 'WQ-0019',
      into: null,
      before: '',
    });
    const slow = typed(reader(), 'HELLO', 140);
    expect(slow.heard).toEqual(['first', 'first', 'first', 'first', 'first']);
    expect(slow.last).toEqual({ kind: 'key' });
  });
  it('a scanner slower than the setting is known by its evenness and by what it reads, and its gap is learnt', () => {
    const read = typed(reader(), 'WQ-0019', (n) => 60 + (n % 3) * 5);
    expect(read.last).toMatchObject({ kind: 'scan', text: 'WQ-0019', slow: 90 });
    // the same pauses once the setting is wide enough: a scan from its first sign
    expect(typed(reader({ gapMs: 90 }), 'WQ-0019', 60).last).toMatchObject({ kind: 'scan', text: 'WQ-0019' });
  });
  it('a person who types a tag does it unevenly', () => {
    const pauses = [80, 20, 85, 30, 70, 15, 88, 60];
    expect(typed(reader({ gapMs: 10 }), 'WQ-0019', (n) => pauses[n]).last).toEqual({ kind: 'key' });
  });
  it('a prefix begins a scan however slowly it comes, a suffix of another kind ends it', () => {
    const own = reader({ prefix: 'F9', suffix: 'Tab' });
    expect(own.hear('F9', 0, null, '').kind).toBe('prefix');
    for (const [n, key] of [...'P-0042'].entries())
      expect(own.hear(key, 300 * (n + 1), null, '').kind).toBe('more');
    expect(own.hear('Tab', 2_100, null, '')).toMatchObject({ kind: 'scan', text: 'P-0042' });
    // without its end nothing comes of it
    own.hear('F9', 5_000, null, '');
    own.hear('1', 5_100, null, '');
    expect(own.hear('2', 9_000, null, '').kind).toBe('first');
  });
  it('what was in a field before the scan is kept', () => {
    const own = reader();
    let at = 0;
    for (const key of 'WQ-0001') own.hear(key, (at += 9), 'note', 'half a sentence');
    expect(own.hear('Enter', at + 9, 'note', '')).toEqual({
      kind: 'scan',
      text: 'WQ-0001',
      into: 'note',
      before: 'half a sentence',
    });
  });
});

describe('a scanner is learnt from one scan of a known code', () => {
  const keys = (all: string[], pause: number) => all.map((key, n) => ({ key, at: n * pause }));
  it('its longest pause, its prefix and its end', () => {
    expect(learnScanner(keys([...'BENCH-1', 'Enter'], 10), 'BENCH-1')).toEqual({
      gapMs: 36,
      prefix: '',
      suffix: 'Enter',
    });
    expect(learnScanner(keys(['F8', ...'BENCH-1', 'Tab'], 50), 'BENCH-1')).toEqual({
      gapMs: 65,
      prefix: 'F8',
      suffix: 'Tab',
    });
  });
  it('capitals come with Shift', () => {
    expect(learnScanner(keys(['Shift', 'B', 'Shift', 'E', '-', '1', 'Enter'], 8), 'be-1')).toMatchObject({
      suffix: 'Enter',
    });
  });
  it('another code, no end, or fingers: nothing is learnt', () => {
    expect(learnScanner(keys([...'OTHER-1', 'Enter'], 10), 'BENCH-1')).toBeNull();
    expect(learnScanner(keys([...'BENCH-1'], 10), 'BENCH-1')).toBeNull();
    expect(learnScanner(keys([...'BENCH-1', 'Enter'], 160), 'BENCH-1')).toBeNull();
  });
});

import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { LEVEL_FLAGS, processorLevel } from './levels';

/**
 * x86-64 psABI levels as flag names; the file's lists were checked against a compiler's predefined macros.
 */
const published = JSON.parse(
  readFileSync(new URL('../../../tests/oracles/x86-levels.json', import.meta.url), 'utf8'),
) as Record<string, string[]>;

describe('processor levels', () => {
  it.each([1, 2, 3, 4] as const)('v%i wants exactly the published flags', (level) =>
    expect([...LEVEL_FLAGS[level]].sort()).toEqual([...published[`v${level}`]].sort()),
  );
  it.each([1, 2, 3, 4])('all flags up to v%i give v%i', (level) => {
    const flags = Array.from({ length: level }, (_, i) => published[`v${i + 1}`]).flat();
    expect(processorLevel(flags).level).toBe(level);
  });
  it('a single missing flag holds a processor at the level below and is named', () => {
    const flags = [...published.v1, ...published.v2, ...published.v3].filter((flag) => flag !== 'movbe');
    expect(processorLevel(flags)).toEqual({ level: 2, missing: ['movbe'] });
  });
  it('flags of a higher level do not make up for a lower one', () =>
    expect(processorLevel([...published.v1, ...published.v3]).level).toBe(1));
  it('no long mode is level 0', () => expect(processorLevel(['fpu', 'sse', 'sse2']).level).toBe(0));
});

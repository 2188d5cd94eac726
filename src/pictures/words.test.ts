import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { plateSays } from '@/core/machine/plate';
import { wordsInPhoto } from './words';

describe('the words in a photograph', () => {
  it('of a plate, taken aslant and none too sharp, are read well enough to be proposed', async () => {
    const lines = await wordsInPhoto(readFileSync('samples/label.jpg'));
    expect(lines).toContain('Model: Courier 14');
    expect(plateSays(lines)).toEqual(
      expect.arrayContaining([
        { of: 'specification', key: 'serial', value: 'PC1-4471-009' },
        { of: 'charger', volts: 19.5, amps: 3.34 },
      ]),
    );
  });
  it('no picture is refused', async () => {
    await expect(wordsInPhoto(new Uint8Array([1, 2, 3]))).rejects.toThrow('no picture');
  });
});

import { describe, expect, it } from 'vitest';
import { evidenceWords } from './evidence';

describe('what an answer spoke for, in words', () => {
  it.each([
    [
      [
        { cause: 'Bad module', decibans: 14 },
        { cause: 'Dirty contacts', decibans: -2 },
      ],
      'strongly for “bad module”, a little against “dirty contacts”',
    ],
    [[{ cause: 'Dead drive', decibans: -6.1 }], 'clearly against “dead drive”'],
    [[{ cause: 'Dead drive', decibans: 0.4 }], ''],
    [[], ''],
  ])('%o', (moved, words) => expect(evidenceWords(moved)).toBe(words));
});

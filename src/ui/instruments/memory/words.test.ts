import { describe, expect, it } from 'vitest';
import { endWords, trialWords } from './words';

describe('the memory board in words', () => {
  it('says only what the hands have to do', () => {
    expect(trialWords([0, 1, -1], [0, -1, -1], 0)).toBe('B out.');
    expect(trialWords([-1, -1], [0, 1], 0b10)).toBe(
      'Clean slot 2 and the contacts that go there. A into slot 1 and B into slot 2.',
    );
    expect(trialWords([0, -1], [0, -1], 1)).toBe(
      'Clean slot 1 and the contacts that go there. Leave A as it is.',
    );
  });
  it('names the ends', () => {
    const none = {
      done: true,
      modules: ['sound'] as const,
      slots: ['sound'] as const,
      contacts: [],
      cleanAndFailing: false,
    };
    expect(endWords({ ...none, modules: ['sound', 'bad'], slots: ['sound'] })).toEqual(['Module B is bad.']);
    expect(endWords({ ...none, modules: ['sound'], slots: ['sound', 'bad'], contacts: [0] })).toEqual([
      'Slot 2 is bad.',
      'It was the contacts of slot 1.',
    ]);
    expect(endWords({ ...none, modules: ['bad'], slots: ['sound'], cleanAndFailing: true })).toEqual([
      'Module A is bad.',
      'The contacts it was not: cleaned, it goes on failing.',
    ]);
    expect(endWords({ ...none, modules: ['sound'], slots: ['sound'] })).toEqual([
      'Every module and every slot works.',
    ]);
  });
});

import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import { backView } from './back';
import { eventNames } from './eventNames';

const names = eventNames('laptop', shippedHouse.rubric, 2);
const view = (kind: string, payload: Record<string, unknown>) =>
  backView(
    { seq: 7, kind, payload, actor: 'bench-a', at: new Date(0), voids: null },
    { command: 'takeBackWork', input: { workId: 'w' } },
    names,
  );
const part = (to: string) => ({
  component: 'c',
  code: 'P-0001',
  name: 'module',
  class: 'memory',
  from: 'bin',
  to,
});

describe('what is taken back, in words', () => {
  it('says what was done, and what goes back with it', () =>
    expect(
      view('work logged', {
        work: 'w',
        title: 'Paste',
        minutes: 12,
        ended: 'helped',
        observation: 3,
        note: '',
        parts: [part('unit:u'), part('bin')],
        before: { stage: 'find' },
        after: { stage: 'hands' },
      }),
    ).toMatchObject({
      seq: 7,
      words: expect.stringMatching(/^Done before: Paste, 12 min of hands: helped/),
      goes: '1 part comes out again; 1 part goes back in; its verdict goes; its minutes go; it moves back to find out',
      command: 'takeBackWork',
    }));
  it('of what stands by itself nothing goes with it', () =>
    expect(view('typed', { key: 'memoryGb', value: '8 GB' })).toMatchObject({
      words: 'Read off: Memory: 8 GB',
      goes: '',
    }));
  it('what a step of cleaning finished is dirty again, answers it gave go', () =>
    expect(view('clean step', { does: 'Blow', zones: ['fins'], cleaned: ['fins', 'fan'] }).goes).toBe(
      '2 zones are dirty again',
    ));
});

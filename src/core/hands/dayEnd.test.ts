import { describe, expect, it } from 'vitest';
import { atClosing, dayEndOf } from './dayEnd';

describe('the end of a day', () => {
  it('what lies open against the hands there are until closing', () => {
    const loose = [{ minutes: 20 }, { minutes: 25 }];
    expect(dayEndOf(loose, 30, 2)).toEqual({ minutes: 45, there: 60, fits: true });
    expect(dayEndOf(loose, 30, 1)).toMatchObject({ there: 30, fits: false });
    // the house is shut: whatever lies open lies open
    expect(dayEndOf(loose, null, 1)).toMatchObject({ there: null, fits: false });
    expect(dayEndOf([], 0, 1)).toMatchObject({ minutes: 0, fits: true });
  });
  it('a run has run, is over by then, may run on, or has to be stopped', () => {
    expect(atClosing({ left: 20, night: false }, 30)).toBe('over');
    expect(atClosing({ left: 40, night: true }, 30)).toBe('runs on');
    expect(atClosing({ left: 40, night: false }, 30)).toBe('stop it');
    expect(atClosing({ left: 1, night: false }, null)).toBe('stop it');
    expect(atClosing({ left: 0, night: false }, null)).toBe('has run');
  });
});

import { describe, expect, it } from 'vitest';
import { stretchMinutes } from './stretch';

const IDLE = 5;
const at = (minutes: number) => new Date(Date.UTC(2026, 0, 5, 9, 0) + minutes * 60_000);

describe('minutes of a stretch', () => {
  it.each([
    ['ended', { startedAt: at(0), endedAt: at(12) }, 100, 12],
    ['running', { startedAt: at(0), endedAt: null }, 30, 30],
    ['finding out, answered just now', { startedAt: at(0), endedAt: null, seenAt: at(9) }, 10, 10],
    ['finding out, left open over night', { startedAt: at(0), endedAt: null, seenAt: at(9) }, 900, 9 + IDLE],
    ['finding out that was ended', { startedAt: at(0), endedAt: at(3), seenAt: at(2) }, 900, 3],
    ['a clock set back', { startedAt: at(5), endedAt: null }, 0, 0],
  ])('%s', (_, stretch, now, minutes) => expect(stretchMinutes(stretch, at(now), IDLE)).toBe(minutes));
});

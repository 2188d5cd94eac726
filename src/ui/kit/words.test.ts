import { describe, expect, it } from 'vitest';
import { attended, duration, percent } from './words';

describe('words for figures: no more digits than known', () => {
  it.each([
    [0.5, '30 s'],
    [1, '1 min'],
    [59.4, '59 min'],
    [60, '1 h 00'],
    [110, '1 h 50'],
    [840, '14 h'],
    [3000, '2 d'],
    [-3, '0 s'],
  ])('%d minutes is %s', (minutes, words) => expect(duration(minutes)).toBe(words));
  it.each([
    [0.05, '5 s'],
    [0.3, '20 s'],
    [0.97, '1 min'],
    [4.4, '4 min'],
    [75, '1 h 15'],
  ])('%d attended minutes is %s', (minutes, words) => expect(attended(minutes)).toBe(words));
  it.each([
    [0, '0 %'],
    [0.001, 'under 1 %'],
    [0.456, '46 %'],
    [0.998, 'over 99 %'],
    [1, '100 %'],
  ])('%d is %s', (p, words) => expect(percent(p)).toBe(words));
});

import { describe, expect, it } from 'vitest';
import type { RankedStep } from '../steps/rank';
import { choiceOf } from './choice';

const step = (id: string, valueMinor: number) => ({ kind: 'look', id, valueMinor }) as RankedStep;
const steps = [step('a', 5_000), step('b', 4_200), step('c', 5_300)];

describe('what was chosen among proposals', () => {
  it('the first gives nothing up; another what it is worth less; one worth more by its figure gives nothing up either', () => {
    expect(choiceOf({ steps }, 'a')).toEqual({ proposed: 'a', place: 1, lostMinor: 0 });
    expect(choiceOf({ steps }, 'b')).toEqual({ proposed: 'a', place: 2, lostMinor: 800 });
    expect(choiceOf({ steps }, 'c')).toEqual({ proposed: 'a', place: 3, lostMinor: 0 });
  });
  it('what was not proposed, or the only thing there was, is no choice', () => {
    expect(choiceOf({ steps }, 'x')).toBeNull();
    expect(choiceOf({ steps: [steps[0]] }, 'a')).toBeNull();
    expect(choiceOf(null, 'a')).toBeNull();
  });
});

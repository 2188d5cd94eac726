import type { Cause, Finding } from '@/core/catalogue';
import { WHOLE_LOOK } from '@/core/catalogue';

/**
 * The look over the whole machine: the function tests in one answer. It tells that something is left, not
 * what.
 */
export function wholeLook(causes: readonly Cause[]): Finding {
  return {
    id: WHOLE_LOOK,
    ask: 'Look the whole machine over: is anything left?',
    group: 'board',
    stage: 'bench',
    minutes: 4,
    bench: { plugged: true },
    how: 'The list of function tests, once through.',
    outcomes: [
      { id: 'all-well', label: 'All well' },
      { id: 'something-left', label: 'Something is left' },
    ],
    leak: [0.995, 0.005],
    by: Object.fromEntries(causes.map((cause) => [cause.id, [0.03, 0.97]])),
    source: 'order and meaning: common practice; probabilities: shop estimate',
  };
}

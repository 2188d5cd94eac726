import { WHOLE_LOOK, type Cause } from '@/core/catalogue';
import { finding, type FindingRow } from '../rows/finding';

/**
 * The look over the whole machine: the function tests in one answer. It tells that something is left, not
 * what.
 */
export const wholeLook = (causes: readonly Cause[]): FindingRow =>
  finding({
    id: WHOLE_LOOK,
    ask: 'Look the whole machine over: is anything left?',
    how: 'The list of function tests, once through.',
    group: 'board',
    stage: 'bench',
    minutes: 4,
    bench: { plugged: true },
    outcomes: { 'all-well': 'All well', 'something-left': 'Something is left' },
    leak: { 'something-left': 0.005 },
    shownBy: Object.fromEntries(causes.map((cause) => [cause.id, { 'something-left': 0.97 }])),
    source: { meaning: 'common practice', minutes: 'shop estimate', chances: 'shop estimate' },
  });

import { causeById, repairById } from '@/catalog';
import { PATH, type PathNow, type PathStep } from '@/core/record/left/path';
import type { Evaluation } from '@/core/steps/evaluate';
import { ROUTE_NAMES } from '../names';
import { lower, many, share } from '../plain';
import type { PathView } from './view';

const NAMES: Record<PathStep, string> = {
  looked: 'Looked over',
  found: 'Found out',
  data: 'Data',
  hands: 'Hands on',
  cleaned: 'Cleaned',
  proved: 'Proved',
  graded: 'Graded',
  papers: 'Papers',
  shelf: 'Shelf',
};

/** Side of the unit each step is done on. */
const SIDES: Record<PathStep, string> = {
  looked: 'look',
  found: '',
  data: 'shelf',
  hands: 'work',
  cleaned: 'work/clean',
  proved: 'prove',
  graded: 'prove',
  papers: 'shelf',
  shelf: 'shelf',
};

/** What is likeliest of the machine, in a few words; empty where nothing is believed, or a study hides it. */
function likeliest(evaluation: Pick<Evaluation, 'beliefs' | 'sound'> | null): string {
  if (!evaluation?.beliefs.length) return '';
  const { beliefs, sound } = evaluation;
  // what was seen is a fact: what is still to be told apart says more
  const open = beliefs.find(({ probability }) => probability < 0.995) ?? beliefs[0];
  return sound.probability >= open.probability
    ? `sound ${share(sound.probability)}`
    : `${lower(causeById(open.cause)?.name ?? open.cause)} ${share(open.probability)}`;
}

/** Its drives: how many, and whether what is on them is seen to. */
function drivesWords({ inside, open, counted }: PathNow['drives'], settled: boolean): string {
  if (open > 0) return `${many(open, 'drive', 'drives')} to see to`;
  if (settled) return inside === 0 ? 'no drive' : `${many(inside, 'drive', 'drives')}, seen to`;
  return counted === null ? 'drives not counted' : 'to be counted';
}

/** The path as the ticket shows it: a line a step with its state in a few signs. @param ask what it is for sale at, in words */
export function pathViews(
  path: PathNow,
  unit: {
    grade: string | null;
    evaluation: Pick<Evaluation, 'beliefs' | 'sound'> | null;
    ask: string;
    sold: boolean;
  },
): PathView[] {
  const { states, next, route, decided, looks, begun, out, step, drives, tests, missing, would } = path;
  const ending = lower(ROUTE_NAMES[route]);
  const note: Record<PathStep, string> = {
    // what was never looked over and is in hands already is told by that, not by a count of nothing
    looked:
      states.looked === 'struck' && looks.done === 0
        ? decided
          ? ending
          : 'further on already'
        : `${looks.done} of ${looks.of}`,
    found: decided ? ending : likeliest(unit.evaluation),
    data: states.data === 'struck' ? 'its owner’s' : drivesWords(drives, states.data === 'done'),
    hands:
      begun.length > 0
        ? lower(begun[0])
        : out > 0
          ? `${out} not back`
          : step
            ? lower(repairById(step)?.name ?? step)
            : '',
    cleaned: states.cleaned === 'done' ? 'on record' : '',
    proved: tests.failed.length
      ? `failed: ${lower(tests.failed[0])}`
      : tests.done < tests.of
        ? `${tests.done} of ${tests.of} tests`
        : missing > 0
          ? `${missing} more to say`
          : '',
    graded: unit.grade ?? (would ? `would be ${would}` : ''),
    papers: states.papers === 'open' ? 'with data and grade' : states.papers === 'done' ? 'ready' : '',
    shelf: unit.sold ? 'sold' : unit.ask,
  };
  return PATH.map((id) => ({
    id,
    name: NAMES[id],
    side: id === 'hands' && route === 'harvest' ? 'parts/apart' : SIDES[id],
    state: states[id],
    // what is not needed says why
    note:
      states[id] === 'struck' && id !== 'looked' && id !== 'data'
        ? decided
          ? ending
          : 'nothing to mend'
        : note[id],
    next: id === next,
  }));
}

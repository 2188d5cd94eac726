import type { Evaluation } from '../steps/evaluate';

/** A step that was taken where others were proposed. */
export interface Choice {
  /** What stood first, and its place among the proposals, counted from 1: 1 is the first itself. */
  proposed: string;
  place: number;
  /** What was given up by the reckoning of the moment, minor units; 0: nothing. */
  lostMinor: number;
}

/**
 * What somebody chose among what was proposed. @param id the question asked or the repair begun
 * @returns null: it was not among the proposals, or there was nothing to choose between
 */
export function choiceOf(evaluation: Pick<Evaluation, 'steps'> | null, id: string): Choice | null {
  const steps = evaluation?.steps ?? [];
  const place = steps.findIndex((step) => step.id === id);
  if (place < 0 || steps.length < 2) return null;
  const [first] = steps;
  return {
    proposed: first.id,
    place: place + 1,
    lostMinor: place === 0 ? 0 : Math.max(0, first.valueMinor - steps[place].valueMinor),
  };
}

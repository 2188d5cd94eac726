import { causeById } from '@/catalog';
import { TOLD_FROM } from '@/catalog/hands/bench';
import type { ToldFlaw } from '@/core/record/flaws';
import type { Evaluation } from '@/core/steps/evaluate';

/** A fault a buyer is told of. */
export interface Told {
  words: string;
  /** How sure it is; 1: seen, or worked round. */
  probability: number;
  /** It was worked round, and stays. */
  standing: boolean;
}

interface Known {
  flaws: readonly Pick<ToldFlaw, 'words'>[];
  places: ReadonlyMap<string, string>;
}

/**
 * Every fault a buyer is told of, on screens and papers alike: what was worked round, then whatever is likely,
 * however many there are.
 */
export function toldFaults(
  evaluation: Pick<Evaluation, 'chances' | 'beliefs'> | null,
  { flaws, places }: Known,
): Told[] {
  // a snapshot of an earlier version has only its likeliest
  const chances: [string, number][] = evaluation?.chances
    ? Object.entries(evaluation.chances)
    : (evaluation?.beliefs ?? []).map(({ cause, probability }) => [cause, probability]);
  return [
    ...flaws.map(({ words }) => ({ words, probability: 1, standing: true })),
    ...chances
      .filter(([, probability]) => probability >= TOLD_FROM)
      .sort((a, b) => b[1] - a[1])
      .map(([id, probability]) => {
        const place = places.get(id);
        const name = causeById(id)?.name ?? id;
        return { words: place ? `${name} (${place})` : name, probability, standing: false };
      }),
  ];
}

/** The same as a paper says it. */
export const onPaper = ({ words, standing }: Told) => (standing ? words : `Known fault: ${words}.`);

import { lower } from '../plain';
/** From so many decibans on an answer speaks that loudly: odds of 1.4, 3 and 20 to one. */
const LOUD: readonly [number, string][] = [
  [13, 'strongly'],
  [5, 'clearly'],
  [1.5, 'a little'],
];

/** "strongly for a module is bad, a little against dirty contacts": what hardly speaks is left out. */
export function evidenceWords(moved: readonly { cause: string; decibans: number }[]): string {
  return moved
    .flatMap(({ cause, decibans }) => {
      const loud = LOUD.find(([from]) => Math.abs(decibans) >= from)?.[1];
      return loud ? [`${loud} ${decibans > 0 ? 'for' : 'against'} “${lower(cause)}”`] : [];
    })
    .join(', ');
}

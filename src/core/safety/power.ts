import type { Catalogue, Ending, Gate, Hazard, PartClass } from '../catalogue';

/** What of a record speaks of danger, in the order it was sealed. */
export type Sign =
  | { kind: 'finding'; finding: string; outcome: string }
  | { kind: 'repair'; repair: string; ended: Ending }
  | { kind: 'part'; class: string; way: 'in' | 'out' };

/**
 * Signs of danger that stand: each until its own look comes back well, or one of the looks, repairs or parts taken out
 * that clear it came after it. A repair in vain clears nothing.
 * @param signs the record in the order it was sealed
 */
export function dangersOf({ gates }: Pick<Catalogue, 'gates'>, signs: readonly Sign[]): Gate[] {
  return gates.dangers.filter((gate) => {
    let standing = false;
    for (const sign of signs) {
      if (sign.kind === 'finding') {
        if (gate.seen[sign.finding]?.includes(sign.outcome)) standing = true;
        else if (gate.seen[sign.finding] || gate.clearedBy.looks[sign.finding]?.includes(sign.outcome))
          standing = false;
      } else if (sign.kind === 'part') {
        if (sign.way === 'out' && gate.clearedBy.out?.includes(sign.class)) standing = false;
      } else if (gate.after?.includes(sign.repair)) standing = true;
      else if (sign.ended !== 'no-change' && gate.clearedBy.repairs.includes(sign.repair)) standing = false;
    }
    return standing;
  });
}

/**
 * Dangers nobody has seen that are believed so much that they are taken as seen: each as long as a look is left that
 * would clear it, so that nothing stays shut for a belief alone.
 * @param chances by cause @param open looks that can be taken now
 */
export function likelyDangers(
  { gates }: Pick<Catalogue, 'gates'>,
  chances: (cause: string) => number,
  open: (look: string) => boolean,
): Gate[] {
  return gates.dangers.filter(
    ({ likely, seen, clearedBy }) =>
      likely?.causes.some((cause) => chances(cause) >= likely.from) &&
      [...Object.keys(seen), ...Object.keys(clearedBy.looks)].some(open),
  );
}

/** Why a machine without its main board is not powered. */
export const NO_BOARD = 'its main board is out: there is nothing to power';

/** May it be powered, or charged? */
export interface PowerAnswer {
  yes: boolean;
  /** Each reason in words: "Liquid: not powered until the board has been seen dry and clean." */
  why: string[];
  /** Looks and repairs that would clear it. */
  opens: string[];
}

/**
 * The one authority on whether a machine may be powered or charged: every route that would, and every screen that
 * offers it, asks here.
 * @param lacks classes of parts that are seen to be out of it
 * @param unsafe where its newest electrical safety test failed, in words; null: it did not
 * @param dirt what lies in it that ruins it at its first start, in words; null: none is known of
 */
export function mayBePowered(
  catalogue: Pick<Catalogue, 'gates'>,
  signs: readonly Sign[],
  {
    act = 'power',
    dirt = null,
    lacks = [],
    unsafe = null,
  }: {
    act?: Hazard;
    dirt?: string | null;
    lacks?: readonly PartClass[];
    unsafe?: string | null;
  } = {},
): PowerAnswer {
  const standing = dangersOf(catalogue, signs).filter(({ shuts }) => shuts.includes(act));
  const why = standing.map(({ words }) => words);
  if (dirt && act === 'power') why.push(`${dirt}: not powered until it is off.`);
  if (unsafe && act === 'power') why.push(`${unsafe}: not powered from the mains until it has passed.`);
  if (lacks.includes('board')) why.push(`Not powered: ${NO_BOARD}.`);
  return {
    yes: why.length === 0,
    why,
    opens: [
      ...new Set(
        standing.flatMap(({ clearedBy }) => [...Object.keys(clearedBy.looks), ...clearedBy.repairs]),
      ),
    ],
  };
}

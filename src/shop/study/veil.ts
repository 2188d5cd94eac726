import type { Evaluation } from '@/core/steps/evaluate';
import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { shop, units } from '@/db/schema';
import type { Study } from '@/db/schema/shop';
import { isVeiled, type Entered } from './draw';

/** What a list says of a machine whose proposals are hidden. */
const IN_STUDY = 'in the study';

type Unit = typeof units.$inferSelect;

/** An evaluation of which nobody sees what it proposes or believes: what was seen and what it is worth stays. */
const veiled = (evaluation: Evaluation): Evaluation => ({
  ...evaluation,
  steps: [],
  beliefs: [],
  sound: { probability: 0, before: 0 },
  routes: [],
  chances: {},
  moved: evaluation.moved.map((moved) => ({ ...moved, causes: [] })),
  shut: evaluation.shut.filter(({ why }) => why.kind === 'gate'),
});

/** Columns that say whether a machine is in a study, in a query of units. */
export const ENTERED = {
  createdAt: units.createdAt,
  built: units.built,
  source: sql<string>`(select l.source from lots l where l.id = ${units.lotId})`,
};

/** Lines of a list without what is probably wrong, and what to do about it, where a study hides that. */
export async function linesShown<R extends Entered & { probably: string }>(rows: R[]): Promise<R[]> {
  const [row] = await database().select({ study: shop.study }).from(shop);
  const study = row?.study ?? null;
  if (study?.until !== null) return rows;
  return rows.map((line) =>
    isVeiled(study, line)
      ? {
          ...line,
          probably: IN_STUDY,
          ...('probability' in line && { probability: null }),
          ...('route' in line && { route: '' }),
        }
      : line,
  );
}

/**
 * A machine as its screens are given it: where a study hides the proposals, without them. Everything a screen reads of
 * a machine comes through here.
 */
export function asShown<U extends Unit>(
  unit: U,
  source: string,
  study: Study | null,
): U & { veiled: boolean } {
  if (!isVeiled(study, { ...unit, source })) return { ...unit, veiled: false };
  return {
    ...unit,
    veiled: true,
    probably: IN_STUDY,
    probability: null,
    evaluation: unit.evaluation && veiled(unit.evaluation),
  };
}

import { eq } from 'drizzle-orm';
import { findingById, repairById } from '@/catalog';
import type { Comparison } from '@/core/steps/compare';
import { runInWorker } from '@/workers/pool';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { ShopError } from '@/errors';
import { isTag } from '../input';
import { isVeiled } from '../study/draw';
import { appraisalOf, withNumbers } from './revalue';

export interface UnitComparison {
  /** Names of the proposed step and of the one in mind. */
  proposed: string;
  other: string;
  result: Comparison;
}

const nameOf = (id: string) =>
  findingById(id)?.ask ?? repairById(id)?.name ?? (id === 'stop' ? 'Stop here' : id);

/**
 * Why the step that stands first, and not the one somebody has in mind: worked out afresh, with all steps
 * ranked.
 * @throws ShopError when there is no such unit or step
 */
export async function compareOnUnit(tag: string, other: string): Promise<UnitComparison> {
  return database().transaction(async (tx) => {
    const [unit] = isTag(tag)
      ? await tx.select({ id: units.id }).from(units).where(eq(units.tag, tag.toUpperCase()))
      : [];
    if (!unit) throw new ShopError('missing', `There is no unit ${tag}.`);
    if (other !== 'stop' && !findingById(other) && !repairById(other))
      throw new ShopError('missing', `There is no step "${other}".`);
    const { unit: machine, rules, source, input, known } = await appraisalOf(tx, unit.id);
    if (isVeiled(rules.study, { ...machine, source }))
      throw new ShopError('refused', 'Its proposals are hidden while the study runs.');
    const { proposed, result } = await withNumbers(known, (numbers) =>
      runInWorker('compare', [numbers, input, other]),
    );
    if (!result) throw new ShopError('refused', 'There is nothing else to do.');
    return { proposed: nameOf(proposed), other: nameOf(other), result };
  });
}

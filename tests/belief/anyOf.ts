import type { Evidence } from '@/core/belief/factors';
import { eliminate } from '@/core/belief/eliminate';
import type { BeliefEngine } from '@/core/belief/posterior';

/** P(at least one of these causes came with the machine), from the whole posterior. */
export function chanceOfAny(
  engine: BeliefEngine,
  record: readonly Evidence[],
  ids: readonly string[],
): number {
  const { model } = engine;
  const { folded } = engine.posterior(record);
  const wanted = new Set(ids.flatMap((id) => model.causeIndex.get(id) ?? []));
  if (folded.acting.fixed.some((cause) => wanted.has(cause))) return 1;
  const without = folded.odds.map((odds, cause) => (wanted.has(cause) ? 0 : odds));
  const log = (odds: Float64Array) => eliminate(model.nodes, odds, folded.factors, false).log;
  return 1 - Math.exp(log(without) - log(folded.odds));
}

import type { Evidence } from '../belief/factors';
import type { BeliefModel } from '../belief/model';

/** A cause makes an outcome so many times likelier than it is by itself, at least, to be asked for by it. */
const LIKELIER = 3;

/**
 * Causes the complaint asks for: those that explain something that was seen amiss, and is not their own sight. What is
 * seen directly and explains nothing else only adds value when it is mended. A sign is settled by a repair that helped
 * and cures what explains it; others leave it amiss.
 * @param record evidence in the order it happened
 * @param claims ids of questions a seller or owner answers
 * @returns by cause of the model: 2, what was complained of asks for it and nothing helped yet; 1, something seen does; null: nothing is amiss
 */
export function askedFor(
  model: BeliefModel,
  record: readonly Evidence[],
  claims: ReadonlySet<string>,
): Uint8Array | null {
  const asked = new Uint8Array(model.causes.length);
  const untouched = !record.some((entry) => entry.kind === 'repair' && entry.helped);
  let amiss = false;
  for (const [n, entry] of record.entries()) {
    if (entry.kind !== 'finding' || entry.outcome === 0) continue;
    const finding = model.findings.get(entry.finding);
    if (!finding) continue;
    const { outcomes, cumulative, leak, touched, settles } = finding;
    const o = entry.outcome;
    const usual = leak[o] - leak[o - 1];
    const explaining = touched.filter((cause) => {
      const at = cause * outcomes + o;
      const chance = cumulative[at] - cumulative[at - 1];
      return chance >= LIKELIER * usual && chance >= 0.02;
    });
    const settled = record
      .slice(n + 1)
      .some(
        (later) =>
          later.kind === 'repair' &&
          later.helped &&
          explaining.some((cause) => later.repair.cures[model.causes[cause].id] !== undefined),
      );
    if (settled) continue;
    for (const cause of explaining) {
      if (settles[o].includes(cause)) continue;
      asked[cause] = Math.max(asked[cause], untouched && claims.has(entry.finding) ? 2 : 1);
      amiss = true;
    }
  }
  return amiss ? asked : null;
}

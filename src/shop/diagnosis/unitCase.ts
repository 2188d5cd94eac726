import { eq } from 'drizzle-orm';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { ShopError } from '../errors';
import { isTag } from '../input';
import { numbersOf } from '../rules/effective';
import { appraisalOf } from '../units/revalue';

/**
 * A unit's record as a case file (docs/belief.md): to be looked at elsewhere, or with more faults at once.
 * @throws ShopError when there is no such unit
 */
export async function caseOfUnit(tag: string, faults: number) {
  return database().transaction(async (tx) => {
    const [unit] = isTag(tag)
      ? await tx.select({ id: units.id }).from(units).where(eq(units.tag, tag.toUpperCase()))
      : [];
    if (!unit) throw new ShopError('missing', `There is no unit ${tag}.`);
    const { input, rules, known } = await appraisalOf(tx, unit.id);
    const { worth } = input;
    return {
      chassis: input.chassis,
      source: input.source,
      faults,
      bench: input.bench,
      bin: input.bin,
      findings: input.record.map((entry) =>
        entry.kind === 'finding'
          ? { finding: entry.id, outcome: entry.outcome }
          : { repair: entry.id, helped: entry.helped },
      ),
      rates: { perHourMinor: input.ratePerHourMinor, feeShare: worth.feeShare },
      values: {
        soundMinor: worth.soundMinor,
        lowMinor: input.priceLowMinor,
        highMinor: input.priceHighMinor,
        recycleMinor: worth.recycleMinor,
        parts: Object.fromEntries(worth.parts.map((part) => [part.class, part.minor])),
      },
      ...(known.mark && { overrides: numbersOf(rules) }),
    };
  });
}

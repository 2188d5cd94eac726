import { and, eq, notInArray } from 'drizzle-orm';
import { LEVEL_SIGMA } from '@/core/lots/bid';
import { deciding, LotForecast, sumOf, type Outcome } from '@/core/lots/forecast';
import type { Evaluation } from '@/core/steps/evaluate';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { lotBooks } from '../ledger/lot';

/** What a lot will have made when its last machine is gone; minor units. */
export interface LotOutlook {
  /** What it has made so far, its whole price set against that. */
  soFarMinor: number;
  middleMinor: number;
  lowMinor: number;
  highMinor: number;
  /** Chance that it ends with a loss. */
  loss: number;
  open: number;
  /** Machines that decide it, with their share of what is uncertain. */
  decides: { tag: string; share: number; swingMinor: number }[];
}

/** What may become of a machine, by its last evaluation. */
export function outcomesOf({
  histogram,
  valueMinor,
}: Pick<Evaluation, 'histogram' | 'valueMinor'>): Outcome[] {
  const { fromMinor, toMinor, counts } = histogram;
  const all = counts.reduce((sum, count) => sum + count, 0);
  if (all === 0) return [{ net: valueMinor, p: 1 }];
  const wide = (toMinor - fromMinor) / counts.length;
  const drawn = counts.flatMap((count, i): Outcome[] =>
    count ? [{ net: fromMinor + (i + 0.5) * wide, p: count / all }] : [],
  );
  // bins are coarse: their mean is brought to the machine's own
  const mean = drawn.reduce((sum, { net, p }) => sum + net * p, 0);
  return drawn.map(({ net, p }) => ({ net: Math.round(net + valueMinor - mean), p }));
}

/** What a lot will make in the end; null: nothing of it is open. */
export async function lotOutlook(lotId: string): Promise<LotOutlook | null> {
  const [rows, books] = await Promise.all([
    database()
      .select({ tag: units.tag, evaluation: units.evaluation })
      .from(units)
      .where(and(eq(units.lotId, lotId), notInArray(units.stage, ['sold', 'gone']))),
    lotBooks(),
  ]);
  const book = books.find(({ id }) => id === lotId);
  const known = rows.flatMap(({ tag, evaluation }) =>
    evaluation ? [{ tag, outcomes: outcomesOf(evaluation) }] : [],
  );
  if (!book || known.length === 0) return null;
  const outcomes = known.map((each) => each.outcomes);
  const forecast = new LotForecast(sumOf(outcomes), LEVEL_SIGMA);
  const at = (share: number) => Math.round(forecast.quantile(share) + book.soFarMinor);
  return {
    soFarMinor: book.soFarMinor,
    middleMinor: at(0.5),
    lowMinor: at(0.1),
    highMinor: at(0.9),
    loss: forecast.below(-book.soFarMinor),
    open: known.length,
    decides: deciding(outcomes, 5).map(({ unit, share, sd }) => ({
      tag: known[unit].tag,
      share,
      swingMinor: Math.round(sd),
    })),
  };
}

import { CHASSIS, type Chassis, type LotSource } from '@/core/catalogue';
import { deviationOf, type Outcome } from '@/core/lots/forecast';
import { bidFor, forecastOf, lineOf, mostFor, type Alike, type OnTop } from '@/core/lots/bid';
import { deriveRecord } from '@/core/record';
import { catalogue } from '@/catalog';
import { database } from '@/db/client';
import type { BidView } from '@/words/bid';
import { swapBinOfKind } from '../parts/bin';
import { outcomesOf } from './forecast';
import { evaluationFor, reckoningRules } from '../units/revalue';

/** What is offered, counted by kind. */
export interface BidAsked extends OnTop {
  source: LotSource;
  counts: Partial<Record<Chassis, number>>;
  /** A bid to look at; nothing: the most for the chance. */
  bid: number | null;
  /** Chance to lose one is ready to take. */
  chance: number;
}

const DOTS = 100;

/** What may become of one such machine that nobody has seen yet, by the shop's own numbers. */
async function unseen(
  chassis: Chassis,
  source: LotSource,
): Promise<{ outcomes: Outcome[]; minutes: number }> {
  const { reckoning, derived, bin } = await database().transaction(async (tx) => {
    const rules = await reckoningRules(tx);
    const record = deriveRecord([], { ...catalogue, processors: rules.house.tables.processors }, chassis);
    return { reckoning: rules, derived: record, bin: await swapBinOfKind(tx, chassis, record) };
  });
  const { evaluation } = await evaluationFor(reckoning, {
    chassis,
    source,
    grade: null,
    derived,
    record: [],
    bin,
    keeps: null,
  });
  return {
    outcomes: outcomesOf(evaluation),
    minutes: evaluation.planMinutes + reckoning.house.tables.minutes[chassis].finish,
  };
}

/** What a lot that was only counted makes at a bid, what to bid at most, and what decides it. */
export async function bidOn(asked: BidAsked): Promise<BidView | null> {
  const kinds: Alike[] = [];
  for (const chassis of CHASSIS) {
    const count = asked.counts[chassis] ?? 0;
    if (count > 0) kinds.push({ id: chassis, count, ...(await unseen(chassis, asked.source)) });
  }
  if (kinds.length === 0) return null;
  const forecast = forecastOf(kinds);
  const most = mostFor(forecast, asked.chance, asked);
  const bid = asked.bid ?? most;
  const line = lineOf(forecast, bid, asked);
  const minutes = kinds.reduce((sum, { count, minutes: own }) => sum + count * own, 0);
  const paid = -(line.mean - Math.round(forecast.mean));
  const steps = [0.6, 0.8, 1, 1.15, 1.35].map((share) => Math.max(0, Math.round((most * share) / 500) * 500));
  const spread = deviationOf(forecast);
  return {
    ...line,
    most,
    minutes,
    lines: [...new Set([...steps.filter((each) => Math.abs(each - bid) > bid / 50), bid])]
      .sort((a, b) => a - b)
      .map((each) => lineOf(forecast, each, asked)),
    // a hundred ways it can come out, each as likely
    dots: Array.from({ length: DOTS }, (_, i) => Math.round(forecast.quantile((i + 0.5) / DOTS) - paid)),
    decides: kinds
      .map(({ id, count, outcomes }) => ({
        chassis: id as Chassis,
        count,
        middleMinor: Math.round(outcomes.reduce((sum, { net, p }) => sum + net * p, 0)),
        // all of them swing together as their source does
        swingMinor: Math.round(deviationOf(forecastOf([{ id, count, outcomes, minutes: 0 }], 0))),
      }))
      .sort((a, b) => b.swingMinor - a.swingMinor),
    levelMinor: Math.round(Math.sqrt(Math.max(0, spread ** 2 - deviationOf(forecastOf(kinds, 0)) ** 2))),
    even: Math.max(0, bidFor(forecast.mean, asked)),
  };
}

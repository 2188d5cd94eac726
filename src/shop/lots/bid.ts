import { CHASSIS, LOT_SOURCES, type Chassis, type LotSource } from '@/core/catalogue';
import { deviationOf } from '@/core/lots/forecast';
import { bidFor, forecastOf, lineOf, mostFor, type Alike, type OnTop } from '@/core/lots/bid';
import { database } from '@/db/client';
import { shop } from '@/db/schema';
import { ShopError } from '@/errors';
import type { ValueOf } from '@/shapes/inferred';
import type { BidView } from '@/words/bid';
import { runInWorker } from '@/workers/pool';
import { evaluationFor, type Appraised } from '../units/revalue';
import { outcomesOf } from './forecast';
import { readAhead } from './importManifest';
import { aroundOffers, asOffered, type Offer } from './offered';
import type { offerInput } from './rules';

/** On what terms a lot is bid for. */
export interface Terms extends OnTop {
  source: LotSource;
  /** A bid to look at; nothing: the most for the chance. */
  bid: number | null;
  /** Chance to lose one is ready to take. */
  chance: number;
}

/** More machines, or more kinds of them, are no lot one bids for at a viewing. */
const MOST_MACHINES = 2000;
const MOST_KINDS = 250;
const MOST_OF_A_KIND = 400;
/** So many are asked of the engine at a time. */
const AT_A_TIME = 40;
const DOTS = 100;
/** Kinds named as what decides it. */
const DECIDING = 5;

/** The terms as they are typed, and how many of each kind were counted. @param given by field @param decimals of the money */
export function termsFrom(
  given: Readonly<Record<string, string | undefined>>,
  decimals: number,
): { terms: Terms; counts: Partial<Record<Chassis, number>> } {
  const number = (name: string, most: number) => {
    const value = Number((given[name] ?? '').replace(',', '.'));
    return Number.isFinite(value) ? Math.min(most, Math.max(0, value)) : 0;
  };
  const minor = (name: string) => Math.round(number(name, 1e9) * 10 ** decimals);
  const source = LOT_SOURCES.find((each) => each === given.source && each !== 'owner') ?? 'clearout';
  return {
    terms: {
      source,
      premium: number('premium', 100) / 100,
      tax: number('tax', 100) / 100,
      freightMinor: minor('freight'),
      bid: given.bid === undefined ? null : minor('bid'),
      chance: (given.risk === undefined ? 20 : number('risk', 95)) / 100,
    },
    counts: Object.fromEntries(
      CHASSIS.map((chassis) => [chassis, Math.floor(number(chassis, MOST_OF_A_KIND))]),
    ),
  };
}

/** Nothing known of it but its kind. */
const counted = (chassis: Chassis): Offer => ({
  chassis,
  maker: '',
  model: '',
  serial: '',
  processor: '',
  memoryGb: null,
  driveGb: null,
  driveKind: null,
  condition: '',
});

interface Kind extends Alike {
  chassis: Chassis;
  /** Of the first of them, as the seller calls it and what is said of it; empty: they were only counted. */
  called: string;
  said: string;
}

/** Machines that are alike in all their seller says, with what may become of each. */
async function kindsOf(offers: readonly { row: Offer; count: number }[], source: LotSource): Promise<Kind[]> {
  const around = await database().transaction((tx) =>
    aroundOffers(
      tx,
      offers.map(({ row }) => row),
    ),
  );
  const alike = new Map<string, { row: Offer; count: number; machine: () => Appraised }>();
  for (const { row, count } of offers) {
    const { like, machine } = asOffered(around, source, row);
    const own = alike.get(like);
    if (own) own.count += count;
    else alike.set(like, { row, count, machine });
  }
  if (alike.size > MOST_KINDS)
    throw new ShopError(
      'too-large',
      `Not reckoned: ${alike.size} kinds of machine are more than ${MOST_KINDS}. Split the file, or count by kind.`,
    );
  const kinds: Kind[] = [];
  // the same lot listed in another order is the same lot
  const all = [...alike].sort(([one], [other]) => (one < other ? -1 : 1));
  for (let i = 0; i < all.length; i += AT_A_TIME)
    kinds.push(
      ...(await Promise.all(
        all.slice(i, i + AT_A_TIME).map(async ([id, { row, count, machine }]): Promise<Kind> => {
          const { evaluation } = await evaluationFor(around.reckoning, machine());
          return {
            id,
            count,
            chassis: row.chassis,
            called: [row.maker, row.model].filter(Boolean).join(' '),
            said: row.condition.slice(0, 60),
            outcomes: outcomesOf(evaluation),
            minutes: evaluation.planMinutes + around.reckoning.house.tables.minutes[row.chassis].finish,
          };
        }),
      )),
    );
  return kinds;
}

/** What a lot that was only counted makes on these terms, what to bid at most, and what decides it. */
export async function bidOn(counts: Partial<Record<Chassis, number>>, terms: Terms): Promise<BidView | null> {
  const offers = CHASSIS.flatMap((chassis) =>
    counts[chassis] ? [{ row: counted(chassis), count: counts[chassis] }] : [],
  );
  return offers.length ? bidView(await kindsOf(offers, terms.source), terms) : null;
}

/** The same of a seller's manifest, before anything is bought; and how the file was read. */
export async function bidOnManifest(input: ValueOf<typeof offerInput>) {
  const { read, rows, decimals } = await database().transaction(async (tx) => {
    const { keys: _, rows: __, ...ahead } = await readAhead(tx, input);
    const all = await runInWorker('readManifest', [
      input.text,
      ahead.columns,
      { ...(ahead.decimal && { decimal: ahead.decimal }), ...input.reading },
    ]);
    const [{ currencyDecimals }] = await tx.select({ currencyDecimals: shop.currencyDecimals }).from(shop);
    return { read: ahead, rows: all.rows, decimals: currencyDecimals };
  });
  if (rows.length > MOST_MACHINES)
    throw new ShopError(
      'too-large',
      `Not reckoned: ${rows.length} machines are more than ${MOST_MACHINES}. Split the file.`,
    );
  const { terms } = termsFrom(input.terms, decimals);
  const view = rows.length
    ? bidView(
        await kindsOf(
          rows.map((row) => ({ row, count: 1 })),
          terms.source,
        ),
        terms,
      )
    : null;
  return { ...read, machines: rows.length, view };
}

function bidView(kinds: readonly Kind[], asked: Terms): BidView {
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
    machines: kinds.reduce((sum, { count }) => sum + count, 0),
    decides: kinds
      .map(({ id, chassis, called, said, count, outcomes }) => ({
        chassis,
        called,
        said,
        count,
        middleMinor: Math.round(outcomes.reduce((sum, { net, p }) => sum + net * p, 0)),
        // all of them swing together as their source does
        swingMinor: Math.round(deviationOf(forecastOf([{ id, count, outcomes, minutes: 0 }], 0))),
      }))
      .sort((a, b) => b.swingMinor - a.swingMinor)
      .slice(0, DECIDING),
    levelMinor: Math.round(Math.sqrt(Math.max(0, spread ** 2 - deviationOf(forecastOf(kinds, 0)) ** 2))),
    even: Math.max(0, bidFor(forecast.mean, asked)),
  };
}

import Joi from 'joi';
import type { HouseTables } from '@/core/house/tables';
import { cutLine, worthOfMore, type Candidate } from '@/core/lots/cutLine';
import { deciding, LotForecast, sumOf, type Outcome } from '@/core/lots/forecast';
import { recombine, type Donor, type Incomplete, type Loose } from '@/core/lots/recombine';
import { GRADES } from '@/core/price/model';
import { tableModel } from '@/core/price/table';
import type { Offered } from '@/core/value/columns';
import { learnPrices, type PastSale } from '@/core/value/learn';
import { learntModel, mostAlike } from '@/core/value/learnt';
import { chassis } from './places';

const amount = Joi.number().min(-1e12).max(1e12);
const day = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/)
  .custom((value: string, helpers) =>
    Number.isNaN(Date.parse(value)) ? helpers.error('any.invalid') : value,
  )
  .description('a day, 2026-11-26');
const none = (shape: Joi.Schema) => shape.allow(null).default(null);
const name = Joi.string().max(80);
const minutes = Joi.number().min(0).max(1e7);
const seconds = Joi.number().min(0.05).max(60).default(10).description('to look for the best');

const machine = {
  chassis,
  processorLevel: none(Joi.number().integer().min(0).max(4)).description('x86-64 level'),
  memoryGb: none(Joi.number().min(0).max(4096)),
  drive: none(Joi.string().valid('none', 'disk', 'solid')),
  driveGb: none(Joi.number().min(0).max(100_000)),
  grade: none(Joi.string().valid(...GRADES)),
  batteryHealth: none(Joi.number().min(0).max(1.2)).description('full charge by design'),
  screenIn: none(Joi.number().min(4).max(80)).description('diagonal, inches'),
  channel: name.allow('').default(''),
};

export const pricesShape = Joi.object({
  sales: Joi.array()
    .max(20_000)
    .items(
      Joi.object({ day: day.required(), price: Joi.number().greater(0).max(1e9).required(), ...machine }),
    )
    .default([])
    .description('what the shop has sold; prices in minor units'),
  machines: Joi.array().max(5000).items(Joi.object(machine)).default([]),
  today: day.required(),
  halfLifeDays: Joi.number()
    .min(1)
    .max(36_500)
    .default(900)
    .description('sales lose half their say in so long'),
});

interface AskedMachine {
  chassis: Offered['chassis'];
  processorLevel: number | null;
  memoryGb: number | null;
  drive: 'none' | 'disk' | 'solid' | null;
  driveGb: number | null;
  grade: Offered['grade'];
  batteryHealth: number | null;
  screenIn: number | null;
  channel: string;
}
interface PricesAsked {
  sales: (AskedMachine & { day: string; price: number })[];
  machines: AskedMachine[];
  today: string;
  halfLifeDays: number;
}

const offeredOf = ({ processorLevel, drive, ...more }: AskedMachine): Offered => ({
  chassis: more.chassis,
  level: processorLevel,
  memoryGb: more.memoryGb,
  driveKind: drive,
  driveGb: more.driveGb,
  grade: more.grade,
  batteryHealth: more.batteryHealth,
  screenIn: more.screenIn,
  channel: more.channel,
});

/** Half as much again as it should be, a tenth: what a price that cannot be may have been. */
function slipInWords(times: number): string {
  const near = (factor: number) => Math.abs(Math.log(times / factor)) < 0.35;
  if (near(10) || near(100)) return 'far too high: a decimal point?';
  if (near(0.1) || near(0.01)) return 'far too low: a decimal point?';
  return times > 1 ? 'too high for one: several sold together?' : 'too low for what it was: told as it was?';
}

/** @throws RangeError for a sale that is none */
export function answerPrices({ sales, machines, today, halfLifeDays }: PricesAsked, { prices }: HouseTables) {
  const table = tableModel(prices);
  const past: PastSale[] = sales.map((sale) => ({ ...offeredOf(sale), day: sale.day, minor: sale.price }));
  const learnt = learnPrices(table, past, today, { halfLifeDays });
  const model = learntModel(table, learnt, `${prices.version} and ${sales.length} sales`);
  const leave = new Set(learnt.outliers.map(({ sale }) => sale));
  return {
    machines: machines.map((each) => {
      const spec = offeredOf(each);
      const { minor, lowMinor, highMinor, lines } = model.price(spec);
      const stands = model.standsOn(spec);
      return {
        price: minor,
        low: lowMinor,
        high: highMinor,
        lines: lines.map((line) => ({ ...line, stands: stands.get(line.what) ?? { table: 1, sales: 0 } })),
        alike: mostAlike(past, spec, 3, leave).map(({ sale, apart }) => ({
          sale,
          day: sales[sale].day,
          price: sales[sale].price,
          apart,
        })),
      };
    }),
    outliers: learnt.outliers.map(({ sale, expectedMinor, times }) => ({
      sale,
      day: sales[sale].day,
      price: sales[sale].price,
      expected: expectedMinor,
      times,
      words: slipInWords(times),
    })),
    error: learnt.error,
    scatter: learnt.scatter,
  };
}

export const lotShape = Joi.object({
  paid: amount.default(0),
  levelSigma: Joi.number()
    .min(0)
    .max(1)
    .default(0)
    .description('how unsure the level of all prices is (of its log)'),
  units: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id: name.required(),
        outcomes: Joi.array()
          .min(1)
          .max(200)
          .items(Joi.object({ net: amount.required(), p: Joi.number().min(0).max(1).required() }))
          .required(),
      }),
    )
    .required(),
  seed: Joi.number().integer().description('not needed: the chances are worked out, not drawn'),
  draws: Joi.number().integer().min(1).max(1e7).description('likewise'),
});

interface LotAsked {
  paid: number;
  levelSigma: number;
  units: { id: string; outcomes: Outcome[] }[];
}

const CHANCES = ['0.05', '0.2', '0.5'] as const;

/** @throws RangeError for a unit whose chances do not sum to one */
export function answerLot({ paid, levelSigma, units }: LotAsked) {
  const outcomes = units.map((unit) => unit.outcomes);
  const forecast = new LotForecast(sumOf(outcomes), levelSigma);
  return {
    mean: forecast.mean - paid,
    p10: forecast.quantile(0.1) - paid,
    p50: forecast.quantile(0.5) - paid,
    p90: forecast.quantile(0.9) - paid,
    loss: forecast.below(paid),
    bid: Object.fromEntries(CHANCES.map((chance) => [chance, Math.floor(forecast.quantile(Number(chance)))])),
    decides: deciding(outcomes, 5).map(({ unit, ...more }) => ({ id: units[unit].id, ...more })),
  };
}

export const cutlineShape = Joi.object({
  minutes: minutes.required().description('attended, to give away'),
  stations: Joi.object().pattern(Joi.string().max(80), minutes).default({}),
  units: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id: name.required(),
        net: amount.required().description('over leaving it as it is, minor units'),
        minutes: minutes.required(),
        stations: Joi.object().pattern(Joi.string().max(80), minutes),
        pinned: Joi.string().valid('in', 'out'),
      }),
    )
    .unique('id')
    .required(),
  seconds,
});

interface CutlineAsked {
  minutes: number;
  stations: Record<string, number>;
  units: Candidate[];
  seconds: number;
}

/** @throws RangeError when what is pinned takes more than there is */
export async function answerCutline({ minutes: attended, stations, units, seconds: most }: CutlineAsked) {
  const capacity = { minutes: attended, stations };
  const line = await cutLine(units, capacity, most);
  const hour = await worthOfMore(units, capacity, { minutes: 60 }, line.net, most);
  return { chosen: line.chosen, net: line.net, worthOfHour: hour, bound: line.bound, proven: line.proven };
}

const id = name.required();
export const recombineShape = Joi.object({
  ratePerMinute: Joi.number()
    .min(0)
    .max(1e6)
    .required()
    .description('what an attended minute costs, minor units'),
  machines: Joi.array()
    .max(500)
    .items(
      Joi.object({
        id,
        netAsItIs: amount.required(),
        netComplete: amount.required(),
        needs: Joi.array()
          .max(30)
          .items(
            Joi.object({
              slot: name.required(),
              fits: Joi.array().max(5000).items(name).required(),
              minutesIn: minutes.required(),
            }),
          )
          .required(),
      }),
    )
    .unique('id')
    .required(),
  donors: Joi.array()
    .max(1000)
    .items(Joi.object({ id, netAsItIs: amount.required() }))
    .unique('id')
    .default([]),
  parts: Joi.array()
    .max(10_000)
    .items(
      Joi.object({
        id,
        slot: name.required(),
        worth: amount.required(),
        minutesOut: minutes.default(0),
        donor: name,
      }),
    )
    .unique('id')
    .required(),
  seconds,
});

interface RecombineAsked {
  ratePerMinute: number;
  machines: Incomplete[];
  donors: Donor[];
  parts: Loose[];
  seconds: number;
}

/** @throws RangeError for a part or donor that is not there */
export async function answerRecombine(asked: RecombineAsked) {
  const { builds, net, bound, proven } = await recombine(
    asked.ratePerMinute,
    asked.machines,
    asked.donors,
    asked.parts,
    asked.seconds,
  );
  return { builds: builds.map(({ machine: made, parts }) => ({ machine: made, parts })), net, bound, proven };
}

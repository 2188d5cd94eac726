import Joi from 'joi';
import { BENCH_ITEMS, CHASSIS, PART_CLASSES } from '@/core/catalogue';
import { GRAPHICS_CLASSES } from '@/core/machine/names';
import type { HouseTables } from '@/core/house/tables';
import { GRADES } from '@/core/price/model';
import { USE_NEEDS } from '@/core/uses/uses';

/** The shape of a house's tables. What contradicts itself inside the shape is found by `houseFaults`. */

const MOST_MINOR = 1_000_000_000;
const text = (max: number) => Joi.string().trim().min(1).max(max);
const id = Joi.string().pattern(/^[a-z0-9-]{1,40}$/);
const money = Joi.number().integer().min(0).max(MOST_MINOR);
const signedMoney = Joi.number().integer().min(-MOST_MINOR).max(MOST_MINOR);
const share = Joi.number().min(0).max(1);
const factor = Joi.number().min(0).max(3);
const minutes = Joi.number().min(0).max(2000);
const each = <T extends string>(keys: readonly T[], shape: Joi.Schema) =>
  Joi.object(Object.fromEntries(keys.map((key) => [key, shape.required()]))).required();
const byGrade = (shape: Joi.Schema) => each(GRADES, shape);
const byChassis = (shape: Joi.Schema) => each(CHASSIS, shape);
const three = (shape: Joi.Schema) => Joi.array().items(shape).length(3);

const prices = Joi.object({
  version: text(40).required(),
  source: text(120).required(),
  base: byChassis(Joi.array().items(money).length(5)),
  // left out by tables from before they were there: then as shipped
  levelShare: Joi.object(
    Object.fromEntries(CHASSIS.map((key) => [key, Joi.array().items(share).length(5).required()])),
  ),
  within: Joi.object({
    threads: Joi.array().items(Joi.number().integer().min(1).max(512)).length(5).required(),
    year: Joi.array().items(Joi.number().integer().min(1990).max(2100)).length(5).required(),
    graphics: Joi.array()
      .items(Joi.string().valid(...GRAPHICS_CLASSES))
      .length(5)
      .required(),
    perDoubling: share.required(),
    perYear: share.required(),
    least: factor.required(),
    most: factor.required(),
  }),
  diskPer100Gb: money,
  memoryPerGb: money.required(),
  memoryCapGb: Joi.number().min(1).max(4096).required(),
  // left out by tables from before they were there: then as shipped
  memoryByLevel: Joi.array().items(factor).length(5),
  drive: each(['none', 'disk', 'solid', 'solidPerGb'], money),
  driveFactor: Joi.object(
    Object.fromEntries(['none', 'disk', 'solid'].map((kind) => [kind, factor.required()])),
  ),
  card: Joi.object(Object.fromEntries(GRAPHICS_CLASSES.map((name) => [name, money.required()]))),
  grade: byGrade(factor),
  battery: Joi.array()
    .items(Joi.object({ from: share.required(), factor: factor.required() }))
    .min(1)
    .max(10)
    .required(),
  batteryMissing: factor.required(),
  spread: each(['known', 'eachUnknown'], share),
});

const surface = Joi.object({
  id: id.required(),
  name: text(40).required(),
  visibility: Joi.number().min(0).max(5).required(),
  cap: Joi.number().min(0).max(1000).required(),
  ...Object.fromEntries(['x', 'y'].map((key) => [key, Joi.number().min(0).max(320).required()])),
  ...Object.fromEntries(['width', 'height'].map((key) => [key, Joi.number().min(4).max(320).required()])),
});

const rubric = Joi.object({
  version: text(40).required(),
  source: text(120).required(),
  surfaces: byChassis(Joi.array().items(surface).min(1).max(20)),
  defects: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: text(40).required(),
        points: three(Joi.number().min(0).max(1000)).required(),
        minutes: three(minutes).allow(null).required(),
      }),
    )
    .min(1)
    .max(40)
    .required(),
  tests: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: text(60).required(),
        chassis: Joi.array()
          .items(Joi.string().valid(...CHASSIS))
          .min(1),
        failCaps: Joi.string()
          .valid(...GRADES)
          .allow(null)
          .required(),
        how: text(200),
      }),
    )
    .min(1)
    .max(40)
    .required(),
  limits: byGrade(Joi.number().min(0).max(1000)),
  battery: byGrade(share),
  topCelsius: byGrade(Joi.number().min(20).max(1000)),
  // left out by tables from before they were there: then as shipped
  heatMargin: byGrade(Joi.number().min(-1000).max(200)).optional(),
  behaviour: Joi.object({
    good: Joi.string().valid(...GRADES),
    fair: Joi.string().valid(...GRADES),
    weak: Joi.string().valid(...GRADES),
    unknown: Joi.string().valid(...GRADES),
  }),
  clockLost: Joi.string().valid(...GRADES),
  clockKept: Joi.string().valid(...GRADES),
  baseKept: Joi.string().valid(...GRADES),
  clockHeld: share,
});

const work = Joi.object({
  id: id.required(),
  name: text(60).required(),
  kind: Joi.string().valid('clean', 'system', 'erase', 'prove', 'other').required(),
  attendedMinutes: minutes.required(),
  aloneMinutes: Joi.number().min(1).max(20_160),
  tailMinutes: Joi.number().min(0).max(600),
  station: text(40),
  night: Joi.boolean(),
  bench: Joi.object(Object.fromEntries(BENCH_ITEMS.map((item) => [item, Joi.boolean()]))),
  after: Joi.array().items(id),
  cautions: Joi.array().items(id),
});

const use = Joi.object({
  id: id.required(),
  name: text(60).required(),
  needs: Joi.array()
    .items(
      Joi.object({
        what: Joi.string()
          .valid(...USE_NEEDS)
          .required(),
        least: Joi.number().min(0).max(100_000).required(),
        light: Joi.number().min(0).max(100_000),
      }),
    )
    .max(USE_NEEDS.length)
    .required(),
  proven: Joi.array()
    .max(6)
    .items(
      Joi.object({
        figure: text(40).required(),
        good: Joi.number().min(0).max(1e6).required(),
        bad: Joi.number().min(0).max(1e6).required(),
        unit: text(60).required(),
      }),
    ),
});
const system = Joi.object({
  id: id.required(),
  name: text(80).required(),
  licence: Joi.string().valid('commercial', 'free').required(),
  level: Joi.number().integer().min(0).max(4).required(),
  memoryGb: Joi.number().min(0).max(1024).required(),
  driveGb: Joi.number().min(0).max(100_000).required(),
  firmware: Joi.string().valid('legacy', 'uefi', 'secure').required(),
  chip: Joi.number().valid(0, 1.2, 2).required(),
  until: Joi.string()
    .pattern(/^(\d{4}-(0[1-9]|1[0-2]))?$/, 'a month like 2027-10')
    .allow('')
    .required(),
  supportsFrom: Joi.number().integer().min(1990).max(2100),
  listed: Joi.string().pattern(/^\d{4}-(0[1-9]|1[0-2])$/, 'a month like 2027-10'),
});

const levels = (shape: Joi.Schema) => Joi.array().items(shape).length(5).required();
const partsBy = Joi.object({
  memoryPerGb: levels(money),
  drive: Joi.object({
    disk: money.required(),
    diskPer100Gb: money.required(),
    solid: money.required(),
    solidPer100Gb: money.required(),
  }).required(),
  processor: levels(money),
  battery: Joi.object({ from: share.required(), full: money.required() }).required(),
});
const processor = Joi.object({
  id: Joi.string()
    .pattern(/^[a-z0-9-]{1,80}$/)
    .required(),
  pattern: text(80).required(),
  cores: Joi.number().integer().min(1).max(256).required(),
  threads: Joi.number().integer().min(1).max(512).required(),
  level: Joi.number().integer().min(0).max(4).required(),
  year: Joi.number().integer().min(1995).max(2100).required(),
  watts: Joi.number().min(1).max(1000).required(),
  baseMhz: Joi.number().min(100).max(10_000),
  graphics: Joi.string()
    .valid(...GRAPHICS_CLASSES)
    .required(),
});

export const houseShape = Joi.object({
  prices: prices.required(),
  asFoundShare: share.required(),
  parts: byChassis(Joi.object(Object.fromEntries(PART_CLASSES.map((part) => [part, money])))),
  recycle: byChassis(signedMoney),
  minutes: byChassis(each(['finish', 'asFound', 'harvest', 'verify'], minutes)),
  rubric: rubric.required(),
  partsBy,
  processors: Joi.array().items(processor).max(2000),
  // left out by tables from before they were there: then as shipped
  uses: Joi.array().items(use).max(40),
  systems: Joi.array().items(system).max(40),
  setUp: Joi.array()
    .max(40)
    .unique('id')
    .items(Joi.object({ id: id.required(), name: text(80).required() })),
  outward: byChassis(money).optional(),
  selling: Joi.object({
    holdingMinor: money,
    weeks: Joi.number().integer().min(1).max(104).required(),
    standsWeeks: Joi.number().integer().min(1).max(26).required(),
    lastShare: share.required(),
    halfLifeDays: Joi.number().integer().min(30).max(10_000).required(),
  }).optional(),
  work: Joi.array().items(work).min(1).max(60).required(),
  stations: Joi.array().items(text(40)).max(40).required(),
}) as Joi.ObjectSchema as Joi.ObjectSchema<HouseTables>;

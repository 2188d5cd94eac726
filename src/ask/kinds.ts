import Joi from 'joi';
import { shippedHouse } from '@/catalog/house';
import { usualMemory } from '@/catalog/instruments/memory';
import { gradeUnit } from '@/core/grade/grade';
import type { GradeInput } from '@/core/grade/rubric';
import { houseFaults } from '@/core/house/faults';
import { filledUp } from '@/core/house/later';
import type { HouseTables } from '@/core/house/tables';
import { sharesOf, verdictOf, type MemorySetup, type Trial } from '@/core/memory/belief';
import { replay } from '@/core/memory/replay';
import { MOST, SLOT_RULES } from '@/core/memory/board';
import { nextTrial } from '@/core/memory/next';
import { GRADES, type PriceSpec } from '@/core/price/model';
import { tableModel } from '@/core/price/table';
import { codeInWords, codeOf, decode, type CodeTable } from '@/core/tapper/decode';
import { codesIn } from '@/core/tapper/written';
import { readRhythm, type Tap } from '@/core/tapper/rhythm';
import { readCodeTables } from '@/formats/codes';
import { caseShape, diagnose } from './diagnosis/case';
import { ShopError } from '@/errors';
import { houseShape } from '@/shapes/house';
import { chassis, gigabytes, marks, share } from './places';
import { answerCleaning, cleaningShape } from './cleaningKind';
import { answerCopy, answerDrive, answerErasure, copyShape, driveShape, erasureShape } from './drivesKinds';
import { answerFits, fitsShape } from './fitsKind';
import {
  answerHarvest,
  answerUpgrades,
  answerUses,
  harvestShape,
  upgradesShape,
  usesShape,
} from './partsKinds';
import {
  answerClosing,
  answerDilute,
  answerTighten,
  closingShape,
  diluteShape,
  tightenShape,
} from './handsKinds';
import {
  answerBattery,
  answerCharger,
  answerHeat,
  answerRails,
  answerSpeed,
  batteryShape,
  chargerShape,
  heatShape,
  railsShape,
  answerElectrical,
  electricalShape,
  speedShape,
} from './readingsKinds';
import { LogFault, readBatteryCsv, readHeatCsv } from '@/formats/readingsCsv';
import { answerTimetable, timetableShape } from './timetableKind';
import { answerPassport, passportShape } from './passportKind';
import {
  answerCutline,
  answerLot,
  answerPrices,
  answerRecombine,
  cutlineShape,
  lotShape,
  pricesShape,
  recombineShape,
} from './valueKinds';
import { answerRecord, recordShape, type RecordAsked } from './recordKind';

/** A question the core answers from plain data alone: no database, no clock. */
export interface AskKind {
  about: string;
  input: Joi.ObjectSchema;
  /** A promise where a solver works it out. */
  answer: (input: never) => unknown;
  /** Reads a CSV file as input, where that makes sense. */
  fromCsv?: (text: string) => unknown;
}

const house: Joi.AnySchema = houseShape.description(
  'the house’s own tables as House rules exports them; left out: as shipped',
);

const gradeShape = Joi.object({
  chassis,
  house,
  defects: marks,
  tests: Joi.object()
    .pattern(Joi.string().max(40), Joi.string().valid('pass', 'fail', 'absent'))
    .default({}),
  batteryHealth: share('full charge by design').allow(null).default(null),
  batteryMissing: Joi.boolean().default(false),
  topCelsius: Joi.number().min(-20).max(150).allow(null).default(null).description('under load'),
  flaws: Joi.array()
    .max(20)
    .items(
      Joi.object({
        words: Joi.string().max(200).required(),
        cap: Joi.string()
          .valid(...GRADES)
          .required(),
      }),
    ),
  unknown: Joi.array().max(20).items(Joi.string().max(100)),
});

const priceShape = Joi.object({
  chassis,
  house,
  level: Joi.number()
    .integer()
    .min(0)
    .max(4)
    .allow(null)
    .default(null)
    .description('x86-64 level of the processor'),
  memoryGb: gigabytes('memory').allow(null).default(null),
  driveKind: Joi.string().valid('none', 'disk', 'solid').allow(null).default(null),
  driveGb: gigabytes('drive').allow(null).default(null),
  batteryHealth: share('full charge by design').allow(null).default(null),
  batteryMissing: Joi.boolean().default(false),
  grade: Joi.string()
    .valid(...GRADES)
    .allow(null)
    .default(null),
});

interface MemoryAsked {
  sizes: number[];
  slots: number;
  rule: MemorySetup['rule'];
  trials: (Omit<Trial, 'cleaned'> & { cleaned: number[] })[];
}
const slot = Joi.number()
  .integer()
  .min(0)
  .max(MOST - 1);
const memoryShape = Joi.object({
  sizes: Joi.array()
    .items(Joi.number().greater(0).max(1024))
    .min(1)
    .max(MOST)
    .required()
    .description('GB by module'),
  slots: Joi.number().integer().min(1).max(MOST).required(),
  rule: Joi.string()
    .valid(...SLOT_RULES)
    .default('any')
    .description('which placements the board takes'),
  trials: Joi.array()
    .max(100)
    .default([])
    .items(
      Joi.object({
        placement: Joi.array()
          .items(
            Joi.number()
              .integer()
              .min(-1)
              .max(MOST - 1),
          )
          .required()
          .description('module by slot, -1 for none'),
        cleaned: Joi.array().items(slot).default([]).description('slots cleaned so far'),
        seen: Joi.number().min(0).allow(null).required().description('GB counted; null: it did not start'),
      }),
    ),
});

function answerMemory({ trials, ...given }: MemoryAsked) {
  trials.forEach((trial, n) => {
    if (
      trial.placement.length !== given.slots ||
      trial.placement.some((module) => module >= given.sizes.length)
    )
      throw new ShopError(
        'invalid',
        `trials.${n}: a placement names one of ${given.sizes.length} modules, or -1, for each of ${given.slots} slots.`,
      );
  });
  const { belief, impossible } = replay(
    { ...usualMemory, ...given },
    trials.map(({ cleaned, ...trial }) => ({
      ...trial,
      cleaned: cleaned.reduce((mask, at) => mask | (1 << at), 0),
    })),
  );
  if (impossible !== null)
    throw new ShopError(
      'refused',
      `trials.${impossible}: no state of modules and slots shows this after what was seen before.`,
    );
  const shares = sharesOf(belief);
  return { shares, verdict: verdictOf(belief, shares), next: nextTrial(belief) };
}

interface CodesAsked {
  code?: string;
  taps?: Tap[];
  tables?: CodeTable[];
  csv?: string;
}
const codesShape = Joi.object({
  code: Joi.string()
    .max(80)
    .description('as people write it: "3-2", "1 long 2 short", "0x7B", "lamps 1 3", a message'),
  taps: Joi.array()
    .max(2_000)
    .items(Joi.object({ down: Joi.number().required(), up: Joi.number().required() }))
    .description('milliseconds'),
  csv: Joi.string().max(1_000_000).description('tables of codes: maker,source,code,meaning,points'),
})
  .xor('code', 'taps')
  .required();

function answerCodes({ code, taps, csv }: CodesAsked) {
  const read = csv === undefined ? { tables: [], faults: [] } : readCodeTables(csv);
  if (read.faults.length)
    throw new ShopError(
      'invalid',
      `csv: ${read.faults
        .slice(0, 6)
        .map(({ where, reason }) => `${where} ${reason}`)
        .join('; ')}.`,
    );
  let signs: string[];
  try {
    signs = code === undefined ? [codeOf(readRhythm(taps!)) ?? []].flat() : codesIn(code);
  } catch (error) {
    throw new ShopError('invalid', `code: ${(error as Error).message}.`);
  }
  if (signs.length === 0) return { code: null, words: 'no repeating group in it yet', matches: [] };
  const matches = decode(signs, read.tables);
  // of what can be read in two ways the tables decide
  const said = matches.find(({ off, line }) => off === 0 && signs.includes(line.code))?.line.code ?? signs[0];
  return { code: said, readings: signs, words: codeInWords(said), matches };
}

interface WithHouse {
  house?: HouseTables;
}

/** @throws RangeError when the house's tables contradict themselves */
function tablesOf({ house: given = shippedHouse }: WithHouse): HouseTables {
  // what an earlier edition exported lacks what has come in since
  const house = filledUp(given, shippedHouse);
  const faults = houseFaults(house, shippedHouse);
  if (faults.length) throw new RangeError(`house: ${faults.slice(0, 6).join('; ')}`);
  return house;
}

function answerGrade({ house, ...input }: GradeInput & WithHouse) {
  const { rubric } = tablesOf({ house });
  const unknown = Object.keys(input.tests).find((id) => !rubric.tests.some((test) => test.id === id));
  if (unknown) throw new RangeError(`tests: the rubric has no test "${unknown}"`);
  return gradeUnit(rubric, input);
}

const answerPrice = ({ house, ...input }: PriceSpec & WithHouse) =>
  tableModel(tablesOf({ house }).prices).price(input);

/** Every question that can be asked without the shop. */
export const askKinds: Record<string, AskKind> = {
  belief: {
    about: 'a case -> what is probably wrong, what to do next, when to stop',
    input: caseShape,
    answer: diagnose as (input: never) => unknown,
  },
  record: {
    about: 'entries -> specification, drives, facts, the erasure gate, the bench, flaws for the papers',
    input: recordShape,
    answer: answerRecord as (input: RecordAsked) => unknown as (input: never) => unknown,
  },
  grade: {
    about: 'marks, tests, battery, heat -> grade with reasons, what is open, the cheapest lift',
    input: gradeShape,
    answer: answerGrade as (input: never) => unknown,
  },
  passport: {
    about: 'a record, tests and marks -> what the papers say, as data, and why none may leave',
    input: passportShape.keys({ house }),
    answer: (({ house: given, ...asked }: WithHouse) =>
      answerPassport(asked as never, tablesOf({ house: given }))) as (input: never) => unknown,
  },
  price: {
    about: 'what the machine is -> price with its range and what it is made of, minor units',
    input: priceShape,
    answer: answerPrice as (input: never) => unknown,
  },
  prices: {
    about:
      'past sales and machines -> what each fetches with its range and what that stands on, sales that cannot be',
    input: pricesShape.keys({ house }),
    answer: (({ house: given, ...asked }: WithHouse) =>
      answerPrices(asked as never, tablesOf({ house: given }))) as (input: never) => unknown,
  },
  lot: {
    about: 'what may become of each machine of a lot -> what it makes, the chance to lose, the most to pay',
    input: lotShape,
    answer: answerLot as (input: never) => unknown,
  },
  cutline: {
    about:
      'machines with what they net and take, hours and stations -> which get them, what an hour more brings',
    input: cutlineShape,
    answer: answerCutline as (input: never) => unknown,
  },
  recombine: {
    about: 'incomplete machines, donors, parts -> who gets what so that the shop nets most',
    input: recombineShape,
    answer: answerRecombine as (input: never) => unknown,
  },
  timetable: {
    about:
      'people, stations, operations, promises -> who begins what when, what it costs and what none costs less than',
    input: timetableShape,
    answer: answerTimetable as (input: never) => unknown,
  },
  memory: {
    about: 'modules, slots and starts -> which is bad, and the next start to make',
    input: memoryShape,
    answer: answerMemory as (input: never) => unknown,
  },
  fits: {
    about: 'a part and a machine -> fits, with care or no, with every reason',
    input: fitsShape,
    answer: answerFits as (input: never) => unknown,
  },
  upgrades: {
    about: 'a machine, the bin, offers -> sets of changes that pay, and the most a part may cost',
    input: upgradesShape.keys({ house }),
    answer: (({ house: given, ...asked }: WithHouse) =>
      answerUpgrades(asked as never, tablesOf({ house: given }))) as (input: never) => unknown,
  },
  uses: {
    about: 'what a machine is -> what it is good for, which systems run on it until when, its weakest part',
    input: usesShape.keys({ house }),
    answer: (({ house: given, ...asked }: WithHouse) =>
      answerUses(asked as never, tablesOf({ house: given }))) as (input: never) => unknown,
  },
  harvest: {
    about: 'how the places of a machine were seen -> what to take out in which order, and where to stop',
    input: harvestShape.keys({ house }),
    answer: (({ house: given, ...asked }: WithHouse) =>
      answerHarvest(asked as never, tablesOf({ house: given }))) as (input: never) => unknown,
  },
  cleaning: {
    about: 'zones, soils and the house’s school -> steps in their order, minutes, and what pays',
    input: cleaningShape,
    answer: answerCleaning as (input: never) => unknown,
  },
  closing: {
    about:
      'what was undone and what is back -> what is not back, what may not be done, what it makes likelier',
    input: closingShape,
    answer: answerClosing as (input: never) => unknown,
  },
  tighten: {
    about: 'where screws sit -> the order and the passes they are tightened in',
    input: tightenShape,
    answer: answerTighten as (input: never) => unknown,
  },
  dilute: {
    about: 'a bottle of alcohol and a strength -> what to measure out; or measures -> what they come to',
    input: diluteShape,
    answer: answerDilute as (input: never) => unknown,
  },
  heat: {
    about: 'a heat run -> both stages, where it settles, when it trips, what it is with chances, a hot day',
    input: heatShape,
    answer: answerHeat as (input: never) => unknown,
    fromCsv: logOf(readHeatCsv),
  },
  electrical: {
    about:
      'a safety test of an appliance (earth, insulation, leakage, function) -> step by step in its order, what is next',
    input: electricalShape,
    answer: answerElectrical as (input: never) => unknown,
  },
  rails: {
    about: 'readings of a supply’s rails -> within the published limits or not; unloaded: nothing said',
    input: railsShape,
    answer: answerRails as (input: never) => unknown,
  },
  battery: {
    about: 'a discharge run and a gauge -> what it does: minutes, drops, cut-off, good, fair or weak',
    input: batteryShape,
    answer: answerBattery as (input: never) => unknown,
    fromCsv: logOf(readBatteryCsv),
  },
  speed: {
    about: 'a drive’s sequential read, or memory’s transfers -> class of interface, peak',
    input: speedShape,
    answer: answerSpeed as (input: never) => unknown,
  },
  drive: {
    about:
      'what a drive says of itself (smartctl JSON, or NVMe log page 02h) -> verdict, what decides, how far trusted',
    input: driveShape,
    answer: answerDrive as (input: never) => unknown,
  },
  erasure: {
    about: 'medium, size, speed -> ways to erase it, minutes, what verifies it, the sample for a confidence',
    input: erasureShape,
    answer: answerErasure as (input: never) => unknown,
  },
  copy: {
    about:
      'one drive onto another -> clone or fresh, shrinking, minutes, what the first start may founder on',
    input: copyShape,
    answer: answerCopy as (input: never) => unknown,
  },
  charger: {
    about: 'a machine’s plate and what a charger gives -> fits, with care or no, and from which profile',
    input: chargerShape,
    answer: answerCharger as (input: never) => unknown,
  },
  codes: {
    about: 'a blink or beep code, or taps -> its signs and what tables say',
    input: codesShape,
    answer: answerCodes as (input: never) => unknown,
    fromCsv: tapsFromCsv,
  },
};

/** A log read, its faults as the caller's. */
function logOf<T>(read: (text: string) => T) {
  return (text: string): T => {
    try {
      return read(text);
    } catch (error) {
      if (error instanceof LogFault) throw new ShopError('invalid', `csv: ${error.message}.`);
      throw error;
    }
  };
}

/** CSV with the columns down and up, milliseconds. */
function tapsFromCsv(text: string): unknown {
  const [head = '', ...lines] = text.trim().split(/\r?\n/);
  const names = head.split(',').map((name) => name.trim().toLowerCase());
  const cell = (cells: string[], name: string) => Number(cells[names.indexOf(name)]);
  return {
    taps: lines
      .map((line) => line.split(','))
      .map((cells) => ({ down: cell(cells, 'down'), up: cell(cells, 'up') })),
  };
}

/** The kinds with the shape of their input, for whoever integrates. */
export const describeKinds = () =>
  Object.entries(askKinds).map(([kind, { about, input, fromCsv }]) => ({
    kind,
    about,
    csv: Boolean(fromCsv),
    input: input.describe(),
  }));

/**
 * One question, one answer; of those that need a solver, the promise of one.
 * @throws ShopError naming the kind, the field and the reason
 */
export function ask(kind: string, value: unknown): unknown {
  const known = Object.hasOwn(askKinds, kind) ? askKinds[kind] : undefined;
  if (!known)
    throw new ShopError('missing', `There is no kind "${kind}"; known: ${Object.keys(askKinds).join(', ')}.`);
  const { value: input, error } = known.input.validate(value, { abortEarly: false });
  if (error)
    throw new ShopError(
      'invalid',
      `${kind}: ${error.details
        .slice(0, 8)
        .map((detail) => `${detail.path.join('.') || 'input'}: ${detail.message}`)
        .join('; ')}.`,
    );
  // the core refuses what makes no sense with a RangeError in words
  const inWords = (thrown: unknown): never => {
    if (thrown instanceof RangeError) throw new ShopError('refused', `${kind}: ${thrown.message}`);
    throw thrown;
  };
  try {
    const answer = known.answer(input as never);
    return answer instanceof Promise ? answer.catch(inWords) : answer;
  } catch (thrown) {
    return inWords(thrown);
  }
}

import { MOST_OF_A_WHOLE } from '@/catalog/worth/prices';
import { cappedParts } from '@/core/price/parts';
import Joi from 'joi';
import { catalogue, causeById, findingById, repairById } from '@/catalog';
import { shippedHouse } from '@/catalog/house';
import {
  BENCH_ITEMS,
  CHASSIS,
  LOT_SOURCES,
  ENDINGS,
  NO_ANSWERS,
  PART_CLASSES,
  TOOLS,
  type BenchState,
  type Chassis,
  type Ending,
  type Finding,
  type LotSource,
  type NoAnswer,
  type PartClass,
  type Tool,
} from '@/core/catalogue';
import type { PriceClass } from '@/core/steps/problem';
import { appliesTo } from '@/core/belief/model';
import { checkConflict } from '@/core/belief/conflict';
import { CLOSED } from '@/core/minutes/opening';
import { compareSteps } from '@/core/steps/compare';
import { inspectUnit } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import { overrideFaults, withOverrides, type CatalogueOverrides } from '@/core/belief/overrides';
import { claimsIn } from '@/formats/claims/reader';
import { ShopError } from '@/errors';
import { overridesShape } from '@/shapes/overrides';

/** A case as a file: what is known of one machine, without a database. See docs/belief.md. */
export interface CaseFile {
  chassis: Chassis;
  source: LotSource;
  claims: string[];
  findings: (
    | { finding: string; outcome: number | string }
    | { finding: string; why: NoAnswer | 'look-again' }
    | { repair: string; helped: boolean }
    | { repair: string; ended: Ending }
    | { part: PartClass; way: 'in' | 'out' }
  )[];
  bench: Partial<BenchState>;
  rates: { perHourMinor: number; feeShare: number };
  values: {
    soundMinor: number;
    lowMinor?: number;
    highMinor?: number;
    parts: Partial<Record<PartClass, number>>;
    recycleMinor?: number;
  };
  /** The system and the data on it stay; left out: as such a lot has it. */
  keeps?: boolean;
  /** Tools the shop has not got. */
  lacks: Tool[];
  /** What the machine may turn out to be once it is read. */
  classes?: PriceClass[];
  /** Known-good parts to hand: minor units each is worth. */
  bin: Partial<Record<PartClass, number>>;
  /** Offers of parts for it: minor units delivered, and the chance that one fits and is as said. */
  quotes?: Partial<Record<PartClass, { minor: number; fits: number }>>;
  /** The owner's numbers over the catalogue's, as House rules export them. */
  overrides?: CatalogueOverrides;
  /** Two steps to weigh against each other. */
  compare?: [string, string];
}

export const caseShape = Joi.object({
  chassis: Joi.string()
    .valid(...CHASSIS)
    .required(),
  source: Joi.string()
    .valid(...LOT_SOURCES)
    .default('clearout'),
  claims: Joi.array().items(Joi.string().max(400)).max(20).default([]),
  findings: Joi.array()
    .max(200)
    .default([])
    .items(
      Joi.object({
        finding: Joi.string().max(200).required(),
        outcome: Joi.alternatives(Joi.number().integer().min(0).max(9), Joi.string().max(100)).required(),
      }),
      Joi.object({
        finding: Joi.string().max(200).required(),
        why: Joi.string()
          .valid(...NO_ANSWERS, 'look-again')
          .required(),
      }),
      Joi.object({ repair: Joi.string().max(200).required(), helped: Joi.boolean().required() }),
      Joi.object({
        repair: Joi.string().max(200).required(),
        ended: Joi.string()
          .valid(...ENDINGS)
          .required(),
      }),
      Joi.object({
        part: Joi.string()
          .valid(...PART_CLASSES)
          .required(),
        way: Joi.string().valid('in', 'out').default('in'),
      }),
    ),
  bench: Joi.object(Object.fromEntries(BENCH_ITEMS.map((item) => [item, Joi.boolean()]))).default({}),
  rates: Joi.object({
    perHourMinor: Joi.number().integer().min(0).default(1800),
    feeShare: Joi.number().min(0).max(1).default(0.08),
  }).default({ perHourMinor: 1800, feeShare: 0.08 }),
  values: Joi.object({
    soundMinor: Joi.number().integer().min(0).required(),
    lowMinor: Joi.number().integer().min(0),
    highMinor: Joi.number().integer().min(0),
    recycleMinor: Joi.number().integer(),
    parts: Joi.object()
      .pattern(Joi.string().valid(...PART_CLASSES), Joi.number().integer().min(0))
      .default({}),
  }).required(),
  // files from before there was no limit say how many faults to look for at once
  faults: Joi.any().strip(),
  keeps: Joi.boolean(),
  lacks: Joi.array()
    .items(Joi.string().valid(...TOOLS))
    .default([]),
  classes: Joi.array()
    .max(12)
    .items(
      Joi.object({
        name: Joi.string().max(80).required(),
        chance: Joi.number().min(0).max(1).required(),
        soundMinor: Joi.number().integer().min(0).required(),
      }),
    ),
  bin: Joi.object()
    .pattern(Joi.string().valid(...PART_CLASSES), Joi.number().integer().min(0))
    .default({}),
  quotes: Joi.object().pattern(
    Joi.string().valid(...PART_CLASSES),
    Joi.object({
      minor: Joi.number().integer().min(0).required(),
      fits: Joi.number().min(0).max(1).default(1),
    }),
  ),
  overrides: overridesShape,
  compare: Joi.array().items(Joi.string().max(100)).length(2),
});

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** Findings of a chassis (or all) whose words match every word of the text. */
export function findingsMatching(text: string, chassis?: Chassis): Finding[] {
  const words = plain(text).split(' ').filter(Boolean);
  return catalogue.findings.filter((finding) => {
    if (chassis && !appliesTo(finding, chassis)) return false;
    const all = plain(
      `${finding.id} ${finding.ask} ${finding.group} ${finding.outcomes.map((outcome) => outcome.label).join(' ')}`,
    );
    return words.every((word) => all.includes(word));
  });
}

/** A finding by its id, its question, or words only it has. @throws ShopError naming what was close */
function findingNamed(name: string, chassis: Chassis, where: string): Finding {
  const exact = findingById(name) ?? catalogue.findings.find((finding) => plain(finding.ask) === plain(name));
  if (exact) {
    if (!appliesTo(exact, chassis))
      throw new ShopError('invalid', `${where}: "${exact.id}" is not a finding of a ${chassis}.`);
    return exact;
  }
  const close = findingsMatching(name, chassis);
  if (close.length === 1) return close[0];
  throw new ShopError(
    'invalid',
    `${where}: no finding is called "${name}"${
      close.length
        ? `; it could be ${close
            .slice(0, 6)
            .map((finding) => finding.id)
            .join(', ')}`
        : ''
    }.`,
  );
}

function outcomeOf(finding: Finding, outcome: number | string, where: string): number {
  const at =
    typeof outcome === 'number'
      ? outcome
      : finding.outcomes.findIndex(
          (candidate) => candidate.id === outcome || plain(candidate.label) === plain(outcome),
        );
  if (finding.outcomes[at]) return at;
  throw new ShopError(
    'invalid',
    `${where}: "${finding.id}" has the outcomes ${finding.outcomes.map((candidate, i) => `${i} ${candidate.label}`).join(', ')}; got ${JSON.stringify(outcome)}.`,
  );
}

/** Reads and checks a case. @throws ShopError with every fault and its place */
export function readCase(value: unknown): CaseFile & { record: Sighted[] } {
  const { value: file, error } = caseShape.validate(value, { abortEarly: false }) as {
    value: CaseFile;
    error?: Joi.ValidationError;
  };
  if (error)
    throw new ShopError(
      'invalid',
      `The case cannot be read: ${error.details.map((detail) => `${detail.path.join('.') || 'case'}: ${detail.message}`).join('; ')}.`,
    );
  const wrong = file.overrides ? overrideFaults(catalogue, file.overrides) : [];
  if (wrong.length)
    throw new ShopError('invalid', `The case cannot be read: overrides: ${wrong.join('; ')}.`);
  const record: Sighted[] = [];
  for (const [i, claim] of file.claims.entries()) {
    const known = findingById(claim) ? [claim] : claimsIn(claim);
    if (findingById(claim) && findingById(claim)!.stage !== 'claim')
      throw new ShopError('invalid', `claims.${i}: "${claim}" is a finding, not a claim.`);
    record.push(...known.map((id): Sighted => ({ kind: 'finding', id, outcome: 1 })));
  }
  for (const [i, entry] of file.findings.entries()) {
    const where = `findings.${i}`;
    if ('part' in entry) {
      record.push({ kind: 'part', class: entry.part, way: entry.way });
      continue;
    }
    if ('repair' in entry) {
      const repair =
        repairById(entry.repair) ??
        catalogue.repairs.find((candidate) => plain(candidate.name) === plain(entry.repair));
      if (!repair || !appliesTo(repair, file.chassis))
        throw new ShopError(
          'invalid',
          `${where}: no repair of a ${file.chassis} is called "${entry.repair}".`,
        );
      const ended = 'ended' in entry ? entry.ended : entry.helped ? 'helped' : 'no-change';
      record.push({ kind: 'repair', id: repair.id, ended });
    } else {
      const finding = findingNamed(entry.finding, file.chassis, where);
      if ('why' in entry) {
        record.push({ kind: 'unanswered', id: finding.id, why: entry.why });
        continue;
      }
      record.push({ kind: 'finding', id: finding.id, outcome: outcomeOf(finding, entry.outcome, where) });
    }
  }
  return { ...file, record };
}

const digits = (value: number, places: number) => Math.round(value * 10 ** places) / 10 ** places;
/** Beliefs under this share are left out of the answer. */
const LEAST = 0.0005;

/** Beliefs with what moved each, ranked steps, the value of stopping and the misfit flag, as plain JSON. */
export function diagnose(value: unknown) {
  const file = readCase(value);
  const known = file.overrides ? withOverrides(catalogue, file.overrides) : catalogue;
  const minutes = shippedHouse.minutes[file.chassis];
  const { soundMinor } = file.values;
  const parts = {
    ...cappedParts(shippedHouse.parts[file.chassis], soundMinor, MOST_OF_A_WHOLE),
    ...file.values.parts,
  };
  const { engine, entries, weights, states, problem, ranking, facts } = inspectUnit(known, {
    chassis: file.chassis,
    source: file.source,
    record: file.record,
    bench: { ...CLOSED, ...file.bench },
    keeps: file.keeps,
    lacks: file.lacks,
    classes: file.classes,
    worth: {
      soundMinor,
      feeShare: file.rates.feeShare,
      finishMinutes: minutes.finish,
      asFoundShare: shippedHouse.asFoundShare,
      asFoundMinutes: minutes.asFound,
      harvestMinutes: minutes.harvest,
      recycleMinor: file.values.recycleMinor ?? shippedHouse.recycle[file.chassis],
      parts: Object.entries(parts).map(([part, minor]) => ({ class: part as PartClass, minor: minor! })),
    },
    priceLowMinor: file.values.lowMinor ?? soundMinor,
    priceHighMinor: file.values.highMinor ?? soundMinor,
    ratePerHourMinor: file.rates.perHourMinor,
    verifyMinutes: minutes.verify,
    bin: file.bin,
    quotes: file.quotes,
  });
  const { posterior } = problem;
  const named = (index: number) => {
    const entry = file.record[index];
    if (entry.kind === 'unanswered') return { finding: entry.id, why: entry.why };
    if (entry.kind === 'part') return { part: entry.class, way: entry.way };
    if (entry.kind === 'measured') return { measured: entry.conditions };
    if (entry.kind === 'none') return { none: entry.class };
    if (entry.kind === 'data') return { data: entry.what };
    if (entry.kind === 'model') return { model: entry.odds };
    if (entry.kind === 'mat') return { leftOff: entry.off };
    return entry.kind === 'finding'
      ? { finding: entry.id, outcome: findingById(entry.id)!.outcomes[entry.outcome].label }
      : { repair: entry.id, ended: entry.ended };
  };
  return {
    case: {
      chassis: file.chassis,
      source: file.source,
      record: file.record.map((_, i) => named(i)),
    },
    sound: digits(posterior.sound, 6),
    covered: posterior.exact ? 1 : digits(problem.stories.covered, 4),
    beliefs: engine.model.causes
      .map((cause, c) => ({
        cause: cause.id,
        name: cause.name,
        probability: digits(posterior.marginals[c], 6),
        prior: digits(states[0].marginals[c], 6),
        evidence: weights.flatMap((weight) =>
          Math.abs(weight.decibans[c]) >= 0.05
            ? [{ ...named(entries[weight.index].index), decibans: digits(weight.decibans[c], 2) }]
            : [],
        ),
      }))
      .filter((line) => line.probability >= LEAST)
      .sort((a, b) => b.probability - a.probability),
    steps: ranking.steps.map((step) => ({
      kind: step.kind,
      id: step.id,
      name: findingById(step.id)?.ask ?? repairById(step.id)?.name ?? step.id,
      netValueMinor: step.valueMinor,
      minutes: digits(step.minutes, 2),
      ...(step.partMinor && { partMinor: step.partMinor }),
      costMinor: step.costMinor,
      ...(step.chance !== undefined && { chance: digits(step.chance, 4) }),
      ...(step.moves.length && { bench: step.moves }),
      ...(step.outcomes && {
        outcomes: step.outcomes.map((outcome) => ({
          outcome: findingById(step.id)!.outcomes[outcome.outcome].label,
          probability: digits(outcome.probability, 4),
          sound: digits(outcome.sound, 4),
          causes: outcome.causes.map((line) => ({
            cause: line.cause,
            name: causeById(line.cause)!.name,
            probability: digits(line.probability, 4),
          })),
          netValueMinor: outcome.valueMinor,
        })),
      }),
    })),
    shut: ranking.shut,
    readingMinor: ranking.readingMinor,
    stop: {
      route: ranking.routes
        .filter((route) => route.route !== 'refurbish')
        .sort((a, b) => b.valueMinor - a.valueMinor)[0].route,
      netValueMinor: ranking.stopMinor,
      breakEvenMinutes: ranking.breakEvenMinutes,
    },
    routes: ranking.routes,
    ...(file.compare && { comparison: compareSteps(known, problem, ranking, ...file.compare) }),
    conflict: checkConflict(
      engine,
      entries.map((entry) => entry.evidence),
      posterior,
    ),
    facts,
  };
}

import Joi from 'joi';
import { catalogue, findingById, repairById } from '@/catalog';
import { factsOf } from '@/core/belief/facts';
import { appliesTo } from '@/core/belief/model';
import { BENCH_ITEMS, PART_CLASSES, type BenchState, type Chassis } from '@/core/catalogue';
import { deriveRecord } from '@/core/record';
import type { DataEntry, PartEntry, RecordEntry } from '@/core/record/entries';
import { shippedHouse } from '@/catalog/house';
import { BASES, SPEC_KEYS, type Basis, type SpecKey } from '@/core/record/keys';
import { readValue } from '@/core/record/values';
import { ShopError } from '@/errors';
import { chassis } from './places';

type Written = { voided?: boolean } & (
  | { answer: string; outcome: number | string; basis?: Basis; place?: string }
  | { repair: string; helped: boolean }
  | { value: SpecKey; text: string; basis: Basis }
  | {
      part: { id: string; class: string; name: string; attributes: Record<string, string | number> };
      way: PartEntry['way'];
    }
  | { data: string; what: DataEntry['what'] }
  | { bench: Partial<BenchState> }
  | { drives: number; by?: 'hands' | 'report' }
);

export interface RecordAsked {
  chassis: Chassis;
  entries: Written[];
}

const voided = Joi.boolean().description('taken back: it does not stand');
const DATA = [
  'erased',
  'returned',
  'destroyed',
  'never',
  'installed',
  'cloned',
  'image',
  'begun',
  'failed',
] as const;

export const recordShape = Joi.object({
  chassis,
  entries: Joi.array()
    .max(500)
    .required()
    .description('what was written down, in the order it happened')
    .items(
      Joi.object({
        answer: Joi.string().max(60).required().description('a finding’s id'),
        outcome: Joi.alternatives(Joi.number().integer().min(0).max(9), Joi.string().max(100))
          .required()
          .description('its outcome by number from 0, or by id'),
        basis: Joi.string().valid(...BASES),
        place: Joi.string().max(60).description('where on the machine: "slot 2"'),
        voided,
      }),
      Joi.object({
        repair: Joi.string().max(60).required().description('a repair’s id'),
        helped: Joi.boolean().required(),
        voided,
      }),
      Joi.object({
        value: Joi.string()
          .valid(...Object.keys(SPEC_KEYS))
          .required()
          .description('a property'),
        text: Joi.string().max(200).required(),
        basis: Joi.string()
          .valid(...BASES)
          .required(),
        voided,
      }),
      Joi.object({
        part: Joi.object({
          id: Joi.string().max(60).required(),
          class: Joi.string()
            .valid(...PART_CLASSES)
            .required(),
          name: Joi.string().max(80).default('a part'),
          attributes: Joi.object()
            .pattern(/^[a-zA-Z]{1,20}$/, Joi.alternatives(Joi.number(), Joi.string().max(60)))
            .default({}),
        }).required(),
        way: Joi.string()
          .valid('found', 'in', 'out')
          .required()
          .description('found in it, put in, taken out'),
        voided,
      }),
      Joi.object({
        data: Joi.string().max(60).required().description('a drive’s id'),
        what: Joi.string()
          .valid(...DATA)
          .required(),
        voided,
      }),
      Joi.object({
        drives: Joi.number().integer().min(0).max(24).required().description('drives counted in it'),
        by: Joi.string().valid('hands', 'report'),
        voided,
      }),
      Joi.object({
        bench: Joi.object(Object.fromEntries(BENCH_ITEMS.map((item) => [item, Joi.boolean()])))
          .min(1)
          .required(),
        voided,
      }),
    ),
});

function entryOf(written: Written, at: number, kind: Chassis): RecordEntry {
  const where = `entries.${at}`;
  if ('answer' in written) {
    const finding = findingById(written.answer);
    if (!finding || !appliesTo(finding, kind))
      throw new ShopError('invalid', `${where}: no finding of a ${kind} is called "${written.answer}".`);
    const outcome =
      typeof written.outcome === 'number'
        ? written.outcome
        : finding.outcomes.findIndex(({ id }) => id === written.outcome);
    if (!finding.outcomes[outcome])
      throw new ShopError(
        'invalid',
        `${where}: "${finding.id}" has the outcomes ${finding.outcomes.map(({ id }, i) => `${i} ${id}`).join(', ')}.`,
      );
    return {
      kind: 'answer',
      at,
      finding: finding.id,
      outcome,
      basis: written.basis ?? 'typed',
      ...(written.place && { place: written.place }),
    };
  }
  if ('repair' in written) {
    if (!repairById(written.repair))
      throw new ShopError('invalid', `${where}: no repair is called "${written.repair}".`);
    return { kind: 'verdict', at, repair: written.repair, helped: written.helped };
  }
  if ('value' in written) {
    const read = readValue(written.value, written.text);
    if (!read.ok) throw new ShopError('invalid', `${where}: ${read.fault}.`);
    return {
      kind: 'value',
      at,
      key: written.value,
      basis: written.basis,
      text: read.text,
      number: read.number,
      origin: written.basis,
      by: '',
    };
  }
  if ('part' in written)
    return { kind: 'part', at, way: written.way, by: '', part: { ...written.part, code: written.part.id } };
  if ('drives' in written) return { kind: 'count', at, drives: written.drives, by: written.by ?? 'hands' };
  if ('data' in written) return { kind: 'data', at, drive: written.data, what: written.what };
  return { kind: 'bench', at, state: written.bench };
}

const standingOf = ({ chassis: kind, entries }: RecordAsked): RecordEntry[] =>
  entries.flatMap((written, i) => (written.voided ? [] : [entryOf(written, i, kind)]));

/** What the standing entries come to, by the catalogue and the house as shipped. */
export const derivedOf = (asked: RecordAsked) =>
  deriveRecord(standingOf(asked), { ...catalogue, processors: shippedHouse.processors }, asked.chassis);

/**
 * What the standing entries tell: specification, drives, facts, the gate, the bench, and the flaws papers
 * must name.
 */
export function answerRecord(asked: RecordAsked) {
  const standing = standingOf(asked);
  const { specification, drives, dataFaults, bench, gone, flaws, gaugeDoubted } = derivedOf(asked);
  const facts = factsOf(
    standing.flatMap((entry): Parameters<typeof factsOf>[0][number][] => {
      if (entry.kind === 'verdict') return entry.helped ? ['repaired'] : [];
      return entry.kind === 'answer'
        ? [{ finding: findingById(entry.finding)!, outcome: entry.outcome }]
        : [];
    }),
  );
  return {
    specification: Object.fromEntries(
      specification.rows.map(({ key, value, number, basis, origin }) => [
        key,
        { value, number, basis, origin },
      ]),
    ),
    drives: {
      seen: drives.seen,
      inside: drives.inside.map(({ part, accounted, why }) => ({
        id: part.id,
        name: part.name,
        accounted,
        why,
      })),
    },
    facts,
    gate: { open: dataFaults.length === 0, faults: dataFaults },
    bench,
    partsGone: gone,
    flaws: flaws.map(({ words, cap }) => ({ words, cap })),
    gaugeDoubted,
  };
}

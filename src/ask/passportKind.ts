import Joi from 'joi';
import { paperCautions } from '@/catalog/papers/cautions';
import { paperOf, type PaperKind, type TestDone } from '@/core/papers/paper';
import type { HouseTables } from '@/core/house/tables';
import type { MarkedDefect } from '@/core/grade/rubric';
import { goodFor, runsWords, usesNow } from '@/words/unit/uses';
import { marks } from './places';
import { derivedOf, recordShape, type RecordAsked } from './recordKind';

interface PassportAsked extends RecordAsked {
  as: PaperKind;
  today: string;
  marks: MarkedDefect[];
  tests: Record<string, TestDone>;
  faults: string[];
}

export const passportShape = recordShape.keys({
  as: Joi.string().valid('graded', 'told', 'as found', 'for parts', 'owner').default('graded'),
  today: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required()
    .description('the day of the papers: systems end'),
  marks,
  tests: Joi.object()
    .pattern(
      Joi.string().max(40),
      Joi.object({
        result: Joi.string().valid('pass', 'fail', 'absent').required(),
        by: Joi.string().max(80).allow('').default(''),
        when: Joi.string().max(40).allow('').default(''),
        words: Joi.string().max(300).allow('').default(''),
      }),
    )
    .default({})
    .description('by the id of a test of the rubric'),
  faults: Joi.array()
    .max(60)
    .items(Joi.string().max(200))
    .default([])
    .description('likely faults that are told'),
});

/** A record -> what the paper says, as data; `refused`: why no paper leaves. */
export function answerPassport(asked: PassportAsked, tables: HouseTables) {
  const record = derivedOf(asked);
  const uses = usesNow(tables, asked.chassis, record.specification, asked.today);
  const { missing, ...paper } = paperOf({
    chassis: asked.chassis,
    as: asked.as,
    specification: record.specification,
    rubric: tables.rubric,
    tests: new Map(Object.entries(asked.tests)),
    marks: asked.marks,
    faults: [...record.flaws.map(({ words }) => words), ...asked.faults],
    cautions: paperCautions,
    weakBattery: record.gaugeDoubted,
    hot: false,
  });
  return {
    refused: [
      ...(asked.as === 'owner' ? [] : record.dataFaults),
      ...missing.map((what) => `nobody has said ${what}`),
    ],
    ...paper,
    goodFor: goodFor(uses),
    systems: runsWords(uses),
  };
}

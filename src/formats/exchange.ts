import Joi from 'joi';
import { CHASSIS } from '@/core/catalogue';
import type { CauseCounts, Learned } from '@/core/learn/learn';
import { MODEL_NOTE_KINDS, type ModelNoteKind } from '@/core/models/notebook';
import type { Offered } from '@/core/value/columns';

/** A line of a notebook, without who wrote it. */
export interface ExchangedNote {
  maker: string;
  model: string;
  board: string;
  kind: ModelNoteKind;
  text: string;
  finding: string;
}

/** What something fetched on a day, minor units. */
export type ExchangedSale = Offered & { day: string; minor: number; called: string };

/** What a shop has learnt and may pass on: counts with their strength, notes and sales; nobody's name. */
export interface Exchange {
  format: 'shop exchange';
  version: 1;
  madeOn: string;
  priors: { cases: number; causes: CauseCounts } | null;
  notebook: ExchangedNote[];
  prices: { currency: string; decimals: number; sales: ExchangedSale[] } | null;
}

const MOST_SALES = 20_000;
const MOST_NOTES = 5_000;
const id = Joi.string().pattern(/^[a-z][a-z0-9-]{0,60}$/);
const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/);
const line = (most: number) => Joi.string().max(most).allow('').default('');
const amount = Joi.number().min(0).max(1e6);

const shape = Joi.object({
  format: Joi.string().valid('shop exchange').required(),
  version: Joi.number().valid(1).required(),
  madeOn: day.required(),
  priors: Joi.object({
    cases: amount.required(),
    causes: Joi.object()
      .pattern(
        id,
        Joi.object().pattern(
          Joi.string().valid(...CHASSIS),
          Joi.object({ present: amount.required(), cases: amount.required() }),
        ),
      )
      .required(),
  })
    .allow(null)
    .default(null),
  notebook: Joi.array()
    .max(MOST_NOTES)
    .items(
      Joi.object({
        maker: line(60),
        model: Joi.string().max(60).required(),
        board: line(60),
        kind: Joi.string()
          .valid(...MODEL_NOTE_KINDS)
          .required(),
        text: Joi.string().max(300).required(),
        finding: line(60),
      }),
    )
    .default([]),
  prices: Joi.object({
    currency: Joi.string().max(8).required(),
    decimals: Joi.number().integer().min(0).max(4).required(),
    sales: Joi.array()
      .max(MOST_SALES)
      .items(
        Joi.object({
          day: day.required(),
          minor: Joi.number().integer().min(1).max(1e9).required(),
          called: line(120),
          chassis: Joi.string()
            .valid(...CHASSIS)
            .required(),
        }).pattern(
          /^[a-zA-Z]{1,30}$/,
          Joi.alternatives(Joi.number(), Joi.string().max(40), Joi.boolean(), Joi.valid(null)),
        ),
      )
      .required(),
  })
    .allow(null)
    .default(null),
});

/** @throws RangeError in words: which part, which entry, what is wrong with it */
export function readExchange(text: string): Exchange {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new RangeError('the file is no JSON');
  }
  const { value, error } = shape.validate(given) as { value: Exchange; error?: Joi.ValidationError };
  if (!error) return value;
  const [{ path, message }] = error.details;
  const at = path.map((step) => (typeof step === 'number' ? `entry ${step + 1}` : step)).join(', ');
  throw new RangeError(`${at || 'the file'}: ${message.replace(/^"[^"]*" /, '')}`);
}

/** What a shop passes on. @param learned counts of its own cases alone: what it had from others is not passed on again */
export function exchangeOf(
  madeOn: string,
  learned: Learned | null,
  notebook: ExchangedNote[],
  prices: Exchange['prices'],
): Exchange {
  const causes: CauseCounts = {};
  for (const [cause, by] of Object.entries(learned?.priors ?? {}))
    for (const chassis of CHASSIS) {
      const own = by[chassis];
      if (own && own.cases > 0) (causes[cause] ??= {})[chassis] = { present: own.present, cases: own.cases };
    }
  return {
    format: 'shop exchange',
    version: 1,
    madeOn,
    priors: learned && { cases: learned.cases, causes },
    notebook,
    prices,
  };
}

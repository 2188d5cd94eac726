import Joi from 'joi';
import { dilution, poured } from '@/core/hands/dilute';
import {
  balances,
  closingCheck,
  ITEM_KINDS,
  MOVES,
  type LedgerEntry,
  type LedgerItem,
} from '@/core/hands/ledger';
import { tightening, type Screw } from '@/core/hands/tighten';

const id = Joi.string().max(60).required();

export const closingShape = Joi.object({
  items: Joi.array()
    .min(1)
    .max(400)
    .items(
      Joi.object({
        id,
        name: Joi.string().max(80).required(),
        kind: Joi.string()
          .valid(...ITEM_KINDS)
          .required(),
        count: Joi.number().integer().min(1).max(500).default(1),
        layer: Joi.number().integer().min(0).max(30).default(0),
        raises: Joi.array().items(Joi.string().max(60)).max(8),
      }),
    )
    .unique('id')
    .required()
    .description('what is undone when it is opened'),
  entries: Joi.array()
    .max(4_000)
    .items(
      Joi.object({
        item: id,
        move: Joi.string()
          .valid(...MOVES)
          .required(),
        count: Joi.number().integer().min(1).max(500).default(1),
        spots: Joi.array()
          .items(Joi.number().integer().min(0).max(499))
          .max(500)
          .description('which of them, from 0'),
      }),
    )
    .default([]),
  act: Joi.string().valid('close', 'power').default('close'),
});

interface ClosingAsked {
  items: LedgerItem[];
  entries: LedgerEntry[];
  act: 'close' | 'power';
}

/** What is not back, in words, and how every item stands. */
export const answerClosing = ({ items, entries, act }: ClosingAsked) => ({
  ...closingCheck(items, entries, act),
  items: balances(items, entries).map(({ item, broken: _, ...counts }) => ({ id: item.id, ...counts })),
});

export const tightenShape = Joi.object({
  screws: Joi.array()
    .min(1)
    .max(400)
    .items(Joi.object({ id, x: Joi.number().required(), y: Joi.number().required() }))
    .required()
    .description('where each sits, in any one unit of length'),
});

/** Order and passes; never one fully while another is loose. */
export const answerTighten = ({ screws }: { screws: Screw[] }) => ({ passes: tightening(screws) });

const strength = Joi.number().greater(0).max(1);
export const diluteShape = Joi.object({
  stock: strength.required().description('strength of the bottle, share by volume'),
  want: strength.description('strength wanted, with ml'),
  ml: Joi.number().min(0).max(100_000),
  stockMl: Joi.number().min(0).max(100_000).description('poured together with waterMl'),
  waterMl: Joi.number().min(0).max(100_000),
})
  .and('want', 'ml')
  .and('stockMl', 'waterMl')
  .xor('want', 'stockMl');

interface DiluteAsked {
  stock: number;
  want?: number;
  ml?: number;
  stockMl?: number;
  waterMl?: number;
}

/** What to measure out for a strength, or what measures poured together come to. Isopropanol in water, 20 C. */
export function answerDilute({ stock, want, ml, stockMl, waterMl }: DiluteAsked) {
  const rounded = (value: number) => Math.round(value * 10) / 10;
  if (want !== undefined) {
    const made = dilution(stock, want, ml!);
    return {
      stockMl: rounded(made.stockMl),
      waterMl: rounded(made.waterMl),
      lostMl: rounded(made.lostMl),
    };
  }
  const made = poured(stock, stockMl!, waterMl!);
  return { ml: rounded(made.ml), strength: Math.round(made.strength * 1000) / 1000 };
}

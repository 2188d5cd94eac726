import Joi from 'joi';
import type { ArchivedTable } from './tables';

/** The first file of an archive: what it is, and what is in it. `docs/archive.md` says the same in words. */
export interface ArchiveHead {
  format: typeof FORMAT;
  version: 1;
  /** How often the schema of its shop had been brought further. */
  schema: number;
  madeAt: string;
  shop: string;
  /** The newest entry of the history; null: it has none. */
  history: { seq: number; hash: string } | null;
  tables: (ArchivedTable & { rows: number })[];
  pictures: number;
}

export const FORMAT = 'shop archive';
export const HEAD = 'archive.json';
export const SUMS = 'sums.json';
export const tablePart = (table: string, part: number) =>
  `tables/${table}/${String(part).padStart(6, '0')}.jsonl`;
export const picturePart = (id: string) => `pictures/${id}.webp`;

const name = Joi.string().pattern(/^[a-z][a-z0-9_]{0,62}$/);
const shape = Joi.object({
  format: Joi.string().valid(FORMAT).required(),
  version: Joi.number().valid(1).required(),
  schema: Joi.number().integer().min(1).required(),
  madeAt: Joi.string().isoDate().required(),
  shop: Joi.string().max(200).allow('').required(),
  history: Joi.object({
    seq: Joi.number().integer().min(1).required(),
    hash: Joi.string().hex().length(64).required(),
  })
    .allow(null)
    .required(),
  tables: Joi.array()
    .max(200)
    .items(
      Joi.object({
        name: name.required(),
        columns: Joi.array()
          .max(200)
          .items(Joi.object({ name: name.required(), type: Joi.string().max(80).required() }))
          .required(),
        key: Joi.array().items(name).required(),
        rows: Joi.number().integer().min(0).required(),
      }),
    )
    .required(),
  pictures: Joi.number().integer().min(0).required(),
});

/** @throws RangeError in words when it is no head of an archive */
export function headOf(text: string): ArchiveHead {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    throw new RangeError(`its ${HEAD} is no JSON`);
  }
  const { value, error } = shape.validate(given) as { value: ArchiveHead; error?: Error };
  if (error) throw new RangeError(`its ${HEAD} is none of ours: ${error.message}`);
  return value;
}

import Joi from 'joi';
import { CHASSIS } from '@/core/catalogue';

/** Pieces several kinds of question share. */
export const chassis = Joi.string()
  .valid(...CHASSIS)
  .required()
  .description('kind of machine');
export const share = (about: string) => Joi.number().min(0).max(1).description(about);
export const gigabytes = (about: string) => Joi.number().min(0).max(100_000).description(about);

/** Marks on a machine's surfaces, as an inspection found them. */
export const marks = Joi.array()
  .max(200)
  .default([])
  .items(
    Joi.object({
      id: Joi.string().max(60).required(),
      surface: Joi.string().max(40).required(),
      kind: Joi.string().max(40).required(),
      size: Joi.number().valid(0, 1, 2).required().description('small, medium, large'),
    }),
  );

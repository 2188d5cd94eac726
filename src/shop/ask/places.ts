import Joi from 'joi';
import { CHASSIS } from '@/core/catalogue';

/** Pieces several kinds of question share. */
export const chassis = Joi.string()
  .valid(...CHASSIS)
  .required()
  .description('kind of machine');
export const share = (about: string) => Joi.number().min(0).max(1).description(about);
export const gigabytes = (about: string) => Joi.number().min(0).max(100_000).description(about);

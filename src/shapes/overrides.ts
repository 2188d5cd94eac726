import Joi from 'joi';
import { CHASSIS } from '@/core/catalogue';

const share = Joi.number().min(0).max(1);
const shares = Joi.array().items(share).min(2).max(10);
const minutes = Joi.number().min(0).max(600);
const id = /^[a-z0-9-]{1,60}$/;

/** The owner's own numbers: only numbers, and only where the catalogue has one. */
export const overridesShape = Joi.object({
  causes: Joi.object().pattern(
    id,
    Joi.object({
      prior: Joi.object(Object.fromEntries(CHASSIS.map((chassis) => [chassis, share]))),
      valueLeft: share,
    }).min(1),
  ),
  findings: Joi.object().pattern(
    id,
    Joi.object({ minutes, leak: shares, by: Joi.object().pattern(id, shares) }).min(1),
  ),
  repairs: Joi.object().pattern(
    id,
    Joi.object({
      minutes,
      cures: Joi.object().pattern(id, share),
      partMinor: Joi.number().integer().min(0).max(1_000_000_000),
    }).min(1),
  ),
});

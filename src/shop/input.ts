import Joi from 'joi';

/** Pieces of input rules used by several commands. Messages name the field in plain words. */
export const unitId = Joi.string().uuid().required().label('unit');
export const shortText = (label: string, max = 120) => Joi.string().trim().max(max).label(label);
export const minor = (label: string) => Joi.number().integer().min(0).max(1_000_000_000).label(label);
export const isoDate = (label: string) =>
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .label(label)
    .messages({ 'string.pattern.base': '{{#label}} must be a date like 2026-11-25' });

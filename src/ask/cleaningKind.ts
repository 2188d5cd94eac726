import Joi from 'joi';
import { cleaning, schools as shipped, SCHOOL_WORDS } from '@/catalog/cleaning';
import type { Chassis } from '@/core/catalogue';
import { cleaningPlan } from '@/core/clean/plan';
import { cleanStateOf, type CleanAct } from '@/core/clean/state';
import { cleaningWorth } from '@/core/clean/worth';
import { SOILS, type Degree, type Schools, type Soil } from '@/core/clean/zones';
import { ShopError } from '@/errors';
import { chassis } from './places';

export const cleaningShape = Joi.object({
  chassis,
  zones: Joi.array()
    .max(60)
    .items(
      Joi.object({
        zone: Joi.string().max(40).required(),
        soil: Joi.string().valid(...SOILS),
        degree: Joi.number().integer().min(0).max(3).required().description('0: looked at, clean'),
      }),
    )
    .required()
    .description('what is dirty, and how much'),
  schools: Joi.object(
    Object.fromEntries(
      Object.entries(SCHOOL_WORDS).map(([key, { choices }]) => [
        key,
        Joi.string().valid(...choices.map(({ id }) => id)),
      ]),
    ),
  )
    .default({})
    .description('how the house does it; left out: as shipped'),
  priceMinor: Joi.number().integer().min(0).max(1_000_000_000).description('what it fetches clean'),
  perHourMinor: Joi.number().integer().min(0).max(1_000_000).default(1800),
  feeShare: Joi.number().min(0).max(1).default(0.08),
});

interface CleaningAsked {
  chassis: Chassis;
  zones: { zone: string; soil?: Soil; degree: 0 | Degree }[];
  schools: Partial<Schools>;
  priceMinor?: number;
  perHourMinor: number;
  feeShare: number;
}

/** The steps in their order with minutes, and, with a price, which zones pay. */
export function answerCleaning({ chassis: kind, zones, schools, ...money }: CleaningAsked) {
  const known = cleaning.zones[kind].map(({ id }) => id);
  const acts = zones.map(({ zone, soil, degree }, n): CleanAct => {
    if (!known.includes(zone))
      throw new ShopError('invalid', `zones.${n}: a ${kind} has ${known.join(', ')}; got "${zone}".`);
    if (degree === 0) return { op: 'looked', zone };
    if (!soil) throw new ShopError('invalid', `zones.${n}: which soil?`);
    return { op: 'soil', zone, soil, degree };
  });
  const state = cleanStateOf(acts);
  const house = { ...shipped, ...schools };
  const { steps, ...plan } = cleaningPlan(cleaning, kind, state, house);
  return {
    ...plan,
    minutes: plan.stepMinutes + plan.openMinutes,
    steps,
    ...(money.priceMinor !== undefined && {
      worth: cleaningWorth(cleaning, kind, state, house, {
        priceMinor: money.priceMinor,
        keep: 1 - money.feeShare,
        perMinute: money.perHourMinor / 60,
      }),
    }),
  };
}

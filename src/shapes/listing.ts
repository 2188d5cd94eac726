import Joi from 'joi';

/**
 * A listing as CSV and JSON give it: every field a text, empty where there is nothing to say. Lists are joined by
 * "; ". docs/listing.md tells each field.
 */
export const LISTING_FIELDS = {
  tag: 'the shop’s own number of the machine',
  kind: 'what kind of machine it is',
  maker: 'maker',
  model: 'model',
  as: 'as what it is offered, when it is not graded',
  grade: 'A to D; empty when it is offered as something else',
  rubric: 'by which rubric the grade was given',
  price: 'asking price in whole units with a point: 112.00',
  currency: 'sign of the currency',
  processor: 'processor',
  level: 'x86-64 level of the processor',
  memory: 'memory',
  drive: 'kind and size of its drive',
  battery: 'full charge against design',
  graphics: 'graphics',
  charger: 'charger that goes with it',
  box: 'what else it comes with',
  weight: 'what it weighs',
  energy: 'what it draws from the mains, at rest and at work',
  warranty: 'how long the seller answers for it, and for what',
  seller: 'who sells it, and how they can be reached',
  system: 'system that is on it',
  goodFor: 'what it is good for, by the house’s rules',
  systems: 'kinds of system that run on it and get updates, and until when',
  serial: 'serial',
  readings: 'what was measured, in sentences',
  photos: 'addresses of photographs on this shop',
  tests: 'every test of the rubric and its result',
  untested: 'tests that were not made',
  data: 'what was done about the data of its drives',
  parts: 'parts that can be taken from it, when it is offered for its parts',
  flaws: 'every mark and fault',
  cautions: 'what whoever uses it must mind',
} as const;

export type Listing = Record<keyof typeof LISTING_FIELDS, string>;

export const listingShape = Joi.object(
  Object.fromEntries(Object.keys(LISTING_FIELDS).map((name) => [name, Joi.string().allow('').required()])),
).required();

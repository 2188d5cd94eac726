import Joi from 'joi';
import { donorPlaces, donorShares, OTHER_MINUTES } from '@/catalog/parts/donor';
import { fitRules } from '@/catalog/parts/fits';
import { cardNeeds, fittingMinutes, OUT_SHARE, UNKNOWN_FITS } from '@/catalog/parts/compatibility';
import { comfort } from '@/catalog/worth/uses';
import { PART_CLASSES, type Chassis, type PartClass } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import { GRAPHICS_CLASSES } from '@/core/machine/names';
import type { Machine } from '@/core/parts/attributes';
import { donorSheet, PLACE_STATES, type PlaceState } from '@/core/parts/donor';
import type { Facts } from '@/core/parts/fields';
import { readLabel } from '@/core/parts/label';
import {
  candidateOf,
  graphicsAt,
  priceSpecOf,
  upgradesOf,
  type Candidate,
  type UpgradeState,
} from '@/core/parts/upgrades';
import { GRADES, type Grade } from '@/core/price/model';
import { tableModel } from '@/core/price/table';
import { systemsFor, usesOf, weakestPart, type UseFacts } from '@/core/uses/uses';
import { machineShape } from './fitsKind';
import { chassis, share } from './places';

const minor = Joi.number().integer().min(0).max(1_000_000_000);
const size = Joi.number().min(0).max(200_000);
const perHourMinor = minor.default(1800).description('what an attended hour costs, minor units');
const feeShare = Joi.number().min(0).max(1).default(0.08).description('of a price, kept by selling');
const none = <T extends Joi.Schema>(shape: T) => shape.allow(null).default(null);
const graphics = none(Joi.string().valid(...GRAPHICS_CLASSES));

const offered = Joi.object({
  id: Joi.string().max(60).required(),
  class: Joi.string()
    .valid(...PART_CLASSES)
    .required(),
  label: Joi.string().max(200).allow('').default('').description('as on its label: 4GB PC3L-12800S'),
  facts: Joi.object()
    .pattern(/^[a-zA-Z]{1,20}$/, Joi.alternatives(Joi.string().max(120), Joi.number()))
    .default({}),
  costMinor: minor.required(),
});

export const upgradesShape = Joi.object({
  machine: machineShape,
  grade: none(Joi.string().valid(...GRADES)),
  modules: Joi.array()
    .max(64)
    .items(
      Joi.object({
        id: Joi.string().max(60).required(),
        gb: size.required(),
        worthMinor: minor.default(0),
        soldered: Joi.boolean().description('to the board: it never comes out'),
      }),
    )
    .default([]),
  memoryGb: none(size).description('in all; left out: the sum of the modules'),
  driveKind: none(Joi.string().valid('none', 'disk', 'solid')),
  driveGb: none(size),
  driveWorthMinor: minor.default(0),
  batteryHealth: none(share('full charge by design')),
  batteryWorthMinor: minor.default(0),
  level: none(Joi.number().integer().min(0).max(4)),
  processorWorthMinor: minor.default(0),
  threads: none(Joi.number().integer().min(1).max(512)),
  graphics,
  bin: Joi.array().items(offered).max(400).default([]),
  quotes: Joi.array().items(offered).max(400).default([]),
  perHourMinor,
  feeShare,
  openMinutes: Joi.number().min(0).max(600).default(4),
});

interface AskedPart {
  id: string;
  class: PartClass;
  label: string;
  facts: Facts;
  costMinor: number;
}

interface UpgradesAsked extends Omit<UpgradeState, 'graphics'> {
  machine: Machine;
  grade: Grade | null;
  graphics: string | null;
  bin: AskedPart[];
  quotes: AskedPart[];
  perHourMinor: number;
  feeShare: number;
  openMinutes: number;
}

function asked(part: AskedPart, from: Candidate['from']): Candidate {
  const made = candidateOf({ ...part, from }, part.class, {
    ...readLabel(part.class, part.label),
    ...part.facts,
  });
  if (!made) throw new RangeError(`${part.id}: no rules are known for the class "${part.class}"`);
  return made;
}

/** Sets of at most three changes that pay, best first; what does not go in, and the most each part may cost. */
export function answerUpgrades(input: UpgradesAsked, { prices }: Pick<HouseTables, 'prices'>) {
  const { machine, grade, bin, quotes, perHourMinor, feeShare, openMinutes, ...state } = input;
  const { sets, refused, unpaid, weighed } = upgradesOf({
    machine,
    state: {
      ...state,
      memoryGb:
        state.memoryGb ?? (state.modules.length ? state.modules.reduce((sum, { gb }) => sum + gb, 0) : null),
      graphics: graphicsAt(state.graphics),
    },
    candidates: [...bin.map((part) => asked(part, 'bin')), ...quotes.map((part) => asked(part, 'quote'))],
    rules: fitRules,
    priceOf: (now) =>
      (1 - feeShare) * tableModel(prices).price(priceSpecOf(machine.chassis, now, grade)).minor,
    perMinute: perHourMinor / 60,
    minutes: fittingMinutes,
    outShare: OUT_SHARE,
    unknownFits: UNKNOWN_FITS,
    openMinutes,
    cardNeeds,
  });
  return {
    sets: sets.slice(0, 20).map(({ after: _, ...set }) => set),
    refused,
    unpaid,
    weighed,
  };
}

export const usesShape = Joi.object({
  chassis,
  level: none(Joi.number().integer().min(0).max(4)),
  threads: none(Joi.number().integer().min(1).max(512)),
  memoryGb: none(size),
  driveKind: none(Joi.string().valid('none', 'disk', 'solid')),
  driveGb: none(size),
  graphics,
  batteryHealth: none(share('full charge by design')),
  batteryMissing: Joi.boolean().default(false),
  firmwareMode: none(Joi.string().valid('legacy', 'uefi', 'secure')),
  securityChip: none(Joi.number().valid(0, 1.2, 2)),
  year: none(Joi.number().integer().min(1990).max(2100)).description('its processor came out'),
  measured: Joi.object()
    .pattern(Joi.string().max(40), Joi.number().min(0).max(1e6))
    .default({})
    .description('figures measured on it: frames a second, dropped1080 per cent'),
  screens: none(Joi.number().integer().min(0).max(40)).description('it shows a picture on at once'),
  graphicsInterface: none(Joi.number().min(0).max(20)).description('version of OpenGL ES its browser found'),
  readMbs: none(Joi.number().min(0).max(100_000)).description('measured sequential read of the drive, MB/s'),
  today: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required()
    .description('updates are judged by this day'),
});

interface UsesAsked extends Omit<UseFacts, 'graphics'> {
  graphics: string | null;
  readMbs: number | null;
  today: string;
}

/** What a machine is good for, which kinds of system run on it and until when, and its weakest part. */
export function answerUses(asked: UsesAsked, { uses, systems }: Pick<HouseTables, 'uses' | 'systems'>) {
  const { readMbs, today, ...told } = asked;
  const facts: UseFacts = {
    ...told,
    graphics: graphicsAt(told.graphics),
  };
  return {
    uses: usesOf(uses, facts),
    systems: systemsFor(systems, facts, today),
    weakest: weakestPart(facts, comfort, readMbs),
  };
}

export const harvestShape = Joi.object({
  chassis,
  places: Joi.object()
    .pattern(Joi.string().max(40), Joi.string().valid(...PLACE_STATES))
    .default({})
    .description('how places were seen: there, gone, broken, proven'),
  gone: Joi.array()
    .items(Joi.string().valid(...PART_CLASSES))
    .default([]),
  worths: Joi.object()
    .pattern(Joi.string().valid(...PART_CLASSES), minor)
    .default({})
    .description('worth of a class in this machine over the house’s, minor units'),
  good: Joi.object()
    .pattern(Joi.string().valid(...PART_CLASSES), Joi.number().min(0).max(1))
    .default({})
    .description('chance that parts of a class are still good'),
  perHourMinor,
  feeShare,
});

interface HarvestAsked {
  chassis: Chassis;
  places: Record<string, PlaceState>;
  gone: PartClass[];
  worths: Partial<Record<PartClass, number>>;
  good: Partial<Record<PartClass, number>>;
  perHourMinor: number;
  feeShare: number;
}

/** Taking a machine apart: the parts in the order of what a minute brings, and where to stop. */
export function answerHarvest(asked: HarvestAsked, house: Pick<HouseTables, 'parts' | 'minutes'>) {
  const places = donorPlaces[asked.chassis];
  const unknown = Object.keys(asked.places).find((id) => !places.some((place) => place.id === id));
  if (unknown) throw new RangeError(`places: a ${asked.chassis} has no place "${unknown}"`);
  const sheet = donorSheet({
    places,
    states: asked.places,
    gone: asked.gone,
    worthOf: { ...house.parts[asked.chassis], ...asked.worths },
    shares: donorShares,
    minutes: house.minutes[asked.chassis].harvest,
    otherMinutes: OTHER_MINUTES,
    keep: 1 - asked.feeShare,
    perMinute: asked.perHourMinor / 60,
    good: (partClass) => asked.good[partClass] ?? 1,
  });
  return {
    take: sheet.picks.slice(0, sheet.worth),
    leave: sheet.picks.slice(sheet.worth),
    minutes: sheet.minutes,
    worthMinor: Math.round(sheet.minor),
    netMinor: Math.round(sheet.netMinor),
  };
}

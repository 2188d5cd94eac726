import type { CleanTables, Schools, Soil } from '@/core/clean/zones';
import { openingMinutes } from '../hands/openingMinutes';
import { cleanRules } from './rules';
import { cleanZones } from './zones';

/** What the trade knows of cleaning. Shares and minutes: shop estimate; the rest: common practice. */
export const cleaning: CleanTables = {
  zones: cleanZones,
  rules: cleanRules,
  outFirst: [
    {
      id: 'battery',
      does: 'Battery out',
      minutes: { laptop: 1, desktop: 0, small: 0, aio: 0 },
      bench: 'batteryOut',
    },
    {
      id: 'coin cell',
      does: 'Coin cell out',
      minutes: { laptop: 1, desktop: 0.5, small: 0.5, aio: 1 },
    },
    {
      id: 'electronics',
      does: 'Board, supply, drives and fans out',
      minutes: { laptop: 20, desktop: 16, small: 18, aio: 24 },
    },
  ],
  opening: openingMinutes,
  left: { shows: [0.01, 0.03, 0.07], hidden: [0, 0.01, 0.04], smell: [0.04, 0.1, 0.2] },
  staysShare: 0.03,
  // common practice: metal dust, liquid and heavy tar come off before power
  ruins: [
    { soil: 'metal', from: 1, inside: false, words: 'metal dust' },
    { soil: 'liquid', from: 1, inside: true, words: 'dried liquid inside' },
    { soil: 'tar', from: 3, inside: true, words: 'heavy tar inside' },
  ],
  spreads: ['metal'],
  // common practice: a smell that is aired before what it comes from has gone is back within days
  smells: [
    { soil: 'tar', from: 1 },
    { soil: 'mould', from: 1 },
    { soil: 'felt', from: 2 },
    { soil: 'food', from: 3 },
  ],
  mostShare: 0.5,
};

/**
 * As shipped: a blower, the strength the soil wants, bare parts washed, boards brushed, dried on a rack, harmful dirt off
 * before power.
 */
export const schools: Schools = {
  air: 'blower',
  alcohol: 'by soil',
  bare: 'wash',
  boards: 'brush',
  drying: 'still',
  first: 'by soil',
};

/** Names of soils, with the letter that sets each. */
export const SOIL_WORDS: Record<Soil, { name: string; letter: string }> = {
  dust: { name: 'dust', letter: 'd' },
  felt: { name: 'felt', letter: 'f' },
  tar: { name: 'tar, grease', letter: 't' },
  sugar: { name: 'sugar', letter: 's' },
  food: { name: 'food, hair', letter: 'h' },
  glue: { name: 'glue', letter: 'e' },
  metal: { name: 'metal, rust', letter: 'm' },
  mould: { name: 'mould', letter: 'o' },
  liquid: { name: 'dried liquid', letter: 'l' },
  smell: { name: 'smell', letter: 'n' },
};

/** What each school risks, in words. Common practice. */
export const SCHOOL_WORDS: Record<
  keyof Schools,
  { ask: string; choices: { id: string; name: string; risk: string }[] }
> = {
  air: {
    ask: 'Air',
    choices: [
      { id: 'blower', name: 'Blower and brush', risk: 'Slower on heavy dirt; cans are dear.' },
      {
        id: 'compressor',
        name: 'Compressor, with limits',
        risk: 'Can spit water and overspin fans: dry, about 2 bar at most, fans held.',
      },
      {
        id: 'vacuum',
        name: 'Antistatic vacuum',
        risk: 'A household vacuum builds up static; only the antistatic one near boards.',
      },
    ],
  },
  alcohol: {
    ask: 'Alcohol',
    choices: [
      {
        id: 'by soil',
        name: 'By soil: water or 70 % on sugar, 96 to 99 % on boards',
        risk: 'Two bottles to mix and label.',
      },
      {
        id: 'one',
        name: 'One strong bottle for all',
        risk: 'Leaves sugar; more rounds on screens and keys.',
      },
    ],
  },
  bare: {
    ask: 'Bare parts',
    choices: [
      {
        id: 'wash',
        name: 'Wash, electronics out',
        risk: 'Half a day to two days to dry; wet parts kill boards.',
      },
      { id: 'wipe', name: 'Wipe only', risk: 'Slower on tar, and corners keep it.' },
    ],
  },
  boards: {
    ask: 'Boards thick with it',
    choices: [
      {
        id: 'brush',
        name: 'Brush with alcohol, never a bath',
        risk: 'What lies under the chips stays.',
      },
      {
        id: 'bath',
        name: 'Bath, then distilled water and alcohol',
        risk: 'Board out, speakers and relays off; a day to dry, and wet under a chip kills it.',
      },
    ],
  },
  drying: {
    ask: 'Drying',
    choices: [
      { id: 'still', name: 'On a rack', risk: 'Half a day and more on every part that was wet.' },
      {
        id: 'moving',
        name: 'In moving air, no warmer than a hand bears',
        risk: 'A fan and a place for it; hot air bends plastic and lifts glue.',
      },
    ],
  },
  first: {
    ask: 'Power first or clean first',
    choices: [
      {
        id: 'by soil',
        name: 'By soil: metal, liquid and heavy tar come off before power',
        risk: 'Hours of cleaning can go into a dead machine.',
      },
      {
        id: 'power',
        name: 'Power first, always',
        risk: 'Metal dust or wet dirt can ruin it at the first start.',
      },
    ],
  },
};

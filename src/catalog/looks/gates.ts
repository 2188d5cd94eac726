import type { BenchItem, Catalogue } from '@/core/catalogue';

/** From this chance on a danger is taken as seen while nobody has looked. Shop estimate. */
const LIKELY = 0.3;

/**
 * Signs of danger, and what they shut until they are cleared: common practice. What can hurt a person, or ruin
 * the machine at once, is not weighed against what it might win.
 */
export const gates: Catalogue['gates'] = {
  lookFirst: ['look-swelling', 'look-liquid', 'look-rattle', 'look-smell'],
  dangers: [
    {
      id: 'rattle',
      words: 'Rattle: not powered until what is loose in it is found and out.',
      seen: { 'look-rattle': ['something-moves'] },
      shuts: ['power', 'charge'],
      clearedBy: {
        looks: { 'board-metal': ['none'], grille: ['touches'] },
        repairs: ['clear-metal', 'screw-back', 'refit-grille'],
      },
      source: 'common practice',
    },
    {
      id: 'metal',
      words: 'Metal on the board: not powered until it is out.',
      seen: { 'board-metal': ['a-screw-or-shaving'] },
      likely: { causes: ['metal-short'], from: LIKELY },
      shuts: ['power', 'charge'],
      clearedBy: { looks: { shavings: ['none'] }, repairs: ['clear-metal', 'screw-back'] },
      source: 'common practice',
    },
    {
      id: 'drilled',
      words: 'A screw was drilled: not powered until every shaving is out and the board was looked over.',
      seen: {},
      after: ['drill-screw'],
      shuts: ['power', 'charge'],
      clearedBy: { looks: { shavings: ['none'] }, repairs: ['clear-metal'] },
      source: 'common practice',
    },
    {
      id: 'liquid',
      words: 'Liquid: not powered until the board has been seen dry and clean.',
      seen: { 'look-liquid': ['wet-or-sticky'] },
      likely: { causes: ['liquid'], from: LIKELY },
      shuts: ['power', 'charge'],
      clearedBy: { looks: { 'board-residue': ['clean'] }, repairs: ['wash-board'] },
      source: 'common practice',
    },
    {
      id: 'burnt',
      words: 'Burnt smell: not powered until where it comes from is found.',
      seen: { 'look-smell': ['burnt'] },
      shuts: ['power', 'charge'],
      clearedBy: {
        looks: { 'supply-tester': ['all-lamps'], 'board-residue': ['clean'], capacitors: ['flat'] },
        repairs: ['swap-supply', 'swap-supply-aio'],
      },
      source: 'common practice',
    },
    {
      id: 'cord',
      words: 'Bare or joined lead: not plugged in until it is out of the way and a whole one is here.',
      seen: { 'look-cord': ['bare-or-joined'], 'look-lead': ['bare-or-joined'] },
      shuts: ['power', 'charge'],
      clearedBy: { looks: {}, repairs: ['right-charger', 'swap-mains-lead'], out: ['charger', 'cable'] },
      source: 'common practice; local codes decide',
    },
    {
      id: 'open-mains',
      words: 'Mains supply opened or lying open: not plugged in until it was swapped whole.',
      seen: { 'supply-case': ['opened-or-open'] },
      shuts: ['power', 'charge'],
      clearedBy: { looks: {}, repairs: ['swap-supply', 'swap-supply-aio'], out: ['supply'] },
      source: 'common practice; local codes and licensed people decide',
    },
    {
      id: 'swelling',
      words: 'Swollen cell: neither powered nor charged, isolated, for trained hands only.',
      seen: { 'look-swelling': ['bulging-or-lifting'] },
      likely: { causes: ['battery-swollen'], from: LIKELY },
      shuts: ['power', 'charge'],
      clearedBy: { looks: {}, repairs: ['swap-battery'], out: ['battery'] },
      source: 'common practice',
    },
  ],
};

/** Tests that are made of a machine that is off: all others power it. Common practice. */
export const coldTests: readonly string[] = ['surfaces', 'hinge'];

/** Pieces of the house's work, beside its kinds "system" and "prove", that power a machine or charge it. */
export const powering: Readonly<Record<string, 'power' | 'charge'>> = {
  'erase-drive': 'power',
  updates: 'power',
  charge: 'charge',
};

/**
 * Factor on the odds that a lead is off which was taken out on the mat and not ticked back when the machine was
 * closed or powered: some forget the lead, some only the tick. Shop estimate.
 */
export const leftOff = 120;

/** P(one opening leaves something behind), all leads and seats together: 1 to 2 % in the trade. Shop estimate. */
export const handsLeave = 0.015;

/** What it then is: weight of each among what such an opening touches. Shop estimate. */
export const disturbed: Partial<Record<BenchItem, Record<string, number>>> = {
  caseOpen: {
    'lead-off': 10,
    'drive-seat': 10,
    'drive-power': 10,
    'fan-lead': 10,
    'button-lead': 10,
    'front-ports': 10,
    'front-sound': 10,
    'memory-unseated': 10,
    'optical-lead': 10,
    'card-power': 10,
    'card-seat': 5,
    'grille-loose': 5,
  },
  boardOut: {
    'screen-cable-off': 20,
    'aerial-off': 20,
    'sensor-off': 20,
    'keyboard-lead': 20,
    'touchpad-lead': 20,
    'speaker-lead': 20,
    'metal-short': 10,
    'sink-loose': 10,
  },
  batteryOut: { 'clock-unset': 5 },
};

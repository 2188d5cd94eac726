import type { HouseTables } from '@/core/house/tables';
import type { Comfort, SystemRow, UseRule } from '@/core/uses/uses';

/**
 * What buyers want a machine for. Graphics: 1 office, 2 films at 1080p, 3 light games. Memory 4 light, 8
 * ordinary, 16 comfortable; a light system is content with about half: common practice; the rest shop estimate.
 */
export const useRules: UseRule[] = [
  {
    id: 'browsing',
    name: 'browsing and mail',
    needs: [
      { what: 'level', least: 1 },
      { what: 'memoryGb', least: 4, light: 2 },
      { what: 'solid', least: 1, light: 0 },
    ],
  },
  {
    id: 'school',
    name: 'school work',
    needs: [
      { what: 'level', least: 2, light: 1 },
      { what: 'memoryGb', least: 4, light: 2 },
      { what: 'solid', least: 1 },
      { what: 'battery', least: 0.6 },
    ],
  },
  {
    id: 'office',
    name: 'office',
    needs: [
      { what: 'level', least: 2 },
      { what: 'threads', least: 4, light: 2 },
      { what: 'memoryGb', least: 8, light: 4 },
      { what: 'solid', least: 1 },
    ],
  },
  {
    id: 'screens',
    name: 'work on two screens',
    needs: [
      { what: 'screens', least: 2 },
      { what: 'graphics', least: 1 },
      { what: 'memoryGb', least: 4 },
    ],
  },
  {
    id: 'films480',
    name: 'films of 480 lines',
    needs: [
      { what: 'graphics', least: 1 },
      { what: 'memoryGb', least: 2, light: 1 },
    ],
    proven: [{ figure: 'dropped480', good: 1, bad: 5, unit: '% of the frames of a film dropped' }],
  },
  {
    id: 'films720',
    name: 'films of 720 lines',
    needs: [
      { what: 'graphics', least: 1 },
      { what: 'threads', least: 2 },
      { what: 'memoryGb', least: 4, light: 2 },
    ],
    proven: [{ figure: 'dropped720', good: 1, bad: 5, unit: '% of the frames of a film dropped' }],
  },
  {
    // no browser beside it: memory and network play no part, a shelf of films does
    id: 'offline',
    name: 'films from its own drive',
    needs: [
      { what: 'graphics', least: 1 },
      { what: 'memoryGb', least: 2, light: 1 },
      { what: 'driveGb', least: 120 },
    ],
  },
  {
    id: 'films',
    name: 'films of 1080 lines',
    needs: [
      { what: 'graphics', least: 2 },
      { what: 'memoryGb', least: 4 },
    ],
    // common practice: a lost frame in a hundred is not seen, one in twenty is
    proven: [{ figure: 'dropped1080', good: 1, bad: 5, unit: '% of the frames of a film dropped' }],
  },
  {
    id: 'games',
    name: 'light older games',
    needs: [
      { what: 'graphics', least: 3 },
      { what: 'graphicsInterface', least: 3 },
      { what: 'threads', least: 4 },
      { what: 'memoryGb', least: 8 },
    ],
    // common practice: thirty are played, under twenty are not
    proven: [{ figure: 'frames', good: 30, bad: 20, unit: 'frames a second' }],
  },
  {
    id: 'server',
    name: 'small server',
    needs: [
      { what: 'level', least: 1 },
      { what: 'memoryGb', least: 4 },
      { what: 'driveGb', least: 200 },
    ],
  },
  { id: 'tinkering', name: 'tinkering', needs: [] },
];

/** What is comfortable, and what drives usually read a second. Common practice. */
export const comfort: Comfort = {
  memoryGb: 8,
  level: 3,
  batteryHealth: 0.8,
  driveMbs: 500,
  usualMbs: { disk: 120, solid: 500 },
  frames: 30,
  dropped: 1,
};

/**
 * Kinds of system and what they want; no product is named, and the rows are the shop's to change. Shop estimate,
 * to be checked against the makers' own pages; the first row's date is from memory.
 */
export const systemRows: SystemRow[] = [
  {
    id: 'commercial-before',
    name: 'the commercial system before this one',
    licence: 'commercial',
    level: 1,
    memoryGb: 2,
    driveGb: 32,
    firmware: 'legacy',
    chip: 0,
    until: '2025-10',
  },
  {
    id: 'commercial-now',
    name: 'the current commercial system',
    licence: 'commercial',
    level: 2,
    memoryGb: 4,
    driveGb: 64,
    firmware: 'secure',
    chip: 2,
    until: '',
    // its maker goes by a list of processors, about 2018 on; from memory
    supportsFrom: 2018,
    listed: '2026-11',
  },
  {
    id: 'free-full',
    name: 'a full free system',
    licence: 'free',
    level: 2,
    memoryGb: 4,
    driveGb: 25,
    firmware: 'legacy',
    chip: 0,
    until: '2029-04',
  },
  {
    id: 'free-light',
    name: 'a light free system',
    licence: 'free',
    level: 1,
    memoryGb: 1,
    driveGb: 10,
    firmware: 'legacy',
    chip: 0,
    until: '2029-04',
  },
  {
    id: 'free-old',
    name: 'a light free system for processors without 64 bits',
    licence: 'free',
    level: 0,
    memoryGb: 0.5,
    driveGb: 8,
    firmware: 'legacy',
    chip: 0,
    until: '2028-06',
  },
];

/** What is done to a system before a machine is sold with it; the list is the shop's to change. Common practice. */
export const setUpSteps: HouseTables['setUp'] = [
  { id: 'updates', name: 'all updates are in' },
  { id: 'drivers', name: 'every device has its driver' },
  { id: 'accounts', name: 'no account and no password of the shop is left' },
  { id: 'first-start', name: 'its first start asks the buyer for language and name' },
  { id: 'clock', name: 'clock and time zone are right' },
  { id: 'programs', name: 'browser, office and film player are in' },
  { id: 'recovery', name: 'a way to set it back is on it, and was tried' },
];

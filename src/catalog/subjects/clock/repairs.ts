import { POWERED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** The coin cell and what it keeps. */
export const clockRepairs: RepairRow[] = [
  {
    id: 'coin-cell',
    name: 'New coin cell, set the clock',
    minutes: 3,
    part: { class: 'coin cell', costs: 60 },
    bench: OPEN,
    cures: {
      'coin-cell': 0.98,
      'clock-unset': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'fix-cell-holder',
    name: 'Bend the holder’s contact or plug the cell in',
    minutes: 3,
    bench: OPEN,
    cures: {
      'cell-holder': 0.88,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'move-jumper',
    name: 'Put the clear jumper back',
    minutes: 1.5,
    chassis: ['desktop', 'small'],
    bench: OPEN,
    cures: {
      'clear-jumper': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'set-clock',
    name: 'Set the clock',
    minutes: 1,
    bench: POWERED,
    cures: {
      'clock-unset': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

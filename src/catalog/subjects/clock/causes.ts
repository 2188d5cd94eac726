import { OPENED } from '../../rows/odds';
import type { CauseRow } from '../../rows/cause';

/** The coin cell and what it keeps. */
export const clockCauses: CauseRow[] = [
  {
    id: 'coin-cell',
    name: 'The coin cell is flat',
    group: 'clock',
    prior: { desktop: 0.08, small: 0.06, aio: 0.05, laptop: 0.02 },
    valueLeft: 0.92,
    ifLeft: 'It forgets its set-up; an old cell can leak.',
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'cell-holder',
    name: 'The coin cell’s holder or lead makes no contact',
    group: 'clock',
    prior: 0.003,
    odds: OPENED,
    valueLeft: 0.9,
    ifLeft: 'It forgets its set-up.',
    source: { prior: 'shop estimate', odds: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'clear-jumper',
    name: 'The clear jumper was left on',
    group: 'clock',
    prior: { desktop: 0.002, small: 0.002 },
    odds: OPENED,
    valueLeft: 0.9,
    ifLeft: 'It forgets its set-up at every start.',
    source: { prior: 'shop estimate', odds: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'clock-unset',
    name: 'The clock was only set wrong',
    group: 'clock',
    prior: 0.02,
    valueLeft: 0.99,
    ifLeft: 'Updates and secure pages fail.',
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  },
];

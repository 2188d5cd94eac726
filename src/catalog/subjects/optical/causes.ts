import type { CauseRow } from '../../rows/cause';
import { OPENED, IN_USE } from '../../rows/odds';

/** Optical drives. */
export const opticalCauses: CauseRow[] = [
  {
    id: 'optical-stuck',
    name: 'The optical drive’s tray is stuck',
    group: 'optical',
    prior: { desktop: 0.015, laptop: 0.01, aio: 0.012 },
    valueLeft: 0.93,
    ifLeft: 'Nothing else is spoilt.',
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'optical-lens',
    name: 'The optical drive’s lens is dirty',
    group: 'optical',
    prior: { desktop: 0.015, laptop: 0.01, aio: 0.01 },
    valueLeft: 0.95,
    ifLeft: 'Nothing is spoilt.',
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'optical-dead',
    name: 'The optical drive is dead',
    group: 'optical',
    prior: { desktop: 0.008, laptop: 0.008, aio: 0.008 },
    valueLeft: 0.93,
    ifLeft: 'Nothing else is spoilt.',
    ruins: ['optical'],
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'optical-lead',
    name: 'The optical drive’s lead is off',
    group: 'optical',
    prior: { desktop: 0.006, laptop: 0.003, aio: 0.003 },
    odds: OPENED,
    valueLeft: 0.95,
    ifLeft: 'Nothing is spoilt.',
    source: { prior: 'shop estimate', odds: 'shop estimate', valueLeft: 'shop estimate' },
  },
  {
    id: 'disc-left',
    name: 'A disc was left in the optical drive',
    group: 'optical',
    prior: { desktop: 0.012, laptop: 0.006, aio: 0.006 },
    odds: IN_USE,
    valueLeft: 0.98,
    ifLeft: 'Somebody’s data: log it, return or destroy it.',
    goneSeenWith: 'nothing',
    source: { prior: 'shop estimate', odds: 'shop estimate', valueLeft: 'shop estimate' },
  },
];

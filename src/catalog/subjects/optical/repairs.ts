import { UNPLUGGED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Optical drives. */
export const opticalRepairs: RepairRow[] = [
  {
    id: 'free-tray',
    name: 'Free the tray, new belt',
    how: 'Pin, clean the rails, a little silicone grease.',
    minutes: 8,
    chassis: ['desktop', 'laptop', 'aio'],
    part: { class: 'consumable', costs: 60 },
    bench: UNPLUGGED,
    cures: {
      'optical-stuck': 0.85,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'clean-lens',
    name: 'Clean the lens',
    minutes: 2,
    chassis: ['desktop', 'laptop', 'aio'],
    bench: UNPLUGGED,
    cautions: ['solvent'],
    cures: {
      'optical-lens': 0.85,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'plug-optical',
    name: 'Plug the optical drive’s leads in',
    minutes: 2,
    chassis: ['desktop', 'laptop', 'aio'],
    bench: OPEN,
    cures: {
      'optical-lead': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-optical',
    name: 'Replace the optical drive',
    minutes: 6,
    chassis: ['desktop', 'laptop', 'aio'],
    part: { class: 'optical', costs: 300 },
    bench: OPEN,
    cures: {
      'optical-dead': 0.97,
      'optical-stuck': 0.97,
      'optical-lens': 0.97,
      'optical-lead': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'take-disc',
    name: 'Take the disc out and log it',
    how: 'Return or destroy it, and write down which.',
    minutes: 1,
    chassis: ['desktop', 'laptop', 'aio'],
    cures: {
      'disc-left': 0.99,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'move-optical',
    name: 'Move it to the end plug, switch its port on',

    minutes: 3,
    chassis: ['desktop'],
    bench: OPEN,

    cures: { 'optical-port': 0.95 },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

import { POWERED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Hard disks and solid-state drives: not found, slow, failing. */
export const storageRepairs: RepairRow[] = [
  {
    id: 'fit-drive',
    name: 'Fit a drive and install a system',
    minutes: 11,
    part: { class: 'drive', costs: 1500 },
    bench: OPEN,
    cures: {
      'slow-drive': 0.95,
      'drive-out': 0.98,
      'drive-dead': 0.97,
      'drive-failing': 0.97,
      'system-none': 0.97,
      'system-broken': 0.95,
      'clone-driver': 0.95,
      'boot-order': 0.5,
      'drive-worn': 0.97,
      'drive-locked': 0.97,
      'drive-disagree': 0.9,
      'start-entry': 0.95,
      'drive-full': 0.97,
      'driver-bad': 0.85,
      'system-clutter': 0.97,
      'system-32': 0.97,
    },
    tells: { drive: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-drive-cable',
    name: 'Replace the drive cable',
    minutes: 4,
    presumes: ['drive-out'],
    part: { class: 'cable', costs: 150 },
    bench: OPEN,
    cures: {
      'drive-cable': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'port-on',
    name: 'Switch the port on in set-up',
    minutes: 2,
    bench: POWERED,
    cures: {
      'port-off': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'clear-drive',
    name: 'Make room on the drive',
    minutes: 6,
    bench: POWERED,
    cures: {
      'drive-full': 0.9,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'plug-drive-power',
    name: 'Plug the drive’s power lead in',
    minutes: 1.5,
    presumes: ['drive-out'],
    chassis: ['desktop', 'small', 'aio'],
    bench: OPEN,
    cures: {
      'drive-power': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'push-drive',
    name: 'Push drive and adapter home',
    minutes: 1.5,
    presumes: ['drive-out'],
    bench: OPEN,
    cures: {
      'drive-seat': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'set-jumper',
    name: 'Set the jumper or use the end plug',
    minutes: 2.5,
    presumes: ['drive-out'],
    chassis: ['desktop'],
    bench: OPEN,
    cures: {
      'drive-jumper': 0.96,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'empty-port-off',
    name: 'Switch the empty port off in set-up',
    minutes: 1.5,
    chassis: ['desktop', 'small'],
    bench: POWERED,
    cures: {
      'port-warn': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'fast-port',
    name: 'Move the drive to the fast port, set its mode',
    minutes: 4,
    bench: OPEN,
    cures: {
      'slow-port': 0.88,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'mount-drive',
    name: 'Screw the drive into its bay',

    minutes: 3,
    bench: OPEN,

    cures: { 'drive-loose': 0.98 },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

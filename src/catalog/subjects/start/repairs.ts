import { POWERED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Firmware, set-up and the system: does not start, hangs, is slow. */
export const startRepairs: RepairRow[] = [
  {
    id: 'order-right',
    name: 'Put the drive first in the start order',
    minutes: 1.5,
    bench: POWERED,
    cures: {
      'boot-order': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'install-system',
    name: 'Install a system',
    how: 'Attended: starting it, drivers, set-up. What is on the drive is gone.',
    minutes: 20,
    wipes: true,
    bench: POWERED,
    cures: {
      'system-none': 0.97,
      'system-broken': 0.93,
      'clone-driver': 0.95,
      'start-entry': 0.95,
      'driver-bad': 0.85,
      'system-clutter': 0.97,
      'system-32': 0.95,
      'drive-full': 0.95,
      'busy-program': 0.95,
      'graphics-driver': 0.7,
      'wireless-driver': 0.7,
      'net-driver': 0.7,
      'sound-driver': 0.7,
      'sound-muted': 0.9,
      'layout-wrong': 0.9,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'start-safe',
    name: 'Start once in safe mode, then restart',
    minutes: 5,
    bench: POWERED,
    cures: {
      'clone-driver': 0.85,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'update-firmware',
    name: 'Update the firmware',
    minutes: 9,
    bench: POWERED,
    cures: {
      'firmware-hang': 0.8,
      'setup-corrupt': 0.5,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'recover-firmware',
    name: 'Recover the firmware from a stick',
    how: 'Never cut the power while it writes.',
    minutes: 9,
    bench: POWERED,
    cures: {
      'firmware-corrupt': 0.65,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'clear-setup',
    name: 'Clear the set-up values',
    how: 'Write down the drive mode first.',
    minutes: 3,
    bench: OPEN,
    cures: {
      'setup-corrupt': 0.92,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'unlock-setup',
    name: 'Lift the set-up lock with the owner’s proof',
    how: 'Only with leave in writing; else it goes back.',
    minutes: 14,
    bench: OPEN,
    cures: {
      'setup-locked': 0.6,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'take-media',
    name: 'Take the stick, card or disc out and log it',
    minutes: 1,
    cures: {
      'media-left': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'set-start-mode',
    name: 'Set the start mode to match',
    minutes: 2,
    bench: POWERED,
    cures: {
      'start-mode': 0.93,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'rebuild-entry',
    name: 'Rebuild the start entry',
    minutes: 4,
    bench: POWERED,
    cures: {
      'start-entry': 0.9,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'set-drive-mode',
    name: 'Set the drive controller’s mode back',
    minutes: 2,
    bench: POWERED,
    cures: {
      'drive-mode': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'renew-driver',
    name: 'Renew or roll back the driver',
    minutes: 6,
    bench: POWERED,
    cures: {
      'driver-bad': 0.82,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'clear-start-list',
    name: 'Clear what starts with the system',
    minutes: 8,
    bench: POWERED,
    cures: {
      'system-clutter': 0.85,
      'busy-program': 0.6,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

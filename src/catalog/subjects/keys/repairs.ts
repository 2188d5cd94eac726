import { POWERED, UNPLUGGED, OPEN_NO_BATTERY } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Keys, touchpad, camera and touch. */
export const keysRepairs: RepairRow[] = [
  {
    id: 'clean-keys',
    name: 'Clean under the keys',
    how: 'Invert, brush, then key by key with a swab; gentle circles, keys rip off.',
    minutes: 14,
    chassis: ['laptop'],
    bench: UNPLUGGED,
    cautions: ['solvent'],
    cures: {
      'keys-dirty': 0.85,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-keyboard',
    name: 'Replace the keyboard',
    minutes: 22,
    chassis: ['laptop'],
    part: { class: 'keyboard', costs: 1300 },
    bench: OPEN_NO_BATTERY,
    cures: {
      'keyboard-bad': 0.95,
      'keys-dirty': 0.98,
      'key-cap': 0.98,
      'keyboard-lead': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-touchpad',
    name: 'Replace the touchpad or its cable',
    minutes: 22,
    chassis: ['laptop'],
    part: { class: 'cable', costs: 700 },
    bench: OPEN_NO_BATTERY,
    cures: {
      'touchpad-bad': 0.9,
      'touchpad-lead': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'seat-keyboard',
    name: 'Seat the keyboard’s lead',
    minutes: 3,
    chassis: ['laptop'],
    bench: OPEN_NO_BATTERY,
    cures: {
      'keyboard-lead': 0.93,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'fit-key',
    name: 'Fit a key cap and clip',
    minutes: 4,
    chassis: ['laptop'],
    part: { class: 'keyboard', costs: 100 },
    cures: {
      'key-cap': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'set-layout',
    name: 'Set the keyboard layout',
    minutes: 1,
    chassis: ['laptop', 'aio'],
    bench: POWERED,
    cures: {
      'layout-wrong': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'touchpad-on',
    name: 'Switch the touchpad on',
    minutes: 0.5,
    chassis: ['laptop'],
    bench: POWERED,
    cures: {
      'touchpad-off': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'seat-touchpad',
    name: 'Seat the touchpad’s lead',
    minutes: 3,
    chassis: ['laptop'],
    bench: OPEN_NO_BATTERY,
    cures: {
      'touchpad-lead': 0.94,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-touch-layer',
    name: 'Replace the touch layer',
    minutes: 35,
    chassis: ['laptop', 'aio'],
    part: { class: 'panel', costs: 1600 },
    bench: OPEN_NO_BATTERY,
    cautions: ['broken-glass'],
    cures: {
      'touch-layer': 0.85,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-camera',
    name: 'Replace the camera',
    minutes: 14,
    chassis: ['laptop', 'aio'],
    part: { class: 'cable', costs: 300 },
    bench: OPEN_NO_BATTERY,
    cures: {
      'camera-dead': 0.9,
      'mic-dead': 0.6,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'open-camera',
    name: 'Open the shutter, switch the camera on',
    minutes: 0.5,
    chassis: ['laptop', 'aio'],
    cures: {
      'camera-closed': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

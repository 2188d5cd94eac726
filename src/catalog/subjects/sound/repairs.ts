import { POWERED, UNPLUGGED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Speakers, microphone and sockets. */
export const soundRepairs: RepairRow[] = [
  {
    id: 'unmute',
    name: 'Take the mute off, choose the output',
    minutes: 0.5,
    bench: POWERED,
    cures: {
      'sound-muted': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'sound-driver',
    name: 'Install the sound driver',
    minutes: 3.5,
    bench: POWERED,
    cures: {
      'sound-driver': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'sound-adapter',
    name: 'Give it a sound adapter and say so',
    minutes: 2,
    part: { class: 'cable', costs: 300 },
    cures: {
      'sound-chip': 0.95,
    },
    flaw: { words: 'Its own sound does not work; it comes with an adapter.', cap: 'B' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
      flaw: 'shop estimate',
    },
  },
  {
    id: 'swap-speaker',
    name: 'Replace the speaker',
    minutes: 14,
    chassis: ['laptop', 'aio'],
    part: { class: 'cable', costs: 300 },
    bench: OPEN,
    cures: {
      'speaker-bad': 0.94,
      'speaker-lead': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'plug-speakers',
    name: 'Plug the speakers’ lead in',
    minutes: 2,
    chassis: ['laptop', 'aio'],
    bench: OPEN,
    cures: {
      'speaker-lead': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'free-jack',
    name: 'Clean the headphone socket',
    minutes: 4,
    chassis: ['laptop', 'aio'],
    part: { class: 'consumable', costs: 40 },
    bench: UNPLUGGED,
    cautions: ['solvent'],
    cures: {
      'headphone-stuck': 0.75,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'plug-front-sound',
    name: 'Plug the front sound lead in',
    minutes: 2,
    chassis: ['desktop', 'small'],
    bench: OPEN,
    cures: {
      'front-sound': 0.96,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-mic',
    name: 'Replace the microphone',
    minutes: 12,
    chassis: ['laptop', 'aio'],
    part: { class: 'cable', costs: 200 },
    bench: OPEN,
    cures: {
      'mic-dead': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
];

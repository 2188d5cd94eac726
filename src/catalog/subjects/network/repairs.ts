import { POWERED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Wired and wireless network. */
export const networkRepairs: RepairRow[] = [
  {
    id: 'fit-wireless',
    name: 'Fit a wireless card',
    minutes: 7,
    chassis: ['laptop', 'aio'],
    part: { class: 'wireless', costs: 400 },
    bench: OPEN,
    cures: {
      'wireless-none': 0.93,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'wireless-on',
    name: 'Switch wireless on',
    minutes: 0.5,
    chassis: ['laptop', 'aio'],
    cures: {
      'wireless-off': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'wireless-driver',
    name: 'Install the wireless driver',
    minutes: 4,
    chassis: ['laptop', 'aio'],
    bench: POWERED,
    cures: {
      'wireless-driver': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'plug-aerial',
    name: 'Snap the aerial lead on',
    minutes: 2,
    chassis: ['laptop', 'aio'],
    bench: OPEN,
    cures: {
      'aerial-off': 0.96,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'net-adapter',
    name: 'Give it a network adapter and say so',
    minutes: 3,
    part: { class: 'wireless', costs: 300 },
    cures: {
      'net-socket': 0.95,
      'wireless-none': 0.9,
    },
    flaw: { words: 'Its own network does not work; it comes with an adapter.', cap: 'B' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
      flaw: 'shop estimate',
    },
  },
  {
    id: 'net-on',
    name: 'Switch the network port on in set-up',
    minutes: 1,
    bench: POWERED,
    cures: {
      'net-off': 0.98,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'net-driver',
    name: 'Install the network driver',
    minutes: 4,
    bench: POWERED,
    cures: {
      'net-driver': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

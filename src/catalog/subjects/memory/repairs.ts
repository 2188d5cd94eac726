import { POWERED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** No memory, less than fitted, or memory that errs. */
export const memoryRepairs: RepairRow[] = [
  {
    id: 'reseat-memory',
    name: 'Reseat the memory, wipe its contacts',
    minutes: 4,
    presumes: ['memory-out'],
    bench: OPEN,
    cautions: ['static', 'solvent'],
    cures: {
      'memory-contact': 0.92,
      'memory-unseated': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-module',
    name: 'Replace the bad module',
    minutes: 5,
    part: { class: 'memory', costs: 700 },
    bench: OPEN,
    cautions: ['static'],
    cures: {
      'module-bad': 0.96,
      'memory-type': 0.9,
      'mixed-modules': 0.7,
    },
    tells: { memory: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'fit-memory',
    name: 'Fit memory',
    minutes: 4,
    part: { class: 'memory', costs: 900 },
    bench: OPEN,
    cautions: ['static'],
    cures: {
      'memory-out': 0.99,
      'memory-type': 0.97,
    },
    tells: { memory: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'other-slot',
    name: 'Use the other slot and say so',
    minutes: 4,
    presumes: ['memory-out'],
    bench: OPEN,
    cures: {
      'slot-bad': 0.9,
    },
    flaw: {
      words: 'One memory slot does not work; the modules are in the other.',
      placed: 'Not working: memory {place}. The modules are in the others.',
      cap: 'B',
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      flaw: 'shop estimate',
    },
  },
  {
    id: 'smaller-modules',
    name: 'Fit modules the board takes',
    minutes: 5,
    part: { class: 'memory', costs: 700 },
    bench: OPEN,
    cures: {
      'memory-limit': 0.95,
      'slot-small': 0.9,
    },
    tells: { memory: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'matched-modules',
    name: 'Fit a matched pair',
    minutes: 5,
    part: { class: 'memory', costs: 700 },
    bench: OPEN,
    cautions: ['static'],
    cures: {
      'mixed-modules': 0.93,
    },
    tells: { memory: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'move-modules',
    name: 'Put each module in a slot that takes it',
    minutes: 4,
    presumes: ['memory-out'],
    chassis: ['desktop', 'small', 'laptop'],
    bench: OPEN,
    cautions: ['static'],
    cures: {
      'slot-small': 0.92,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'set-share',
    name: 'Set graphics’ share small',
    minutes: 1.5,
    bench: POWERED,
    cures: {
      'graphics-share': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'install-64',
    name: 'Install a 64-bit system',
    minutes: 20,
    wipes: true,
    bench: POWERED,
    cures: {
      'system-32': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'add-memory',
    name: 'Add memory',

    minutes: 5,
    bench: OPEN,
    part: { class: 'memory', costs: 900 },
    cures: { 'memory-short': 0.95 },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
];

import { POWERED, UNPLUGGED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Hot, noisy, shuts down. */
export const heatRepairs: RepairRow[] = [
  {
    id: 'clean-heatsink',
    name: 'Clean heatsink and fan',
    how: 'Hold the fan still. Take the fan off the fins: dust sits between.',
    minutes: 9,
    bench: OPEN,
    cautions: ['dust'],
    cures: {
      'heatsink-blocked': 0.93,
      'vents-blocked': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'repaste',
    name: 'New paste',
    how: 'Both faces clean and dry; tighten crosswise in steps.',
    minutes: 12,
    part: { class: 'consumable', costs: 90 },
    bench: OPEN,
    cautions: ['solvent'],
    cures: {
      'paste-dry': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'cooling-service',
    name: 'Clean the cooler and paste anew',
    minutes: 17,
    part: { class: 'consumable', costs: 90 },
    bench: OPEN,
    cautions: ['dust', 'solvent'],
    cures: {
      'heatsink-blocked': 0.97,
      'paste-dry': 0.96,
      'vents-blocked': 0.97,
      'sink-loose': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-fan',
    name: 'Replace the fan',
    minutes: 12,
    part: { class: 'fan', costs: 600 },
    bench: OPEN,
    cures: {
      'fan-dead': 0.96,
      'fan-worn': 0.97,
      'fan-lead': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'other-header',
    name: 'Run the fan from another connector',
    minutes: 8,
    bench: OPEN,
    cures: {
      'fan-header': 0.75,
    },
    flaw: { words: 'The fan runs from another connector; its own does not work.', cap: 'B' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      flaw: 'shop estimate',
    },
  },
  {
    id: 'fan-firmware',
    name: 'Update firmware, reset fan control',
    minutes: 9,
    bench: POWERED,
    cures: {
      'fan-control': 0.75,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'refit-sensor',
    name: 'Refit the temperature sensor',
    minutes: 6,
    bench: OPEN,
    cures: {
      'sensor-off': 0.93,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'refit-grille',
    name: 'Refit the grille, tie the lead back',
    minutes: 4,
    bench: OPEN,
    cures: {
      'grille-loose': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'end-program',
    name: 'Take the busy program off',
    minutes: 4,
    bench: POWERED,
    cures: {
      'busy-program': 0.88,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'clear-vents',
    name: 'Clear the outside grilles, mend the feet',
    minutes: 2.5,
    bench: UNPLUGGED,
    cautions: ['dust'],
    cures: {
      'vents-blocked': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'tighten-sink',
    name: 'New paste, heatsink tightened crosswise',
    minutes: 11,
    part: { class: 'consumable', costs: 90 },
    bench: OPEN,
    cautions: ['solvent'],
    cures: {
      'sink-loose': 0.95,
      'paste-dry': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'fit-pads',
    name: 'Fit the missing pads',
    minutes: 12,
    chassis: ['laptop', 'aio'],
    part: { class: 'consumable', costs: 150 },
    bench: OPEN,
    cures: {
      'pad-missing': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-heatsink',
    name: 'Replace the heatsink',
    minutes: 16,
    chassis: ['laptop', 'aio'],
    part: { class: 'heatsink', costs: 700 },
    bench: OPEN,
    cautions: ['solvent'],
    cures: {
      'heat-pipe': 0.95,
      'heatsink-blocked': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'oil-fan',
    name: 'Clean and oil the bearing',
    minutes: 6,
    bench: OPEN,
    cures: {
      'fan-worn': 0.55,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'plug-fan',
    name: 'Plug the fan’s lead in',
    minutes: 1.5,
    bench: OPEN,
    cures: {
      'fan-lead': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-case-fan',
    name: 'Replace the case fan',
    minutes: 5,
    chassis: ['desktop'],
    part: { class: 'fan', costs: 300 },
    bench: OPEN,
    cures: {
      'case-fan': 0.97,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'repaste-graphics',
    name: 'New paste on the graphics chip',

    minutes: 14,
    bench: OPEN,
    part: { class: 'consumable', costs: 90 },
    cures: { 'graphics-paste': 0.9 },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'rebuild-fan',
    name: 'Take the fan apart, clean it, put it together',
    how: 'Taken apart and put together is often all it needs: soak it an hour afterwards.',
    minutes: 10,
    bench: OPEN,

    cures: { 'fan-worn': 0.5, 'fan-dead': 0.25, 'grille-loose': 0.5 },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

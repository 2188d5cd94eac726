import { UNPLUGGED, OPEN } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Dead machines, chargers, supplies, leads and buttons. */
export const powerRepairs: RepairRow[] = [
  {
    id: 'refit-leads',
    name: 'Refit the loose lead',
    minutes: 3,
    bench: OPEN,
    cures: {
      'lead-off': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-supply',
    name: 'Fit a known-good power supply',
    minutes: 14,
    chassis: ['desktop', 'small'],
    part: { class: 'supply', costs: 1200 },
    bench: OPEN,
    cautions: ['supply-closed', 'mains-test'],
    cures: {
      'supply-dead': 0.97,
      'supply-weak': 0.97,
      'supply-fan': 0.97,
      'supply-switch': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-supply-aio',
    name: 'Fit a whole supply unit',
    minutes: 25,
    chassis: ['aio'],
    part: { class: 'supply', costs: 2200 },
    bench: OPEN,
    cautions: ['supply-closed', 'open-mains', 'mains-test', 'lifting'],
    cures: {
      'supply-dead': 0.95,
      'supply-weak': 0.95,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'right-charger',
    name: 'Give it a charger of the right rating',
    minutes: 2,
    chassis: ['laptop', 'small'],
    part: { class: 'charger', costs: 900 },
    cautions: ['no-splice'],
    cures: {
      'charger-low': 0.97,
      'charger-cord': 0.97,
      'charger-id': 0.96,
      'charger-none': 0.99,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-socket',
    name: 'Replace the power socket',
    minutes: 35,
    chassis: ['laptop'],
    part: { class: 'socket', costs: 500 },
    bench: OPEN,
    cures: {
      'jack-loose': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'drain-charge',
    name: 'Residual-charge reset',
    how: 'Charger and battery off, hold the button 30 to 40 s, refit, try again.',
    minutes: 2,
    bench: UNPLUGGED,
    cures: {
      'charge-latch': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'swap-button',
    name: 'Replace the power button or its lead',
    minutes: 20,
    part: { class: 'cable', costs: 300 },
    bench: OPEN,
    cures: {
      'button-bad': 0.9,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'swap-mains-lead',
    name: 'Give it a whole mains lead',
    minutes: 1,
    part: { class: 'cable', costs: 150 },
    cautions: ['mains'],
    cures: {
      'mains-lead': 0.98,
    },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'set-supply-switch',
    name: 'Set the supply’s switch and selector right',
    minutes: 1,
    chassis: ['desktop'],
    bench: UNPLUGGED,
    cures: {
      'supply-switch': 0.95,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'refit-button-lead',
    name: 'Put the button’s lead on its pins',
    minutes: 2,
    chassis: ['desktop', 'small', 'aio'],
    bench: OPEN,
    cures: {
      'button-lead': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'free-reset',
    name: 'Free the reset button or leave its lead off',
    minutes: 2,
    chassis: ['desktop'],
    bench: OPEN,
    cures: {
      'reset-stuck': 0.97,
    },
    flaw: { words: 'The reset button may be left unconnected.', cap: 'B' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      flaw: 'shop estimate',
    },
  },
  {
    id: 'clear-short',
    name: 'Straighten the port’s contacts or take the port out of use',
    minutes: 12,
    bench: OPEN,
    cautions: ['static'],
    cures: {
      'port-shorted': 0.8,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

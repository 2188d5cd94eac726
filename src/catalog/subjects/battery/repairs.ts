import { POWERED, UNPLUGGED } from '../../rows/bench';
import type { RepairRow } from '../../rows/repair';

/** Does not charge, runs short, cuts out, swells. */
export const batteryRepairs: RepairRow[] = [
  {
    id: 'swap-battery',
    name: 'Replace the battery',
    minutes: 5,
    chassis: ['laptop'],
    part: { class: 'battery', costs: 2800 },
    bench: UNPLUGGED,
    cautions: ['cells'],
    cures: {
      'battery-worn': 0.97,
      'battery-erratic': 0.96,
      'battery-out': 0.97,
      'battery-drags': 0.97,
      'battery-foreign': 0.97,
      'battery-asleep': 0.97,
      'battery-gauge': 0.95,
      'battery-contact': 0.8,
      'battery-swollen': 0.9,
    },
    tells: { battery: 'there' },
    source: {
      step: 'common practice',
      minutes: 'shop estimate',
      cures: 'shop estimate',
      part: 'shop estimate',
    },
  },
  {
    id: 'clean-battery-contacts',
    name: 'Clean the battery’s contacts and refit it',
    minutes: 2.5,
    presumes: ['battery-out'],
    chassis: ['laptop'],
    bench: UNPLUGGED,
    cautions: ['cells', 'solvent'],
    cures: {
      'battery-contact': 0.9,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'cycle-battery',
    name: 'Run the gauge in: full, empty, full',
    minutes: 4,
    presumes: ['battery-out'],
    chassis: ['laptop'],
    bench: POWERED,
    cautions: ['cells'],
    cures: {
      'battery-gauge': 0.88,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'wake-battery',
    name: 'Wake the battery on its charger',
    minutes: 2,
    presumes: ['battery-out'],
    chassis: ['laptop'],
    bench: POWERED,
    cautions: ['cells'],
    cures: {
      'battery-asleep': 0.75,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
  {
    id: 'lift-limit',
    name: 'Lift the charge limit',
    minutes: 1.5,
    chassis: ['laptop'],
    bench: POWERED,
    cures: {
      'charge-limit': 0.97,
    },
    source: { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' },
  },
];

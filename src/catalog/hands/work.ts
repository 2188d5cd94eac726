import type { WorkStep } from '@/core/house/tables';
import { OPEN } from '../rows/bench';

/**
 * Work that is not a repair. Common practice; minutes: shop estimate. Over night: what neither heats nor charges
 * anything.
 */
export const workSteps: WorkStep[] = [
  {
    id: 'clean-plan',
    name: 'Clean by zones',
    kind: 'clean',
    attendedMinutes: 15,
    cautions: ['dust', 'solvent'],
  },
  {
    id: 'quick-wipe',
    name: 'Wipe it quickly, so that hands stay clean',
    kind: 'other',
    attendedMinutes: 2,
    cautions: ['solvent', 'coats'],
  },
  {
    id: 'erase-drive',
    name: 'Erase the drive',
    kind: 'erase',
    attendedMinutes: 3,
    aloneMinutes: 90,
    station: 'dock 1',
    tailMinutes: 1,
    night: true,
  },
  {
    id: 'system-install',
    name: 'Install a system',
    kind: 'system',
    attendedMinutes: 4,
    aloneMinutes: 40,
    station: 'dock 2',
    tailMinutes: 2,
    after: ['erase-drive'],
  },
  {
    id: 'clone-drive',
    name: 'Clone the drive',
    kind: 'system',
    attendedMinutes: 3,
    aloneMinutes: 50,
    station: 'dock 1',
    tailMinutes: 2,
  },
  {
    id: 'updates',
    name: 'Updates and drivers',
    kind: 'system',
    attendedMinutes: 3,
    aloneMinutes: 60,
    station: 'dock 2',
    tailMinutes: 1,
    after: ['system-install', 'clone-drive'],
  },
  {
    id: 'charge',
    name: 'Charge the battery',
    kind: 'other',
    attendedMinutes: 0.5,
    aloneMinutes: 120,
    station: 'charging shelf',
    cautions: ['cells', 'cell-charge', 'cell-fire'],
    tailMinutes: 0.5,
  },
  {
    id: 'glue-cure',
    name: 'Glue plastic and let it cure',
    kind: 'other',
    attendedMinutes: 8,
    aloneMinutes: 480,
    station: 'drying rack',
    cautions: ['solvent'],
    tailMinutes: 2,
    night: true,
  },
  {
    id: 'soak',
    name: 'Soak under load',
    kind: 'prove',
    attendedMinutes: 2,
    aloneMinutes: 60,
    station: 'soak shelf',
    tailMinutes: 1,
  },
  {
    id: 'strip-down',
    name: 'Strip down and put back',
    kind: 'other',
    attendedMinutes: 15,
    cautions: ['static'],
    bench: OPEN,
  },
  { id: 'fit-parts', name: 'Fit parts', kind: 'other', attendedMinutes: 10, bench: OPEN },
  { id: 'other', name: 'Other work', kind: 'other', attendedMinutes: 5 },
];

/** Steps that are listed no more, and what is done instead: what was begun under them goes on. */
export const RETIRED_STEPS: Readonly<Record<string, string>> = {
  'clean-outside': 'clean-plan',
  'clean-inside': 'clean-plan',
  'clean-screen': 'clean-plan',
  'clean-glue': 'clean-plan',
  'wash-parts': 'clean-plan',
};

/** Where work runs by itself. */
export const stations = [...new Set(workSteps.flatMap((step) => step.station ?? []))];

import type { WorkStep } from '@/core/house/tables';

/** Work that is not a repair. Common practice; minutes: shop estimate. */
export const workSteps: WorkStep[] = [
  { id: 'clean-outside', name: 'Clean outside', kind: 'clean', attendedMinutes: 8, cautions: ['solvent'] },
  {
    id: 'clean-inside',
    name: 'Blow and brush the inside',
    kind: 'clean',
    attendedMinutes: 6,
    cautions: ['dust'],
  },
  { id: 'clean-screen', name: 'Clean the screen', kind: 'clean', attendedMinutes: 3 },
  {
    id: 'clean-glue',
    name: 'Take off stickers and glue',
    kind: 'clean',
    attendedMinutes: 6,
    cautions: ['solvent'],
  },
  {
    id: 'wash-parts',
    name: 'Wash bare plastic and metal',
    kind: 'clean',
    attendedMinutes: 10,
    aloneMinutes: 960,
    station: 'drying rack',
  },
  {
    id: 'erase-drive',
    name: 'Erase the drive',
    kind: 'erase',
    attendedMinutes: 4,
    aloneMinutes: 90,
    station: 'dock 1',
  },
  {
    id: 'system-install',
    name: 'Install a system',
    kind: 'system',
    attendedMinutes: 6,
    aloneMinutes: 40,
    station: 'dock 2',
  },
  {
    id: 'clone-drive',
    name: 'Clone the drive',
    kind: 'system',
    attendedMinutes: 5,
    aloneMinutes: 50,
    station: 'dock 1',
  },
  {
    id: 'updates',
    name: 'Updates and drivers',
    kind: 'system',
    attendedMinutes: 4,
    aloneMinutes: 60,
    station: 'dock 2',
  },
  {
    id: 'charge',
    name: 'Charge the battery',
    kind: 'other',
    attendedMinutes: 1,
    aloneMinutes: 120,
    station: 'charging shelf',
    cautions: ['cells'],
  },
  {
    id: 'glue-cure',
    name: 'Glue plastic and let it cure',
    kind: 'other',
    attendedMinutes: 10,
    aloneMinutes: 480,
    station: 'drying rack',
    cautions: ['solvent'],
  },
  {
    id: 'soak',
    name: 'Soak under load',
    kind: 'prove',
    attendedMinutes: 3,
    aloneMinutes: 60,
    station: 'soak shelf',
  },
  { id: 'fit-parts', name: 'Fit parts', kind: 'other', attendedMinutes: 10 },
  { id: 'other', name: 'Other work', kind: 'other', attendedMinutes: 5 },
];

/** Where work runs by itself. */
export const stations = [...new Set(workSteps.flatMap((step) => step.station ?? []))];

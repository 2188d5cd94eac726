import type { Fitting, PartClass } from '@/core/catalogue';

/**
 * A part put in for whatever reason does what the repair does that puts such a part in; where that does more (a
 * system with the drive), what the part alone does. The first that this kind of machine knows counts. Common
 * practice.
 */
export const fitting: Partial<Record<PartClass, Fitting>> = {
  memory: { like: ['add-memory'] },
  drive: {
    like: ['fit-drive'],
    only: [
      'slow-drive',
      'drive-out',
      'drive-dead',
      'drive-failing',
      'drive-worn',
      'drive-locked',
      'drive-disagree',
      'drive-full',
    ],
  },
  panel: { like: ['swap-panel', 'swap-glued-panel'] },
  'screen cable': { like: ['swap-screen-cable'] },
  battery: { like: ['swap-battery'] },
  board: { like: ['swap-board'] },
  processor: { like: ['swap-processor'] },
  card: { like: ['swap-card'] },
  supply: { like: ['swap-supply', 'swap-supply-aio'] },
  fan: { like: ['swap-fan'] },
  heatsink: { like: ['swap-heatsink'] },
  charger: { like: ['right-charger'] },
  keyboard: { like: ['swap-keyboard'] },
  'coin cell': { like: ['coin-cell'] },
  optical: { like: ['swap-optical'] },
  wireless: { like: ['fit-wireless'] },
  socket: { like: ['swap-socket'] },
};

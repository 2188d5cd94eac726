import type { Rail } from '@/core/instruments/rails';
import type { SpeedClass } from '@/core/instruments/speed';

const ATX = 'ATX12V Power Supply Design Guide 2.x, DC outputs (from memory)';

/** Rails of a desktop supply and what is allowed on each. */
export const atxRails: Rail[] = [
  { id: '+12V', volts: 12, tolerance: 0.05, source: ATX },
  { id: '+5V', volts: 5, tolerance: 0.05, source: ATX },
  { id: '+3.3V', volts: 3.3, tolerance: 0.05, source: ATX },
  { id: '+5VSB', volts: 5, tolerance: 0.05, source: ATX },
  { id: '-12V', volts: -12, tolerance: 0.1, source: ATX },
  { id: '-5V', volts: -5, tolerance: 0.1, source: `${ATX}; dropped from ATX12V 1.3 on` },
];

/** Sequential read by interface, megabytes a second. Common practice. */
export const speedClasses: SpeedClass[] = [
  { id: 'disk', name: 'hard disk', low: 80, high: 200 },
  { id: 'sata2', name: 'SATA II', low: 250, high: 280 },
  { id: 'sata3', name: 'SATA III', low: 500, high: 560 },
  { id: 'nvme2', name: 'NVMe, two lanes', low: 1_400, high: 1_700 },
  { id: 'nvme4', name: 'NVMe, four lanes of gen 3', low: 2_900, high: 3_500 },
];

import { catalogue } from '@/catalog';
import { CHASSIS } from '@/core/catalogue';
import { CLOSED } from '@/core/minutes/opening';
import { evaluateUnit } from '@/core/steps/evaluate';

const worth = {
  soundMinor: 8000,
  feeShare: 0.08,
  finishMinutes: 30,
  asFoundShare: 0.45,
  asFoundMinutes: 9,
  parts: [{ class: 'memory' as const, minor: 350 }],
  harvestMinutes: 16,
  recycleMinor: 10,
};

/** A snapshot of a machine of each kind, as JSON: what a generated stock carries. */
export const snapshots = CHASSIS.map((chassis) => ({
  chassis,
  evaluation: JSON.stringify(
    evaluateUnit(catalogue, {
      chassis,
      source: 'clearout',
      record: [{ kind: 'finding', id: 'button', outcome: 0 }],
      bench: CLOSED,
      worth,
      priceLowMinor: 7000,
      priceHighMinor: 9000,
      ratePerHourMinor: 1800,
      verifyMinutes: 4,
    }),
  ),
}));

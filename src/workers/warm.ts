import { catalogue } from '@/catalog';
import { CHASSIS, LOT_SOURCES } from '@/core/catalogue';
import { CLOSED } from '@/core/minutes/opening';
import { evaluateUnit } from '@/core/steps/evaluate';
import { engineFor } from '@/core/steps/inspect';

const ROUNDS = 3;

/**
 * Builds every engine and runs a few evaluations, a little at a time, so that the first answer at the bench
 * is as quick as the hundredth.
 */
export async function warmUp(): Promise<void> {
  const pause = () => new Promise((resolve) => setTimeout(resolve, 40));
  const worth = {
    soundMinor: 8000,
    feeShare: 0.08,
    finishMinutes: 30,
    asFoundShare: 0.45,
    asFoundMinutes: 9,
    parts: [],
    harvestMinutes: 16,
    recycleMinor: 0,
  };
  for (let round = 0; round < ROUNDS; round++) {
    for (const chassis of CHASSIS) {
      await pause();
      evaluateUnit(catalogue, {
        chassis,
        source: 'clearout',
        bench: CLOSED,
        worth,
        priceLowMinor: 7000,
        priceHighMinor: 9000,
        ratePerHourMinor: 1800 + round,
        verifyMinutes: 4,
        record:
          round % 2
            ? [
                { kind: 'finding', id: 'button', outcome: 0 },
                { kind: 'finding', id: 'look-dust', outcome: 1 },
              ]
            : [],
      });
    }
  }
  for (const chassis of CHASSIS)
    for (const source of LOT_SOURCES) {
      await pause();
      engineFor(catalogue, { chassis, source });
    }
}

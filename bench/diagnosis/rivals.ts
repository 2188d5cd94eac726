import { catalogue } from '@/catalog';
import { CHASSIS, type Chassis, type LotSource } from '@/core/catalogue';
import type { BeliefEngine } from '@/core/belief/posterior';
import { seededRandom } from '@/core/random';
import { drawFaults, SimulatedMachine } from '@/core/simulate/machine';
import type { Learnt } from '@/core/study/rivals';
import { Trial } from './trial';

/** Closed machines of each kind and source a rival learns from, and looks beside the tests each was given. */
const EACH = 250;
const LOOKS = 10;

/**
 * Machines whose faults are all known, with the tests every machine goes through and some looks drawn at random: more
 * than any shop has, so that a rival is not beaten for want of cases.
 */
export function closedMachines(
  engineOf: (chassis: Chassis, source: LotSource) => BeliefEngine,
  sources: readonly LotSource[],
  seed: number,
): Learnt[] {
  const random = seededRandom(seed);
  return CHASSIS.flatMap((chassis) =>
    sources.flatMap((source) =>
      Array.from({ length: EACH }, (_, n): Learnt => {
        const { model } = engineOf(chassis, source);
        let truth = drawFaults(model, random);
        while (truth.length === 0) truth = drawFaults(model, random);
        const trial = new Trial(chassis, source, new SimulatedMachine(model, truth, seed + n * 104_723));
        const passed = new Set<string>();
        for (let found = trial.prove(passed); found; found = trial.prove(passed)) passed.add(found.complaint);
        for (let look = 0; look < LOOKS; look++) {
          const open = catalogue.findings.filter(
            (finding) => finding.stage !== 'claim' && trial.canLook(finding),
          );
          if (open.length) trial.look(open[Math.floor(random() * open.length)], true);
        }
        return {
          chassis,
          truth,
          seen: [...trial.known].map(([finding, outcome]) => ({ finding, outcome })),
        };
      }),
    ),
  );
}

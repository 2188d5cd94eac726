/**
 * The memory bench: starts against one module at a time, and against the exact optimum. `npm run
 * bench:memory`
 */
import { leastExpectedTrials } from '../tests/oracles/memoryTrials';
import { EMPTY } from '../src/core/memory/board';
import { usualMemory } from '../src/catalog/instruments/memory';
import { afterTrial, startMemory } from '../src/core/memory/belief';
import { mostTold, oneAtATime, planFigures } from '../src/core/memory/plan';
import { nextTrial } from '../src/core/memory/next';
import { seededRandom } from '../src/core/random';

console.log(
  'modules x slots | starts, minutes: proposed | one at a time | ratio of starts | of minutes | next start worked out in ms',
);
for (const [modules, slots, draws] of [
  [1, 2, 1000],
  [2, 2, 1000],
  [2, 4, 500],
  [3, 3, 500],
  [4, 4, 200],
  [4, 6, 50],
  [8, 8, 6],
]) {
  const belief = afterTrial(
    startMemory({ ...usualMemory, sizes: Array.from({ length: modules }, () => 4), slots }),
    {
      placement: Array.from({ length: slots }, (_, at) => (at < modules ? at : EMPTY)),
      cleaned: 0,
      seen: null,
    },
  )!;
  const from = performance.now();
  nextTrial(belief);
  const took = performance.now() - from;
  const own = planFigures(belief, mostTold, draws, seededRandom(11));
  const usual = planFigures(belief, oneAtATime, draws, seededRandom(11));
  console.log(
    `${modules} x ${slots} | ${own.trials.toFixed(2)}, ${own.minutes.toFixed(1)} | ${usual.trials.toFixed(2)}, ${usual.minutes.toFixed(1)} | ${(own.trials / usual.trials).toFixed(2)} | ${(own.minutes / usual.minutes).toFixed(2)} | ${took.toFixed(0)}`,
  );
}
const { moduleBad, slotBad, slotDirty } = usualMemory;
const exact = leastExpectedTrials({ modules: 4, slots: 4, moduleBad, slotBad, slotDirty, cleanCost: 0.5 });
console.log(
  `exact optimum, 4 x 4, at most two faults, a start 1, a cleaning 0.5: ${exact.cost.toFixed(4)} (${exact.beliefs} beliefs)`,
);

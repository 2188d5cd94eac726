import { seededRandom } from '@/core/random';
import { HEAT_CONDITIONS, heatMachine, heatRunOf, type HeatCondition } from '@/core/simulate/heat';

/**
 * A stand-in for a machine on the bench: a heat run as a log, seeded.
 * npm run stand-in -- heat CONDITION [WATTS] [SEED] > run.csv
 */
const [kind, condition, watts = '45', seed = '1'] = process.argv.slice(2);
if (kind !== 'heat' || !HEAT_CONDITIONS.includes(condition as HeatCondition)) {
  console.error(`stand-in: heat, and one of ${HEAT_CONDITIONS.join(', ')}; watts and a seed may follow`);
  process.exit(2);
}
const random = seededRandom(Number(seed) || 1);
const machine = heatMachine(condition as HeatCondition, Number(watts) || 45, random);
const lines = heatRunOf(machine, random, { idleSeconds: 120, loadSeconds: 480 }).map(
  ({ t, temp, fan, power, clock, load }) => [t, temp, fan, power?.toFixed(1), clock, load].join(','),
);
console.log(
  [
    `# room=${machine.room.toFixed(1)} limit=${machine.limit}`,
    't_s,temp_c,fan_rpm,power_w,clock_mhz,load',
    ...lines,
  ].join('\n'),
);

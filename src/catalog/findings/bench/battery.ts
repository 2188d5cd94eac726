import type { Finding } from '@/core/catalogue';
import { ON, writer } from '../write';

const bench = writer('bench');

/** Does not charge, runs short, cuts out. */
export const batteryBench: Finding[] = [
  bench('battery-run', 'battery', 2, 'Fifteen minutes on battery: how does the charge fall?', ['Evenly', 'Fast', 'Drops suddenly'], [0.955, 0.044, 0.001], { 'battery-worn': [0.25, 0.74, 0.01], 'battery-erratic': [0.1, 0.2, 0.7],
      'battery-gauge': [0.3, 0.2, 0.5], 'battery-contact': [0.6, 0, 0.4] }, { chassis: ['laptop'], bench: { batteryOut: false }, needs: ['system'], how: 'Same work, screen at half; read the percentage each five minutes.' }),
  bench('good-battery', 'battery', 2, 'A known-good battery: does it charge?', ['Charges', 'Does not'], [0.985, 0.015], { 'charge-circuit': [0.05, 0.95], 'charger-low': [0.45, 0.55], 'charger-cord': [0.45, 0.55], 'jack-loose': [0.5, 0.5],
      'charger-id': [0.05, 0.95], 'charge-limit': [0.3, 0.7] }, { swap: 'battery', chassis: ['laptop'], how: 'Same type number, charged to about half.' }),
  bench('battery-refit', 'battery', 1.5, 'Battery out, contacts wiped, refitted: seen now?', ['No change', 'Seen and charging'], [0.985, 0.015], { 'battery-contact': [0.06, 0.94], 'battery-asleep': [0.8, 0.2] }, { chassis: ['laptop'], cautions: ['cells'], how: 'Dry cloth on both sides; push it home until it clicks.' }),
  bench('battery-label', 'battery', 0.5, 'The battery’s label: one this machine accepts?', ['Its own kind', 'Another make or type'], [0.93, 0.07], { 'battery-foreign': [0.06, 0.94] }, { chassis: ['laptop'], how: 'Type number and voltage against the plate or the service page.' }),
  bench('battery-wait', 'battery', 0.5, 'Half an hour on the charger: does it wake?', ['No change', 'It woke'], [0.99, 0.01], { 'battery-asleep': [0.15, 0.85] }, { chassis: ['laptop'], bench: ON, needs: ['picture'], cautions: ['cells'], how: 'Runs by itself, but within sight: stop when it gets warm.' }),
  bench('limit-setting', 'battery', 1, 'A charge limit set in set-up or by its tool?', ['None', 'One is on =charge-limit'], [1, 0], { 'charge-limit': [0.05, 0.95] }, { chassis: ['laptop'], bench: ON, needs: ['picture'], how: 'Battery page of set-up; some tools hold it at 60 or 80 %.' }),
  bench('gauge-cycle', 'battery', 3, 'Filled, run down, filled: does health read quite differently?', ['As before', 'Quite differently'], [0.96, 0.04], { 'battery-gauge': [0.1, 0.9] }, { chassis: ['laptop'], bench: ON, needs: ['system'], cautions: ['cells'], how: 'Runs by itself for hours; re-read health after the last charge.' }),
  bench('battery-cycles', 'battery', 0.3, 'Charge cycles by its own count?', ['Under 300', '300 to 800', 'Over 800'], [0.6, 0.35, 0.05], { 'battery-worn': [0.15, 0.45, 0.4] }, { chassis: ['laptop'], needs: ['system'], instrument: 'report', how: 'The report reads it; a fresh pack shows under 20.' }),
];

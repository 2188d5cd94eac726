import type { Finding } from '@/core/catalogue';
import { ON, OPEN_OFF, OPEN_ON, writer } from '../write';

const bench = writer('bench');

/** Hot, noisy, shuts down. */
export const heatBench: Finding[] = [
  bench('exhaust', 'heat', 1, 'Hand at the outlet, five minutes on. The air is …', ['Cool and steady', 'Hot and weak', 'Not moving'], [0.9, 0.08, 0.02],
    { 'heatsink-blocked': [0.12, 0.78, 0.1], 'paste-dry': [0.7, 0.3, 0], 'fan-dead': [0.05, 0.15, 0.8], 'fan-header': [0.05, 0.1, 0.85], 'fan-control': [0.15, 0.7, 0.15],
      'vents-blocked': [0.15, 0.8, 0.05], 'heat-pipe': [0.75, 0.25, 0], 'sink-loose': [0.85, 0.15, 0], 'fan-lead': [0.05, 0.1, 0.85], 'fan-worn': [0.6, 0.35, 0.05],
      'busy-program': [0.4, 0.6, 0] }, { bench: ON, needs: ['power'], how: 'Back of the hand; compare with a like machine.' }),
  bench('fan-follows', 'heat', 2, 'Does fan speed follow temperature?', ['Follows', 'Flat out while cool', 'Idle while hot', 'Stands still'], [0.96, 0.02, 0.015, 0.005],
    { 'sensor-off': [0.05, 0.93, 0.02, 0], 'fan-control': [0.06, 0, 0.84, 0.1], 'fan-dead': [0.08, 0, 0.12, 0.8], 'fan-header': [0.05, 0, 0.05, 0.9],
      'fan-lead': [0.05, 0, 0.05, 0.9], 'fan-worn': [0.85, 0, 0.05, 0.1] }, { bench: ON, needs: ['system'], how: 'Load for two minutes, then rest; watch speed and temperature.' }),
  bench('good-fan', 'heat', 3, 'A known-good fan on the same connector: does it turn?', ['Turns', 'Stands still =fan-header'], [1, 0], { 'fan-header': [0.03, 0.97] }, { swap: 'fan', bench: OPEN_ON, cautions: ['live-open'], how: 'Same plug and voltage, held in the hand by its frame.', needs: ['power'] }),
  bench('fins', 'heat', 1.5, 'Between fan and fins: clear?', ['Clear', 'Some felt', 'Packed =heatsink-blocked'], [0.75, 0.25, 0], { 'heatsink-blocked': [0.02, 0.28, 0.7] }, { bench: OPEN_OFF, cautions: ['dust'], how: 'Take the fan off its fins: the felt sits between.' }),
  bench('grille', 'heat', 0.5, 'Does a grille or lead touch the blades?', ['Free', 'Touches =grille-loose'], [1, 0], { 'grille-loose': [0.05, 0.95] }, { bench: OPEN_OFF, how: 'Turn the blades by finger, once round.' }),
  bench('paste', 'heat', 6, 'Heatsink off: how is the paste?', ['Soft', 'Dry as powder'], [0.75, 0.25], { 'paste-dry': [0.04, 0.96] }, { bench: OPEN_OFF, how: 'Warm it first; twist, do not lever.' }),
  bench('load-run', 'heat', 2, 'Ten minutes under load: what happens?', ['Holds steady', 'Hot and slows down', 'Shuts off'], [0.95, 0.04, 0.01],
    { 'heatsink-blocked': [0.12, 0.68, 0.2], 'paste-dry': [0.2, 0.68, 0.12], 'fan-dead': [0.03, 0.42, 0.55], 'fan-header': [0.03, 0.42, 0.55], 'fan-control': [0.05, 0.6, 0.35], 'supply-weak': [0.3, 0.05, 0.65],
      'vents-blocked': [0.25, 0.65, 0.1], 'sink-loose': [0.03, 0.37, 0.6], 'heat-pipe': [0.05, 0.7, 0.25], 'pad-missing': [0.3, 0.4, 0.3], 'fan-lead': [0.03, 0.42, 0.55],
      'fan-worn': [0.7, 0.28, 0.02], 'case-fan': [0.7, 0.28, 0.02], 'board-caps': [0.3, 0.1, 0.6], 'board-joint': [0.35, 0.1, 0.55], 'supply-fan': [0.5, 0.05, 0.45] }, { instrument: 'heat', bench: ON, needs: ['system'], how: 'Runs by itself; note speed, clock and temperature at the end.' }),
  bench('clear-air', 'heat', 0.7, 'Lifted, grilles free all round: cooler in five minutes?', ['No change', 'Cooler'], [0.965, 0.035], { 'vents-blocked': [0.08, 0.92] }, { bench: ON, needs: ['system'], how: 'On two blocks; fluff at the grilles wiped off.' }),
  bench('sink-firm', 'heat', 0.3, 'Does the heatsink move under a finger?', ['Firm', 'Moves =sink-loose'], [1, 0], { 'sink-loose': [0.06, 0.94] }, { bench: OPEN_OFF, how: 'Press each corner; count its screws or clips.' }),
  bench('sink-far', 'heat', 1.5, 'Far end of the heat pipe under load?', ['Warm', 'Cold'], [0.97, 0.03], { 'heat-pipe': [0.08, 0.92], 'sink-loose': [0.3, 0.7], 'paste-dry': [0.75, 0.25] }, { chassis: ['laptop', 'aio'], bench: OPEN_ON, needs: ['system'], cautions: ['live-open'], how: 'Two minutes of load; a finger near the fins, not on the fan.' }),
  bench('pads-look', 'heat', 6, 'Pads on regulators and graphics: all there?', ['All there', 'One missing =pad-missing'], [1, 0], { 'pad-missing': [0.05, 0.95] }, { chassis: ['laptop', 'aio'], bench: OPEN_OFF, how: 'Heatsink off; every bright square on it once had a pad.' }),
  bench('fan-finger', 'heat', 0.5, 'Each fan turned by finger?', ['Free and silent', 'Rough', 'Stuck'], [0.955, 0.04, 0.005], { 'fan-worn': [0.05, 0.92, 0.03], 'fan-dead': [0.4, 0.25, 0.35] }, { bench: OPEN_OFF, how: 'Unplugged; it should run on for a turn.' }),
  bench('fan-plug', 'heat', 0.4, 'The fan’s lead on its connector?', ['On', 'Off =fan-lead'], [1, 0], { 'fan-lead': [0.03, 0.97] }, { bench: OPEN_OFF, how: 'Small plug near the fan; pull at the plug, never the wires.' }),
  bench('fans-turn', 'heat', 0.3, 'Case open and on: do all fans turn?', ['All', 'The case fan stands', 'The cooler’s fan stands'], [0.98, 0.01, 0.01], { 'case-fan': [0.04, 0.96, 0], 'fan-dead': [0.06, 0, 0.94], 'fan-header': [0.05, 0, 0.95], 'fan-lead': [0.03, 0.27, 0.7] }, { chassis: ['desktop'], bench: OPEN_ON, needs: ['power'], cautions: ['live-open'], how: 'Some stand still while cool: wait for load.' }),
  bench('fan-forced', 'heat', 2, 'Fan forced to full: how far does the heat fall?', ['Little to fall', 'By tens of degrees', 'Hardly'], [0.93, 0.04, 0.03], { 'fan-control': [0.04, 0.95, 0.01], 'heatsink-blocked': [0.1, 0.2, 0.7], 'paste-dry': [0.2, 0.1, 0.7], 'sink-loose': [0.05, 0.03, 0.92], 'heat-pipe': [0.1, 0.05, 0.85] }, { bench: ON, needs: ['system'], instrument: 'heat', how: 'A great fall proves the heatsink able and the control not.' }),
  bench('heat-page', 'heat', 0.5, 'Set-up’s temperature page: readings sensible?', ['Sensible', 'One missing or absurd'], [0.985, 0.015], { 'sensor-off': [0.1, 0.9] }, { bench: ON, needs: ['picture'], how: 'Cold machine: all within a few degrees of the room.' }),
  bench('heat-step', 'heat', 3, 'Load step: how fast does it climb?', ['As built', 'Slow creep without end', 'A jump in seconds'], [0.93, 0.04, 0.03], { 'heatsink-blocked': [0.1, 0.85, 0.05], 'vents-blocked': [0.25, 0.72, 0.03], 'paste-dry': [0.1, 0.05, 0.85], 'sink-loose': [0.03, 0.02, 0.95], 'heat-pipe': [0.08, 0.37, 0.55], 'fan-dead': [0.08, 0.87, 0.05], 'fan-lead': [0.08, 0.87, 0.05], 'fan-header': [0.08, 0.87, 0.05], 'fan-control': [0.15, 0.8, 0.05] }, { bench: ON, needs: ['system'], instrument: 'heat', how: 'Jump in seconds: chip to sink. Creep over minutes: sink to air.' }),
];

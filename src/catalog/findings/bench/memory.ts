import type { Finding } from '@/core/catalogue';
import { ON, OPEN_OFF, writer } from '../write';

const bench = writer('bench');

/** No memory, or less than fitted. */
export const memoryBench: Finding[] = [
  bench('memory-fitted', 'memory', 0.5, 'Is memory fitted?', ['Fitted', 'None =memory-out'], [1, 0], { 'memory-out': [0, 1] }, { bench: OPEN_OFF, how: 'Both sides of the board; some slots hide under the keyboard.' }),
  bench('memory-contacts', 'memory', 1, 'Take a module out. How are its contacts?', ['Bright', 'Dull or dirty'], [0.8, 0.2], { 'memory-contact': [0.35, 0.65] }, { bench: OPEN_OFF, cautions: ['static'], how: 'Hold it by the edges against the light.' }),
  bench('module-alone', 'memory', 6, 'One module at a time in the first slot: does it start?', ['With each', 'With some', 'With none'], [0.985, 0.005, 0.01],
    { 'module-bad': [0.02, 0.88, 0.1], 'memory-contact': [0.7, 0.2, 0.1], 'slot-bad': [0.6, 0, 0.4], 'board-dead': [0, 0, 1], 'cpu-seat': [0, 0, 1], 'memory-out': [0, 0, 1], 'graphics-board': [0.9, 0, 0.1],
      'memory-unseated': [0.9, 0.08, 0.02], 'memory-type': [0, 0.1, 0.9], 'mixed-modules': [0.97, 0.03, 0], 'cpu-fouled': [0, 0, 1], 'cpu-dead': [0, 0, 1],
      'cpu-unknown': [0, 0, 1], 'firmware-corrupt': [0, 0, 1], 'setup-corrupt': [0.3, 0, 0.7], 'reset-stuck': [0, 0, 1], 'slot-small': [0.7, 0.3, 0],
      'board-caps': [0.6, 0, 0.4], 'board-joint': [0.7, 0, 0.3] },
    { instrument: 'memory', bench: OPEN_OFF, cautions: ['static'], how: 'Power off at the wall between trials.', needs: ['power'] }),
  bench('slot-walk', 'memory', 5, 'A good module through every slot: do all start?', ['All', 'One does not =slot-bad'], [1, 0], { 'slot-bad': [0.04, 0.96] }, { instrument: 'memory', bench: OPEN_OFF, cautions: ['static'], needs: ['started'], how: 'Power off at the wall each time; note the slot that stays dark.' }),
  bench('memory-test', 'memory', 3, 'Memory test, one pass: errors?', ['None', 'Errors'], [0.995, 0.005], { 'module-bad': [0.12, 0.88], 'memory-contact': [0.75, 0.25], 'slot-bad': [0.4, 0.6],
      'mixed-modules': [0.4, 0.6] }, { bench: ON, needs: ['picture'], how: 'Runs by itself; come back for the result.' }),
  bench('module-label', 'memory', 1.5, 'Module size against the board’s limit?', ['Within it', 'Larger than it takes =memory-limit'], [1, 0], { 'memory-limit': [0.05, 0.95] }, { bench: OPEN_OFF, how: 'Size per module and in all; official and working limit can differ.' }),
  bench('module-type', 'memory', 1, 'The module’s label: the kind this board takes?', ['Yes', 'Another kind =memory-type'], [1, 0], { 'memory-type': [0.03, 0.97] }, { bench: OPEN_OFF, cautions: ['static'], how: 'Generation, voltage and notch; a forced module sits high at one end.' }),
  bench('module-home', 'memory', 0.4, 'Latches closed, edges level?', ['All home', 'One stands proud =memory-unseated'], [1, 0], { 'memory-unseated': [0.05, 0.95] }, { bench: OPEN_OFF, how: 'Look along the row; contacts show an even line.' }),
  bench('module-pair', 'memory', 1, 'Modules alike in size, speed and voltage?', ['Alike, or only one', 'Unlike'], [0.85, 0.15], { 'mixed-modules': [0.02, 0.98] }, { bench: OPEN_OFF, cautions: ['static'], how: 'Read both labels; one side or two sides of chips matters too.' }),
  bench('one-kind', 'memory', 4, 'With modules of one kind only: does the fault go?', ['No change', 'It goes'], [0.985, 0.015], { 'mixed-modules': [0.08, 0.92], 'module-bad': [0.5, 0.5] }, { bench: OPEN_OFF, cautions: ['static'], how: 'Take the odd one out, run the same trial again.', needs: ['power'] }),
  bench('slot-rule', 'memory', 1.5, 'The board’s rule of size for each slot: kept?', ['Kept', 'Broken =slot-small'], [1, 0], { 'slot-small': [0.05, 0.95] }, { chassis: ['desktop', 'small', 'laptop'], bench: OPEN_OFF, instrument: 'memory', how: 'Some boards take only small modules in the first slots: see the plate inside or the service page.' }),
  bench('module-elsewhere', 'memory', 3, 'The module in another machine: full size?', ['Full size', 'Less, or it fails'], [0.99, 0.01], { 'module-bad': [0.05, 0.95] }, { bench: OPEN_OFF, cautions: ['static'], how: 'Two good modules elsewhere prove the board’s limit, not the modules.' }),
  bench('memory-swap', 'memory', 3, 'With a known-good module in the first slot: any change?', ['No change', 'Now it starts'], [0.985, 0.015], { 'memory-contact': [0.35, 0.65], 'module-bad': [0.03, 0.97], 'memory-out': [0.02, 0.98], 'memory-type': [0.02, 0.98], 'memory-unseated': [0.2, 0.8], 'mixed-modules': [0.3, 0.7], 'slot-bad': [0.75, 0.25] }, { bench: OPEN_OFF, swap: 'memory', cautions: ['static'], how: 'All others out; power off at the wall first.' }),
  bench('system-memory', 'memory', 0.4, 'In the system: usable memory against fitted?', ['All but a little', 'Clearly less'], [0.99, 0.01], { 'system-32': [0.02, 0.98], 'graphics-share': [0.1, 0.9], 'memory-limit': [0.05, 0.95], 'memory-unseated': [0.1, 0.9], 'slot-small': [0.05, 0.95], 'slot-bad': [0.1, 0.9], 'module-bad': [0.4, 0.6], 'memory-contact': [0.4, 0.6] }, { needs: ['system'], instrument: 'report', how: 'The report reads both.' }),
  bench('system-bits', 'memory', 0.3, 'Is the system a 32-bit or a 64-bit one?', ['64 bit', '32 bit'], [0.95, 0.05], { 'system-32': [0.01, 0.99] }, { needs: ['system'], instrument: 'report', how: 'A 32-bit system ends at 4 GiB less what devices take.' }),
  bench('share-setting', 'memory', 1, 'Graphics’ share of memory in set-up?', ['Small or automatic', 'Large =graphics-share'], [1, 0], { 'graphics-share': [0.03, 0.97] }, { bench: ON, needs: ['picture'], how: 'Advanced or graphics page; 32 to 256 MB is usual.' }),
];

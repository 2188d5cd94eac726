import type { Finding } from '@/core/catalogue';
import { writer } from './write';

const bench = writer('bench');
const ON = { plugged: true };
const OPEN_OFF = { caseOpen: true, plugged: false };
const OPEN_ON = { caseOpen: true, plugged: true };

/** Looks and tests at the bench, each cheaper than the repair it can save. */
export const benchFindings: Finding[] = [
  // power
  bench('charger-volts', 'power', 1.5, 'Measure the charger, unloaded. What does it give?', ['Its rated volts', 'More than 5 % low', 'Nothing or jumps'], [0.98, 0.01, 0.01],
    { 'charger-low': [0.1, 0.85, 0.05], 'charger-cord': [0.15, 0.1, 0.75] }, { chassis: ['laptop', 'small'], cautions: ['mains'], how: 'Bend the cord near both ends while you read.' }),
  bench('other-charger', 'power', 1.5, 'With a known-good charger: any change?', ['No change', 'Now it works'], [0.98, 0.02],
    { 'charger-low': [0.08, 0.92], 'charger-cord': [0.05, 0.95], 'jack-loose': [0.85, 0.15] }, { chassis: ['laptop', 'small'], bench: ON }),
  bench('socket-move', 'power', 1, 'Move the plug while it charges. Does the lamp follow?', ['Steady', 'Comes and goes'], [0.97, 0.03], { 'jack-loose': [0.12, 0.88], 'charger-cord': [0.5, 0.5] }, { chassis: ['laptop'], bench: ON }),
  bench('standby-volts', 'power', 3, 'Standby 5 V at the board connector?', ['4.75 to 5.25 V', 'Out of limits', 'None'], [0.985, 0.005, 0.01],
    { 'supply-dead': [0.1, 0.1, 0.8], 'supply-weak': [0.55, 0.4, 0.05], 'lead-off': [0.6, 0, 0.4], 'metal-short': [0.6, 0.2, 0.2] },
    { chassis: ['desktop', 'small'], bench: OPEN_ON, cautions: ['mains', 'live-open'] }),
  bench('rails', 'power', 4, 'Rails with a drive attached: 12 V, 5 V, 3.3 V?', ['All within 5 %', 'One at the edge', 'One out'], [0.96, 0.035, 0.005],
    { 'supply-weak': [0.08, 0.27, 0.65], 'metal-short': [0.5, 0.2, 0.3] }, { chassis: ['desktop', 'small'], bench: OPEN_ON, needs: ['power'], cautions: ['live-open'], how: 'Read under load only; an unloaded supply wanders.' }),
  bench('supply-tester', 'power', 4, 'Supply on the tester, off the board.', ['All lamps', 'One out', 'Dead'], [0.985, 0.01, 0.005],
    { 'supply-dead': [0.03, 0.07, 0.9], 'supply-weak': [0.25, 0.7, 0.05] }, { chassis: ['desktop', 'small'], bench: OPEN_OFF, cautions: ['supply-closed'] }),
  bench('capacitors', 'power', 1, 'Capacitors on the board and in sight: flat?', ['Flat', 'Domed', 'Leaking'], [0.97, 0.025, 0.005],
    { 'supply-weak': [0.7, 0.25, 0.05], 'board-dead': [0.7, 0.15, 0.15] }, { chassis: ['desktop', 'small', 'aio'], bench: OPEN_OFF, cautions: ['supply-closed'] }),
  bench('leads-inside', 'power', 1, 'Inside: is every lead on?', ['All on', 'One off'], [0.985, 0.015],
    { 'lead-off': [0.03, 0.97], 'screen-cable-off': [0.6, 0.4], 'drive-cable': [0.5, 0.5], 'sensor-off': [0.35, 0.65], 'fan-dead': [0.97, 0.03] }, { bench: OPEN_OFF }),
  bench('button-bridge', 'power', 1.5, 'Bridge the button’s two pins briefly. Does it start?', ['No change', 'Starts'], [0.99, 0.01], { 'button-bad': [0.04, 0.96], 'charge-latch': [0.95, 0.05] }, { chassis: ['desktop', 'small'], bench: OPEN_ON, cautions: ['live-open'] }),
  bench('button-feel', 'power', 0.2, 'Press the power button a few times, unplugged. Does it click and spring back?', ['Clicks and springs', 'Slack or stuck'], [0.98, 0.02], { 'button-bad': [0.25, 0.75] }, { bench: { plugged: false } }),
  bench('board-metal', 'board', 2, 'Under and around the board: stray metal?', ['None', 'A screw or shaving =metal-short'], [1, 0], { 'metal-short': [0.12, 0.88] }, { bench: OPEN_OFF }),
  bench('board-residue', 'board', 2, 'Board: residue or corrosion?', ['Clean', 'Some', 'Plenty'], [0.95, 0.045, 0.005], { liquid: [0.07, 0.33, 0.6] }, { bench: OPEN_OFF }),
  bench('pins', 'board', 6, 'Cooler and processor off: pins straight?', ['Straight', 'Bent or fouled =cpu-seat'], [1, 0], { 'cpu-seat': [0.25, 0.75] }, { chassis: ['desktop', 'small'], bench: OPEN_OFF }),
  // memory
  bench('memory-fitted', 'memory', 0.5, 'Is memory fitted?', ['Fitted', 'None =memory-out'], [1, 0], { 'memory-out': [0, 1] }, { bench: OPEN_OFF }),
  bench('memory-contacts', 'memory', 1, 'Take a module out. How are its contacts?', ['Bright', 'Dull or dirty'], [0.8, 0.2], { 'memory-contact': [0.35, 0.65] }, { bench: OPEN_OFF, cautions: ['static'] }),
  bench('module-alone', 'memory', 6, 'One module at a time in the first slot: does it start?', ['With each', 'With some', 'With none'], [0.985, 0.005, 0.01],
    { 'module-bad': [0.02, 0.88, 0.1], 'memory-contact': [0.7, 0.2, 0.1], 'slot-bad': [0.6, 0, 0.4], 'board-dead': [0, 0, 1], 'cpu-seat': [0, 0, 1], 'memory-out': [0, 0, 1], 'graphics-board': [0.9, 0, 0.1] },
    { bench: OPEN_OFF, cautions: ['static'], how: 'Power off at the wall between trials.' }),
  bench('slot-walk', 'memory', 5, 'A good module through every slot: do all start?', ['All', 'One does not =slot-bad'], [1, 0], { 'slot-bad': [0.04, 0.96] }, { bench: OPEN_OFF, cautions: ['static'], needs: ['started'] }),
  bench('memory-test', 'memory', 3, 'Memory test, one pass: errors?', ['None', 'Errors'], [0.995, 0.005], { 'module-bad': [0.12, 0.88], 'memory-contact': [0.75, 0.25], 'slot-bad': [0.4, 0.6] }, { bench: ON, needs: ['picture'], how: 'Runs by itself; come back for the result.' }),
  bench('module-label', 'memory', 1.5, 'Module size against the board’s limit?', ['Within it', 'Larger than it takes =memory-limit'], [1, 0], { 'memory-limit': [0.05, 0.95] }, { bench: OPEN_OFF }),
  // display
  bench('port-used', 'display', 0.3, 'A card is fitted: is the monitor on the card?', ['On the card, or no card', 'On the board’s port'], [0.995, 0.005], { 'wrong-port': [0.02, 0.98] }, { chassis: ['desktop', 'small'] }),
  bench('external', 'display', 1, 'Picture on an external monitor?', ['A good picture +picture +started', 'Wrong there too +picture', 'Nothing'], [0.97, 0.01, 0.02],
    { 'graphics-board': [0.05, 0.5, 0.45], 'memory-contact': [0.02, 0, 0.98], 'module-bad': [0.1, 0.02, 0.88], 'memory-out': [0, 0, 1], 'slot-bad': [0.3, 0, 0.7], 'board-dead': [0, 0, 1], 'lid-sensor': [0.9, 0, 0.1], 'firmware-hang': [0.6, 0, 0.4], liquid: [0.45, 0.1, 0.45] },
    { chassis: ['laptop', 'aio'], bench: ON, needs: ['power'], how: 'Switch outputs with its display key.' }),
  bench('torch', 'display', 0.5, 'Torch flat on the screen: a faint image?', ['Nothing to see', 'A faint image'], [0.995, 0.005], { backlight: [0.1, 0.9], 'lid-sensor': [0.55, 0.45], 'screen-cable-bad': [0.9, 0.1], 'screen-cable-off': [0.95, 0.05] }, { chassis: ['laptop', 'aio'], bench: ON, needs: ['power'] }),
  bench('lid-move', 'display', 0.5, 'Move the lid slowly. Does the picture change?', ['No change', 'Flickers or comes back'], [0.98, 0.02], { 'screen-cable-bad': [0.3, 0.7], 'screen-cable-off': [0.55, 0.45], 'lid-sensor': [0.5, 0.5], 'panel-bad': [0.92, 0.08] }, { chassis: ['laptop'], bench: ON, needs: ['power'] }),
  bench('lid-magnet', 'display', 0.5, 'Move a magnet off and over the lid sensor. Any change?', ['No change', 'Screen wakes'], [0.99, 0.01], { 'lid-sensor': [0.2, 0.8] }, { chassis: ['laptop'], bench: ON, needs: ['power'] }),
  bench('cable-seat', 'display', 3, 'Screen cable at board and panel: fully home?', ['Home', 'Loose or off =screen-cable-off'], [1, 0], { 'screen-cable-off': [0.06, 0.94] }, { chassis: ['laptop', 'aio'], bench: { caseOpen: true, plugged: false, batteryOut: true } }),
  bench('cable-swap', 'display', 6, 'With a known-good screen cable: picture?', ['No change', 'Good picture'], [0.99, 0.01], { 'screen-cable-bad': [0.05, 0.95], 'screen-cable-off': [0.1, 0.9] }, { chassis: ['laptop', 'aio'], bench: { caseOpen: true } }),
  bench('without-card', 'display', 2.5, 'Card out, monitor on the board’s port: picture?', ['Still none', 'Picture +picture +started'], [0.985, 0.015], { 'card-bad': [0.04, 0.96], 'card-seat': [0.05, 0.95], 'wrong-port': [0.4, 0.6] }, { chassis: ['desktop'], bench: OPEN_OFF, cautions: ['static'] }),
  // storage and start
  bench('other-lead', 'storage', 2, 'Drive on another lead and port: found?', ['Still not', 'Found'], [0.99, 0.01], { 'drive-cable': [0.06, 0.94], 'port-off': [0.25, 0.75] }, { bench: OPEN_OFF }),
  bench('drive-elsewhere', 'storage', 3, 'The drive in the dock: does it answer?', ['Answers', 'Not found', 'Clicks or grinds =drive-dead'], [0.99, 0.01, 0], { 'drive-dead': [0.03, 0.72, 0.25], 'drive-failing': [0.9, 0.1, 0], 'drive-out': [0, 1, 0] }, { bench: OPEN_OFF }),
  bench('port-setting', 'storage', 1, 'In set-up: is the drive port switched on?', ['On', 'Off =port-off'], [1, 0], { 'port-off': [0.03, 0.97] }, { bench: ON, needs: ['picture'] }),
  bench('start-order', 'boot', 1, 'In set-up: is the drive first in the start order?', ['First', 'Not first'], [0.95, 0.05], { 'boot-order': [0.02, 0.98] }, { bench: ON, needs: ['picture'] }),
  bench('drive-content', 'boot', 2, 'From a live stick: what is on the drive?', ['A system', 'Nothing =system-none', 'A damaged one'], [0.97, 0, 0.03],
    { 'system-none': [0, 1, 0], 'system-broken': [0.2, 0, 0.8], 'drive-failing': [0.6, 0, 0.4], 'clone-driver': [0.9, 0, 0.1] }, { bench: ON, needs: ['picture', 'drive'] }),
  bench('safe-start', 'boot', 3, 'Start once in safe mode. Does it start?', ['No', 'It does'], [0.9, 0.1], { 'clone-driver': [0.1, 0.9], 'system-broken': [0.75, 0.25] }, { bench: ON, needs: ['picture', 'drive'] }),
  bench('live-run', 'boot', 4, 'Start a live system from a stick. How does it run?', ['Runs well +system', 'Slow or odd +system', 'Hangs or restarts'], [0.97, 0.02, 0.01],
    { 'firmware-hang': [0.25, 0.05, 0.7], 'module-bad': [0.25, 0.15, 0.6], 'memory-contact': [0.6, 0.1, 0.3], 'supply-weak': [0.5, 0.1, 0.4], 'heatsink-blocked': [0.6, 0.3, 0.1], 'graphics-board': [0.5, 0.3, 0.2], 'metal-short': [0.6, 0.1, 0.3] }, { bench: ON, needs: ['picture'] }),
  // heat
  bench('exhaust', 'heat', 1, 'Hand at the outlet, five minutes on. The air is …', ['Cool and steady', 'Hot and weak', 'Not moving'], [0.9, 0.08, 0.02],
    { 'heatsink-blocked': [0.12, 0.78, 0.1], 'paste-dry': [0.7, 0.3, 0], 'fan-dead': [0.05, 0.15, 0.8], 'fan-header': [0.05, 0.1, 0.85], 'fan-control': [0.15, 0.7, 0.15] }, { bench: ON, needs: ['power'] }),
  bench('fan-follows', 'heat', 2, 'Does fan speed follow temperature?', ['Follows', 'Flat out while cool', 'Idle while hot', 'Stands still'], [0.96, 0.02, 0.015, 0.005],
    { 'sensor-off': [0.05, 0.93, 0.02, 0], 'fan-control': [0.06, 0, 0.84, 0.1], 'fan-dead': [0.08, 0, 0.12, 0.8], 'fan-header': [0.05, 0, 0.05, 0.9] }, { bench: ON, needs: ['system'] }),
  bench('good-fan', 'heat', 3, 'A known-good fan on the same connector: does it turn?', ['Turns', 'Stands still =fan-header'], [1, 0], { 'fan-header': [0.03, 0.97] }, { bench: OPEN_ON, cautions: ['live-open'] }),
  bench('fins', 'heat', 1.5, 'Between fan and fins: clear?', ['Clear', 'Some felt', 'Packed =heatsink-blocked'], [0.75, 0.25, 0], { 'heatsink-blocked': [0.02, 0.28, 0.7] }, { bench: OPEN_OFF, cautions: ['dust'] }),
  bench('grille', 'heat', 0.5, 'Does a grille or lead touch the blades?', ['Free', 'Touches =grille-loose'], [1, 0], { 'grille-loose': [0.05, 0.95] }, { bench: OPEN_OFF }),
  bench('paste', 'heat', 6, 'Heatsink off: how is the paste?', ['Soft', 'Dry as powder'], [0.75, 0.25], { 'paste-dry': [0.04, 0.96] }, { bench: OPEN_OFF }),
  bench('load-run', 'heat', 2, 'Ten minutes under load: what happens?', ['Holds steady', 'Hot and slows down', 'Shuts off'], [0.95, 0.04, 0.01],
    { 'heatsink-blocked': [0.12, 0.68, 0.2], 'paste-dry': [0.2, 0.68, 0.12], 'fan-dead': [0.03, 0.42, 0.55], 'fan-header': [0.03, 0.42, 0.55], 'fan-control': [0.05, 0.6, 0.35], 'supply-weak': [0.3, 0.05, 0.65] }, { bench: ON, needs: ['system'] }),
  // battery, input, ports
  bench('battery-run', 'battery', 2, 'Fifteen minutes on battery: how does the charge fall?', ['Evenly', 'Fast', 'Drops suddenly'], [0.955, 0.044, 0.001], { 'battery-worn': [0.25, 0.74, 0.01], 'battery-erratic': [0.1, 0.2, 0.7] }, { chassis: ['laptop'], bench: { batteryOut: false }, needs: ['system'] }),
  bench('good-battery', 'battery', 2, 'A known-good battery: does it charge?', ['Charges', 'Does not'], [0.985, 0.015], { 'charge-circuit': [0.05, 0.95], 'charger-low': [0.45, 0.55], 'charger-cord': [0.45, 0.55], 'jack-loose': [0.5, 0.5] }, { chassis: ['laptop'] }),
  bench('key-test', 'input', 1.5, 'Press every key once. What answers?', ['All', 'Some do not', 'None'], [0.985, 0.014, 0.001], { 'keys-dirty': [0.35, 0.65, 0], 'keyboard-bad': [0.02, 0.68, 0.3], liquid: [0.45, 0.45, 0.1] }, { chassis: ['laptop'], bench: ON, needs: ['system'] }),
  bench('key-clean-one', 'input', 3, 'Clean under one bad key. Does it answer now?', ['Still bad', 'Answers'], [0.8, 0.2], { 'keys-dirty': [0.1, 0.9] }, { chassis: ['laptop'] }),
  bench('touchpad-test', 'input', 0.5, 'Touchpad: moves and clicks over its whole face?', ['Yes', 'In part', 'No'], [0.985, 0.01, 0.005], { 'touchpad-bad': [0.03, 0.47, 0.5], liquid: [0.7, 0.2, 0.1], 'battery-swollen': [0.5, 0.4, 0.1] }, { chassis: ['laptop'], bench: ON, needs: ['system'] }),
  bench('port-test', 'board', 1.5, 'A stick in every outside port: all read?', ['All', 'One or more dead'], [0.985, 0.015], { 'port-damaged': [0.06, 0.94], liquid: [0.7, 0.3] }, { bench: ON, needs: ['system'] }),
  bench('tray', 'storage', 0.7, 'Optical drive: opens and reads?', ['Both, or none fitted', 'Stuck or does not read'], [0.98, 0.02], { 'optical-stuck': [0.03, 0.97] }, { chassis: ['desktop', 'laptop', 'aio'], bench: ON, needs: ['power'], how: 'Look for a left disc: log it and return or destroy it.' }),
  bench('wireless', 'board', 0.7, 'Does wireless see networks?', ['Yes', 'Finds none or is missing'], [0.98, 0.02], { 'wireless-none': [0.02, 0.98] }, { chassis: ['laptop', 'aio'], bench: ON, needs: ['system'] }),
];

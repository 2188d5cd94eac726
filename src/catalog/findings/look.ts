import type { Finding } from '@/core/catalogue';
import { writer } from './write';

const look = writer('look');

/** The outside look: about a minute, nothing unscrewed, nothing powered. */
export const lookFindings: Finding[] = [
  look('look-swelling', 'battery', 0.1, 'Is the battery or the case above it bulging?', ['Flat', 'Bulging or lifting =battery-swollen'], [1, 0],
    { 'battery-swollen': [0.05, 0.95] },
    { chassis: ['laptop'], how: 'Lay it on a flat table: it must not rock. Look at the lid gap, palm rest and touchpad.', hazard: { caution: 'swollen-cell', from: 1 } }),
  look('look-liquid', 'board', 0.1, 'Any sign of liquid?', ['None', 'Dry stains', 'Wet or sticky'], [0.96, 0.035, 0.005],
    { liquid: [0.2, 0.5, 0.3], 'keys-dirty': [0.6, 0.3, 0.1], 'keyboard-bad': [0.7, 0.25, 0.05] },
    { how: 'Under the keys’ edges, in ports, along the base seams.', hazard: { caution: 'wet-machine', from: 2 } }),
  look('look-rattle', 'board', 0.1, 'Tilt it gently. Does something rattle?', ['Silent', 'Something moves'], [0.95, 0.05],
    { 'metal-short': [0.25, 0.75], 'grille-loose': [0.5, 0.5], 'lead-off': [0.85, 0.15] },
    { how: 'Before any power. A loose screw can short the board.', hazard: { caution: 'rattle-before-power', from: 1 } }),
  look('look-battery', 'battery', 0.05, 'Is a battery fitted?', ['Fitted', 'None =battery-out'], [1, 0], { 'battery-out': [0, 1] }, { chassis: ['laptop'] }),
  look('look-screws', 'board', 0.1, 'Are the case screws all there?', ['All there', 'A few missing', 'Most missing'], [0.72, 0.2, 0.08],
    { 'lead-off': [0.3, 0.35, 0.35], 'memory-out': [0.3, 0.35, 0.35], 'drive-out': [0.45, 0.3, 0.25], 'screen-cable-off': [0.3, 0.35, 0.35],
      'metal-short': [0.2, 0.4, 0.4], 'card-seat': [0.4, 0.35, 0.25], 'sensor-off': [0.35, 0.35, 0.3], 'cpu-seat': [0.4, 0.3, 0.3], 'memory-contact': [0.6, 0.25, 0.15] },
    { how: 'Missing screws mean somebody has been inside: look first for what they forgot.' }),
  look('look-glass', 'display', 0.1, 'Is the screen whole?', ['Whole', 'Scratched or marked', 'Cracked =panel-bad'], [0.85, 0.15, 0],
    { 'panel-bad': [0.4, 0.15, 0.45], 'screen-cable-bad': [0.8, 0.2, 0] }, { chassis: ['laptop', 'aio'], cautions: ['broken-glass'] }),
  look('look-dust', 'heat', 0.1, 'How dusty are the air grilles?', ['Clean', 'Dusty', 'Packed'], [0.55, 0.38, 0.07],
    { 'heatsink-blocked': [0.08, 0.42, 0.5], 'paste-dry': [0.4, 0.45, 0.15], 'fan-dead': [0.3, 0.45, 0.25] }, { cautions: ['dust'] }),
  look('look-bay', 'storage', 0.2, 'Is there a drive in it?', ['Drive seen', 'Bay empty =drive-out'], [1, 0], { 'drive-out': [0, 1] },
    { how: 'Through the bay cover or the caddy slot. Skip it when you cannot see without opening.' }),
  look('look-ports', 'board', 0.1, 'How are the ports?', ['Clean', 'Gummed', 'Bent or broken'], [0.83, 0.15, 0.02], { 'port-damaged': [0.15, 0.25, 0.6] }),
  look('look-keys', 'input', 0.1, 'How are the keys?', ['Complete and free', 'Some stick', 'Some missing'], [0.93, 0.05, 0.02],
    { 'keys-dirty': [0.2, 0.78, 0.02], 'keyboard-bad': [0.5, 0.2, 0.3], liquid: [0.5, 0.45, 0.05] }, { chassis: ['laptop'] }),
  look('look-socket', 'power', 0.1, 'Move the plug in the power socket. Is it firm?', ['Firm', 'Wobbles', 'Broken =jack-loose'], [0.92, 0.08, 0],
    { 'jack-loose': [0.1, 0.55, 0.35] }, { chassis: ['laptop'] }),
  look('look-charger', 'power', 0.1, 'Which charger came with it?', ['The right one', 'Another one', 'None'], [0.6, 0.1, 0.3],
    { 'charger-low': [0.2, 0.75, 0.05] }, { chassis: ['laptop', 'small'], how: 'Compare volts, amperes, plug and polarity with the plate under the machine.' }),
  look('look-cord', 'power', 0.1, 'Run the charger cord through your fingers. Whole?', ['Whole', 'Kinked or frayed'], [0.93, 0.07],
    { 'charger-cord': [0.35, 0.65] }, { chassis: ['laptop'], cautions: ['no-splice'] }),
  look('look-smell', 'board', 0.05, 'Any smell?', ['None', 'Smoke or must', 'Burnt'], [0.88, 0.11, 0.01],
    { 'supply-dead': [0.6, 0.1, 0.3], 'supply-weak': [0.8, 0.1, 0.1], 'board-dead': [0.75, 0.1, 0.15], liquid: [0.6, 0.3, 0.1] }),
];

import type { Finding } from '@/core/catalogue';
import { ON, OPEN_OFF, OPEN_ON, writer } from '../write';

const bench = writer('bench');

/** Drives not found, slow or failing; optical drives. */
export const storageBench: Finding[] = [
  bench('other-lead', 'storage', 2, 'Drive on another lead and port: found?', ['Still not', 'Found'], [0.99, 0.01], { 'drive-cable': [0.06, 0.94], 'port-off': [0.25, 0.75],
      'drive-jumper': [0.3, 0.7], 'drive-power': [0.15, 0.85], 'drive-seat': [0.3, 0.7], 'drive-disagree': [0.85, 0.15] }, { bench: OPEN_OFF, how: 'One change at a time: lead first, then port.', needs: ['picture'] }),
  bench('drive-elsewhere', 'storage', 3, 'The drive in the dock: does it answer?', ['Answers', 'Not found', 'Clicks or grinds =drive-dead'], [0.99, 0.01, 0], { 'drive-dead': [0.03, 0.72, 0.25], 'drive-failing': [0.9, 0.1, 0], 'drive-out': [0, 1, 0],
      'drive-locked': [0.6, 0.4, 0], 'drive-worn': [0.9, 0.1, 0] }, { bench: OPEN_OFF, how: 'Hands off while it answers: a clicking drive gets worse.' }),
  bench('port-setting', 'storage', 1, 'In set-up: is the drive port switched on?', ['On', 'Off =port-off'], [1, 0], { 'port-off': [0.03, 0.97] }, { bench: ON, needs: ['picture'], how: 'On-board devices or drive page.' }),
  bench('tray', 'optical', 0.7, 'Optical drive: opens and reads?', ['Both, or none fitted', 'Stuck or does not read'], [0.98, 0.02], { 'optical-stuck': [0.03, 0.97],
      'optical-lens': [0.1, 0.9], 'optical-dead': [0.02, 0.98], 'optical-lead': [0.02, 0.98], 'disc-left': [0.8, 0.2] }, { chassis: ['desktop', 'laptop', 'aio'], bench: ON, needs: ['power'], how: 'Look for a left disc: log it and return or destroy it.' }),
  bench('drive-spin', 'storage', 0.5, 'Hand on the drive at power-on: does it spin?', ['Spins, or solid state', 'Still'], [0.985, 0.015], { 'drive-dead': [0.45, 0.55], 'drive-power': [0.05, 0.95] }, { bench: OPEN_ON, needs: ['power'], cautions: ['live-open'], how: 'A faint hum and a twist when you tilt it.' }),
  bench('power-other', 'storage', 1, 'Another power lead on the drive: any change?', ['No change', 'It spins and is found'], [0.99, 0.01], { 'drive-power': [0.04, 0.96] }, { chassis: ['desktop', 'small', 'aio'], bench: OPEN_OFF, how: 'No spin on a second lead means a dead drive.', needs: ['picture'] }),
  bench('jumper-set', 'storage', 0.7, 'Old parallel drive: jumper and place on the cable?', ['Right, or not that kind', 'Wrong =drive-jumper'], [1, 0], { 'drive-jumper': [0.03, 0.97] }, { chassis: ['desktop'], bench: OPEN_OFF, how: 'Alone and on cable select: it belongs on the end plug, or set master.' }),
  bench('drive-push', 'storage', 1, 'Drive and adapter pushed fully home: found now?', ['No change', 'Found'], [0.985, 0.015], { 'drive-seat': [0.04, 0.96], 'drive-cable': [0.75, 0.25] }, { bench: OPEN_OFF, how: 'Slide it out and in; look for a missing adapter.', needs: ['picture'] }),
  bench('drive-swap', 'storage', 2.5, 'A known-good drive on the same lead: found?', ['Found', 'Not found'], [0.995, 0.005], { 'drive-cable': [0.06, 0.94], 'port-off': [0.02, 0.98], 'drive-power': [0.04, 0.96] }, { bench: OPEN_OFF, swap: 'drive', cautions: ['static'], how: 'An erased one; it goes back into the bin.', needs: ['picture'] }),
  bench('warning-port', 'storage', 0.2, 'Does the start warning name an empty port?', ['No', 'It does =port-warn'], [1, 0], { 'port-warn': [0.03, 0.97] }, { chassis: ['desktop', 'small'], bench: ON, needs: ['picture'], how: 'Count real drives against the list it prints.' }),
  bench('wear-level', 'storage', 0.3, 'Wear by the drive’s own log?', ['Under 80 %', '80 % or more'], [0.97, 0.03], { 'drive-worn': [0.02, 0.98] }, { needs: ['system'], instrument: 'report', how: 'Solid state only; the report reads it.' }),
  bench('free-space', 'storage', 0.3, 'Free space on the drive?', ['Enough', 'Under a tenth'], [0.97, 0.03], { 'drive-full': [0.02, 0.98] }, { needs: ['system'], how: 'System partition.' }),
  bench('link-speed', 'storage', 0.5, 'Drive’s link speed against what it can?', ['As it can', 'Slower'], [0.965, 0.035], { 'slow-port': [0.03, 0.97], 'drive-cable': [0.7, 0.3] }, { needs: ['system'], instrument: 'report', how: 'The report reads both; a slow port is not a slow drive.' }),
  bench('tray-disc', 'optical', 0.4, 'A disc in the tray?', ['None', 'One =disc-left'], [1, 0], { 'disc-left': [0.02, 0.98] }, { chassis: ['desktop', 'laptop', 'aio'], how: 'With the pin when it has no power. Log it, return or destroy it.' }),
  bench('tray-pin', 'optical', 0.4, 'Tray opened with the pin: runs freely?', ['Freely', 'Stuck or drags'], [0.985, 0.015], { 'optical-stuck': [0.06, 0.94] }, { chassis: ['desktop', 'laptop', 'aio'], bench: { plugged: false }, how: 'A straightened clip into the small hole, gently.' }),
  bench('lens-wipe', 'optical', 2, 'Lens wiped: does it read now?', ['No change', 'It reads'], [0.985, 0.015], { 'optical-lens': [0.06, 0.94] }, { chassis: ['desktop', 'laptop', 'aio'], bench: { plugged: false }, cautions: ['solvent'], how: 'One drop of alcohol on a bud, no pressure.' }),
  bench('optical-listed', 'optical', 0.3, 'Optical drive listed in set-up?', ['Listed, or none fitted', 'Not listed'], [0.99, 0.01], { 'optical-lead': [0.03, 0.97], 'optical-dead': [0.4, 0.6] }, { chassis: ['desktop', 'laptop', 'aio'], bench: ON, needs: ['picture'], how: 'Drive page of set-up.' }),
  bench('optical-plug', 'optical', 0.5, 'The optical drive’s leads on?', ['On', 'Off =optical-lead'], [1, 0], { 'optical-lead': [0.03, 0.97] }, { chassis: ['desktop', 'laptop', 'aio'], bench: OPEN_OFF, how: 'Data and power.' }),
];

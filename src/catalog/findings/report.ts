import type { Finding } from '@/core/catalogue';
import { writer } from './write';

const report = writer('report');

/** Findings the machine's own report fills in; they can be typed as well. */
export const reportFindings: Finding[] = [
  report(
    'drive-health',
    'storage',
    2,
    'Drive health by its own log?',
    ['Good', 'Watch it', 'Failing =drive-failing'],
    [0.95, 0.05, 0],
    { 'drive-failing': [0.03, 0.42, 0.55], 'drive-cable': [0.7, 0.3, 0], 'drive-worn': [0.05, 0.95, 0] },
    {
      needs: ['system'],
      instrument: 'report',
      how: 'The report reads the drive’s own log; trust its count of lost sectors most.',
    },
  ),
  report(
    'battery-health',
    'battery',
    1,
    'Battery: full charge against design?',
    ['80 % or more', '60 to 79 %', 'Under 60 % =battery-worn'],
    [0.88, 0.12, 0],
    {
      'battery-worn': [0.03, 0.32, 0.65],
      'battery-erratic': [0.3, 0.45, 0.25],
      'battery-gauge': [0.4, 0.6, 0],
    },
    { chassis: ['laptop'], needs: ['system'], instrument: 'report', how: 'Read it after a full charge.' },
  ),
  report(
    'idle-rise',
    'heat',
    1,
    'Idle temperature above the room?',
    ['Under 25 K', '25 to 40 K', 'Over 40 K'],
    [0.86, 0.12, 0.02],
    {
      'heatsink-blocked': [0.12, 0.43, 0.45],
      'paste-dry': [0.2, 0.5, 0.3],
      'fan-dead': [0.05, 0.35, 0.6],
      'fan-header': [0.05, 0.35, 0.6],
      'fan-control': [0.1, 0.4, 0.5],
      'vents-blocked': [0.35, 0.45, 0.2],
      'sink-loose': [0.05, 0.25, 0.7],
      'heat-pipe': [0.1, 0.4, 0.5],
      'fan-lead': [0.05, 0.35, 0.6],
      'busy-program': [0.1, 0.5, 0.4],
      'case-fan': [0.6, 0.35, 0.05],
      'fan-worn': [0.7, 0.27, 0.03],
    },
    {
      needs: ['system'],
      instrument: 'report',
      how: 'A healthy desktop idles at 35 to 45 °C; 70 °C is blocked cooling.',
    },
  ),
  report(
    'drive-seen',
    'storage',
    0.5,
    'Does the running system list a drive?',
    ['Yes +drive', 'None'],
    [0.995, 0.005],
    {
      'drive-out': [0, 1],
      'drive-dead': [0.15, 0.85],
      'drive-cable': [0.05, 0.95],
      'port-off': [0.02, 0.98],
      'drive-power': [0.02, 0.98],
      'drive-seat': [0.08, 0.92],
      'drive-jumper': [0.1, 0.9],
      'drive-disagree': [0.2, 0.8],
    },
    { needs: ['system'], instrument: 'report', how: 'The report lists it.' },
  ),
];

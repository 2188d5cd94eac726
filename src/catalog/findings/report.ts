import type { Finding } from '@/core/catalogue';
import { writer } from './write';

const report = writer('report');

/** Findings the machine's own report fills in; they can be typed as well. */
export const reportFindings: Finding[] = [
  report('drive-health', 'storage', 2, 'Drive health by its own log?', ['Good', 'Watch it', 'Failing =drive-failing'], [0.95, 0.05, 0], { 'drive-failing': [0.03, 0.42, 0.55], 'drive-cable': [0.7, 0.3, 0] }, { needs: ['system'] }),
  report('battery-health', 'battery', 1, 'Battery: full charge against design?', ['80 % or more', '60 to 79 %', 'Under 60 % =battery-worn'], [0.88, 0.12, 0], { 'battery-worn': [0.03, 0.32, 0.65], 'battery-erratic': [0.3, 0.45, 0.25] }, { chassis: ['laptop'], needs: ['system'] }),
  report('idle-rise', 'heat', 1, 'Idle temperature above the room?', ['Under 25 K', '25 to 40 K', 'Over 40 K'], [0.86, 0.12, 0.02],
    { 'heatsink-blocked': [0.12, 0.43, 0.45], 'paste-dry': [0.2, 0.5, 0.3], 'fan-dead': [0.05, 0.35, 0.6], 'fan-header': [0.05, 0.35, 0.6], 'fan-control': [0.1, 0.4, 0.5] }, { needs: ['system'], how: 'A healthy desktop idles at 35 to 45 °C; 70 °C is blocked cooling.' }),
  report('drive-seen', 'storage', 0.5, 'Does the running system list a drive?', ['Yes +drive', 'None'], [0.995, 0.005], { 'drive-out': [0, 1], 'drive-dead': [0.15, 0.85], 'drive-cable': [0.05, 0.95], 'port-off': [0.02, 0.98] }, { needs: ['system'] }),
];

import type { Finding, Group } from '@/core/catalogue';
import { writer } from './write';

const claim = writer('claim');

/** What a seller says moves belief a little: said of a fault 4 times in 10, and of anything else rather often too. */
function says(id: string, group: Group, label: string, elsewhere: number, causes: Record<string, number>): Finding {
  const by = Object.fromEntries(Object.entries(causes).map(([cause, said]) => [cause, [1 - said, said]]));
  return claim(id, group, 0, `Seller says: ${label}`, ['Not said', 'Said'], [1 - elsewhere, elsewhere], by);
}

export const claimFindings: Finding[] = [
  says('says-dead', 'power', 'dead, does not turn on', 0.06, { 'supply-dead': 0.4, 'lead-off': 0.35, 'charger-cord': 0.35, 'jack-loose': 0.35, 'charge-latch': 0.4, 'button-bad': 0.4, 'board-dead': 0.4, 'metal-short': 0.35, 'charger-low': 0.2, liquid: 0.3, 'memory-out': 0.2 }),
  says('says-no-picture', 'display', 'no picture', 0.05, { 'panel-bad': 0.25, 'screen-cable-off': 0.35, 'screen-cable-bad': 0.3, backlight: 0.35, 'lid-sensor': 0.35, 'wrong-port': 0.35, 'card-bad': 0.3, 'card-seat': 0.35, 'graphics-board': 0.3, 'memory-contact': 0.35, 'module-bad': 0.3, 'memory-out': 0.3, 'slot-bad': 0.25, 'cpu-seat': 0.3, 'board-dead': 0.2 }),
  says('says-memory', 'memory', 'bad memory', 0.02, { 'memory-contact': 0.1, 'module-bad': 0.15, 'slot-bad': 0.12, 'memory-out': 0.06 }),
  says('says-hot', 'heat', 'hot, noisy or shuts down', 0.04, { 'heatsink-blocked': 0.2, 'paste-dry': 0.18, 'fan-dead': 0.3, 'fan-control': 0.25, 'fan-header': 0.25, 'sensor-off': 0.3, 'grille-loose': 0.3, 'supply-weak': 0.2 }),
  says('says-drive', 'storage', 'no drive or will not start', 0.06, { 'drive-out': 0.4, 'drive-dead': 0.4, 'drive-failing': 0.15, 'drive-cable': 0.3, 'port-off': 0.3, 'boot-order': 0.3, 'system-none': 0.3, 'system-broken': 0.3, 'clone-driver': 0.3, 'firmware-hang': 0.3 }),
  says('says-battery', 'battery', 'battery holds no charge', 0.1, { 'battery-worn': 0.25, 'battery-erratic': 0.3, 'battery-out': 0.3, 'charge-circuit': 0.35, 'charger-low': 0.25, 'charger-cord': 0.3 }),
  says('says-screen', 'display', 'cracked or faulty screen', 0.02, { 'panel-bad': 0.4, 'screen-cable-bad': 0.2, backlight: 0.2, 'graphics-board': 0.1 }),
  says('says-keys', 'input', 'keys stick or do not work', 0.02, { 'keys-dirty': 0.3, 'keyboard-bad': 0.4, liquid: 0.2 }),
];

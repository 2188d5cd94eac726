import type { Finding, Group } from '@/core/catalogue';
import { writer } from './write';

const claim = writer('claim');

/** What a seller says moves belief a little: said of a fault 4 times in 10, and of anything else rather often too. */
function says(id: string, group: Group, label: string, elsewhere: number, causes: Record<string, number>): Finding {
  const by = Object.fromEntries(Object.entries(causes).map(([cause, said]) => [cause, [1 - said, said]]));
  return claim(id, group, 0, `Seller says: ${label}`, ['Not said', 'Said'], [1 - elsewhere, elsewhere], by);
}

export const claimFindings: Finding[] = [
  says('says-dead', 'power', 'dead, does not turn on', 0.06, { 'supply-dead': 0.4, 'lead-off': 0.35, 'charger-cord': 0.35, 'jack-loose': 0.35, 'charge-latch': 0.4, 'button-bad': 0.4, 'board-dead': 0.4, 'metal-short': 0.35, 'charger-low': 0.2, liquid: 0.3, 'memory-out': 0.2, 'mains-lead': 0.4, 'supply-switch': 0.4, 'button-lead': 0.4, 'input-stage': 0.4, 'battery-drags': 0.35, 'port-shorted': 0.35, 'reset-stuck': 0.3, 'firmware-corrupt': 0.3, 'setup-corrupt': 0.25, 'cpu-dead': 0.25 }),
  says('says-no-picture', 'display', 'no picture', 0.05, { 'panel-bad': 0.25, 'screen-cable-off': 0.35, 'screen-cable-bad': 0.3, backlight: 0.35, 'lid-sensor': 0.35, 'wrong-port': 0.35, 'card-bad': 0.3, 'card-seat': 0.35, 'graphics-board': 0.3, 'memory-contact': 0.35, 'module-bad': 0.3, 'memory-out': 0.3, 'slot-bad': 0.25, 'cpu-seat': 0.3, 'board-dead': 0.2, 'video-lead': 0.35, 'monitor-input': 0.35, 'card-power': 0.35, 'output-other': 0.35, 'brightness-down': 0.35, 'screen-board': 0.35, 'firmware-corrupt': 0.3, 'setup-corrupt': 0.3, 'memory-type': 0.3, 'cpu-dead': 0.3, 'cpu-fouled': 0.3, 'cpu-unknown': 0.3, 'video-socket': 0.3 }),
  says('says-memory', 'memory', 'bad memory', 0.02, { 'memory-contact': 0.1, 'module-bad': 0.15, 'slot-bad': 0.12, 'memory-out': 0.06 }),
  says('says-hot', 'heat', 'hot, noisy or shuts down', 0.04, { 'heatsink-blocked': 0.2, 'paste-dry': 0.18, 'fan-dead': 0.3, 'fan-control': 0.25, 'fan-header': 0.25, 'sensor-off': 0.3, 'grille-loose': 0.3, 'supply-weak': 0.2, 'sink-loose': 0.25, 'fan-worn': 0.25, 'fan-lead': 0.25, 'vents-blocked': 0.25, 'heat-pipe': 0.25, 'busy-program': 0.2 }),
  says('says-drive', 'storage', 'no drive or will not start', 0.06, { 'drive-out': 0.4, 'drive-dead': 0.4, 'drive-failing': 0.15, 'drive-cable': 0.3, 'port-off': 0.3, 'boot-order': 0.3, 'system-none': 0.3, 'system-broken': 0.3, 'clone-driver': 0.3, 'firmware-hang': 0.3, 'drive-power': 0.35, 'drive-seat': 0.35, 'drive-jumper': 0.35, 'start-mode': 0.3, 'start-entry': 0.3, 'media-left': 0.3, 'drive-mode': 0.3, 'drive-locked': 0.3, 'drive-disagree': 0.3 }),
  says('says-battery', 'battery', 'battery holds no charge', 0.1, { 'battery-worn': 0.25, 'battery-erratic': 0.3, 'battery-out': 0.3, 'charge-circuit': 0.35, 'charger-low': 0.25, 'charger-cord': 0.3, 'battery-gauge': 0.3, 'battery-contact': 0.3, 'battery-asleep': 0.35, 'charge-limit': 0.2, 'charger-id': 0.3 }),
  says('says-screen', 'display', 'cracked or faulty screen', 0.02, { 'panel-bad': 0.4, 'screen-cable-bad': 0.2, backlight: 0.2, 'graphics-board': 0.1 }),
  says('says-keys', 'input', 'keys stick or do not work', 0.02, { 'keys-dirty': 0.3, 'keyboard-bad': 0.4, liquid: 0.2, 'key-cap': 0.35, 'keyboard-lead': 0.35, 'layout-wrong': 0.15 }),
  says('says-crashes', 'boot', 'hangs or restarts', 0.03, { 'driver-bad': 0.35, 'mixed-modules': 0.3, 'module-bad': 0.3, 'memory-contact': 0.15, 'board-caps': 0.35, 'board-joint': 0.35, 'sink-loose': 0.3, 'supply-weak': 0.3, 'system-broken': 0.3, 'firmware-hang': 0.3 }),
  says('says-slow', 'boot', 'very slow', 0.05, { 'system-clutter': 0.35, 'drive-failing': 0.25, 'drive-full': 0.3, 'slow-port': 0.3, 'busy-program': 0.3, 'heatsink-blocked': 0.1, 'drive-worn': 0.2 }),
  says('says-sound', 'sound', 'no sound', 0.01, { 'sound-muted': 0.3, 'sound-driver': 0.35, 'sound-chip': 0.4, 'speaker-bad': 0.3, 'speaker-lead': 0.35, 'headphone-stuck': 0.35 }),
  says('says-network', 'network', 'no network or wireless', 0.015, { 'wireless-none': 0.35, 'wireless-off': 0.3, 'wireless-driver': 0.3, 'aerial-off': 0.25, 'net-socket': 0.3, 'net-off': 0.3, 'net-driver': 0.3 }),
  says('says-locked', 'boot', 'password unknown, locked', 0.01, { 'setup-locked': 0.4, 'drive-locked': 0.4 }),
  says('says-clock', 'clock', 'forgets the time', 0.01, { 'coin-cell': 0.25, 'cell-holder': 0.3, 'clear-jumper': 0.3 }),
];

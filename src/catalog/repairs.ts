import type { BenchNeed, Chassis, PartClass, Repair } from '@/core/catalogue';

const PRACTICE = 'step: common practice; minutes, prices and success: shop estimate';
const OFF: BenchNeed = { caseOpen: true, plugged: false };
const OFF_NO_BATTERY: BenchNeed = { caseOpen: true, plugged: false, batteryOut: true };

interface Rest {
  how?: string;
  chassis?: Chassis[];
  part?: [PartClass, number];
  bench?: BenchNeed;
  cautions?: string[];
}

function repair(id: string, name: string, minutes: number, cures: Record<string, number>, rest: Rest = {}): Repair {
  const { part, ...more } = rest;
  return { id, name, minutes, cures, ...more, ...(part && { part: { class: part[0], costMinor: part[1] } }), source: PRACTICE };
}

/** Minutes include trying the machine afterwards. */
export const repairs: Repair[] = [
  repair('refit-leads', 'Refit the loose lead', 3, { 'lead-off': 0.97 }, { bench: OFF }),
  repair('swap-supply', 'Fit a known-good power supply', 14, { 'supply-dead': 0.97, 'supply-weak': 0.97, 'supply-fan': 0.97, 'supply-switch': 0.9 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['supply', 1200], cautions: ['supply-closed'] }),
  repair('swap-supply-aio', 'Fit a whole supply unit', 25, { 'supply-dead': 0.95, 'supply-weak': 0.95 }, { chassis: ['aio'], bench: OFF, part: ['supply', 2200], cautions: ['supply-closed', 'lifting'] }),
  repair('right-charger', 'Give it a charger of the right rating', 2, { 'charger-low': 0.97, 'charger-cord': 0.97, 'charger-id': 0.96 }, { chassis: ['laptop', 'small'], part: ['charger', 900], cautions: ['no-splice'] }),
  repair('swap-socket', 'Replace the power socket', 35, { 'jack-loose': 0.9 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['socket', 500] }),
  repair('drain-charge', 'Residual-charge reset', 2, { 'charge-latch': 0.95 }, { bench: { plugged: false }, how: 'Charger and battery off, hold the button 30 to 40 s, refit, try again.' }),
  repair('swap-button', 'Replace the power button or its lead', 20, { 'button-bad': 0.9 }, { bench: OFF, part: ['cable', 300] }),
  repair('swap-board', 'Replace the main board', 55, { 'board-dead': 0.93, 'graphics-board': 0.93, 'slot-bad': 0.95, 'charge-circuit': 0.93, liquid: 0.7, 'fan-header': 0.95, 'input-stage': 0.93, 'board-caps': 0.93, 'board-joint': 0.93, 'firmware-corrupt': 0.93, 'setup-locked': 0.9, 'sound-chip': 0.95, 'net-socket': 0.95, 'video-socket': 0.95 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, part: ['board', 4200], cautions: ['static'] }),
  repair('clear-metal', 'Board out, remove the stray metal', 10, { 'metal-short': 0.85 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, cautions: ['static'] }),
  repair('wash-board', 'Board out, clean and dry it', 25, { liquid: 0.45 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, part: ['consumable', 80], cautions: ['solvent'] }),
  repair('reseat-processor', 'Reseat the processor, straighten pins', 18, { 'cpu-seat': 0.7, 'cpu-fouled': 0.5 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['consumable', 60], cautions: ['static'] }),

  repair('reseat-memory', 'Reseat the memory, wipe its contacts', 4, { 'memory-contact': 0.92, 'memory-unseated': 0.95 }, { bench: OFF, cautions: ['static', 'solvent'] }),
  repair('swap-module', 'Replace the bad module', 5, { 'module-bad': 0.96, 'memory-type': 0.9, 'mixed-modules': 0.7 }, { bench: OFF, part: ['memory', 700], cautions: ['static'] }),
  repair('fit-memory', 'Fit memory', 4, { 'memory-out': 0.99, 'memory-type': 0.97 }, { bench: OFF, part: ['memory', 900], cautions: ['static'] }),
  repair('other-slot', 'Use the other slot and say so', 4, { 'slot-bad': 0.9 }, { bench: OFF }),
  repair('smaller-modules', 'Fit modules the board takes', 5, { 'memory-limit': 0.95, 'slot-small': 0.9 }, { bench: OFF, part: ['memory', 700] }),

  repair('right-port', 'Put the monitor on the right port', 1, { 'wrong-port': 0.99 }, { chassis: ['desktop', 'small'] }),
  repair('reseat-card', 'Reseat the graphics card', 3, { 'card-seat': 0.93 }, { chassis: ['desktop'], bench: OFF, cautions: ['static'] }),
  repair('card-out', 'Take the card out, use the board’s port', 3, { 'card-bad': 0.9, 'card-seat': 0.9 }, { chassis: ['desktop'], bench: OFF, cautions: ['static'] }),
  repair('swap-panel', 'Replace the panel', 30, { 'panel-bad': 0.96, backlight: 0.93, 'panel-marks': 0.97, 'pixel-fault': 0.97 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['panel', 3200], cautions: ['broken-glass'] }),
  repair('reseat-screen-cable', 'Reseat the screen cable', 5, { 'screen-cable-off': 0.95 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY }),
  repair('swap-screen-cable', 'Replace the screen cable', 25, { 'screen-cable-bad': 0.95, 'screen-cable-off': 0.97 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['screen cable', 700] }),
  repair('free-lid-sensor', 'Free or replace the lid sensor', 12, { 'lid-sensor': 0.9 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['cable', 200] }),

  repair('clean-heatsink', 'Clean heatsink and fan', 9, { 'heatsink-blocked': 0.93, 'vents-blocked': 0.95 }, { bench: OFF, cautions: ['dust'], how: 'Hold the fan still. Take the fan off the fins: dust sits between.' }),
  repair('repaste', 'New paste', 12, { 'paste-dry': 0.95 }, { bench: OFF, part: ['consumable', 90], cautions: ['solvent'], how: 'Both faces clean and dry; tighten crosswise in steps.' }),
  repair('cooling-service', 'Clean the cooler and paste anew', 17, { 'heatsink-blocked': 0.97, 'paste-dry': 0.96, 'vents-blocked': 0.97, 'sink-loose': 0.95 }, { bench: OFF, part: ['consumable', 90], cautions: ['dust', 'solvent'] }),
  repair('swap-fan', 'Replace the fan', 12, { 'fan-dead': 0.96, 'fan-worn': 0.97, 'fan-lead': 0.9 }, { bench: OFF, part: ['fan', 600] }),
  repair('other-header', 'Run the fan from another connector', 8, { 'fan-header': 0.75 }, { bench: OFF }),
  repair('fan-firmware', 'Update firmware, reset fan control', 9, { 'fan-control': 0.75 }, { bench: { plugged: true } }),
  repair('refit-sensor', 'Refit the temperature sensor', 6, { 'sensor-off': 0.93 }, { bench: OFF }),
  repair('refit-grille', 'Refit the grille, tie the lead back', 4, { 'grille-loose': 0.95 }, { bench: OFF }),

  repair('fit-drive', 'Fit a drive and install a system', 11, { 'drive-out': 0.98, 'drive-dead': 0.97, 'drive-failing': 0.97, 'system-none': 0.97, 'system-broken': 0.95, 'clone-driver': 0.95, 'boot-order': 0.5, 'drive-worn': 0.97, 'drive-locked': 0.97, 'drive-disagree': 0.9, 'start-entry': 0.95, 'drive-full': 0.97, 'driver-bad': 0.85, 'system-clutter': 0.97, 'system-32': 0.97 }, { bench: OFF, part: ['drive', 1500] }),
  repair('swap-drive-cable', 'Replace the drive cable', 4, { 'drive-cable': 0.95 }, { bench: OFF, part: ['cable', 150] }),
  repair('port-on', 'Switch the port on in set-up', 2, { 'port-off': 0.97 }, { bench: { plugged: true } }),
  repair('order-right', 'Put the drive first in the start order', 1.5, { 'boot-order': 0.98 }, { bench: { plugged: true } }),
  repair('install-system', 'Install a system', 7, { 'system-none': 0.97, 'system-broken': 0.93, 'clone-driver': 0.95, 'start-entry': 0.95, 'driver-bad': 0.85, 'system-clutter': 0.97, 'system-32': 0.95, 'drive-full': 0.95, 'busy-program': 0.95, 'graphics-driver': 0.7, 'wireless-driver': 0.7, 'net-driver': 0.7, 'sound-driver': 0.7, 'sound-muted': 0.9, 'layout-wrong': 0.9 }, { bench: { plugged: true }, how: 'Attended minutes only; the install runs by itself.' }),
  repair('start-safe', 'Start once in safe mode, then restart', 5, { 'clone-driver': 0.85 }, { bench: { plugged: true } }),
  repair('update-firmware', 'Update the firmware', 9, { 'firmware-hang': 0.8, 'setup-corrupt': 0.5 }, { bench: { plugged: true } }),
  repair('coin-cell', 'New coin cell, set the clock', 3, { 'coin-cell': 0.98, 'clock-unset': 0.9 }, { bench: OFF, part: ['coin cell', 60] }),

  repair('swap-battery', 'Replace the battery', 5, { 'battery-worn': 0.97, 'battery-erratic': 0.96, 'battery-out': 0.97, 'battery-drags': 0.97, 'battery-foreign': 0.97, 'battery-asleep': 0.97, 'battery-gauge': 0.95, 'battery-contact': 0.8, 'battery-swollen': 0.9 }, { chassis: ['laptop'], bench: { plugged: false }, part: ['battery', 2800], cautions: ['cells'] }),
  repair('clean-keys', 'Clean under the keys', 14, { 'keys-dirty': 0.85 }, { chassis: ['laptop'], bench: { plugged: false }, cautions: ['solvent'], how: 'Invert, brush, then key by key with a swab; gentle circles, keys rip off.' }),
  repair('swap-keyboard', 'Replace the keyboard', 22, { 'keyboard-bad': 0.95, 'keys-dirty': 0.98, 'key-cap': 0.98, 'keyboard-lead': 0.95 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['keyboard', 1300] }),
  repair('swap-touchpad', 'Replace the touchpad or its cable', 22, { 'touchpad-bad': 0.9, 'touchpad-lead': 0.95 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['cable', 700] }),
  repair('swap-port', 'Repair the damaged port', 30, { 'port-damaged': 0.8 }, { bench: OFF_NO_BATTERY, part: ['socket', 300] }),
  repair('free-tray', 'Free the tray, new belt', 8, { 'optical-stuck': 0.85 }, { chassis: ['desktop', 'laptop', 'aio'], bench: { plugged: false }, part: ['consumable', 60], how: 'Pin, clean the rails, a little silicone grease.' }),
  repair('clean-lens', 'Clean the lens', 2, { 'optical-lens': 0.85 }, { chassis: ['desktop', 'laptop', 'aio'], bench: { plugged: false }, cautions: ['solvent'] }),
  repair('plug-optical', 'Plug the optical drive’s leads in', 2, { 'optical-lead': 0.97 }, { chassis: ['desktop', 'laptop', 'aio'], bench: OFF }),
  repair('swap-optical', 'Replace the optical drive', 6, { 'optical-dead': 0.97, 'optical-stuck': 0.97, 'optical-lens': 0.97, 'optical-lead': 0.9 }, { chassis: ['desktop', 'laptop', 'aio'], bench: OFF, part: ['optical', 300] }),
  repair('take-disc', 'Take the disc out and log it', 1, { 'disc-left': 0.99 }, { chassis: ['desktop', 'laptop', 'aio'], how: 'Return or destroy it, and write down which.' }),
  repair('fit-wireless', 'Fit a wireless card', 7, { 'wireless-none': 0.93 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['wireless', 400] }),

  repair('swap-mains-lead', 'Give it a whole mains lead', 1, { 'mains-lead': 0.98 }, { part: ['cable', 150], cautions: ['mains'] }),
  repair('set-supply-switch', 'Set the supply’s switch and selector right', 1, { 'supply-switch': 0.95 }, { chassis: ['desktop'], bench: { plugged: false } }),
  repair('refit-button-lead', 'Put the button’s lead on its pins', 2, { 'button-lead': 0.97 }, { chassis: ['desktop', 'small', 'aio'], bench: OFF }),
  repair('free-reset', 'Free the reset button or leave its lead off', 2, { 'reset-stuck': 0.97 }, { chassis: ['desktop'], bench: OFF }),
  repair('clear-short', 'Straighten the port’s contacts or take the port out of use', 12, { 'port-shorted': 0.8 }, { bench: OFF, cautions: ['static'] }),
  repair('recap-board', 'Replace the board’s capacitors', 40, { 'board-caps': 0.75 }, { chassis: ['desktop', 'small', 'aio'], bench: { ...OFF_NO_BATTERY, boardOut: true }, part: ['consumable', 300], cautions: ['static', 'solder'] }),
  repair('clean-contacts', 'Wash paste off processor and socket', 15, { 'cpu-fouled': 0.85 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['consumable', 60], cautions: ['static', 'solvent'] }),
  repair('swap-processor', 'Fit another processor', 14, { 'cpu-dead': 0.95, 'cpu-unknown': 0.95 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['processor', 900], cautions: ['static', 'solvent'] }),
  repair('firmware-for-cpu', 'Update the firmware with a processor it knows', 18, { 'cpu-unknown': 0.85 }, { chassis: ['desktop', 'small'], bench: OFF, cautions: ['static'] }),
  repair('recover-firmware', 'Recover the firmware from a stick', 9, { 'firmware-corrupt': 0.65 }, { bench: { plugged: true }, how: 'Never cut the power while it writes.' }),
  repair('clear-setup', 'Clear the set-up values', 3, { 'setup-corrupt': 0.92 }, { bench: OFF, how: 'Write down the drive mode first.' }),
  repair('unlock-setup', 'Lift the set-up lock with the owner’s proof', 14, { 'setup-locked': 0.6 }, { bench: OFF, how: 'Only with leave in writing; else it goes back.' }),

  repair('clean-battery-contacts', 'Clean the battery’s contacts and refit it', 2.5, { 'battery-contact': 0.9 }, { chassis: ['laptop'], bench: { plugged: false }, cautions: ['cells', 'solvent'] }),
  repair('cycle-battery', 'Run the gauge in: full, empty, full', 4, { 'battery-gauge': 0.88 }, { chassis: ['laptop'], bench: { plugged: true }, cautions: ['cells'] }),
  repair('wake-battery', 'Wake the battery on its charger', 2, { 'battery-asleep': 0.75 }, { chassis: ['laptop'], bench: { plugged: true }, cautions: ['cells'] }),
  repair('lift-limit', 'Lift the charge limit', 1.5, { 'charge-limit': 0.97 }, { chassis: ['laptop'], bench: { plugged: true } }),

  repair('matched-modules', 'Fit a matched pair', 5, { 'mixed-modules': 0.93 }, { bench: OFF, part: ['memory', 700], cautions: ['static'] }),
  repair('move-modules', 'Put each module in a slot that takes it', 4, { 'slot-small': 0.92 }, { chassis: ['desktop', 'small', 'laptop'], bench: OFF, cautions: ['static'] }),
  repair('set-share', 'Set graphics’ share small', 1.5, { 'graphics-share': 0.97 }, { bench: { plugged: true } }),

  repair('take-media', 'Take the stick, card or disc out and log it', 1, { 'media-left': 0.98 }),
  repair('set-start-mode', 'Set the start mode to match', 2, { 'start-mode': 0.93 }, { bench: { plugged: true } }),
  repair('rebuild-entry', 'Rebuild the start entry', 4, { 'start-entry': 0.9 }, { bench: { plugged: true } }),
  repair('set-drive-mode', 'Set the drive controller’s mode back', 2, { 'drive-mode': 0.95 }, { bench: { plugged: true } }),
  repair('renew-driver', 'Renew or roll back the driver', 6, { 'driver-bad': 0.82 }, { bench: { plugged: true } }),
  repair('clear-start-list', 'Clear what starts with the system', 8, { 'system-clutter': 0.85, 'busy-program': 0.6 }, { bench: { plugged: true } }),
  repair('end-program', 'Take the busy program off', 4, { 'busy-program': 0.88 }, { bench: { plugged: true } }),
  repair('clear-drive', 'Make room on the drive', 6, { 'drive-full': 0.9 }, { bench: { plugged: true } }),
  repair('install-64', 'Install a 64-bit system', 8, { 'system-32': 0.97 }, { bench: { plugged: true } }),
  repair('fix-cell-holder', 'Bend the holder’s contact or plug the cell in', 3, { 'cell-holder': 0.88 }, { bench: OFF }),
  repair('move-jumper', 'Put the clear jumper back', 1.5, { 'clear-jumper': 0.98 }, { chassis: ['desktop', 'small'], bench: OFF }),
  repair('set-clock', 'Set the clock', 1, { 'clock-unset': 0.98 }, { bench: { plugged: true } }),

  repair('swap-video-lead', 'Give it a good monitor lead', 1, { 'video-lead': 0.97 }, { chassis: ['desktop', 'small'], part: ['cable', 150] }),
  repair('set-monitor', 'Switch the monitor to this plug', 0.5, { 'monitor-input': 0.99 }, { chassis: ['desktop', 'small'] }),
  repair('other-socket', 'Use the other video socket and say so', 1.5, { 'video-socket': 0.9 }, { chassis: ['desktop', 'small'] }),
  repair('plug-card', 'Plug the card’s power lead in', 2, { 'card-power': 0.97 }, { chassis: ['desktop'], bench: OFF }),
  repair('swap-card', 'Fit another graphics card', 5, { 'card-bad': 0.97 }, { chassis: ['desktop'], bench: OFF, part: ['card', 1200], cautions: ['static'] }),
  repair('graphics-driver', 'Install the graphics driver', 4, { 'graphics-driver': 0.95 }, { bench: { plugged: true } }),
  repair('switch-output', 'Switch the picture back to its own screen', 0.5, { 'output-other': 0.97 }, { chassis: ['laptop', 'aio'], bench: { plugged: true } }),
  repair('brightness-up', 'Turn the brightness up', 0.3, { 'brightness-down': 0.98 }, { chassis: ['laptop', 'aio'], bench: { plugged: true } }),
  repair('swap-screen-board', 'Replace the screen’s own board', 18, { 'screen-board': 0.93 }, { chassis: ['aio'], bench: OFF, part: ['board', 1200], cautions: ['supply-closed'] }),
  repair('tighten-hinge', 'Tighten the hinge, mend its post', 12, { 'hinge-worn': 0.7 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['consumable', 80] }),
  repair('swap-hinge', 'Replace the hinge', 30, { 'hinge-worn': 0.95 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['case', 700] }),

  repair('clear-vents', 'Clear the outside grilles, mend the feet', 2.5, { 'vents-blocked': 0.95 }, { bench: { plugged: false }, cautions: ['dust'] }),
  repair('tighten-sink', 'New paste, heatsink tightened crosswise', 11, { 'sink-loose': 0.95, 'paste-dry': 0.95 }, { bench: OFF, part: ['consumable', 90], cautions: ['solvent'] }),
  repair('fit-pads', 'Fit the missing pads', 12, { 'pad-missing': 0.95 }, { chassis: ['laptop', 'aio'], bench: OFF, part: ['consumable', 150] }),
  repair('swap-heatsink', 'Replace the heatsink', 16, { 'heat-pipe': 0.95, 'heatsink-blocked': 0.95 }, { chassis: ['laptop', 'aio'], bench: OFF, part: ['heatsink', 700], cautions: ['solvent'] }),
  repair('oil-fan', 'Clean and oil the bearing', 6, { 'fan-worn': 0.55 }, { bench: OFF }),
  repair('plug-fan', 'Plug the fan’s lead in', 1.5, { 'fan-lead': 0.97 }, { bench: OFF }),
  repair('swap-case-fan', 'Replace the case fan', 5, { 'case-fan': 0.97 }, { chassis: ['desktop'], bench: OFF, part: ['fan', 300] }),

  repair('plug-drive-power', 'Plug the drive’s power lead in', 1.5, { 'drive-power': 0.97 }, { chassis: ['desktop', 'small', 'aio'], bench: OFF }),
  repair('push-drive', 'Push drive and adapter home', 1.5, { 'drive-seat': 0.95 }, { bench: OFF }),
  repair('set-jumper', 'Set the jumper or use the end plug', 2.5, { 'drive-jumper': 0.96 }, { chassis: ['desktop'], bench: OFF }),
  repair('empty-port-off', 'Switch the empty port off in set-up', 1.5, { 'port-warn': 0.97 }, { chassis: ['desktop', 'small'], bench: { plugged: true } }),
  repair('fast-port', 'Move the drive to the fast port, set its mode', 4, { 'slow-port': 0.88 }, { bench: OFF }),

  repair('seat-keyboard', 'Seat the keyboard’s lead', 3, { 'keyboard-lead': 0.93 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY }),
  repair('fit-key', 'Fit a key cap and clip', 4, { 'key-cap': 0.9 }, { chassis: ['laptop'], part: ['keyboard', 100] }),
  repair('set-layout', 'Set the keyboard layout', 1, { 'layout-wrong': 0.98 }, { chassis: ['laptop', 'aio'], bench: { plugged: true } }),
  repair('touchpad-on', 'Switch the touchpad on', 0.5, { 'touchpad-off': 0.98 }, { chassis: ['laptop'], bench: { plugged: true } }),
  repair('seat-touchpad', 'Seat the touchpad’s lead', 3, { 'touchpad-lead': 0.94 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY }),
  repair('swap-touch-layer', 'Replace the touch layer', 35, { 'touch-layer': 0.85 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['panel', 1600], cautions: ['broken-glass'] }),
  repair('swap-camera', 'Replace the camera', 14, { 'camera-dead': 0.9, 'mic-dead': 0.6 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['cable', 300] }),
  repair('open-camera', 'Open the shutter, switch the camera on', 0.5, { 'camera-closed': 0.98 }, { chassis: ['laptop', 'aio'] }),
  repair('clean-ports', 'Clean the ports', 4, { 'port-gummed': 0.92 }, { bench: { plugged: false }, cautions: ['solvent'], how: 'Brush, wooden pick, no metal.' }),
  repair('plug-front-ports', 'Plug the front ports’ lead in', 2, { 'front-ports': 0.96 }, { chassis: ['desktop', 'small'], bench: OFF }),
  repair('swap-reader', 'Replace the card reader', 10, { 'reader-dead': 0.9 }, { bench: OFF, part: ['cable', 250] }),

  repair('wireless-on', 'Switch wireless on', 0.5, { 'wireless-off': 0.98 }, { chassis: ['laptop', 'aio'] }),
  repair('wireless-driver', 'Install the wireless driver', 4, { 'wireless-driver': 0.95 }, { chassis: ['laptop', 'aio'], bench: { plugged: true } }),
  repair('plug-aerial', 'Snap the aerial lead on', 2, { 'aerial-off': 0.96 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY }),
  repair('net-adapter', 'Give it a network adapter and say so', 3, { 'net-socket': 0.95, 'wireless-none': 0.9 }, { part: ['wireless', 300] }),
  repair('net-on', 'Switch the network port on in set-up', 1, { 'net-off': 0.98 }, { bench: { plugged: true } }),
  repair('net-driver', 'Install the network driver', 4, { 'net-driver': 0.95 }, { bench: { plugged: true } }),

  repair('unmute', 'Take the mute off, choose the output', 0.5, { 'sound-muted': 0.98 }, { bench: { plugged: true } }),
  repair('sound-driver', 'Install the sound driver', 3.5, { 'sound-driver': 0.95 }, { bench: { plugged: true } }),
  repair('sound-adapter', 'Give it a sound adapter and say so', 2, { 'sound-chip': 0.95 }, { part: ['cable', 300] }),
  repair('swap-speaker', 'Replace the speaker', 14, { 'speaker-bad': 0.94, 'speaker-lead': 0.95 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['cable', 300] }),
  repair('plug-speakers', 'Plug the speakers’ lead in', 2, { 'speaker-lead': 0.97 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY }),
  repair('free-jack', 'Clean the headphone socket', 4, { 'headphone-stuck': 0.75 }, { chassis: ['laptop', 'aio'], bench: { plugged: false }, part: ['consumable', 40], cautions: ['solvent'] }),
  repair('plug-front-sound', 'Plug the front sound lead in', 2, { 'front-sound': 0.96 }, { chassis: ['desktop', 'small'], bench: OFF }),
  repair('swap-mic', 'Replace the microphone', 12, { 'mic-dead': 0.9 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['cable', 200] }),
];

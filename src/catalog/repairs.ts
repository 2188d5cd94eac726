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
  repair('swap-supply', 'Fit a known-good power supply', 14, { 'supply-dead': 0.97, 'supply-weak': 0.97 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['supply', 1200], cautions: ['supply-closed'] }),
  repair('swap-supply-aio', 'Fit a whole supply unit', 25, { 'supply-dead': 0.95, 'supply-weak': 0.95 }, { chassis: ['aio'], bench: OFF, part: ['supply', 2200], cautions: ['supply-closed', 'lifting'] }),
  repair('right-charger', 'Give it a charger of the right rating', 2, { 'charger-low': 0.97, 'charger-cord': 0.97 }, { chassis: ['laptop', 'small'], part: ['charger', 900], cautions: ['no-splice'] }),
  repair('swap-socket', 'Replace the power socket', 35, { 'jack-loose': 0.9 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['socket', 500] }),
  repair('drain-charge', 'Residual-charge reset', 2, { 'charge-latch': 0.95 }, { bench: { plugged: false }, how: 'Charger and battery off, hold the button 30 to 40 s, refit, try again.' }),
  repair('swap-button', 'Replace the power button or its lead', 20, { 'button-bad': 0.9 }, { bench: OFF, part: ['cable', 300] }),
  repair('swap-board', 'Replace the main board', 55, { 'board-dead': 0.93, 'graphics-board': 0.93, 'slot-bad': 0.95, 'charge-circuit': 0.93, liquid: 0.7, 'fan-header': 0.95 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, part: ['board', 4200], cautions: ['static'] }),
  repair('clear-metal', 'Board out, remove the stray metal', 10, { 'metal-short': 0.85 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, cautions: ['static'] }),
  repair('wash-board', 'Board out, clean and dry it', 25, { liquid: 0.45 }, { bench: { ...OFF_NO_BATTERY, boardOut: true }, part: ['consumable', 80], cautions: ['solvent'] }),
  repair('reseat-processor', 'Reseat the processor, straighten pins', 18, { 'cpu-seat': 0.7 }, { chassis: ['desktop', 'small'], bench: OFF, part: ['consumable', 60], cautions: ['static'] }),

  repair('reseat-memory', 'Reseat the memory, wipe its contacts', 4, { 'memory-contact': 0.92 }, { bench: OFF, cautions: ['static', 'solvent'] }),
  repair('swap-module', 'Replace the bad module', 5, { 'module-bad': 0.96 }, { bench: OFF, part: ['memory', 700], cautions: ['static'] }),
  repair('fit-memory', 'Fit memory', 4, { 'memory-out': 0.99 }, { bench: OFF, part: ['memory', 900], cautions: ['static'] }),
  repair('other-slot', 'Use the other slot and say so', 4, { 'slot-bad': 0.9 }, { bench: OFF }),
  repair('smaller-modules', 'Fit modules the board takes', 5, { 'memory-limit': 0.95 }, { bench: OFF, part: ['memory', 700] }),

  repair('right-port', 'Put the monitor on the right port', 1, { 'wrong-port': 0.99 }, { chassis: ['desktop', 'small'] }),
  repair('reseat-card', 'Reseat the graphics card', 3, { 'card-seat': 0.93 }, { chassis: ['desktop'], bench: OFF, cautions: ['static'] }),
  repair('card-out', 'Take the card out, use the board’s port', 3, { 'card-bad': 0.9, 'card-seat': 0.9 }, { chassis: ['desktop'], bench: OFF, cautions: ['static'] }),
  repair('swap-panel', 'Replace the panel', 30, { 'panel-bad': 0.96, backlight: 0.93 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['panel', 3200], cautions: ['broken-glass'] }),
  repair('reseat-screen-cable', 'Reseat the screen cable', 5, { 'screen-cable-off': 0.95 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY }),
  repair('swap-screen-cable', 'Replace the screen cable', 25, { 'screen-cable-bad': 0.95, 'screen-cable-off': 0.97 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['screen cable', 700] }),
  repair('free-lid-sensor', 'Free or replace the lid sensor', 12, { 'lid-sensor': 0.9 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['cable', 200] }),

  repair('clean-heatsink', 'Clean heatsink and fan', 9, { 'heatsink-blocked': 0.93 }, { bench: OFF, cautions: ['dust'], how: 'Hold the fan still. Take the fan off the fins: dust sits between.' }),
  repair('repaste', 'New paste', 12, { 'paste-dry': 0.95 }, { bench: OFF, part: ['consumable', 90], cautions: ['solvent'], how: 'Both faces clean and dry; tighten crosswise in steps.' }),
  repair('cooling-service', 'Clean the cooler and paste anew', 17, { 'heatsink-blocked': 0.97, 'paste-dry': 0.96 }, { bench: OFF, part: ['consumable', 90], cautions: ['dust', 'solvent'] }),
  repair('swap-fan', 'Replace the fan', 12, { 'fan-dead': 0.96 }, { bench: OFF, part: ['fan', 600] }),
  repair('other-header', 'Run the fan from another connector', 8, { 'fan-header': 0.75 }, { bench: OFF }),
  repair('fan-firmware', 'Update firmware, reset fan control', 9, { 'fan-control': 0.75 }, { bench: { plugged: true } }),
  repair('refit-sensor', 'Refit the temperature sensor', 6, { 'sensor-off': 0.93 }, { bench: OFF }),
  repair('refit-grille', 'Refit the grille, tie the lead back', 4, { 'grille-loose': 0.95 }, { bench: OFF }),

  repair('fit-drive', 'Fit a drive and install a system', 11, { 'drive-out': 0.98, 'drive-dead': 0.97, 'drive-failing': 0.97, 'system-none': 0.97, 'system-broken': 0.95, 'clone-driver': 0.95, 'boot-order': 0.5 }, { bench: OFF, part: ['drive', 1500] }),
  repair('swap-drive-cable', 'Replace the drive cable', 4, { 'drive-cable': 0.95 }, { bench: OFF, part: ['cable', 150] }),
  repair('port-on', 'Switch the port on in set-up', 2, { 'port-off': 0.97 }, { bench: { plugged: true } }),
  repair('order-right', 'Put the drive first in the start order', 1.5, { 'boot-order': 0.98 }, { bench: { plugged: true } }),
  repair('install-system', 'Install a system', 7, { 'system-none': 0.97, 'system-broken': 0.93, 'clone-driver': 0.95 }, { bench: { plugged: true }, how: 'Attended minutes only; the install runs by itself.' }),
  repair('start-safe', 'Start once in safe mode, then restart', 5, { 'clone-driver': 0.85 }, { bench: { plugged: true } }),
  repair('update-firmware', 'Update the firmware', 9, { 'firmware-hang': 0.8 }, { bench: { plugged: true } }),
  repair('coin-cell', 'New coin cell, set the clock', 3, { 'coin-cell': 0.98 }, { bench: OFF, part: ['coin cell', 60] }),

  repair('swap-battery', 'Replace the battery', 5, { 'battery-worn': 0.97, 'battery-erratic': 0.96, 'battery-out': 0.97 }, { chassis: ['laptop'], bench: { plugged: false }, part: ['battery', 2800], cautions: ['cells'] }),
  repair('clean-keys', 'Clean under the keys', 14, { 'keys-dirty': 0.85 }, { chassis: ['laptop'], bench: { plugged: false }, cautions: ['solvent'], how: 'Invert, brush, then key by key with a swab; gentle circles, keys rip off.' }),
  repair('swap-keyboard', 'Replace the keyboard', 22, { 'keyboard-bad': 0.95, 'keys-dirty': 0.98 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['keyboard', 1300] }),
  repair('swap-touchpad', 'Replace the touchpad or its cable', 22, { 'touchpad-bad': 0.9 }, { chassis: ['laptop'], bench: OFF_NO_BATTERY, part: ['cable', 700] }),
  repair('swap-port', 'Repair the damaged port', 30, { 'port-damaged': 0.8 }, { bench: OFF_NO_BATTERY, part: ['socket', 300] }),
  repair('service-optical', 'Free, clean or replace the optical drive', 8, { 'optical-stuck': 0.85 }, { chassis: ['desktop', 'laptop', 'aio'], bench: { plugged: false }, part: ['optical', 300] }),
  repair('fit-wireless', 'Fit a wireless card', 7, { 'wireless-none': 0.93 }, { chassis: ['laptop', 'aio'], bench: OFF_NO_BATTERY, part: ['wireless', 400] }),
];

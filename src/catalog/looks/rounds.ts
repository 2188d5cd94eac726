/**
 * The two rounds every machine goes through first, in the order they are walked: common practice. What needs
 * no power comes before what does; what could hurt somebody comes first of all.
 */
export const outsideLook = [
  'look-swelling',
  'look-liquid',
  'look-rattle',
  'look-battery',
  'look-screws',
  'look-glass',
  'look-dust',
  'look-bay',
  'look-ports',
  'look-keys',
  'look-socket',
  'look-charger',
  'look-cord',
  'look-lead',
  'look-smell',
];

export const firstPower = [
  'lamp',
  'button',
  'fan-sound',
  'drive-lamp',
  'lock-key',
  'start-sound',
  'status-lamps',
  'tap-off',
  'picture-monitor',
  'picture-own',
  'gets-to',
  'drive-sound',
  'setup-memory',
  'setup-drive',
  'setup-clock',
  'message',
  'charges',
];

import type { Chassis } from '@/core/catalogue';

/**
 * The fixed way of working that the program is measured against: what every machine is asked on coming in, and for each complaint the
 * usual list of looks and repairs in the usual order. Common practice, without a published source.
 */
export interface Asked {
  finding: string;
  chassis?: Chassis[];
  /** From this outcome on, this is the complaint. */
  complaints: Record<number, string>;
}

/** `look`: the repairs tried for an outcome, in order, until one helps. `repair`: tried as it stands in the list. */
export type ListStep = { look: string; on: Record<number, string[]> } | { repair: string };

const look = (id: string, on: Record<number, string[]> = {}): ListStep => ({ look: id, on });
const repair = (id: string): ListStep => ({ repair: id });
/** The look whose abnormal outcome is cured by these. */
const yes = (id: string, ...repairs: string[]): ListStep => look(id, { 1: repairs, 2: repairs, 3: repairs });

const PORTABLE: Chassis[] = ['laptop'];
const OWN_SCREEN: Chassis[] = ['laptop', 'aio'];

/** First power-on and the tests that belong to proving a machine, in order; the first one that is not well is the complaint. */
export const intake: Asked[] = [
  { finding: 'button', complaints: { 1: 'dead', 2: 'dead' } },
  { finding: 'picture-monitor', chassis: ['desktop', 'small'], complaints: { 1: 'wrong picture', 2: 'no picture' } },
  { finding: 'picture-own', chassis: OWN_SCREEN, complaints: { 1: 'wrong picture', 2: 'no picture', 3: 'no picture' } },
  { finding: 'setup-memory', complaints: { 1: 'less memory' } },
  { finding: 'setup-drive', complaints: { 1: 'drive not found' } },
  { finding: 'setup-clock', complaints: { 1: 'clock' } },
  { finding: 'gets-to', complaints: { 1: 'will not start', 2: 'hangs at start', 3: 'hangs at start' } },
  { finding: 'fan-sound', complaints: { 1: 'hot or noisy', 2: 'hot or noisy', 3: 'hot or noisy' } },
  { finding: 'load-run', complaints: { 1: 'hot or noisy', 2: 'hot or noisy' } },
  { finding: 'soak-hang', complaints: { 1: 'hangs in use' } },
  { finding: 'drive-health', complaints: { 2: 'drive failing' } },
  { finding: 'wear-level', complaints: { 1: 'drive failing' } },
  { finding: 'start-seconds', complaints: { 2: 'slow' } },
  { finding: 'charges', chassis: PORTABLE, complaints: { 1: 'battery', 2: 'battery' } },
  { finding: 'battery-health', chassis: PORTABLE, complaints: { 2: 'battery' } },
  { finding: 'key-test', chassis: PORTABLE, complaints: { 1: 'keys', 2: 'keys' } },
  { finding: 'touchpad-test', chassis: PORTABLE, complaints: { 1: 'touchpad', 2: 'touchpad' } },
  { finding: 'camera-test', chassis: OWN_SCREEN, complaints: { 1: 'camera', 2: 'camera' } },
  { finding: 'port-test', complaints: { 1: 'ports' } },
  { finding: 'wireless', chassis: OWN_SCREEN, complaints: { 1: 'wireless' } },
  { finding: 'net-works', complaints: { 1: 'wired network' } },
  { finding: 'sound-test', chassis: OWN_SCREEN, complaints: { 1: 'sound', 2: 'sound' } },
  { finding: 'sound-out', complaints: { 1: 'sound' } },
  { finding: 'mic-test', chassis: OWN_SCREEN, complaints: { 1: 'sound' } },
  { finding: 'tray', chassis: ['desktop', 'laptop', 'aio'], complaints: { 1: 'optical' } },
];

export const checklists: Record<string, ListStep[]> = {
  dead: [
    yes('look-charger', 'right-charger'), yes('mains-other', 'swap-mains-lead'), yes('supply-switch-look', 'set-supply-switch'), yes('other-charger', 'right-charger'), yes('unplug-all', 'clear-short', 'take-media'),
    repair('drain-charge'), yes('battery-away', 'swap-battery'), yes('socket-move', 'swap-socket'), look('leads-inside', { 1: ['refit-leads', 'refit-button-lead'] }), yes('front-lead', 'refit-button-lead'),
    yes('button-bridge', 'swap-button'), yes('memory-fitted', 'fit-memory'), repair('reseat-memory'), yes('supply-swap', 'swap-supply'), yes('board-metal', 'clear-metal'), yes('setup-clear', 'clear-setup'),
    yes('memory-swap', 'swap-module'), yes('reset-off', 'free-reset'), look('pins', { 1: ['clean-contacts'], 2: ['reseat-processor'] }), yes('port-pins', 'clear-short'), look('board-residue', { 2: ['wash-board'] }),
    look('capacitors', { 1: ['recap-board'], 2: ['recap-board'] }), yes('processor-swap', 'swap-processor'), repair('swap-button'), repair('swap-supply-aio'), repair('swap-board'),
  ],
  'no picture': [
    yes('port-used', 'right-port'), yes('monitor-menu', 'set-monitor'), yes('video-other', 'swap-video-lead'), yes('socket-other', 'other-socket'), yes('brightness-key', 'brightness-up'), yes('output-key', 'switch-output'),
    look('lock-key'), look('external'), yes('lid-magnet', 'free-lid-sensor'), look('torch'), yes('memory-fitted', 'fit-memory'), yes('module-home', 'reseat-memory'), repair('reseat-memory'), yes('card-plug', 'plug-card'),
    yes('without-card', 'reseat-card', 'card-out'), yes('cable-seat', 'reseat-screen-cable'), yes('cable-swap', 'swap-screen-cable'), yes('panel-swap', 'swap-panel'), yes('memory-swap', 'swap-module'), look('module-alone', { 1: ['swap-module'] }),
    yes('slot-walk', 'other-slot'), yes('setup-clear', 'clear-setup'), yes('screen-board-look', 'swap-screen-board'), yes('supply-swap', 'swap-supply'), look('pins', { 1: ['clean-contacts'], 2: ['reseat-processor'] }),
    yes('processor-swap', 'swap-processor'), yes('firmware-recover', 'recover-firmware'), look('capacitors', { 1: ['recap-board'], 2: ['recap-board'] }), repair('swap-board'),
  ],
  'wrong picture': [
    yes('video-other', 'swap-video-lead'), yes('socket-other', 'other-socket'), look('panel-face'), look('external'), yes('lid-move', 'reseat-screen-cable', 'swap-screen-cable'), yes('cable-seat', 'reseat-screen-cable'), yes('cable-swap', 'swap-screen-cable'),
    yes('card-swap', 'reseat-card', 'swap-card'), yes('panel-swap', 'swap-panel'), yes('resolution', 'graphics-driver'), yes('screen-board-look', 'swap-screen-board'), look('capacitors', { 1: ['recap-board'], 2: ['recap-board'] }),
  ],
  'less memory': [
    yes('module-label', 'smaller-modules'), yes('module-home', 'reseat-memory'), repair('reseat-memory'), yes('slot-rule', 'move-modules'), yes('share-setting', 'set-share'), look('module-alone', { 1: ['swap-module'] }), yes('slot-walk', 'other-slot'), repair('swap-module'),
  ],
  'drive not found': [
    yes('look-bay', 'fit-drive'), yes('port-setting', 'port-on'), yes('drive-push', 'push-drive'), yes('power-other', 'plug-drive-power'), yes('other-lead', 'swap-drive-cable'), yes('jumper-set', 'set-jumper'), yes('drive-elsewhere', 'fit-drive'),
    yes('drive-swap', 'swap-drive-cable'), repair('swap-drive-cable'), repair('fit-drive'),
  ],
  'will not start': [
    yes('look-bay', 'fit-drive'), yes('media-in', 'take-media'), look('setup-drive'), yes('start-order', 'order-right'), yes('start-menu', 'order-right'), yes('start-mode-look', 'set-start-mode'), yes('mode-setting', 'set-drive-mode'), yes('drive-content', 'install-system'), yes('start-repair', 'rebuild-entry'),
    yes('safe-start', 'start-safe', 'renew-driver'), yes('drive-asks', 'fit-drive'), repair('install-system'), yes('drive-elsewhere', 'fit-drive'), repair('fit-drive'),
  ],
  'hangs at start': [
    yes('media-in', 'take-media'), yes('setup-asks', 'unlock-setup'), yes('warning-port', 'empty-port-off'), yes('unplug-all', 'clear-short'), yes('safe-start', 'start-safe', 'renew-driver'), yes('mode-try', 'set-drive-mode'), yes('memory-test', 'reseat-memory', 'swap-module'), yes('drive-asks', 'fit-drive'),
    look('live-run'), repair('clear-setup'), repair('install-system'), repair('update-firmware'), yes('drive-elsewhere', 'fit-drive'), yes('supply-swap', 'swap-supply'), yes('sink-firm', 'tighten-sink'), look('capacitors', { 1: ['recap-board'], 2: ['recap-board'] }), repair('fit-drive'),
  ],
  'hangs in use': [
    look('error-log', { 1: ['renew-driver'], 2: ['reseat-memory', 'swap-module'], 3: ['swap-drive-cable', 'fit-drive'] }), yes('memory-test', 'reseat-memory', 'swap-module'), yes('plain-mode', 'renew-driver'), yes('module-pair', 'matched-modules'), look('fins', { 2: ['clean-heatsink'] }), yes('sink-firm', 'tighten-sink'),
    look('rails', { 2: ['swap-supply'] }), look('capacitors', { 1: ['recap-board'], 2: ['recap-board'] }), repair('install-system'), yes('supply-swap', 'swap-supply'),
  ],
  'hot or noisy': [
    look('look-dust', { 2: ['clear-vents'] }), yes('at-rest', 'end-program'), yes('grille', 'refit-grille'), yes('fan-plug', 'plug-fan'), look('fan-finger', { 1: ['swap-fan'], 2: ['swap-fan'] }), look('fins', { 1: ['clean-heatsink'], 2: ['clean-heatsink'] }), look('fans-turn', { 1: ['swap-case-fan'], 2: ['swap-fan'] }),
    yes('good-fan', 'other-header'), yes('sink-firm', 'tighten-sink'), look('fan-follows', { 1: ['refit-sensor'], 2: ['fan-firmware'] }), yes('supply-fan-look', 'swap-supply'), yes('paste', 'repaste'), repair('swap-fan'), repair('swap-heatsink'),
  ],
  'drive failing': [repair('fit-drive')],
  slow: [yes('free-space', 'clear-drive'), yes('start-list', 'clear-start-list'), yes('link-speed', 'fast-port'), look('drive-health', { 1: ['fit-drive'], 2: ['fit-drive'] }), repair('fit-drive')],
  battery: [
    yes('battery-label', 'swap-battery'), yes('charger-named', 'right-charger'), yes('other-charger', 'right-charger'), yes('limit-setting', 'lift-limit'), yes('battery-refit', 'clean-battery-contacts'), yes('battery-wait', 'wake-battery'), yes('gauge-cycle', 'cycle-battery'), yes('socket-move', 'swap-socket'),
    look('good-battery', { 0: ['swap-battery'] }), look('battery-run', { 1: ['swap-battery'], 2: ['swap-battery'] }),
  ],
  keys: [look('key-under', { 1: ['fit-key'], 2: ['swap-keyboard'] }), yes('outside-keys', 'set-layout'), yes('key-clean-one', 'clean-keys'), yes('keys-lead', 'seat-keyboard'), repair('clean-keys'), repair('swap-keyboard')],
  touchpad: [yes('pad-setting', 'touchpad-on'), yes('pad-lead', 'seat-touchpad'), repair('swap-touchpad')],
  camera: [yes('camera-cover', 'open-camera'), repair('swap-camera')],
  ports: [look('ports-light', { 1: ['clean-ports'], 2: ['swap-port'] }), yes('front-plug', 'plug-front-ports'), yes('port-pins', 'clear-short'), repair('swap-port')],
  wireless: [yes('wireless-switch', 'wireless-on'), look('no-driver', { 2: ['wireless-driver'] }), yes('aerial-look', 'plug-aerial'), yes('wireless-swap', 'fit-wireless'), repair('fit-wireless')],
  'wired network': [look('net-link'), yes('net-setting', 'net-on'), look('no-driver', { 1: ['net-driver'] }), yes('net-pins', 'net-adapter'), repair('net-adapter')],
  sound: [yes('sound-setting', 'unmute'), look('sound-listed', { 1: ['sound-driver'], 2: ['sound-adapter'] }), yes('jack-twist', 'free-jack'), yes('speaker-plug', 'plug-speakers'), yes('speaker-ear', 'swap-speaker'), yes('front-jack', 'plug-front-sound'), repair('swap-mic'), repair('swap-speaker')],
  optical: [yes('tray-disc', 'take-disc'), yes('optical-listed', 'plug-optical', 'swap-optical'), yes('tray-pin', 'free-tray'), yes('lens-wipe', 'clean-lens'), repair('swap-optical')],
  clock: [repair('set-clock'), yes('cell-volts', 'coin-cell'), yes('cell-seat', 'fix-cell-holder'), yes('jumper-look', 'move-jumper'), repair('coin-cell')],
};

import { turn, type WorkedCase } from './case';

/** Batteries, keys, ports, sound, network: seldom one thing alone. */
export const aroundCases: WorkedCase[] = [
  {
    id: 'erratic-battery',
    story: 'Three hours once, ten minutes the next; the gauge says ninety per cent.',
    chassis: 'laptop',
    source: 'tradein',
    faults: ['battery-erratic', 'keys-dirty'],
    turns: [
      turn('gets-to=a-system-starts battery-health=80-or-more battery-run=drops-suddenly', {
        causes: ['battery-erratic'],
        steps: ['swap-battery', 'gauge-cycle', 'stop'],
        never: ['battery-refit', 'swap-board'],
      }),
    ],
  },
  {
    id: 'not-charging-unknown-charger',
    story: 'Runs from the wall, the battery stays where it is; a bargain charger came with it.',
    chassis: 'laptop',
    source: 'auction',
    faults: ['charger-id', 'battery-worn', 'camera-closed'],
    turns: [
      turn('look-charger=another-one picture-own=a-good-picture charges=plugged-in-not-charging', {
        causes: ['charger-id', 'charge-limit', 'charger-low', 'battery-worn'],
        steps: ['charger-named', 'other-charger', 'limit-setting'],
        never: ['swap-board', 'swap-battery'],
      }),
      turn('charger-named=unknown-or-too-small', {
        causes: ['charger-id', 'charger-low'],
        steps: ['right-charger', 'other-charger'],
      }),
    ],
  },
  {
    id: 'no-battery-in-it',
    story: 'The battery was sold apart; everything else works.',
    chassis: 'laptop',
    source: 'clearout',
    faults: ['battery-out'],
    turns: [
      turn(
        'look-battery=none button=starts-and-stays-on picture-own=a-good-picture gets-to=a-system-starts',
        {
          causes: ['battery-out'],
          never: [
            'battery-refit',
            'clean-battery-contacts',
            'battery-run',
            'gauge-cycle',
            'wake-battery',
            'battery-health',
          ],
        },
      ),
    ],
  },
  {
    id: 'sticky-keys-only-dirty',
    story: 'Sold for its “broken keyboard”: crumbs and sugar.',
    chassis: 'laptop',
    source: 'broken',
    faults: ['keys-dirty', 'battery-worn', 'hinge-worn'],
    turns: [
      turn('look-keys=some-stick gets-to=a-system-starts key-test=some-do-not', {
        causes: ['keys-dirty', 'keyboard-bad'],
        steps: ['key-clean-one', 'key-under', 'clean-keys', 'outside-keys'],
        never: ['swap-keyboard'],
      }),
      turn('key-clean-one=answers', {
        causes: ['keys-dirty'],
        steps: ['clean-keys'],
        never: ['swap-keyboard'],
      }),
    ],
  },
  {
    id: 'front-ports-dead',
    story: 'Front sockets dead after somebody cleaned inside; the back is well.',
    chassis: 'desktop',
    source: 'owner',
    faults: ['front-ports', 'front-sound'],
    turns: [
      turn('look-screws=a-few-missing gets-to=a-system-starts port-test=one-or-more-dead', {
        causes: ['front-ports', 'port-gummed', 'port-damaged'],
        steps: ['front-plug', 'ports-light'],
        never: ['swap-port', 'swap-board'],
      }),
      turn('front-plug=off', { causes: ['front-ports'], steps: ['plug-front-ports'] }),
    ],
  },
  {
    id: 'silent-by-a-setting',
    story: 'No sound from the speakers after a fresh system; the camera is black too.',
    chassis: 'laptop',
    source: 'tradein',
    faults: ['sound-muted', 'camera-closed', 'battery-worn'],
    turns: [
      turn('gets-to=a-system-starts sound-test=silent camera-test=black', {
        steps: ['sound-setting', 'sound-out', 'camera-cover', 'sound-listed'],
        never: ['swap-speaker', 'swap-camera', 'swap-board', 'install-system'],
      }),
      turn('sound-setting=muted-or-elsewhere camera-cover=closed', {
        causes: ['sound-muted', 'camera-closed'],
        steps: ['unmute', 'open-camera'],
        never: ['install-system'],
      }),
    ],
  },
  {
    id: 'weak-wireless',
    story: 'Sees networks only beside the router; the palm rest had been off.',
    chassis: 'laptop',
    source: 'rejects',
    faults: ['aerial-off', 'battery-worn', 'touchpad-lead'],
    turns: [
      turn(
        'look-screws=a-few-missing gets-to=a-system-starts wireless=yes wireless-bars=far-weaker touchpad-test=no',
        {
          causes: ['aerial-off', 'touchpad-lead', 'touchpad-off'],
          steps: ['aerial-look', 'pad-setting', 'pad-lead'],
          never: ['fit-wireless', 'swap-touchpad', 'install-system'],
        },
      ),
    ],
  },
  {
    id: 'tray-will-not-open',
    story: 'The optical drive does not open; a disc may be in it.',
    chassis: 'desktop',
    source: 'clearout',
    faults: ['optical-stuck', 'disc-left', 'drive-out'],
    turns: [
      turn('look-bay=bay-empty picture-monitor=a-good-picture tray=stuck-or-does-not-read', {
        steps: ['tray-disc', 'tray-pin', 'optical-listed', 'free-tray', 'fit-drive'],
        never: ['swap-optical'],
      }),
    ],
  },
  {
    id: 'sound-machine',
    story: 'A library machine in good order: everything asked came back well.',
    chassis: 'desktop',
    source: 'clearout',
    faults: [],
    turns: [
      turn(
        'look-liquid=none look-rattle=silent look-screws=all-there look-dust=clean look-bay=drive-seen lamp=lights button=starts-and-stays-on fan-sound=ordinary picture-monitor=a-good-picture gets-to=a-system-starts load-run=holds-steady',
        {
          steps: ['whole-look', 'stop'],
          never: ['button', 'picture-monitor', 'lock-key', 'swap-board', 'install-system'],
        },
      ),
    ],
  },
  {
    id: 'five-small-things',
    story: 'Works, but: worn battery, dirty keys, shut camera, lint in a port, a clock that is lost.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['battery-worn', 'keys-dirty', 'camera-closed', 'port-gummed', 'coin-cell'],
    turns: [
      turn(
        'look-keys=some-stick look-ports=gummed button=starts-and-stays-on picture-own=a-good-picture gets-to=a-system-starts battery-health=under-60 setup-clock=lost camera-test=black',
        {
          causes: ['keys-dirty', 'camera-closed', 'coin-cell', 'port-gummed'],
          steps: [
            'camera-cover',
            'open-camera',
            'cell-volts',
            'coin-cell',
            'clean-keys',
            'clean-ports',
            'stop',
          ],
          never: ['install-system', 'swap-board', 'swap-keyboard'],
        },
      ),
    ],
  },
];

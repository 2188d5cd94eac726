import { turn, type WorkedCase } from './case';

/** It runs, but hot, slow, without its drive, or hangs: with small things wrong everywhere. */
export const runningCases: WorkedCase[] = [
  {
    id: 'packed-fins',
    story:
      'Fine for an hour, then loud, slow and off. The outlet blows hot and weak; nobody ever cleaned it.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['heatsink-blocked', 'paste-dry', 'battery-worn'],
    turns: [
      turn(
        'look-dust=packed button=starts-and-stays-on picture-own=a-good-picture gets-to=a-system-starts exhaust=hot-and-weak load-run=shuts-off',
        {
          causes: ['heatsink-blocked', 'paste-dry'],
          steps: ['fins', 'clean-heatsink', 'cooling-service', 'clear-vents'],
          never: ['swap-heatsink', 'swap-board', 'install-system'],
        },
      ),
      turn('fins=packed', { causes: ['heatsink-blocked'], steps: ['clean-heatsink', 'cooling-service'] }),
      turn('clean-heatsink=no-change paste=dry-as-powder', {
        causes: ['paste-dry'],
        steps: ['repaste', 'cooling-service', 'tighten-sink'],
      }),
    ],
  },
  {
    id: 'lost-sensor',
    story:
      'An all-in-one runs its fans flat out from the start and stays cool; it was opened for a new drive.',
    chassis: 'aio',
    source: 'owner',
    faults: ['sensor-off', 'coin-cell'],
    turns: [
      turn(
        'look-screws=a-few-missing button=starts-and-stays-on fan-sound=roars-and-stays picture-own=a-good-picture gets-to=a-system-starts fan-follows=flat-out-while-cool',
        {
          causes: ['sensor-off'],
          steps: ['heat-page', 'refit-sensor', 'leads-inside'],
          never: ['swap-fan', 'repaste'],
        },
      ),
    ],
  },
  {
    id: 'fan-stands-on-its-header',
    story: '“Fan error” at start, the fan stands; a good fan on the same connector stands too.',
    chassis: 'desktop',
    source: 'clearout',
    faults: ['fan-header', 'coin-cell', 'optical-stuck'],
    turns: [
      turn('button=starts-and-stays-on fan-sound=no-fan-at-all message=fan-error', {
        causes: ['fan-dead', 'fan-lead', 'fan-header'],
        steps: ['fan-plug', 'fan-finger', 'good-fan', 'grille'],
        never: ['load-run', 'soak-hang', 'swap-board'],
      }),
      turn('fan-plug=on fan-finger=free-and-silent good-fan=stands-still', {
        causes: ['fan-header'],
        steps: ['other-header'],
      }),
    ],
  },
  {
    id: 'control-leaves-it-hot',
    story: 'Ninety degrees with the fan at idle; forced to full it falls by tens of degrees at once.',
    chassis: 'laptop',
    source: 'clearout',
    faults: ['fan-control', 'battery-worn', 'keys-dirty'],
    turns: [
      turn(
        'gets-to=a-system-starts idle-rise=over-40-k fins=clear fan-follows=idle-while-hot fan-forced=by-tens-of-degrees',
        {
          causes: ['fan-control'],
          steps: ['fan-firmware'],
          never: ['swap-fan', 'swap-heatsink', 'repaste'],
        },
      ),
    ],
  },
  {
    id: 'programme-eats-it',
    story: 'Warm and loud at the desk with nothing open.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['busy-program', 'battery-worn', 'system-clutter'],
    turns: [
      turn('gets-to=a-system-starts look-dust=dusty idle-rise=25-to-40-k exhaust=cool-and-steady', {
        steps: ['at-rest', 'start-list', 'fins'],
        never: ['repaste', 'swap-fan', 'install-system'],
      }),
      turn('at-rest=one-program', {
        causes: ['busy-program'],
        steps: ['end-program'],
        never: ['install-system'],
      }),
    ],
  },
  {
    id: 'bay-empty-of-course',
    story: 'From a clear-out: the drive went into the shredder, the machine is well.',
    chassis: 'desktop',
    source: 'clearout',
    faults: ['drive-out'],
    turns: [
      turn(
        'look-bay=bay-empty lamp=lights button=starts-and-stays-on picture-monitor=a-good-picture gets-to=asks-for-a-drive-or-system',
        {
          causes: ['drive-out'],
          steps: ['fit-drive', 'stop'],
          never: [
            'other-lead',
            'drive-push',
            'drive-spin',
            'port-setting',
            'drive-elsewhere',
            'install-system',
          ],
        },
      ),
    ],
  },
  {
    id: 'port-switched-off',
    story:
      'The drive is there and spins, the set-up does not list it; the last owner played with the set-up.',
    chassis: 'desktop',
    source: 'owner',
    faults: ['port-off', 'heatsink-blocked', 'coin-cell'],
    turns: [
      turn(
        'look-bay=drive-seen button=starts-and-stays-on picture-monitor=a-good-picture gets-to=asks-for-a-drive-or-system setup-drive=not-listed drive-spin=spins-or-solid-state',
        {
          causes: ['port-off', 'drive-cable', 'drive-dead'],
          steps: ['port-setting', 'drive-push', 'other-lead'],
          never: ['fit-drive', 'install-system'],
        },
      ),
      turn('port-setting=off', { causes: ['port-off'], steps: ['port-on'] }),
    ],
  },
  {
    id: 'clone-on-another-bus',
    story:
      'Its system was cloned to a new drive yesterday and does not start since; the owner wants all as it was.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['clone-driver', 'battery-worn'],
    turns: [
      turn('setup-drive=listed gets-to=restarts-over-and-over start-order=first', {
        causes: ['clone-driver', 'drive-mode', 'start-entry', 'driver-bad'],
        steps: ['safe-start', 'start-safe', 'mode-setting', 'start-repair'],
        never: ['install-system', 'fit-drive'],
      }),
      turn('safe-start=it-does', {
        causes: ['clone-driver'],
        steps: ['start-safe'],
        never: ['install-system', 'fit-drive'],
      }),
    ],
  },
  {
    id: 'stick-left-in',
    story: '“No system”: somebody left a stick in the back.',
    chassis: 'small',
    source: 'tradein',
    faults: ['media-left', 'vents-blocked'],
    turns: [
      turn('look-bay=drive-seen picture-monitor=a-good-picture gets-to=asks-for-a-drive-or-system', {
        steps: ['media-in', 'setup-drive', 'start-order'],
        never: ['fit-drive', 'install-system'],
      }),
      turn('media-in=one-is-in', { causes: ['media-left'], steps: ['take-media'] }),
    ],
  },
  {
    id: 'clicking-drive',
    story: 'It clicks at start and the set-up takes long; the rest is well, the battery is gone.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['drive-dead', 'battery-worn'],
    turns: [
      turn('picture-own=a-good-picture drive-sound=clicks-or-grinds setup-drive=not-listed', {
        causes: ['drive-dead', 'drive-failing'],
        steps: ['fit-drive', 'drive-elsewhere', 'stop'],
        never: ['install-system', 'port-setting', 'order-right'],
      }),
    ],
  },
  {
    id: 'slow-as-treacle',
    story: 'Three minutes to the desk and the drive is nearly full; everything tests well.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['drive-full', 'system-clutter', 'battery-worn', 'keys-dirty'],
    turns: [
      turn('gets-to=a-system-starts start-seconds=over-120 drive-health=good', {
        steps: ['free-space', 'start-list', 'link-speed'],
        never: ['install-system', 'swap-board'],
      }),
      turn('free-space=under-a-tenth start-list=very-much', {
        causes: ['drive-full', 'system-clutter'],
        steps: ['clear-drive', 'clear-start-list'],
        never: ['install-system', 'fit-drive'],
      }),
    ],
  },
  {
    id: 'hangs-with-memory-errors',
    story: 'Freezes in use; the log tells of machine errors; one module came from another machine.',
    chassis: 'desktop',
    source: 'owner',
    faults: ['mixed-modules', 'fan-worn'],
    turns: [
      turn('gets-to=a-system-starts soak-hang=hangs-or-restarts error-log=memory-or-machine-errors', {
        causes: ['module-bad', 'mixed-modules', 'memory-contact'],
        steps: ['memory-test', 'module-pair', 'one-kind', 'reseat-memory'],
        never: ['install-system', 'swap-board'],
      }),
      turn('memory-test=errors module-pair=unlike', {
        causes: ['mixed-modules', 'module-bad'],
        steps: ['one-kind', 'matched-modules', 'module-alone'],
      }),
    ],
  },
  {
    id: 'half-the-memory',
    story: 'Eight fitted, four counted: one module stands proud at one end.',
    chassis: 'desktop',
    source: 'rejects',
    faults: ['memory-unseated', 'drive-out', 'coin-cell'],
    turns: [
      turn('look-screws=a-few-missing picture-monitor=a-good-picture setup-memory=less-than-fitted', {
        causes: ['memory-unseated', 'memory-contact', 'module-bad'],
        steps: ['module-home', 'reseat-memory', 'module-label'],
        never: ['swap-module', 'swap-board'],
      }),
      turn('module-home=one-stands-proud', { causes: ['memory-unseated'], steps: ['reseat-memory'] }),
    ],
  },
  {
    id: 'clock-lost-only',
    story: 'Asks for the date at every start and is otherwise well.',
    chassis: 'small',
    source: 'tradein',
    faults: ['coin-cell', 'vents-blocked'],
    turns: [
      turn(
        'picture-monitor=a-good-picture gets-to=a-system-starts setup-clock=lost message=clock-or-set-up-lost',
        {
          causes: ['coin-cell'],
          steps: ['coin-cell', 'cell-volts', 'clock-after', 'set-clock'],
          never: ['swap-board', 'install-system'],
        },
      ),
    ],
  },
];

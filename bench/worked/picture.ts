import { turn, type WorkedCase } from './case';

/** No picture, or a wrong one, with other things wrong besides. */
export const pictureCases: WorkedCase[] = [
  {
    id: 'roars-and-stays',
    story:
      'Turns on, the fan roars, no drive light, the lock key does not answer, and only a held button stops it.',
    chassis: 'desktop',
    source: 'rejects',
    faults: ['memory-contact', 'coin-cell', 'heatsink-blocked'],
    turns: [
      turn(
        'lamp=lights button=starts-and-stays-on fan-sound=roars-and-stays drive-lamp=none-or-steady lock-key=dead tap-off=only-when-held',
        {
          causes: ['memory-contact', 'module-bad', 'memory-unseated', 'memory-out'],
          steps: ['memory-fitted', 'module-home', 'reseat-memory', 'memory-contacts', 'port-used'],
          never: ['swap-board', 'swap-supply'],
        },
      ),
      turn('memory-fitted=fitted module-home=all-home memory-contacts=dull-or-dirty', {
        causes: ['memory-contact'],
        steps: ['reseat-memory'],
      }),
    ],
  },
  {
    id: 'memory-pulled',
    story: 'Listed as “only partly turns on”: somebody sold the memory apart.',
    chassis: 'small',
    source: 'broken',
    faults: ['memory-out', 'drive-out', 'coin-cell'],
    turns: [
      turn(
        'look-screws=a-few-missing look-bay=bay-empty lamp=lights button=starts-and-stays-on lock-key=dead',
        {
          causes: ['memory-out', 'memory-contact'],
          steps: ['memory-fitted'],
        },
      ),
      turn('memory-fitted=none', {
        causes: ['memory-out'],
        steps: ['fit-memory'],
        never: ['reseat-memory', 'memory-contacts', 'slot-walk', 'module-alone'],
      }),
    ],
  },
  {
    id: 'screen-cable-forgotten',
    story:
      'Opened before and closed with three screws: it starts, the lock key follows, the screen stays black.',
    chassis: 'laptop',
    source: 'rejects',
    faults: ['screen-cable-off', 'battery-worn', 'camera-closed'],
    turns: [
      turn(
        'look-glass=whole look-screws=most-missing lamp=lights button=starts-and-stays-on lock-key=follows picture-own=black',
        {
          causes: ['screen-cable-off'],
          steps: ['external', 'torch', 'brightness-key', 'output-key', 'lid-magnet'],
          never: ['swap-panel', 'swap-board'],
        },
      ),
      turn('external=a-good-picture torch=nothing-to-see', {
        causes: ['screen-cable-off', 'screen-cable-bad'],
        steps: ['cable-seat'],
        never: ['swap-panel'],
      }),
      turn('cable-seat=loose-or-off', { causes: ['screen-cable-off'], steps: ['reseat-screen-cable'] }),
    ],
  },
  {
    id: 'cable-before-panel',
    story: 'The picture goes when the lid is moved and comes back at one angle; the fan is noisy too.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['screen-cable-bad', 'heatsink-blocked'],
    turns: [
      turn(
        'look-glass=whole picture-own=lines-spots-or-wrong-colours lid-move=flickers-or-comes-back external=a-good-picture',
        {
          causes: ['screen-cable-bad', 'screen-cable-off'],
          steps: ['cable-seat', 'reseat-screen-cable', 'cable-swap'],
          never: ['swap-panel', 'panel-swap'],
        },
      ),
    ],
  },
  {
    id: 'faint-image',
    story: 'Black at first sight; with a torch the sign-in shows, weakly.',
    chassis: 'laptop',
    source: 'clearout',
    faults: ['backlight', 'battery-worn', 'keys-dirty'],
    turns: [
      turn(
        'button=starts-and-stays-on lock-key=follows picture-own=very-dim external=a-good-picture torch=a-faint-image',
        {
          causes: ['backlight', 'brightness-down', 'screen-cable-off'],
          steps: ['brightness-key', 'lid-magnet', 'cable-seat'],
          never: ['swap-board'],
        },
      ),
    ],
  },
  {
    id: 'monitor-on-the-wrong-socket',
    story: 'A tower with a graphics card; the monitor was plugged into the board.',
    chassis: 'desktop',
    source: 'tradein',
    faults: ['wrong-port', 'fan-worn'],
    turns: [
      turn('button=starts-and-stays-on lock-key=follows picture-monitor=black', {
        steps: ['port-used', 'monitor-menu', 'video-other'],
        never: ['swap-card', 'swap-board', 'card-swap'],
      }),
      turn('port-used=on-the-board-s-port', { causes: ['wrong-port'], steps: ['right-port'] }),
    ],
  },
  {
    id: 'bent-pin-in-the-plug',
    story: 'Wrong colours on the monitor; the plug has a pin pushed in.',
    chassis: 'small',
    source: 'clearout',
    faults: ['video-lead', 'drive-worn'],
    turns: [
      turn('button=starts-and-stays-on picture-monitor=lines-or-wrong-colours', {
        steps: ['lead-pins', 'video-other', 'monitor-menu'],
        never: ['swap-board'],
      }),
      turn('lead-pins=one-bent-or-in', { causes: ['video-lead'], steps: ['swap-video-lead', 'video-other'] }),
    ],
  },
  {
    id: 'cracked-and-noisy',
    story: 'Cracked screen and a scraping fan; on an external monitor it is well.',
    chassis: 'laptop',
    source: 'broken',
    faults: ['panel-bad', 'fan-worn', 'battery-worn'],
    turns: [
      turn(
        'look-glass=cracked lamp=lights button=starts-and-stays-on fan-sound=scrapes-or-rattles external=a-good-picture',
        {
          causes: ['panel-bad', 'fan-worn', 'grille-loose'],
          steps: ['swap-panel', 'fan-finger', 'grille', 'stop'],
          never: ['cable-swap', 'torch'],
        },
      ),
    ],
  },
  {
    id: 'card-without-its-plug',
    story: 'A card was added by the last owner, the picture never came; its power plug hangs loose.',
    chassis: 'desktop',
    source: 'owner',
    faults: ['card-power', 'supply-fan'],
    turns: [
      turn(
        'look-screws=a-few-missing button=starts-and-stays-on picture-monitor=black port-used=on-the-card-or-no-card',
        {
          causes: ['card-seat', 'card-power', 'card-bad'],
          steps: ['card-plug', 'without-card', 'reseat-card'],
          never: ['swap-card', 'swap-board'],
        },
      ),
      turn('card-plug=off', { causes: ['card-power'], steps: ['plug-card'] }),
    ],
  },
  {
    id: 'beeps-in-a-group',
    story: 'Long, two short, again and again: the maker’s table says graphics.',
    chassis: 'desktop',
    source: 'rejects',
    faults: ['card-seat', 'drive-out', 'coin-cell'],
    turns: [
      turn('button=starts-and-stays-on start-sound=a-repeating-group picture-monitor=black', {
        steps: ['code-group'],
        never: ['swap-board'],
      }),
      turn('code-group=graphics', {
        causes: ['card-seat', 'card-bad', 'graphics-board'],
        steps: ['reseat-card', 'without-card', 'card-plug'],
      }),
    ],
  },
];

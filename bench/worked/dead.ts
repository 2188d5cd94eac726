import { turn, type WorkedCase } from './case';

/** Nothing at all, starts and dies, danger before power. */
export const deadCases: WorkedCase[] = [
  {
    id: 'rattle-before-power',
    story: 'A tower off the courier’s van rattles when it is tilted; the label says it worked.',
    chassis: 'desktop',
    source: 'auction',
    faults: ['metal-short', 'drive-out'],
    turns: [
      turn('', { steps: ['look-rattle', 'look-liquid', 'look-smell'], never: ['button', 'lamp'] }),
      turn('look-liquid=none look-rattle=something-moves', {
        causes: ['metal-short', 'grille-loose'],
        steps: ['board-metal', 'look-screws', 'grille'],
        never: ['powering'],
      }),
      turn('board-metal=a-screw-or-shaving', {
        causes: ['metal-short'],
        steps: ['clear-metal'],
        never: ['powering'],
      }),
    ],
  },
  {
    id: 'wet-keyboard',
    story: 'A portable smells of coffee and its keys are sticky and still damp; it will not turn on.',
    chassis: 'laptop',
    source: 'broken',
    faults: ['liquid', 'keys-dirty', 'battery-worn'],
    turns: [
      turn('look-swelling=flat look-liquid=wet-or-sticky', { causes: ['liquid'], never: ['powering'] }),
      turn('look-keys=some-stick', {
        causes: ['liquid'],
        steps: ['board-residue', 'wash-board', 'clean-keys'],
        never: ['powering'],
      }),
    ],
  },
  {
    id: 'burnt-smell',
    story: 'The supply end of a small desktop smells burnt.',
    chassis: 'small',
    source: 'rejects',
    faults: ['supply-dead', 'heatsink-blocked'],
    turns: [
      turn('look-liquid=none look-rattle=silent look-smell=burnt', {
        steps: ['capacitors', 'swap-supply', 'look-dust', 'supply-tester'],
        never: ['powering'],
      }),
    ],
  },
  {
    id: 'swollen-first',
    story: 'The touchpad of a portable stands proud and the case rocks on the table.',
    chassis: 'laptop',
    source: 'tradein',
    faults: ['battery-swollen', 'keys-dirty'],
    turns: [turn('', { steps: ['look-swelling', 'look-liquid', 'look-rattle'], never: ['button'] })],
  },
  {
    id: 'wrong-charger',
    story: 'Brought as dead, with a charger of another make; no lamp.',
    chassis: 'laptop',
    source: 'rejects',
    faults: ['charger-low', 'battery-worn'],
    turns: [
      turn(
        'look-swelling=flat look-liquid=none look-rattle=silent look-charger=another-one lamp=dark button=nothing',
        {
          causes: ['charger-low'],
          steps: ['other-charger', 'charger-volts', 'right-charger'],
          never: ['swap-board', 'swap-socket'],
        },
      ),
      turn('other-charger=now-it-works', {
        causes: ['charger-low', 'charger-cord'],
        steps: ['right-charger', 'charger-volts'],
      }),
    ],
  },
  {
    id: 'socket-wobbles',
    story: 'It charges only when the plug is held to one side.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['jack-loose', 'battery-worn', 'vents-blocked'],
    turns: [
      turn('look-socket=wobbles lamp=flickers-or-faint', {
        causes: ['jack-loose'],
        steps: ['socket-move', 'other-charger', 'look-cord'],
        never: ['swap-board'],
      }),
      turn('other-charger=no-change socket-move=comes-and-goes', {
        causes: ['jack-loose'],
        steps: ['swap-socket', 'socket-volts'],
      }),
    ],
  },
  {
    id: 'left-over-charge',
    story: 'It went off overnight and does nothing, though its own good charger lights the lamp.',
    chassis: 'laptop',
    source: 'owner',
    faults: ['charge-latch'],
    turns: [
      turn('look-liquid=none look-charger=the-right-one lamp=lights button=nothing', {
        steps: ['drain-charge', 'battery-away'],
        never: ['swap-board', 'swap-button'],
      }),
    ],
  },
  {
    id: 'button-lead-forgotten',
    story: 'Most screws of a tower are missing; the lamp on the board lights, the button does nothing.',
    chassis: 'desktop',
    source: 'rejects',
    faults: ['button-lead', 'drive-out', 'heatsink-blocked'],
    turns: [
      turn('look-rattle=silent look-liquid=none look-screws=most-missing lamp=lights button=nothing', {
        causes: ['button-lead', 'lead-off'],
        steps: ['front-lead', 'leads-inside', 'button-bridge', 'drain-charge'],
        never: ['swap-board', 'swap-supply'],
      }),
      turn('leads-inside=all-on front-lead=off-or-crooked', {
        causes: ['button-lead'],
        steps: ['refit-button-lead'],
      }),
    ],
  },
  {
    id: 'voltage-selector',
    story: 'An old tower from abroad: no lamp at all, its supply’s red switch shows another voltage.',
    chassis: 'desktop',
    source: 'auction',
    faults: ['supply-switch', 'coin-cell'],
    turns: [
      turn('look-rattle=silent lamp=dark button=nothing', {
        causes: ['supply-dead', 'supply-switch', 'mains-lead'],
        steps: ['mains-other', 'supply-switch-look'],
        never: ['swap-board'],
      }),
      turn('mains-other=no-change supply-switch-look=off-or-wrong', {
        causes: ['supply-switch'],
        steps: ['set-supply-switch'],
      }),
    ],
  },
  {
    id: 'battery-holds-it-down',
    story: 'Dead on the charger, and with another charger as well.',
    chassis: 'laptop',
    source: 'broken',
    faults: ['battery-drags', 'drive-out'],
    turns: [
      turn('look-swelling=flat look-liquid=none lamp=lights button=nothing other-charger=no-change', {
        steps: ['battery-away', 'drain-charge'],
        never: ['swap-board'],
      }),
      turn('battery-away=now-it-starts', { causes: ['battery-drags'], steps: ['swap-battery'] }),
    ],
  },
  {
    id: 'domed-capacitors',
    story: 'It needs several tries to start each morning and falls off under load.',
    chassis: 'desktop',
    source: 'owner',
    faults: ['board-caps', 'fan-worn', 'coin-cell'],
    turns: [
      turn('lamp=lights button=starts-then-goes-off whole-tries=after-several-tries', {
        causes: ['supply-weak', 'board-caps'],
        steps: ['capacitors', 'rails', 'supply-tester', 'supply-swap'],
      }),
      turn('capacitors=domed', { causes: ['board-caps'], steps: ['recap-board', 'stop', 'supply-swap'] }),
    ],
  },
  {
    id: 'usb-contacts-touch',
    story: 'It clicks on and goes off at once; one outside port has a bent tongue.',
    chassis: 'desktop',
    source: 'clearout',
    faults: ['port-shorted', 'port-gummed'],
    turns: [
      turn('look-ports=bent-or-broken lamp=lights button=starts-then-goes-off', {
        steps: ['port-pins', 'unplug-all'],
        never: ['swap-board'],
      }),
      turn('port-pins=contacts-touch', { causes: ['port-shorted'], steps: ['clear-short'] }),
    ],
  },
];

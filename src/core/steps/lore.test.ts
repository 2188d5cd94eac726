import { chanceOfAny } from '../../../tests/belief/anyOf';
import { describe, expect, it } from 'vitest';
import { catalogue, causeById, findingById } from '@/catalog';
import type { Chassis } from '../catalogue';
import { engineFor } from './inspect';

/**
 * What the bench says about one sign: "this points to that, and away from the other". Each line is common
 * practice without a published source. `makes` must become clearly likelier (its odds at least double),
 * `clears` clearly less likely (its odds at least halve), `over` holds pairs of which the first must come out
 * ahead of the second.
 */
interface Lore {
  said: string;
  chassis: Chassis;
  before?: [finding: string, outcome: number][];
  then: [finding: string, outcome: number];
  makes?: string[];
  clears?: string[];
  over?: [ahead: string, behind: string][];
}

const BLACK: [string, number][] = [
  ['button', 0],
  ['picture-own', 3],
];

const NO_PICTURE: [string, number][] = [
  ['button', 0],
  ['picture-monitor', 2],
];

const DEAD: [string, number][] = [['button', 2]];
const NO_DRIVE: [string, number][] = [
  ['look-bay', 0],
  ['button', 0],
  ['gets-to', 1],
  ['setup-drive', 1],
];

const HOT: [string, number][] = [
  ['button', 0],
  ['gets-to', 0],
  ['idle-rise', 2],
];

const LORE: Lore[] = [
  {
    said: 'The lock key’s lamp follows: it has started, look at the screen',
    chassis: 'laptop',
    before: BLACK,
    then: ['lock-key', 0],
    makes: ['backlight'],
    clears: ['memory-contact', 'board-dead'],
  },
  {
    said: 'A good picture outside: panel, its cable, its light, the lid; not the graphics',
    chassis: 'laptop',
    before: BLACK,
    then: ['external', 0],
    makes: ['panel-bad', 'screen-cable-off'],
    clears: ['graphics-board', 'module-bad'],
  },
  {
    said: 'A faint image in the torch’s light: the backlight, not the panel',
    chassis: 'laptop',
    before: [...BLACK, ['lock-key', 0], ['external', 0]],
    then: ['torch', 1],
    makes: ['backlight'],
    over: [['backlight', 'panel-bad']],
  },
  {
    said: 'The screen wakes under a magnet: the lid sensor',
    chassis: 'laptop',
    before: [...BLACK, ['lock-key', 0]],
    then: ['lid-magnet', 1],
    makes: ['lid-sensor'],
    clears: ['panel-bad'],
  },
  {
    said: 'The picture changes with the lid: the cable before the panel',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['picture-own', 1],
    ],
    then: ['lid-move', 1],
    makes: ['screen-cable-bad'],
    over: [['screen-cable-bad', 'panel-bad']],
  },
  {
    said: 'A screen cable left off by the last opener is common',
    chassis: 'laptop',
    before: BLACK,
    then: ['look-screws', 2],
    makes: ['screen-cable-off'],
  },
  {
    said: 'The monitor hangs on the board’s port while a card is fitted',
    chassis: 'desktop',
    before: NO_PICTURE,
    then: ['port-used', 1],
    makes: ['wrong-port'],
    over: [['wrong-port', 'card-bad']],
  },
  {
    said: 'A bent pin in the monitor’s plug',
    chassis: 'desktop',
    before: NO_PICTURE,
    then: ['lead-pins', 1],
    makes: ['video-lead'],
    over: [['video-lead', 'card-bad']],
  },
  {
    said: 'The fan roars and stays: memory, not the screen',
    chassis: 'small',
    before: NO_PICTURE,
    then: ['fan-sound', 2],
    clears: ['monitor-input', 'video-lead'],
    over: [
      ['memory-contact', 'video-lead'],
      ['module-bad', 'monitor-input'],
    ],
  },
  {
    said: 'It will not switch off at a tap: it has not started',
    chassis: 'small',
    before: NO_PICTURE,
    then: ['tap-off', 1],
    clears: ['monitor-input', 'video-lead'],
    over: [['memory-contact', 'monitor-input']],
  },
  {
    said: 'The key’s lamp follows and the monitor is black: look at monitor and lead',
    chassis: 'small',
    before: NO_PICTURE,
    then: ['lock-key', 0],
    makes: ['monitor-input', 'video-lead'],
    clears: ['memory-contact'],
  },
  {
    said: 'Each module starts it alone, one slot does not: the slot',
    chassis: 'desktop',
    before: [...NO_PICTURE, ['memory-fitted', 0]],
    then: ['slot-walk', 1],
    makes: ['slot-bad'],
    over: [['slot-bad', 'module-bad']],
  },
  {
    said: 'It starts with some modules and not with others: a module',
    chassis: 'desktop',
    before: [...NO_PICTURE, ['memory-fitted', 0]],
    then: ['module-alone', 1],
    makes: ['module-bad'],
    over: [
      ['module-bad', 'slot-bad'],
      ['module-bad', 'memory-contact'],
    ],
  },
  {
    said: 'It starts with each module alone: no module is bad',
    chassis: 'desktop',
    before: [...NO_PICTURE, ['memory-fitted', 0]],
    then: ['module-alone', 0],
    clears: ['module-bad', 'board-dead'],
  },
  {
    said: 'Two good modules elsewhere: the board’s limit, not the module',
    chassis: 'desktop',
    before: [
      ['button', 0],
      ['setup-memory', 1],
    ],
    then: ['module-elsewhere', 0],
    clears: ['module-bad'],
  },
  {
    said: 'Less usable than fitted, all counted at the start, on a 32-bit system',
    chassis: 'desktop',
    before: [
      ['button', 0],
      ['gets-to', 0],
      ['setup-memory', 0],
    ],
    then: ['system-memory', 1],
    makes: ['system-32'],
  },
  {
    said: 'Graphics’ share is set large',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['setup-memory', 1],
    ],
    then: ['share-setting', 1],
    makes: ['graphics-share'],
    over: [['graphics-share', 'module-bad']],
  },
  {
    said: 'A known-good charger makes it work: charger or its cord',
    chassis: 'laptop',
    before: [...DEAD, ['lamp', 2]],
    then: ['other-charger', 1],
    makes: ['charger-low', 'charger-cord'],
    clears: ['board-dead'],
  },
  {
    said: 'The charger gives too few volts',
    chassis: 'laptop',
    before: [['lamp', 1]],
    then: ['charger-volts', 1],
    makes: ['charger-low'],
    over: [['charger-low', 'jack-loose']],
  },
  {
    said: 'The charger’s volts jump: its cord',
    chassis: 'laptop',
    before: [['lamp', 1]],
    then: ['charger-volts', 2],
    makes: ['charger-cord'],
    over: [['charger-cord', 'charger-low']],
  },
  {
    said: 'The lamp follows the plug: the socket',
    chassis: 'laptop',
    before: [['lamp', 1]],
    then: ['socket-move', 1],
    makes: ['jack-loose'],
    over: [['jack-loose', 'charger-low']],
  },
  {
    said: 'It starts on the charger without its battery',
    chassis: 'laptop',
    before: [...DEAD, ['lamp', 0]],
    then: ['battery-away', 1],
    makes: ['battery-drags'],
    over: [['battery-drags', 'board-dead']],
  },
  {
    said: 'No standby volts: the supply, before the board',
    chassis: 'desktop',
    before: DEAD,
    then: ['standby-volts', 2],
    makes: ['supply-dead'],
    clears: ['button-bad'],
    over: [['supply-dead', 'board-dead']],
  },
  {
    said: 'The tester finds the supply well',
    chassis: 'desktop',
    before: DEAD,
    then: ['supply-tester', 0],
    clears: ['supply-dead'],
  },
  {
    said: 'Bridged pins start it: the button or its lead',
    chassis: 'desktop',
    before: [...DEAD, ['lamp', 0]],
    then: ['button-bridge', 1],
    makes: ['button-bad', 'button-lead'],
    clears: ['board-dead'],
  },
  {
    said: 'A screw under the board',
    chassis: 'desktop',
    before: DEAD,
    then: ['board-metal', 1],
    makes: ['metal-short'],
    over: [['metal-short', 'board-dead']],
  },
  {
    said: 'Something rattles inside: a loose screw',
    chassis: 'desktop',
    then: ['look-rattle', 1],
    makes: ['metal-short'],
  },
  {
    said: 'Domed capacitors',
    chassis: 'desktop',
    before: [
      ['button', 0],
      ['soak-hang', 1],
    ],
    then: ['capacitors', 1],
    makes: ['board-caps'],
  },
  {
    said: 'Clicks and grinds: a mechanical failure',
    chassis: 'desktop',
    before: NO_DRIVE,
    then: ['drive-sound', 1],
    makes: ['drive-dead'],
    over: [['drive-dead', 'drive-cable']],
  },
  {
    said: 'It stands still on its lead and runs on another: the power lead',
    chassis: 'desktop',
    before: [...NO_DRIVE, ['drive-spin', 1]],
    then: ['power-other', 1],
    makes: ['drive-power'],
    clears: ['drive-dead'],
  },
  {
    said: 'No spin on a second power lead: the drive is dead',
    chassis: 'desktop',
    before: [...NO_DRIVE, ['drive-spin', 1]],
    then: ['power-other', 0],
    clears: ['drive-power'],
    over: [['drive-dead', 'drive-power']],
  },
  {
    said: 'Found on another lead and port: lead or port, not the drive',
    chassis: 'desktop',
    before: NO_DRIVE,
    then: ['other-lead', 1],
    makes: ['drive-cable'],
    clears: ['drive-dead'],
  },
  {
    said: 'The port is switched off in set-up',
    chassis: 'desktop',
    before: NO_DRIVE,
    then: ['port-setting', 1],
    makes: ['port-off'],
    over: [['port-off', 'drive-dead']],
  },
  {
    said: 'An old parallel drive on the wrong plug',
    chassis: 'desktop',
    before: NO_DRIVE,
    then: ['jumper-set', 1],
    makes: ['drive-jumper'],
    over: [['drive-jumper', 'drive-cable']],
  },
  {
    said: 'A warning for a port with nothing on it',
    chassis: 'desktop',
    before: [['button', 0]],
    then: ['warning-port', 1],
    makes: ['port-warn'],
  },
  {
    said: 'A clone starts in safe mode: the driver of its new bus',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['gets-to', 3],
      ['setup-drive', 0],
    ],
    then: ['safe-start', 1],
    makes: ['clone-driver'],
    clears: ['module-bad'],
  },
  {
    said: 'The drive is not first in the order',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['gets-to', 1],
      ['setup-drive', 0],
    ],
    then: ['start-order', 1],
    makes: ['boot-order'],
    over: [['boot-order', 'drive-failing']],
  },
  {
    said: 'Stops at the logo, runs well from a stick: the system before the hardware',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['gets-to', 2],
    ],
    then: ['live-run', 0],
    clears: ['module-bad', 'board-joint'],
    over: [['system-broken', 'board-joint']],
  },
  {
    said: 'Packed fins',
    chassis: 'desktop',
    before: HOT,
    then: ['fins', 2],
    makes: ['heatsink-blocked'],
    over: [['heatsink-blocked', 'paste-dry']],
  },
  {
    said: 'Clear fins, dry paste',
    chassis: 'desktop',
    before: [...HOT, ['fins', 0]],
    then: ['paste', 1],
    makes: ['paste-dry'],
    over: [['paste-dry', 'heatsink-blocked']],
  },
  {
    said: 'A jump in seconds: chip to sink; not sink to air',
    chassis: 'laptop',
    before: HOT,
    then: ['heat-step', 2],
    makes: ['paste-dry'],
    over: [['paste-dry', 'heatsink-blocked']],
  },
  {
    said: 'A creep over minutes: sink to air',
    chassis: 'laptop',
    before: HOT,
    then: ['heat-step', 1],
    makes: ['heatsink-blocked'],
    over: [['heatsink-blocked', 'paste-dry']],
  },
  {
    said: 'Flat out while cool: the sensor’s lead',
    chassis: 'aio',
    before: [
      ['button', 0],
      ['gets-to', 0],
      ['idle-rise', 0],
    ],
    then: ['fan-follows', 1],
    makes: ['sensor-off'],
    over: [['sensor-off', 'fan-control']],
  },
  {
    said: 'Idle while hot: the fan’s control',
    chassis: 'laptop',
    before: HOT,
    then: ['fan-follows', 2],
    makes: ['fan-control'],
    over: [['fan-control', 'sensor-off']],
  },
  {
    said: 'Another fan stands still on the same connector: the connector',
    chassis: 'desktop',
    before: [...HOT, ['fan-follows', 3]],
    then: ['good-fan', 1],
    makes: ['fan-header'],
    over: [['fan-header', 'fan-dead']],
  },
  {
    said: 'Another fan turns there: the fan',
    chassis: 'desktop',
    before: [...HOT, ['fan-follows', 3]],
    then: ['good-fan', 0],
    clears: ['fan-header'],
    over: [['fan-dead', 'fan-header']],
  },
  {
    said: 'A grille touches the blades',
    chassis: 'desktop',
    before: [
      ['button', 0],
      ['fan-sound', 1],
    ],
    then: ['grille', 1],
    makes: ['grille-loose'],
    over: [['grille-loose', 'fan-worn']],
  },
  {
    said: 'The charge drops all at once: an erratic battery',
    chassis: 'laptop',
    before: [
      ['button', 0],
      ['charges', 0],
    ],
    then: ['battery-run', 2],
    makes: ['battery-erratic'],
  },
  {
    said: 'A lost clock: the coin cell',
    chassis: 'desktop',
    before: [['button', 0]],
    then: ['setup-clock', 1],
    makes: ['coin-cell'],
  },
  {
    said: 'Under 2.8 volts: the coin cell, not its holder',
    chassis: 'desktop',
    before: [
      ['button', 0],
      ['setup-clock', 1],
    ],
    then: ['cell-volts', 1],
    makes: ['coin-cell'],
    over: [['coin-cell', 'cell-holder']],
  },
  {
    said: 'Sticky keys that clean up are only dirty',
    chassis: 'laptop',
    before: [['key-test', 1]],
    then: ['key-clean-one', 1],
    makes: ['keys-dirty'],
    clears: ['keyboard-bad'],
  },
  {
    said: 'Wrong signs on another keyboard too: the layout',
    chassis: 'laptop',
    before: [['key-test', 1]],
    then: ['outside-keys', 1],
    makes: ['layout-wrong'],
    over: [['layout-wrong', 'keyboard-bad']],
  },
  {
    said: 'Silent speakers, a tone in the headphones: speakers or their lead',
    chassis: 'laptop',
    before: [['sound-test', 2]],
    then: ['sound-out', 0],
    clears: ['sound-chip', 'sound-driver'],
    makes: ['speaker-lead'],
  },
  {
    said: 'A far weaker signal than beside it: the aerial',
    chassis: 'laptop',
    before: [['wireless', 1]],
    then: ['wireless-bars', 1],
    makes: ['aerial-off'],
  },
  {
    said: 'The seller says bad memory: weak, but something',
    chassis: 'small',
    then: ['says-memory', 1],
    makes: ['module-bad'],
  },
];

const odds = (p: number) => p / (1 - p);

describe('what the bench says of one sign', () => {
  it.each(LORE.map((line) => [line.said, line] as const))('%s', (_, line) => {
    const engine = engineFor(catalogue, { chassis: line.chassis, source: 'clearout' });
    const evidence = [...(line.before ?? []), line.then].map(([finding, outcome]) => {
      expect(findingById(finding)?.outcomes[outcome], `${finding} ${outcome}`).toBeDefined();
      return { kind: 'finding' as const, finding, outcome };
    });
    const states = engine.trace(evidence);
    const [before, after] = states.slice(-2);
    const share = (state: typeof after, id: string) => {
      expect(causeById(id), id).toBeDefined();
      return Math.min(1 - 1e-9, state.marginals[engine.model.causeIndex.get(id)!]);
    };
    for (const id of line.makes ?? [])
      expect(
        odds(share(after, id)) / odds(share(before, id)),
        `${id} becomes likelier`,
      ).toBeGreaterThanOrEqual(2);
    for (const id of line.clears ?? [])
      expect(
        odds(share(after, id)) / odds(share(before, id)),
        `${id} becomes less likely`,
      ).toBeLessThanOrEqual(0.5);
    for (const [ahead, behind] of line.over ?? [])
      expect(share(after, ahead), `${ahead} before ${behind}`).toBeGreaterThan(share(after, behind));
  });
  it('a machine that starts with a good module has no second fault that keeps it from starting', () => {
    const engine = engineFor(catalogue, { chassis: 'small', source: 'clearout' });
    const evidence = [...NO_PICTURE, ['lock-key', 1], ['memory-swap', 1]].map(([finding, outcome]) => ({
      kind: 'finding' as const,
      finding: finding as string,
      outcome: outcome as number,
    }));
    const posterior = engine.posterior(evidence);
    const [dead, bad] = ['board-dead', 'module-bad'].map((id) => engine.model.causeIndex.get(id)!);
    // P(both) = P(one) + P(other) - P(any)
    const both =
      posterior.marginals[dead] +
      posterior.marginals[bad] -
      chanceOfAny(engine, evidence, ['board-dead', 'module-bad']);
    expect(both).toBeLessThan(1e-4);
    const before = engine.posterior(evidence.slice(0, -1));
    expect(posterior.marginals[bad]).toBeGreaterThan(before.marginals[bad]);
    expect(posterior.marginals[dead]).toBeLessThan(0.1 * before.marginals[dead]);
  });
  it('what keeps a change from showing is read from the tables: a dead board does, a dead key does not', () => {
    expect(findingById('memory-swap')!.blockedBy).toEqual(
      expect.arrayContaining(['supply-dead', 'board-dead', 'cpu-dead']),
    );
    expect(findingById('memory-swap')!.blockedBy).not.toContain('keyboard-lead');
    expect(findingById('memory-swap')!.blockedBy!.filter((id) => findingById('memory-swap')!.by[id])).toEqual(
      [],
    );
    expect(findingById('supply-swap')!.blockedBy).not.toContain('board-dead'); // its fans turn all the same
    expect(findingById('torch')!.blockedBy).toBeUndefined();
  });
  it('every group of complaints is spoken of', () => {
    const groups = new Set(
      LORE.flatMap((line) => [...(line.makes ?? []), ...(line.clears ?? [])]).map(
        (id) => causeById(id)!.group,
      ),
    );
    for (const group of [
      'power',
      'memory',
      'display',
      'heat',
      'storage',
      'battery',
      'input',
      'clock',
      'sound',
      'network',
    ])
      expect([...groups]).toContain(group);
  });
});

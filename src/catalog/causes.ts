import type { Cause, Chassis, Group, LotSource, PartClass } from '@/core/catalogue';

/** Priors are the shop's estimates for machines from an office clear-out; no survey is known that could replace them. */
const ESTIMATE = 'shop estimate';

type Prior = Partial<Record<Chassis, number>>;
const all = (p: number): Prior => ({ desktop: p, small: p, aio: p, laptop: p });
const fixed = (p: number): Prior => ({ desktop: p, small: p, aio: p });
const portable = (p: number): Prior => ({ laptop: p });
const withScreen = (aio: number, laptop: number): Prior => ({ aio, laptop });

/** Machines sold as broken, or already turned down by somebody, are likelier to have a real fault. */
const HARD: Partial<Record<LotSource, number>> = { rejects: 3, broken: 5, auction: 1.5 };
/** Things taken out before the sale. */
const STRIPPED: Partial<Record<LotSource, number>> = { rejects: 2, broken: 2, clearout: 1.5, auction: 1.5, tradein: 0.2, owner: 0.05 };

function cause(
  id: string, name: string, group: Group, prior: Prior, valueLeft: number,
  more: { odds?: Partial<Record<LotSource, number>>; ruins?: PartClass[] } = {},
): Cause {
  return { id, name, group, prior, valueLeft, sourceOdds: more.odds, ruins: more.ruins, source: ESTIMATE };
}

export const causes: Cause[] = [
  cause('lead-off', 'A power lead is off inside', 'power', fixed(0.015), 0.35, { odds: HARD }),
  cause('supply-dead', 'The power supply is dead', 'power', { desktop: 0.02, small: 0.015, aio: 0.03 }, 0.3, { odds: HARD, ruins: ['supply'] }),
  cause('supply-weak', 'The power supply is out of limits', 'power', { desktop: 0.012, small: 0.008, aio: 0.01 }, 0.45, { odds: HARD, ruins: ['supply'] }),
  cause('charger-low', 'The charger gives too little', 'power', { laptop: 0.02, small: 0.01 }, 0.6, { ruins: ['charger'] }),
  cause('charger-cord', 'The charger cord is broken', 'power', portable(0.025), 0.6, { ruins: ['charger'] }),
  cause('jack-loose', 'The power socket is loose or broken', 'power', portable(0.02), 0.4, { odds: HARD, ruins: ['socket'] }),
  cause('charge-latch', 'Left-over charge holds it off', 'power', all(0.008), 0.35, { odds: HARD }),
  cause('button-bad', 'The power button is faulty', 'power', all(0.005), 0.4),
  cause('board-dead', 'The main board is dead', 'board', all(0.012), 0.16, { odds: HARD, ruins: ['board'] }),
  cause('metal-short', 'A loose screw or stray metal under the board', 'board', all(0.004), 0.3, { odds: HARD }),
  cause('liquid', 'Liquid has been in it', 'board', { laptop: 0.015, desktop: 0.003, small: 0.002, aio: 0.004 }, 0.2, { odds: HARD, ruins: ['board', 'keyboard'] }),
  cause('cpu-seat', 'Processor badly seated or pins bent', 'board', { desktop: 0.004, small: 0.003 }, 0.25, { odds: HARD, ruins: ['processor'] }),

  cause('memory-contact', 'Memory contact or seating', 'memory', all(0.03), 0.35, { odds: HARD }),
  cause('module-bad', 'A memory module is bad', 'memory', all(0.015), 0.35, { odds: HARD, ruins: ['memory'] }),
  cause('slot-bad', 'A memory slot is bad', 'memory', all(0.005), 0.5, { odds: HARD }),
  cause('memory-out', 'The memory has been taken out', 'memory', all(0.02), 0.6, { odds: STRIPPED, ruins: ['memory'] }),
  cause('memory-limit', 'The board does not take these modules in full', 'memory', all(0.006), 0.85),

  cause('wrong-port', 'The monitor is on the wrong port', 'display', { desktop: 0.02, small: 0.006 }, 0.5),
  cause('card-seat', 'The graphics card is badly seated', 'display', { desktop: 0.008 }, 0.4, { odds: HARD }),
  cause('card-bad', 'The graphics card is bad', 'display', { desktop: 0.008 }, 0.5, { odds: HARD, ruins: ['card'] }),
  cause('graphics-board', 'The board’s own graphics are bad', 'display', all(0.006), 0.22, { odds: HARD, ruins: ['board'] }),
  cause('panel-bad', 'The panel is broken', 'display', withScreen(0.015, 0.03), 0.35, { odds: HARD, ruins: ['panel'] }),
  cause('screen-cable-off', 'The screen cable is loose or off', 'display', withScreen(0.008, 0.012), 0.4, { odds: HARD }),
  cause('screen-cable-bad', 'The screen cable is broken', 'display', withScreen(0.004, 0.008), 0.4, { odds: HARD, ruins: ['screen cable'] }),
  cause('backlight', 'The backlight is dead', 'display', withScreen(0.008, 0.008), 0.35, { odds: HARD, ruins: ['panel'] }),
  cause('lid-sensor', 'The lid sensor says “closed”', 'display', portable(0.005), 0.4),

  cause('heatsink-blocked', 'The heatsink is packed with dust', 'heat', all(0.1), 0.75),
  cause('paste-dry', 'The paste has dried out', 'heat', all(0.08), 0.8),
  cause('fan-dead', 'A fan is dead', 'heat', all(0.015), 0.55, { ruins: ['fan'] }),
  cause('fan-header', 'The board’s fan connector is dead', 'heat', { desktop: 0.003, small: 0.003, aio: 0.002, laptop: 0.002 }, 0.5),
  cause('fan-control', 'The fan control leaves the fan at idle', 'heat', all(0.004), 0.6),
  cause('sensor-off', 'A temperature sensor is off', 'heat', { desktop: 0.003, small: 0.005, aio: 0.008, laptop: 0.002 }, 0.7),
  cause('grille-loose', 'A loose grille or lead touches the fan', 'heat', all(0.006), 0.8),

  cause('drive-out', 'The drive has been taken out', 'storage', all(0.12), 0.75, { odds: STRIPPED, ruins: ['drive'] }),
  cause('drive-dead', 'The drive is dead', 'storage', all(0.015), 0.6, { odds: HARD, ruins: ['drive'] }),
  cause('drive-failing', 'The drive is failing', 'storage', all(0.04), 0.7, { ruins: ['drive'] }),
  cause('drive-cable', 'The drive’s cable is off or bad', 'storage', { desktop: 0.012, small: 0.008, aio: 0.008, laptop: 0.006 }, 0.6),
  cause('port-off', 'The drive’s port is switched off in set-up', 'storage', all(0.004), 0.65),

  cause('boot-order', 'The start order is wrong', 'boot', all(0.015), 0.7),
  cause('system-none', 'No system on the drive', 'boot', all(0.15), 0.9, { odds: { tradein: 0.3, owner: 0.1 } }),
  cause('system-broken', 'The system on the drive is damaged', 'boot', all(0.04), 0.85),
  cause('clone-driver', 'A cloned system lacks the driver of its new bus', 'boot', all(0.004), 0.85),
  cause('firmware-hang', 'Old firmware hangs at start', 'boot', all(0.006), 0.5),
  cause('coin-cell', 'The coin cell is flat', 'boot', { desktop: 0.08, small: 0.06, aio: 0.05, laptop: 0.02 }, 0.92),

  cause('battery-swollen', 'The battery is swollen', 'battery', portable(0.015), 0.3, { ruins: ['battery'] }),
  cause('battery-out', 'The battery is missing', 'battery', portable(0.04), 0.7, { odds: STRIPPED, ruins: ['battery'] }),
  cause('battery-worn', 'The battery is worn', 'battery', portable(0.3), 0.85, { ruins: ['battery'] }),
  cause('battery-erratic', 'A weak cell makes the battery erratic', 'battery', portable(0.03), 0.8, { ruins: ['battery'] }),
  cause('charge-circuit', 'The board does not charge the battery', 'battery', portable(0.006), 0.5, { odds: HARD }),

  cause('keys-dirty', 'Keys stick from dirt', 'input', portable(0.05), 0.8),
  cause('keyboard-bad', 'The keyboard is bad', 'input', portable(0.015), 0.6, { ruins: ['keyboard'] }),
  cause('touchpad-bad', 'The touchpad is bad', 'input', portable(0.008), 0.65),
  cause('port-damaged', 'An outside port is damaged', 'board', all(0.02), 0.85),
  cause('optical-stuck', 'The optical drive is stuck', 'storage', { desktop: 0.02, laptop: 0.015, aio: 0.02 }, 0.93, { ruins: ['optical'] }),
  cause('wireless-none', 'Wireless is missing or dead', 'board', { laptop: 0.02, aio: 0.015 }, 0.85, { ruins: ['wireless'] }),
];

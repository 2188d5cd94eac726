import type { Cause } from '@/core/catalogue';
import { all, cause, fixed, HARD, IN_USE, OPENED, portable, STRIPPED, towers } from './write';

/** Dead machines, chargers and supplies, batteries. */
export const powerCauses: Cause[] = [
  cause('lead-off', 'A power lead is off inside', 'power', fixed(0.015), 0.35, 'Nothing is spoilt; it stays dead.', { odds: OPENED }),
  cause('supply-dead', 'The power supply is dead', 'power', { desktop: 0.02, small: 0.015, aio: 0.03 }, 0.3, 'A supply that died with a bang can take the board along.', { odds: HARD, ruins: ['supply'] }),
  cause('supply-weak', 'The power supply is out of limits', 'power', { desktop: 0.012, small: 0.008, aio: 0.01 }, 0.45, 'Low or rough rails wear out drive and board.', { odds: HARD, ruins: ['supply'] }),
  cause('supply-fan', 'The supply’s own fan is failing', 'power', towers(0.006, 0.004), 0.7, 'The supply cooks itself and then what hangs on it.', { ruins: ['supply'] }),
  cause('supply-switch', 'The supply’s switch or voltage selector stands wrong', 'power', { desktop: 0.004 }, 0.4, 'On the lower setting a higher mains voltage destroys the supply.'),
  cause('mains-lead', 'The mains lead is bad', 'power', all(0.006), 0.6, 'A loose core heats up: a fire risk.'),
  cause('charger-low', 'The charger gives too little', 'power', { laptop: 0.02, small: 0.01 }, 0.6, 'It dies in use, and the battery never fills.', { ruins: ['charger'] }),
  cause('charger-cord', 'The charger cord is broken', 'power', portable(0.025), 0.6, 'Sparks and heat at the break.', { ruins: ['charger'] }),
  cause('charger-id', 'The machine does not know its charger', 'power', portable(0.006), 0.7, 'It runs at half speed and does not charge.', { ruins: ['charger'] }),
  cause('jack-loose', 'The power socket is loose or broken', 'power', portable(0.02), 0.4, 'Arcing burns the socket and the board round it.', { odds: HARD, ruins: ['socket'] }),
  cause('charge-latch', 'Left-over charge holds it off', 'power', all(0.008), 0.35, 'Nothing is spoilt; it only looks dead.', { odds: HARD }),
  cause('button-bad', 'The power button is faulty', 'power', all(0.005), 0.4, 'It leaves the buyer stranded.'),
  cause('button-lead', 'The button’s lead is off its pins', 'power', fixed(0.006), 0.4, 'Nothing is spoilt; it only looks dead.', { odds: OPENED }),
  cause('reset-stuck', 'The reset button is stuck in', 'power', { desktop: 0.002 }, 0.4, 'Nothing is spoilt; it never gets past its reset.'),
  cause('port-shorted', 'A shorted port or plugged-in device trips it', 'power', all(0.004), 0.5, 'The port’s supply track burns through.', { odds: HARD }),
  cause('input-stage', 'The board’s power input is broken', 'board', { laptop: 0.006, aio: 0.002, small: 0.001 }, 0.18, 'Forcing power into it can burn the board.', { odds: HARD, ruins: ['board'] }),

  cause('battery-swollen', 'The battery is swollen', 'battery', portable(0.015), 0.3, 'Fire; and it bends touchpad and case.', { ruins: ['battery'], shownBy: null }),
  cause('battery-out', 'The battery is missing', 'battery', portable(0.04), 0.7, 'Nothing is spoilt; it runs on mains alone.', { odds: STRIPPED, ruins: ['battery'], shownBy: null }),
  cause('battery-worn', 'The battery is worn', 'battery', portable(0.3), 0.85, 'It gets worse by the month.', { ruins: ['battery'] }),
  cause('battery-erratic', 'A weak cell makes the battery erratic', 'battery', portable(0.03), 0.8, 'Sudden power loss damages files, and a weak cell can swell.', { ruins: ['battery'] }),
  cause('battery-drags', 'A shorted battery keeps it from starting', 'battery', portable(0.006), 0.5, 'A shorted pack heats on the charger: a fire risk.', { odds: HARD, ruins: ['battery'], shownBy: null }),
  cause('battery-contact', 'The battery’s contacts are dirty or it is not home', 'battery', portable(0.01), 0.75, 'It cuts out when moved.'),
  cause('battery-foreign', 'The battery is not one the machine accepts', 'battery', portable(0.01), 0.75, 'It may never charge; untested cells.', { ruins: ['battery'] }),
  cause('battery-gauge', 'The battery’s gauge is out of step', 'battery', portable(0.015), 0.9, 'It switches off with charge left.', { odds: IN_USE }),
  cause('battery-asleep', 'The battery has slept too deep to wake at once', 'battery', portable(0.01), 0.85, 'Left long it does not come back.'),
  cause('charge-limit', 'A setting stops the charge early', 'battery', portable(0.01), 0.95, 'Nothing is spoilt; it looks like a worn battery.'),
  cause('charge-circuit', 'The board does not charge the battery', 'battery', portable(0.006), 0.5, 'The battery runs down for good.', { odds: HARD }),
];

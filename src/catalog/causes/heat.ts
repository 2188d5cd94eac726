import type { Cause } from '@/core/catalogue';
import { all, cause, IN_USE, OPENED, withScreen } from './write';

/** Hot, noisy, shuts down. */
export const heatCauses: Cause[] = [
  cause('heatsink-blocked', 'The heatsink is packed with dust', 'heat', all(0.1), 0.75, 'Years of heat kill graphics, capacitors and drive.'),
  cause('vents-blocked', 'The outside grilles are blocked', 'heat', all(0.02), 0.9, 'The whole inside runs hot.', { shownBy: null }),
  cause('paste-dry', 'The paste has dried out', 'heat', all(0.08), 0.8, 'The chip lives at its limit and slows down.'),
  cause('sink-loose', 'The heatsink is not tight', 'heat', all(0.006), 0.6, 'The chip trips within minutes and may crack.', { odds: OPENED }),
  cause('pad-missing', 'A thermal pad is missing', 'heat', { laptop: 0.003, aio: 0.002 }, 0.7, 'Regulators or graphics memory burn out.', { odds: OPENED }),
  cause('heat-pipe', 'A heat pipe is dry or crushed', 'heat', withScreen(0.002, 0.005), 0.65, 'It never cools again, whatever is cleaned.', { ruins: ['heatsink'] }),
  cause('fan-dead', 'A fan is dead', 'heat', all(0.012), 0.55, 'It trips or slowly cooks.', { ruins: ['fan'] }),
  cause('fan-worn', 'A fan’s bearing is worn', 'heat', all(0.02), 0.8, 'It stalls one day without a word.', { ruins: ['fan'] }),
  cause('fan-lead', 'A fan’s lead is off', 'heat', all(0.004), 0.7, 'It trips or slowly cooks.', { odds: OPENED }),
  cause('case-fan', 'The case fan is dead', 'heat', { desktop: 0.012 }, 0.85, 'Drives and board run warm.', { ruins: ['fan'] }),
  cause('fan-header', 'The board’s fan connector is dead', 'heat', { desktop: 0.003, small: 0.003, aio: 0.002, laptop: 0.002 }, 0.5, 'No fan will cool it.'),
  cause('fan-control', 'The fan control leaves the fan at idle', 'heat', all(0.004), 0.6, 'It cooks while the fan could do it easily.'),
  cause('sensor-off', 'A temperature sensor is off', 'heat', { desktop: 0.003, small: 0.005, aio: 0.008, laptop: 0.002 }, 0.7, 'Fans flat out wear out; real heat goes unseen.', { odds: OPENED }),
  cause('grille-loose', 'A loose grille or lead touches the fan', 'heat', all(0.006), 0.8, 'It stalls the fan and cuts the lead.', { odds: OPENED, shownBy: null }),
  cause('busy-program', 'A program keeps the processor busy', 'heat', all(0.012), 0.95, 'It wastes power and life, and may be hostile.', { odds: IN_USE }),
];

import type { Cause } from '@/core/catalogue';
import { all, cause, HARD, OPENED, portable, towers, withScreen } from './write';

/** No picture, or a wrong one. */
export const screenCauses: Cause[] = [
  cause('wrong-port', 'The monitor is on the wrong port', 'display', { desktop: 0.02, small: 0.006 }, 0.5, 'Nothing is spoilt.', { shownBy: 'power' }),
  cause('video-lead', 'The monitor’s lead is broken or its pins are bent', 'display', towers(0.006), 0.7, 'A bent pin forced in breaks the socket.', { shownBy: 'power' }),
  cause('monitor-input', 'The monitor listens to another input', 'display', towers(0.006), 0.7, 'Nothing is spoilt.', { shownBy: 'power' }),
  cause('video-socket', 'A video socket of the machine is broken', 'display', towers(0.004), 0.75, 'It works loose until the board tracks lift.', { odds: HARD, shownBy: 'power' }),
  cause('card-seat', 'The graphics card is badly seated', 'display', { desktop: 0.008 }, 0.4, 'A tilted card can burn its slot.', { odds: OPENED, shownBy: 'power' }),
  cause('card-power', 'The graphics card’s power lead is off', 'display', { desktop: 0.004 }, 0.5, 'Nothing is spoilt.', { odds: OPENED, shownBy: 'power' }),
  cause('card-bad', 'The graphics card is bad', 'display', { desktop: 0.008 }, 0.5, 'It may take the slot’s supply down.', { odds: HARD, ruins: ['card'], shownBy: 'power' }),
  cause('graphics-board', 'The board’s own graphics are bad', 'display', all(0.006), 0.22, 'It fails for good with heat.', { odds: HARD, ruins: ['board'] }),
  cause('graphics-driver', 'The graphics driver is missing or wrong', 'display', all(0.02), 0.92, 'Nothing is spoilt; film and games stutter.', { shownBy: 'power' }),
  cause('output-other', 'The picture is switched to another output', 'display', withScreen(0.003, 0.006), 0.6, 'Nothing is spoilt.', { shownBy: 'power' }),
  cause('brightness-down', 'The brightness is turned right down', 'display', withScreen(0.003, 0.004), 0.7, 'Nothing is spoilt.', { shownBy: 'power' }),
  cause('panel-bad', 'The panel is broken', 'display', withScreen(0.015, 0.03), 0.35, 'Cracks run on; loose glass cuts.', { odds: HARD, ruins: ['panel'], shownBy: 'power' }),
  cause('panel-marks', 'The panel has pressure marks or spots', 'display', withScreen(0.015, 0.03), 0.85, 'Marks spread when the lid is pressed.', { ruins: ['panel'], shownBy: 'power' }),
  cause('pixel-fault', 'Pixels stay dark or lit', 'display', withScreen(0.012, 0.02), 0.92, 'Must be told; the buyer sees it at once.', { ruins: ['panel'], shownBy: 'power' }),
  cause('screen-cable-off', 'The screen cable is loose or off', 'display', withScreen(0.008, 0.012), 0.4, 'A half-seated plug can burn the backlight fuse.', { odds: OPENED, shownBy: 'power' }),
  cause('screen-cable-bad', 'The screen cable is broken', 'display', withScreen(0.004, 0.008), 0.4, 'A bare core can short the backlight supply.', { odds: HARD, ruins: ['screen cable'], shownBy: 'power' }),
  cause('screen-board', 'The screen’s own board is bad', 'display', { aio: 0.005 }, 0.35, 'Nothing else is spoilt.', { odds: HARD, shownBy: 'power' }),
  cause('backlight', 'The backlight is dead', 'display', withScreen(0.008, 0.008), 0.35, 'Nothing else is spoilt.', { odds: HARD, ruins: ['panel'], shownBy: 'power' }),
  cause('lid-sensor', 'The lid sensor says “closed”', 'display', portable(0.005), 0.4, 'It sleeps while in use.', { shownBy: 'power' }),
  cause('hinge-worn', 'A hinge is loose or cracked', 'display', portable(0.02), 0.75, 'It tears the lid and the screen cable.'),
];

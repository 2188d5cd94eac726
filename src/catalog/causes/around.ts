import type { Cause } from '@/core/catalogue';
import { all, cause, HARD, OPENED, portable, STRIPPED, towers, withScreen } from './write';

/** What the user touches and hears: keys, touchpad, camera, ports, network, sound. */
export const aroundCauses: Cause[] = [
  cause('keys-dirty', 'Keys stick from dirt', 'input', portable(0.05), 0.8, 'Sticky keys are forced and break.'),
  cause('keyboard-bad', 'The keyboard is bad', 'input', portable(0.015), 0.6, 'Stuck keys type by themselves.', { ruins: ['keyboard'] }),
  cause('keyboard-lead', 'The keyboard’s lead is loose', 'input', portable(0.006), 0.65, 'Nothing is spoilt.', { odds: OPENED }),
  cause('key-cap', 'A key’s cap or clip is broken', 'input', portable(0.03), 0.88, 'The bare switch wears through.', { shownBy: null }),
  cause('layout-wrong', 'The keyboard layout is set wrong', 'input', withScreen(0.01, 0.02), 0.97, 'Nothing is spoilt; passwords fail.'),
  cause('touchpad-bad', 'The touchpad is bad', 'input', portable(0.008), 0.65, 'The pointer jumps by itself.'),
  cause('touchpad-off', 'The touchpad is switched off', 'input', portable(0.012), 0.9, 'Nothing is spoilt.'),
  cause('touchpad-lead', 'The touchpad’s lead is loose', 'input', portable(0.004), 0.7, 'Nothing is spoilt.', { odds: OPENED }),
  cause('touch-layer', 'The screen’s touch layer is dead', 'input', withScreen(0.006, 0.004), 0.85, 'Ghost touches open things by themselves.'),
  cause('camera-dead', 'The camera is dead', 'input', withScreen(0.008, 0.01), 0.9, 'Nothing else is spoilt.'),
  cause('camera-closed', 'The camera is covered or switched off', 'input', withScreen(0.015, 0.02), 0.97, 'Nothing is spoilt.', { shownBy: null }),

  cause('port-damaged', 'An outside port is damaged', 'board', all(0.02), 0.85, 'A bent tongue shorts the next plug.'),
  cause('port-gummed', 'A port is full of lint or glue', 'board', all(0.03), 0.92, 'Plugs forced in break the socket.'),
  cause('front-ports', 'The front ports’ lead is off', 'board', towers(0.008, 0.003), 0.9, 'Put on crooked, it burns the port.', { odds: OPENED }),
  cause('reader-dead', 'The card reader is dead', 'board', { laptop: 0.006, aio: 0.006, small: 0.003, desktop: 0.003 }, 0.95, 'Nothing else is spoilt.'),

  cause('wireless-none', 'Wireless is missing or dead', 'network', withScreen(0.015, 0.02), 0.85, 'Nothing else is spoilt.', { odds: STRIPPED, ruins: ['wireless'] }),
  cause('wireless-off', 'Wireless is switched off', 'network', withScreen(0.006, 0.015), 0.95, 'Nothing is spoilt.'),
  cause('wireless-driver', 'The wireless driver is missing', 'network', withScreen(0.015, 0.02), 0.93, 'Nothing is spoilt.'),
  cause('aerial-off', 'An aerial lead is off the wireless card', 'network', withScreen(0.005, 0.008), 0.9, 'A loose lead can short on the board.', { odds: OPENED }),
  cause('net-socket', 'The network socket is bad', 'network', all(0.004), 0.9, 'A bent contact breaks the next plug.', { odds: HARD }),
  cause('net-off', 'The network port is switched off in set-up', 'network', all(0.004), 0.96, 'Nothing is spoilt.'),
  cause('net-driver', 'The network driver is missing', 'network', all(0.015), 0.94, 'Nothing is spoilt.'),

  cause('sound-muted', 'The sound is muted or sent elsewhere', 'sound', all(0.015), 0.97, 'Nothing is spoilt.'),
  cause('sound-driver', 'The sound driver is missing', 'sound', all(0.012), 0.94, 'Nothing is spoilt.'),
  cause('sound-chip', 'The board’s sound is dead', 'sound', all(0.003), 0.85, 'Nothing else is spoilt.', { odds: HARD }),
  cause('speaker-bad', 'A speaker is torn or dead', 'sound', withScreen(0.01, 0.015), 0.88, 'Nothing else is spoilt.'),
  cause('speaker-lead', 'The speakers’ lead is off', 'sound', withScreen(0.004, 0.005), 0.9, 'Nothing is spoilt.', { odds: OPENED }),
  cause('headphone-stuck', 'The headphone socket thinks a plug is in', 'sound', withScreen(0.003, 0.006), 0.88, 'Nothing else is spoilt.'),
  cause('front-sound', 'The front sound lead is off', 'sound', towers(0.006, 0.002), 0.95, 'Nothing is spoilt.', { odds: OPENED }),
  cause('mic-dead', 'The microphone is dead', 'sound', withScreen(0.005, 0.008), 0.93, 'Nothing else is spoilt.'),
];

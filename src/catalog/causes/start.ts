import type { Cause } from '@/core/catalogue';
import { all, cause, HARD, IN_USE, OPENED, STRIPPED, towers } from './write';

/** Board and processor, memory, firmware and set-up, the system itself, the clock. */
export const startCauses: Cause[] = [
  cause('board-dead', 'The main board is dead', 'board', all(0.012), 0.16, 'Every minute more on it is lost.', { odds: HARD, ruins: ['board'] }),
  cause('board-caps', 'Capacitors on the board have gone', 'board', { desktop: 0.006, small: 0.004, aio: 0.004 }, 0.3, 'They leak onto the board and take the regulators along.', { odds: HARD, ruins: ['board'] }),
  cause('board-joint', 'A joint on the board comes and goes with heat', 'board', { laptop: 0.006, aio: 0.004, small: 0.002, desktop: 0.002 }, 0.25, 'It comes back as a return.', { odds: HARD, ruins: ['board'] }),
  cause('metal-short', 'A loose screw or stray metal under the board', 'board', all(0.004), 0.3, 'The next time it moves it may burn the board.', { odds: OPENED }),
  cause('liquid', 'Liquid has been in it', 'board', { laptop: 0.015, desktop: 0.003, small: 0.002, aio: 0.004 }, 0.2, 'Corrosion goes on creeping under the chips.', { odds: HARD, ruins: ['board', 'keyboard'] }),
  cause('cpu-seat', 'Processor badly seated or pins bent', 'board', towers(0.004, 0.003), 0.25, 'Power through a bent pin can kill board and processor.', { odds: OPENED, ruins: ['processor'] }),
  cause('cpu-fouled', 'Paste on the processor’s contacts', 'board', towers(0.002), 0.3, 'Conductive paste can short the socket.', { odds: OPENED }),
  cause('cpu-dead', 'The processor is dead', 'board', towers(0.002), 0.3, 'Nothing else is spoilt.', { odds: HARD, ruins: ['processor'] }),
  cause('cpu-unknown', 'The firmware does not know this processor', 'board', { desktop: 0.002, small: 0.001 }, 0.4, 'Nothing is spoilt; it never starts.', { odds: OPENED }),

  cause('memory-contact', 'Memory contact or seating', 'memory', all(0.03), 0.35, 'Errors now and then damage files.', { odds: HARD }),
  cause('memory-unseated', 'One module is not fully home', 'memory', all(0.008), 0.5, 'A half-seated module can burn its contacts.', { odds: OPENED }),
  cause('module-bad', 'A memory module is bad', 'memory', all(0.015), 0.35, 'Silent errors damage the system and files.', { odds: HARD, ruins: ['memory'] }),
  cause('slot-bad', 'A memory slot is bad', 'memory', all(0.005), 0.5, 'It drops out again when the machine is moved.', { odds: HARD }),
  cause('memory-out', 'The memory has been taken out', 'memory', all(0.02), 0.6, 'Nothing is spoilt.', { odds: STRIPPED, ruins: ['memory'] }),
  cause('memory-type', 'The wrong kind of memory was put in', 'memory', all(0.003), 0.5, 'Wrong voltage can spoil module or board.', { odds: OPENED }),
  cause('mixed-modules', 'Modules that do not go together', 'memory', all(0.006), 0.7, 'Odd crashes that come back as returns.'),
  cause('memory-limit', 'The board does not take these modules in full', 'memory', all(0.004), 0.85, 'Nothing is spoilt; a bigger module is wasted here.', { shownBy: 'picture' }),
  cause('slot-small', 'The first slots take only small modules', 'memory', { desktop: 0.003, small: 0.002, laptop: 0.002 }, 0.9, 'Nothing is spoilt.', { shownBy: 'picture' }),
  cause('system-32', 'A 32-bit system sees only part of the memory', 'memory', all(0.012), 0.9, 'Nothing is spoilt; memory lies idle.', { shownBy: 'picture' }),
  cause('graphics-share', 'Built-in graphics take too large a share', 'memory', all(0.006), 0.95, 'Nothing is spoilt.', { shownBy: 'picture' }),

  cause('boot-order', 'The start order is wrong', 'boot', all(0.015), 0.7, 'Nothing is spoilt.'),
  cause('media-left', 'A left stick, card or disc is tried first', 'boot', all(0.008), 0.75, 'Somebody’s data may be on it.', { odds: IN_USE, shownBy: null }),
  cause('start-mode', 'Old or new start mode does not match the system', 'boot', all(0.008), 0.75, 'Nothing is spoilt.'),
  cause('start-entry', 'The start entry is lost', 'boot', all(0.008), 0.8, 'Nothing is spoilt.'),
  cause('drive-mode', 'The drive controller’s mode was changed', 'boot', { desktop: 0.006, small: 0.005, aio: 0.004, laptop: 0.004 }, 0.8, 'Nothing is spoilt.'),
  cause('system-none', 'No system on the drive', 'boot', all(0.15), 0.9, 'Nothing is spoilt.', { odds: { tradein: 0.3, owner: 0.1 } }),
  cause('system-broken', 'The system on the drive is damaged', 'boot', all(0.04), 0.85, 'It damages more with every start.'),
  cause('driver-bad', 'A driver hangs the running system', 'boot', all(0.01), 0.85, 'Crashes damage files.', { odds: IN_USE }),
  cause('system-clutter', 'The system is choked by what starts with it', 'boot', all(0.02), 0.9, 'It only gets slower; unwanted programs may spy.', { odds: IN_USE }),
  cause('clone-driver', 'A cloned system lacks the driver of its new bus', 'boot', all(0.004), 0.85, 'Nothing is spoilt.'),
  cause('firmware-hang', 'Old firmware hangs at start', 'boot', all(0.006), 0.5, 'Nothing is spoilt.'),
  cause('firmware-corrupt', 'The firmware is damaged', 'boot', all(0.004), 0.25, 'Nothing else is spoilt.', { odds: HARD, shownBy: null }),
  cause('setup-corrupt', 'Bad set-up values hold it at start', 'boot', all(0.008), 0.5, 'Nothing is spoilt.', { odds: HARD, shownBy: null }),
  cause('setup-locked', 'A set-up password locks it', 'boot', all(0.01), 0.5, 'It may be somebody’s property: ask before unlocking.', { odds: { clearout: 1.5, owner: 0.3 } }),

  cause('coin-cell', 'The coin cell is flat', 'clock', { desktop: 0.08, small: 0.06, aio: 0.05, laptop: 0.02 }, 0.92, 'It forgets its set-up; an old cell can leak.'),
  cause('cell-holder', 'The coin cell’s holder or lead makes no contact', 'clock', all(0.003), 0.9, 'It forgets its set-up.', { odds: OPENED }),
  cause('clear-jumper', 'The clear jumper was left on', 'clock', towers(0.002), 0.9, 'It forgets its set-up at every start.', { odds: OPENED }),
  cause('clock-unset', 'The clock was only set wrong', 'clock', all(0.02), 0.99, 'Updates and secure pages fail.'),
];

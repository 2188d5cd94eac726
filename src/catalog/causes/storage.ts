import type { Cause } from '@/core/catalogue';
import { all, cause, HARD, IN_USE, OPENED, STRIPPED } from './write';

/** Hard disks, solid-state and optical drives. */
export const storageCauses: Cause[] = [
  cause('drive-out', 'The drive has been taken out', 'storage', all(0.12), 0.75, 'Nothing is spoilt.', { odds: STRIPPED, ruins: ['drive'] }),
  cause('drive-dead', 'The drive is dead', 'storage', all(0.015), 0.6, 'Its data cannot be erased any more: it must be destroyed.', { odds: HARD, ruins: ['drive'] }),
  cause('drive-failing', 'The drive is failing', 'storage', all(0.04), 0.7, 'It dies with the buyer’s data.', { ruins: ['drive'] }),
  cause('drive-worn', 'The solid-state drive is near its end', 'storage', all(0.012), 0.8, 'It turns read-only or vanishes.', { ruins: ['drive'] }),
  cause('drive-cable', 'The drive’s cable is off or bad', 'storage', { desktop: 0.012, small: 0.008, aio: 0.008, laptop: 0.006 }, 0.6, 'Errors on the line damage files.', { odds: OPENED }),
  cause('drive-power', 'The drive’s power lead is off', 'storage', { desktop: 0.008, small: 0.004, aio: 0.003 }, 0.6, 'Nothing is spoilt.', { odds: OPENED }),
  cause('drive-seat', 'The drive or its adapter is not fully home', 'storage', { laptop: 0.01, small: 0.008, aio: 0.006, desktop: 0.003 }, 0.65, 'It drops out when the machine is moved.', { odds: OPENED }),
  cause('drive-jumper', 'The drive’s jumper or place on the cable is wrong', 'storage', { desktop: 0.003 }, 0.7, 'Nothing is spoilt.', { odds: OPENED }),
  cause('drive-disagree', 'Drive and board do not agree', 'storage', { desktop: 0.002, laptop: 0.001 }, 0.7, 'Nothing is spoilt.'),
  cause('port-off', 'The drive’s port is switched off in set-up', 'storage', all(0.004), 0.65, 'Nothing is spoilt.'),
  cause('port-warn', 'An enabled port with nothing on it warns at start', 'storage', { desktop: 0.006, small: 0.002 }, 0.95, 'Nothing is spoilt; it waits for a key.'),
  cause('slow-port', 'The drive sits on a slow port or mode', 'storage', { desktop: 0.008, laptop: 0.003, small: 0.003, aio: 0.003 }, 0.92, 'Nothing is spoilt; it feels old.'),
  cause('drive-locked', 'The drive is locked by a password', 'storage', all(0.005), 0.7, 'It cannot be erased by command: destroy or return it.', { ruins: ['drive'] }),
  cause('drive-full', 'The drive is full', 'storage', all(0.01), 0.95, 'Updates fail half-way and damage the system.', { odds: IN_USE }),

  cause('optical-stuck', 'The optical drive’s tray is stuck', 'optical', { desktop: 0.015, laptop: 0.01, aio: 0.012 }, 0.93, 'Nothing else is spoilt.'),
  cause('optical-lens', 'The optical drive’s lens is dirty', 'optical', { desktop: 0.015, laptop: 0.01, aio: 0.01 }, 0.95, 'Nothing is spoilt.'),
  cause('optical-dead', 'The optical drive is dead', 'optical', { desktop: 0.008, laptop: 0.008, aio: 0.008 }, 0.93, 'Nothing else is spoilt.', { ruins: ['optical'] }),
  cause('optical-lead', 'The optical drive’s lead is off', 'optical', { desktop: 0.006, laptop: 0.003, aio: 0.003 }, 0.95, 'Nothing is spoilt.', { odds: OPENED }),
  cause('disc-left', 'A disc was left in the optical drive', 'optical', { desktop: 0.012, laptop: 0.006, aio: 0.006 }, 0.98, 'Somebody’s data: log it, return or destroy it.', { odds: IN_USE, shownBy: null }),
];

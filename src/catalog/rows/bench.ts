import type { BenchNeed } from '@/core/catalogue';

/** How the machine has to stand for a look or a repair. */
export const POWERED: BenchNeed = { plugged: true };
export const UNPLUGGED: BenchNeed = { plugged: false };
/** The battery comes off first, wherever there is one. */
export const OPEN: BenchNeed = { caseOpen: true, plugged: false, batteryOut: true };
export const OPEN_POWERED: BenchNeed = { caseOpen: true, plugged: true };
export const BOARD_OUT: BenchNeed = { caseOpen: true, plugged: false, batteryOut: true, boardOut: true };

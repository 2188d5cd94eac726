import type { Chassis } from '@/core/catalogue';
import type { PortKind } from '@/core/record/places/ports';

/**
 * Sockets a buyer asks for, in the order they are told. `usual`: how many such a machine has as a rule. Common
 * practice; which tests of the rubric they are: shop estimate.
 */
const port = (
  id: string,
  name: string,
  more: Omit<PortKind, 'id' | 'name' | 'usual'> & { usual?: Partial<Record<Chassis, number>> } = {},
): PortKind => ({ id, name, usual: {}, ...more });

export const portKinds: readonly PortKind[] = [
  port('usb-a', 'USB-A', { test: 'usb', usual: { desktop: 8, small: 6, aio: 5, laptop: 3 } }),
  port('usb-c', 'USB-C', { test: 'usb', usual: { desktop: 1, small: 1, aio: 1, laptop: 1 } }),
  port('hdmi', 'HDMI', { test: 'video', usual: { small: 1, aio: 1, laptop: 1 } }),
  port('displayport', 'DisplayPort', { test: 'video', usual: { desktop: 2, small: 1 } }),
  port('mini-displayport', 'Mini DisplayPort', { test: 'video' }),
  port('vga', 'VGA', { test: 'video', usual: { desktop: 1 } }),
  port('dvi', 'DVI', { test: 'video' }),
  port('network', 'wired network', { test: 'network', usual: { desktop: 1, small: 1, aio: 1, laptop: 1 } }),
  port('audio', 'audio', { test: 'sound', usual: { desktop: 4, small: 1, aio: 1, laptop: 1 } }),
  port('card', 'card reader', { test: 'reader', usual: { aio: 1, laptop: 1 } }),
  port('serial', 'serial (RS-232)', {}),
  port('parallel', 'parallel (IEEE 1284)'),
  port('mini-din', 'round keyboard or mouse'),
  port('dock', 'docking', {}),
];

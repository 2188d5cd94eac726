import type { Rubric, Surface } from '@/core/grade/rubric';

const surface = (
  id: string,
  name: string,
  visibility: number,
  cap: number,
  x: number,
  y: number,
  width: number,
  height: number,
): Surface => ({ id, name, visibility, cap, x, y, width, height });

/** Shop rubric; limits are the shop's own. Drawn on a 320 x 200 sheet. */
export const rubric: Rubric = {
  version: '2026.3',
  source: 'shop rubric',
  surfaces: {
    laptop: [
      surface('lid', 'Lid', 1, 12, 8, 8, 140, 88),
      surface('screen', 'Screen', 1.6, 20, 172, 8, 140, 88),
      surface('keys', 'Keys', 1.1, 10, 172, 108, 140, 46),
      surface('palm', 'Palm rest', 1, 10, 172, 154, 140, 38),
      surface('base', 'Base', 0.4, 5, 8, 108, 140, 64),
      surface('edges', 'Edges and ports', 0.7, 6, 8, 176, 140, 16),
    ],
    desktop: [
      surface('front', 'Front', 1.3, 14, 8, 8, 80, 184),
      surface('left', 'Left side', 0.8, 8, 96, 8, 104, 88),
      surface('right', 'Right side', 0.8, 8, 208, 8, 104, 88),
      surface('top', 'Top', 0.8, 8, 96, 104, 104, 88),
      surface('rear', 'Rear and ports', 0.4, 5, 208, 104, 104, 88),
    ],
    small: [
      surface('front', 'Front', 1.3, 14, 8, 8, 148, 56),
      surface('top', 'Top', 1, 10, 8, 72, 148, 120),
      surface('sides', 'Sides', 0.8, 8, 164, 8, 148, 56),
      surface('base', 'Base', 0.4, 5, 164, 72, 148, 56),
      surface('rear', 'Rear and ports', 0.4, 5, 164, 136, 148, 56),
    ],
    aio: [
      surface('screen', 'Screen', 1.6, 20, 8, 8, 196, 120),
      surface('bezel', 'Chin and bezel', 1.1, 10, 8, 132, 196, 28),
      surface('stand', 'Stand', 0.8, 6, 8, 164, 196, 28),
      surface('rear', 'Rear', 0.5, 6, 212, 8, 100, 120),
      surface('edges', 'Edges and ports', 0.6, 5, 212, 132, 100, 60),
    ],
  },
  defects: [
    { id: 'scratch', name: 'Scratch', points: [1, 3, 6], minutes: [3, 6, 12] },
    { id: 'dent', name: 'Dent', points: [2, 5, 9], minutes: null },
    { id: 'crack', name: 'Crack', points: [4, 8, 14], minutes: [12, 20, 35] },
    { id: 'shine', name: 'Worn shiny', points: [1, 2, 4], minutes: null },
    { id: 'stain', name: 'Stain', points: [1, 3, 5], minutes: [2, 4, 8] },
    { id: 'glue', name: 'Sticker or glue', points: [1, 2, 4], minutes: [2, 4, 8] },
    { id: 'missing', name: 'Missing piece', points: [3, 6, 10], minutes: [4, 8, 15] },
    { id: 'pixel', name: 'Pixel fault or spot', points: [2, 5, 10], minutes: null },
  ],
  tests: [
    {
      id: 'surfaces',
      name: 'Every surface looked at, marks put down',
      failCaps: 'D',
      how: 'In good light, turned to all sides; what is seen is marked on the drawing.',
    },
    { id: 'starts', name: 'Starts and stays on', failCaps: null },
    {
      id: 'display',
      name: 'Picture, colours, brightness',
      failCaps: null,
      how: 'White, black, red, green, blue, full screen.',
    },
    { id: 'usb', name: 'Every USB port', failCaps: 'C', how: 'Something in each: it must appear.' },
    { id: 'video', name: 'Every video socket', failCaps: 'C', how: 'A screen on each, one after another.' },
    { id: 'sound', name: 'Sound, left and right', failCaps: 'C' },
    { id: 'network', name: 'Wired network', failCaps: 'C' },
    { id: 'wireless', name: 'Wireless network', failCaps: 'C' },
    {
      id: 'short-radio',
      name: 'Short-range radio',
      failCaps: 'B',
      how: 'It lists something near it; apart from the wireless network.',
    },
    {
      id: 'load',
      name: 'Ten minutes of load',
      failCaps: null,
      how: 'Note the top temperature; a soak by the machine itself counts.',
    },
    { id: 'drivers', name: 'Device list complete', failCaps: 'C', how: 'No device without its driver.' },
    {
      id: 'activation',
      name: 'System activated, or free',
      failCaps: 'C',
      how: 'Not fitted: it goes without a system.',
    },
    {
      id: 'locks',
      name: 'Free of locks: set-up, drive, account, office',
      failCaps: null,
      how: 'Set-up opens without a password; a fresh system asks for nobody’s account and reports to no office. Not fitted: it has none that could be locked.',
    },
    { id: 'reader', name: 'Card reader', failCaps: 'B', how: 'A card is read and written.' },
    { id: 'keys', name: 'Every key', chassis: ['laptop'], failCaps: null },
    { id: 'touchpad', name: 'Touchpad and click', chassis: ['laptop'], failCaps: 'C' },
    {
      id: 'touch',
      name: 'Touch screen',
      chassis: ['laptop', 'aio'],
      failCaps: 'C',
      how: 'Every part of it is reached.',
    },
    {
      id: 'charging',
      name: 'Charges with its charger',
      chassis: ['laptop'],
      failCaps: null,
      how: 'With the charger it leaves with, at every socket that charges.',
    },
    {
      id: 'hinge',
      name: 'Hinges hold, picture stays',
      chassis: ['laptop'],
      failCaps: 'C',
      how: 'Open and close it slowly; it stands at every angle, the picture does not flicker.',
    },
    { id: 'camera', name: 'Camera', chassis: ['laptop', 'aio'], failCaps: 'C' },
    { id: 'microphone', name: 'Microphone', chassis: ['laptop', 'aio'], failCaps: 'C' },
    { id: 'optical', name: 'Optical drive', chassis: ['desktop', 'laptop', 'aio'], failCaps: 'B' },
  ],
  limits: { A: 4, B: 12, C: 26, D: 1000 },
  battery: { A: 0.8, B: 0.6, C: 0.4, D: 0 },
  topCelsius: { A: 80, B: 88, C: 95, D: 1000 },
  heatMargin: { A: 15, B: 8, C: 3, D: -1000 },
  behaviour: { good: 'A', fair: 'B', weak: 'D', unknown: 'A' },
  clockLost: 'C',
  clockKept: 'C',
  // shop estimate: it does what it was sold for, warm
  baseKept: 'B',
  // common practice, as a heat run has it
  clockHeld: 0.9,
};

/**
 * Tests of the rubric before 2026.2. What was graded then, before a rubric was kept with its grade, was graded by these
 * and by whatever its house had added.
 */
export const earlierTests = [
  'surfaces',
  'starts',
  'display',
  'usb',
  'sound',
  'network',
  'load',
  'keys',
  'touchpad',
  'camera',
  'optical',
];

import type { Chassis, PartClass } from '@/core/catalogue';
import type { DonorPlace } from '@/core/parts/donor';

/**
 * Places of a donor by kind of machine: what lies in front of what, the minutes to take it out once that is
 * out, and where it lies on a drawing of 320 by 200. A place without a worth of its own is worth what the house
 * says of its class. Minutes and worths: shop estimate; what lies where: common practice.
 */
const place = (
  id: string,
  name: string,
  partClass: PartClass,
  minutes: number,
  after: string | null,
  box: readonly [number, number, number, number],
  minor?: number,
): DonorPlace => ({
  id,
  name,
  class: partClass,
  minutes,
  ...(after && { after }),
  x: box[0],
  y: box[1],
  width: box[2],
  height: box[3],
  ...(minor !== undefined && { minor }),
});
/** Parts that come with no other part: not put into what is built, they are not in it. Common practice. */
export const comesAlone: readonly PartClass[] = ['board', 'supply', 'panel', 'keyboard', 'battery'];
/** Parts that may sit on a board that is put in. Common practice. */
export const comesOnBoard: readonly PartClass[] = ['processor', 'heatsink', 'fan', 'coin cell', 'wireless'];

/** Nothing comes out of it: it has to be opened. */
const opening = (minutes: number): DonorPlace => ({ id: 'open', name: 'Open it', class: null, minutes });

export const donorPlaces: Record<Chassis, readonly DonorPlace[]> = {
  laptop: [
    opening(4),
    place('battery', 'Battery', 'battery', 1, 'open', [8, 150, 120, 42]),
    place('memory', 'Memory', 'memory', 1, 'open', [64, 62, 40, 30]),
    place('drive', 'Drive', 'drive', 2, 'open', [108, 100, 40, 46]),
    place('wireless', 'Wireless card', 'wireless', 1.5, 'open', [20, 62, 40, 30]),
    place('fan', 'Fan', 'fan', 1.5, 'open', [108, 8, 40, 36]),
    place('heatsink', 'Heatsink', 'heatsink', 2, 'fan', [64, 8, 40, 24], 60),
    place('board', 'Board', 'board', 6.5, 'keyboard', [20, 36, 84, 22]),
    place('socket', 'Power socket', 'socket', 2, 'board', [8, 8, 28, 24], 80),
    place('coin', 'Coin cell', 'coin cell', 0.5, 'open', [40, 8, 20, 24], 10),
    place('optical', 'Optical drive', 'optical', 1, 'open', [108, 62, 40, 34], 60),
    place('speakers', 'Speakers', 'cable', 2, 'open', [8, 96, 96, 20], 50),
    place('base', 'Bottom cover', 'case', 0, 'open', [8, 120, 96, 26], 90),
    place('keyboard', 'Keyboard', 'keyboard', 4, 'open', [168, 112, 96, 42]),
    place('touchpad', 'Touchpad', 'cable', 2, 'board', [196, 160, 44, 32], 60),
    place('palm', 'Palm rest', 'case', 1, 'board', [268, 112, 44, 80], 180),
    place('panel', 'Panel', 'panel', 6, null, [176, 18, 112, 62]),
    place('panel-cable', 'Screen cable', 'screen cable', 2, 'panel', [176, 84, 60, 14], 90),
    place('bezel', 'Bezel', 'case', 0, 'panel', [168, 8, 144, 8], 60),
    place('camera', 'Camera', 'cable', 1, 'panel', [292, 18, 20, 20], 50),
    place('hinges', 'Hinges', 'case', 3, 'panel', [240, 84, 72, 14], 90),
    place('lid', 'Lid', 'case', 1, 'hinges', [292, 42, 20, 38], 120),
    place('charger', 'Charger', 'charger', 0.5, null, [132, 150, 28, 42]),
  ],
  desktop: [
    opening(1.5),
    place('memory', 'Memory', 'memory', 1, 'open', [196, 30, 30, 70]),
    place('drive', 'Drive', 'drive', 2.5, 'open', [244, 104, 64, 30]),
    place('drive2', 'Second drive', 'drive', 2.5, 'open', [244, 138, 64, 24], 250),
    place('card', 'Graphics card', 'card', 2, 'open', [96, 110, 130, 16], 500),
    place('card2', 'Other card', 'card', 1, 'open', [96, 130, 130, 12], 80),
    place('wireless', 'Wireless card', 'wireless', 1, 'open', [96, 146, 60, 12], 80),
    place('supply', 'Supply', 'supply', 2.5, 'open', [8, 8, 80, 60]),
    place('fan', 'Processor’s fan', 'fan', 1, 'open', [112, 30, 40, 30]),
    place('heatsink', 'Heatsink', 'heatsink', 1, 'fan', [112, 64, 40, 20], 60),
    place('processor', 'Processor', 'processor', 2, 'fan', [156, 30, 34, 34]),
    place('board', 'Board', 'board', 4.3, 'open', [96, 8, 130, 18]),
    place('coin', 'Coin cell', 'coin cell', 0.5, 'open', [196, 162, 24, 14], 10),
    place('optical', 'Optical drive', 'optical', 1.2, 'open', [244, 8, 64, 34]),
    place('case-fan', 'Case fan', 'fan', 1.5, 'open', [8, 72, 80, 50], 40),
    place('reader', 'Card reader', 'cable', 1.5, 'front', [244, 46, 64, 18], 60),
    place('front-ports', 'Front ports', 'cable', 1.5, 'front', [244, 68, 64, 18], 60),
    place('front', 'Front', 'case', 1, 'open', [312, 8, 6, 184], 60),
    place('leads', 'Leads', 'cable', 2, 'open', [96, 180, 130, 12], 60),
    place('side', 'Side panel', 'case', 0, 'open', [8, 126, 80, 30], 60),
    place('case', 'Bare case', 'case', 3, 'board', [8, 160, 80, 32], 100),
  ],
  small: [
    opening(2),
    place('memory', 'Memory', 'memory', 1, 'open', [200, 40, 30, 80]),
    place('drive', 'Drive', 'drive', 2.5, 'open', [240, 20, 70, 60]),
    place('optical', 'Optical drive', 'optical', 1.5, 'open', [240, 86, 70, 50], 50),
    place('card', 'Card', 'card', 1.5, 'open', [90, 140, 130, 18], 250),
    place('wireless', 'Wireless card', 'wireless', 1, 'open', [90, 162, 60, 16], 80),
    place('supply', 'Supply', 'supply', 3, 'open', [8, 8, 76, 90]),
    place('fan', 'Fan', 'fan', 1.2, 'open', [100, 40, 44, 40]),
    place('heatsink', 'Heatsink', 'heatsink', 1, 'fan', [100, 84, 44, 30], 60),
    place('processor', 'Processor', 'processor', 2.8, 'fan', [150, 40, 40, 40]),
    place('board', 'Board', 'board', 5.5, 'open', [90, 8, 140, 26]),
    place('coin', 'Coin cell', 'coin cell', 0.5, 'open', [150, 86, 40, 20], 10),
    place('speaker', 'Speaker', 'cable', 1, 'open', [8, 104, 76, 20], 30),
    place('front-ports', 'Front ports', 'cable', 2, 'front', [240, 140, 70, 20], 60),
    place('reader', 'Card reader', 'cable', 1, 'front', [156, 162, 64, 16], 60),
    place('front', 'Front', 'case', 1, 'open', [240, 164, 70, 28], 60),
    place('leads', 'Leads', 'cable', 1.5, 'open', [90, 182, 130, 10], 40),
    place('cover', 'Cover', 'case', 0, 'open', [8, 128, 76, 30], 60),
    place('foot', 'Foot or stand', 'case', 0.5, null, [8, 162, 36, 30], 60),
    place('charger', 'Outside supply', 'charger', 0.5, null, [48, 162, 36, 30], 300),
  ],
  aio: [
    opening(3),
    place('panel', 'Panel', 'panel', 10, 'open', [16, 16, 180, 104]),
    place('touch', 'Touch layer', 'panel', 2, 'panel', [16, 124, 180, 10], 200),
    place('panel-cable', 'Screen cable', 'screen cable', 1, 'panel', [16, 138, 60, 14], 90),
    place('inverter', 'Screen’s own board', 'board', 2, 'panel', [80, 138, 60, 14], 120),
    place('camera', 'Camera', 'cable', 1.5, 'panel', [144, 138, 52, 14], 60),
    place('memory', 'Memory', 'memory', 1.5, 'open', [212, 16, 40, 26]),
    place('drive', 'Drive', 'drive', 3, 'open', [256, 16, 56, 40]),
    place('optical', 'Optical drive', 'optical', 1.5, 'open', [256, 60, 56, 34], 70),
    place('fan', 'Fan', 'fan', 1.5, 'open', [212, 46, 40, 34]),
    place('heatsink', 'Heatsink', 'heatsink', 2, 'fan', [212, 84, 40, 24], 80),
    place('processor', 'Processor', 'processor', 2, 'heatsink', [212, 112, 40, 24], 300),
    place('wireless', 'Wireless card', 'wireless', 1.5, 'open', [256, 98, 56, 18]),
    place('board', 'Board', 'board', 7, 'open', [212, 140, 100, 20]),
    place('supply', 'Supply', 'supply', 4.5, 'open', [212, 164, 100, 28]),
    place('coin', 'Coin cell', 'coin cell', 0.5, 'open', [256, 120, 56, 16], 10),
    place('speakers', 'Speakers', 'cable', 2, 'panel', [16, 156, 90, 14], 70),
    place('stand', 'Stand', 'case', 1.5, null, [72, 174, 70, 20], 150),
    place('back', 'Back cover', 'case', 0, 'open', [146, 174, 50, 20], 90),
    place('keyboard', 'Keyboard and mouse', 'keyboard', 0.5, null, [16, 174, 52, 20], 150),
    place('glass', 'Front glass or bezel', 'case', 1, 'panel', [110, 156, 86, 14], 90),
  ],
};

/** Of what such a part usually fetches, by how it is known. Shop estimate. */
export const donorShares = { proven: 1.25, there: 1, unseen: 1 } as const;

/** A class the house prices that no place of the drawing is for: minutes to take it out. Shop estimate. */
export const OTHER_MINUTES = 2;

/**
 * What leaves a machine first, before anything else is taken, and what last, before the rest goes to recycling, whatever
 * it is worth: packs, coin cells, tubes, large capacitors (WEEE directive, Annex VII, from memory; local rules decide).
 * By the places of the drawing, with the caution for each.
 */
export const depollution: Record<Chassis, { first: [string, string][]; last: [string, string][] }> = {
  laptop: {
    first: [['battery', 'cells']],
    last: [
      ['coin', 'cells'],
      ['panel', 'tubes'],
    ],
  },
  desktop: {
    first: [],
    last: [
      ['coin', 'cells'],
      ['supply', 'supply-closed'],
    ],
  },
  small: {
    first: [],
    last: [
      ['coin', 'cells'],
      ['supply', 'supply-closed'],
    ],
  },
  aio: {
    first: [['supply', 'open-mains']],
    last: [
      ['coin', 'cells'],
      ['panel', 'tubes'],
      ['inverter', 'tubes'],
    ],
  },
};

import type { Chassis } from '@/core/catalogue';
import type { MatName } from '@/core/hands/ledger';

/** Something that lies in a machine and that fasteners sit round: drawn faintly, to know where one is. */
export interface Landmark {
  name: string;
  /** The layer it is seen in. */
  layer: number;
  shape: 'box' | 'round';
  box: readonly [x: number, y: number, width: number, height: number];
}

/** What the drawing of 320 by 200 shows of each kind of machine. Common practice. */
export const landmarks: Record<Chassis, readonly Landmark[]> = {
  laptop: [
    { name: 'battery', layer: 1, shape: 'box', box: [22, 112, 96, 54] },
    { name: 'heatsink', layer: 1, shape: 'box', box: [158, 118, 56, 54] },
    { name: 'fan', layer: 1, shape: 'round', box: [220, 110, 48, 48] },
    { name: 'drive', layer: 1, shape: 'box', box: [40, 166, 56, 20] },
    { name: 'board', layer: 2, shape: 'box', box: [124, 96, 184, 82] },
    { name: 'key field, from below', layer: 3, shape: 'box', box: [28, 25, 264, 76] },
  ],
  desktop: [
    { name: 'supply', layer: 1, shape: 'box', box: [8, 8, 80, 62] },
    { name: 'board', layer: 1, shape: 'box', box: [94, 8, 134, 184] },
    { name: 'heatsink', layer: 1, shape: 'box', box: [112, 28, 58, 56] },
    { name: 'drives', layer: 1, shape: 'box', box: [244, 100, 68, 64] },
    { name: 'supply', layer: 2, shape: 'box', box: [8, 8, 80, 62] },
    { name: 'board', layer: 2, shape: 'box', box: [94, 8, 134, 184] },
  ],
  small: [
    { name: 'supply', layer: 1, shape: 'box', box: [8, 8, 76, 90] },
    { name: 'board', layer: 1, shape: 'box', box: [90, 8, 144, 150] },
    { name: 'heatsink', layer: 1, shape: 'box', box: [98, 38, 50, 80] },
    { name: 'drive', layer: 1, shape: 'box', box: [242, 20, 68, 62] },
    { name: 'board', layer: 2, shape: 'box', box: [90, 8, 144, 150] },
  ],
  aio: [
    { name: 'panel, from behind', layer: 1, shape: 'box', box: [14, 28, 184, 128] },
    { name: 'board', layer: 1, shape: 'box', box: [208, 104, 104, 72] },
    { name: 'fan', layer: 1, shape: 'round', box: [214, 46, 40, 40] },
    { name: 'board', layer: 2, shape: 'box', box: [208, 140, 104, 36] },
  ],
};

/** What the drawings of the mats beside it show. Common practice. */
export const sideLandmarks: Record<MatName, readonly Landmark[]> = {
  lid: [
    { name: 'panel, in its bezel', layer: 0, shape: 'box', box: [26, 24, 268, 142] },
    { name: 'panel', layer: 1, shape: 'box', box: [32, 30, 256, 130] },
    { name: 'back of the lid', layer: 2, shape: 'box', box: [16, 14, 288, 154] },
    { name: 'hinge', layer: 2, shape: 'box', box: [28, 168, 34, 20] },
    { name: 'hinge', layer: 2, shape: 'box', box: [258, 168, 34, 20] },
  ],
  card: [
    { name: 'card', layer: 0, shape: 'box', box: [22, 40, 276, 124] },
    { name: 'cooler', layer: 0, shape: 'box', box: [96, 56, 98, 90] },
    { name: 'fan', layer: 0, shape: 'round', box: [198, 66, 70, 70] },
  ],
  cage: [
    { name: 'first drive', layer: 0, shape: 'box', box: [64, 34, 192, 60] },
    { name: 'second drive', layer: 0, shape: 'box', box: [64, 106, 192, 60] },
  ],
};
/** What their layers are called. */
export const sideLayers: Record<MatName, readonly string[]> = {
  lid: ['bezel', 'panel', 'hinges'],
  card: ['cooler and bracket'],
  cage: ['drives'],
};

/** What the layers of each kind are called. */
export const layerNames: Record<Chassis, readonly string[]> = {
  laptop: ['base plate', 'inside', 'board', 'keys and rim'],
  desktop: ['side', 'inside', 'board and supply'],
  small: ['cover', 'inside', 'board'],
  aio: ['back', 'inside', 'board'],
};

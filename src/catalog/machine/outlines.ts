import type { Chassis } from '@/core/catalogue';

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

/** What the layers of each kind are called. */
export const layerNames: Record<Chassis, readonly string[]> = {
  laptop: ['base plate', 'inside', 'board', 'keys and rim'],
  desktop: ['side', 'inside', 'board and supply'],
  small: ['cover', 'inside', 'board'],
  aio: ['back', 'inside', 'board'],
};

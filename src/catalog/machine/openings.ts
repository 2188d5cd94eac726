import type { BenchState, Chassis } from '@/core/catalogue';
import type { LedgerItem, Spot, WayOpen } from '@/core/hands/ledger';
import type { Stripped } from '@/core/minutes/opening';

/**
 * What is undone when a machine of a kind is opened, layer by layer, until the shop has taken one of the model apart:
 * drawn on 320 by 200. Counts and how things open: common practice; where they sit: shop estimate.
 */
interface Row {
  name?: string;
  kind?: LedgerItem['kind'];
  layer: number;
  way: WayOpen;
  spots: readonly Spot[];
  lengthMm?: number;
  raises?: readonly string[];
  bench?: Partial<BenchState>;
}
const item = (id: string, { name, kind, layer, way, spots, lengthMm, raises, bench }: Row): LedgerItem => ({
  id,
  name: name ?? id,
  kind: kind ?? 'fastener',
  count: spots.length,
  layer,
  way,
  spots,
  ...(lengthMm && { lengthMm }),
  ...(raises && { raises }),
  ...(bench && { bench }),
});
const lead = (id: string, row: Omit<Row, 'kind'>) => item(id, { ...row, kind: 'lead' });

/** What the mat answers by the way: how many outer screws are missing, and that a screw is rounded. Common practice. */
export const matTells = {
  missing: { finding: 'look-screws', few: 'a-few-missing', most: 'most-missing' },
  rounded: { finding: 'screws-turn', yes: 'one-is-rounded', no: 'all-turn' },
} as const;

/** What is stripped once all of it is out. Common practice. */
export const strips: Readonly<Record<string, Stripped>> = { 'key layer': 'keys', heatsink: 'fan' };

/** Rows of like fasteners. @returns across by down places, evenly between two corners */
const field = (across: number, down: number, [x0, y0]: Spot, [x1, y1]: Spot): Spot[] =>
  Array.from({ length: across * down }, (_, n): Spot => [
    across === 1 ? x0 : x0 + ((x1 - x0) * (n % across)) / (across - 1),
    down === 1 ? y0 : y0 + ((y1 - y0) * Math.floor(n / across)) / (down - 1),
  ]);

export const openings: Record<Chassis, readonly LedgerItem[]> = {
  laptop: [
    item('base plate', {
      layer: 0,
      way: 'cross',
      lengthMm: 6,
      spots: [
        [14, 14],
        [160, 14],
        [306, 14],
        [14, 186],
        [86, 186],
        [160, 186],
        [234, 186],
        [306, 186],
      ],
      bench: { caseOpen: true },
    }),
    lead('battery lead', { layer: 1, way: 'pull', spots: [[96, 132]], bench: { batteryOut: true } }),
    lead('screen lead', { layer: 1, way: 'pull', spots: [[190, 187]], raises: ['screen-cable-off'] }),
    lead('fan lead', { layer: 1, way: 'pull', spots: [[222, 106]], raises: ['fan-lead'] }),
    item('sensor lead', {
      kind: 'sensor',
      layer: 1,
      way: 'pull',
      spots: [[196, 116]],
      raises: ['sensor-off'],
    }),
    lead('aerial leads', {
      layer: 1,
      way: 'pull',
      spots: [
        [276, 128],
        [276, 136],
      ],
      raises: ['aerial-off'],
    }),
    item('heatsink', {
      layer: 1,
      way: 'cross',
      spots: [
        [166, 126],
        [206, 126],
        [206, 164],
        [166, 164],
      ],
      raises: ['sink-loose'],
    }),
    item('drive', {
      layer: 1,
      way: 'cross',
      lengthMm: 4,
      spots: field(2, 1, [52, 174], [84, 174]),
    }),
    lead('keyboard lead', { layer: 1, way: 'flip-lock', spots: [[284, 166]], raises: ['keyboard-lead'] }),
    lead('touchpad lead', { layer: 1, way: 'flip-lock', spots: [[128, 190]], raises: ['touchpad-lead'] }),
    lead('speaker lead', { layer: 1, way: 'pull', spots: [[250, 180]], raises: ['speaker-lead'] }),
    item('tape', {
      kind: 'tape',
      layer: 1,
      way: 'peel',
      spots: [
        [140, 104],
        [292, 104],
      ],
    }),
    item('board', {
      layer: 2,
      way: 'cross',
      lengthMm: 4,
      spots: field(4, 2, [132, 102], [300, 172]),
      bench: { boardOut: true },
    }),
    item('key layer', {
      layer: 3,
      way: 'cross',
      lengthMm: 2,
      spots: [...field(13, 5, [40, 32], [280, 88]), [34, 98], [284, 96]],
    }),
    item('bezel', {
      layer: 3,
      way: 'cross',
      lengthMm: 3,
      spots: [...field(6, 1, [30, 22], [290, 22]), ...field(6, 1, [30, 190], [290, 190])],
    }),
  ],
  desktop: [
    item('side panel', {
      layer: 0,
      way: 'cross',
      lengthMm: 6,
      spots: [
        [312, 40],
        [312, 160],
      ],
      bench: { caseOpen: true },
    }),
    lead('supply to board', { layer: 1, way: 'pull', spots: [[214, 80]], raises: ['lead-off'] }),
    lead('drive power', { layer: 1, way: 'pull', spots: [[238, 120]], raises: ['drive-power'] }),
    lead('drive data', { layer: 1, way: 'pull', spots: [[238, 132]], raises: ['drive-cable'] }),
    lead('fan lead', { layer: 1, way: 'pull', spots: [[112, 66]], raises: ['fan-lead'] }),
    lead('front button lead', { layer: 1, way: 'pull', spots: [[206, 176]], raises: ['button-lead'] }),
    lead('front ports lead', { layer: 1, way: 'pull', spots: [[186, 176]], raises: ['front-ports'] }),
    lead('front sound lead', { layer: 1, way: 'pull', spots: [[104, 176]], raises: ['front-sound'] }),
    lead('optical leads', {
      layer: 1,
      way: 'pull',
      spots: field(2, 1, [238, 30], [238, 42]),
      raises: ['optical-lead'],
    }),
    item('card brackets', {
      layer: 1,
      way: 'cross',
      lengthMm: 6,
      spots: field(1, 3, [92, 116], [92, 156]),
      raises: ['card-seat'],
    }),
    item('heatsink', {
      layer: 1,
      way: 'cross',
      spots: [
        [118, 34],
        [164, 34],
        [164, 78],
        [118, 78],
      ],
      raises: ['sink-loose'],
    }),
    item('drive', { layer: 1, way: 'cross', lengthMm: 5, spots: field(2, 2, [252, 106], [304, 158]) }),
    item('supply', {
      layer: 2,
      way: 'cross',
      lengthMm: 6,
      spots: [
        [12, 12],
        [84, 12],
        [84, 66],
        [12, 66],
      ],
    }),
    item('board', {
      layer: 2,
      way: 'cross',
      lengthMm: 6,
      spots: field(3, 3, [100, 12], [222, 186]),
      bench: { boardOut: true },
    }),
  ],
  small: [
    item('cover', {
      layer: 0,
      way: 'cross',
      lengthMm: 6,
      spots: field(1, 2, [312, 60], [312, 140]),
      bench: { caseOpen: true },
    }),
    lead('supply to board', { layer: 1, way: 'pull', spots: [[88, 70]], raises: ['lead-off'] }),
    lead('drive power', { layer: 1, way: 'pull', spots: [[236, 40]], raises: ['drive-power'] }),
    lead('drive data', { layer: 1, way: 'pull', spots: [[236, 52]], raises: ['drive-cable'] }),
    lead('fan lead', { layer: 1, way: 'pull', spots: [[150, 112]], raises: ['fan-lead'] }),
    lead('front button lead', { layer: 1, way: 'pull', spots: [[230, 168]], raises: ['button-lead'] }),
    lead('speaker lead', { layer: 1, way: 'pull', spots: [[88, 112]], raises: ['speaker-lead'] }),
    item('heatsink', {
      layer: 1,
      way: 'cross',
      spots: [
        [104, 44],
        [142, 44],
        [142, 112],
        [104, 112],
      ],
      raises: ['sink-loose'],
    }),
    item('drive cage', { layer: 1, way: 'cross', lengthMm: 5, spots: field(2, 1, [250, 84], [302, 84]) }),
    item('board', {
      layer: 2,
      way: 'cross',
      lengthMm: 6,
      spots: field(3, 2, [96, 14], [228, 152]),
      bench: { boardOut: true },
    }),
  ],
  aio: [
    item('back', {
      layer: 0,
      way: 'cross',
      lengthMm: 6,
      spots: field(3, 2, [24, 22], [296, 178]),
      bench: { caseOpen: true },
    }),
    item('back clips', { kind: 'clip', layer: 0, way: 'unclip', spots: field(4, 1, [50, 8], [270, 8]) }),
    item('panel', { layer: 1, way: 'cross', lengthMm: 3, spots: field(4, 2, [20, 34], [192, 150]) }),
    lead('panel leads', {
      layer: 1,
      way: 'slide',
      spots: field(1, 4, [204, 60], [204, 130]),
      raises: ['screen-cable-off'],
    }),
    lead('fan lead', { layer: 1, way: 'pull', spots: [[236, 86]], raises: ['fan-lead'] }),
    item('sensor lead', {
      kind: 'sensor',
      layer: 1,
      way: 'pull',
      spots: [[256, 100]],
      raises: ['sensor-off'],
    }),
    lead('drive power', { layer: 1, way: 'pull', spots: [[290, 30]], raises: ['drive-power'] }),
    lead('drive data', { layer: 1, way: 'pull', spots: [[290, 44]], raises: ['drive-cable'] }),
    lead('aerial leads', {
      layer: 1,
      way: 'pull',
      spots: field(1, 2, [300, 104], [300, 114]),
      raises: ['aerial-off'],
    }),
    lead('speaker lead', { layer: 1, way: 'pull', spots: [[60, 170]], raises: ['speaker-lead'] }),
    item('heatsink', {
      layer: 1,
      way: 'cross',
      spots: [
        [216, 112],
        [250, 112],
        [250, 138],
        [216, 138],
      ],
      raises: ['sink-loose'],
    }),
    item('board', {
      layer: 2,
      way: 'cross',
      lengthMm: 4,
      spots: [...field(3, 2, [214, 146], [306, 168]), [214, 156]],
      bench: { boardOut: true },
    }),
  ],
};

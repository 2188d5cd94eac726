import type { Chassis } from '@/core/catalogue';
import type { LedgerItem, MatName, Spot } from '@/core/hands/ledger';

/**
 * What is undone on the mats beside a machine’s own: its lid, a card, a cage of drives, each drawn on 320 by 200 as it
 * lies in front of one. Counts and how things open: common practice; where they sit: shop estimate.
 */
const on =
  (mat: MatName) =>
  (
    id: string,
    layer: number,
    way: LedgerItem['way'],
    spots: readonly Spot[],
    more: Partial<LedgerItem> = {},
  ) =>
    ({ id, name: id, kind: 'fastener', count: spots.length, layer, way, spots, mat, ...more }) as LedgerItem;
const lid = on('lid');
const card = on('card');
const cage = on('cage');

const LID: readonly LedgerItem[] = [
  lid(
    'lid bezel clips',
    0,
    'unclip',
    [
      [60, 14],
      [160, 14],
      [260, 14],
      [12, 100],
      [308, 100],
      [60, 178],
      [160, 178],
      [260, 178],
    ],
    { kind: 'clip' },
  ),
  lid(
    'lid bezel screws',
    0,
    'cross',
    [
      [20, 182],
      [300, 182],
    ],
    { lengthMm: 4, under: 'label' },
  ),
  lid(
    'lid panel screws',
    1,
    'cross',
    [
      [24, 28],
      [296, 28],
      [24, 164],
      [296, 164],
    ],
    { lengthMm: 3 },
  ),
  lid('camera lead', 1, 'pull', [[160, 16]], { kind: 'lead' }),
  lid('lead on the panel', 1, 'flip-lock', [[110, 158]], { kind: 'lead', raises: ['screen-cable-off'] }),
  lid('tape on the panel lead', 1, 'peel', [[110, 148]], { kind: 'tape' }),
  lid(
    'hinge screws',
    2,
    'cross',
    [
      [34, 176],
      [52, 176],
      [268, 176],
      [286, 176],
    ],
    { lengthMm: 5 },
  ),
];
const CARD: readonly LedgerItem[] = [
  card(
    'card bracket screws',
    0,
    'cross',
    [
      [14, 60],
      [14, 140],
    ],
    { lengthMm: 4 },
  ),
  card('card fan lead', 0, 'pull', [[230, 46]], { kind: 'lead' }),
  card(
    'card cooler screws',
    0,
    'cross',
    [
      [112, 70],
      [176, 70],
      [176, 130],
      [112, 130],
    ],
    { lengthMm: 5 },
  ),
];
const CAGE: readonly LedgerItem[] = [
  cage(
    'cage drive screws',
    0,
    'cross',
    [
      [80, 44],
      [240, 44],
      [80, 156],
      [240, 156],
    ],
    { lengthMm: 5 },
  ),
];

/** Mats a kind of machine has beside its own, with what usually is undone on them. */
export const sideMats: Record<Chassis, Partial<Record<MatName, readonly LedgerItem[]>>> = {
  laptop: { lid: LID },
  desktop: { card: CARD, cage: CAGE },
  small: { card: CARD, cage: CAGE },
  aio: {},
};

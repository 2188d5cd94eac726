import type { ClosingRow } from '@/core/hands/closing';

/** Looked at before the cover goes on and before the first power after work. Common practice. */
export const closingRows: ClosingRow[] = [
  {
    id: 'shavings',
    ask: 'No shavings on the board?',
    finding: 'shavings',
    good: 'none',
    bad: 'some',
    after: { rounded: true, repairs: ['drill-screw', 'screw-back', 'clear-metal'] },
  },
  {
    id: 'drive',
    ask: 'Drive screwed into its bay?',
    finding: 'drive-mount',
    good: 'firm',
    bad: 'loose',
    after: {
      parts: ['drive'],
      repairs: ['fit-drive', 'swap-drive', 'mount-drive'],
      mat: ['drive', 'drive cage'],
    },
  },
  {
    id: 'fan',
    ask: 'Fan turns free?',
    finding: 'fan-finger',
    good: 'free-and-silent',
    bad: 'rough',
    after: {
      parts: ['fan', 'heatsink'],
      repairs: ['swap-fan', 'oil-fan', 'clean-heatsink', 'cooling-service', 'swap-heatsink', 'repaste'],
      zones: ['fan', 'fins', 'case-fan'],
      mat: ['fan lead', 'heatsink'],
    },
  },
  {
    id: 'heatsink',
    ask: 'Heatsink firm on its four screws?',
    finding: 'sink-firm',
    good: 'firm',
    bad: 'moves',
    after: {
      parts: ['heatsink', 'processor'],
      repairs: ['repaste', 'cooling-service', 'swap-heatsink', 'swap-processor'],
      mat: ['heatsink'],
    },
  },
  {
    id: 'cell',
    ask: 'Coin cell in and springy?',
    finding: 'cell-seat',
    good: 'fine',
    bad: 'loose-bent-or-off',
    after: { parts: ['coin cell'], repairs: ['coin-cell', 'wash-board'] },
  },
];

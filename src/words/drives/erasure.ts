import type { Medium } from '@/core/erasure/media';

export const MEDIUM_WORDS: Record<Medium, string> = {
  disk: 'hard disk',
  shingled: 'hard disk, shingled tracks',
  hybrid: 'hard disk with a flash cache',
  solid: 'solid-state drive, SATA',
  nvme: 'solid-state drive, NVMe',
  card: 'card or stick',
  emmc: 'flash on the board, eMMC',
  'sas-disk': 'hard disk, SAS',
  'sas-solid': 'solid-state drive, SAS',
};

/** What became of a drive's data, by the kind of its record. */
export const ERASURE_WORDS: Partial<Record<string, string>> = {
  erased: 'erased',
  returned: 'returned to its owner',
  destroyed: 'destroyed',
  never: 'new, never held data',
  used: 'came back from a buyer',
  begun: 'erasure begun',
  failed: 'NOT erased',
  image: 'holds the shop’s own image',
};

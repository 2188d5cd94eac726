import type { usualLayers } from '@/core/hands/layers';
import type { LedgerItem } from '@/core/hands/ledger';
import type { ModelFault, ModelNoteKind } from '@/core/models/notebook';
import type { ProvenLimit } from '@/core/models/proven';

/** Something written down of a model. */
export interface NoteLine {
  id: number;
  kind: ModelNoteKind;
  text: string;
  board: string;
  finding: string;
  by: string;
}

/** What the shop has learnt of a model. */
export interface Notebook {
  seen: number;
  closed: number;
  notes: NoteLine[];
  faults: (ModelFault & { name: string })[];
  template: { items: readonly LedgerItem[]; seen: number };
  /** Minutes hands were at each layer, out and back. */
  layers: ReturnType<typeof usualLayers>;
  /** Minutes hands were at each place when it was cleaned. */
  cleaned: { zone: string; name: string; minutes: number; machines: number }[];
  /** Paste and pads, by what they were put on. */
  applied: { on: string; name: string; machines: number }[];
  /** What machines of it were seen to work with. */
  proven: readonly ProvenLimit[];
  /** Things that were missing, lost or rounded in strip-downs of it: in how many of how many machines. */
  trouble: { name: string; what: string; machines: number; of: number }[];
  /** What steps took on this model. */
  times: { ref: string; name: string; n: number; mean: number; spread: number | null }[];
  others: { tag: string; stage: string; probably: string }[];
  /** What such a machine takes and was told of it: limits, official and proven, its charger. */
  facts: { key: string; value: string | number }[];
}

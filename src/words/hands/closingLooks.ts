import { findingById, repairById } from '@/catalog';
import { closingRows } from '@/catalog/hands/closing';
import { closingLines } from '@/core/hands/closing';
import type { RecordEntry } from '@/core/record/entries';
import { closingViews, type ClosingView } from './mat';

/** What a machine’s own record makes worth a look before its cover goes on. */
export const closingLooks = (entries: readonly RecordEntry[]): ClosingView[] =>
  closingViews(
    closingLines(closingRows, entries, (finding, index) => findingById(finding)?.outcomes[index]?.id),
    {
      repair: (id) => repairById(id)?.name,
      outcome: (finding, id) => findingById(finding)!.outcomes.findIndex((own) => own.id === id),
    },
  );

import { findingById, repairById } from '@/catalog';
import { closingRows } from '@/catalog/hands/closing';
import type { Chassis } from '@/core/catalogue';
import { closingLines } from '@/core/hands/closing';
import type { RecordEntry } from '@/core/record/entries';
import { zoneName } from './clean';
import { closingViews, type ClosingView } from './mat';

/** What a machine’s own record makes worth a look before its cover goes on. */
export const closingLooks = (chassis: Chassis, entries: readonly RecordEntry[]): ClosingView[] =>
  closingViews(
    closingLines(closingRows, entries, (finding, index) => findingById(finding)?.outcomes[index]?.id),
    {
      repair: (id) => repairById(id)?.name,
      zone: (id) => zoneName(chassis, id),
      outcome: (finding, id) => findingById(finding)!.outcomes.findIndex((own) => own.id === id),
    },
  );

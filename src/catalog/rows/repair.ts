import type { PartClass, Repair } from '@/core/catalogue';
import { basisLine, type Basis } from './basis';

/** A repair, as it is written down. Minutes are attended and include trying the machine afterwards. */
export interface RepairRow extends Omit<Repair, 'part' | 'source'> {
  /** Part it takes, with what one costs in hundredths of a crown when the bin has none. */
  part?: { class: PartClass; costs: number };
  source: { step: Basis; minutes: Basis; cures: Basis; part?: Basis; flaw?: Basis };
}

/** @throws RangeError when a part or a flaw stands there without its source, or the other way round */
export function compileRepair({ part, source, ...row }: RepairRow): Repair {
  if (Boolean(part) !== Boolean(source.part) || Boolean(row.flaw) !== Boolean(source.flaw))
    throw new RangeError(`repair "${row.id}": a part or a flaw and its source go together`);
  return {
    ...row,
    ...(part && { part: { class: part.class, costMinor: part.costs } }),
    source: basisLine(source),
  };
}

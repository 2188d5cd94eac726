import { STAGE_NAMES } from './names';

/** A unit in a list, as the table shows it. */
export interface UnitTableRow {
  id: string;
  tag: string;
  maker: string;
  model: string;
  probably: string;
  probability: number | null;
  route: string;
  valueMinor: number;
  lowMinor: number;
  highMinor: number;
  stopMinor: number;
  handsMinutes: number;
  stageName: string;
  waitMinutes: number;
}

interface ListedUnit extends Omit<UnitTableRow, 'stageName' | 'waitMinutes'> {
  stage: keyof typeof STAGE_NAMES;
  stageSince: Date;
}

/** List rows as the table shows them. */
export function tableRows(rows: readonly ListedUnit[]): UnitTableRow[] {
  const now = Date.now();
  return rows.map((row) => ({
    id: row.id,
    tag: row.tag,
    maker: row.maker,
    model: row.model,
    probably: row.probably,
    probability: row.probability,
    route: row.route,
    valueMinor: row.valueMinor,
    lowMinor: row.lowMinor,
    highMinor: row.highMinor,
    stopMinor: row.stopMinor,
    handsMinutes: row.handsMinutes,
    stageName: STAGE_NAMES[row.stage],
    waitMinutes: (now - row.stageSince.getTime()) / 60_000,
  }));
}

export const PAGE_ROWS = 40;

export function pageOf(value: string | undefined): number {
  const page = Number(value ?? 1);
  return Number.isInteger(page) && page > 0 && page < 100_000 ? page : 1;
}

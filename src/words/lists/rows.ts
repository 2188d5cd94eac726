import { CHASSIS_NAMES, STAGE_NAMES } from '../names';
import type { Chassis } from '@/core/catalogue';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { lower } from '../plain';

/** Columns a list shows, by what stands in it. */
export const COLUMN_SETS = ['work', 'dock', 'shelf', 'sold', 'gone'] as const;
export type ColumnSet = (typeof COLUMN_SETS)[number];

export const columnSetOf = (stage: string | null): ColumnSet =>
  COLUMN_SETS.find((set) => set === stage && set !== 'work') ?? 'work';

/** A unit in a list, as the table shows it. */
export interface UnitTableRow {
  id: string;
  tag: string;
  version: number;
  machine: string;
  kind: string;
  probably: string;
  probability: number | null;
  route: string;
  /** A person has said how it ends. */
  decided: boolean;
  valueMinor: number;
  lowMinor: number;
  highMinor: number;
  stopMinor: number;
  handsMinutes: number;
  stage: string;
  stageName: string;
  waitMinutes: number;
  grade: string | null;
  askMinor: number | null;
  priceMinor: number;
  soldMinor: number | null;
  marginMinor: number | null;
  soldOn: string | null;
  channel: string | null;
  goneAs: string | null;
  claim: string;
  /** What nobody has read yet, in words. */
  unread: string;
  inHand: string | null;
}

type Listed = Omit<UnitTableRow, 'stageName' | 'waitMinutes' | 'machine' | 'kind' | 'unread' | 'decided'> & {
  stage: keyof typeof STAGE_NAMES;
  stageSince: Date;
  maker: string;
  model: string;
  chassis: Chassis;
  unread: readonly string[];
  ending: string | null;
};

/** List rows as the table shows them. */
export function tableRows(rows: readonly Listed[]): UnitTableRow[] {
  const now = Date.now();
  return rows.map(({ stageSince, maker, model, chassis, unread, ending, ...row }) => ({
    ...row,
    route: ending ?? row.route,
    decided: ending !== null,
    machine: `${maker} ${model}`.trim(),
    kind: CHASSIS_NAMES[chassis],
    unread: unread.map((key) => lower(SPEC_KEYS[key as SpecKey])).join(', '),
    stageName: STAGE_NAMES[row.stage],
    waitMinutes: (now - stageSince.getTime()) / 60_000,
  }));
}

/** A list as lines of a file, amounts without their sign. */
export function listLines(rows: readonly UnitTableRow[], decimals: number, margins: boolean) {
  const money = (minor: number | null) => (minor === null ? '' : (minor / 10 ** decimals).toFixed(decimals));
  return rows.map((row) => ({
    tag: row.tag,
    kind: row.kind,
    machine: row.machine,
    stage: row.stageName,
    'waits, h': (row.waitMinutes / 60).toFixed(1),
    probably: row.probably,
    'chance, %': row.probability === null ? '' : Math.round(row.probability * 100),
    route: row.route,
    'to win': money(row.valueMinor),
    'from (P10)': money(row.lowMinor),
    'to (P90)': money(row.highMinor),
    'hands, min': row.handsMinutes.toFixed(1),
    grade: row.grade ?? '',
    asked: money(row.askMinor),
    'by the table': money(row.priceMinor),
    'sold for': money(row.soldMinor),
    'sold on': row.soldOn ?? '',
    where: row.channel ?? '',
    ...(margins && { 'left over': money(row.marginMinor) }),
    said: row.claim,
  }));
}

export const PAGE_ROWS = 40;

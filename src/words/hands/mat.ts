import { layerNames, landmarks, type Landmark } from '@/catalog/machine/outlines';
import type { Chassis } from '@/core/catalogue';
import type { ClosingLine } from '@/core/hands/closing';
import type { HiddenUnder, LedgerEntry, LedgerItem, MatName } from '@/core/hands/ledger';
import type { Mat } from '@/core/hands/mat';
import { lower } from '../plain';

/** Mats beside the machine's own. */
export const MAT_WORDS: Record<MatName, string> = { lid: 'Lid', card: 'Card', cage: 'Drive cage' };
/** What hides a screw. */
export const UNDER_WORDS: Record<HiddenUnder, string> = {
  tape: 'tape',
  foot: 'a foot',
  label: 'a label',
  seal: 'a seal',
};

/** A mat as its screen works with it: plain data, and what was said of it. */
export interface MatView {
  items: LedgerItem[];
  moves: LedgerEntry[];
  seen: number;
  shut: boolean;
  passed: Mat['passed'];
  landmarks: readonly Landmark[];
  layers: readonly string[];
}

export const matView = (
  mat: Pick<Mat, 'items' | 'moves' | 'seen' | 'shut' | 'passed'> | null,
  chassis: Chassis,
): MatView | null =>
  mat && {
    items: mat.items,
    moves: mat.moves,
    seen: mat.seen,
    shut: mat.shut,
    passed: mat.passed,
    landmarks: landmarks[chassis],
    layers: layerNames[chassis],
  };

export interface ClosingView {
  id: string;
  ask: string;
  why: string;
  finding: string;
  good: number;
  bad: number;
  answer: 'good' | 'bad' | null;
}

interface Names {
  repair: (id: string) => string | undefined;
  outcome: (finding: string, id: string) => number;
  zone: (id: string) => string;
}

/** Why a thing is looked at, in words. */
function whyWords(why: string, { repair, zone }: Names): string {
  const [kind, id] = why.split(':');
  if (kind === 'repair') return `after “${repair(id) ?? id}”`;
  if (kind === 'part') return `a ${id} was changed`;
  if (kind === 'zone') return `${zone(id)} cleaned`;
  if (kind === 'mat') return `${id} was undone`;
  return 'a screw was rounded';
}

export const closingViews = (lines: readonly ClosingLine[], names: Names): ClosingView[] =>
  lines.map(({ row, why, answer }) => ({
    id: row.id,
    ask: row.ask,
    why: lower(whyWords(why, names)),
    finding: row.finding,
    good: names.outcome(row.finding, row.good),
    bad: names.outcome(row.finding, row.bad),
    answer,
  }));

import { layerNames, landmarks, sideLandmarks, sideLayers, type Landmark } from '@/catalog/machine/outlines';
import { sideMats } from '@/catalog/machine/sideMats';
import type { Chassis } from '@/core/catalogue';
import type { ClosingLine } from '@/core/hands/closing';
import { MATS, type HiddenUnder, type LedgerEntry, type LedgerItem, type MatName } from '@/core/hands/ledger';
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
  /** Mats such a machine can have beside its own: how they are drawn, and what their layers are called. */
  beside: { mat: MatName; landmarks: readonly Landmark[]; layers: readonly string[] }[];
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
    beside: MATS.filter((own) => sideMats[chassis][own] || mat.items.some((item) => item.mat === own)).map(
      (own) => ({ mat: own, landmarks: sideLandmarks[own], layers: sideLayers[own] }),
    ),
  };

const WAYS = { out: 'O', in: 'I' } as const;
const slug = (id: string) =>
  id
    .normalize('NFD')
    .toUpperCase()
    .replace(/[^A-Z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 14);

/** The code of a group on the mat, out or back in: the same for every machine that has one of that name. */
export const matCode = (id: string, way: keyof typeof WAYS) => `MAT-${WAYS[way]}-${slug(id)}`;
/** Closes it, once everything is back. */
export const MAT_CLOSED = 'MAT-CLOSE';

/** What a code of the mat stands for; null: it is none of this mat. */
export function matCoded<I extends Pick<LedgerItem, 'id'>>(
  code: string,
  items: readonly I[],
): { item: I; way: keyof typeof WAYS } | null {
  const [, way, named] = /^MAT-([OI])-([A-Z0-9-]+)$/i.exec(code.trim()) ?? [];
  const item = named && items.find(({ id }) => slug(id) === named.toUpperCase());
  return item ? { item, way: way.toUpperCase() === 'O' ? 'out' : 'in' } : null;
}

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

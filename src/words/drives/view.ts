import type { ErasePlan } from '@/core/erasure/plan';
import type { Medium } from '@/core/erasure/media';
import type { Deciding, DriveVerdict } from '@/core/storage/health';
import type { UnitHead } from '../unit/view';

/** What a record about a drive's data says, and what can be done with it. */
export interface DataRecordView {
  id: string;
  words: string;
  when: string;
  /** Number of its certificate; null: there is none. */
  number: number | null;
  back: boolean;
  /** It may be taken back. */
  mayGoBack: boolean;
}

export interface EraseRunShown {
  id: string;
  state: 'asked' | 'typed' | 'confirmed' | 'ended';
  ending: string;
  method: string;
  whole: boolean;
  seen: { device: string; serial: string; model: string; sectors: number } | null;
  progress: { phase: 'writing' | 'reading'; done: number; total: number; unwritten: number } | null;
  heardSeconds: number | null;
}

/** What is known of a drive of a machine, and how it can be erased. */
export interface DriveFacts {
  id: string;
  code: string;
  name: string;
  serial: string;
  /** It is in this machine; of a loose one: in the bin. */
  inside: boolean;
  accounted: boolean;
  why: string;
  medium: Medium | null;
  gb: number | null;
  usedGb: number | null;
  kind: 'disk' | 'solid' | null;
  bus: string | null;
  plan: ErasePlan | null;
}

/** A drive with its health and its data as its page shows it. */
export interface DrivePageView extends DriveFacts {
  verdict: DriveVerdict | null;
  /** When its table was read, and what was said besides. */
  read: string;
  deciding: Deciding[];
  notJudged: { what: string; why: string }[];
  cable: boolean;
  wear: number | null;
  records: DataRecordView[];
  custody: string[];
  run: EraseRunShown | null;
}

/** Its erasure by script that is not over: it is followed and given up wherever the drive is meanwhile. */
export const underWay = ({ run }: Pick<DrivePageView, 'run'>): EraseRunShown | null =>
  run && !run.ending ? run : null;

/** Where a drive is, as far as acts on its data go: in a machine, or loose in the bin. */
export interface DriveAt {
  /** Null: loose, erased on a dock. */
  unitId: string | null;
  version?: number;
  mayWrite: boolean;
  held: boolean;
  /** The data on it stays. */
  keeps: boolean;
}
export const atUnit = ({ id, version, mayWrite, held, keeps }: UnitHead): DriveAt => ({
  unitId: id,
  version,
  mayWrite,
  held,
  keeps,
});

/** The machine an act on a drive is about, as commands take it. */
export const namedUnit = ({ unitId }: DriveAt) => (unitId === null ? {} : { unitId });

export interface SpareView {
  id: string;
  code: string;
  name: string;
  gb: number;
  kind: 'disk' | 'solid' | null;
  bus: string | null;
}

export const VERDICT_NAMES: Record<DriveVerdict, string> = {
  good: 'good',
  watch: 'watch it',
  failing: 'failing',
  unknown: 'says nothing',
};
export const TRUST_WORDS: Record<Deciding['trust'], string> = {
  standard: 'by the standard',
  'its own limit': 'its own limit',
  convention: 'by convention',
};

/** Minutes of something that may take hours, in words: "1 h 51 min", "1 to 6 min". */
export function spanWords([least, most]: readonly [number, number]): string {
  const one = (minutes: number) => {
    const whole = Math.max(1, Math.round(minutes));
    return whole < 90 ? `${whole} min` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
  };
  return Math.round(least) === Math.round(most) ? one(most) : `${Math.round(least)} to ${one(most)}`;
}

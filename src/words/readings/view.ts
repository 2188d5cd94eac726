import type { SoFar } from '@/core/instruments/conduct';
import type { Batch, RunKind, Sample } from '@/core/instruments/run';
import type { TouchTold } from '@/core/instruments/touch';
import type { ElectricalTold } from '@/core/safety/electrical';
import type { BatteryTold, RailsTold, SpeedTold } from '@/core/instruments/findingsFromReading';

export const RUN_WORDS: Record<RunKind, string> = {
  heat: 'Heat run',
  battery: 'Battery run',
  rails: 'Rails',
  speed: 'Drive speed',
  soak: 'Soak by itself',
};

/** How a reading stands on a page. */
interface Line {
  name: string;
  when: string;
  by: string;
  since: readonly string[];
  curve: Sample[];
}

export type BatteryLine = Line & BatteryTold & { health: number | null; system: string };
export type RailsLine = Line & RailsTold;
export type SpeedLine = Line & SpeedTold;
export type TouchLine = Line & TouchTold;
export type ElectricalLine = Pick<Line, 'name'> &
  ElectricalTold & { calibrated: string | null; when?: string; by?: string };

/** Keep the battery and tell, or replace it: what each leaves, minor units. */
export interface BatteryMoneyView {
  keptMinor: number;
  replacedMinor: number;
  packMinor: number;
  quoted: boolean;
  handsMinor: number;
  choice: 'tell' | 'replace';
  gainMinor: number;
  mostMinor: number;
}

/** A run that is open, as a page begins with it. */
export interface OpenRunView {
  id: string;
  kind: RunKind;
}

/** A run as it is followed. */
export interface FollowedView {
  id: string;
  kind: RunKind;
  /** Empty while it is open. */
  ending: string;
  about: { room?: number | null; limit?: number | null; by?: string };
  startedAt: string;
  silent: number | null;
  soFar: SoFar | null;
  batches: Batch[];
}

/** A run from which nothing has come for so many seconds is silent. */
export const SILENT_SECONDS = 30;

/** Where a run of a kind is followed. */
export const RUN_PLACE: Record<RunKind, string> = {
  heat: 'heat',
  battery: 'power',
  rails: 'power',
  speed: 'speed',
  soak: 'tests',
};

const FIGURES: Record<string, string> = {
  read: 'drive, in sequence',
  small: 'drive, small blocks',
  memory: 'memory',
  start: 'button to a quiet desk',
  browser: 'to an open browser',
  frames: 'frames, mean',
  frames1: 'slowest 1 % of frames',
  frames01: 'slowest 0.1 % of frames',
  dropped480: '480p film, frames dropped',
  dropped720: '720p film, frames dropped',
  dropped1080: '1080p film, frames dropped',
  health: 'battery, design capacity',
  'minutes from full': 'battery, from full',
  draw: 'drawn meanwhile',
};

/** A figure on other machines of the same model: the middle one, and how many were measured. */
export interface Beside {
  middle: number;
  machines: number;
}

/** "3 of its model: 512 MB/s in the middle". */
export const besideWords = ({ middle, machines }: Beside, unit: string): string =>
  `${machines} of its model: ${middle}${unit && ` ${unit}`}${machines > 1 ? ' in the middle' : ''}`;

/** What a figure is called. */
export const figureWords = (id: string): string => FIGURES[id] ?? id.replace(/^index: /, '');

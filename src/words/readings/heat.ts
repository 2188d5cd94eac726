import { heatTables } from '@/catalog/instruments/heat';
import type { HeatReading } from '@/core/instruments/heat/read';
import type { HeatVerdict } from '@/core/instruments/heat/tables';
import type { HeatSample } from '@/core/instruments/heat/run';

export const VERDICT_WORDS: Record<HeatVerdict, string> = {
  sound: 'Normal',
  paste: 'Paste or mounting',
  'dust or fan': 'Dust, or a weak fan',
  'fan stalled': 'The fan has stopped',
  'fan control': 'Fan control leaves it at idle',
  'sensor lost': 'A sensor’s lead is off',
};

const FAN_WORDS = {
  follows: 'follows the heat',
  idle: 'stays at idle while it is hot',
  full: 'runs flat out while it is cool',
  stands: 'stands',
} as const;

/** How the fan went, in words: one that stays low on a cool machine had no need to answer. */
export function fanWords({ fan, stages }: Pick<HeatReading, 'fan' | 'stages'>): string {
  if (!fan) return '';
  const cool = stages !== null && stages.settles < heatTables.fanAsked.middle;
  if (cool && fan.way === 'idle') return 'hardly answered: it was not hot';
  if (cool && fan.way === 'stands') return 'stood: it was not hot';
  return FAN_WORDS[fan.way];
}

export interface HeatRunView {
  name: string;
  when: string;
  by: string;
  room: number | null;
  limit: number | null;
  watts: number | null;
  reading: Omit<HeatReading, 'verdict'>;
  verdict: HeatReading['verdict'];
  curve: HeatSample[];
  since: string[];
}

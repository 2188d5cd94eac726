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

export const FAN_WORDS = {
  follows: 'follows the heat',
  idle: 'stays at idle while it is hot',
  full: 'runs flat out while it is cool',
  stands: 'stands',
} as const;

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

import type { KeysAmiss } from '@/core/selftest/keys';

/** What a test came to. */
export interface Told {
  result: 'pass' | 'fail' | 'absent';
  detail?: string;
  words: string;
  figures?: Record<string, number>;
  byHand?: boolean;
  faults?: { kind: string; x: number; y: number }[];
  pixels?: number;
  keys?: KeysAmiss;
}

export interface PlanTest {
  id: string;
  name: string;
  how: string;
  secure: boolean;
  result: string | null;
  words: string;
}

export interface Plan {
  token: string;
  tag: string;
  chassis: string;
  beside: { scores: number[]; of: string };
  tests: PlanTest[];
}

/** A test on the page: builds itself into `host`, tells when it is through, and is cleared away by what it returns. */
export type Shown = (host: HTMLElement, told: (told: Told) => void, plan: Plan) => () => void;

export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

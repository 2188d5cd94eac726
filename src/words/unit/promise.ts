import { dueWords } from '../time';

/** A promise as it is told: by when, and how that stands. */
export interface PromiseTold {
  by: string;
  /** `ready`: it is done and waits for whoever it was promised to. */
  stands: 'ready' | 'late' | '';
}

/** By when a machine was promised. @param zone of the shop's clock */
export const promiseTold = (at: Date, stage: string, zone: string, now = new Date()): PromiseTold => ({
  by: dueWords(at, zone),
  stands: stage === 'shelf' ? 'ready' : at < now ? 'late' : '',
});

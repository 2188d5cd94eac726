import { aroundCases } from './around';
import type { WorkedCase } from './case';
import { deadCases } from './dead';
import { pictureCases } from './picture';
import { runningCases } from './running';

/** Worked cases of the trade: common practice, no published source, written before the engine was asked. */
export const workedCases: readonly WorkedCase[] = [
  ...deadCases,
  ...pictureCases,
  ...runningCases,
  ...aroundCases,
];

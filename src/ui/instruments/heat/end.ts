import type { HeatSample } from '@/core/instruments/heat/run';
import type { Stages } from '@/core/instruments/heat/rise';

/** Where the drawing of a run ends, seconds: far enough to see where it settles. */
export const endOf = (curve: readonly HeatSample[], stages: Stages | null, loadAt: number): number =>
  Math.max(curve[curve.length - 1]?.t ?? 0, loadAt + (stages ? Math.min(4 * stages.sink.tau, 900) : 0));

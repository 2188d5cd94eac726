/**
 * A stage of the line with its count and, as text of a moment, since when the unit that waits longest is
 * there.
 */
export interface LineStage {
  stage: string;
  name: string;
  count: number;
  oldest: string | null;
  /** Of what waits for a part: the day the next one is due. */
  due?: string | null;
}

/** An unattended block running now. */
export interface RunningBlock {
  workId: string;
  tag: string;
  title: string;
  station: string;
  startedAt: string;
  expectedMinutes: number;
  /** Of what goes on by itself: its page, seconds of silence; null: nothing came yet. */
  run?: { page: string; silent: number | null };
}

/** How a block stands at a moment: minutes left, how long it has been silent, and whether it wants hands. */
export function standOf(
  { startedAt, expectedMinutes, run }: RunningBlock,
  at: number,
  silentSeconds: number,
): { gone: number; left: number; silent: number | null; over: boolean } {
  const gone = (at - new Date(startedAt).getTime()) / 60_000;
  const left = expectedMinutes - gone;
  const silent = (run?.silent ?? 0) > silentSeconds ? run!.silent : null;
  // a run ends by itself: hands are wanted when nothing comes from it any more
  return { gone, left, silent, over: run ? silent !== null : left <= 0 };
}

/** What the person at the screen has begun and not ended. */
export interface MineBlock {
  workId: string;
  tag: string;
  title: string;
  state: 'running' | 'finding' | 'paused';
  startedAt: string;
  minutes: number;
}

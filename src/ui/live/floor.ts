import { useSyncExternalStore } from 'react';
import type { NextView, Threatened } from '@/words/day';
import type { LineStage, MineBlock, RunningBlock } from '../frame/floorView';

/** What every screen shows of the floor. */
export interface Floor {
  line: LineStage[];
  quarantine: number;
  running: RunningBlock[];
  mine: MineBlock[];
  /** What is next for whoever looks; nothing: nothing, or nobody knows yet. */
  next: NextView | null;
  /** Promises that will hardly hold. */
  threatened: Threatened[];
  /** A new plan is being made. */
  planning: boolean;
  /** When it was true, ms of the shop's clock. */
  now: number;
}

let newest: Floor | null = null;
const watchers = new Set<() => void>();
const watch = (watcher: () => void) => {
  watchers.add(watcher);
  return () => void watchers.delete(watcher);
};

/** Reads the floor alone, without the page. */
export async function refreshFloor(): Promise<void> {
  const response = await fetch('/api/floor', { cache: 'no-store' }).catch(() => null);
  if (!response?.ok) return;
  newest = (await response.json()) as Floor;
  watchers.forEach((watcher) => watcher());
}

/** The newer of what came with the page and what was read since. */
export function useFloor(withPage: Floor): Floor {
  const since = useSyncExternalStore(
    watch,
    () => newest,
    () => null,
  );
  return since && since.now > withPage.now ? since : withPage;
}

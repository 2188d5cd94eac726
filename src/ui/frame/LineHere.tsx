'use client';
import { usePathname } from 'next/navigation';
import { useSyncExternalStore } from 'react';
import type { Floor } from '../live/floor';
import { TheLine } from './TheLine';

/** The stage of the unit on screen, told by its page. */
let stageOnScreen: string | null = null;
const watchers = new Set<() => void>();

export function tellStage(stage: string | null): void {
  stageOnScreen = stage;
  watchers.forEach((watch) => watch());
}

const subscribe = (watch: () => void) => {
  watchers.add(watch);
  return () => void watchers.delete(watch);
};

/** The line, with the place one is at marked: the stage of a list, or of the unit on screen. */
export function LineHere(props: { floor: Floor; who: string }) {
  const path = usePathname();
  const unitStage = useSyncExternalStore(
    subscribe,
    () => stageOnScreen,
    () => null,
  );
  const here = path.startsWith('/stage/') ? path.slice(7) : path.startsWith('/u/') ? unitStage : null;
  return <TheLine {...props} here={here} />;
}

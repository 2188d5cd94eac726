import { hiddenCondition, standInOf } from '@/core/simulate/standIn';
import type { RunKind } from '@/core/instruments/run';
import { Sampler } from '@/device/sampler';
import { runStandIn } from '@/device/standInRun';

/** A simulated machine that was put on: it goes on while pages come and go, and ends with the window. */
export interface PutOn {
  kind: RunKind;
  condition: string;
  hidden: boolean;
  seed: number;
  /** Nothing reaches the shop while the cable is out. */
  cableOut: boolean;
  /** Sendings that came to nothing since: what they held waits in the machine. */
  heldBack: number;
  state: 'running' | 'finished' | 'went off' | 'stopped' | 'refused';
  problem: string;
}

/** By the unit it stands in for. */
const put = new Map<string, PutOn & { stop: AbortController }>();
const watchers = new Set<() => void>();
const told = () => watchers.forEach((watcher) => watcher());

export const watchDrawer = (watcher: () => void) => {
  watchers.add(watcher);
  return () => void watchers.delete(watcher);
};
export const putOnAt = (unit: string): PutOn | null => put.get(unit) ?? null;

function change(unit: string, next: Partial<PutOn>): void {
  const own = put.get(unit);
  if (own) put.set(unit, { ...own, ...next });
  told();
}

export const pullCable = (unit: string, out: boolean) => change(unit, { cableOut: out, heldBack: 0 });

export function putAway(unit: string): void {
  put.get(unit)?.stop.abort();
  put.delete(unit);
  told();
}

/** Puts a simulated machine on a run, by the run's token: it samples as a real one would. */
export function putOn(
  unit: string,
  asked: { kind: RunKind; condition: string; seed: number; faster: number; token: string },
): void {
  putAway(unit);
  const { kind, seed } = asked;
  const hidden = asked.condition === 'hidden';
  const condition = hidden ? hiddenCondition(kind, seed) : asked.condition;
  const standIn = standInOf(kind, condition, seed);
  const stop = new AbortController();
  put.set(unit, {
    kind,
    condition,
    hidden,
    seed,
    cableOut: false,
    heldBack: 0,
    state: 'running',
    problem: '',
    stop,
  });
  const sampler = new Sampler({
    url: `${window.location.origin}/s/${asked.token}`,
    batch: standIn.batch,
    about: { ...standIn.about, by: `bench drawer, seed ${seed}` },
    fetch: (...args) => {
      const own = put.get(unit);
      if (!own?.cableOut) return fetch(...args);
      change(unit, { heldBack: own.heldBack + 1 });
      return Promise.reject(new TypeError('the cable is out'));
    },
  });
  runStandIn(standIn, sampler, { faster: asked.faster, signal: stop.signal })
    .then((state) => change(unit, { state }))
    .catch((error: Error) => change(unit, { state: 'refused', problem: error.message }));
  told();
}

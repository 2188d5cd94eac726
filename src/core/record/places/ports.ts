import type { Chassis, StandingFlaw } from '@/core/catalogue';
import type { RecordEntry } from '../entries';
import type { ToldFlaw } from '../flaws';

/** A kind of socket on the outside of a machine. */
export interface PortKind {
  id: string;
  /** As a buyer calls it: "USB-A", "wired network". */
  name: string;
  /** How many such a machine has as a rule. */
  usual: Partial<Record<Chassis, number>>;
  /** The test of the rubric that is about it. */
  test?: string;
}

/** Sockets of a kind: how many there are, and what became of those that were tried. */
export interface PortCount {
  kind: string;
  there: number;
  good: number;
  bad: number;
}

/** Sockets as somebody counted them last, kind by kind. A kind nobody looked for is not among them. */
export function portsOf(entries: readonly RecordEntry[]): PortCount[] {
  const counted = new Map<string, PortCount>();
  for (const entry of entries)
    if (entry.kind === 'ports') for (const port of entry.ports) counted.set(port.kind, port);
  return [...counted.values()];
}

const untried = ({ there, good, bad }: PortCount) => there - good - bad;

/**
 * "3 USB-A, one does not work; HDMI; wired network, not tried". Null: nobody has counted any. Kinds in the order
 * given; a kind of which there is none is not told.
 */
export function portsText(counts: readonly PortCount[], kinds: readonly PortKind[]): string | null {
  if (counts.length === 0) return null;
  const told = kinds.flatMap(({ id, name }) => {
    const own = counts.find(({ kind }) => kind === id);
    if (!own || own.there === 0) return [];
    const how = [
      own.bad > 0 && (own.there === 1 ? 'does not work' : `${own.bad} of them not working`),
      untried(own) > 0 && (untried(own) === own.there ? 'not tried' : `${untried(own)} not tried`),
    ].filter(Boolean);
    return [[own.there > 1 ? `${own.there} ${name}` : name, ...how].join(', ')];
  });
  return told.join('; ') || 'none';
}

/**
 * Screens a machine shows a picture on at once: its own, where it has one that is in it, and one on each socket for a
 * picture that was not seen dead. Null: nobody has counted its sockets.
 */
export function screensOf(
  chassis: Chassis,
  counts: readonly PortCount[],
  kinds: readonly PortKind[],
  panelGone: boolean,
): number | null {
  const own = (chassis === 'laptop' || chassis === 'aio') && !panelGone ? 1 : 0;
  const video = counts.filter(({ kind }) => kinds.find(({ id }) => id === kind)?.test === 'video');
  return video.length ? own + video.reduce((sum, { there, bad }) => sum + there - bad, 0) : null;
}

/** Sockets that do not work, as a buyer is told. */
export const portFlaws = (
  counts: readonly PortCount[],
  kinds: readonly PortKind[],
  cap: StandingFlaw['cap'],
): ToldFlaw[] =>
  kinds.flatMap(({ id, name }) => {
    const own = counts.find(({ kind }) => kind === id);
    if (!own?.bad) return [];
    const words =
      own.there === 1 ? `${name}: does not work` : `${name}: ${own.bad} of ${own.there} do not work`;
    return [{ words, cap, repair: 'ports' }];
  });

/**
 * What the counts come to for the tests that are about sockets: failed as soon as one does not work, passed once all
 * were tried, absent where there is none of any of its kinds. A test with a kind nobody looked for is not decided.
 */
export function portTests(
  counts: readonly PortCount[],
  kinds: readonly PortKind[],
): Map<string, 'pass' | 'fail' | 'absent'> {
  const results = new Map<string, 'pass' | 'fail' | 'absent'>();
  for (const test of new Set(kinds.flatMap((kind) => kind.test ?? []))) {
    const own = kinds
      .filter((kind) => kind.test === test)
      .map(({ id }) => counts.find(({ kind }) => kind === id) ?? null);
    const seen = own.filter((each) => each !== null);
    if (seen.some(({ bad }) => bad > 0)) results.set(test, 'fail');
    else if (seen.length < own.length) continue;
    else if (seen.every(({ there }) => there === 0)) results.set(test, 'absent');
    else if (seen.every((each) => untried(each) === 0)) results.set(test, 'pass');
  }
  return results;
}

/** A stretch of time, minutes from a zero: from the first up to the second. */
export type Span = readonly [from: number, to: number];

export interface Person {
  id: string;
  /** When they are there; nothing attended goes over the end of one of these. */
  hours: readonly Span[];
}

export interface Station {
  id: string;
  /** How many machines it takes at once. */
  capacity: number;
  /** When it cannot be used. */
  shut?: readonly Span[];
}

/** A piece of work: hands, then alone, then hands again. Minutes. */
export interface Task {
  id: string;
  unit: string;
  /** Attended, to begin it. */
  head: number;
  /** By itself, at once after. */
  body: number;
  /** Attended, to end it; may wait for hands. */
  tail: number;
  /** Held from the start to the end of the tail. */
  station?: string | null;
  /** What is ended before it begins. */
  after: readonly string[];
  /** Not before. */
  release?: number;
  /** Its body may run while the house is closed. */
  overnight: boolean;
  /** Who may do it; nothing: everybody. */
  who?: readonly string[];
}

export interface Job {
  id: string;
  /** Promised by; nothing: not promised. */
  due?: number | null;
  /** What a minute late weighs. */
  weight: number;
}

/** What a plan costs: minutes late by their weight, and a hundredth of each unit's end; or when the last is done. */
export type Objective = 'lateness' | 'makespan';

export interface Timetabled {
  objective: Objective;
  people: readonly Person[];
  stations: readonly Station[];
  operations: readonly Task[];
  units: readonly Job[];
  /** When nobody is in the house. */
  closed: readonly Span[];
  /** Two never have their hands at one unit at once. */
  apart?: boolean;
}

/** Where and when an operation is done. Nobody: it needs no hands there. */
export interface Placed {
  id: string;
  person: string | null;
  start: number;
  tailPerson: string | null;
  /** When its tail begins. */
  tail: number;
}

export interface Plan {
  operations: Placed[];
  cost: number;
  /** No plan costs less. */
  bound: number;
}

/** A few names of many. */
export const named = (names: readonly string[]): string => names.slice(0, 5).join(', ');

/**
 * What is wrong with a problem, in words, before anything is searched.
 * @throws RangeError for what is not there, goes round in a circle, or fits into nobody's hours
 */
export function assertSound(problem: Timetabled): void {
  const refuse = (why: string): never => {
    throw new RangeError(why);
  };
  const byId = new Map(problem.operations.map((task) => [task.id, task]));
  if (byId.size < problem.operations.length) refuse('two operations have the same id');
  const units = new Set(problem.units.map(({ id }) => id));
  for (const { id, hours } of problem.people)
    hours.forEach(([from, to], i) => {
      if (!(to > from)) refuse(`the hours of ${id} end before they begin: ${from} to ${to}`);
      if (i > 0 && from < hours[i - 1][1]) refuse(`the hours of ${id} overlap or are not in order`);
    });
  const reach = reachIn(problem);
  for (const task of problem.operations) {
    if (!units.has(task.unit)) refuse(`operation ${task.id}: there is no unit "${task.unit}"`);
    const missing = task.after.filter((id) => !byId.has(id));
    if (missing.length) refuse(`operation ${task.id} comes after ${named(missing)}, which is not there`);
    const why = reach(task);
    if (why) refuse(`operation ${task.id}: ${why}`);
  }
  ordered(problem.operations);
}

/** Why an operation can never be done with these people, stations and openings, in words; null: it can. */
export function reachIn({ people, stations, closed }: Timetabled): (task: Task) => string | null {
  const capacity = new Map(stations.map((station) => [station.id, station.capacity]));
  const longest = new Map(
    people.map(({ id, hours }) => [id, hours.reduce((most, [from, to]) => Math.max(most, to - from), 0)]),
  );
  const ends = people.flatMap(({ hours }) =>
    hours.length ? [[hours[0][0], hours.at(-1)![1]] as const] : [],
  );
  // as long as anybody is there
  const first = Math.min(0, ...ends.map(([from]) => from));
  const last = people.length ? Math.max(0, ...ends.map(([, to]) => to)) : Infinity;
  const opening = openingsOf(closed, first, last).reduce((most, [from, to]) => Math.max(most, to - from), 0);
  return (task) => {
    if (task.station && !((capacity.get(task.station) ?? 0) >= 1))
      return `there is no station "${task.station}" that takes anything`;
    for (const part of ['head', 'tail'] as const) {
      const minutes = task[part];
      if (minutes === 0) continue;
      const may = task.who ? task.who.filter((id) => longest.has(id)) : [...longest.keys()];
      if (may.length === 0) return 'there is nobody who may do it';
      const most = may.reduce((sum, id) => Math.max(sum, longest.get(id)!), 0);
      if (minutes > most)
        return `its ${part} of ${minutes} minutes is longer than any opening of those who may do it (${most})`;
    }
    if (!task.overnight && task.body > 0 && closed.length && opening < task.body)
      return `it runs ${task.body} minutes and may not run while the house is closed; no opening is that long`;
    return null;
  };
}

/** Between closed times, from a moment to another. */
export function openingsOf(closed: readonly Span[], earliest: number, latest: number): Span[] {
  const sorted = closed.toSorted((a, b) => a[0] - b[0]);
  const found: Span[] = [];
  let from = earliest;
  for (const [shut, opens] of sorted) {
    if (shut > from) found.push([from, shut]);
    from = Math.max(from, opens);
  }
  return from < latest ? [...found, [from, latest]] : found;
}

/**
 * Operations so that each stands after those it waits for.
 * @throws RangeError when they wait for each other in a circle
 */
export function ordered(tasks: readonly Task[]): Task[] {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const state = new Map<string, 'open' | 'done'>();
  const out: Task[] = [];
  const visit = (task: Task) => {
    const known = state.get(task.id);
    if (known === 'done') return;
    if (known === 'open') throw new RangeError(`operation ${task.id} waits for itself, by way of others`);
    state.set(task.id, 'open');
    for (const id of task.after) visit(byId.get(id)!);
    state.set(task.id, 'done');
    out.push(task);
  };
  tasks.forEach(visit);
  return out;
}

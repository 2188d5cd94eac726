import type { Changes } from './changes';
import type { OnTheWay, PlannedTask } from './operations';
import type { Person, Placed, Span, Station, Task } from './problem';

/** A machine in a plan of the day. */
export interface PlannedUnit {
  id: string;
  tag: string;
  called: string;
  /** Minutes from now; null: not promised. */
  due: number | null;
  /** When it should be done, and the chance that a promise holds. */
  done: number;
  chance: number | null;
}

/** Who does what when. */
export interface DayPlan {
  /** What minutes count from, an instant. */
  zero: string;
  people: (Person & { name: string })[];
  stations: Station[];
  closed: readonly Span[];
  tasks: PlannedTask[];
  placed: Placed[];
  units: PlannedUnit[];
  /** Machines that are in no plan, each with the reason. */
  leftOut: { tag: string; why: string }[];
  /** Operations somebody put where they are; and those that could not be kept there, with the reason. */
  pinned: string[];
  pinsLost: { id: string; why: string }[];
  cost: number;
  bound: number;
  /** How its stations and skills were, as text: otherwise, and it is looked for anew. */
  house: string;
  /** Why there is no plan. */
  fault: string | null;
}

/** What is left of each machine, by its tag; the mark says what it was worked out from. */
export type KnownWays = Record<string, { mark: string; way: OnTheWay }>;

/** The plan that stands, as it is kept: what it was made of, and what it moved of the one before. */
export interface KeptDay {
  v: 2;
  plan: DayPlan;
  ways: KnownWays;
  changes: Changes;
}

/** The first moment, at or after one, from which somebody is there for so long without a break; null: never. */
export function thereFrom(hours: readonly Span[], at: number, minutes: number): number | null {
  for (const [from, to] of hours) if (Math.max(from, at) + minutes <= to + 1e-9) return Math.max(from, at);
  return null;
}

/** An operation that stands where it is: its end as soon as the same hands are there; null: they never are. */
export function placedAt(task: Task, person: string, start: number, hours: readonly Span[]): Placed | null {
  if (thereFrom(hours, start, task.head) !== start) return null;
  const runs = start + task.head + task.body;
  if (task.tail === 0)
    return { id: task.id, person: task.head > 0 ? person : null, start, tailPerson: null, tail: runs };
  const tail = thereFrom(hours, runs, task.tail);
  return tail === null ? null : { id: task.id, person, start, tailPerson: person, tail };
}

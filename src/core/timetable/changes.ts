import type { PlannedTask } from './operations';
import type { Placed, Span } from './problem';

/** A plan as it stood: minutes from its zero, an instant in ms. */
export interface Stood {
  zero: number;
  tasks: readonly PlannedTask[];
  placed: readonly Placed[];
  people: readonly { id: string; hours: readonly Span[] }[];
  units: readonly { tag: string; due: number | null }[];
}

/** A plan of the day, as it stood. */
export const stoodOf = ({
  zero,
  tasks,
  placed,
  people,
  units,
}: Omit<Stood, 'zero'> & { zero: string }): Stood => ({
  zero: Date.parse(zero),
  tasks,
  placed,
  people,
  units,
});

/** An operation that is done at another time than was said, or by somebody else; minutes from the new plan's zero. */
export interface Moved {
  id: string;
  unit: string;
  words: string;
  from: number;
  to: number;
  fromPerson: string | null;
  toPerson: string | null;
}

/** What is otherwise than when the plan was made. */
export type Change =
  | { kind: 'came' | 'left'; unit: string }
  /** An operation takes longer than was planned, or less long: minutes, with their sign. */
  | { kind: 'length'; unit: string; words: string; minutes: number }
  /** It was to be begun by now and is not. */
  | { kind: 'late'; unit: string; words: string; minutes: number }
  /** One more thing has to be done to a machine, or one less. */
  | { kind: 'more' | 'less'; unit: string; words: string }
  | { kind: 'promise'; unit: string }
  /** Somebody is there for longer or less long over the day to come. */
  | { kind: 'hours'; person: string; minutes: number };

export interface Changes {
  moved: Moved[];
  because: Change[];
  /** Of what stood in both plans and has not begun: the share that was moved; null: nothing stood in both. */
  share: number | null;
}

/** Less is no change worth a word, minutes. */
const NO_CHANGE = 10;
/** What comes a little later because something before it took longer has not been moved. */
const NO_MOVE = 30;
const DAY = 1440;
const RUN = / run \d+$/;

const within = (hours: readonly Span[], from: number, to: number) =>
  hours.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

/** What had changed between a plan and the moment another one is made. */
export function reasonsBetween(before: Stood, after: Omit<Stood, 'placed'>): Change[] {
  const since = (after.zero - before.zero) / 60_000;
  const stood = new Map(before.placed.map((placed) => [placed.id, placed]));
  const old = new Map(before.tasks.map((task) => [task.id, task]));
  const tasks = new Map(after.tasks.map((task) => [task.id, task]));
  const because: Change[] = [];
  const [were, are] = [before, after].map(({ units }) => new Map(units.map((unit) => [unit.tag, unit])));
  for (const { tag, due } of after.units) {
    const unit = were.get(tag);
    if (!unit) because.push({ kind: 'came', unit: tag });
    else if (
      (unit.due === null) !== (due === null) ||
      (due !== null && Math.abs(unit.due! - since - due) >= NO_CHANGE)
    )
      because.push({ kind: 'promise', unit: tag });
  }
  for (const { tag } of before.units) if (!are.has(tag)) because.push({ kind: 'left', unit: tag });
  for (const task of after.tasks) {
    if (!were.has(task.unit)) continue;
    const was = old.get(task.id);
    const { unit, words } = task;
    if (!was) {
      if (!RUN.test(task.id)) because.push({ kind: 'more', unit, words });
      continue;
    }
    // what runs is that much further by now
    const longer = RUN.test(task.id)
      ? task.body - Math.max(0, was.body - since)
      : task.head + task.body + task.tail - (was.head + was.body + was.tail);
    if (Math.abs(longer) >= NO_CHANGE && !task.begunBy)
      because.push({ kind: 'length', unit, words, minutes: Math.round(longer) });
    const due = (stood.get(task.id)?.start ?? Infinity) - since;
    if (!task.begunBy && !RUN.test(task.id) && due <= -NO_CHANGE)
      because.push({ kind: 'late', unit, words, minutes: Math.round(-due) });
  }
  for (const { id, unit, words } of before.tasks)
    if (are.has(unit) && !tasks.has(id)) because.push({ kind: 'less', unit, words });
  for (const { id, hours } of after.people) {
    const was = before.people.find((person) => person.id === id);
    // of a plan that is days old less is known than of the day to come
    const minutes = within(hours, 0, DAY) - within(was?.hours ?? [], since, since + DAY);
    if (Math.abs(minutes) >= NO_CHANGE)
      because.push({ kind: 'hours', person: id, minutes: Math.round(minutes) });
  }
  return because;
}

/** What a new plan moved of the old one, and what had changed between them. */
export function changesBetween(before: Stood, after: Stood): Changes {
  const since = (after.zero - before.zero) / 60_000;
  const stood = new Map(before.placed.map((placed) => [placed.id, placed]));
  const tasks = new Map(after.tasks.map((task) => [task.id, task]));
  const moved: Moved[] = [];
  let both = 0;
  for (const placed of after.placed) {
    const was = stood.get(placed.id);
    const task = tasks.get(placed.id)!;
    if (!was || task.begunBy || RUN.test(placed.id)) continue;
    both++;
    const from = was.start - since;
    // what was due by now and is not begun is not moved by the plan: time has
    const otherwise = was.person !== placed.person || Math.abs(placed.start - Math.max(0, from)) >= NO_MOVE;
    if (otherwise) moved.push({ id: placed.id, unit: task.unit, words: task.words, from, to: placed.start, fromPerson: was.person, toPerson: placed.person }); // prettier-ignore
  }
  return {
    moved: moved.sort((a, b) => a.to - b.to),
    because: reasonsBetween(before, after),
    share: both ? moved.length / both : null,
  };
}

import type { Left, LeftInput } from './remaining';

/** What a machine goes through between the dock and the shelf, in its order. */
export const PATH = [
  'looked',
  'found',
  'data',
  'hands',
  'cleaned',
  'proved',
  'graded',
  'papers',
  'shelf',
] as const;
export type PathStep = (typeof PATH)[number];

/** Done on record; still to do; not needed for the way it ends. */
export type PathState = 'done' | 'open' | 'struck';

export interface Path {
  states: Record<PathStep, PathState>;
  /** What is next; null: nothing is left. */
  next: PathStep | null;
}

export interface PathInput {
  /** How it is to end, or would if nobody says otherwise. */
  route: LeftInput['route'];
  decided: boolean;
  /** What is left till then, as `leftToDo` has it. */
  left: readonly Left[];
  /** It stands where the first look is taken; further on what is left of it is asked for when it tells something. */
  looking: boolean;
  /** Questions of the first look that have an answer, and those that could have one now. */
  looks: { done: number; of: number };
  /** What is proposed first: to find something out, to mend or change something, or neither. */
  proposed: 'look' | 'work' | 'end';
  /** Things on the mat that are not back. */
  out: number;
  /** Something was mended or changed. */
  worked: boolean;
  cleaned: boolean;
  graded: boolean;
  /** For sale, or sold. */
  listed: boolean;
}

/** How far a machine is, and the figures each step of its path is told by. */
export interface PathNow extends Path {
  route: PathInput['route'];
  decided: boolean;
  looks: PathInput['looks'];
  /** Work begun and not ended. */
  begun: string[];
  out: number;
  /** Id of the repair proposed first; null: none is. */
  step: string | null;
  drives: { inside: number; open: number; counted: number | null };
  tests: { done: number; of: number; failed: string[] };
  /** Tests, readings and answers a grade still wants. */
  missing: number;
  would: string | null;
}

/** Where each thing that is left stands on the path. */
const WHERE: Record<Left['what'], PathStep> = {
  open: 'hands',
  change: 'hands',
  parts: 'hands',
  data: 'data',
  clean: 'cleaned',
  tests: 'proved',
  blocked: 'proved',
  points: 'proved',
  grade: 'graded',
  list: 'shelf',
  'hand back': 'shelf',
  gone: 'shelf',
};

/** A machine of somebody else's: its data is theirs and stays, and it is graded for no buyer. */
const theirs = (route: PathInput['route']) => route === 'handOver' || route === 'giveBack' || route === 'ask';

/**
 * The way of a machine from the dock to the shelf: what stands, what is left, what is not needed for how it ends, and
 * what is next. Before it is decided how it ends: the first look, then what there is to find out, then hands; from
 * then on in the order of what is left.
 */
export function pathOf(input: PathInput): Path {
  const { route, left, looking, looks, proposed, out, worked, cleaned, graded, listed } = input;
  // what is for sale goes on as if it were decided
  const decided = input.decided || input.listed;
  const leaves = new Set(left.map(({ what }) => WHERE[what]));
  const sold = route === 'disclose' || route === 'asFound';
  const open = (step: PathStep, done: boolean): PathState =>
    leaves.has(step) ? 'open' : done ? 'done' : 'struck';
  const hands: PathState =
    leaves.has('hands') || out > 0 || (!decided && proposed === 'work')
      ? 'open'
      : worked
        ? 'done'
        : decided || proposed === 'end'
          ? 'struck'
          : 'open';
  const states: Path['states'] = {
    looked:
      looks.done >= looks.of || (!looking && looks.done > 0)
        ? 'done'
        : decided || !looking
          ? 'struck'
          : 'open',
    found: decided || proposed !== 'look' ? 'done' : 'open',
    data: open('data', !theirs(route)),
    hands,
    cleaned: open('cleaned', cleaned),
    proved: open('proved', route === 'disclose' || route === 'handOver'),
    graded: open('graded', graded),
    // a passport tells what became of the data, and what the machine is offered as
    papers:
      !sold && !theirs(route)
        ? 'struck'
        : leaves.has('data') || (sold && !graded && !listed)
          ? 'open'
          : 'done',
    shelf: open('shelf', listed),
  };
  return { states, next: nextOf() };

  function nextOf(): PathStep | null {
    if (left[0]?.what === 'open' || (decided && out > 0)) return 'hands';
    if (decided) return left.length ? WHERE[left[0].what] : null;
    if (states.looked === 'open') return 'looked';
    return proposed === 'work' || (proposed === 'end' && out > 0) ? 'hands' : 'found';
  }
}

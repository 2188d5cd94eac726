import type { BenchMinutes, BenchNeed, BenchState, Chassis } from '../catalogue';
import { HANDS_SCATTER } from '../minutes/estimate';
import { CLOSED, minutesOf, movesFor, stateAfter, type BenchMove } from '../minutes/opening';
import type { Operation } from '../minutes/operation';
import type { Left } from '../record/left/remaining';
import type { Task } from './problem';
import type { Skill } from './week';

/** A machine on its way, as far as a plan of the day needs it. Minutes. */
export interface OnTheWay {
  unit: string;
  /** Hands until it is found out and mended, by what is believed now; 0: that is done. */
  hands: number;
  /** Standard deviation of those, for nobody knows yet which fault it is, minutes. */
  handsSpread: number;
  /** How it lies when that is done; and what it takes to open and close one of its kind. */
  lies: BenchState;
  moving: BenchMinutes[Chassis];
  /** Drives whose data is not accounted for. */
  drives: number;
  /** It gets a system once its drive is empty. */
  system: boolean;
  left: readonly Left[];
  /** To finish a sound one of its kind: clean, prove, grade, list. */
  finish: number;
  /** What runs by itself now: when it is done, minutes from now, and the hands that end it. */
  runs: readonly { title: string; left: number; tail: number; station: string | null }[];
  /** Not before: a part is on its way, minutes from now. */
  release?: number;
  /** What whoever mends it must be able to do. */
  skill?: Skill;
  /** Who has it in hand now, and for how many minutes. */
  inHand?: { person: string; minutes: number };
}

/** What of finishing a machine goes where: shares of its minutes. Shop estimate. */
const OF_FINISH = { clean: 0.45, tests: 0.4, grade: 0.05, list: 0.1, parts: 0.6 } as const;
/** Hands to give a machine back to its owner, with what is to be said. Shop estimate. */
const HAND_BACK = 10;
/** How a machine has to lie for each: at a dock its drive is out of it. Common practice, no source. */
const LIES = {
  open: { plugged: false, caseOpen: true },
  runs: { plugged: true },
  proof: { plugged: true, caseOpen: false, batteryOut: false },
  away: { plugged: false, caseOpen: false, batteryOut: false },
} satisfies Record<string, BenchNeed>;
/** No piece of hands is planned in one go for longer: after that one does something else. */
const ONE_GO = 120;

/** What an operation is called on a plan, and what it is. */
export interface PlannedTask extends Task {
  words: string;
  /** How far its hands usually lie from their minutes, as a share of them. */
  scatter: number;
  /** What has to be opened, closed, plugged in or out first; its minutes are in `head`. */
  moves?: readonly BenchMove[];
  /** What whoever does it must be able to do. */
  needs?: Skill;
  /** Somebody is at it now. */
  begunBy?: string;
}

/** The house's own work, and how far its hands usually lie from their minutes. */
export type HouseWork = Operation & { scatter: number };

/** What is told of an operation beside its name; `needs`: how the machine has to lie. */
type Piece = Omit<Partial<PlannedTask>, 'needs'> & { needs?: BenchNeed; skill?: Skill };

/**
 * What is left of a machine as operations, in their order: finding out and mending, the data, cleaning, a system, proof,
 * the shelf. An erasure at a dock and what needs no drive go on beside each other; a machine that runs is not cleaned.
 * Between them it is opened, closed, plugged in and out as each needs it.
 * @param house the house's own work with how far its minutes scatter: "erase-drive", "system-install"
 */
export function operationsOf(way: OnTheWay, house: ReadonlyMap<string, HouseWork>): PlannedTask[] {
  const { unit } = way;
  const tasks: PlannedTask[] = [];
  const wants = new Set(way.left.map(({ what }) => what));
  const finish = Math.max(way.finish * 0.3, way.finish - usualMoves(way.moving));
  let lies = way.lies;
  const add = (
    what: string,
    words: string,
    { needs, skill, ...more }: Piece,
    after: readonly string[],
  ): string => {
    const id = `${unit} ${what}`;
    const moves = movesFor(needs, lies, way.moving);
    lies = stateAfter(lies, moves);
    tasks.push({
      id,
      unit,
      body: 0,
      tail: 0,
      overnight: true,
      words,
      release: way.release,
      scatter: HANDS_SCATTER,
      ...more,
      head: round(more.head ?? 0, minutesOf(moves)),
      ...(moves.length > 0 && { moves }),
      ...(skill && { needs: skill }),
      after,
    });
    return id;
  };
  let last: string[] = way.runs.map(({ title, left, tail, station }, i) =>
    add(`run ${i + 1}`, title, { body: Math.max(0, left), tail, station, release: 0 }, []),
  );
  const pieces = piecesOf(Math.round(way.hands));
  // what is believed is wrong of all of them or of none: together they lie as far off as the whole
  const belief = way.hands > 0 ? (way.handsSpread / way.hands) ** 2 * pieces.length : 0;
  const scatter = Math.sqrt(HANDS_SCATTER ** 2 + belief);
  pieces.forEach((head, part) => {
    const what = part === 0 ? 'hands' : `hands ${part + 1}`;
    last = [add(what, 'Find out and mend', { head, skill: way.skill, scatter }, last)];
  });
  const ran = (id: string, what: string, needs: BenchNeed, after: string[]) => {
    const work = house.get(id);
    if (!work) return after;
    const { head, body, tail, station, mayRunAtNight: overnight, scatter: own } = work;
    const skill = id === 'erase-drive' ? ('data' as const) : undefined;
    return [
      add(what, work.name, { head, body, tail, station, overnight, scatter: own, skill, needs }, after),
    ];
  };
  const begun = last;
  let data = begun;
  for (let drive = 1; drive <= way.drives; drive++)
    data = ran('erase-drive', way.drives === 1 ? 'erase' : `erase ${drive}`, LIES.open, data);
  let end = data;
  if (wants.has('clean')) {
    const clean = add('clean', 'Clean', { head: finish * OF_FINISH.clean, needs: LIES.open }, begun);
    end = [...new Set([...data, clean])];
  }
  if (way.system && wants.has('tests')) end = ran('system-install', 'system', LIES.runs, end);
  const next = (what: string, words: string, head: number, needs?: BenchNeed) =>
    (end = [add(what, words, { head, needs }, end)]);
  if (wants.has('tests')) next('prove', 'Prove', finish * OF_FINISH.tests, LIES.proof);
  if (wants.has('grade')) next('grade', 'Grade', finish * OF_FINISH.grade);
  if (wants.has('list')) next('list', 'On the shelf', finish * OF_FINISH.list, LIES.away);
  if (wants.has('hand back')) next('back', 'Hand it back', HAND_BACK, LIES.away);
  if (wants.has('parts')) next('parts', 'Take it apart', finish * OF_FINISH.parts, LIES.open);
  return way.inHand ? inHand(tasks, way.inHand) : tasks;
}

/** Opening and closing that is in the minutes of finishing one: open to clean, closed and plugged in to prove, put away. */
function usualMoves(moving: OnTheWay['moving']): number {
  let lies = CLOSED;
  return [LIES.open, LIES.proof, LIES.away].reduce((sum, need) => {
    const moves = movesFor(need, lies, moving);
    lies = stateAfter(lies, moves);
    return sum + minutesOf(moves);
  }, 0);
}

/** What a machine's operations hold for how long, minutes: stations from the first hand to the last, skills while hands are on. */
export function holdsOf(tasks: readonly PlannedTask[]): {
  stations: Record<string, number>;
  skills: Partial<Record<Skill, number>>;
} {
  const stations: Record<string, number> = {};
  const skills: Partial<Record<Skill, number>> = {};
  for (const { head, body, tail, station, needs } of tasks) {
    if (station) stations[station] = (stations[station] ?? 0) + head + body + tail;
    if (needs) skills[needs] = (skills[needs] ?? 0) + head + tail;
  }
  return { stations, skills };
}

/** Minutes of hands in pieces one stays at. */
function piecesOf(minutes: number): number[] {
  const pieces: number[] = [];
  for (let rest = minutes; rest > 0; rest -= pieces.at(-1)!) pieces.push(rest > ONE_GO * 1.5 ? ONE_GO : rest);
  return pieces;
}

/** No clock says how long: what goes on longer than was planned still wants so many minutes. */
const STILL = 5;

/** The first piece of hands is being done: by whom, and what is left of it. */
function inHand(
  tasks: readonly PlannedTask[],
  { person, minutes }: NonNullable<OnTheWay['inHand']>,
): PlannedTask[] {
  const first = tasks.findIndex(({ head }) => head > 0);
  return tasks.map((task, i) =>
    i === first
      ? { ...task, head: Math.max(STILL, Math.round(task.head - minutes)), begunBy: person, who: [person], release: 0, after: [] } // prettier-ignore
      : task,
  );
}

/** Whole minutes; what is done at all takes one. */
const round = (minutes: number, moves: number) =>
  minutes + moves > 0 ? Math.max(1, Math.round(minutes + moves)) : 0;

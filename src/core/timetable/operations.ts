import type { Operation } from '../minutes/operation';
import type { Left } from '../record/left/remaining';
import type { Task } from './problem';
import type { Skill } from './week';

/** A machine on its way, as far as a plan of the day needs it. Minutes. */
export interface OnTheWay {
  unit: string;
  /** Hands until it is found out and mended, by what is believed now; 0: that is done. */
  hands: number;
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
const OF_FINISH = { clean: 0.45, tests: 0.4, grade: 0.05, list: 0.1 } as const;
/** Hands to give a machine back to its owner, with what is to be said. Shop estimate. */
const HAND_BACK = 10;
/** No piece of hands is planned in one go for longer: after that one does something else. */
const ONE_GO = 120;

/** What an operation is called on a plan, and what it is. */
export interface PlannedTask extends Task {
  words: string;
  /** What whoever does it must be able to do. */
  needs?: Skill;
  /** Somebody is at it now. */
  begunBy?: string;
}

/**
 * What is left of a machine as operations, in their order: finding out and mending, the data, a system, cleaning, proof,
 * the shelf. An erasure and what needs no drive go on beside each other.
 * @param house the house's own work: "erase-drive", "system-install"
 */
export function operationsOf(way: OnTheWay, house: ReadonlyMap<string, Operation>): PlannedTask[] {
  const { unit } = way;
  const tasks: PlannedTask[] = [];
  const add = (what: string, words: string, more: Partial<PlannedTask>, after: readonly string[]): string => {
    const id = `${unit} ${what}`;
    tasks.push({
      id,
      unit,
      head: 0,
      body: 0,
      tail: 0,
      overnight: true,
      words,
      release: way.release,
      ...more,
      after,
    });
    return id;
  };
  const done = (ids: readonly string[]) => ids.filter(Boolean);
  let last: string[] = way.runs.map(({ title, left, tail, station }, i) =>
    add(`run ${i + 1}`, title, { body: Math.max(0, left), tail, station, release: 0 }, []),
  );
  let rest = Math.round(way.hands);
  for (let part = 1; rest > 0; part++) {
    const head = rest > ONE_GO * 1.5 ? ONE_GO : rest;
    last = [
      add(part === 1 ? 'hands' : `hands ${part}`, 'Find out and mend', { head, needs: way.skill }, last),
    ];
    rest -= head;
  }
  const begun = last;
  const ran = (id: string, what: string, after: string[]) => {
    const work = house.get(id);
    if (!work) return after;
    const { head, body, tail, station, mayRunAtNight } = work;
    return [
      add(
        what,
        work.name,
        {
          head,
          body,
          tail,
          station,
          overnight: mayRunAtNight,
          needs: id === 'erase-drive' ? 'data' : undefined,
        },
        after,
      ),
    ];
  };
  let data = begun;
  for (let drive = 1; drive <= way.drives; drive++)
    data = ran('erase-drive', way.drives === 1 ? 'erase' : `erase ${drive}`, data);
  const wants = new Set(way.left.map(({ what }) => what));
  const ready = way.system && wants.has('tests') ? ran('system-install', 'system', data) : data;
  let clean = begun;
  if (wants.has('clean'))
    clean = [add('clean', 'Clean', { head: round(way.finish * OF_FINISH.clean) }, begun)];
  let end = done([...new Set([...ready, ...clean])]);
  if (wants.has('tests')) end = [add('prove', 'Prove', { head: round(way.finish * OF_FINISH.tests) }, end)];
  if (wants.has('grade')) end = [add('grade', 'Grade', { head: round(way.finish * OF_FINISH.grade) }, end)];
  if (wants.has('list'))
    end = [add('list', 'On the shelf', { head: round(way.finish * OF_FINISH.list) }, end)];
  if (wants.has('hand back')) end = [add('back', 'Hand it back', { head: HAND_BACK }, end)];
  if (wants.has('parts')) add('parts', 'Take it apart', { head: round(way.finish * 0.6) }, end);
  return way.inHand ? inHand(tasks, way.inHand) : tasks;
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

const round = (minutes: number) => Math.max(1, Math.round(minutes));

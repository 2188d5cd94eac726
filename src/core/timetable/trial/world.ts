import { seededRandom, type Random } from '../../random';
import type { Span, Station, Task } from '../problem';

/** A house that is tried out: who is there, what there is, what comes in. */
export interface TrialHouse {
  people: number;
  /** Minutes of a day somebody is there: from and to, breaks between. */
  hours: readonly Span[];
  days: number;
  docks: number;
  shelves: number;
  racks: number;
  machines: number;
  /** Share of machines that were promised to somebody. */
  promised: number;
  /** Chance that finding out shows one fault more; that a part comes late; that somebody is gone half a day. */
  surprises: { fault: number; late: number; gone: number };
}

/** As a small shop is: three benches, sixty machines. Shop estimate. */
export const USUAL_TRIAL: TrialHouse = {
  people: 3,
  hours: [
    [540, 750],
    [780, 1050],
  ],
  days: 5,
  docks: 3,
  shelves: 3,
  racks: 2,
  machines: 60,
  promised: 0.3,
  surprises: { fault: 0.15, late: 0.3, gone: 0.5 },
};

/** A piece of work as it was planned, and as long as it really takes. */
export interface TrueTask extends Task {
  really: { head: number; body: number; tail: number };
}

export interface TrialUnit {
  id: string;
  /** When it comes in, and by when it was promised; minutes from the first midnight. */
  arrives: number;
  due: number | null;
  /** What it brings, whole units of money. */
  value: number;
  tasks: TrueTask[];
  /** What finding out shows beside: planned for by nobody before. */
  extra: TrueTask | null;
  /** How much later its part comes than was said; 0: it does not. */
  partLate: number;
}

/** A week as it really goes, whatever anybody plans. */
export interface TrialWorld {
  house: TrialHouse;
  units: TrialUnit[];
  stations: Station[];
  people: { id: string; hours: Span[] }[];
  /** When somebody goes unexpectedly, and until when. */
  gone: { person: string; from: number; to: number } | null;
  closed: Span[];
  /** The end of the last day's opening. */
  ends: number;
}

const DAY = 1440;
/** Days beyond the week that plans may reach into. */
const BEYOND = 20;

/** Draws a week. The same seed is the same week, whoever works it. Minutes of its pieces: shop estimate. */
export function trialWorld(house: TrialHouse, seed: number): TrialWorld {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => from + random() * (to - from);
  const days = Array.from({ length: house.days + BEYOND }, (_, day) =>
    house.hours.map(([from, to]): Span => [day * DAY + from, day * DAY + to]),
  );
  const opens = house.hours[0][0];
  const shuts = house.hours[house.hours.length - 1][1];
  const ends = (house.days - 1) * DAY + shuts;
  const units = Array.from({ length: house.machines }, (_, k): TrialUnit => {
    const id = `M${k + 1}`;
    // six in ten lie there, the others come on the mornings after
    const arrives =
      random() < 0.6 ? 0 : (1 + Math.floor(random() * Math.max(1, house.days - 2))) * DAY + opens;
    return unitOf(id, arrives, ends, house, random, between);
  });
  const person = `P${1 + Math.floor(random() * house.people)}`;
  const day = Math.floor(random() * house.days);
  return {
    house,
    units,
    stations: [
      { id: 'dock', capacity: house.docks },
      { id: 'shelf', capacity: house.shelves },
      { id: 'rack', capacity: house.racks },
    ],
    people: Array.from({ length: house.people }, (_, k) => ({ id: `P${k + 1}`, hours: days.flat() })),
    gone:
      random() < house.surprises.gone
        ? { person, from: day * DAY + (opens + shuts) / 2, to: (day + 1) * DAY }
        : null,
    closed: days.slice(1).map((_, k): Span => [k * DAY + shuts, (k + 1) * DAY + opens]),
    ends,
  };
}

const BELL = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

function unitOf(
  id: string,
  arrives: number,
  ends: number,
  house: TrialHouse,
  random: Random,
  between: (from: number, to: number) => number,
): TrialUnit {
  const tasks: TrueTask[] = [];
  const scatter = (minutes: number, sigma: number) =>
    minutes * Math.exp(sigma * BELL(random) - sigma ** 2 / 2);
  const make = (what: string, head: number, more: Partial<Task> = {}): TrueTask => {
    const task = { id: `${id} ${what}`, unit: id, head: Math.round(head), body: 0, tail: 0, overnight: true, release: arrives, after: [], ...more }; // prettier-ignore
    const { body, tail } = task;
    return {
      ...task,
      really: { head: scatter(task.head, 0.35), body: scatter(body, 0.08), tail: scatter(tail, 0.3) },
    };
  };
  const add = (task: TrueTask): string[] => {
    tasks.push(task);
    return [task.id];
  };
  const found = add(make('find out', between(8, 25)));
  let mended = found;
  let partLate = 0;
  if (random() < 0.5) {
    const waits = random() < 0.2;
    // a part is on its way and comes on a morning
    const release = waits ? arrives + DAY * (1 + Math.floor(random() * 2)) : arrives;
    if (waits && random() < house.surprises.late) partLate = DAY;
    mended = add(make('mend', scatter(28, 0.5), { after: found, release }));
  }
  const extra =
    random() < house.surprises.fault ? make('second fault', between(20, 60), { after: mended }) : null;
  const data = add(
    make('erase', 3, { body: Math.round(between(60, 150)), tail: 1, station: 'dock', after: found }),
  );
  const system = random() < 0.6 ? add(make('system', 4, { body: 40, tail: 2, station: 'dock', after: [...data, ...mended] })) : data; // prettier-ignore
  let clean = add(make('clean', between(12, 35), { after: mended }));
  if (random() < 0.15) clean = add(make('glue', 8, { body: 480, tail: 2, station: 'rack', after: clean }));
  let proven = add(make('prove', between(10, 25), { after: [...new Set([...system, ...clean, ...mended])] }));
  if (random() < 0.3) proven = add(make('soak', 1, { body: 120, tail: 1, station: 'shelf', overnight: false, after: proven })); // prettier-ignore
  add(make('list', 5, { after: proven }));
  const least = tasks.reduce((sum, { head, body, tail }) => sum + head + body + tail, 0);
  const due =
    random() < house.promised
      ? Math.min(ends, Math.max(arrives + least * 1.6, between(arrives + DAY / 2, ends)))
      : null;
  return { id, arrives, due, value: Math.round(between(15, 160)), tasks, extra, partLate };
}

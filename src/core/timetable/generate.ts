import { joined, NEVER, openFor, Taken } from './calendar';
import { ordered, type Placed, type Span, type Task, type Timetabled } from './problem';

/** A problem made ready: numbers instead of names. */
export interface Ready {
  problem: Timetabled;
  /** In an order in which each stands after those it waits for. */
  tasks: readonly Task[];
  /** Places in `tasks`. */
  after: readonly (readonly number[])[];
  before: readonly (readonly number[])[];
  unitOf: Int32Array;
  stationOf: Int32Array;
  hours: readonly (readonly Span[])[];
  /** Persons that may do each. */
  who: readonly (readonly number[])[];
  closed: readonly Span[];
  /** What stands where it is: begun, or put there by hand. */
  fixed: ReadonlyMap<number, Placed>;
  /** What is ranked: the beginning of each operation, then the tails of those that have one. */
  acts: readonly Act[];
  /** Whose it was, head and tail, in the plan that stands; -1: nobody's. Theirs it stays when they are free as soon. */
  was: readonly [head: Int32Array, tail: Int32Array];
  /** The tail of each operation among the acts; -1: it has none. */
  tailAt: Int32Array;
}

/** The beginning of an operation, with its body; or its tail. */
export interface Act {
  task: number;
  tail: boolean;
}

/** @param fixed what is not moved @param stood the plan that stands */
export function makeReady(
  problem: Timetabled,
  fixed: readonly Placed[] = [],
  stood: readonly Placed[] = [],
): Ready {
  const tasks = ordered(problem.operations);
  const at = new Map(tasks.map((task, i) => [task.id, i]));
  const units = new Map(problem.units.map(({ id }, i) => [id, i]));
  const stations = new Map(problem.stations.map(({ id }, i) => [id, i]));
  const after = tasks.map((task) => task.after.map((id) => at.get(id)!));
  const before: number[][] = tasks.map(() => []);
  after.forEach((all, i) => all.forEach((j) => before[j].push(i)));
  const acts: Act[] = tasks.map((_, i) => ({ task: i, tail: false }));
  const tailAt = new Int32Array(tasks.length).fill(-1);
  tasks.forEach(({ tail }, i) => {
    if (tail > 0) tailAt[i] = acts.push({ task: i, tail: true }) - 1;
  });
  const who = new Map(problem.people.map(({ id }, p) => [id, p]));
  const was = [new Int32Array(tasks.length).fill(-1), new Int32Array(tasks.length).fill(-1)] as const;
  for (const { id, person, tailPerson } of stood) {
    const i = at.get(id);
    if (i === undefined) continue;
    was[0][i] = (person === null ? undefined : who.get(person)) ?? -1;
    was[1][i] = (tailPerson === null ? undefined : who.get(tailPerson)) ?? -1;
  }
  return {
    acts,
    was,
    tailAt,
    problem,
    tasks,
    after,
    before,
    unitOf: Int32Array.from(tasks, (task) => units.get(task.unit)!),
    stationOf: Int32Array.from(tasks, (task) => (task.station ? stations.get(task.station)! : -1)),
    hours: problem.people.map((person) => person.hours),
    who: tasks.map((task) =>
      problem.people.flatMap(({ id }, p) => (!task.who || task.who.includes(id) ? [p] : [])),
    ),
    closed: joined(problem.closed),
    fixed: new Map(
      fixed.flatMap((placed) => (at.has(placed.id) ? [[at.get(placed.id)!, placed] as const] : [])),
    ),
  };
}

/** A plan as numbers, by the place of each operation; person -1: nobody. */
export interface Made {
  person: Int32Array;
  start: Float64Array;
  tailPerson: Int32Array;
  tail: Float64Array;
  /** End of each unit. */
  ends: Float64Array;
  cost: number;
}

/** What no plan that can be kept costs. */
export const BROKEN = 1e7;
/** Work stays with whose it was, when others would begin it sooner by less, minutes. */
const SAME = 5;
/** Moments a placing may be pushed on before it is given up. */
const PUSHES = 20_000;

/**
 * Serial generation: beginnings and tails one after the other by their rank, each as early as what is placed already lets
 * it. Gaps are used. One made is used again and again: it keeps its room.
 */
export class Generator {
  private readonly people: Taken[];
  private readonly places: Taken[][];
  /** Hands at each unit, where two may not be at one. */
  private readonly units: Taken[] | null;
  /** From when on a place of a station is held by what waits for its tail; never: it is not. */
  private readonly held: Float64Array[];
  private readonly placeOf: Int32Array;
  private readonly waits: Int32Array;
  /** 1: it is ended; 2: it runs, and its tail is to come. */
  private readonly ended: Uint8Array;
  private readonly heap: number[] = [];
  private rank: ArrayLike<number> = [];
  private readonly made: Made;
  /** The operation that nothing could be found for. */
  stuck: number | null = null;

  constructor(readonly ready: Ready) {
    const n = ready.tasks.length;
    this.people = ready.hours.map(() => new Taken());
    const { stations, units } = ready.problem;
    this.places = stations.map(({ capacity }) => Array.from({ length: capacity }, () => new Taken()));
    this.units = ready.problem.apart ? units.map(() => new Taken()) : null;
    this.held = stations.map(({ capacity }) => new Float64Array(capacity));
    this.placeOf = new Int32Array(n);
    this.waits = new Int32Array(n);
    this.ended = new Uint8Array(n);
    this.made = {
      person: new Int32Array(n),
      start: new Float64Array(n),
      tailPerson: new Int32Array(n),
      tail: new Float64Array(n),
      ends: new Float64Array(units.length),
      cost: 0,
    };
  }

  private reset(): void {
    const { ready, made } = this;
    for (const taken of this.people) taken.clear();
    this.units?.forEach((taken) => taken.clear());
    this.places.forEach((places, s) => {
      this.held[s].fill(NEVER);
      places.forEach((taken) => {
        taken.clear();
        for (const [from, to] of joined(ready.problem.stations[s].shut ?? [])) taken.take(from, to);
      });
    });
    made.ends.fill(0);
    this.ended.fill(0);
    this.heap.length = 0;
    this.stuck = null;
    for (let i = 0; i < ready.tasks.length; i++) this.waits[i] = ready.after[i].length;
    // what stands already is in nobody's way but the others'
    for (const [i, placed] of ready.fixed) this.stand(i, placed);
  }

  /** Puts what is not moved where it stands, as far as nothing is in its way. */
  private stand(i: number, placed: Placed): void {
    const { ready, made } = this;
    const task = ready.tasks[i];
    const index = (who: string | null) => ready.problem.people.findIndex(({ id }) => id === who);
    made.person[i] = index(placed.person);
    made.start[i] = placed.start;
    made.tailPerson[i] = index(placed.tailPerson);
    made.tail[i] = placed.tail;
    const take = (taken: Taken | undefined, from: number, to: number) =>
      taken && taken.inTheWay(from, to) === null && taken.take(from, to);
    const unit = this.units?.[ready.unitOf[i]];
    if (made.person[i] >= 0) take(unit, placed.start, placed.start + task.head);
    if (made.tailPerson[i] >= 0) take(unit, placed.tail, placed.tail + task.tail);
    take(this.people[made.person[i]], placed.start, placed.start + task.head);
    take(this.people[made.tailPerson[i]], placed.tail, placed.tail + task.tail);
    const s = ready.stationOf[i];
    const end = placed.tail + task.tail;
    if (s >= 0)
      take(
        this.places[s].find((each) => each.inTheWay(placed.start, end) === null),
        placed.start,
        end,
      );
    made.ends[ready.unitOf[i]] = Math.max(made.ends[ready.unitOf[i]], end);
  }

  /** Who of those that may is free first for so long, at or after a moment. */
  private firstFree(i: number, at: number, minutes: number, tail = false): { person: number; at: number } {
    const { ready } = this;
    const own = ready.was[tail ? 1 : 0][i];
    const kept = own >= 0 && ready.who[i].includes(own) ? this.freeWith(i, own, at, minutes) : NEVER;
    // nobody is free sooner than at once
    if (kept === at) return { person: own, at };
    let person = -1;
    let best = NEVER;
    for (const p of ready.who[i]) {
      const free = p === own ? kept : this.freeWith(i, p, at, minutes);
      if (free < best) {
        best = free;
        person = p;
      }
    }
    return kept !== NEVER && kept <= best + SAME ? { person: own, at: kept } : { person, at: best };
  }

  /** When a person is free for so long, and nobody else has hands at the unit. */
  private freeWith(i: number, p: number, from: number, minutes: number): number {
    const unit = this.units?.[this.ready.unitOf[i]];
    let at = from;
    for (;;) {
      at = this.people[p].free(this.ready.hours[p], at, minutes);
      const way = at === NEVER || !unit ? null : unit.inTheWay(at, at + minutes);
      if (way === null) return at;
      at = way;
    }
  }

  private takeHands(i: number, person: number, from: number, to: number): void {
    this.people[person].take(from, to);
    this.units?.[this.ready.unitOf[i]].take(from, to);
  }

  /** Begins an operation at or after a moment; false: nothing was found. */
  private begin(i: number, from: number): boolean {
    const { ready, made } = this;
    const task = ready.tasks[i];
    const s = ready.stationOf[i];
    let at = from;
    let person = -1;
    for (let push = 0; push < PUSHES; push++) {
      if (task.head > 0) {
        const free = this.firstFree(i, at, task.head);
        if (free.at === NEVER) return false;
        ({ person, at } = free);
      }
      const runs = at + task.head;
      if (!task.overnight && task.body > 0) {
        const opens = openFor(ready.closed, runs, task.body);
        if (opens > runs) {
          at = opens - task.head;
          continue;
        }
      }
      const done = runs + task.body;
      let ending: { person: number; at: number } | null = null;
      if (s >= 0) {
        // with a tail to come it is held until that has been done, nobody knows yet when
        let found = this.placeFor(s, at, task.tail > 0 ? NEVER : done);
        if (found.place < 0 && task.tail > 0 && found.next !== NEVER) {
          // between two others: if its tail is done at once
          ending = this.firstFree(i, done, task.tail, true);
          const between = this.placeFor(s, at, ending.at + task.tail);
          if (between.place >= 0) found = between;
          else ending = null;
        }
        if (found.place < 0) {
          if (found.next !== NEVER) at = found.next;
          else if (!this.endOneAt(s)) return false;
          continue;
        }
        this.placeOf[i] = found.place;
        if (task.tail === 0) this.places[s][found.place].take(at, done);
        else if (!ending) this.held[s][found.place] = at;
      }
      made.person[i] = person;
      made.start[i] = at;
      if (person >= 0) this.takeHands(i, person, at, runs);
      made.tail[i] = done;
      made.tailPerson[i] = -1;
      if (task.tail === 0) this.end(i, done);
      else if (ending) return this.doTail(i);
      return true;
    }
    return false;
  }

  /** A place of a station that is free from a moment until another; none: the next moment that is worth trying. */
  private placeFor(s: number, at: number, until: number): { place: number; next: number } {
    let next = NEVER;
    for (let place = 0; place < this.places[s].length; place++) {
      // what is held by something that waits for its tail is free before that only
      if (until > this.held[s][place] || (until === NEVER && this.held[s][place] !== NEVER)) continue;
      const way = this.places[s][place].inTheWay(at, until);
      if (way === null) return { place, next };
      next = Math.min(next, way);
    }
    return { place: -1, next };
  }

  /** Does the tail of the lowest rank that a station waits for; false: there is none. */
  private endOneAt(s: number): boolean {
    const { ready } = this;
    let pick = -1;
    for (let i = 0; i < ready.tasks.length; i++)
      if (
        ready.stationOf[i] === s &&
        this.ended[i] === 2 &&
        (pick < 0 || this.rank[ready.tailAt[i]] < this.rank[ready.tailAt[pick]])
      )
        pick = i;
    return pick >= 0 && this.doTail(pick);
  }

  private doTail(i: number): boolean {
    const { ready, made } = this;
    const task = ready.tasks[i];
    const free = this.firstFree(i, made.start[i] + task.head + task.body, task.tail, true);
    if (free.at === NEVER) return false;
    made.tail[i] = free.at;
    made.tailPerson[i] = free.person;
    this.takeHands(i, free.person, free.at, free.at + task.tail);
    const s = ready.stationOf[i];
    if (s >= 0) {
      const place = this.placeOf[i];
      if (this.ended[i] === 2) this.held[s][place] = NEVER;
      this.places[s][place].take(made.start[i], free.at + task.tail);
    }
    this.end(i, free.at + task.tail);
    return true;
  }

  private end(i: number, at: number): void {
    const { ready, made } = this;
    this.ended[i] = 1;
    const unit = ready.unitOf[i];
    made.ends[unit] = Math.max(made.ends[unit], at);
    for (const j of ready.before[i]) if (--this.waits[j] === 0) this.push(j);
  }

  private push(i: number): void {
    const { heap, rank } = this;
    heap.push(i);
    let k = heap.length - 1;
    while (k > 0) {
      const up = (k - 1) >> 1;
      if (rank[heap[up]] <= rank[i]) break;
      heap[k] = heap[up];
      k = up;
    }
    heap[k] = i;
  }

  private pop(): number {
    const { heap, rank } = this;
    const top = heap[0];
    const last = heap.pop()!;
    if (heap.length === 0) return top;
    let k = 0;
    for (;;) {
      let down = 2 * k + 1;
      if (down >= heap.length) break;
      if (down + 1 < heap.length && rank[heap[down + 1]] < rank[heap[down]]) down++;
      if (rank[heap[down]] >= rank[last]) break;
      heap[k] = heap[down];
      k = down;
    }
    heap[k] = last;
    return top;
  }

  /**
   * @param rank of each act: the lowest that waits for nothing is placed next
   * @returns what it made, good until the next call; null: an operation finds no place before the calendars end
   */
  make(rank: ArrayLike<number>): Made | null {
    const { ready, made } = this;
    this.rank = rank;
    this.reset();
    for (let i = 0; i < ready.tasks.length; i++) if (this.waits[i] === 0) this.push(i);
    while (this.heap.length) {
      const act = this.pop();
      const { task: i, tail } = ready.acts[act];
      if (this.ended[i] === 1) continue;
      if (ready.fixed.has(i)) this.end(i, made.tail[i] + ready.tasks[i].tail);
      else if (tail) {
        if (!this.doTail(i)) return this.nothingFor(i);
      } else {
        let from = ready.tasks[i].release ?? 0;
        for (const j of ready.after[i]) from = Math.max(from, made.tail[j] + ready.tasks[j].tail);
        if (!this.begin(i, from)) return this.nothingFor(i);
        if (ready.tailAt[i] >= 0 && this.ended[i] === 0) {
          this.ended[i] = 2;
          this.push(ready.tailAt[i]);
        }
      }
    }
    made.cost = this.cost() + this.broken();
    return made;
  }

  private nothingFor(i: number): null {
    this.stuck = i;
    return null;
  }

  /** What stands where it is asks what comes before it to be ended by then: what it costs to break that. */
  private broken(): number {
    const { ready, made } = this;
    let sum = 0;
    for (const i of ready.fixed.keys())
      for (const j of ready.after[i]) {
        const over = made.tail[j] + ready.tasks[j].tail - made.start[i];
        if (over > 1e-9) sum += BROKEN + BROKEN * over;
      }
    return sum;
  }

  private cost(): number {
    const { problem } = this.ready;
    if (problem.objective === 'makespan') return this.made.ends.reduce((most, end) => Math.max(most, end), 0);
    let sum = 0;
    for (let u = 0; u < problem.units.length; u++) {
      const { due, weight } = problem.units[u];
      const end = this.made.ends[u];
      if (due !== null && due !== undefined && end > due) sum += weight * (end - due);
      sum += end / 100;
    }
    return sum;
  }
}

/** A copy that stays. */
export const kept = (made: Made): Made => ({
  person: made.person.slice(),
  start: made.start.slice(),
  tailPerson: made.tailPerson.slice(),
  tail: made.tail.slice(),
  ends: made.ends.slice(),
  cost: made.cost,
});

/** With its names again, in the order the operations were given. */
export function placedOf({ problem, tasks }: Ready, made: Made): Placed[] {
  const at = new Map(tasks.map((task, i) => [task.id, i]));
  const person = (p: number) => (p < 0 ? null : problem.people[p].id);
  return problem.operations.map(({ id }) => {
    const i = at.get(id)!;
    return {
      id,
      person: person(made.person[i]),
      start: made.start[i],
      tailPerson: person(made.tailPerson[i]),
      tail: made.tail[i],
    };
  });
}

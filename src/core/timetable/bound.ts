import { joined, NEVER, openFor, Taken } from './calendar';
import type { Ready } from './generate';

/**
 * No plan costs less than this: the worst of what each unit would need alone in the house, what the hands there are can
 * do in order of shortest work, and what each station can.
 */
export function boundOf(ready: Ready): number {
  const { problem, tasks } = ready;
  const ends = new Float64Array(tasks.length);
  const starts = new Float64Array(tasks.length);
  const nobody = new Taken();
  const soonest = (i: number, at: number, minutes: number) =>
    minutes === 0
      ? at
      : ready.who[i].reduce((best, p) => Math.min(best, nobody.free(ready.hours[p], at, minutes)), NEVER);
  const alone = new Float64Array(problem.units.length);
  tasks.forEach((task, i) => {
    const placed = ready.fixed.get(i);
    if (placed) {
      starts[i] = placed.start;
      ends[i] = placed.tail + task.tail;
    } else {
      let at = task.release ?? 0;
      for (const j of ready.after[i]) at = Math.max(at, ends[j]);
      at = soonest(i, at, task.head);
      while (!task.overnight && openFor(ready.closed, at + task.head, task.body) > at + task.head)
        at = soonest(i, openFor(ready.closed, at + task.head, task.body) - task.head, task.head);
      starts[i] = at;
      ends[i] = soonest(i, at + task.head + task.body, task.tail) + task.tail;
    }
    alone[ready.unitOf[i]] = Math.max(alone[ready.unitOf[i]], ends[i]);
  });
  if (problem.objective === 'makespan')
    return Math.max(0, ...alone, ...stationBounds(ready, starts), handsBound(ready).last);
  let late = 0;
  let flow = 0;
  problem.units.forEach(({ due, weight }, u) => {
    if (due !== null && due !== undefined) late += weight * Math.max(0, alone[u] - due);
    flow += alone[u];
  });
  return late + Math.max(flow, handsBound(ready).sum, ...stationFlows(ready, alone)) / 100;
}

/**
 * Each station for itself, shortest work first, were it loaded whenever anybody is there: the least sum of all ends. While
 * nobody is, each of its places can go on with what it holds and no more.
 */
function stationFlows(
  { problem, tasks, unitOf, stationOf, fixed, hours }: Ready,
  alone: Float64Array,
): number[] {
  const there = joined(hours.flat());
  return problem.stations.map(({ capacity }, s) => {
    const work = new Map<number, number>();
    let longest = 0;
    tasks.forEach((task, i) => {
      // what nobody begins could be begun at night
      if (stationOf[i] !== s || fixed.has(i) || task.head === 0) return;
      const minutes = task.head + task.body + task.tail;
      longest = Math.max(longest, minutes);
      work.set(unitOf[i], (work.get(unitOf[i]) ?? 0) + minutes);
    });
    let sum = 0;
    alone.forEach((end, u) => (sum += work.has(u) ? 0 : end));
    let done = 0;
    for (const minutes of [...work.values()].sort((a, b) => a - b))
      sum += endingAt((done += minutes / capacity), longest);
    return sum;
  });

  /** When so much of one place's time has gone by at the soonest. */
  function endingAt(minutes: number, longest: number): number {
    let left = minutes;
    let at = 0;
    for (const [from, to] of there) {
      if (to <= at) continue;
      if (from > at) {
        // on into the night with what was begun: never more than it can hold
        const night = Math.min(from - at, at === 0 ? 0 : longest);
        if (night >= left) return at + left;
        left -= night;
        at = from;
      }
      if (to - at >= left) return at + left;
      left -= to - at;
      at = to;
    }
    return at + left;
  }
}

/** Stations of one place: the soonest all on them can be ended, begun no sooner and with no less to follow than each has. */
function stationBounds(ready: Ready, starts: Float64Array): number[] {
  const { tasks } = ready;
  const after = new Float64Array(tasks.length);
  for (let i = tasks.length - 1; i >= 0; i--)
    for (const j of ready.before[i])
      after[i] = Math.max(after[i], after[j] + tasks[j].head + tasks[j].body + tasks[j].tail);
  return ready.problem.stations.map(({ capacity }, s) => {
    if (capacity !== 1) return 0;
    const on = [...tasks.keys()].filter((i) => ready.stationOf[i] === s && !ready.fixed.has(i));
    return preemptive(
      on.map((i) => ({
        release: starts[i],
        minutes: tasks[i].head + tasks[i].body + tasks[i].tail,
        follows: after[i],
      })),
    );
  });
}

/** One machine, work that may be interrupted, the one with most to follow first (Jackson's rule; Carlier 1982). */
function preemptive(jobs: { release: number; minutes: number; follows: number }[]): number {
  const left = jobs.map(({ minutes }) => minutes);
  const releases = [...new Set(jobs.map(({ release }) => release))].sort((a, b) => a - b);
  let most = 0;
  let at = releases[0] ?? 0;
  for (;;) {
    let pick = -1;
    jobs.forEach((job, i) => {
      if (left[i] > 0 && job.release <= at && (pick < 0 || job.follows > jobs[pick].follows)) pick = i;
    });
    const next = releases.find((release) => release > at);
    if (pick < 0) {
      if (next === undefined) return most;
      at = next;
      continue;
    }
    const until = next === undefined ? at + left[pick] : Math.min(next, at + left[pick]);
    left[pick] -= until - at;
    at = until;
    if (left[pick] === 0) most = Math.max(most, at + jobs[pick].follows);
  }
}

/**
 * If hands could be split at will and nothing else were in the way: when all is done, and the least sum of all ends, the
 * shortest first (Smith's rule on the hands that are there).
 */
function handsBound({ problem, tasks, unitOf, fixed }: Ready): { last: number; sum: number } {
  const work = new Float64Array(problem.units.length);
  tasks.forEach((task, i) => {
    if (!fixed.has(i)) work[unitOf[i]] += task.head + task.tail;
  });
  const edges = [...new Set(problem.people.flatMap(({ hours }) => hours.flat()))].sort((a, b) => a - b);
  const each = problem.people.map(({ hours }) => joined(hours));
  const sorted = [...work].sort((a, b) => a - b);
  let span = 0;
  let at = Math.max(0, edges[0] ?? 0);
  let sum = 0;
  const hands = (from: number) =>
    each.reduce((count, hours) => count + Number(hours.some(([a, b]) => a <= from && from < b)), 0);
  let rate = hands(at);
  for (const wants of sorted) {
    let minutes = wants;
    while (minutes > 1e-9) {
      while (span < edges.length && edges[span] <= at) span++;
      rate = hands(at);
      const until = edges[span] ?? NEVER;
      if (until === NEVER && rate === 0) return { last: at, sum: sum };
      const can = rate * (until - at);
      if (can >= minutes) {
        at += minutes / rate;
        minutes = 0;
      } else {
        minutes -= can;
        at = until;
      }
    }
    // what needs no hands at all may be over at once, as far as hands can tell
    if (wants > 0) sum += at;
  }
  return { last: at, sum };
}

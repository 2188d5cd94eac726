import { seededRandom } from '../random';
import { joined, NEVER, openFor, Taken } from './calendar';
import { makeReady } from './generate';
import type { Placed, Timetabled } from './problem';

/** How far the minutes of an operation's hands usually lie from what was planned: standard deviation of their log. */
export type Spread = (id: string) => number;
/** What runs by itself hardly scatters. Common practice, no source. */
export const BODY_SCATTER = 0.08;
/** Standard deviation of the log of minutes whose own is this share of their mean. */
export const logScatter = (share: number): number => Math.sqrt(Math.log(1 + share ** 2));

export interface Finish {
  /** Rising: when the unit was done in each draw; Infinity where the calendars ended before. */
  ends: Float64Array;
  /** The same in the order of the draws: those of all units belong together. */
  drawn: Float64Array;
}

/**
 * When units are done if the plan is kept and the minutes are as they usually are: each order of people and stations
 * stays, each piece begins when its people, its station and what comes before it are ready.
 * @param spread of each operation's hands
 * @returns a unit's ends over all draws
 */
export function finishes(
  problem: Timetabled,
  plan: readonly Placed[],
  spread: Spread,
  draws: number,
  seed: number,
  /** Now: what has begun by then is as it was. */
  now = 0,
  /** Units that are asked about; left out: all. */
  only?: ReadonlySet<string>,
): Map<string, Finish> {
  const ready = makeReady(problem);
  const { tasks } = ready;
  const n = tasks.length;
  const at = new Map(tasks.map((task, i) => [task.id, i]));
  const placed = new Array<Placed>(n);
  plan.forEach((each) => (placed[at.get(each.id)!] = each));
  const person = new Map(problem.people.map(({ id }, p) => [id, p]));
  // heads and tails by when they were planned: each is done after those before it, by the same hands
  const acts = [...Array(n).keys()].flatMap((i) => [
    { i, tail: false, when: placed[i].start },
    { i, tail: true, when: placed[i].tail },
  ]);
  // at one moment: what ends first, then what begins, in the order they wait for each other
  const later = ({ i, tail, when }: (typeof acts)[number]) => Number(!tail || placed[i].start === when);
  acts.sort((a, b) => a.when - b.when || later(a) - later(b) || a.i - b.i || Number(a.tail) - Number(b.tail));
  const random = seededRandom(seed);
  const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const sigma = tasks.map(({ id }) => spread(id));
  const ends = problem.units.map(() => new Float64Array(draws));
  // the longest opening from each on
  const longestAfter = ready.hours.map((hours) => {
    const most = new Float64Array(hours.length + 1);
    for (let h = hours.length - 1; h >= 0; h--) most[h] = Math.max(most[h + 1], hours[h][1] - hours[h][0]);
    return most;
  });
  const nobody = new Taken();
  const places = problem.stations.map(({ capacity }) => new Float64Array(capacity));
  const freeAt = new Float64Array(problem.people.length);
  const started = new Float64Array(n);
  const ended = new Float64Array(n);
  const held = new Int32Array(n);
  const shuts = problem.stations.map(({ shut }) => joined(shut ?? []));
  // what is planned after the last of those that are asked about bears on none of them
  const asked = problem.units.map(({ id }) => !only || only.has(id));
  let last = acts.length;
  while (last > 0 && !asked[ready.unitOf[acts[last - 1].i]]) last--;
  acts.length = last;
  const heads = new Float64Array(n);
  const bodies = new Float64Array(n);
  const tails = new Float64Array(n);
  /** The mean of what is drawn is what was planned. */
  const scattered = (minutes: number, own: number) => (minutes > 0 ? minutes * Math.exp(own * bell() - own ** 2 / 2) : 0); // prettier-ignore
  for (let draw = 0; draw < draws; draw++) {
    freeAt.fill(0);
    places.forEach((each) => each.fill(0));
    for (let i = 0; i < n; i++) {
      const { head, body, tail } = tasks[i];
      const own = sigma[i];
      heads[i] = own > 0 ? scattered(head, own) : head;
      bodies[i] = own > 0 ? scattered(body, BODY_SCATTER) : body;
      tails[i] = own > 0 ? scattered(tail, own) : tail;
    }
    for (const { i, tail } of acts) {
      const task = tasks[i];
      const mine = placed[i];
      const s = ready.stationOf[i];
      if (!tail) {
        let from = Math.max(task.release ?? 0, Math.min(mine.start, now));
        for (const j of ready.after[i]) from = Math.max(from, ended[j]);
        if (s >= 0) {
          // of a station with several places the one that is free first
          let place = 0;
          for (let k = 1; k < places[s].length; k++) if (places[s][k] < places[s][place]) place = k;
          held[i] = place;
          from = Math.max(from, places[s][place]);
          if (shuts[s].length) from = openFor(shuts[s], from, heads[i] + bodies[i]);
        }
        const p = mine.person === null ? -1 : person.get(mine.person)!;
        if (p >= 0) from = hands(p, Math.max(from, freeAt[p]), heads[i]);
        while (!task.overnight && from < NEVER) {
          const opens = openFor(ready.closed, from + heads[i], bodies[i]);
          if (opens <= from + heads[i]) break;
          from = opens - heads[i];
          if (p >= 0) from = hands(p, from, heads[i]);
        }
        started[i] = from;
        if (p >= 0) freeAt[p] = from + heads[i];
        if (s >= 0) places[s][held[i]] = NEVER;
        continue;
      }
      let from = started[i] + heads[i] + bodies[i];
      const p = mine.tailPerson === null ? -1 : person.get(mine.tailPerson)!;
      if (p >= 0) {
        from = hands(p, Math.max(from, freeAt[p]), tails[i]);
        freeAt[p] = from + tails[i];
      }
      ended[i] = from + tails[i];
      if (s >= 0) places[s][held[i]] = ended[i];
      const unit = ready.unitOf[i];
      ends[unit][draw] = Math.max(ends[unit][draw], ended[i]);
    }
  }
  return new Map(problem.units.map(({ id }, u) => [id, { drawn: ends[u], ends: ends[u].toSorted() }]));

  function hands(p: number, from: number, minutes: number): number {
    if (from === NEVER) return NEVER;
    const hours = ready.hours[p];
    // what takes longer than any opening is gone on with: nobody stops in the middle for the clock
    let low = 0;
    let high = hours.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (hours[middle][1] > from) high = middle;
      else low = middle + 1;
    }
    const now = low < hours.length ? hours[low][1] - Math.max(hours[low][0], from) : 0;
    const longest = Math.max(now, longestAfter[p][low + 1] ?? 0);
    return nobody.free(hours, from, Math.min(minutes, longest > 0 ? longest : minutes));
  }
}

/** The chance that all of them are done by a moment: in the same draw. */
export function allDoneBy(finishes: readonly Finish[], moment: number): number {
  const draws = finishes[0]?.drawn.length ?? 0;
  let kept = 0;
  for (let draw = 0; draw < draws; draw++) if (finishes.every(({ drawn }) => drawn[draw] <= moment)) kept++;
  return draws ? kept / draws : 0;
}

/** The chance that a unit is done by a moment. */
export function doneBy({ ends }: Pick<Finish, 'ends'>, moment: number): number {
  let low = 0;
  let high = ends.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ends[middle] <= moment) low = middle + 1;
    else high = middle;
  }
  return ends.length ? low / ends.length : 0;
}

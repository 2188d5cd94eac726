import { placedAt } from '../day';
import type { Placed, Span, Timetabled } from '../problem';
import { timetable } from '../search';
import { hoursWithout } from '../week';
import type { TrialUnit, TrialWorld, TrueTask } from './world';

/** Ways of choosing what is done next. */
export const POLICIES = ['plan', 'nearest', 'first', 'valuable'] as const;
export type Policy = (typeof POLICIES)[number];

/** Hands at a machine, as they were; or a machine at a station. */
export interface Worked {
  task: string;
  unit: string;
  person: string | null;
  station: string | null;
  from: number;
  to: number;
}

export interface TrialResult {
  policy: Policy;
  finished: number;
  /** Value of what was finished. */
  value: number;
  kept: number;
  promised: number;
  /** Attended minutes of those somebody was there for. */
  handsUse: number;
  /** Hours from coming in to the end, of what was finished. */
  flowHours: number;
  /** Plans made, and the share of not-begun work each moved by ten minutes or more, on average. */
  plans: number;
  moved: number;
  log: Worked[];
}

type Stage = 'waits' | 'head' | 'body' | 'tail due' | 'tail' | 'done';
interface Held {
  task: TrueTask;
  unit: TrialUnit;
  stage: Stage;
  /** When its stage ends. */
  until: number;
  began: number;
  by: string | null;
  release: number;
  known: boolean;
}

interface Act {
  held: Held;
  tail: boolean;
}

/** A plan is made anew this often at least, minutes of opening. */
const EVERY = 120;
/** It moves what stands for a reason only. */
const MOVING = 0.3;
const PROMISED_WEIGHT = 20;

/**
 * Works a drawn week by one way of choosing. Everybody begins something whenever anything can be begun that ends before
 * their break; what takes longer than was thought is ended all the same.
 * @param looks a plan may take: orders it tries each time it is made
 */
export function workWeek(world: TrialWorld, policy: Policy, looks: number): TrialResult {
  // what this run learns is its own
  const units = world.units.map((unit) => ({ ...unit }));
  const held: Held[] = units.flatMap((unit) =>
    [...unit.tasks, ...(unit.extra ? [unit.extra] : [])].map((task): Held => ({
      task,
      unit,
      stage: 'waits',
      until: 0,
      began: 0,
      by: null,
      release: task.release ?? 0,
      known: task !== unit.extra,
    })),
  );
  const byId = new Map(held.map((one) => [one.task.id, one]));
  const { gone } = world;
  const people = world.people.map((person) => ({
    ...person,
    free: 0,
    really: gone?.person === person.id ? hoursWithout(person.hours, [[gone.from, gone.to]]) : person.hours,
  }));
  const log: Worked[] = [];
  const ended = new Map<string, number>();
  let plan: { at: number; placed: ReadonlyMap<string, Placed>; dirty: boolean } = { at: -Infinity, placed: new Map(), dirty: true }; // prettier-ignore
  let plans = 0;
  let moves = 0;
  let now = world.house.hours[0][0];
  const afterOf = ({ task, unit }: Held): readonly string[] => {
    const { extra } = unit;
    const found = extra && byId.get(extra.id)!;
    // what a second fault comes before waits for it once it is known
    return found?.known && found.task.id !== task.id && !task.id.endsWith(' find out') && !task.id.endsWith(' mend') && !task.id.endsWith(' erase') // prettier-ignore
      ? [...task.after, extra!.id]
      : task.after;
  };
  const started = (one: Held) => one.stage !== 'waits';
  const handsAt = (unit: TrialUnit) =>
    held.some((one) => one.unit === unit && (one.stage === 'head' || one.stage === 'tail'));
  const holding = (station: string) =>
    held.filter(({ task, stage }) => task.station === station && stage !== 'waits' && stage !== 'done')
      .length;
  const capacity = new Map(world.stations.map(({ id, capacity: places }) => [id, places]));
  const opening = (hours: readonly Span[], at: number) => hours.find(([from, to]) => from <= at && at < to);

  function available(person: (typeof people)[number]): Act[] {
    const open = opening(person.really, now);
    if (!open) return [];
    const left = open[1] - now;
    return held.flatMap((one): Act[] => {
      const { task, stage } = one;
      if (handsAt(one.unit) || !one.known) return [];
      if (stage === 'tail due') return task.tail <= left ? [{ held: one, tail: true }] : [];
      if (stage !== 'waits' || one.release > now || one.unit.arrives > now) return [];
      if (task.head > left || afterOf(one).some((id) => byId.get(id)!.stage !== 'done')) return [];
      if (task.station && holding(task.station) >= capacity.get(task.station)!) return [];
      const runs = [now + task.head, now + task.head + task.body] as const;
      if (!task.overnight && world.closed.some(([from, to]) => from < runs[1] && to > runs[0])) return [];
      return [{ held: one, tail: false }];
    });
  }

  /** The least first. */
  function rank({ held: one, tail }: Act, person: string): number {
    const { unit } = one;
    if (policy === 'nearest') return unit.due ?? 1e9;
    if (policy === 'first') return unit.arrives;
    if (policy === 'valuable') return -unit.value;
    const placed = plan.placed.get(one.task.id);
    if (!placed) return 1e9;
    // somebody else's by the plan comes after one's own of about the same time
    return tail ? placed.tail : placed.start + (placed.person === person ? 0 : 15);
  }

  function replan(): void {
    const tasks: TrueTask[] = [];
    const fixed: Placed[] = [];
    const hours = people.map(({ id, hours: own, really }) => ({
      id,
      // that somebody is gone is known once they are
      hours: (gone && now >= gone.from ? really : own).flatMap(([from, to]): Span[] =>
        to > now ? [[Math.max(0, from - now), to - now]] : [],
      ),
    }));
    for (const one of held) {
      if (!one.known || one.stage === 'done' || one.unit.arrives > now) continue;
      const after = afterOf(one).filter((id) => byId.get(id)!.stage !== 'done');
      const release = Math.max(0, one.release - now);
      const task = { ...one.task, after, release };
      if (one.stage === 'waits') tasks.push(task);
      else if (one.stage === 'head') {
        const own = { ...task, head: Math.max(1, Math.round(one.began + task.head - now)), after: [], release: 0, who: [one.by!] }; // prettier-ignore
        tasks.push(own);
        const placed = placedAt(own, one.by!, 0, hours.find(({ id }) => id === one.by)!.hours);
        if (placed) fixed.push(placed);
      } else {
        // it runs, or its end is waited for
        const body = one.stage === 'body' ? Math.max(0, one.until - now) : 0;
        tasks.push({ ...task, head: 0, body, overnight: true, after: [], release: 0 });
      }
    }
    if (tasks.length === 0) return;
    const wanted = units.filter((unit) => tasks.some((task) => task.unit === unit.id));
    const problem: Timetabled = {
      objective: 'lateness',
      people: hours,
      stations: world.stations.map(({ id, capacity: places }) => ({
        id,
        capacity: Math.max(places, holding(id)),
      })),
      operations: tasks.map(({ really: _, ...task }) => task),
      units: wanted.map(({ id, due }) => ({ id, due: due === null ? null : due - now, weight: due === null ? 1 : PROMISED_WEIGHT })), // prettier-ignore
      closed: world.closed.flatMap(([from, to]): Span[] =>
        to > now ? [[Math.max(0, from - now), to - now]] : [],
      ),
      apart: true,
    };
    const since = now - plan.at;
    const from = [...plan.placed.values()].map((placed) => ({
      ...placed,
      start: placed.start - now,
      tail: placed.tail - now,
    }));
    let clock = 0;
    const here = new Set(tasks.map(({ id }) => id));
    const made = timetable(problem, {
      seconds: looks / 1000,
      seed: plans + 1,
      now: () => clock++,
      from: Number.isFinite(since) ? from.filter(({ id }) => here.has(id)) : undefined,
      moving: MOVING,
      fixed,
    });
    const placed = new Map(made.operations.map((each) => [each.id, { ...each, start: each.start + now, tail: each.tail + now }])); // prettier-ignore
    const both = [...placed.values()].filter(({ id }) => plan.placed.has(id) && !started(byId.get(id)!));
    if (both.length)
      moves += both.filter(({ id, start }) => Math.abs(start - Math.max(now, plan.placed.get(id)!.start)) >= 10).length / both.length; // prettier-ignore
    plan = { at: now, placed, dirty: false };
    plans++;
  }

  function begin({ held: one, tail }: Act, person: (typeof people)[number]): void {
    const { task } = one;
    const minutes = tail ? task.really.tail : task.really.head;
    one.stage = tail ? 'tail' : 'head';
    one.by = person.id;
    one.began = now;
    one.until = now + minutes;
    person.free = one.until;
    log.push({ task: task.id, unit: task.unit, person: person.id, station: null, from: now, to: one.until });
    if (!tail && task.station)
      log.push({
        task: task.id,
        unit: task.unit,
        person: null,
        station: task.station,
        from: now,
        to: Infinity,
      });
  }

  function settle(): void {
    for (const one of held) {
      if (one.until > now + 1e-9) continue;
      const { task, unit } = one;
      if (one.stage === 'head') {
        one.stage = 'body';
        one.until = one.began + task.really.head + task.really.body;
        if (task.id.endsWith(' find out') && unit.extra) {
          byId.get(unit.extra.id)!.known = true;
          plan.dirty = true;
        }
      }
      if (one.stage === 'body' && one.until <= now + 1e-9) {
        one.stage = task.tail > 0 ? 'tail due' : 'done';
        if (Math.abs(task.really.body - task.body) > 10) plan.dirty = true;
      } else if (one.stage === 'tail') one.stage = 'done';
      if (one.stage !== 'done' || ended.has(task.id)) continue;
      ended.set(task.id, now);
      const stood = log.findLast((each) => each.task === task.id && each.station !== null);
      if (stood) stood.to = now;
    }
    // a part that should be here and is not is known to come a day later
    for (const one of held)
      if (one.task.id.endsWith(' mend') && one.unit.partLate > 0 && one.release <= now) {
        one.release += one.unit.partLate;
        one.unit.partLate = 0;
        plan.dirty = true;
      }
  }

  const marks = [
    ...world.people[0].hours.map(([from]) => from),
    ...world.units.map(({ arrives }) => arrives),
    ...(gone ? [gone.from, gone.to] : []),
  ];
  for (; now <= world.ends;) {
    settle();
    if (policy === 'plan' && opening(world.people[0].hours, now)) {
      const asks = plan.dirty || now - plan.at >= EVERY || (gone && plan.at < gone.from && now >= gone.from) || marks.includes(now); // prettier-ignore
      if (asks) replan();
    }
    for (const person of people) {
      if (person.free > now + 1e-9) continue;
      const acts = available(person);
      if (acts.length === 0) continue;
      const best = acts.reduce((least, act) => (rank(act, person.id) < rank(least, person.id) ? act : least));
      begin(best, person);
    }
    const next = Math.min(
      ...held.flatMap((one) => (one.until > now + 1e-9 ? [one.until] : [])),
      ...held.flatMap((one) => (one.release > now + 1e-9 ? [one.release] : [])),
      ...marks.filter((mark) => mark > now + 1e-9),
      ...people.flatMap(({ really }) =>
        really.slice(0, 400).flatMap(([from]) => (from > now + 1e-9 ? [from] : [])),
      ),
    );
    if (!Number.isFinite(next)) break;
    now = next;
  }
  const done = units.filter(({ id }) =>
    held.every((one) => one.unit.id !== id || one.stage === 'done' || !one.known),
  );
  const endOf = (unit: TrialUnit) =>
    Math.max(...held.flatMap((one) => (one.unit === unit ? [ended.get(one.task.id) ?? 0] : [])));
  const promised = units.filter(({ due }) => due !== null);
  const there = people.reduce(
    (sum, { really }) => sum + really.reduce((all, [from, to]) => all + Math.max(0, Math.min(to, world.ends) - Math.min(from, world.ends)), 0), // prettier-ignore
    0,
  );
  const attended = log.reduce(
    (sum, each) => sum + (each.person ? Math.min(each.to, world.ends) - each.from : 0),
    0,
  );
  return {
    policy,
    finished: done.length,
    value: done.reduce((sum, { value }) => sum + value, 0),
    kept: promised.filter((unit) => done.includes(unit) && endOf(unit) <= unit.due! + 1e-6).length,
    promised: promised.length,
    handsUse: attended / there,
    flowHours: done.length ? done.reduce((sum, unit) => sum + endOf(unit) - Math.max(unit.arrives, world.house.hours[0][0]), 0) / done.length / 60 : 0, // prettier-ignore
    plans,
    moved: plans > 1 ? moves / (plans - 1) : 0,
    log,
  };
}

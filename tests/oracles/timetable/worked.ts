/** A plan as it goes when minutes are not as planned: a diary of each pair of hands, gone through by the clock. */
interface Op {
  id: string;
  unit: string;
  head: number;
  body: number;
  tail: number;
  station?: string | null;
  after: readonly string[];
  overnight: boolean;
}
interface Line {
  id: string;
  person: string | null;
  start: number;
  tailPerson: string | null;
  tail: number;
}
interface House {
  people: readonly { id: string; hours: readonly (readonly number[])[] }[];
  stations: readonly { id: string; capacity: number }[];
  operations: readonly Op[];
  closed: readonly (readonly number[])[];
}
interface Entry {
  op: Op;
  tail: boolean;
  planned: number;
}

/**
 * Minute by minute: whoever is there does what their diary has next, once it can be done; nothing is done out of its
 * order, and nobody stops in the middle. @param really minutes of each part @returns when each unit was done
 */
export function workedEnds(
  house: House,
  plan: readonly Line[],
  really: (op: Op, part: 'head' | 'body' | 'tail') => number,
  horizon: number,
): Map<string, number> {
  const diaries = new Map<string, Entry[]>(house.people.map(({ id }) => [id, []]));
  const ops = new Map(house.operations.map((op) => [op.id, op]));
  const queues = new Map<string, Line[]>();
  for (const line of plan) {
    const op = ops.get(line.id)!;
    if (op.head > 0) diaries.get(line.person!)!.push({ op, tail: false, planned: line.start });
    if (op.tail > 0) diaries.get(line.tailPerson!)!.push({ op, tail: true, planned: line.tail });
    if (op.station) queues.set(op.station, [...(queues.get(op.station) ?? []), line]);
  }
  for (const diary of diaries.values())
    diary.sort((a, b) => a.planned - b.planned || Number(b.tail) - Number(a.tail));
  for (const queue of queues.values()) queue.sort((a, b) => a.start - b.start);
  const state = new Map<string, { began: number | null; runsTo: number; ended: number | null }>(
    house.operations.map(({ id }) => [id, { began: null, runsTo: Infinity, ended: null }]),
  );
  const busy = new Map(house.people.map(({ id }) => [id, 0]));
  const places = new Map(house.stations.map(({ id, capacity }) => [id, capacity]));
  const ends = new Map<string, number>();
  const done = (op: Op, at: number) => {
    state.get(op.id)!.ended = at;
    if (op.station) places.set(op.station, places.get(op.station)! + 1);
    ends.set(op.unit, Math.max(ends.get(op.unit) ?? 0, at));
  };
  const there = (person: string, at: number, minutes: number) =>
    house.people
      .find(({ id }) => id === person)!
      .hours.some(([from, to]) => from <= at && at + minutes <= to + 1e-6);
  const may = (op: Op, at: number) =>
    op.after.every((id) => (state.get(id)!.ended ?? Infinity) <= at + 1e-9) &&
    (!op.station || (places.get(op.station)! > 0 && queues.get(op.station)![0].id === op.id)) &&
    (op.overnight ||
      !house.closed.some(([from, to]) => from < at + op.head + really(op, 'body') && to > at + op.head));
  const begin = (op: Op, at: number) => {
    const own = state.get(op.id)!;
    own.began = at;
    own.runsTo = at + (op.head > 0 ? really(op, 'head') : 0) + really(op, 'body');
    if (op.station) {
      places.set(op.station, places.get(op.station)! - 1);
      queues.get(op.station)!.shift();
    }
  };
  for (let at = 0; at < horizon; at++) {
    let moved = true;
    while (moved) {
      moved = false;
      for (const op of house.operations) {
        const own = state.get(op.id)!;
        if (op.head === 0 && own.began === null && may(op, at)) {
          begin(op, at);
          moved = true;
        }
        if (own.began !== null && own.ended === null && op.tail === 0 && own.runsTo <= at) {
          done(op, own.runsTo);
          moved = true;
        }
      }
      for (const [person, diary] of diaries) {
        const [next] = diary;
        if (!next || busy.get(person)! > at) continue;
        const { op, tail } = next;
        const minutes = really(op, tail ? 'tail' : 'head');
        if (!there(person, at, minutes)) continue;
        const own = state.get(op.id)!;
        if (tail ? !(own.began !== null && own.runsTo <= at) : !may(op, at)) continue;
        diary.shift();
        busy.set(person, at + minutes);
        if (tail) done(op, at + minutes);
        else begin(op, at);
        moved = true;
      }
    }
  }
  return ends;
}

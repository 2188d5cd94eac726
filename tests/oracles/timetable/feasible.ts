/** The rules of a plan as the shop would check them with a pencil: written apart from what makes plans. */
interface Asked {
  objective: 'lateness' | 'makespan';
  people: { id: string; hours: number[][] }[];
  stations: { id: string; capacity: number }[];
  operations: {
    id: string;
    unit: string;
    head: number;
    body: number;
    tail: number;
    station?: string | null;
    after: string[];
    release?: number;
    overnight: boolean;
    who?: string[];
  }[];
  units: { id: string; due?: number | null; weight: number }[];
  closed: number[][];
}
interface Line {
  id: string;
  person: string | null;
  start: number;
  tailPerson: string | null;
  tail: number;
}

const EPS = 1e-6;

/** Everything a plan does that it may not, in words. */
export function faultsOf(asked: Asked, plan: readonly Line[]): string[] {
  const faults: string[] = [];
  const line = new Map(plan.map((each) => [each.id, each]));
  if (plan.length !== asked.operations.length || line.size !== plan.length)
    faults.push('not each operation once');
  const busy: Record<string, { from: number; to: number; what: string }[]> = {};
  const held: Record<string, { from: number; to: number }[]> = {};
  for (const op of asked.operations) {
    const own = line.get(op.id);
    if (!own) {
      faults.push(`${op.id} is missing`);
      continue;
    }
    if (own.start < (op.release ?? 0) - EPS) faults.push(`${op.id} begins before its release`);
    const runsFrom = own.start + op.head;
    const runsTo = runsFrom + op.body;
    if (own.tail < runsTo - EPS) faults.push(`${op.id}: its tail begins before its body has ended`);
    for (const [part, who, from, length] of [
      ['head', own.person, own.start, op.head],
      ['tail', own.tailPerson, own.tail, op.tail],
    ] as const) {
      if (length === 0) continue;
      const person = asked.people.find(({ id }) => id === who);
      if (!person) {
        faults.push(`${op.id}: nobody does its ${part}`);
        continue;
      }
      if (op.who && !op.who.includes(person.id)) faults.push(`${op.id}: ${person.id} may not do it`);
      if (!person.hours.some(([a, b]) => from >= a - EPS && from + length <= b + EPS))
        faults.push(`${op.id}: its ${part} is out of the hours of ${person.id}`);
      (busy[person.id] ??= []).push({ from, to: from + length, what: `${part} of ${op.id}` });
    }
    if (!op.overnight && op.body > 0)
      for (const [a, b] of asked.closed)
        if (runsFrom < b - EPS && runsTo > a + EPS) faults.push(`${op.id} runs in closed time`);
    for (const id of op.after) {
      const before = asked.operations.find((each) => each.id === id)!;
      const ended = (line.get(id)?.tail ?? Infinity) + before.tail;
      if (own.start < ended - EPS) faults.push(`${op.id} begins before ${id} has ended`);
    }
    if (op.station) (held[op.station] ??= []).push({ from: own.start, to: own.tail + op.tail });
  }
  for (const [who, spans] of Object.entries(busy)) {
    spans.sort((x, y) => x.from - y.from);
    for (let i = 1; i < spans.length; i++)
      if (spans[i].from < spans[i - 1].to - EPS)
        faults.push(`${who} does ${spans[i - 1].what} and ${spans[i].what} at once`);
  }
  for (const [station, spans] of Object.entries(held)) {
    const capacity = asked.stations.find(({ id }) => id === station)!.capacity;
    for (const { from } of spans) {
      const there = spans.filter((each) => each.from <= from + EPS && each.to > from + EPS).length;
      if (there > capacity) faults.push(`${there} at ${station}, which takes ${capacity}`);
    }
  }
  return faults;
}

/** What a plan costs, by the letter. */
export function costBy(asked: Asked, plan: readonly Line[]): number {
  const done: Record<string, number> = {};
  for (const op of asked.operations) {
    const end = plan.find(({ id }) => id === op.id)!.tail + op.tail;
    done[op.unit] = Math.max(done[op.unit] ?? 0, end);
  }
  if (asked.objective === 'makespan') return Math.max(...Object.values(done));
  let cost = 0;
  for (const unit of asked.units) {
    if (!(unit.id in done)) continue;
    if (unit.due !== undefined && unit.due !== null && done[unit.id] > unit.due)
      cost += unit.weight * (done[unit.id] - unit.due);
    cost += done[unit.id] / 100;
  }
  return cost;
}

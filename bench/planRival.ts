import { seededRandom } from '@/core/random';
import { solveMip, type Row } from '@/core/solve/mip';
import type { Span, Task, Timetabled } from '@/core/timetable/problem';
import { timetable } from '@/core/timetable/search';

// Shop-like weeks, planned by the search and by a solver of whole numbers (HiGHS) over quarters of an hour, with the same
// seconds each in one run: npm run bench:rival [weeks] [seconds] [machines]
const weeks = Number(process.argv[2] ?? 20);
const seconds = Number(process.argv[3] ?? 10);
const machines = Number(process.argv[4] ?? 8);
const SLOT = 15;
const DAYS = 4;
const PEOPLE = 2;
const open = (slot: number) => {
  const minute = (slot * SLOT) % 1440;
  return (minute >= 540 && minute < 750) || (minute >= 780 && minute < 1050);
};
const SLOTS = (DAYS * 1440) / SLOT;
const hours: Span[] = Array.from({ length: DAYS }, (_, day): Span[] => [[day * 1440 + 540, day * 1440 + 750], [day * 1440 + 780, day * 1440 + 1050]]).flat(); // prettier-ignore
const closed: Span[] = Array.from({ length: DAYS - 1 }, (_, day): Span => [
  day * 1440 + 1050,
  (day + 1) * 1440 + 540,
]);

/** Everything in whole quarters, so that both have the same problem. */
function week(seed: number): Timetabled {
  const random = seededRandom(seed);
  const quarters = (from: number, to: number) => Math.round(from + random() * (to - from)) * SLOT;
  const units = Array.from({ length: machines }, (_, u) => ({ id: `U${u}`, due: random() < 0.4 ? quarters(44, 150) : null, weight: random() < 0.5 ? 20 : 1 })); // prettier-ignore
  const operations = units.flatMap(({ id }): Task[] => {
    const make = (what: string, head: number, more: Partial<Task> = {}): Task => ({ id: `${id} ${what}`, unit: id, head, body: 0, tail: 0, after: [], overnight: true, ...more }); // prettier-ignore
    const mend = make('mend', quarters(1, 4));
    const erase = make('erase', SLOT, {
      body: quarters(4, 9),
      tail: SLOT,
      station: 'dock',
      after: [mend.id],
    });
    const clean = make('clean', quarters(1, 2), { after: [mend.id] });
    return [mend, erase, clean, make('prove', quarters(1, 2), { after: [erase.id, clean.id] })];
  });
  const people = Array.from({ length: PEOPLE }, (_, k) => ({ id: `P${k}`, hours }));
  return {
    objective: 'lateness',
    people,
    stations: [{ id: 'dock', capacity: 2 }],
    operations,
    units,
    closed,
  };
}

/** What the solver makes of it: people taken together, which loses nothing where all have the same hours. */
async function bySolver(problem: Timetabled): Promise<{ cost: number; bound: number } | null> {
  const gain: number[] = [];
  const upper: number[] = [];
  const rows: Row[] = [];
  const column = (own: number, most = 1) => {
    gain.push(own);
    upper.push(most);
    return gain.length - 1;
  };
  const fits = (slot: number, length: number) => Array.from({ length }, (_, k) => slot + k).every((one) => one < SLOTS && open(one)); // prettier-ignore
  const hands: number[][] = Array.from({ length: SLOTS }, () => []);
  const held: { at: number[]; by: number[] }[] = Array.from({ length: SLOTS }, () => ({ at: [], by: [] }));
  const starts = new Map<string, { slot: number; column: number }[]>();
  const tails = new Map<string, { slot: number; column: number }[]>();
  for (const task of problem.operations) {
    const [head, body, tail] = [task.head, task.body, task.tail].map((minutes) => minutes / SLOT);
    const own = Array.from({ length: SLOTS }, (_, slot) => slot).flatMap((slot) => (fits(slot, head) ? [{ slot, column: column(0) }] : [])); // prettier-ignore
    starts.set(task.id, own);
    rows.push({ at: own.map((one) => one.column), by: own.map(() => 1), lower: 1, upper: 1 });
    for (const one of own) for (let k = 0; k < head; k++) hands[one.slot + k].push(one.column);
    if (tail === 0) continue;
    const ends = Array.from({ length: SLOTS }, (_, slot) => slot).flatMap((slot) => (fits(slot, tail) ? [{ slot, column: column(0) }] : [])); // prettier-ignore
    tails.set(task.id, ends);
    rows.push({ at: ends.map((one) => one.column), by: ends.map(() => 1), lower: 1, upper: 1 });
    for (const one of ends) for (let k = 0; k < tail; k++) hands[one.slot + k].push(one.column);
    // its tail comes after its body
    rows.push({ at: [...ends, ...own].map((one) => one.column), by: [...ends.map(({ slot }) => slot), ...own.map(({ slot }) => -slot)], lower: head + body }); // prettier-ignore
    // held from its beginning to the end of its tail: begun by then and not ended
    for (let slot = 0; slot < SLOTS; slot++) {
      const begun = own.filter((one) => one.slot <= slot);
      const ended = ends.filter((one) => one.slot + tail <= slot);
      held[slot].at.push(...begun.map((one) => one.column), ...ended.map((one) => one.column));
      held[slot].by.push(...begun.map(() => 1), ...ended.map(() => -1));
    }
  }
  const endOf = (task: Task) => {
    const last = tails.get(task.id) ?? starts.get(task.id)!;
    const length = (task.tail || task.head + task.body) / SLOT;
    return last.map(({ slot, column: own }) => ({ at: own, end: slot + length }));
  };
  for (const task of problem.operations)
    for (const before of task.after) {
      const ends = endOf(problem.operations.find(({ id }) => id === before)!);
      const own = starts.get(task.id)!;
      rows.push({ at: [...own.map((one) => one.column), ...ends.map(({ at }) => at)], by: [...own.map(({ slot }) => slot), ...ends.map(({ end }) => -end)], lower: 0 }); // prettier-ignore
    }
  hands.forEach((at) => at.length && rows.push({ at, by: at.map(() => 1), upper: PEOPLE }));
  held.forEach(({ at, by }) => at.length && rows.push({ at, by, upper: 2 }));
  for (const { id, due, weight } of problem.units) {
    const end = column(-SLOT / 100, SLOTS);
    for (const task of problem.operations.filter(({ unit }) => unit === id)) {
      const ends = endOf(task);
      rows.push({
        at: [end, ...ends.map(({ at }) => at)],
        by: [1, ...ends.map((one) => -one.end)],
        lower: 0,
      });
    }
    if (due === null || due === undefined) continue;
    const late = column(-weight * SLOT, SLOTS);
    rows.push({ at: [late, end], by: [1, -1], lower: -Math.floor(due / SLOT) });
  }
  const answer = await solveMip({ gain, rows, upper }, { seconds });
  // at its limit without any plan it gives nothing
  if (
    !starts
      .values()
      .next()
      .value!.some((one) => answer.x[one.column] === 1)
  )
    return null;
  return { cost: -answer.value, bound: -answer.bound };
}

let [better, equal, behind, none] = [0, 0, 0, 0];
const ratios: number[] = [];
for (let seed = 1; seed <= weeks; seed++) {
  const problem = week(seed);
  const own = timetable(problem, { seconds, seed, now: () => performance.now() });
  const rival = await bySolver(problem).catch(() => null);
  if (!rival) none++;
  else {
    ratios.push(own.cost / rival.cost);
    if (own.cost < rival.cost - 0.5) better++;
    else if (own.cost <= rival.cost + 0.5) equal++;
    else behind++;
  }
  console.log(`week ${seed}: search ${own.cost.toFixed(1)} (bound ${own.bound.toFixed(1)}), solver ${rival ? `${rival.cost.toFixed(1)} (bound ${rival.bound.toFixed(1)})` : 'found none'}`); // prettier-ignore
}
const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / Math.max(1, ratios.length);
console.log(`\n${weeks} weeks of ${machines} machines, ${seconds} s each: search cheaper ${better}, equal ${equal}, behind ${behind}, solver found none ${none}; cost ratio ${mean.toFixed(3)}`); // prettier-ignore

import { seededRandom, type Random } from '@/core/random';
import type { Job, Person, Span, Station, Task, Timetabled } from '@/core/timetable/problem';

const whole = (random: Random, least: number, most: number) =>
  least + Math.floor(random() * (most - least + 1));
const pick = <T>(random: Random, of: readonly T[]): T => of[Math.floor(random() * of.length)];

const DAY = 24 * 60;

/**
 * A shop's week, drawn: two to four people with breaks and days off, docks, a rack, a shelf; machines that are looked at,
 * opened, erased, dried, charged, installed and proved, some promised. Minutes from Monday's midnight.
 */
export function drawWeek(seed: number, machines: number): Timetabled {
  const random = seededRandom(seed);
  const days = 7;
  const people: Person[] = Array.from({ length: whole(random, 1, 3) }, (_, p) => {
    const off = random() < 0.4 ? whole(random, 0, 4) : -1;
    const hours: Span[] = [];
    for (let day = 0; day < days; day++) {
      if (day === off || day > 4) continue;
      const from = day * DAY + 60 * whole(random, 8, 9);
      const noon = day * DAY + 12 * 60;
      hours.push([from, noon]);
      // now and then somebody leaves at noon
      if (random() > 0.1) hours.push([noon + 30, day * DAY + 60 * whole(random, 16, 18)]);
    }
    return { id: `hands${p}`, hours };
  });
  // three more weeks of the same, so that nothing is without an opening
  const later = people.map(({ id, hours }) => ({
    id,
    hours: [0, 1, 2, 3].flatMap((week) =>
      hours.map(([a, b]): Span => [a + week * 7 * DAY, b + week * 7 * DAY]),
    ),
  }));
  const stations: Station[] = [
    { id: 'dock', capacity: whole(random, 1, 3) },
    { id: 'rack', capacity: whole(random, 2, 4) },
    { id: 'charging shelf', capacity: whole(random, 1, 2) },
  ];
  const closed: Span[] = [];
  for (let day = 0; day < 28; day++) closed.push([day * DAY + 18 * 60, (day + 1) * DAY + 8 * 60]);
  const units: Job[] = [];
  const operations: Task[] = [];
  for (let u = 0; u < machines; u++) {
    const id = `u${u}`;
    units.push({
      id,
      weight: pick(random, [1, 1, 1, 2, 5]),
      due: random() < 0.4 ? whole(random, 0, 4) * DAY + 17 * 60 : null,
    });
    const release = random() < 0.2 ? whole(random, 0, 2) * DAY + 10 * 60 : undefined;
    let last: string | null = null;
    const add = (name: string, head: number, body: number, tail: number, more: Partial<Task> = {}) => {
      const task: Task = {
        id: `${id}.${name}`,
        unit: id,
        head,
        body,
        tail,
        after: last ? [last] : [],
        overnight: true,
        ...(release !== undefined && !last && { release }),
        ...more,
      };
      operations.push(task);
      last = task.id;
    };
    add('look', whole(random, 2, 8), 0, 0);
    if (random() < 0.5) add('repair', whole(random, 10, 70), 0, 0);
    const before = last;
    if (random() < 0.7) add('erase', 3, whole(random, 20, 240), 2, { station: 'dock' });
    if (random() < 0.25) {
      const erased = last;
      add('wash', 12, whole(random, 180, 700), 4, { station: 'rack', after: before ? [before] : [] });
      // both come before what follows
      add('close', whole(random, 5, 15), 0, 0, { after: [...new Set([last!, erased!])] });
    }
    if (random() < 0.3)
      add('charge', 2, whole(random, 60, 170), 3, { station: 'charging shelf', overnight: false });
    if (random() < 0.6) add('install', 4, whole(random, 25, 60), 6, { station: 'dock' });
    add('prove', whole(random, 8, 25), 0, 0, {
      ...(random() < 0.2 && { who: [pick(random, people).id] }),
    });
  }
  return { objective: 'lateness', people: later, stations, operations, units, closed };
}

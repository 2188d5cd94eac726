import type { Placed } from '@/core/timetable/problem';
import type { DayPlan, KeptDay } from '@/core/timetable/day';
import { movesInWords } from '@/words/record/steps';
import { changeWords, type DayAct, type DayRow, type DayString, type DayView } from '@/words/day';

/** A plan, drawn: rows of people and of every place of a station, each machine a string through them. */
export function dayView({ plan, changes }: KeptDay, until: number): DayView {
  const pinned = new Set(plan.pinned);
  const tasks = new Map(plan.tasks.map((task) => [task.id, task]));
  const order = plan.placed.toSorted((a, b) => a.start - b.start);
  const places = placesOf(plan, order);
  const rows: DayRow[] = [
    ...plan.people.map(({ id, name, hours }) => ({ id, name, note: '', station: false, hours: [...hours] })),
    ...plan.stations.flatMap(({ id, capacity }) =>
      Array.from({ length: capacity }, (_, k): DayRow => ({
        id: `${id} ${k}`,
        name: k ? '' : id,
        note: k ? '' : capacity === 1 ? '1 place' : `${capacity} places`,
        station: true,
        hours: [],
      })),
    ),
  ];
  const strings = plan.units.map(({ tag, due }): DayString => {
    const bits = order.flatMap((placed): DayString['bits'] => {
      const task = tasks.get(placed.id)!;
      if (task.unit !== tag) return [];
      const runs = placed.start + task.head;
      const operation = operationOf(task);
      const stays = { waits: false, words: task.words, pinned: pinned.has(placed.id) };
      const row = places.get(placed.id) ?? placed.person ?? '';
      return [
        { ...stays, row: placed.person ?? '', from: placed.start, to: runs, alone: false, operation: task.begunBy ? undefined : operation }, // prettier-ignore
        {
          ...stays,
          row,
          from: runs,
          to: runs + task.body,
          alone: true,
          waits: placed.tail > runs + task.body,
        },
        {
          ...stays,
          row: placed.tailPerson ?? '',
          from: placed.tail,
          to: placed.tail + task.tail,
          alone: false,
        },
      ].filter((bit) => bit.to > bit.from && bit.row !== '' && bit.from < until);
    });
    return { tag, due, bits };
  });
  const lists = plan.people.map(({ id, name }) => ({
    person: id,
    name,
    acts: actsOf(plan, id),
  }));
  const names = new Map(plan.people.map(({ id, name }) => [id, name]));
  const nameOf = (id: string | null) => (id === null ? '' : (names.get(id) ?? ''));
  const within = ([from, to]: readonly [number, number]) =>
    Math.max(0, Math.min(to, until) - Math.max(0, from));
  return {
    zero: plan.zero,
    rows,
    strings: strings.filter(({ bits }) => bits.length > 0),
    closed: plan.closed.filter(([from]) => from < until).map(([from, to]) => [from, to] as const),
    lists,
    promises: plan.units.flatMap(({ tag, called, due, done, chance }) =>
      due === null || chance === null ? [] : [{ tag, called, due, done, chance }],
    ),
    hands: plan.people.map(({ name, hours }, i) => ({
      name,
      planned: lists[i].acts.reduce((sum, act) => sum + within([act.from, act.to]), 0),
      there: hours.reduce((sum, span) => sum + within(span), 0),
    })),
    aloneMinutes: order.reduce((sum, placed) => {
      const { head, body } = tasks.get(placed.id)!;
      return sum + within([placed.start + head, placed.start + head + body]);
    }, 0),
    notAtNight: [
      ...new Set(
        plan.tasks.filter(({ overnight, body }) => !overnight && body > 0).map(({ words }) => words),
      ),
    ],
    gap: plan.cost > 0 ? (plan.cost - plan.bound) / plan.cost : null,
    fault: plan.fault,
    moved: changes.moved.map(({ unit, words, from, to, fromPerson, toPerson }) => ({ tag: unit, words, from, to, fromPerson: nameOf(fromPerson), toPerson: nameOf(toPerson) })), // prettier-ignore
    because: changes.because.map((change) => changeWords(change, names)),
    // what is still told of an older plan is no share of this one
    movedShare: changes.share || null,
    ids: Object.fromEntries(plan.units.map(({ tag, id }) => [tag, id])),
    leftOut: plan.leftOut,
    pinsLost: plan.pinsLost.flatMap(({ id, why }) => {
      const task = tasks.get(id);
      return task ? [{ tag: task.unit, operation: operationOf(task), words: task.words, why }] : [];
    }),
  };
}

/** Which place of its station each operation has: the first that is free when it begins. */
function placesOf(plan: DayPlan, order: readonly Placed[]): Map<string, string> {
  const tasks = new Map(plan.tasks.map((task) => [task.id, task]));
  const free = new Map(
    plan.stations.map(({ id, capacity }) => [id, new Array<number>(capacity).fill(-Infinity)]),
  );
  const places = new Map<string, string>();
  for (const placed of order) {
    const { station, tail } = tasks.get(placed.id)!;
    const spots = station ? free.get(station) : undefined;
    if (!spots) continue;
    const k = Math.max(
      0,
      spots.findIndex((until) => until <= placed.start + 1e-9),
    );
    spots[k] = placed.tail + tail;
    places.set(placed.id, `${station} ${k}`);
  }
  return places;
}

/** What a piece of work of a machine is called in the plan, without its machine. */
const operationOf = ({ id, unit }: DayPlan['tasks'][number]) => id.slice(unit.length + 1);

/** What a pair of hands does, in order. */
export function actsOf(plan: DayPlan, person: string): DayAct[] {
  const tasks = new Map(plan.tasks.map((task) => [task.id, task]));
  const pinned = new Set(plan.pinned);
  return plan.placed
    .flatMap((placed): DayAct[] => {
      const task = tasks.get(placed.id)!;
      const same = {
        tag: task.unit,
        operation: operationOf(task),
        pinned: pinned.has(placed.id),
        begun: task.begunBy !== undefined,
        words: task.words,
        first: movesInWords(task.moves ?? []),
        station: task.station ?? null,
      };
      return [
        ...(placed.person === person && task.head > 0
          ? [{ ...same, from: placed.start, to: placed.start + task.head, alone: task.body, ends: false }]
          : []),
        ...(placed.tailPerson === person && task.tail > 0
          ? [
              {
                ...same,
                from: placed.tail,
                to: placed.tail + task.tail,
                alone: 0,
                ends: true,
                begun: false,
                first: '',
              },
            ]
          : []),
      ];
    })
    .sort((a, b) => a.from - b.from);
}

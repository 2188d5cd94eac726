import { describe, expect, it } from 'vitest';
import { POLICIES, workWeek, type Worked } from './work';
import { trialWorld, USUAL_TRIAL, type TrialWorld } from './world';

const LOOKS = 25;
const house = { ...USUAL_TRIAL, machines: 24, days: 3 };

/** What is wrong with a week as it was worked, by itself: knows nothing of how it was made. */
function faultsOf(world: TrialWorld, log: readonly Worked[]): string[] {
  const faults: string[] = [];
  const tasks = new Map(world.units.flatMap(({ tasks: own, extra }) => [...own, ...(extra ? [extra] : [])]).map((task) => [task.id, task])); // prettier-ignore
  const hands = log.filter(({ person }) => person !== null);
  const overlap = (a: Worked, b: Worked) => a.from < b.to - 1e-6 && b.from < a.to - 1e-6;
  hands.forEach((one, i) => {
    for (const other of hands.slice(i + 1)) {
      if (one.person === other.person && overlap(one, other)) faults.push(`${one.person} is at two machines`);
      if (one.unit === other.unit && overlap(one, other)) faults.push(`two are at ${one.unit}`);
    }
    const person = world.people.find(({ id }) => id === one.person)!;
    const away = world.gone?.person === one.person && one.from >= world.gone.from && one.from < world.gone.to;
    if (away || !person.hours.some(([from, to]) => from <= one.from && one.from < to))
      faults.push(`${one.person} begins while not there`);
    const unit = world.units.find(({ id }) => id === one.unit)!;
    if (one.from < unit.arrives) faults.push(`${one.unit} is worked before it is there`);
    // what comes before it was begun, and its hands were done
    for (const before of tasks.get(one.task)!.after)
      if (!hands.some((other) => other.task === before && other.to <= one.from + 1e-6)) faults.push(`${one.task} before ${before}`); // prettier-ignore
  });
  const stands = log.filter(({ station }) => station !== null);
  for (const { from } of stands)
    for (const { id, capacity } of world.stations)
      if (stands.filter((one) => one.station === id && one.from <= from && from < one.to).length > capacity)
        faults.push(`${id} is fuller than it can be`);
  for (const { task, from } of stands) {
    const { overnight, head, body } = tasks.get(task)!;
    if (!overnight && world.closed.some(([shut, opens]) => shut < from + head + body && opens > from + head))
      faults.push(`${task} was let run through a night`);
  }
  return faults;
}

describe('a week that is tried out', () => {
  it('is the same for the same seed, another for another, and nobody’s way of working changes it', () => {
    const one = trialWorld(house, 7);
    expect(trialWorld(house, 7)).toEqual(one);
    expect(trialWorld(house, 8)).not.toEqual(one);
    const before = structuredClone(one);
    for (const policy of POLICIES) workWeek(one, policy, LOOKS);
    expect(one).toEqual(before);
    expect(workWeek(one, 'plan', LOOKS)).toEqual(workWeek(one, 'plan', LOOKS));
  });
  it.each(POLICIES)('worked by "%s" keeps every rule of the house', (policy) => {
    for (const seed of [1, 2, 3]) {
      const world = trialWorld(house, seed);
      const { log, finished, kept, promised, handsUse } = workWeek(world, policy, LOOKS);
      expect(faultsOf(world, log)).toEqual([]);
      expect(finished).toBeGreaterThan(0);
      expect(kept).toBeLessThanOrEqual(promised);
      expect(handsUse).toBeGreaterThan(0);
      expect(handsUse).toBeLessThanOrEqual(1.1);
    }
  });
  it('the checker sees what is wrong', () => {
    const world = trialWorld(house, 1);
    const { log } = workWeek(world, 'first', LOOKS);
    const twice = log.map((each, i) => (i === 3 ? { ...each, from: log[2].from, to: log[2].to, person: log[2].person } : each)); // prettier-ignore
    expect(faultsOf(world, twice).length).toBeGreaterThan(0);
    const early = log.map((each) => ({ ...each, from: each.from - 545, to: each.to - 545 }));
    expect(faultsOf(world, early).join()).toContain('not there');
  });
  it('planning keeps more promises than first come, over a few weeks', () => {
    let [plan, first] = [0, 0];
    for (let seed = 1; seed <= 4; seed++) {
      const world = trialWorld({ ...house, promised: 0.5 }, seed);
      plan += workWeek(world, 'plan', LOOKS).kept;
      first += workWeek(world, 'first', LOOKS).kept;
    }
    expect(plan).toBeGreaterThan(first);
  });
  it('more hands finish no fewer machines; nobody finishes none', () => {
    const sum = (people: number) => {
      let finished = 0;
      for (let seed = 1; seed <= 3; seed++) finished += workWeek(trialWorld({ ...house, people }, seed), 'nearest', LOOKS).finished; // prettier-ignore
      return finished;
    };
    expect(sum(4)).toBeGreaterThan(sum(1));
  });
});

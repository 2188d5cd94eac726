import { describe, expect, it } from 'vitest';
import { seededRandom, type Random } from '../random';
import { cutLine, worthOfMore, type Candidate, type Capacity } from './cutLine';
import { recombine, type Donor, type Incomplete, type Loose } from './recombine';
import { runs } from '@/../tests/thorough';

const whole = (random: Random, most: number) => Math.floor(random() * (most + 1));

/** The best of all choices there are, one by one. */
function bestOfAll(units: readonly Candidate[], capacity: Capacity): number {
  const names = Object.keys(capacity.stations);
  const takes = units.map((unit) => [unit.minutes, ...names.map((name) => unit.stations?.[name] ?? 0)]);
  const there = [capacity.minutes, ...names.map((name) => capacity.stations[name])];
  let best = 0;
  const left = [...there];
  const go = (i: number, net: number): void => {
    if (left.some((own) => own < 0)) return;
    best = Math.max(best, net);
    for (let k = i; k < units.length; k++) {
      takes[k].forEach((own, s) => (left[s] -= own));
      go(k + 1, net + units[k].net);
      takes[k].forEach((own, s) => (left[s] += own));
    }
  };
  go(0, 0);
  return best;
}

describe('which machines get the hours', () => {
  it('drawn weeks of up to 15 machines and three stations: never less than the best of all choices', async () => {
    const random = seededRandom(31);
    for (let round = 0; round < runs(200, 70); round++) {
      const names = ['dock', 'rack', 'shelf'].slice(0, whole(random, 3));
      const units = Array.from({ length: 1 + whole(random, 13) }, (_, i): Candidate => ({
        id: `u${i}`,
        net: whole(random, 9000) - 1500,
        minutes: whole(random, 120),
        stations: Object.fromEntries(
          names.filter(() => random() < 0.6).map((name) => [name, whole(random, 200)]),
        ),
      }));
      const capacity: Capacity = {
        minutes: whole(random, 500),
        stations: Object.fromEntries(names.map((name) => [name, whole(random, 600)])),
      };
      const best = bestOfAll(units, capacity);
      const line = await cutLine(units, capacity, 5);
      expect(line.net).toBeCloseTo(best, 6);
      expect(line.proven).toBe(true);
      expect(line.bound).toBeGreaterThanOrEqual(best - 1e-6);
      const taken = units.filter(({ id }) => line.chosen.includes(id));
      expect(taken.reduce((sum, { net }) => sum + net, 0)).toBeCloseTo(line.net, 6);
      expect(taken.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThanOrEqual(capacity.minutes);
      const more = await worthOfMore(units, capacity, { minutes: 60 }, line.net, 5);
      expect(more).toBeCloseTo(bestOfAll(units, { ...capacity, minutes: capacity.minutes + 60 }) - best, 6);
    }
  });
  const units: Candidate[] = [
    { id: 'loved', net: 3000, minutes: 60 },
    { id: 'dull', net: 5000, minutes: 60 },
    { id: 'loss', net: -200, minutes: 5 },
  ];
  it('what is pinned stays, and the rest is chosen beside it', async () => {
    const { chosen, net } = await cutLine(
      units.map((unit) => (unit.id === 'loved' ? { ...unit, pinned: 'in' } : unit)),
      { minutes: 60, stations: {} },
      5,
    );
    expect([chosen, net]).toEqual([['loved'], 3000]);
    const without = units.map((unit) => (unit.id === 'dull' ? ({ ...unit, pinned: 'out' } as const) : unit));
    expect((await cutLine(without, { minutes: 500, stations: {} }, 5)).chosen).toEqual(['loved']);
  });
  it('more is pinned than there are hours: said in words', async () => {
    const pinned = units.map((unit) => ({ ...unit, pinned: 'in' as const }));
    await expect(cutLine(pinned, { minutes: 100, stations: {} }, 5)).rejects.toThrow(
      'what is pinned takes 125 minutes of hands; there are 100',
    );
  });
  it('a station nobody gave minutes for is refused', async () => {
    const asked = [{ id: 'a', net: 1, minutes: 1, stations: { kiln: 5 } }];
    await expect(cutLine(asked, { minutes: 5, stations: {} }, 5)).rejects.toThrow('kiln');
  });
});

interface Bench {
  machines: Incomplete[];
  donors: Donor[];
  parts: Loose[];
}

/** The best of all ways to put parts into machines, one by one. */
function bestBuilds({ machines, donors, parts }: Bench, rate: number): number {
  let best = 0;
  const used = new Set<string>();
  const touched = () =>
    donors.reduce(
      (sum, { id, netAsItIs }) =>
        sum + (parts.some((part) => part.donor === id && used.has(part.id)) ? netAsItIs : 0),
      0,
    );
  const built = new Set<string>();
  const go = (m: number, need: number, sum: number): void => {
    if (m === machines.length) {
      const clash = machines.some(
        ({ id }) => built.has(id) && parts.some((part) => part.donor === id && used.has(part.id)),
      );
      if (!clash) best = Math.max(best, sum - touched());
      return;
    }
    const machine = machines[m];
    if (need === 0) {
      go(m + 1, 0, sum);
      built.add(machine.id);
      sum += machine.netComplete - machine.netAsItIs;
    }
    if (need === machine.needs.length) go(m + 1, 0, sum);
    else
      for (const id of machine.needs[need].fits) {
        const part = parts.find((each) => each.id === id)!;
        if (used.has(id) || part.donor === machine.id) continue;
        used.add(id);
        const cost = (machine.needs[need].minutesIn + part.minutesOut) * rate + (part.donor ? 0 : part.worth);
        go(m, need + 1, sum - cost);
        used.delete(id);
      }
    if (need === 0) built.delete(machine.id);
  };
  go(0, 0, 0);
  return best;
}

describe('three half machines make two', () => {
  it('drawn benches: never less than the best of all ways', async () => {
    const random = seededRandom(77);
    for (let round = 0; round < runs(120, 50); round++) {
      const slots = ['drive', 'memory', 'panel'];
      const machines = Array.from({ length: 1 + whole(random, 2) }, (_, i): Incomplete => ({
        id: `m${i}`,
        netAsItIs: whole(random, 3000) - 300,
        netComplete: whole(random, 14_000),
        needs: [],
      }));
      const donors = Array.from({ length: whole(random, 3) }, (_, i): Donor => ({
        // now and then one that could be made whole itself
        id: random() < 0.25 ? `m${i}` : `d${i}`,
        netAsItIs: whole(random, 2500) - 400,
      })).filter((donor, i, all) => all.findIndex(({ id }) => id === donor.id) === i);
      const parts = Array.from({ length: 2 + whole(random, 5) }, (_, i): Loose => ({
        id: `p${i}`,
        slot: slots[whole(random, 2)],
        worth: whole(random, 1500),
        minutesOut: whole(random, 20),
        ...(donors.length && random() < 0.6 && { donor: donors[whole(random, donors.length - 1)].id }),
      }));
      const bench: Bench = {
        machines: machines.map((machine) => ({
          ...machine,
          needs: slots.slice(0, 1 + whole(random, 2)).map((slot) => ({
            slot,
            fits: parts.filter((part) => part.slot === slot && random() < 0.8).map(({ id }) => id),
            minutesIn: whole(random, 15),
          })),
        })),
        donors,
        parts,
      };
      const answer = await recombine(30, bench.machines, donors, parts, 5);
      expect(answer.net).toBeCloseTo(bestBuilds(bench, 30), 4);
      expect(answer.proven).toBe(true);
      const placed = answer.builds.flatMap((build) => build.parts);
      expect(new Set(placed).size).toBe(placed.length);
      for (const { machine, parts: own } of answer.builds) {
        const { needs } = bench.machines.find(({ id }) => id === machine)!;
        expect(own).toHaveLength(needs.length);
        needs.forEach(({ fits }, k) => expect(fits).toContain(own[k]));
      }
    }
  });
  const part = (id: string, more: Partial<Loose> = {}): Loose => ({ id, slot: 'drive', worth: 500, minutesOut: 0, ...more }); // prettier-ignore
  it('a donor is broken up for two, where one alone would not be worth it', async () => {
    const machines = ['a', 'b'].map((id): Incomplete => ({
      id,
      netAsItIs: 500,
      netComplete: 3000,
      needs: [{ slot: 'drive', fits: ['x', 'y'], minutesIn: 0 }],
    }));
    const donors = [{ id: 'd', netAsItIs: 4000 }];
    const parts = [part('x', { donor: 'd' }), part('y', { donor: 'd' })];
    expect((await recombine(30, machines, donors, parts, 5)).net).toBeCloseTo(1000, 6);
    expect((await recombine(30, machines.slice(1), donors, parts, 5)).builds).toEqual([]);
  });
  it('a donor that only costs is not rid of by touching it', async () => {
    const machine: Incomplete = { id: 'a', netAsItIs: 900, netComplete: 100, needs: [] };
    expect((await recombine(30, [machine], [{ id: 'd', netAsItIs: -700 }], [part('x', { donor: 'd' })], 5)).net).toBe(0); // prettier-ignore
  });
  it('a part nobody has is refused by its name', async () => {
    const machine: Incomplete = {
      id: 'a',
      netAsItIs: 0,
      netComplete: 1,
      needs: [{ slot: 'drive', fits: ['ghost'], minutesIn: 0 }],
    };
    await expect(recombine(30, [machine], [], [], 5)).rejects.toThrow('ghost');
    await expect(recombine(30, [], [], [part('x', { donor: 'nobody' })], 5)).rejects.toThrow('nobody');
  });
});

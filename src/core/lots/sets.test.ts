import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { assignSets, type SetOption, type Touched } from './sets';

/** The best there is, by trying everything. */
function best(
  options: readonly SetOption[],
  donorOf: ReadonlyMap<string, string>,
  donors: readonly Touched[],
): number {
  const lost = new Map(donors.map((donor) => [donor.id, donor.lost]));
  let most = 0;
  for (let mask = 0; mask < 2 ** options.length; mask++) {
    const chosen = options.filter((_, k) => mask & (1 << k));
    const machines = chosen.map(({ machine }) => machine);
    const parts = chosen.flatMap((option) => option.parts);
    if (new Set(machines).size < machines.length || new Set(parts).size < parts.length) continue;
    const touched = new Set(parts.flatMap((part) => donorOf.get(part) ?? []));
    if (machines.some((machine) => touched.has(machine))) continue;
    const net = chosen.reduce((sum, { gain }) => sum + gain, 0) - [...touched].reduce((sum, id) => sum + lost.get(id)!, 0); // prettier-ignore
    most = Math.max(most, net);
  }
  return most;
}

describe('who gets what', () => {
  it('is as good as the best of everything, over 150 drawn shops', async () => {
    const random = seededRandom(5);
    const whole = (most: number) => Math.floor(random() * most);
    for (let shop = 0; shop < 150; shop++) {
      const machines = Array.from({ length: 2 + whole(3) }, (_, k) => `M${k}`);
      const donors = machines.slice(0, whole(3)).map((id) => ({ id, lost: whole(60) }));
      const parts = Array.from({ length: 2 + whole(5) }, (_, k) => `P${k}`);
      const donorOf = new Map(parts.flatMap((part) => (donors.length && random() < 0.5 ? [[part, donors[whole(donors.length)].id] as const] : []))); // prettier-ignore
      const options = Array.from({ length: 2 + whole(8) }, (): SetOption => {
        const machine = machines[whole(machines.length)];
        const own = parts.filter((part) => random() < 0.4 && donorOf.get(part) !== machine);
        return { machine, parts: own.length ? own : [parts.find((part) => donorOf.get(part) !== machine) ?? 'loose'], gain: whole(100) - 15 }; // prettier-ignore
      });
      const found = await assignSets(options, donorOf, donors, 5);
      expect(found.proven).toBe(true);
      expect(found.net).toBeCloseTo(best(options, donorOf, donors), 6);
    }
  });
  it('two that want one part: who wins more of it; a donor is only touched when it pays', async () => {
    const options = [
      { machine: 'A', parts: ['p'], gain: 30 },
      { machine: 'B', parts: ['p'], gain: 40 },
      { machine: 'B', parts: ['q'], gain: 35 },
    ];
    expect((await assignSets(options, new Map(), [], 5)).chosen).toEqual([0, 2]);
    const inD = new Map([['q', 'D']]);
    expect((await assignSets(options, inD, [{ id: 'D', lost: 10 }], 5)).chosen).toEqual([0, 2]);
    expect((await assignSets(options, inD, [{ id: 'D', lost: 50 }], 5)).chosen).toEqual([1]);
  });
  it('nothing to give is nothing; a gain below nothing is left', async () => {
    expect(await assignSets([], new Map(), [], 5)).toEqual({ chosen: [], net: 0, bound: 0, proven: true });
    expect((await assignSets([{ machine: 'A', parts: ['p'], gain: -3 }], new Map(), [], 5)).chosen).toEqual(
      [],
    );
  });
});

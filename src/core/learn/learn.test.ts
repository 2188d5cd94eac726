import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { perturbed, SimulatedMachine } from '../simulate/machine';
import { seededRandom } from '../random';
import { engineFor } from '../steps/inspect';
import type { Sighted } from '../steps/sighted';
import { closedCase, type ClosedCase } from './closedCase';
import { learnedAsOverrides, learnFrom, movedMost, tableStrength } from './learn';
import { priorOf } from '../belief/model';
import { overrideFaults, withOverrides } from '../belief/overrides';

const laptop = { chassis: 'laptop', source: 'clearout' } as const;
const closed = (truth: string[], seen: ClosedCase['seen'] = []): ClosedCase => ({ ...laptop, truth, seen });
const priorOfCause = (id: string) => catalogue.causes.find((cause) => cause.id === id)!.prior.laptop!;

describe('learning priors and tables', () => {
  it('a prior is the catalogue’s, counted as so many cases, and the shop’s own, counted as they are (a Beta mean)', () => {
    const p = priorOfCause('fan-worn');
    const learned = learnFrom(
      catalogue,
      [
        ...Array.from({ length: 30 }, () => closed(['fan-worn'])),
        ...Array.from({ length: 70 }, () => closed([])),
      ],
      { priors: 200, tables: 20 },
    );
    expect(learned.priors['fan-worn'].laptop).toMatchObject({ present: 30, cases: 100 });
    expect(learned.priors['fan-worn'].laptop!.p).toBeCloseTo((200 * p + 30) / 300, 12);
    expect(learned.priors['fan-worn'].desktop).toBeUndefined();
  });
  it('what another shop counted stands beside the catalogue, by its weight, and own cases move it', () => {
    const p = priorOfCause('fan-worn');
    const theirs = [{ weight: 0.5, causes: { 'fan-worn': { laptop: { present: 80, cases: 200 } } } }];
    const strength = { priors: 200, tables: 20 };
    // nobody's own: (200 p + 40) / (200 + 100), by hand
    const none = learnFrom(catalogue, [], strength, theirs);
    expect(none.priors['fan-worn'].laptop!.p).toBeCloseTo((200 * p + 40) / 300, 12);
    // as own cases it is worth nothing: it is not passed on
    expect(none.priors['fan-worn'].laptop).toMatchObject({ present: 0, cases: 0 });
    expect(none.elsewhere).toBe(100);
    expect(Object.keys(none.priors)).toEqual(['fan-worn']);
    const own = Array.from({ length: 100 }, (_, n) => closed(n < 10 ? ['fan-worn'] : []));
    expect(learnFrom(catalogue, own, strength, theirs).priors['fan-worn'].laptop!.p).toBeCloseTo((200 * p + 40 + 10) / 400, 12); // prettier-ignore
    // and it makes one surer
    const width = ({ low, high }: { low: number; high: number }) => Math.log(high / low);
    expect(width(learnFrom(catalogue, own, strength, theirs).priors['fan-worn'].laptop!)).toBeLessThan(width(learnFrom(catalogue, own, strength).priors['fan-worn'].laptop!)); // prettier-ignore
    expect(learnFrom(catalogue, own, strength).elsewhere).toBeUndefined();
  });
  it('a rare cause that was not met is not written off', () => {
    const rare = catalogue.causes
      .filter((cause) => (cause.prior.laptop ?? 0) > 0)
      .sort((a, b) => a.prior.laptop! - b.prior.laptop!)[0];
    const { p } = learnFrom(
      catalogue,
      Array.from({ length: 300 }, () => closed([])),
      tableStrength(100),
    ).priors[rare.id].laptop!;
    expect(p).toBeLessThan(rare.prior.laptop!);
    expect(p).toBeGreaterThan(rare.prior.laptop! / 2);
  });
  it('one that left unasked teaches nothing; one that left with a fault likely counts as likely', () => {
    const p = priorOfCause('board-dead');
    const left = (lifts: Record<string, number>): ClosedCase => ({ ...closed([]), lifts });
    const of = (cases: ClosedCase[]) =>
      learnFrom(catalogue, cases, tableStrength(200)).priors['board-dead'].laptop!;
    const unasked = of(Array.from({ length: 500 }, () => left({})));
    expect(unasked.p).toBeCloseTo(p, 6);
    expect(unasked.cases).toBe(0);
    // looked over and well, all of them: rarer; proved in some: as counted
    expect(of(Array.from({ length: 500 }, () => closed([]))).p).toBeLessThan(p / 2);
    const surely = of(Array.from({ length: 20 }, () => left({ 'board-dead': 1e6 })));
    const proved = of(Array.from({ length: 20 }, () => closed(['board-dead'])));
    expect(surely.p).toBeCloseTo(proved.p, 3);
    expect(surely.low).toBeLessThan(surely.p);
    expect(surely.high).toBeGreaterThan(surely.p);
  });
  it('the stronger the catalogue counts, the less it moves', () => {
    const cases = Array.from({ length: 40 }, () => closed(['fan-worn']));
    const at = (strength: number) =>
      learnFrom(catalogue, cases, tableStrength(strength)).priors['fan-worn'].laptop!.p;
    expect(at(50)).toBeGreaterThan(at(500));
    expect(at(500)).toBeGreaterThan(priorOfCause('fan-worn'));
  });
  it('names what moved most, farthest first', () => {
    const learned = learnFrom(
      catalogue,
      Array.from({ length: 60 }, () => closed(['fan-worn'])),
      tableStrength(100),
    );
    const moved = movedMost(catalogue, learned, 5);
    expect(moved).toHaveLength(5);
    expect(moved[0]).toMatchObject({
      cause: 'fan-worn',
      chassis: 'laptop',
      before: priorOfCause('fan-worn'),
      present: 60,
    });
    const far = moved.map((line) => Math.abs(Math.log(line.now / line.before)));
    expect(far).toEqual([...far].sort((a, b) => b - a));
  });
  it('rows of a test table follow what single faults showed; an outcome that never shows stays at nought', () => {
    const torch = findingById('torch')!;
    const [cause] = Object.keys(torch.by);
    const worst = torch.outcomes.length - 1;
    const learned = learnFrom(
      catalogue,
      Array.from({ length: 50 }, () => closed([cause], [{ finding: 'torch', outcome: 0 }])),
      { priors: 100, tables: 10 },
    );
    const { row, cases } = learned.tables.torch[cause];
    expect(cases).toBe(50);
    expect(row.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 12);
    expect(row[0]).toBeGreaterThan(torch.by[cause][0]);
    torch.by[cause].forEach((p, o) => p === 0 && expect(row[o]).toBe(0));
    expect(row[worst]).toBeLessThanOrEqual(torch.by[cause][worst]);
  });
  it('what showed at worst is shared between the fault and what every machine shows, by Bayes', () => {
    const torch = findingById('torch')!;
    const toy = {
      ...torch,
      outcomes: ['a', 'b', 'c'].map((id) => ({ id, label: id })),
      leak: [0.6, 0.3, 0.1],
      by: { 'board-dead': [0.2, 0.5, 0.3] },
    };
    delete toy.blockedBy;
    const small = { ...catalogue, findings: [toy] };
    const row = (outcome: number) =>
      learnFrom(small, [closed(['board-dead'], [{ finding: 'torch', outcome }])], { priors: 100, tables: 10 })
        .tables.torch['board-dead'].row;
    // seen "c", the worst: of itself it drew a with 0.2 x 0.1, b with 0.5 x 0.1, c with 0.3 x (0.6 + 0.3 + 0.1)
    const soft = [0.02, 0.05, 0.3].map((weight) => weight / 0.37);
    row(2).forEach((p, o) => expect(p).toBeCloseTo((10 * [0.2, 0.5, 0.3][o] + soft[o]) / 11, 12));
    // seen "b": c it cannot have drawn
    const [a, b] = [0.2 * 0.3, 0.5 * (0.6 + 0.3)];
    expect(row(1)[2]).toBeCloseTo((10 * 0.3) / 11, 12);
    expect(row(1)[1]).toBeCloseTo((10 * 0.5 + b / (a + b)) / 11, 12);
  });
  it('two faults that the same finding knows teach it nothing', () => {
    const torch = findingById('torch')!;
    const [one, two] = Object.keys(torch.by);
    expect(
      learnFrom(catalogue, [closed([one, two], [{ finding: 'torch', outcome: 0 }])], tableStrength(100))
        .tables.torch,
    ).toBeUndefined();
  });
  it('what is learned is a sound catalogue, and comes nearer to the world the cases came from', () => {
    const random = seededRandom(12);
    const world = perturbed(catalogue, 0.8, random);
    const engine = engineFor(world, laptop);
    const cases: ClosedCase[] = Array.from({ length: 3000 }, (_, n) => {
      const truth = engine.model.causes
        .filter((cause) => random() < priorOf(cause, laptop))
        .map((cause) => cause.id);
      const machine = new SimulatedMachine(engine.model, truth, n);
      return closed(
        truth,
        ['button', 'torch', 'fan-sound'].map((finding) => ({ finding, outcome: machine.look(finding) })),
      );
    });
    const learned = learnFrom(catalogue, cases, tableStrength(200));
    const made = learnedAsOverrides(learned);
    expect(overrideFaults(catalogue, made)).toEqual([]);
    const after = withOverrides(catalogue, made);
    // those that 3,000 machines show some thirty times
    const far = (from: typeof catalogue) =>
      from.causes.reduce(
        (sum, cause, i) =>
          sum +
          (catalogue.causes[i].prior.laptop! >= 0.01
            ? Math.abs(Math.log(cause.prior.laptop! / world.causes[i].prior.laptop!))
            : 0),
        0,
      );
    expect(far(after)).toBeLessThan(far(catalogue) * 0.5);
  });
});

describe('what a source teaches', () => {
  const strength = { priors: 200, tables: 20 };
  const of = (source: ClosedCase['source'], n: number, truth: (i: number) => string[]): ClosedCase[] =>
    Array.from({ length: n }, (_, i) => ({ chassis: 'laptop' as const, source, truth: truth(i), seen: [] }));
  it('a cause that one source’s machines have three times as often: its factor, the others’ as they were', () => {
    const random = seededRandom(4);
    const p = 0.06;
    const times = 3;
    const often = (times * p) / (1 - p);
    const cases = [
      ...of('broken', 600, () => (random() < often / (1 + often) ? ['fan-worn'] : [])),
      ...of('clearout', 1800, () => (random() < p ? ['fan-worn'] : [])),
    ];
    const learned = learnFrom(catalogue, cases, strength);
    const before = catalogue.causes.find(({ id }) => id === 'fan-worn')!.sourceOdds ?? {};
    const [broken, clearout] = (['broken', 'clearout'] as const).map((source) => learned.sources!['fan-worn'][source]!); // prettier-ignore
    // the prior takes what all share: what is left between the two is what they differ by
    const ratio = broken.factor / clearout.factor;
    expect(Math.abs(Math.log(ratio / times))).toBeLessThan(Math.hypot(Math.log(broken.high / broken.factor), Math.log(clearout.high / clearout.factor))); // prettier-ignore
    expect(ratio).toBeGreaterThan(2);
    expect(learned.sources!['fan-worn'].auction).toBeUndefined();
    expect(broken.cases).toBe(600);
    // and the next lot of that source begins with it
    const after = withOverrides(catalogue, learnedAsOverrides(learned));
    const fan = after.causes.find(({ id }) => id === 'fan-worn')!;
    expect(priorOf(fan, { chassis: 'laptop', source: 'broken' })).toBeGreaterThan(2 * priorOf(fan, { chassis: 'laptop', source: 'clearout' })); // prettier-ignore
    expect(fan.sourceOdds?.auction).toBe(before.auction);
    expect(overrideFaults(catalogue, learnedAsOverrides(learned))).toEqual([]);
  });
  it('a few machines hardly move it, many of the usual kind leave it, none says nothing', () => {
    const p = priorOfCause('fan-worn');
    const usual = (n: number) => of('auction', n, (i) => (i % Math.round(1 / p) === 0 ? ['fan-worn'] : []));
    const before = catalogue.causes.find(({ id }) => id === 'fan-worn')!.sourceOdds?.auction ?? 1;
    const one = learnFrom(
      catalogue,
      of('auction', 1, () => ['fan-worn']),
      strength,
    ).sources!['fan-worn'].auction!;
    expect(one.factor / before).toBeLessThan(1.4);
    const [few, many] = [40, 1000].map(
      (n) => learnFrom(catalogue, usual(n), strength).sources!['fan-worn'].auction!,
    );
    expect(many.high / many.low).toBeLessThan(few.high / few.low);
    expect(learnFrom(catalogue, [], strength).sources).toEqual({});
    // what was scrapped before it was known says little
    const unknown = of('auction', 300, () => []).map((closed) => ({ ...closed, lifts: { 'fan-worn': 1 } }));
    const none = learnFrom(catalogue, unknown, strength).sources!['fan-worn'].auction!;
    expect(none.cases).toBeLessThan(3);
    expect(none.factor / before).toBeCloseTo(1, 1);
  });
  it('a factor of a source that is not there, or of nothing, is no override', () => {
    const faults = overrideFaults(catalogue, {
      causes: { 'fan-worn': { sourceOdds: { moon: 2, auction: 0 } as never } },
    });
    expect(faults).toHaveLength(2);
    expect(faults[0]).toMatch(/fan-worn.*moon/);
  });
});

describe('a shop that scraps dead boards', () => {
  /** What is asked of a machine that does not start, in turn, until a board is nearly sure. */
  const LOOKS = [
    'button',
    'picture-own',
    'charge-lamp',
    'mains-lamp',
    'standby',
    'smell-burnt',
    'start-minimal',
  ];
  const engine = engineFor(catalogue, laptop);
  const looks = LOOKS.filter((id) => engine.model.findings.has(id));
  it.each([
    [1, 0.05],
    [2, 0.002],
  ])('learns the true share within its interval (shop %i: %f of machines)', (seed, share) => {
    const random = seededRandom(seed);
    const cases = Array.from({ length: 400 }, (_, n): ClosedCase => {
      const truth = engine.model.causes
        .filter((cause) => random() < (cause.id === 'board-dead' ? share : priorOf(cause, laptop)))
        .map((cause) => cause.id);
      const machine = new SimulatedMachine(engine.model, truth, n + 1_000 * seed);
      const record: Sighted[] = looks.map((id) => ({ kind: 'finding', id, outcome: machine.look(id) }));
      // whatever does not start is taken apart with what was seen; the rest is mended and looked over
      if (record[0].kind === 'finding' && record[0].outcome > 0)
        return closedCase(catalogue, laptop, engine, record, true)!;
      return closed(truth);
    });
    expect(cases.filter(({ lifts }) => lifts).length).toBeGreaterThan(20);
    const { low, high, p } = learnFrom(catalogue, cases, tableStrength(20)).priors['board-dead'].laptop!;
    expect([low < share, share < high], `${low} ${p} ${high}`).toEqual([true, true]);
  });
});

describe('what a record proves', () => {
  const engine = engineFor(catalogue, laptop);
  const well: Sighted = { kind: 'finding', id: 'whole-look', outcome: 0 };
  it('nothing, unless it ends in a look over the whole machine', () => {
    expect(
      closedCase(catalogue, laptop, engine, [{ kind: 'repair', id: 'reseat-memory', ended: 'helped' }]),
    ).toBeNull();
    expect(
      closedCase(catalogue, laptop, engine, [well, { kind: 'repair', id: 'reseat-memory', ended: 'helped' }]),
    ).toBeNull();
    expect(
      closedCase(catalogue, laptop, engine, [{ kind: 'finding', id: 'whole-look', outcome: 1 }]),
    ).toBeNull();
  });
  it('a machine found well had nothing', () =>
    expect(closedCase(catalogue, laptop, engine, [well])).toMatchObject({ truth: [] }));
  it('of one that left otherwise: what was proved, and how likely the rest was', () => {
    const dead: Sighted[] = [{ kind: 'finding', id: 'button', outcome: 1 }];
    expect(closedCase(catalogue, laptop, engine, dead)).toBeNull();
    const done = closedCase(catalogue, laptop, engine, dead, true)!;
    expect(done.truth).toEqual([]);
    expect(done.lifts!['board-dead']).toBeGreaterThan(2);
    // it says nothing of a hinge
    expect(done.lifts!['hinge-loose'] ?? 1).toBeCloseTo(1, 1);
    expect(closedCase(catalogue, laptop, engine, [well], true)).not.toHaveProperty('lifts');
  });
  it('a cause that was seen, and the likeliest of those a repair cures', () => {
    const done = closedCase(catalogue, laptop, engine, [
      { kind: 'finding', id: 'memory-fitted', outcome: 1 },
      { kind: 'repair', id: 'fit-memory', ended: 'helped' },
      { kind: 'finding', id: 'button', outcome: 0 },
      well,
    ])!;
    expect(done.truth).toEqual(['memory-out']);
    // what was seen after the repair says nothing of the machine as it came
    expect(done.seen).toEqual([{ finding: 'memory-fitted', outcome: 1 }]);
  });
});

import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import type { Finding } from '../catalogue';
import { drawer, drawIndex, seededRandom } from '../random';
import { checkConflict } from './conflict';
import { factsOf, observable } from './facts';
import { settledBy, type Evidence } from './factors';
import { compileModel, priorOf } from './model';
import { BeliefEngine } from './posterior';
import { weighRecord } from './weigh';

const model = compileModel(catalogue, { chassis: 'laptop', source: 'clearout' });
const saw = (finding: string, outcome: number): Evidence => ({ kind: 'finding', finding, outcome });
const finding = (id: string) => catalogue.findings.find((candidate) => candidate.id === id) as Finding;

describe('the model', () => {
  it('leaves out what a chassis cannot have', () => {
    expect(model.causeIndex.has('battery-worn')).toBe(true);
    expect(
      compileModel(catalogue, { chassis: 'desktop', source: 'clearout' }).causeIndex.has('battery-worn'),
    ).toBe(false);
  });
  it('moves priors by where the lot came from, as a factor on the odds', () => {
    const cause = catalogue.causes.find((candidate) => candidate.id === 'board-dead')!;
    const odds = (p: number) => p / (1 - p);
    expect(
      odds(priorOf(cause, { chassis: 'laptop', source: 'broken' })) /
        odds(priorOf(cause, { chassis: 'laptop', source: 'clearout' })),
    ).toBeCloseTo(5, 9);
  });
  it('refuses a chassis no cause applies to', () =>
    expect(() => compileModel({ causes: [], findings: [] }, { chassis: 'aio', source: 'auction' })).toThrow(
      RangeError,
    ));
});

describe('the engine', () => {
  it('keys, tray and a port at once: each is explained, none takes the place of another', () => {
    const engine = new BeliefEngine(model);
    const { marginals } = engine.posterior([
      saw('button', 0),
      saw('picture-own', 0),
      saw('gets-to', 0),
      saw('key-test', 1),
      saw('tray', 1),
      saw('port-test', 1),
    ]);
    const some = (ids: string[]) =>
      ids.reduce((sum, cause) => sum + marginals[model.causeIndex.get(cause)!], 0);
    expect(some(['keys-dirty', 'keyboard-bad', 'key-cap', 'layout-wrong'])).toBeGreaterThan(0.7);
    expect(some(['optical-stuck', 'optical-lens', 'optical-dead', 'optical-lead'])).toBeGreaterThan(0.5);
    expect(some(['port-damaged', 'port-gummed'])).toBeGreaterThan(0.5);
  });
  it('a worn battery, which says nothing of the picture, is as likely with a black screen as without', () => {
    const engine = new BeliefEngine(model);
    const worn = (record: Evidence[]) =>
      engine.posterior(record).marginals[model.causeIndex.get('battery-worn')!];
    expect(worn([saw('button', 0), saw('picture-own', 3)])).toBeCloseTo(worn([saw('button', 0)]), 9);
  });
  it('says when findings are impossible together', () =>
    expect(() => new BeliefEngine(model).posterior([saw('look-battery', 1), saw('look-battery', 0)])).toThrow(
      /contradict/,
    ));
  it('refuses what it does not know', () => {
    expect(() => new BeliefEngine(model).posterior([saw('nothing', 0)])).toThrow(/no finding "nothing"/);
    expect(() => new BeliefEngine(model).posterior([saw('button', 3)])).toThrow(/outcomes 0\.\.2/);
  });
  it('knows causes seen directly, but not again after their repair', () => {
    const swap: Evidence = {
      kind: 'repair',
      repair: { id: 'swap-panel', cures: { 'panel-bad': 0.96 } },
      helped: true,
    };
    const name = (at: number[]) => at.map((c) => model.causes[c].id);
    expect(name(settledBy(model, [saw('look-glass', 2), saw('battery-health', 2)]))).toEqual([
      'battery-worn',
      'panel-bad',
    ]);
    expect(name(settledBy(model, [swap, saw('look-glass', 2)]))).toEqual([]);
  });
});

describe('what moved belief', () => {
  it('the whole change of each cause’s log odds is the sum over the record', () => {
    const engine = new BeliefEngine(model);
    const record = [saw('button', 0), saw('fan-sound', 2), saw('lock-key', 1), saw('picture-own', 3)];
    const { weights, states } = weighRecord(engine, record);
    const c = model.causeIndex.get('memory-contact')!;
    const logit = (p: number) => 10 * Math.log10(p / (1 - p));
    expect(weights.reduce((sum, weight) => sum + weight.decibans[c], 0)).toBeCloseTo(
      logit(states[4].marginals[c]) - logit(states[0].marginals[c]),
      9,
    );
  });
});

describe('the misfit check', () => {
  const engine = new BeliefEngine(model);
  const check = (record: Evidence[]) => checkConflict(engine, record, engine.posterior(record));
  it('does not cry at an ordinary machine, nor at a rare but known fault', () => {
    expect(check([saw('button', 0), saw('lock-key', 0), saw('picture-own', 0)]).conflict).toBe(false);
    expect(
      check([
        saw('button', 0),
        saw('lock-key', 0),
        saw('picture-own', 3),
        saw('external', 0),
        saw('lid-magnet', 1),
      ]).conflict,
    ).toBe(false);
  });
  it('gives the same answer every time', () => {
    const record = [saw('button', 2), saw('lamp', 0), saw('look-dust', 2)];
    expect(check(record)).toEqual(check(record));
  });
  it('cries rarely at machines drawn from the model itself', () => {
    const random = seededRandom(77);
    const ids = ['button', 'lamp', 'look-dust', 'look-ports', 'look-smell', 'look-screws'];
    let cries = 0;
    for (let n = 0; n < 150; n++) {
      const faults = catalogue.causes
        .filter((cause) => cause.prior.laptop && random() < cause.prior.laptop)
        .slice(0, 2);
      const record = ids.map((id) => {
        const shown = [
          finding(id).leak,
          ...faults.flatMap((cause) => (finding(id).by[cause.id] ? [finding(id).by[cause.id]] : [])),
        ].map((distribution) => drawIndex(distribution, random));
        return saw(id, Math.max(...shown));
      });
      if (check(record).conflict) cries++;
    }
    expect(cries / 150).toBeLessThan(0.05);
  });
});

describe('what can be observed', () => {
  it('follows the outcomes; later ones win', () => {
    const facts = factsOf([
      { finding: finding('button'), outcome: 0 },
      { finding: finding('picture-own'), outcome: 3 },
    ]);
    expect(facts).toMatchObject({ power: true, ownPicture: false });
    expect(observable(finding('gets-to'), facts)).toBe(false);
    expect(
      observable(
        finding('gets-to'),
        factsOf([
          { finding: finding('button'), outcome: 0 },
          { finding: finding('external'), outcome: 0 },
        ]),
      ),
    ).toBe(true);
  });
  it('a repair that helped opens again what was denied, and keeps what was seen', () => {
    const facts = factsOf([
      { finding: finding('button'), outcome: 0 },
      { finding: finding('picture-own'), outcome: 3 },
      'repaired',
    ]);
    expect(facts).toEqual({ power: true });
  });
});

describe('seeded numbers', () => {
  it('come again with the same seed and lie in [0, 1)', () => {
    const [a, b] = [seededRandom(5), seededRandom(5)];
    const drawn = Array.from({ length: 1000 }, () => a());
    expect(drawn).toEqual(Array.from({ length: 1000 }, () => b()));
    expect(drawn.every((value) => value >= 0 && value < 1)).toBe(true);
  });
  it('both ways of drawing follow the weights', () => {
    const weights = [1, 0, 3];
    const one = seededRandom(8);
    const many = drawer(weights, seededRandom(9));
    const share = (next: () => number) =>
      Array.from({ length: 4000 }, next).filter((value) => value === 2).length / 4000;
    expect(share(() => drawIndex(weights, one))).toBeCloseTo(0.75, 1);
    expect(share(many)).toBeCloseTo(0.75, 1);
    expect(() => drawIndex([0, 0], one)).toThrow(RangeError);
    expect(() => drawer([], one)).toThrow(RangeError);
  });
});

describe('hands that had it open', () => {
  const engine = new BeliefEngine(model);
  const at = (id: string) => model.causeIndex.get(id)!;
  const chance = (record: Evidence[], id: string) => engine.posterior(record).marginals[at(id)];
  const work = (cures: Record<string, number>): Evidence => ({
    kind: 'repair',
    repair: { id: 'r', cures, disturbs: { 'screen-cable-off': 4, 'fan-worn': 4 } },
    helped: true,
  });
  it('make leads likelier to be off, but not what the same work cures', () => {
    const before = chance([], 'screen-cable-off');
    expect(chance([work({ 'fan-worn': 1 })], 'screen-cable-off')).toBeGreaterThan(2 * before);
    // work nobody judged cures as often as it does, and does not bring back what it was for
    const tried: Evidence = {
      kind: 'work',
      repair: { id: 'r', cures: { 'fan-worn': 0.5 }, disturbs: { 'fan-worn': 40 } },
    };
    expect(chance([tried], 'fan-worn')).toBeLessThan(0.6 * chance([], 'fan-worn'));
  });
});

import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { PART_CLASSES, type Chassis, type Ending } from '../catalogue';
import { CLOSED } from '../minutes/opening';
import { evaluateUnit } from './evaluate';
import { clashing, inspectUnit } from './inspect';
import { type EvaluationInput } from './inspect';
import type { Sighted } from './sighted';
import { powers } from './hazards';
import { READ_MACHINE } from './rank';

/** Words of the catalogue to an entry: "look-rattle=something-moves", "reseat-memory:done", "paste?cannot-tell". */
function entry(words: string): Sighted {
  const [, id, sign, what] = /^([a-z0-9-]+)([=:?])([a-z0-9-]+)$/.exec(words)!;
  if (sign === ':') return { kind: 'repair', id, ended: what as Ending };
  if (sign === '?')
    return { kind: 'unanswered', id, why: what as Extract<Sighted, { kind: 'unanswered' }>['why'] };
  const finding = catalogue.findings.find((each) => each.id === id)!;
  const outcome = finding.outcomes.findIndex((each) => each.id === what);
  expect(outcome, words).toBeGreaterThanOrEqual(0);
  return { kind: 'finding', id, outcome };
}

function input(chassis: Chassis, words: string, more: Partial<EvaluationInput> = {}): EvaluationInput {
  return {
    chassis,
    source: 'clearout',
    record: words.split(/\s+/).filter(Boolean).map(entry),
    bench: CLOSED,
    worth: {
      soundMinor: 9000,
      feeShare: 0.08,
      finishMinutes: 30,
      asFoundShare: 0.45,
      asFoundMinutes: 9,
      parts: [{ class: 'memory', minor: 350 }],
      harvestMinutes: 16,
      recycleMinor: 10,
    },
    priceLowMinor: 8000,
    priceHighMinor: 10_000,
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
    ...more,
  };
}

const asked = (chassis: Chassis, words: string, more: Partial<EvaluationInput> = {}) =>
  evaluateUnit(catalogue, input(chassis, words, more));
/** The chance of a cause, from the whole posterior. */
function chance(chassis: Chassis, words: string, cause: string): number {
  const { problem, engine } = inspectUnit(catalogue, input(chassis, words));
  return problem.posterior.marginals[engine.model.causeIndex.get(cause)!];
}

const OUTSIDE = 'look-swelling=flat look-liquid=none look-rattle=silent look-smell=none';
const powering = (id: string) => {
  const item =
    catalogue.findings.find((each) => each.id === id) ?? catalogue.repairs.find((each) => each.id === id);
  return item !== undefined && powers(item);
};

describe('danger has no price', () => {
  it('an empty record proposes the looks from outside, and nothing that powers', () => {
    for (const chassis of ['desktop', 'laptop'] as const) {
      const { steps, shut } = asked(chassis, '');
      expect(steps[0].id).toMatch(/^look-(swelling|liquid|rattle|smell)$/);
      expect(steps.filter((step) => step.kind === 'look' && powering(step.id))).toEqual([]);
      expect(shut.some((each) => each.id === 'button' && each.why.kind === 'look first')).toBe(true);
    }
  });
  it('once they are answered well, the machine may be powered', () => {
    const { shut } = asked('laptop', OUTSIDE);
    expect(shut).toEqual([]);
  });
  it.each([
    ['look-rattle=something-moves', 'rattle', 'board-metal=none'],
    ['look-rattle=something-moves', 'rattle', 'screw-back:helped'],
    ['look-liquid=wet-or-sticky', 'liquid', 'wash-board:done'],
    ['look-smell=burnt', 'burnt', 'board-residue=clean'],
    ['look-swelling=bulging-or-lifting', 'swelling', 'swap-battery:helped'],
    ['board-metal=a-screw-or-shaving', 'metal', 'clear-metal:helped'],
  ])('%s shuts power until it is cleared', (sign, gate, cleared) => {
    const well = OUTSIDE.split(' ')
      .filter((each) => each.split('=')[0] !== sign.split('=')[0])
      .join(' ');
    const before = asked('laptop', `${well} ${sign}`);
    expect(before.steps.filter((step) => powering(step.id))).toEqual([]);
    expect(before.shut.length).toBeGreaterThan(0);
    for (const { why } of before.shut) expect(why).toMatchObject({ kind: 'gate', gate });
    const after = asked('laptop', `${well} ${sign} ${cleared}`);
    expect(after.shut.filter(({ why }) => why.kind === 'gate')).toEqual([]);
  });
  it('the same look, well this time, opens the gate again', () => {
    expect(asked('desktop', `${OUTSIDE} look-rattle=something-moves look-rattle=silent`).shut).toEqual([]);
  });
  it('what may be spoilt is in the cost of powering it, and less of it once it has run', () => {
    const { problem, ranking } = inspectUnit(
      catalogue,
      input('laptop', `${OUTSIDE} look-screws=most-missing`, { source: 'broken' }),
    );
    const harm = ranking.steps.find((step) => step.id === 'button')?.harmMinor ?? 0;
    expect(harm).toBeGreaterThan(0);
    const { causes } = problem.engine.model;
    const share = causes.reduce(
      (sum, cause, c) =>
        sum +
        (cause.harm?.when === 'power'
          ? problem.posterior.marginals[c] * cause.harm.chance * cause.harm.share
          : 0),
      0,
    );
    expect(harm).toBeCloseTo(share * 9000 * 0.92, -1);
  });
});

describe('what powers a machine', () => {
  it.each([
    ['button', true],
    ['gets-to', true],
    ['install-system', true],
    ['look-rattle', false],
    ['paste', false],
    // how a keyboard or a panel is held is no reason to plug anything in
    ['melt-rivets', false],
    ['swap-glued-panel', false],
  ])('%s: %s', (id, expected) => expect(powering(id)).toBe(expected));
});

describe('what is there, and what cannot be there together', () => {
  it('without memory its contacts are not dirty and no module is bad, and nobody is asked about them', () => {
    const words = `${OUTSIDE} button=starts-and-stays-on lock-key=dead memory-fitted=none`;
    for (const cause of ['memory-contact', 'module-bad', 'memory-unseated', 'mixed-modules'])
      expect(chance('desktop', words, cause)).toBe(0);
    const ids = asked('desktop', words).steps.map((step) => step.id);
    for (const id of ['reseat-memory', 'memory-contacts', 'module-alone', 'module-home'])
      expect(ids).not.toContain(id);
  });
  it('reseating in vain does not make “none fitted” likelier: it was in somebody’s hand', () => {
    const words = `${OUTSIDE} button=starts-and-stays-on lock-key=dead`;
    expect(chance('desktop', `${words} reseat-memory:no-change`, 'memory-out')).toBeLessThan(
      chance('desktop', words, 'memory-out') / 10,
    );
  });
  it('80 % of health leaves no room for “no battery”', () => {
    expect(
      chance('laptop', `${OUTSIDE} gets-to=a-system-starts battery-health=80-or-more`, 'battery-out'),
    ).toBeLessThan(1e-3);
  });
  it('three faults are as likely as they are: none takes another’s place', () => {
    const words = `${OUTSIDE} gets-to=a-system-starts battery-health=under-60 camera-cover=closed look-keys=some-stick`;
    expect(chance('laptop', words, 'battery-worn')).toBe(1);
    expect(chance('laptop', words, 'camera-closed')).toBe(1);
    expect(chance('laptop', words, 'keys-dirty')).toBeGreaterThan(0.5);
    expect(chance('laptop', words, 'paste-dry')).toBeCloseTo(
      chance('laptop', `${OUTSIDE} gets-to=a-system-starts`, 'paste-dry'),
      6,
    );
  });
});

describe('facts that follow', () => {
  it('with a system running the button, the lamp, the lock key and the first picture are not asked', () => {
    const { steps, follow } = asked('laptop', `${OUTSIDE} gets-to=a-system-starts`);
    for (const id of ['button', 'lamp', 'lock-key', 'tap-off', 'setup-drive']) {
      expect(follow).toContain(id);
      expect(steps.map((step) => step.id)).not.toContain(id);
    }
  });
  it('answered all the same they tell nothing new, in whatever order', () => {
    const one = chance('laptop', `${OUTSIDE} gets-to=a-system-starts`, 'charge-latch');
    expect(
      chance('laptop', `${OUTSIDE} gets-to=a-system-starts button=starts-and-stays-on`, 'charge-latch'),
    ).toBe(one);
    expect(
      chance('laptop', `${OUTSIDE} button=starts-and-stays-on gets-to=a-system-starts`, 'charge-latch'),
    ).toBe(one);
  });
});

describe('after a repair that helped', () => {
  const open = (words: string) => asked('desktop', words).steps.map(({ id }) => id);
  const PLAIN = `${OUTSIDE} button=starts-and-stays-on picture-monitor=a-good-picture`;
  it('only looks its causes show in come again: nobody is asked about the picture for a coin cell', () => {
    const inspected = (words: string) =>
      inspectUnit(catalogue, input('desktop', words)).problem.findings.map(({ id }) => id);
    const before = `${PLAIN} setup-clock=lost gets-to=a-system-starts`;
    expect(inspected(before)).not.toContain('setup-clock');
    const after = inspected(`${before} coin-cell:helped`);
    expect(after).toContain('setup-clock');
    for (const id of ['picture-monitor', 'look-liquid', 'look-smell', 'gets-to'])
      expect(after).not.toContain(id);
  });
  it('a heat run has answered its own questions, and one that was answered before is answered by it', () => {
    const run: Sighted = {
      kind: 'measured',
      conditions: [{ causes: ['heatsink-blocked', 'vents-blocked', 'fan-worn'], factor: 40 }],
      answers: ['load-run', 'idle-rise'],
    };
    const runs = `${PLAIN} gets-to=a-system-starts`;
    const hot = entry('load-run=hot-and-slows-down');
    const { record } = input('desktop', runs);
    const state = (...more: Sighted[]) =>
      inspectUnit(catalogue, { ...input('desktop', ''), record: [...record, ...more] }).problem;
    expect(open(runs)).toContain('load-run');
    expect(state(run).findings.map(({ id }) => id)).not.toContain('load-run');
    const alone = state(run).posterior.marginals;
    for (const more of [
      [run, hot],
      [hot, run],
    ])
      state(...more).posterior.marginals.forEach((p, c) => expect(p).toBeCloseTo(alone[c], 12));
    // hands between: it is another machine that is looked at then
    const cleaned: Sighted = { kind: 'repair', id: 'clean-heatsink', ended: 'done' };
    expect(state(run, cleaned, hot).posterior.marginals).not.toEqual(state(run, cleaned).posterior.marginals);
  });
  it('what is known to be out answers the question whether it is there, once', () => {
    const none: Sighted = { kind: 'none', class: 'memory' };
    const memoryOut = (...more: Sighted[]) => {
      const { problem, engine } = inspectUnit(catalogue, {
        ...input('desktop', ''),
        record: [...input('desktop', PLAIN).record, ...more],
      });
      return problem.posterior.marginals[engine.model.causeIndex.get('memory-out')!];
    };
    expect(memoryOut()).toBeLessThan(0.2);
    expect(memoryOut(none)).toBe(1);
    expect(memoryOut(entry('memory-fitted=none'), none)).toBe(1);
    expect(memoryOut(entry('memory-fitted=fitted'), none)).toBe(1);
    // it ran with a module in it, which was taken out since
    expect(
      memoryOut(entry('gets-to=a-system-starts'), { kind: 'part', class: 'memory', way: 'out' }, none),
    ).toBe(1);
    const ran = [...input('desktop', `${PLAIN} gets-to=a-system-starts`).record, none];
    expect(inspectUnit(catalogue, { ...input('desktop', ''), record: ran }).impossible).toBe(false);
    // fitted by hand since it was answered, and out again
    expect(memoryOut(entry('memory-fitted=none'), entry('add-memory:helped'), none)).toBe(1);
  });
});

describe('what the shop’s own hands did', () => {
  const LIVES = 'button=starts-and-stays-on picture-own=a-good-picture';
  const inspected = (...more: (string | Sighted)[]) =>
    inspectUnit(catalogue, {
      ...input('laptop', OUTSIDE),
      record: [
        ...input('laptop', OUTSIDE).record,
        ...more.flatMap((each) => (typeof each === 'string' ? input('laptop', each).record : [each])),
      ],
    });
  const of = ({ problem, engine }: ReturnType<typeof inspected>, cause: string) =>
    problem.posterior.marginals[engine.model.causeIndex.get(cause)!];
  const cloned: Sighted = { kind: 'data', what: 'cloned' };

  it('a restart loop after a clone is its driver first, and nobody is asked whether it was cloned', () => {
    const told = inspected(LIVES, cloned, 'gets-to=restarts-over-and-over');
    expect(of(told, 'clone-driver')).toBeGreaterThan(0.4);
    expect(told.problem.findings.map(({ id }) => id)).not.toContain('just-cloned');
    const [likeliest] = [...told.problem.posterior.marginals.entries()].sort((a, b) => b[1] - a[1]);
    expect(told.engine.model.causes[likeliest[0]].id).toBe('clone-driver');
    expect(of(inspected(LIVES, 'gets-to=restarts-over-and-over'), 'clone-driver')).toBeLessThan(0.2);
  });
  it('onto a drive of another bus it is the likelier still', () => {
    const across: Sighted = { kind: 'data', what: 'cloned across' };
    const told = inspected(LIVES, across, 'gets-to=restarts-over-and-over');
    const plain = inspected(LIVES, cloned, 'gets-to=restarts-over-and-over');
    expect(of(told, 'clone-driver')).toBeGreaterThan(of(plain, 'clone-driver') + 0.05);
    expect(told.problem.findings.map(({ id }) => id)).not.toContain('just-cloned');
  });
  it('what was asked all the same is not told twice', () => {
    const asked = inspected(LIVES, cloned, 'just-cloned=yes gets-to=restarts-over-and-over');
    const told = inspected(LIVES, cloned, 'gets-to=restarts-over-and-over');
    expect(of(asked, 'clone-driver')).toBeCloseTo(of(told, 'clone-driver'), 9);
  });
  it.each([
    ['the pack’s lead was out', { kind: 'mat', off: [], back: [], out: ['battery lead'] } as Sighted],
    ['the charge was drained', 'drain-charge:no-change'],
    ['the coin cell was out', { kind: 'part', class: 'coin cell', way: 'out' } as Sighted],
  ])('%s: “set-up was reset” says nothing of the coin cell, once; lost again, it does', (_, act) => {
    const before = of(inspected(LIVES), 'coin-cell');
    const lost = of(inspected(LIVES, 'message-which=set-up-reset'), 'coin-cell');
    expect(lost).toBeGreaterThan(0.3);
    const since = of(inspected(LIVES, act, 'message-which=set-up-reset'), 'coin-cell');
    expect(since).toBeLessThan(before * 1.5 + 0.01);
    const again = of(
      inspected(LIVES, act, 'message-which=set-up-reset', 'clock-after=lost-again'),
      'coin-cell',
    );
    expect(again).toBeGreaterThan(0.3);
  });
  it('another module in it: that memory changed is said of nothing', () => {
    const moved: Sighted = { kind: 'part', class: 'memory', way: 'in' };
    const none = of(inspected(LIVES, moved), 'memory-unseated');
    expect(of(inspected(LIVES, moved, 'message-which=memory-changed'), 'memory-unseated')).toBeCloseTo(
      none,
      9,
    );
    expect(of(inspected(LIVES, 'message-which=memory-changed'), 'memory-unseated')).toBeGreaterThan(none);
  });
});

describe('what stands against the newest answer', () => {
  it('is never that answer itself, whatever it implies and whatever else is known to be out', () => {
    const said = input('laptop', 'memory-fitted=none picture-own=very-dim');
    const none: Sighted = { kind: 'none', class: 'battery' };
    expect(clashing(catalogue, said)).toEqual([0]);
    expect(clashing(catalogue, { ...said, record: [...said.record, none] })).toEqual([0]);
  });
});

describe('what was seen and not read yet', () => {
  const beeps = `${OUTSIDE} button=starts-and-stays-on start-sound=a-repeating-group`;
  const first = (chassis: Chassis, words: string, more: Partial<EvaluationInput> = {}) =>
    asked(chassis, words, more).steps[0].id;
  it('a repeating group is decoded next, whatever else could be done and whatever the machine is worth', () => {
    for (const chassis of ['desktop', 'small', 'aio', 'laptop'] as const)
      for (const soundMinor of [1500, 9000, 40_000])
        expect(first(chassis, beeps, { worth: { ...input(chassis, '').worth, soundMinor } })).toBe(
          'code-group',
        );
    expect(first('laptop', `${OUTSIDE} button=starts-and-stays-on start-sound=none-or-one-short`)).not.toBe(
      'code-group',
    );
  });
  it('decoded, or not to be decoded, it is not asked again; a danger comes before it', () => {
    expect(first('laptop', `${beeps} code-group=memory`)).not.toBe('code-group');
    expect(first('laptop', `${beeps} code-group?cannot-tell`)).not.toBe('code-group');
    expect(asked('laptop', `${beeps} picture-own=a-good-picture`).steps.map(({ id }) => id)).not.toContain(
      'code-group',
    );
    const wet = beeps.replace('look-liquid=none', 'look-liquid=wet-or-sticky');
    expect(
      asked('laptop', wet)
        .steps.slice(0, 3)
        .map(({ id }) => id),
    ).not.toContain('code-group');
  });
});

describe('what only adds value once it lives', () => {
  const all = Object.fromEntries(PART_CLASSES.map((part) => [part, 100]));
  const words = `${OUTSIDE} look-bay=bay-empty look-socket=wobbles hinge-move=droops-or-creaks lamp=flickers-or-faint`;
  it('waits for the look that tells whether it does, however cheap it is and whatever lies on the shelf', () => {
    for (const bin of [{}, all]) {
      const ids = asked('laptop', words, { bin }).steps.map(({ id }) => id);
      expect(ids).toContain('button');
      for (const later of ['tighten-hinge', 'fit-drive', 'swap-hinge'])
        if (ids.includes(later)) expect(ids.indexOf('button'), later).toBeLessThan(ids.indexOf(later));
    }
  });
  it('comes in its turn once a picture was seen', () => {
    const lives = asked('laptop', `${OUTSIDE} look-bay=bay-empty picture-own=a-good-picture`, { bin: all });
    expect(lives.steps[0].id).toBe('fit-drive');
  });
});

describe('a danger nobody has seen', () => {
  const stained = `${OUTSIDE.replace('look-liquid=none', 'look-liquid=dry-stains')} button=nothing lamp=dark`;
  it('believed to a third it is as good as seen, whatever the machine is worth, while a look is left that clears it', () => {
    expect(chance('laptop', stained, 'liquid')).toBeGreaterThan(0.3);
    for (const soundMinor of [1500, 9000, 60_000]) {
      const { steps } = asked('laptop', stained, { worth: { ...input('laptop', '').worth, soundMinor } });
      expect(steps[0].id).toBe('board-residue');
      // and it is said to be likely, not seen
      expect(asked('laptop', stained).shut.some(({ why }) => why.kind === 'gate' && why.onlyLikely)).toBe(
        true,
      );
      expect(steps.filter(({ id }) => powering(id))).toEqual([]);
      expect(steps.some(({ id }) => id === 'disclose')).toBe(false);
    }
  });
  it('looked for and not found, it shuts nothing; nor where it is only possible, or the machine was seen to run', () => {
    for (const words of [
      `${stained} board-residue=clean`,
      OUTSIDE.replace('look-liquid=none', 'look-liquid=dry-stains'),
      `${OUTSIDE} gets-to=a-system-starts`,
    ])
      expect(
        asked('laptop', words).shut.filter(({ why }) => why.kind === 'gate'),
        words,
      ).toEqual([]);
  });
});

describe('one verdict for two cures', () => {
  const beeps = `${OUTSIDE} button=starts-and-stays-on start-sound=a-repeating-group code-group=memory`;
  const of = (words: string) => inspectUnit(catalogue, input('laptop', words));
  const marginals = (words: string) => [...of(words).problem.posterior.marginals];

  it('done one after the other and then judged, it is the same in whatever order', () => {
    for (const verdict of ['helped', 'no-change']) {
      const other = marginals(`${beeps} swap-module:done reseat-memory:${verdict}`);
      marginals(`${beeps} reseat-memory:done swap-module:${verdict}`).forEach((p, c) =>
        expect(p).toBeCloseTo(other[c], 9),
      );
    }
  });
  it('the complaint gone, neither is what the other is not: the first is no less proved than the last', () => {
    const causes = (words: string) => {
      const { entries } = of(words);
      const { evidence } = entries.at(-1)!;
      return evidence.kind === 'repair' ? evidence.repair.cures : {};
    };
    const both = causes(`${beeps} reseat-memory:done swap-module:helped`);
    expect(both['memory-contact']).toBeGreaterThan(0.9);
    expect(both['module-bad']).toBeGreaterThan(0.9);
    // something was seen between: the second alone is judged
    const alone = causes(`${beeps} reseat-memory:done start-sound=a-repeating-group swap-module:helped`);
    expect(alone['module-bad']).toBeGreaterThan(0.9);
    expect(alone['memory-contact'] ?? 0).toBeLessThan(0.9);
  });
});

describe('somebody else’s machine', () => {
  const fee = {
    ...input('laptop', '').worth,
    soundMinor: 4000,
    feeShare: 0,
    asFoundShare: 0,
    parts: [],
    recycleMinor: -1e7,
  };
  const beeps = `${OUTSIDE} button=starts-and-stays-on start-sound=a-repeating-group code-group=memory memory-contacts=dull-or-dirty`;
  const theirs = (state: 'nothing' | 'quoted' | 'agreed' | 'declined', words = beeps) =>
    asked('laptop', words, {
      source: 'owner',
      worth: fee,
      priceLowMinor: 4000,
      priceHighMinor: 4000,
      theirs: { state, askMinutes: 4 },
    });
  const sold = ['disclose', 'asFound', 'harvest', 'recycle', READ_MACHINE];

  it('is never sold, taken apart or scrapped, whatever was seen of it; it is worth the fee at most', () => {
    for (const state of ['nothing', 'quoted', 'agreed', 'declined'] as const)
      for (const words of [
        '',
        beeps,
        `${OUTSIDE} look-liquid=wet-or-sticky`,
        `${OUTSIDE} gets-to=a-system-starts`,
      ]) {
        const { steps, routes, best, valueMinor } = theirs(state, words);
        expect(
          steps.filter(({ id }) => sold.includes(id)),
          `${state} ${words}`,
        ).toEqual([]);
        expect(steps.some(({ kind }) => kind === 'stop')).toBe(true);
        for (const { route } of routes) expect(['refurbish', 'handOver', 'giveBack']).toContain(route);
        expect(['refurbish', 'handOver', 'giveBack']).toContain(best);
        expect(valueMinor).toBeLessThanOrEqual(4000);
      }
  });
  it('before they have said yes, looks go on and the first cure is to ask; after it the cure', () => {
    for (const state of ['nothing', 'quoted'] as const) {
      const { steps } = theirs(state);
      expect(steps.some(({ kind }) => kind === 'repair')).toBe(false);
      expect(steps.some(({ kind }) => kind === 'look')).toBe(true);
      expect(steps.filter(({ id }) => id === 'ask')).toHaveLength(1);
    }
    const agreed = theirs('agreed').steps;
    expect(agreed.map(({ id }) => id)).toContain('reseat-memory');
    expect(agreed.some(({ id }) => id === 'ask')).toBe(false);
    // where the cure stood, asking stands
    expect(theirs('nothing').steps.findIndex(({ id }) => id === 'ask')).toBe(
      agreed.findIndex(({ kind }) => kind === 'repair'),
    );
  });
  it('they said no: it goes back as it is, and nothing is looked for', () => {
    const { steps, best } = theirs('declined');
    expect(steps.map(({ kind, id }) => `${kind} ${id}`)).toEqual(['stop giveBack']);
    expect(best).toBe('giveBack');
  });
});

describe('answers that are none', () => {
  const words = `${OUTSIDE} button=starts-and-stays-on picture-monitor=black lock-key=follows`;
  it('a question nobody can answer leaves the proposals and moves nothing', () => {
    const before = asked('desktop', words);
    const top = before.steps.find((step) => step.kind === 'look')!;
    for (const why of ['cannot-tell', 'no-tool']) {
      const after = asked('desktop', `${words} ${top.id}?${why}`);
      expect(after.steps.map((step) => step.id)).not.toContain(top.id);
      expect(after.beliefs).toEqual(
        before.beliefs.map((line, i) => ({ ...line, before: after.beliefs[i].before })),
      );
    }
  });
  it('to be looked at again, it comes back, and stays open until it is answered', () => {
    const open = asked('desktop', `${words} port-used?cannot-tell port-used?look-again`);
    expect(open.again).toEqual(['port-used']);
    expect(asked('desktop', `${words} port-used?look-again port-used=on-the-card-or-no-card`).again).toEqual(
      [],
    );
  });
  it('“has none” is a fact: no module to look at means no memory fitted', () => {
    expect(chance('desktop', `${words} module-home?has-none`, 'memory-out')).toBe(1);
  });
  it('a shop without a multimeter is not sent to measure', () => {
    const dead = `${OUTSIDE} lamp=dark button=nothing`;
    const without = asked('laptop', dead, { lacks: ['meter'] });
    expect(without.steps.map((step) => step.id)).not.toContain('charger-volts');
  });
});

describe('how a repair ends', () => {
  const hot = `${OUTSIDE} gets-to=a-system-starts load-run=hot-and-slows-down`;
  it('helped takes the cause away, no change makes it less likely, a precaution leaves it as far as it fails', () => {
    const before = chance('laptop', hot, 'paste-dry');
    expect(chance('laptop', `${hot} repaste:helped`, 'paste-dry')).toBe(0);
    expect(chance('laptop', `${hot} repaste:no-change`, 'paste-dry')).toBeLessThan(before / 5);
    const success = catalogue.repairs.find((repair) => repair.id === 'repaste')!.cures['paste-dry'];
    for (const ended of ['done', 'precaution'])
      expect(chance('laptop', `${hot} repaste:${ended}`, 'paste-dry')).toBeCloseTo(before * (1 - success), 9);
  });
  it('what looked well and was left says nothing, and is not proposed again', () => {
    expect(chance('laptop', `${hot} repaste:looked-well`, 'paste-dry')).toBe(
      chance('laptop', hot, 'paste-dry'),
    );
    expect(asked('laptop', `${hot} repaste:looked-well`).steps.map((step) => step.id)).not.toContain(
      'repaste',
    );
  });
  it('hands leave something off once in sixty or a hundred times, all leads of that work together, until they are seen on', () => {
    const calm = `${OUTSIDE} gets-to=a-system-starts`;
    const leads = [
      ...new Set(Object.values(catalogue.disturbed).flatMap((own) => Object.keys(own ?? {}))),
    ].filter((lead) => (catalogue.causes.find(({ id }) => id === lead)?.prior.laptop ?? 0) > 0);
    const rise = (done: string) =>
      leads.reduce(
        (sum, lead) => sum + chance('laptop', `${calm} ${done}`, lead) - chance('laptop', calm, lead),
        0,
      );
    expect(rise('wash-board:done')).toBeGreaterThan(0.007);
    expect(rise('wash-board:done')).toBeLessThan(0.02);
    const touched = chance('laptop', `${calm} wash-board:done`, 'screen-cable-off');
    expect(touched).toBeGreaterThan(chance('laptop', calm, 'screen-cable-off'));
    expect(
      chance('laptop', `${calm} wash-board:done picture-own=a-good-picture`, 'screen-cable-off'),
    ).toBeLessThan(touched / 10);
  });
});

describe('an owner’s machine', () => {
  it('is never installed over, and says so', () => {
    const broken = `${OUTSIDE} setup-drive=listed gets-to=restarts-over-and-over logo-where=the-system-s-own-screen`;
    const kept = asked('laptop', broken, { source: 'owner' });
    expect(kept.steps.map((step) => step.id)).not.toContain('install-system');
    expect(kept.plan).not.toContain('install-system');
    expect(kept.shut).toContainEqual({ kind: 'repair', id: 'install-system', why: { kind: 'data stays' } });
    expect(asked('laptop', broken, { source: 'owner', keeps: false }).shut).toEqual([]);
  });
});

describe('reading what it is', () => {
  const classes = [2000, 5000, 9000, 16_000, 22_000].map((soundMinor, i) => ({
    name: `level ${i}`,
    chance: [0.1, 0.25, 0.35, 0.2, 0.1][i],
    soundMinor,
  }));
  const dead = `${OUTSIDE} look-glass=cracked button=starts-and-stays-on external=a-good-picture`;
  it('is worth what each machine’s own best plan wins over one plan for all', () => {
    const { readingMinor, steps } = asked('laptop', dead, { classes });
    expect(readingMinor).toBeGreaterThan(0);
    const read = steps.find((step) => step.id === READ_MACHINE);
    expect(read?.kind ?? 'read').toBe('read');
  });
  it('is worth nothing where all lead to the same, and is not there when the machine is known', () => {
    const same = classes.map((each) => ({ ...each, soundMinor: 9000 }));
    expect(asked('laptop', dead, { classes: same }).readingMinor).toBe(0);
    expect(asked('laptop', dead).readingMinor).toBeNull();
  });
  /** Worked by hand: a panel of 32.00 and 35 min at 18.00 an hour, harvest 12.05. */
  it('worked example: five prices, mending against harvest, reading first wins 8.21', () => {
    const mending = [-18.18, 10.43, 32.54, 65.9, 111.91];
    const weights = [0.25, 0.4, 0.15, 0.15, 0.05];
    const harvest = 12.05;
    const each = weights.reduce((sum, weight, i) => sum + weight * Math.max(mending[i], harvest), 0);
    const one = Math.max(
      harvest,
      weights.reduce((sum, weight, i) => sum + weight * mending[i], 0),
    );
    expect(each - one).toBeCloseTo(8.21, 2);
    // the price from which mending beats taking it apart
    expect(90 + ((harvest - mending[1]) / (mending[2] - mending[1])) * 30).toBeCloseTo(92.2, 1);
  });
});

describe('coverage', () => {
  it('belief is followed whole on ordinary records, and says when it is not', () => {
    expect(asked('desktop', OUTSIDE).covered).toBe(1);
  });
  it('sixty abnormal answers at once are answered, and in time', () => {
    const abnormal = catalogue.findings
      .filter(
        (finding) => finding.stage !== 'claim' && (!finding.chassis || finding.chassis.includes('laptop')),
      )
      .slice(0, 60)
      .map((finding): Sighted => ({
        kind: 'finding',
        id: finding.id,
        outcome: finding.outcomes.length - 1,
      }));
    const result = evaluateUnit(catalogue, { ...input('laptop', ''), record: abnormal });
    expect(result.covered).toBeGreaterThan(0);
    expect(result.covered).toBeLessThanOrEqual(1);
    for (const line of result.beliefs) expect(line.probability >= 0 && line.probability <= 1).toBe(true);
  });
});

describe('what is worth a line', () => {
  const drawn: [Chassis, string][] = [
    ['laptop', `${OUTSIDE} lamp=lights button=starts-and-stays-on picture-own=a-good-picture`],
    ['laptop', `${OUTSIDE} lamp=dark button=nothing`],
    ['desktop', 'look-liquid=none look-rattle=silent look-smell=none button=nothing'],
    ['aio', 'look-liquid=none look-rattle=silent look-smell=none button=starts-and-stays-on'],
  ];
  it('to stop is on every list, however far down', () => {
    for (const chassis of ['desktop', 'laptop', 'aio', 'small'] as const)
      for (const words of ['', OUTSIDE, `${OUTSIDE} button=starts-and-stays-on`]) {
        const { steps } = asked(chassis, words, {
          worth: { ...input(chassis, '').worth, soundMinor: 60_000 },
        });
        expect(steps.filter(({ kind }) => kind === 'stop')).toHaveLength(1);
      }
  });
  it('nothing can be made of it but its parts: no step but to stop, and its route is where it ends', () => {
    const { worth } = input('desktop', '');
    const shell = asked('desktop', OUTSIDE, {
      worth: { ...worth, soundMinor: 0 },
      priceLowMinor: 0,
      priceHighMinor: 0,
    });
    expect(shell.steps.map(({ kind }) => kind)).toEqual(['stop']);
    expect(['harvest', 'recycle']).toContain(shell.best);
  });
  it('a machine nobody saw starting is looked at before it is sold; once it runs, or may not be powered, it is not', () => {
    const cheap = { ...input('desktop', '').worth, soundMinor: 4000 };
    const first = (words: string) =>
      asked('desktop', words, { worth: cheap, priceLowMinor: 3500, priceHighMinor: 4500 });
    const dark = first(OUTSIDE.replace('look-swelling=flat ', ''));
    expect(dark.facts.power).toBeUndefined();
    // what it tells is worth what it leads to, so that it stands before an ending by its own value
    const ending = dark.steps.findIndex(({ kind }) => kind === 'stop');
    const button = dark.steps.findIndex(({ id }) => id === 'button');
    expect(button).toBeGreaterThanOrEqual(0);
    expect(button).toBeLessThan(ending);
    const runs = first(
      `${OUTSIDE.replace('look-swelling=flat ', '')} button=starts-and-stays-on picture-monitor=a-good-picture`,
    );
    expect(runs.steps.map(({ id }) => id)).not.toContain('button');
  });
  it('the same answer again counts once; another one takes its place, unless hands were at work between', () => {
    const words = OUTSIDE.replace('look-swelling=flat ', '');
    const chances = (more: string) => asked('desktop', `${words} ${more}`).chances;
    expect(chances('which-lead=front-panel which-lead=front-panel')).toEqual(
      chances('which-lead=front-panel'),
    );
    expect(chances('which-lead=front-panel which-lead=none-is-off')).toEqual(
      chances('which-lead=none-is-off'),
    );
    expect(chances('which-lead=front-panel reseat-memory:no-change which-lead=none-is-off')).not.toEqual(
      chances('reseat-memory:no-change which-lead=none-is-off'),
    );
  });
  it('no repair that hardly anything speaks for', () => {
    for (const [chassis, words] of drawn) {
      const { steps, plan } = asked(chassis, words);
      for (const { kind, id, chance: helps = 1 } of steps)
        if (kind === 'repair' && id !== plan[0])
          expect(helps, `${chassis}: ${id}`).toBeGreaterThanOrEqual(0.03);
    }
  });
  it('while a danger stands: what clears it, and ways to give the machine away, whatever it is worth', () => {
    for (const gate of catalogue.gates.dangers)
      for (const chassis of ['laptop', 'desktop'] as const)
        for (const soundMinor of [2_000, 12_000, 120_000])
          for (const [finding, outcomes] of Object.entries(gate.seen)) {
            const look = catalogue.findings.find(({ id }) => id === finding)!;
            if (look.chassis && !look.chassis.includes(chassis)) continue;
            const words = `${finding}=${outcomes[0]}`;
            const given = input(chassis, words);
            const { steps } = evaluateUnit(catalogue, {
              ...given,
              worth: { ...given.worth, soundMinor },
              priceLowMinor: soundMinor,
              priceHighMinor: soundMinor,
            });
            // what opens any of the dangers that stand, or what has not been looked at from outside yet
            const opens = new Set([
              ...catalogue.gates.lookFirst,
              ...catalogue.gates.dangers.flatMap(({ clearedBy }) => [
                ...Object.keys(clearedBy.looks),
                ...clearedBy.repairs,
              ]),
            ]);
            for (const { kind, id } of steps)
              expect(kind === 'stop' || opens.has(id), `${gate.id} ${chassis} ${soundMinor}: ${id}`).toBe(
                true,
              );
          }
  });
  it('the complaint before what only adds value: keys that stick before a battery that is worn', () => {
    const { steps } = asked('laptop', `${OUTSIDE} look-keys=some-missing`, {
      bin: { battery: 500, keyboard: 200 },
    });
    const at = (id: string) => steps.findIndex((step) => step.id === id);
    const keys = ['fit-key', 'swap-keyboard', 'clean-keys', 'key-under'].map(at).filter((n) => n >= 0);
    expect(Math.min(...keys)).toBeLessThan(at('swap-battery') < 0 ? Infinity : at('swap-battery'));
  });
});

import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import type { Chassis, Ending } from '../catalogue';
import { CLOSED } from '../minutes/opening';
import { evaluateUnit } from './evaluate';
import { inspectUnit } from './inspect';
import { type EvaluationInput, type Sighted } from './inspect';
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

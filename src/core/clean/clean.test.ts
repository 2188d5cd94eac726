import { describe, expect, it } from 'vitest';
import { cleaning, schools } from '@/catalog/cleaning';
import { catalogue, cautionById, repairById } from '@/catalog';
import { depollution } from '@/catalog/parts/donor';
import { workSteps } from '@/catalog/hands/work';
import { CHASSIS, type Chassis } from '../catalogue';
import { seededRandom } from '../random';
import { cleaningPlan, finishedBy, openMinutesOf } from './plan';
import { cleanStateOf, materialOf, type CleanAct, type CleanState } from './state';
import { cleaningWorth, usualCleaning } from './worth';
import { DEPTHS, PHASES, SOILS, type Degree, type Schools, type Soil, type SurfaceKind } from './zones';

const soiled = (marks: readonly [string, Soil, Degree][]): CleanState =>
  cleanStateOf(marks.map(([zone, soil, degree]): CleanAct => ({ op: 'soil', zone, soil, degree })));
const everywhere = (chassis: Chassis, soil: Soil, degree: Degree) =>
  soiled(cleaning.zones[chassis].filter(({ id }) => id !== 'smell').map(({ id }) => [id, soil, degree]));
const hours = (chassis: Chassis, state: CleanState, house: Schools = schools) => {
  const plan = cleaningPlan(cleaning, chassis, state, house);
  return (plan.stepMinutes + plan.openMinutes) / 60;
};

describe('the way a machine is cleaned', () => {
  it('dry before wet before dry again, what must be out before all of it', () => {
    const { steps } = cleaningPlan(
      cleaning,
      'laptop',
      soiled([
        ['keys', 'food', 3],
        ['palm', 'tar', 2],
        ['board', 'liquid', 2],
        ['screen', 'sugar', 1],
        ['fins', 'felt', 3],
      ]),
      schools,
    );
    const phases = steps.map(({ phase }) => PHASES.indexOf(phase));
    expect(phases).toEqual([...phases].sort());
    expect(steps.filter(({ phase }) => phase === 'out first').map(({ id }) => id)).toEqual([
      'battery',
      'coin cell',
    ]);
  });
  // common practice: packed or tarred machines take two to four hours, not half of one
  it.each(['laptop', 'desktop'] as const)('a tarred and packed %s is two to four hours', (chassis) => {
    const state = { ...everywhere(chassis, 'tar', 3) };
    const packed = soiled([
      ['fins', 'felt', 3],
      ['fan', 'felt', 3],
    ]);
    for (const id of ['fins', 'fan'])
      state[id] = { ...state[id], soils: { ...state[id].soils, ...packed[id].soils } };
    expect(hours(chassis, state)).toBeGreaterThan(2);
    expect(hours(chassis, state)).toBeLessThan(4);
  });
  // common practice: 99 % leaves sugar, water or 70 % takes it; boards want 96 to 99 %
  it('sugar wants water or 70 %, a board 96 to 99 %', () => {
    const agents = (zone: string, soil: Soil) =>
      cleaningPlan(cleaning, 'laptop', soiled([[zone, soil, 2]]), schools).steps.map(({ agent }) => agent);
    expect(agents('palm', 'sugar').some((agent) => agent.includes('70 %'))).toBe(true);
    expect(agents('palm', 'sugar').some((agent) => agent.includes('99 %'))).toBe(false);
    // a panel's coat takes none
    expect(agents('screen', 'sugar').some((agent) => agent.includes('%'))).toBe(false);
    expect(agents('board', 'sugar')).toContain('isopropyl 96-99 %');
  });
  it('the supply is never opened: whatever is on it, the caution stands beside a wet cloth', () => {
    for (const soil of ['tar', 'sugar', 'liquid'] as const) {
      const { steps } = cleaningPlan(cleaning, 'desktop', soiled([['supply', soil, 3]]), schools);
      expect(steps.some(({ cautions }) => cautions.includes('supply-closed'))).toBe(true);
    }
  });
  // common practice: nobody brushes in a mains supply, and nobody holds its fan
  it('a supply is blown from outside only, unplugged; no brush, no school of its own', () => {
    for (const air of ['blower', 'compressor', 'vacuum'] as const)
      for (const soil of ['dust', 'felt', 'food', 'metal'] as const) {
        const { steps } = cleaningPlan(cleaning, 'desktop', soiled([['supply', soil, 3]]), {
          ...schools,
          air,
        });
        const dry = steps.filter(({ phase }) => phase === 'dry');
        expect(dry.map(({ id }) => id)).toEqual([soil === 'metal' ? 'supply-metal' : 'supply-air']);
        expect(dry[0].tool).toBe('none');
        expect(dry[0].cautions).toEqual(expect.arrayContaining(['unplugged', 'supply-closed']));
        expect(dry[0].does).not.toMatch(/brush what|held still/);
      }
  });
  it('before any air over electronics it is unplugged and its battery out', () => {
    for (const rule of cleaning.rules.filter(({ id }) => id.startsWith('air-') || id === 'metal-vacuum')) {
      expect(rule.cautions).toContain('unplugged');
      expect(rule.out).toContain('battery');
    }
  });
  it('each school does it its own way, and no plan holds two of them', () => {
    for (const air of ['blower', 'compressor', 'vacuum'] as const) {
      const { steps } = cleaningPlan(cleaning, 'desktop', soiled([['fins', 'felt', 3]]), { ...schools, air });
      expect(steps.filter(({ id }) => id.startsWith('air-')).map(({ id }) => id)).toEqual([`air-${air}`]);
    }
  });
  it('metal dust is taken up before any air moves it', () => {
    const { steps } = cleaningPlan(
      cleaning,
      'desktop',
      soiled([
        ['board', 'metal', 2],
        ['board', 'dust', 2],
      ]),
      schools,
    );
    expect(steps.map(({ id }) => id)).toEqual(['metal-vacuum', 'air-blower']);
  });
  it('stripping is paid once for all that lies so deep', () => {
    const fan = cleaningPlan(cleaning, 'laptop', soiled([['fan', 'felt', 2]]), schools);
    const both = cleaningPlan(
      cleaning,
      'laptop',
      soiled([
        ['fan', 'felt', 2],
        ['fins', 'felt', 2],
      ]),
      schools,
    );
    expect(both.openMinutes).toBe(fan.openMinutes);
    expect(openMinutesOf(['outside'], cleaning.opening.laptop)).toBe(0);
  });
});

describe('what was done', () => {
  const dirty: CleanAct[] = [{ op: 'soil', zone: 'fins', soil: 'felt', degree: 3 }];
  it('a step is not proposed again, and the last of a zone finishes it', () => {
    let acts = [...dirty];
    const seen: string[] = [];
    for (let guard = 0; guard < 10; guard++) {
      const state = cleanStateOf(acts);
      const [next] = cleaningPlan(cleaning, 'desktop', state, schools).steps;
      if (!next) break;
      seen.push(next.id);
      const ends = finishedBy(cleaning, 'desktop', state, schools, next);
      acts = [...acts, { op: 'done', rule: next.id, zones: next.zones }];
      if (ends.length) acts = [...acts, { op: 'cleaned', zones: ends }];
    }
    expect(seen).toEqual(['air-blower', 'felt-fins']);
    expect(cleanStateOf(acts).fins).toMatchObject({ soils: {}, cleaned: true });
  });
  it('dirt that is seen after it was cleaned is dirt again', () => {
    const again: CleanAct[] = [
      ...dirty,
      { op: 'done', rule: 'air-blower', zones: ['fins'] },
      { op: 'cleaned', zones: ['fins'] },
      ...dirty,
    ];
    expect(cleaningPlan(cleaning, 'desktop', cleanStateOf(again), schools).steps.map(({ id }) => id)).toEqual(
      ['air-blower', 'felt-fins'],
    );
  });
  it('looked at and clean; not looked at after all', () => {
    expect(cleanStateOf([...dirty, { op: 'looked', zone: 'fins' }]).fins.soils).toEqual({});
    expect(cleanStateOf([...dirty, { op: 'unseen', zone: 'fins' }])).toEqual({});
  });
});

describe('what is worth cleaning', () => {
  const money = { priceMinor: 12_000, keep: 0.92, perMinute: 30 };
  /** Every set of dirty zones, each by its own plan, stripping and what is out first paid by the set. */
  function bestOf(chassis: Chassis, state: CleanState) {
    const dirty = cleaning.zones[chassis].filter(
      ({ id }) => state[id] && Object.keys(state[id].soils).length > 0,
    );
    let best = 0;
    for (let mask = 0; mask < 2 ** dirty.length; mask++) {
      const set = dirty.filter((_, n) => mask & (1 << n));
      let gain = -openMinutesOf(
        set.map(({ depth }) => depth),
        cleaning.opening[chassis],
      );
      gain *= money.perMinute;
      for (const zone of set) {
        const plan = cleaningPlan(cleaning, chassis, state, schools, new Set([zone.id]));
        if (plan.steps.length === 0) gain = -Infinity;
        const degree = Math.max(...(Object.values(state[zone.id].soils) as number[]));
        const kind = zone.material === 'air' ? 'smell' : zone.shows ? 'shows' : 'hidden';
        gain +=
          cleaning.left[kind][degree - 1] * money.priceMinor * money.keep -
          plan.stepMinutes * money.perMinute -
          plan.costMinor;
      }
      best = Math.max(best, gain);
    }
    return best;
  }
  it('is the best of every set of zones, on 60 drawn machines', () => {
    const random = seededRandom(7);
    for (let round = 0; round < 60; round++) {
      const chassis = CHASSIS[Math.floor(random() * CHASSIS.length)];
      const marks = cleaning.zones[chassis].flatMap(({ id }): [string, Soil, Degree][] =>
        random() < 0.6
          ? [
              [
                id,
                id === 'smell' ? 'smell' : SOILS[Math.floor(random() * 9)],
                (1 + Math.floor(random() * 3)) as Degree,
              ],
            ]
          : [],
      );
      const state = soiled(marks);
      const worth = cleaningWorth(cleaning, chassis, state, schools, money);
      expect(worth.gainMinor).toBe(Math.round(bestOf(chassis, state)));
      expect(worth.gainMinor).toBeGreaterThanOrEqual(worth.allGainMinor);
      expect(worth.lossShare).toBeLessThanOrEqual(worth.dirtyShare);
    }
  });
  it('nobody has looked: the usual minutes stand; all looked at and clean: none', () => {
    for (const chassis of CHASSIS) {
      expect(cleaningWorth(cleaning, chassis, {}, schools, money)).toMatchObject({
        minutes: 0,
        unseenMinutes: usualCleaning(cleaning, chassis),
        lossShare: 0,
      });
      const clean = cleanStateOf(
        cleaning.zones[chassis].map(({ id }): CleanAct => ({ op: 'looked', zone: id })),
      );
      expect(cleaningWorth(cleaning, chassis, clean, schools, money).unseenMinutes).toBe(0);
    }
  });
  it('what stays on a lid lowers the price until it has gone; a hidden place never does', () => {
    const stays = (zone: string) => cleanStateOf([{ op: 'stays', zone, stays: true }]);
    expect(cleaningWorth(cleaning, 'laptop', stays('lid'), schools, money).lossShare).toBe(
      cleaning.staysShare,
    );
    expect(cleaningWorth(cleaning, 'laptop', stays('fins'), schools, money).lossShare).toBe(0);
    const gone = cleanStateOf([
      { op: 'stays', zone: 'lid', stays: true },
      { op: 'stays', zone: 'lid', stays: false },
    ]);
    expect(cleaningWorth(cleaning, 'laptop', gone, schools, money).lossShare).toBe(0);
  });
});

describe('the tables', () => {
  it('name only what there is, and every soil has a way on every zone of every machine', () => {
    for (const rule of cleaning.rules)
      for (const id of rule.cautions ?? []) expect(cautionById(id), `${rule.id}: ${id}`).toBeDefined();
    const outs = new Set(cleaning.outFirst.map(({ id }) => id));
    for (const rule of cleaning.rules) for (const id of rule.out ?? []) expect(outs.has(id), id).toBe(true);
    const none: string[] = [];
    for (const chassis of CHASSIS)
      for (const zone of cleaning.zones[chassis]) {
        for (const id of zone.renews ?? []) expect(repairById(id), id).toBeDefined();
        if (zone.tells) {
          const finding = catalogue.findings.find(({ id }) => id === zone.tells!.finding)!;
          for (const outcome of zone.tells.outcomes)
            expect(
              finding.outcomes.some(({ id }) => id === outcome),
              outcome,
            ).toBe(true);
        }
        expect(DEPTHS).toContain(zone.depth);
        for (const soil of SOILS)
          if ((soil === 'smell') === (zone.material === 'air'))
            for (const air of ['blower', 'compressor', 'vacuum'] as const)
              for (const alcohol of ['one', 'by soil'] as const)
                for (const bare of ['wash', 'wipe'] as const)
                  if (
                    cleaningPlan(cleaning, chassis, soiled([[zone.id, soil, 3]]), {
                      air,
                      alcohol,
                      bare,
                      first: 'by soil',
                    }).without.length
                  )
                    none.push(`${chassis} ${zone.id} ${soil}`);
      }
    // a cable gland of glue inside is nobody's work
    expect([...new Set(none)].filter((line) => !/(fins|fan|board|supply|slots) glue$/.test(line))).toEqual(
      [],
    );
  });
});

describe('what may touch an outer surface', () => {
  const house = { air: 'blower', alcohol: 'by soil', bare: 'wash', first: 'by soil' } as const;
  const wayFor = (surface: SurfaceKind | null, soil: Soil) =>
    cleaningPlan(
      cleaning,
      'laptop',
      cleanStateOf([
        { op: 'soil', zone: 'lid', soil, degree: 3 },
        ...(surface ? [{ op: 'surface' as const, zone: 'lid', of: surface }] : []),
      ]),
      house,
    );
  it.each(['coat', 'rubber', 'styrene'] as const)('%s: no alcohol, ammonia or oil on any soil', (surface) => {
    for (const soil of SOILS.filter((each) => each !== 'smell')) {
      const { steps } = wayFor(surface, soil);
      for (const { agent } of steps)
        expect(`${soil}: ${agent}`).not.toMatch(/alcohol|isopropyl|ammonia|glass cleaner|oil/i);
    }
    expect(wayFor(surface, 'sugar').steps.flatMap(({ cautions }) => cautions)).toContain('coats');
  });
  it('painted metal takes what it takes; every step with alcohol that may meet a coat says so', () => {
    expect(wayFor(null, 'tar').steps.some(({ agent }) => /isopropyl/.test(agent))).toBe(true);
    for (const rule of cleaning.rules)
      if (/isopropyl|oil/.test(rule.agent) && rule.materials.includes('plastic'))
        expect(rule.cautions, rule.id).toContain('coats');
  });
  it('a screen counts as coated until it was seen to be bare glass; what was said stays when it is looked at again', () => {
    const screen = cleaning.zones.laptop.find(({ id }) => id === 'screen')!;
    expect(materialOf(screen, undefined)).toBe('coat');
    const said = cleanStateOf([
      { op: 'looked', zone: 'screen' },
      { op: 'surface', zone: 'screen', of: 'glass' },
      { op: 'looked', zone: 'screen' },
    ]);
    expect(materialOf(screen, said.screen)).toBe('glass');
    expect(materialOf(screen, cleanStateOf([{ op: 'surface', zone: 'screen', of: null }]).screen)).toBe(
      'coat',
    );
  });
});

describe('every caution is said somewhere', () => {
  it('at a step, a place of the donor plan, a look or a repair', () => {
    const bound = new Set([
      ...cleaning.rules.flatMap(({ cautions }) => cautions ?? []),
      ...catalogue.findings.flatMap(({ cautions, hazard }) => [...(cautions ?? []), hazard?.caution ?? '']),
      ...catalogue.repairs.flatMap(({ cautions }) => cautions ?? []),
      ...workSteps.flatMap(({ cautions }) => cautions ?? []),
      ...Object.values(depollution).flatMap(({ first, last }) =>
        [...first, ...last].map(([, caution]) => caution),
      ),
    ]);
    expect(catalogue.cautions.map(({ id }) => id).filter((id) => !bound.has(id))).toEqual([]);
  });
});

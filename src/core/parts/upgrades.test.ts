import { describe, expect, it } from 'vitest';
import { fitRules } from '@/catalog/parts/fits';
import { priceTable } from '@/catalog/worth/prices';
import { OUT_SHARE, UNKNOWN_FITS, cardNeeds, fittingMinutes } from '@/catalog/parts/compatibility';
import { tableModel } from '../price/table';
import { seededRandom } from '../random';
import type { Machine } from './attributes';
import { fits } from './fits';
import {
  MOST_CHANGES,
  priceSpecOf,
  upgradesOf,
  type Candidate,
  type UpgradeProblem,
  type UpgradeState,
} from './upgrades';

const machine: Machine = {
  chassis: 'desktop',
  memory: { kind: 'DDR3', form: 'DIMM', slots: 2, slotGb: 8, boardGb: 16 },
  bays: [{ form: '3.5', buses: ['SATA'] }],
  card: { watts: 75, height: 'full' },
  supply: { watts: 180, sixPin: 0 },
  drawsWatts: 100,
};

/** A machine of about 100: level 2 of the shop's table, with 4 GB and a disk. */
const state: UpgradeState = {
  modules: [{ id: 'm1', gb: 4, worthMinor: 300 }],
  memoryGb: 4,
  driveKind: 'disk',
  driveGb: 500,
  driveWorthMinor: 300,
  batteryHealth: null,
  batteryWorthMinor: 0,
  level: 3,
  processorWorthMinor: 300,
  threads: 4,
  year: null,
  moreDrivesGb: null,
  ownGraphics: null,
  graphics: null,
};

const priceOf = (of: UpgradeState) =>
  0.92 * tableModel(priceTable).price(priceSpecOf('desktop', of, 'A')).minor;
const problem = (candidates: Candidate[], more: Partial<UpgradeProblem> = {}): UpgradeProblem => ({
  machine,
  state,
  candidates,
  rules: fitRules,
  priceOf,
  perMinute: 30,
  minutes: fittingMinutes,
  outShare: OUT_SHARE,
  openMinutes: 3,
  unknownFits: UNKNOWN_FITS,
  cardNeeds,
  ...more,
});

const module = (id: string, gb: number, costMinor: number, kind = 'DDR3'): Candidate => ({
  id,
  from: 'quote',
  part: { class: 'memory', kind: kind as 'DDR3', form: 'DIMM', registered: false, gb },
  costMinor,
});

describe('memory soldered to the board', () => {
  // found: the sets took the soldered module out
  it('never comes out, and takes no slot', () => {
    const one: Machine = { ...machine, memory: { ...machine.memory, slots: 1 } };
    const soldered = { ...state, modules: [{ id: 's', gb: 4, worthMinor: 300, soldered: true }] };
    const { sets } = upgradesOf(problem([module('a', 4, 50)], { machine: one, state: soldered }));
    expect(sets.some(({ put }) => put.includes('a'))).toBe(true);
    expect(sets.flatMap(({ out }) => out)).toEqual([]);
    // in a slot it has to come out for another
    const { sets: swapped } = upgradesOf(problem([module('a', 8, 50)], { machine: one }));
    expect(swapped.filter(({ put }) => put.includes('a')).every(({ out }) => out.includes('m1'))).toBe(true);
  });
});

describe('what practitioners say of upgrades', () => {
  it('2 GB at 50 or 4 GB at 120 into a machine of about 100: no, and no more than so much', () => {
    const { sets, unpaid } = upgradesOf(problem([module('two', 2, 5000), module('four', 4, 12_000)]));
    expect(priceOf(state)).toBeGreaterThan(6500);
    expect(sets).toEqual([]);
    expect(unpaid.map(({ id }) => id)).toEqual(['two', 'four']);
    for (const { mostMinor } of unpaid) expect(mostMinor).toBeLessThan(1500);
  });
  it.each([2800, 3500])('a drive at %i instead of a hard disk: yes', (costMinor) => {
    const drive: Candidate = {
      id: 'ssd',
      from: 'quote',
      part: { class: 'drive', kind: 'solid', gb: 240, form: '2.5', bus: 'SATA' },
      costMinor,
    };
    // with 8 GB it fetches about 90 with its disk, and about 130 without
    const own = { ...state, modules: [...state.modules, { id: 'm2', gb: 4, worthMinor: 300 }], memoryGb: 8 };
    expect(upgradesOf(problem([drive], { state: own })).sets[0]?.put).toEqual(['ssd']);
  });
  it('a card the supply cannot feed, or the processor cannot use: no, with the reason', () => {
    const card = (watts: number, graphics: number): Candidate => ({
      id: 'card',
      from: 'bin',
      part: { class: 'card', watts, graphics },
      costMinor: 100,
    });
    expect(upgradesOf(problem([card(120, 3)])).refused[0].why.join()).toMatch(/75 W/);
    expect(upgradesOf(problem([card(35, 3)])).sets[0]?.put).toEqual(['card']);
    const slow = { ...state, threads: 2 };
    expect(upgradesOf(problem([card(35, 3)], { state: slow })).refused[0].why.join()).toMatch(
      /processor cannot use it/,
    );
  });
  it('a drive nobody has read is weighed by no guess', () => {
    const unknown: Candidate = {
      id: 'x',
      from: 'bin',
      part: { class: 'drive', form: '3.5', bus: 'SATA' },
      costMinor: 0,
    };
    const { sets, refused } = upgradesOf(problem([unknown]));
    expect(sets).toEqual([]);
    expect(refused[0].why.join()).toMatch(/disk or solid-state is not known/);
  });
  it('a second like module for two channels: yes when it is free', () => {
    const { sets } = upgradesOf(problem([module('free', 4, 0)]));
    expect(sets[0]).toMatchObject({ put: ['free'], channels: true });
  });
  it('more than the slots hold takes one out first; another generation never goes in', () => {
    const full = { ...state, modules: [...state.modules, { id: 'm2', gb: 4, worthMinor: 300 }], memoryGb: 8 };
    const { sets, refused } = upgradesOf(
      problem([module('big', 8, 100), module('wrong', 8, 0, 'DDR4')], { state: full }),
    );
    expect(sets[0]).toMatchObject({ put: ['big'], out: [expect.any(String)] });
    expect(refused.map(({ id }) => id)).toEqual(['wrong']);
    expect(upgradesOf(problem([module('huge', 16, 0)])).refused[0].why.join()).toMatch(/over the maker/);
  });
  it('slots seen one by one decide, whatever the sheet says: what nobody read may fill them', () => {
    const seen = (free: number) => ({ ...machine, memory: { ...machine.memory, free } });
    const one = (free: number) => upgradesOf(problem([module('free', 4, 0)], { machine: seen(free) })).sets;
    expect(one(0).filter(({ out }) => out.length === 0)).toEqual([]);
    expect(one(1)[0]).toMatchObject({ put: ['free'], out: [], care: [] });
    // nobody told its modules apart: with the slots seen there is nothing left to look at first
    const unread = { ...state, modules: [] };
    const care = (own: typeof machine) =>
      upgradesOf(problem([module('free', 4, 0)], { machine: own, state: unread })).sets[0].care.join();
    expect(care(machine)).toMatch(/whether a slot is free/);
    expect(care(seen(1))).toBe('');
  });
});

describe('what nobody knows', () => {
  it('is a chance, not a yes: each thing about a part or its place takes its share of what it wins', () => {
    const known = upgradesOf(problem([module('one', 8, 100)])).sets[0];
    const blank = { ...machine, memory: { ...machine.memory, kind: undefined } };
    const [unsure] = upgradesOf(problem([module('one', 8, 100)], { machine: blank })).sets;
    expect([known.chance, unsure.chance]).toEqual([1, UNKNOWN_FITS]);
    const hands = known.minutes * 30;
    expect(unsure.netMinor).toBeCloseTo(UNKNOWN_FITS * (known.netMinor + hands) - hands, 9);
    // what it may cost is where it wins nothing any more
    const dear = module('one', 8, unsure.mostMinor + 1);
    expect(upgradesOf(problem([dear], { machine: blank })).sets).toEqual([]);
  });
  it('no processor goes into a socket nobody has read, whatever it would bring', () => {
    const processor: Candidate = {
      id: 'cpu',
      from: 'bin',
      part: { class: 'processor', socket: 'S1', model: 'M7-400', level: 4 },
      costMinor: 0,
    };
    const blind = upgradesOf(problem([processor]));
    expect(blind.sets).toEqual([]);
    expect(blind.refused[0].why.join()).toMatch(/which socket its board has is not known/);
    const read = { ...machine, processor: { socket: 'S1', models: ['M7-400'] } };
    expect(upgradesOf(problem([processor], { machine: read })).sets[0].put).toEqual(['cpu']);
  });
});

/** Every subset of at most three changes, each looked at for itself: the best net there is. */
function best(own: UpgradeProblem): number {
  const { candidates, state: now } = own;
  const changes = [
    ...candidates.map((candidate) => ({ candidate, out: null })),
    ...now.modules.map((out) => ({ candidate: null, out })),
  ];
  let most = 0;
  const look = (set: typeof changes) => {
    const put = set.flatMap(({ candidate }) => candidate ?? []);
    const out = set.flatMap((change) => change.out ?? []);
    for (const partClass of ['drive', 'battery', 'processor', 'card'])
      if (put.filter(({ part }) => part.class === partClass).length > 1) return;
    const modules = put.filter(({ part }) => part.class === 'memory');
    const stay = now.modules.filter((each) => !out.includes(each));
    const touched = modules.length + out.length > 0;
    if (
      touched &&
      (stay.length + modules.length > own.machine.memory!.slots! || stay.length + modules.length === 0)
    )
      return;
    if (new Set(modules.map(({ part }) => part.kind)).size > 1) return;
    if (modules.some(({ part }) => part.gb! > own.machine.memory!.slotGb!)) return;
    if (put.some(({ part }) => part.class !== 'memory' && fits(part, own.machine, own.rules).answer === 'no'))
      return;
    if (modules.some(({ part }) => part.kind !== 'DDR3')) return;
    const gb = [...stay.map((each) => each.gb), ...modules.map(({ part }) => part.gb!)].reduce(
      (a, b) => a + b,
      0,
    );
    if (touched && gb > own.machine.memory!.boardGb!) return;
    const drive = put.find(({ part }) => part.class === 'drive')?.part;
    const card = put.find(({ part }) => part.class === 'card')?.part;
    const after = {
      ...now,
      memoryGb: gb,
      ...(drive && { driveKind: drive.kind as 'solid', driveGb: drive.gb! }),
      ...(card && { graphics: card.graphics! }),
    };
    const minutes =
      own.openMinutes +
      put.reduce((sum, { part }) => sum + own.minutes[part.class]!, 0) +
      out.length * (own.minutes.memory! / 2);
    const cost = put.reduce((sum, { costMinor }) => sum + costMinor, 0);
    const back = out.reduce((sum, { worthMinor }) => sum + worthMinor, 0) + (drive ? now.driveWorthMinor : 0);
    most = Math.max(most, own.priceOf(after) - own.priceOf(now) - cost + back - minutes * own.perMinute);
  };
  const walk = (from: number, set: typeof changes) => {
    if (set.length) look(set);
    if (set.length < MOST_CHANGES)
      for (let i = from; i < changes.length; i++) walk(i + 1, [...set, changes[i]]);
  };
  walk(0, []);
  return most;
}

it('60 machines: the best set is the best of all subsets, each tried by itself', () => {
  const random = seededRandom(11);
  const of = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)];
  for (let round = 0; round < 60; round++) {
    const modules = Array.from({ length: 1 + Math.floor(random() * 2) }, (_, i) => ({
      id: `m${i}`,
      gb: of([1, 2, 4]),
      worthMinor: of([50, 200, 900]),
    }));
    const own = problem(
      Array.from({ length: 2 + Math.floor(random() * 12) }, (_, i): Candidate => {
        const costMinor = Math.floor(random() * 3000);
        const drawn = random();
        if (drawn < 0.5)
          return { ...module(`c${i}`, of([1, 2, 4, 8, 16]), costMinor, of(['DDR3', 'DDR3', 'DDR4'])) };
        if (drawn < 0.85)
          return {
            id: `c${i}`,
            from: 'bin',
            part: {
              class: 'drive',
              kind: of(['disk', 'solid']),
              gb: of([120, 240, 500]),
              form: of(['2.5', '3.5', 'M.2']),
              bus: 'SATA',
            },
            costMinor,
          };
        return {
          id: `c${i}`,
          from: 'bin',
          part: { class: 'card', watts: of([30, 120]), graphics: of([2, 3]) },
          costMinor,
        };
      }),
      {
        state: {
          ...state,
          modules,
          memoryGb: modules.reduce((sum, { gb }) => sum + gb, 0),
          driveWorthMinor: of([0, 300, 900]),
        },
        perMinute: of([0, 15, 60]),
      },
    );
    expect(upgradesOf(own).sets[0]?.netMinor ?? 0).toBeCloseTo(best(own), 6);
  }
});

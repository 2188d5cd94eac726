import { runs } from '@/catalog/instruments/readings';
import { eraseTables } from '@/catalog/papers/erasure';
import { RUN_KINDS } from '../instruments/run';
import { eraseOperation, erasePlan } from '../erasure/plan';
import { describe, expect, it } from 'vitest';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { openings, strips } from '@/catalog/machine/openings';
import { cleaning, schools } from '@/catalog/cleaning';
import { workSteps } from '@/catalog/hands/work';
import { CHASSIS, type BenchNeed } from '../catalogue';
import { cleaningPlan } from '../clean/plan';
import { cleanStateOf } from '../clean/state';
import { matOf, strippedOf, type MatAct } from '../hands/mat';
import { workOperation } from '../house/tables';
import { seededRandom } from '../random';
import { handsOf, runOperation, sessionOf, setUpOf } from './operation';
import { ALL_SHUT, CLOSED, openingOf, STRIPPED, type Lying, type Reach } from './opening';

const OPEN: BenchNeed = { caseOpen: true };
const laptop = openingMinutes.laptop;
const open: Lying = { bench: { ...CLOSED, caseOpen: true }, stripped: [] };
const own = (bench: BenchNeed, head = 10) => ({ head, body: 0, tail: 0, needs: { bench } });

describe('opening, once a session of hands', () => {
  it('is the table’s set and put back: laptop 4 + 4, its board 12 + 15 besides', () => {
    expect(openingOf([{ bench: OPEN }], ALL_SHUT, laptop)).toBe(8);
    expect(openingOf([{ bench: { boardOut: true } }], ALL_SHUT, laptop)).toBe(8 + 27);
    expect(openingOf([{ strip: ['keys'] }], ALL_SHUT, laptop)).toBe(8 + 16);
  });
  it('three pieces of work in an open machine pay it once', () => {
    const three = sessionOf([own(OPEN), own(OPEN), own(OPEN)], ALL_SHUT, laptop);
    expect(three).toEqual({ steps: 30, opening: 8, alone: 0 });
    // one after the other, closed between
    expect(3 * sessionOf([own(OPEN)], ALL_SHUT, laptop).opening).toBe(24);
  });
  it('what lies open costs nothing more', () => {
    expect(openingOf([{ bench: OPEN }], open, laptop)).toBe(0);
    expect(openingOf([{ strip: ['keys'] }], { ...open, stripped: ['keys'] }, laptop)).toBe(0);
    expect(setUpOf(own(OPEN), open, laptop)).toBe(0);
    expect(setUpOf(own(OPEN), ALL_SHUT, laptop)).toBe(4);
  });
  it('more work never costs less, the same twice costs it once, the order does not count', () => {
    const random = seededRandom(3);
    const reach = (): Reach => ({
      bench: { caseOpen: random() < 0.5 || undefined, boardOut: random() < 0.3 || undefined },
      strip: STRIPPED.filter(() => random() < 0.3),
    });
    for (let n = 0; n < 400; n++) {
      const chassis = CHASSIS[n % CHASSIS.length];
      const lying: Lying = {
        bench: { ...CLOSED, caseOpen: random() < 0.5 },
        stripped: STRIPPED.filter(() => random() < 0.3),
      };
      const [a, b] = [reach(), reach()];
      const cost = (...all: Reach[]) => openingOf(all, lying, openingMinutes[chassis]);
      expect(cost(a, b)).toBeGreaterThanOrEqual(Math.max(cost(a), cost(b)) - 1e-9);
      expect(cost(a, b)).toBeLessThanOrEqual(cost(a) + cost(b) + 1e-9);
      expect(cost(a, a)).toBe(cost(a));
      expect(cost(a, b)).toBe(cost(b, a));
    }
  });
});

describe('by what the mat says', () => {
  const items = openings.laptop;
  const out = (...ids: string[]): MatAct[] => [
    { op: 'open', items, seen: 0 },
    ...ids.map((id): MatAct => ({
      op: 'move',
      item: id,
      move: 'out',
      count: items.find((item) => item.id === id)!.count,
    })),
  ];
  it('with all screws of the keys out, cleaning them asks for no opening; with one in, for all of it', () => {
    const all = matOf(out('base plate', 'key layer'));
    expect(strippedOf(all, strips)).toEqual(['keys']);
    const state = cleanStateOf([{ op: 'soil', zone: 'keys', soil: 'sugar', degree: 3 }]);
    const plan = (lying: Lying) => cleaningPlan(cleaning, 'laptop', state, schools, lying);
    const opened = plan(ALL_SHUT).openMinutes;
    expect(opened).toBeGreaterThan(0);
    expect(
      plan({ bench: { ...CLOSED, caseOpen: true, boardOut: true }, stripped: ['keys'] }).openMinutes,
    ).toBe(0);
    const most = matOf([
      ...out('base plate'),
      {
        op: 'move',
        item: 'key layer',
        move: 'out',
        count: items.find(({ id }) => id === 'key layer')!.count - 1,
      },
    ]);
    expect(strippedOf(most, strips)).toEqual([]);
    const shut = matOf([...out('base plate', 'key layer'), { op: 'closed', act: 'close', asked: [] }]);
    expect(strippedOf(shut, strips)).toEqual([]);
  });
  it('every item it is stripped by is on a mat', () =>
    expect(
      Object.keys(strips).filter(
        (id) => !Object.values(openings).some((all) => all.some((item) => item.id === id)),
      ),
    ).toEqual([]));
});

describe('the house’s work', () => {
  it('is head, body and tail; what runs alone has a station, and comes after work that is there', () => {
    const ids = new Set(workSteps.map(({ id }) => id));
    for (const step of workSteps) {
      const operation = workOperation(step);
      expect(handsOf(operation), step.id).toBe(step.attendedMinutes + (step.tailMinutes ?? 0));
      expect(operation.mayRunAlone, step.id).toBe(operation.body > 0);
      if (operation.body > 0) expect(operation.station, step.id).not.toBeNull();
      if (operation.mayRunAtNight) expect(operation.mayRunAlone, step.id).toBe(true);
      for (const before of operation.after) expect(ids.has(before), `${step.id} after ${before}`).toBe(true);
    }
    // a cell is never charged while nobody is there: common practice
    expect(workOperation(workSteps.find(({ id }) => id === 'charge')!).mayRunAtNight).toBe(false);
  });
});

describe('what runs by itself', () => {
  it('a run wants the machine as its instrument does, and what charges or heats does not run at night', () => {
    const all = RUN_KINDS.map((kind) => runOperation(kind, kind, runs[kind]));
    expect(all.filter(({ mayRunAtNight }) => mayRunAtNight).map(({ id }) => id)).toEqual(['speed']);
    expect(runOperation('heat', 'Heat run', runs.heat)).toMatchObject({
      needs: { bench: { plugged: true, caseOpen: false } },
      mayRunAlone: false,
      body: 10,
    });
  });
  it('an erasure takes what its drive takes to be written and read, with the hands of the house’s own step', () => {
    // worked by hand: 500 GB written twice (the shop’s pattern, zeros) and read back whole, 70 MB/s in the mean
    const step = workOperation(workSteps.find(({ id }) => id === 'erase-drive')!);
    const plan = (bytes: number) =>
      erasePlan(
        { medium: 'disk', bytes, level: 'clear', readMbs: 100, writeMbs: 100, whole: true },
        {
          ...eraseTables,
          diskMean: 0.7,
          sampling: { ...eraseTables.sampling, each: 0 },
        },
      ).ways.find(({ verify, byScript }) => verify === 'read' && byScript)!;
    const made = eraseOperation(plan(500e9), step);
    expect(made.body).toBeGreaterThanOrEqual(3 * (500_000 / 70 / 60));
    expect(made.body).toBeLessThan(3.3 * (500_000 / 70 / 60));
    expect(made).toMatchObject({
      head: 3,
      tail: 1,
      station: 'dock 1',
      mayRunAlone: true,
      mayRunAtNight: true,
    });
    expect(eraseOperation(plan(1000e9), step).body / made.body).toBeCloseTo(2, 5);
    // what hands destroy needs hands throughout
    const shredded = eraseOperation(
      { ...plan(500e9), hands: true, minutes: [10, 10], verifyMinutes: 0 },
      step,
    );
    expect(shredded).toMatchObject({ head: 10, body: 0, tail: 0, mayRunAlone: false });
  });
});

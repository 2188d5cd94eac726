import { describe, expect, it } from 'vitest';
import { benchMinutes } from '@/catalog/hands/openingMinutes';
import { workSteps } from '@/catalog/hands/work';
import { workOperation } from '../house/tables';
import { HANDS_SCATTER } from '../minutes/estimate';
import { CLOSED } from '../minutes/opening';
import { operationsOf, type OnTheWay } from './operations';
import { assertSound } from './problem';
import { closedBetween, hoursOf, hoursText, instantOf, readHours, USUAL_WEEK, type Week } from './week';

const ZONE = 'Europe/Berlin';
const utc = (text: string) => Date.parse(`${text}Z`);

describe('the clocks of a zone', () => {
  it.each([
    // winter and summer
    ['2026-01-15', 9 * 60, '2026-01-15T08:00'],
    ['2026-07-15', 9 * 60, '2026-07-15T07:00'],
    // the nights clocks are changed: 29 March and 25 October 2026
    ['2026-03-29', 60, '2026-03-29T00:00'],
    ['2026-03-29', 9 * 60, '2026-03-29T07:00'],
    ['2026-10-25', 9 * 60, '2026-10-25T08:00'],
  ])('%s, minute %i', (day, minute, instant) => {
    expect(instantOf(day, minute, ZONE)).toBe(utc(instant));
  });
});

describe('when somebody is there', () => {
  const monday = '2026-11-30';
  const zero = instantOf(monday, 10 * 60, ZONE);
  it('counts from now: what of today is over is left out', () => {
    expect(hoursOf(USUAL_WEEK, 'a', monday, 1, ZONE, zero)).toEqual([
      [0, 150],
      [180, 450],
    ]);
  });
  it('leaves out days off, one person’s and everybody’s, and the weekend', () => {
    const week: Week = {
      ...USUAL_WEEK,
      away: [
        { person: 'a', from: '2026-12-01', to: '2026-12-01' },
        { person: null, from: '2026-12-03', to: '2026-12-04' },
      ],
    };
    const days = (person: string) =>
      new Set(hoursOf(week, person, monday, 7, ZONE, zero).map(([from]) => Math.floor((from + 600) / 1440)));
    expect([...days('a')]).toEqual([0, 2]);
    expect([...days('b')]).toEqual([0, 1, 2]);
  });
  it('a date of its own has its own hours: a Saturday that is open, a Wednesday that ends at noon', () => {
    const week: Week = { ...USUAL_WEEK, dates: { '2026-12-05': [[600, 720]], '2026-12-02': [[540, 720]], '2026-12-03': [] } }; // prettier-ignore
    const from = instantOf(monday, 0, ZONE);
    const hours = hoursOf(week, 'a', monday, 7, ZONE, from);
    const on = (day: number) => hours.filter(([begins]) => Math.floor(begins / 1440) === day).map(([a, b]) => [a - day * 1440, b - day * 1440]); // prettier-ignore
    expect(on(5)).toEqual([[600, 720]]);
    expect(on(2)).toEqual([[540, 720]]);
    expect(on(3)).toEqual([]);
    expect(on(1)).toHaveLength(2);
  });
  it('a day of 23 hours is one: what is opened at nine opens at nine', () => {
    const saturday = '2026-03-28';
    const from = instantOf(saturday, 0, ZONE);
    const always: Week = { ...USUAL_WEEK, days: USUAL_WEEK.days.map(() => [[540, 600]]) };
    expect(hoursOf(always, null, saturday, 2, ZONE, from)).toEqual([
      [540, 600],
      [1440 + 480, 1440 + 540],
    ]);
  });
  it('midnight is no end where nobody goes home then', () => {
    const night: Week = { ...USUAL_WEEK, days: USUAL_WEEK.days.map(() => [[0, 120], [1320, 1440]]) }; // prettier-ignore
    expect(hoursOf(night, 'a', monday, 2, ZONE, instantOf(monday, 0, ZONE))).toEqual([
      [0, 120],
      [1320, 1560],
      [2760, 2880],
    ]);
  });
  it('the house is closed between days, not at noon', () => {
    const open = hoursOf(USUAL_WEEK, null, monday, 2, ZONE, zero);
    expect(closedBetween(open)).toEqual([[450, 1380]]);
  });
});

describe('opening hours as people write them', () => {
  it.each([
    ['9-12:30, 13-17:30', '9:00-12:30, 13:00-17:30'],
    ['13:00–17:00; 8-12', '8:00-12:00, 13:00-17:00'],
    ['', ''],
  ])('%s', (text, again) => expect(hoursText(readHours(text))).toBe(again));
  it.each([
    ['9', 'not from and to'],
    ['9-25', 'no time of day'],
    ['9:75-10', 'no time of day'],
    ['12-9', 'ends before it begins'],
    ['9-12, 11-13', 'overlap'],
  ])('%s is refused: %s', (text, words) => expect(() => readHours(text)).toThrow(words));
});

const house = new Map(workSteps.map((step) => [step.id, { ...workOperation(step), scatter: 0.3 }]));
const way = (more: Partial<OnTheWay> = {}): OnTheWay => ({
  unit: 'WQ-0001',
  hands: 0,
  handsSpread: 0,
  lies: CLOSED,
  moving: benchMinutes.laptop,
  drives: 0,
  system: true,
  left: [{ what: 'clean', zones: [] }, { what: 'tests', count: 9 }, { what: 'grade' }, { what: 'list' }],
  finish: 40,
  runs: [],
  ...more,
});
const said = (of: OnTheWay) => operationsOf(of, house).map(({ id, after }) => `${id.slice(8)} < ${after.map((each) => each.slice(8)).join(', ')}`); // prettier-ignore

describe('what is left of a machine, as operations', () => {
  it('an erasure runs while it is cleaned; proof waits for both', () => {
    expect(said(way({ hands: 30, drives: 1 }))).toEqual([
      'hands < ',
      'erase < hands',
      'clean < hands',
      'system < erase, clean',
      'prove < system',
      'grade < prove',
      'list < grade',
    ]);
  });
  it('what runs already is ended first, and needs nobody to begin it', () => {
    const [run, clean] = operationsOf(
      way({ runs: [{ title: 'Erase', left: 40, tail: 2, station: 'dock 1' }] }),
      house,
    );
    expect(run).toMatchObject({ head: 0, body: 40, tail: 2, station: 'dock 1', release: 0 });
    expect(clean.after).toEqual(['WQ-0001 run 1']);
  });
  it('hands of half a day are planned in pieces', () => {
    const pieces = operationsOf(way({ hands: 300, left: [] }), house);
    expect(pieces.map(({ head }) => head)).toEqual([120, 180]);
  });
  it('it is opened once, for whichever comes first, and closed before it is proved', () => {
    const { set, unset } = benchMinutes.laptop.caseOpen;
    const of = (more: Partial<OnTheWay>) =>
      new Map(operationsOf(way(more), house).map((task) => [task.id.slice(8), task]));
    const moves = (more: Partial<OnTheWay>) =>
      [...of(more)].flatMap(([what, task]) =>
        (task.moves ?? []).map(({ item, to }) => `${what}: ${item} ${to ? 'set' : 'back'}`),
      );
    expect(moves({ drives: 1 })).toEqual([
      'erase: caseOpen set',
      'system: plugged set',
      'prove: caseOpen back',
      'list: plugged back',
    ]);
    const open = { ...CLOSED, caseOpen: true };
    expect(moves({ lies: open, system: false })).toEqual(['prove: plugged set', 'prove: caseOpen back', 'list: plugged back']); // prettier-ignore
    // the drive out of one that lies open already costs its own minutes only
    const erase = house.get('erase-drive')!.head;
    expect(of({ drives: 1 }).get('erase')!.head).toBe(Math.round(erase + set));
    expect(of({ drives: 1, lies: open }).get('erase')!.head).toBe(Math.round(erase));
    // finishing one that is closed takes what the house says it takes, its opening and closing in it
    const all = operationsOf(way({ system: false }), house).reduce((sum, { head }) => sum + head, 0);
    expect(Math.abs(all - 40)).toBeLessThanOrEqual(2);
    const lying = operationsOf(way({ system: false, lies: open }), house).reduce((sum, { head }) => sum + head, 0); // prettier-ignore
    expect(all - lying).toBeGreaterThanOrEqual(set - 1);
    expect(unset).toBeGreaterThan(0);
  });
  it('hands scatter as they do here, and further while nobody knows which fault it is', () => {
    const of = (more: Partial<OnTheWay>) => operationsOf(way(more), house);
    expect(of({ hands: 40 })[0].scatter).toBeCloseTo(HANDS_SCATTER);
    expect(of({ hands: 40, handsSpread: 30 })[0].scatter).toBeCloseTo(Math.hypot(HANDS_SCATTER, 0.75));
    // two pieces of one fault are off together: so is their sum
    const two = of({ hands: 300, handsSpread: 150, left: [] });
    expect(Math.hypot(...two.map(({ head, scatter }) => head * Math.sqrt(scatter ** 2 - HANDS_SCATTER ** 2)))).toBeCloseTo(150, -1.2); // prettier-ignore
    expect(of({ drives: 1 }).find(({ id }) => id.endsWith('erase'))!.scatter).toBe(0.3);
  });
  it('somebody else’s is proved and handed back, its data left on it', () => {
    expect(said(way({ system: false, left: [{ what: 'tests', count: 2 }, { what: 'hand back' }] }))).toEqual(['prove < ', 'back < prove']); // prettier-ignore
  });
  it('whatever is left, it is a problem that makes sense', () => {
    for (const drives of [0, 1, 2])
      for (const hands of [0, 20, 400]) {
        const operations = operationsOf(way({ drives, hands, release: 30 }), house);
        assertSound({
          objective: 'lateness',
          people: [{ id: 'a', hours: [[0, 500]] }],
          stations: ['dock 1', 'dock 2'].map((id) => ({ id, capacity: 1 })),
          operations,
          units: [{ id: 'WQ-0001', weight: 1 }],
          closed: [],
        });
      }
  });
});

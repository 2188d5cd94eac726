import { describe, expect, it } from 'vitest';
import { openings } from '@/catalog/machine/openings';
import { catalogue } from '@/catalog';
import { CHASSIS } from '../catalogue';
import { evaluateUnit } from '../steps/evaluate';
import { type EvaluationInput } from '../steps/inspect';
import { CLOSED } from '../minutes/opening';
import { askedBefore, benchOfMat, leadsTold, matOf, missingAtOpening, type MatAct } from './mat';

const open: MatAct = { op: 'open', items: openings.laptop, seen: 0 };
const move = (item: string, way: 'out' | 'in' | 'missing' | 'rounded', count = 1): MatAct => ({
  op: 'move',
  item,
  move: way,
  count,
});

const plate = openings.laptop.find(({ id }) => id === 'base plate')!.count;

describe('a mat', () => {
  it('asks once of just this, and again when something has moved since', () => {
    const acts: MatAct[] = [open, move('base plate', 'out', plate), move('screen lead', 'out')];
    const asked = askedBefore(matOf(acts), 'power');
    expect(asked).toHaveLength(2);
    const despite: MatAct[] = [...acts, { op: 'closed', act: 'power', asked }];
    expect(askedBefore(matOf(despite), 'power')).toEqual([]);
    expect(askedBefore(matOf([...despite, move('fan lead', 'out')]), 'power')).toHaveLength(3);
  });
  it('says how the machine lies: open while a base screw is out, closed when it was closed', () => {
    const acts: MatAct[] = [open, move('base plate', 'out', plate), move('battery lead', 'out')];
    expect(benchOfMat(matOf(acts))).toMatchObject({ caseOpen: true, batteryOut: true });
    const back: MatAct[] = [...acts, move('battery lead', 'in'), move('base plate', 'in', plate)];
    expect(benchOfMat(matOf([...back, { op: 'closed', act: 'close', asked: [] }]))).toMatchObject({
      caseOpen: false,
      batteryOut: false,
    });
  });
  it('a lead that is out counts against it only once it was closed or powered over', () => {
    const acts: MatAct[] = [
      open,
      move('screen lead', 'out'),
      move('fan lead', 'out'),
      move('fan lead', 'in'),
    ];
    expect(leadsTold(matOf(acts))).toEqual({ off: [], back: ['fan-lead'] });
    expect(leadsTold(matOf([...acts, { op: 'closed', act: 'close', asked: [] }]))).toEqual({
      off: ['screen-cable-off'],
      back: ['fan-lead'],
    });
  });
  it('counts what was missing on the outside when it was opened', () =>
    expect(missingAtOpening(matOf([open, move('base plate', 'missing', 3)])!)).toEqual({
      missing: 3,
      of: plate,
    }));
});

describe('what belief hears of it', () => {
  const input = (record: EvaluationInput['record']): EvaluationInput => ({
    chassis: 'laptop',
    source: 'clearout',
    record,
    bench: CLOSED,
    worth: {
      soundMinor: 12_000,
      feeShare: 0.08,
      finishMinutes: 30,
      asFoundShare: 0.45,
      asFoundMinutes: 10,
      harvestMinutes: 20,
      recycleMinor: -60,
      parts: [],
    },
    priceLowMinor: 10_000,
    priceHighMinor: 14_000,
    ratePerHourMinor: 1_800,
    verifyMinutes: 4,
  });
  const chance = (record: EvaluationInput['record'], cause: string) =>
    evaluateUnit(catalogue, input(record)).chances[cause] ?? 0;
  const leads = [...new Set(openings.laptop.flatMap(({ raises }) => raises ?? []))];

  it.each(leads)('%s off raises its own fault and no other', (cause) => {
    const before = evaluateUnit(catalogue, input([])).chances;
    const after = evaluateUnit(catalogue, input([{ kind: 'mat', off: [cause], back: [] }])).chances;
    const raised = Object.keys(after).filter((id) => (after[id] ?? 0) > (before[id] ?? 0) * 1.02 + 0.002);
    expect(raised).toEqual([cause]);
    expect(after[cause]).toBeGreaterThan(15 * (before[cause] ?? 0.001));
  });
  it('ticked back in, it is no likelier than before hands went in', () => {
    const opened = [{ kind: 'repair' as const, id: 'wash-board', ended: 'done' as const }];
    const usual = chance([], 'screen-cable-off');
    expect(chance(opened, 'screen-cable-off')).toBeGreaterThan(usual);
    expect(
      chance([...opened, { kind: 'mat', off: [], back: ['screen-cable-off'] }], 'screen-cable-off'),
    ).toBeCloseTo(usual, 3);
  });
});

describe('the openings of the catalogue', () => {
  it.each(CHASSIS)('%s: ids once, places for all that has places, causes there are', (chassis) => {
    const items = openings[chassis];
    expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
    for (const { id, spots, count, raises, layer } of items) {
      if (spots) expect(spots.length, id).toBe(count);
      for (const [x, y] of spots ?? []) {
        expect(x > 0 && x < 320, id).toBe(true);
        expect(y > 0 && y < 200, id).toBe(true);
      }
      for (const cause of raises ?? [])
        expect(
          catalogue.causes.some((own) => own.id === cause),
          cause,
        ).toBe(true);
      expect(layer).toBeGreaterThanOrEqual(0);
    }
  });
  // common practice: a laptop's key layer has 67 screws, its bottom plate 8
  it('a laptop has a base plate of 8 and a key layer of 67', () => {
    expect(plate).toBe(8);
    expect(openings.laptop.find(({ id }) => id === 'key layer')!.count).toBe(67);
  });
});

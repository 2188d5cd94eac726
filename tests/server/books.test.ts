import { and, eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { behind, madeBy } from '@/shop/books/made';
import { monthPaper } from '@/shop/books/month';
import { periodOf } from '@/shop/books/period';
import { beliefsOf, rightView } from '@/shop/books/right';
import { claimsBySource } from '@/shop/books/sources';
import { minutesBy, partsBy, stockNow } from '@/shop/books/stock';
import { BOOK_GROUPS } from '@/words/books/view';
import { monthPdf } from '@/formats/print/month';
import { database } from '@/db/client';
import { observations } from '@/db/schema';
import { act, benchA, benchB, bookOf, lotWith, openShop, owner, unitRow } from './shop';

openShop('books');

const today = new Date().toISOString().slice(0, 10);
const YEAR = { from: `${Number(today.slice(0, 4)) - 1}-01-01`, to: today, zone: 'UTC' };
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

async function sell(unitId: string, priceMinor: number, more: Record<string, unknown> = {}) {
  await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
  await act(benchA, 'listUnit', { unitId, askMinor: priceMinor, as: 'as found' });
  await act(benchA, 'sellUnit', { unitId, priceMinor, soldOn: today, channel: 'counter', ...more });
}

describe('what left the house', () => {
  const left: string[] = [];
  it('comes to the same, whatever it is added up by, and to what the ledgers say', async () => {
    const first = await lotWith(['desktop', 'laptop', 'small'], { source: 'clearout' });
    const second = await lotWith(['desktop', 'desktop'], { source: 'broken' });
    await act(benchA, 'logWork', { unitId: first.units[0].unitId, ref: 'quick-wipe', minutes: 12 });
    await act(benchB, 'logWork', { unitId: first.units[0].unitId, ref: 'quick-wipe', minutes: 4 });
    await act(benchB, 'logWork', { unitId: second.units[0].unitId, ref: 'quick-wipe', minutes: 30 });
    await sell(first.units[0].unitId, 9_000);
    await sell(first.units[1].unitId, 4_000, { channel: 'marketplace', outwardMinor: 700 });
    await sell(second.units[0].unitId, 2_500);
    const gone = second.units[1].unitId;
    await act(benchA, 'typeSpec', { unitId: gone, key: 'driveKind', value: 'none' });
    await act(benchA, 'endUnit', { unitId: gone, as: 'recycled', receivedMinor: 150, grams: 6_400 });
    left.push(first.units[0].unitId, first.units[1].unitId, second.units[0].unitId, gone);
    const ledgers = await Promise.all(left.map((id) => bookOf(id)));
    for (const group of BOOK_GROUPS.filter((one) => one !== 'person')) {
      const lines = await madeBy(group, YEAR);
      expect([group, sum(lines.map(({ netMinor }) => netMinor))]).toEqual([group, sum(ledgers.map((one) => one.profitMinor))]); // prettier-ignore
      expect(sum(lines.map(({ takenMinor }) => takenMinor))).toBe(sum(ledgers.map((one) => one.takenMinor)));
      expect([sum(lines.map((line) => line.sold)), sum(lines.map((line) => line.gone))]).toEqual([3, 1]);
      expect(sum(lines.map(({ minutes }) => minutes))).toBeCloseTo(sum(ledgers.map((one) => one.minutes)), 3);
    }
    // a machine of a customer's is in no line
    await lotWith(['laptop'], { source: 'owner' });
    expect((await madeBy('source', YEAR)).map(({ label }) => label)).not.toContain('customer’s own');
  });
  it('by hands: a machine’s money is shared by minutes, so that all of it is somebody’s', async () => {
    const lines = await madeBy('person', YEAR);
    const worked = [left[0], left[2]];
    const ledgers = await Promise.all(worked.map((id) => bookOf(id)));
    expect(sum(lines.map(({ netMinor }) => netMinor))).toBeCloseTo(
      sum(ledgers.map((one) => one.profitMinor)),
      -1,
    );
    const a = lines.find(({ key }) => key === benchA.id)!;
    const b = lines.find(({ key }) => key === benchB.id)!;
    expect([a.minutes, b.minutes].map(Math.round)).toEqual([12, 34]);
    // three quarters of the first machine
    expect(a.netMinor).toBe(Math.round(ledgers[0].profitMinor * 0.75));
  });
  it('every line leads to its machines; another time has none', async () => {
    for (const group of BOOK_GROUPS.filter((one) => one !== 'person'))
      for (const line of await madeBy(group, YEAR)) {
        const { rows, total } = await behind(group, line.key, YEAR);
        expect([group, line.key, total]).toEqual([group, line.key, line.sold]);
        expect(sum(rows.map(({ priceMinor }) => priceMinor))).toBeLessThanOrEqual(line.takenMinor);
      }
    expect(await madeBy('month', { from: '2020-01-01', to: '2020-12-31', zone: 'UTC' })).toEqual([]);
    expect((await behind('model', "x' or true --", YEAR)).total).toBe(0);
  });
  it('a sale that is taken back is in no line any more', async () => {
    const [{ unitId }] = (await lotWith(['desktop'])).units;
    await sell(unitId, 5_000);
    expect(sum((await madeBy('month', YEAR)).map((line) => line.sold))).toBe(4);
    await act(owner, 'cancelSale', { unitId, why: 'never fetched' });
    expect(sum((await madeBy('month', YEAR)).map((line) => line.sold))).toBe(3);
  });
});

describe('stock, minutes, parts', () => {
  it('money lies in open machines alone: share, parts and hands so far', async () => {
    const stock = await stockNow();
    expect(sum(stock.map(({ machines }) => machines))).toBe(2);
    expect(sum(stock.flatMap(({ ages }) => ages))).toBe(2);
    expect(sum(stock.map(({ spentMinor }) => spentMinor))).toBeGreaterThan(0);
  });
  it('one sees one’s own minutes, the owner everybody’s', async () => {
    const { units } = await lotWith(['desktop']);
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', {
      unitId: units[0].unitId,
      ref: 'quick-wipe',
    });
    await act(benchA, 'finishWork', { unitId: units[0].unitId, workId });
    const all = await minutesBy('person', YEAR, null);
    expect(all.map(({ label }) => label).sort()).toEqual(['Bench A', 'Bench B']);
    expect((await minutesBy('person', YEAR, benchB.id)).map(({ label }) => label)).toEqual(['Bench B']);
    expect(await minutesBy('step', YEAR, owner.id)).toEqual([]);
  });
  it('parts: what lies, by class, at the more of cost and worth', async () => {
    await act(benchA, 'receivePart', {
      class: 'memory',
      name: '8 GB module',
      costMinor: 300,
      worthMinor: 800,
    });
    expect((await partsBy(YEAR)).find((line) => line.class === 'memory')).toMatchObject({ lying: 1, lyingMinor: 800, dead: 0 }); // prettier-ignore
  });
  it('is the program right: sales against what was foretold, tests, beliefs of what is closed', async () => {
    const view = await rightView(YEAR);
    expect(sum(view.prices.map(({ sales }) => sales))).toBe(3);
    for (const { error } of view.prices) expect(error).toBeGreaterThanOrEqual(0);
    const { closed, beliefs } = await beliefsOf(YEAR);
    // none of them was found out to its end
    expect([closed, beliefs]).toEqual([0, []]);
  });
});

describe('a month for the accountant', () => {
  it('holds what was bought, sold and recycled in it, and comes as a paper', async () => {
    const paper = await monthPaper(today.slice(0, 7));
    expect(sum(paper.sold.map(({ minor }) => minor))).toBe(9_000 + 4_000 + 2_500);
    expect(paper.recycled).toMatchObject({ machines: 1, kilograms: 6.4, unweighed: 0, minor: 150 });
    expect(paper.undone).toHaveLength(1);
    const open = (await stockNow()).reduce((all, { machines }) => all + machines, 0);
    expect(paper.stock.machines).toBe(open);
    expect((await monthPdf(paper)).subarray(0, 5).toString()).toBe('%PDF-');
    expect((await monthPaper('2020-01')).sold).toEqual([]);
    await expect(monthPaper('2026-13')).rejects.toThrow('no month');
    expect((await unitRow((await lotWith(['small'])).units[0].unitId)).stage).toBe('dock');
  });
  it('a period is read from an address: turned round it is turned back, nonsense is the last year', () => {
    expect(periodOf({ from: '2026-05-01', to: '2026-03-01' }, 'UTC')).toEqual({
      from: '2026-03-01',
      to: '2026-05-01',
      zone: 'UTC',
    });
    expect(periodOf({ to: '2026-03-01' }, 'UTC')).toEqual({
      from: '2025-03-01',
      to: '2026-03-01',
      zone: 'UTC',
    });
    expect(periodOf({ from: 'x', to: ['y'] }, 'UTC').to).toBe(today);
  });
});

describe('whether advice is followed', () => {
  it('a step that stood first counts as followed, another as what it gave up; what was not proposed is no choice', async () => {
    const { units } = await lotWith(['desktop', 'desktop']);
    const month = today.slice(0, 7);
    const now = async () => (await rightView(YEAR)).advice.find((line) => line.month === month) ?? { choices: 0, first: 0, lostMinor: 0 }; // prettier-ignore
    const before = await now();
    const looks = async (unitId: string) => (await unitRow(unitId)).evaluation!.steps.filter(({ kind }) => kind === 'look'); // prettier-ignore
    const all = (await unitRow(units[0].unitId)).evaluation!.steps;
    const [first] = await looks(units[0].unitId);
    await act(benchA, 'observe', { unitId: units[0].unitId, finding: first.id, outcome: 0 });
    const once = await now();
    const place = all.findIndex(({ id }) => id === first.id);
    expect(once.choices).toBe(before.choices + 1);
    expect(once.first).toBe(before.first + (place === 0 ? 1 : 0));
    const second = (await unitRow(units[1].unitId)).evaluation!.steps;
    const other = second.filter(({ kind }) => kind === 'look').at(-1)!;
    await act(benchA, 'observe', { unitId: units[1].unitId, finding: other.id, outcome: 0 });
    const twice = await now();
    expect(twice.choices).toBe(once.choices + 1);
    expect(twice.lostMinor - once.lostMinor).toBe(Math.max(0, second[0].valueMinor - other.valueMinor));
    await act(benchA, 'observe', { unitId: units[1].unitId, finding: 'says-battery', outcome: 1 });
    expect((await now()).choices).toBe(twice.choices);
    // an answer taken back was no choice, and gave nothing up
    const [own] = await database().select().from(observations).where(and(eq(observations.unitId, units[1].unitId), eq(observations.ref, other.id))); // prettier-ignore
    await act(benchA, 'voidObservation', { unitId: units[1].unitId, observation: own.id });
    expect(await now()).toEqual(once);
  });
});

describe('what sources say', () => {
  it('is counted by source and claim: so, not so, open; a claim taken back and a customer’s are not', async () => {
    const of = async (source: string, outcomes: (number | null)[], said = 1) => {
      const { units } = await lotWith(
        outcomes.map(() => 'laptop' as const),
        { source },
      );
      for (const [n, outcome] of outcomes.entries()) {
        const on = { unitId: units[n].unitId };
        await act(benchA, 'observe', { ...on, finding: 'says-touchpad', outcome: said });
        if (outcome !== null) await act(benchA, 'observe', { ...on, finding: 'touchpad-test', outcome });
      }
    };
    // the touchpad's own test: 0 is well, 2 is dead
    await of('broken', [2, 2, 0, null]);
    await of('auction', [0]);
    await of('auction', [2], 0);
    await of('owner', [2]);
    const { lines: every, sources } = await claimsBySource({ from: '2026-11-01', to: today, zone: 'UTC' });
    const lines = every.filter(({ says }) => says.includes('ouchpad')); // prettier-ignore
    expect(lines.map(({ source, said, held, not }) => [source, said, held, not])).toEqual([
      ['auction', 1, 0, 1],
      ['broken', 4, 2, 1],
    ]);
    for (const { source, said } of sources)
      expect(sum(every.filter((line) => line.source === source).map((line) => line.said))).toBe(said);
    expect(await claimsBySource({ from: '2020-01-01', to: '2020-12-31', zone: 'UTC' })).toEqual({ lines: [], sources: [] }); // prettier-ignore
  });
});

describe('days are those of the shop’s clocks', () => {
  it('what hands did just now stands on the day it is there, not on that of Greenwich', async () => {
    // a zone whose day is another one now
    const zone = new Date().getUTCHours() >= 12 ? 'Pacific/Auckland' : 'Etc/GMT+12';
    const there = new Date().toLocaleDateString('sv', { timeZone: zone });
    expect(there).not.toBe(today);
    const { units } = await lotWith(['desktop']);
    await act(benchA, 'logWork', { unitId: units[0].unitId, ref: 'quick-wipe', minutes: 9 });
    const on = (day: string) => ({ from: day, to: day, zone });
    const minutes = async (day: string) =>
      sum((await minutesBy('step', on(day), null)).map(({ taken }) => taken));
    expect(await minutes(there)).toBeGreaterThanOrEqual(9);
    expect(await minutes(today)).toBe(0);
    expect((await rightView(on(there))).times.map(({ month }) => month)).toEqual([there.slice(0, 7)]);
    const gone = units[0].unitId;
    await act(benchA, 'typeSpec', { unitId: gone, key: 'driveKind', value: 'none' });
    await act(benchA, 'endUnit', { unitId: gone, as: 'recycled', receivedMinor: 0, grams: 100 });
    expect(sum((await madeBy('route', on(there))).map((line) => line.gone))).toBeGreaterThan(0);
    expect(sum((await madeBy('route', on(today))).map((line) => line.gone))).toBe(0);
  });
});

import { describe, expect, it } from 'vitest';
import { faultsOf } from '../oracles/timetable/feasible';
import { database } from '@/db/client';
import { cutOfHours, weekMinutes } from '@/shop/day/hours';
import { replan } from '@/shop/day/keep';
import { workListOf } from '@/shop/day/list';
import { promiseOf } from '@/shop/day/promise';
import { dayView } from '@/shop/day/view';
import { components, shop, units } from '@/db/schema';
import { eq } from 'drizzle-orm';
import { act, benchA, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('day');

const always = { days: Array.from({ length: 7 }, () => '0-24'), away: [], places: {} };

describe('when the house is open', () => {
  it('what makes no sense is refused by its place, and nothing is changed', async () => {
    const bad = await refusal(act(owner, 'setWeek', { ...always, days: ['9', '', '', '', '', '', '12-9'] }));
    expect(bad?.message).toMatch(/"9" is not from and to.*"12-9" ends before it begins/);
    expect((await refusal(act(owner, 'setWeek', { ...always, places: { kiln: 2 } })))?.message).toContain(
      'kiln',
    );
    expect((await refusal(act(benchA, 'setWeek', always)))?.code).toBe('forbidden');
    const [{ week }] = await database().select({ week: shop.week }).from(shop);
    expect(week).toBeNull();
  });
  it('hands of the next seven days are everybody’s at a bench', async () => {
    await act(owner, 'setWeek', always);
    const all = await weekMinutes();
    expect(all).toBeGreaterThan(6.9 * 1440);
    const today = new Date().toISOString().slice(0, 10);
    await act(owner, 'setWeek', { ...always, away: [{ person: null, from: today, to: '2099-01-01' }] });
    expect(await weekMinutes()).toBe(0);
    await act(owner, 'setWeek', always);
  });
});

describe('the day', () => {
  it('is planned from what stands on record, and nothing in it may not be', async () => {
    const { units } = await lotWith(['laptop', 'desktop', 'laptop', 'small']);
    const day = await replan();
    const { plan } = day;
    expect(plan.fault).toBeNull();
    expect(new Set(plan.tasks.map(({ unit }) => unit)).size).toBe(4);
    expect(plan.placed).toHaveLength(plan.tasks.length);
    const asked = {
      objective: 'lateness' as const,
      people: plan.people,
      stations: plan.stations,
      operations: plan.tasks,
      units: plan.units.map(({ tag, due }) => ({ id: tag, due, weight: 1 })),
      closed: plan.closed,
    };
    expect(faultsOf(asked as unknown as Parameters<typeof faultsOf>[0], plan.placed)).toEqual([]);
    const view = dayView(day, 7 * 1440);
    // every machine is drawn, every act of hands stands in somebody's list
    expect(view.strings).toHaveLength(4);
    const acts = view.lists.flatMap((list) => list.acts);
    const handed = plan.tasks.reduce((sum, { head, tail }) => sum + Number(head > 0) + Number(tail > 0), 0);
    expect(acts).toHaveLength(handed);
    const rows = new Set(view.rows.map(({ id }) => id));
    for (const { bits } of view.strings) for (const bit of bits) expect(rows).toContain(bit.row);
    expect(units).toHaveLength(4);
  });
  it('a promise is asked about before it is given: its chance, and what it would be before all others', async () => {
    const [unit] = (await lotWith(['laptop'])).units;
    const in14Days = new Date(Date.now() + 14 * 86_400_000);
    const far = await promiseOf([unit.tag], in14Days);
    expect(far).toMatchObject({ fault: null });
    expect(far.chance).toBeGreaterThan(0.9);
    const soon = await promiseOf([unit.tag], new Date(Date.now() + 5 * 60_000));
    expect(soon.chance).toBeLessThan(far.chance!);
    expect(soon.first!).toBeGreaterThanOrEqual(soon.chance! - 1e-9);
    // asking promises nothing
    expect((await unitRow(unit.unitId)).promisedAt).toBeNull();
    await expect(promiseOf([unit.tag], new Date(Date.now() - 1000))).rejects.toThrow('over');
    await expect(promiseOf(['ZZ-9999'], in14Days)).rejects.toThrow('no open machine');
  });
  it('a list of one’s own on paper: in order, with the parts that lie there for a machine, once', async () => {
    const plan = dayView(await replan(), 12 * 60).lists.find(({ person }) => person === benchA.id)!;
    const [first] = plan.acts;
    const [{ id }] = await database().select({ id: units.id }).from(units).where(eq(units.tag, first.tag));
    const { componentId, code } = await act<{ componentId: string; code: string }>(benchA, 'receivePart', {
      class: 'memory',
      name: '8 GB module',
    });
    await database().update(components).set({ keptFor: id }).where(eq(components.id, componentId));
    const list = await workListOf(benchA.id);
    expect(list.lines.length).toBeGreaterThan(0);
    const fetched = list.lines.flatMap(({ tag, parts }) => parts.map((part) => [tag, part.code]));
    expect(fetched).toEqual(list.lines.some(({ tag }) => tag === first.tag) ? [[first.tag, code]] : []);
    await expect(workListOf('nobody')).rejects.toThrow('nobody at a bench');
  });
  it('two people never get the same machine’s hands at once', async () => {
    const { lists } = dayView(await replan(), 7 * 1440);
    const acts = lists.flatMap(({ person, acts: own }) => own.map((one) => ({ ...one, person })));
    for (const one of acts)
      for (const other of acts)
        if (one.person < other.person && one.tag === other.tag)
          expect(one.to <= other.from + 1e-6 || other.to <= one.from + 1e-6).toBe(true);
  });
  it('a promise comes first, and its chance is told; one that is over is refused', async () => {
    const { units } = await lotWith(['laptop']);
    const [{ unitId, tag }] = units;
    const in8 = new Date(Date.now() + 8 * 3_600_000).toISOString();
    await act(benchA, 'promiseUnit', { unitId, until: in8 });
    const plan = (await replan()).plan;
    const own = plan.units.find((unit) => unit.tag === tag)!;
    expect(own.due).toBeGreaterThan(470);
    expect(own.chance).toBeGreaterThan(0.5);
    expect(own.done).toBeLessThan(own.due!);
    // hardly any time is left: hardly any chance
    await act(benchA, 'promiseUnit', { unitId, until: new Date(Date.now() + 20 * 60_000).toISOString() });
    const late = (await replan()).plan.units.find((unit) => unit.tag === tag)!;
    expect(late.chance).toBeLessThan(0.2);
    const past = new Date(Date.now() - 60_000).toISOString();
    expect((await refusal(act(benchA, 'promiseUnit', { unitId, until: past })))?.message).toContain(
      'is over',
    );
    await act(benchA, 'promiseUnit', { unitId, until: null });
    expect((await unitRow(unitId)).promisedAt).toBeNull();
  });
  it('nobody is ever there: said in words, and no plan', async () => {
    await act(owner, 'setWeek', { ...always, days: Array.from({ length: 7 }, () => '') });
    const { fault, placed } = (await replan()).plan;
    expect(fault).toMatch(/longer than any opening/);
    expect(placed).toEqual([]);
    await act(owner, 'setWeek', always);
  });
});

describe('which machines get the hours', () => {
  it('a station that is out of order and hands that may not do it keep machines below the line, and it is said', async () => {
    await act(owner, 'setWeek', always);
    const all = (await cutOfHours(100_000))!;
    const dock = all.scarce.find(({ used, places }) => places !== null && used > 0)!;
    expect(dock.there).toBeGreaterThan(0);
    expect(all.list.every(({ short }) => short === null)).toBe(true);
    await act(owner, 'setWeek', { ...always, broken: { [dock.id]: '2099-01-01' } });
    const broken = (await cutOfHours(100_000))!;
    const kept = broken.list.filter(({ short }) => short === dock.words);
    expect(kept.length).toBeGreaterThan(0);
    expect(kept.every((row) => !row.in)).toBe(true);
    expect(broken.scarce.find(({ id }) => id === dock.id)).toMatchObject({ there: 0, used: 0 });
    expect(broken.netMinor).toBeLessThan(all.netMinor);
    // what one more would bring is what was lost, as far as one is enough
    expect(broken.scarce.find(({ id }) => id === dock.id)!.oneMoreMinor).toBeGreaterThan(0);
    // one that was mended yesterday works
    await act(owner, 'setWeek', { ...always, broken: { [dock.id]: '2026-01-01' } });
    expect((await cutOfHours(100_000))!.scarce).toEqual(
      all.scarce.map((own) => ({ ...own, there: expect.any(Number) as number })),
    );
    const [me] = all.people;
    await act(owner, 'setWeek', { ...always, without: Object.fromEntries(all.people.map(({ id }) => [id, ['data']])) }); // prettier-ignore
    const barred = (await cutOfHours(100_000))!;
    expect(barred.people.find(({ id }) => id === me.id)?.without).toEqual(['data']);
    expect(barred.scarce.find(({ id }) => id === 'skill data')).toMatchObject({ there: 0, used: 0 });
    expect(barred.list.some(({ short }) => short === 'other people’s data')).toBe(true);
    await act(owner, 'setWeek', always);
  });
  it('as many as there are hours for, what is pinned stays, what is put off goes', async () => {
    const all = (await cutOfHours(100_000))!;
    const winning = all.list.filter(({ netMinor }) => netMinor > 0);
    expect(all.list.filter((row) => row.in)).toHaveLength(winning.length);
    const none = (await cutOfHours(0))!;
    expect([none.netMinor, none.used]).toEqual([0, 0]);
    const [best] = winning;
    const some = (await cutOfHours(Math.ceil(best.minutes)))!;
    expect(some.used).toBeLessThanOrEqual(Math.ceil(best.minutes));
    expect(some.moreMinor).toBeGreaterThan(0);
    await act(benchA, 'pinUnit', { unitId: best.id, pinned: 'out' });
    const without = (await cutOfHours(100_000))!;
    expect(without.list.find(({ id }) => id === best.id)).toMatchObject({ in: false, pinned: 'out' });
    expect((await replan()).plan.units.map(({ tag }) => tag)).not.toContain(best.tag);
    await act(benchA, 'pinUnit', { unitId: best.id, pinned: 'in' });
    // it is worked although there are no hours
    const held = (await cutOfHours(0))!;
    expect(held.list.filter((row) => row.in).map(({ tag }) => tag)).toEqual([best.tag]);
    await act(benchA, 'pinUnit', { unitId: best.id, pinned: null });
  });
});

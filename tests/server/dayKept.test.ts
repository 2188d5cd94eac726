import ical from 'node-ical';
import { describe, expect, it } from 'vitest';
import { calendarFeed } from '@/formats/calendar/feed';
import { calendarBehind, ownCalendars } from '@/shop/day/calendar';
import { lastDay, replan, standingDay } from '@/shop/day/keep';
import { floorFor, nextIn, threatenedIn } from '@/shop/day/next';
import { promisedTogether, promiseOf } from '@/shop/day/promise';
import { actsOf, dayView } from '@/shop/day/view';
import { database } from '@/db/client';
import { lots, units, wants } from '@/db/schema';
import { eq } from 'drizzle-orm';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, trainee } from './shop';

openShop('day_kept');

const week = { days: Array.from({ length: 7 }, () => '0-24'), away: [], places: {} };
const inMinutes = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString();
/** Minutes until shortly before a midnight of the house: who works through it is not stopped by it. */
function nearMidnight(): number {
  const now = new Date();
  const left = 1440 - 3 - now.getUTCHours() * 60 - now.getUTCMinutes();
  return left < 60 ? left + 1440 : left;
}
const at = (day: Awaited<ReturnType<typeof replan>>, id: string) =>
  day.plan.placed.find((one) => one.id === id);

describe('a plan that is kept', () => {
  it('stands until something happens, and then only what must be is moved', async () => {
    await act(owner, 'setWeek', week);
    await lotWith(['laptop', 'desktop', 'laptop', 'small', 'laptop', 'desktop']);
    const first = await standingDay();
    expect(first.plan.fault).toBeNull();
    expect((await standingDay()).plan.zero).toBe(first.plan.zero);
    expect((await lastDay()).planning).toBe(false);
    const { units: more } = await lotWith(['laptop']);
    expect((await lastDay()).planning).toBe(true);
    const second = await standingDay();
    expect(second.plan.units.map(({ tag }) => tag)).toContain(more[0].tag);
    // one machine more of seven: most of what one has read still stands
    expect(second.changes.share).not.toBeNull();
    expect(second.changes.share!).toBeLessThan(0.5);
    const view = dayView(second, 1440);
    if (view.moved.length) expect(view.because.join()).toContain(`${more[0].tag} wants hands now`);
  });
  it('as long as nothing has happened nothing is moved, however often it is made', async () => {
    await replan();
    for (let n = 0; n < 3; n++) {
      const before = await standingDay();
      const after = await replan();
      expect(after.plan.placed.map(({ id, person }) => `${id} ${person}`)).toEqual(before.plan.placed.map(({ id, person }) => `${id} ${person}`)); // prettier-ignore
      for (const placed of after.plan.placed) expect(Math.abs(placed.start - at(before, placed.id)!.start)).toBeLessThan(5); // prettier-ignore
      expect(after.changes.because).toEqual(before.changes.because);
    }
  });
  it('what was found out of machines that did not change is not found out again', async () => {
    const before = await replan();
    const after = await replan();
    for (const [tag, { mark }] of Object.entries(before.ways)) expect(after.ways[tag].mark).toBe(mark);
    expect(Object.keys(after.ways)).toHaveLength(after.plan.units.length);
  });
  it('what somebody is at is theirs, now; nobody else gets it, and it is not next', async () => {
    const day = await replan();
    const [first] = actsOf(day.plan, benchB.id);
    const [{ id }] = await database().select({ id: units.id }).from(units).where(eq(units.tag, first.tag));
    await act(benchA, 'startWork', { unitId: id, ref: 'quick-wipe' });
    const after = await replan();
    const own = after.plan.tasks.find(({ unit, begunBy }) => unit === first.tag && begunBy)!;
    expect(own.begunBy).toBe(benchA.id);
    expect(at(after, own.id)).toMatchObject({ person: benchA.id, start: 0 });
    for (const { id: person } of [benchA, benchB, owner])
      expect(nextIn(after.plan, person)).not.toMatchObject({ tag: first.tag, words: own.words, ends: false });
  });
  it('two people never have the same next thing', async () => {
    const { plan } = await replan();
    const both = [benchA, benchB, owner].map(({ id }) => nextIn(plan, id)).filter((next) => next !== null);
    expect(both.length).toBeGreaterThan(1);
    expect(new Set(both.map(({ tag, words, ends }) => `${tag} ${words} ${ends}`)).size).toBe(both.length);
    for (const { why, minutes } of both) {
      expect(why).not.toBe('');
      expect(minutes).toBeGreaterThan(0);
    }
  });
});

describe('work put where it is', () => {
  it('stays there through new plans until it is let go; a viewer puts nothing', async () => {
    const day = await replan();
    const acts = day.plan.people.flatMap(({ id }) => actsOf(day.plan, id));
    const early = day.plan.tasks.filter(
      ({ after, head, begunBy }) => after.length === 0 && head > 0 && !begunBy,
    );
    const act1 = acts.find(({ tag, operation, ends }) => !ends && early.some(({ id }) => id === `${tag} ${operation}`))!; // prettier-ignore
    const unitId = day.plan.units.find(({ tag }) => tag === act1.tag)!.id;
    const away = nearMidnight();
    const startsAt = inMinutes(away);
    const place = { unitId, operation: act1.operation, person: benchA.id, startsAt };
    expect((await refusal(act(trainee, 'placeWork', place)))?.code).toBe('forbidden');
    await act(benchB, 'placeWork', place);
    for (const day2 of [await replan(), await replan()]) {
      const put = at(day2, `${act1.tag} ${act1.operation}`)!;
      expect(put.person).toBe(benchA.id);
      expect(Math.abs(put.start - away)).toBeLessThanOrEqual(1.1);
      expect(day2.plan.pinned).toContain(`${act1.tag} ${act1.operation}`);
    }
    const view = dayView(await replan(), 1440);
    expect(view.lists.flatMap(({ acts }) => acts).find(({ tag, operation }) => tag === act1.tag && operation === act1.operation)?.pinned).toBe(true); // prettier-ignore
    await act(benchB, 'placeWork', { unitId, operation: act1.operation, person: null });
    expect((await replan()).plan.pinned).toEqual([]);
  });
  it('what cannot be kept there is let go and said: not there, not before what it waits for', async () => {
    const day = await replan();
    const grade = day.plan.tasks.find(({ id }) => id.endsWith(' grade'))!;
    const unitId = day.plan.units.find(({ tag }) => tag === grade.unit)!.id;
    await act(benchA, 'placeWork', { unitId, operation: 'grade', person: benchB.id, startsAt: inMinutes(2) });
    const after = await replan();
    expect(after.plan.fault).toBeNull();
    expect(after.plan.pinned).toEqual([]);
    expect(after.plan.pinsLost).toEqual([{ id: grade.id, why: expect.stringContaining('not done by then') }]);
    expect(dayView(after, 1440).pinsLost[0]).toMatchObject({ tag: grade.unit, operation: 'grade' });
    await act(benchA, 'placeWork', { unitId, operation: 'grade', person: null });
    const over = { unitId, operation: 'grade', person: benchA.id, startsAt: inMinutes(-30) };
    expect((await refusal(act(benchA, 'placeWork', over)))?.message).toContain('is over');
    const nobody = { ...over, startsAt: inMinutes(30), person: 'nobody' };
    expect((await refusal(act(benchA, 'placeWork', nobody)))?.message).toContain('nobody at a bench');
  });
});

describe('who does what', () => {
  it('other people’s data goes to who does it; where nobody does, the machine is in no plan and says why', async () => {
    await act(owner, 'setWeek', { ...week, without: { [benchA.id]: ['data'], [owner.id]: ['data'] } });
    const { plan } = await replan();
    const erases = plan.tasks
      .filter(({ needs, begunBy }) => needs === 'data' && !begunBy)
      .map(({ id }) => id);
    expect(erases.length).toBeGreaterThan(0);
    for (const { id, person, tailPerson } of plan.placed)
      if (erases.includes(id)) expect([person, tailPerson]).toEqual([benchB.id, benchB.id]);
    const none = { [benchA.id]: ['data'], [owner.id]: ['data'], [benchB.id]: ['data', 'board'] };
    await act(owner, 'setWeek', { ...week, without: none });
    const after = await replan();
    expect(after.plan.leftOut.length).toBeGreaterThan(0);
    for (const { why } of after.plan.leftOut) expect(why).toMatch(/nobody who may do it/);
    expect(after.plan.units.map(({ tag }) => tag)).not.toContain(after.plan.leftOut[0].tag);
    expect((await refusal(act(owner, 'setWeek', { ...week, without: { [benchA.id]: ['cooking'] } })))?.code).toBe('invalid'); // prettier-ignore
    await act(owner, 'setWeek', week);
  });
  it('a station that is out of order takes nothing until the day after; one that is not there is refused', async () => {
    const day = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
    await act(owner, 'setWeek', { ...week, broken: { 'dock 1': day } });
    const { plan } = await replan();
    const again = (Date.parse(`${day}T24:00Z`) - Date.parse(plan.zero)) / 60_000;
    const there = plan.tasks
      .filter(({ station, begunBy }) => station === 'dock 1' && !begunBy)
      .map(({ id }) => id);
    const placed = plan.placed.filter(({ id }) => there.includes(id));
    expect(placed.length).toBeGreaterThan(0);
    for (const { start } of placed) expect(start).toBeGreaterThanOrEqual(again - 1);
    expect((await refusal(act(owner, 'setWeek', { ...week, broken: { kiln: day } })))?.message).toContain(
      'kiln',
    );
    await act(owner, 'setWeek', week);
  });
  it('a machine that waits for a part is planned from the day it is due; without a day it is not', async () => {
    const [{ unitId, tag }] = (await lotWith(['laptop'])).units;
    await database().update(units).set({ stage: 'waiting' }).where(eq(units.id, unitId));
    expect((await replan()).plan.units.map((unit) => unit.tag)).not.toContain(tag);
    const dueOn = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
    await database().insert(wants).values({ unitId, class: 'keyboard', name: 'Keyboard', state: 'ordered', priceMinor: 900, days: 2, condition: 'used', source: 'a dealer', dueOn, byName: 'Bench A' }); // prettier-ignore
    const { plan } = await replan();
    const own = plan.placed.filter(({ id }) => id.startsWith(`${tag} `));
    expect(own.length).toBeGreaterThan(0);
    const opens = (Date.parse(`${dueOn}T00:00Z`) - Date.parse(plan.zero)) / 60_000;
    for (const { start } of own) expect(start).toBeGreaterThanOrEqual(opens - 1);
  });
});

describe('hours of one date', () => {
  it('stand in place of its weekday’s; what is no time is named', async () => {
    const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
    await act(owner, 'setWeek', { ...week, dates: { [day]: '' } });
    const { plan } = await replan();
    const [from, to] = ['T00:00Z', 'T24:00Z'].map(
      (end) => (Date.parse(`${day}${end}`) - Date.parse(plan.zero)) / 60_000,
    );
    for (const { hours } of plan.people) expect(hours.some(([a, b]) => a < to && b > from)).toBe(false);
    const bad = await act(owner, 'setWeek', { ...week, dates: { [day]: '9-25' } }).catch((error: { details: unknown }) => error.details); // prettier-ignore
    expect(bad).toEqual({ fields: { [`dates.${day}`]: '"25" is no time of day' } });
    await act(owner, 'setWeek', week);
  });
});

describe('promises', () => {
  it('one that will hardly hold is in danger on every screen; what would help is said beside its chance', async () => {
    const [{ unitId, tag }] = (await lotWith(['laptop'])).units;
    const soon = new Date(Date.now() + 45 * 60_000);
    const asked = await promiseOf([tag], soon);
    expect(asked.chance!).toBeLessThan(0.6);
    for (const { chance } of asked.help) expect(chance).toBeGreaterThan(asked.first!);
    await act(benchA, 'promiseUnit', { unitId, until: soon.toISOString() });
    const { plan } = await replan();
    expect(threatenedIn(plan).map((one) => one.tag)).toEqual([tag]);
    expect(Math.abs(threatenedIn(plan)[0].due - soon.getTime())).toBeLessThan(60_000);
    expect((await floorFor(benchB.id)).threatened.map((one) => one.tag)).toEqual([tag]);
    await act(benchA, 'promiseUnit', { unitId, until: null });
    expect(threatenedIn((await replan()).plan)).toEqual([]);
  });
});

describe('a promise of several', () => {
  it('holds when all are done: no likelier than the least likely, each with its own chance; a lot’s open ones', async () => {
    const lot = await lotWith(['laptop', 'laptop', 'desktop']);
    const tags = lot.units.map(({ tag }) => tag);
    const view = await promiseOf(tags, new Date(Date.now() + 5 * 3_600_000));
    expect(view.each.map(({ tag }) => tag).sort()).toEqual([...tags].sort());
    expect(view.chance!).toBeLessThanOrEqual(Math.min(...view.each.map(({ chance }) => chance)) + 1e-9);
    const late = await promiseOf(tags, new Date(Date.now() + 12 * 86_400_000));
    expect(late.chance!).toBeGreaterThan(0.95);
    const [{ code }] = await database()
      .select({ code: lots.code })
      .from(lots)
      .innerJoin(units, eq(units.lotId, lots.id))
      .where(eq(units.tag, tags[0]));
    expect((await promisedTogether({ lot: code, tags: [] })).map(({ tag }) => tag)).toEqual([...tags].sort());
    expect((await promisedTogether({ lot: '', tags: [tags[1], 'NO-1'] })).map(({ tag }) => tag)).toEqual([tags[1]]); // prettier-ignore
    await expect(promiseOf([...tags, 'NO-1'], new Date(Date.now() + 3_600_000))).rejects.toThrow(
      /no open machine NO-1/,
    );
    await expect(promiseOf([], new Date(Date.now() + 3_600_000))).rejects.toThrow(/which machine/);
  });
});

describe('calendars', () => {
  it('a link shows one’s own work to whoever has it, until it is ended', async () => {
    const { token, run } = await act<{ token: string; run: string }>(benchA, 'giveCalendar', {});
    const found = (await calendarBehind(token, 'http://shop.example'))!;
    expect(found.shows).toBe('Bench A');
    const day = await standingDay();
    expect(found.entries).toHaveLength(actsOf(day.plan, benchA.id).length);
    // one after the other, as the hands are
    const times = found.entries.map(({ from, to }) => [from.getTime(), to.getTime()]);
    for (let i = 1; i < times.length; i++) expect(times[i][0]).toBeGreaterThanOrEqual(times[i - 1][1] - 1);
    const read = Object.values(
      ical.sync.parseICS(calendarFeed('x', found.entries, found.made, 'shop.example')),
    );
    expect(read.filter((entry) => entry?.type === 'VEVENT')).toHaveLength(found.entries.length);
    expect((await ownCalendars(benchA.id)).map(({ shows, readAt }) => [shows, readAt !== null])).toEqual([['Bench A', true]]); // prettier-ignore
    expect(await ownCalendars(benchB.id)).toEqual([]);
    expect((await refusal(act(benchB, 'endCalendar', { run })))?.code).toBe('missing');
    await act(benchA, 'endCalendar', { run });
    expect(await calendarBehind(token, 'http://shop.example')).toBeNull();
    expect(await calendarBehind('x'.repeat(20), 'http://shop.example')).toBeNull();
    expect(await calendarBehind('../../etc', 'http://shop.example')).toBeNull();
    expect((await refusal(act(trainee, 'giveCalendar', {})))?.code).toBe('forbidden');
    expect((await refusal(act(benchA, 'giveCalendar', { station: 'kiln' })))?.code).toBe('missing');
  });
  it('a station’s shows what stands at it, and nothing else', async () => {
    const { token } = await act<{ token: string }>(benchA, 'giveCalendar', { station: 'dock 1' });
    const { entries, shows } = (await calendarBehind(token, 'http://shop.example'))!;
    expect(shows).toBe('dock 1');
    const { plan } = await standingDay();
    expect(entries).toHaveLength(plan.tasks.filter(({ station }) => station === 'dock 1').length);
    for (const { place } of entries) expect(place).toBe('dock 1');
  });
  it('nothing is planned for hands that are busy elsewhere; what is no calendar changes nothing', async () => {
    const stamp = (minutes: number) => inMinutes(minutes).replace(/[-:]|\.\d+/g, '');
    const text = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//a//b//EN', 'BEGIN:VEVENT', 'UID:1', `DTSTAMP:${stamp(0)}`, `DTSTART:${stamp(-10)}`, `DTEND:${stamp(300)}`, 'END:VEVENT', 'END:VCALENDAR'].join('\r\n'); // prettier-ignore
    expect(await act(benchB, 'takeBusy', { text })).toEqual({ times: 1, free: 0, faults: [] });
    const mine = async () => actsOf((await replan()).plan, benchB.id);
    expect(Math.min(...(await mine()).map((one) => one.from))).toBeGreaterThanOrEqual(298);
    expect((await refusal(act(benchB, 'takeBusy', { text: 'hello' })))?.message).toContain(
      'no calendar file',
    );
    expect(Math.min(...(await mine()).map((one) => one.from))).toBeGreaterThanOrEqual(298);
    expect(await act(benchB, 'takeBusy', { text: '' })).toMatchObject({ times: 0 });
    expect(Math.min(...(await mine()).map((one) => one.from))).toBeLessThan(30);
  });
});

import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, jobs } from '@/db/schema';
import { combineAll } from '@/shop/advice/combine';
import { planOf } from '@/shop/advice/plan';
import { runJob } from '@/shop/runJob';
import type { CombinedView } from '@/words/parts/combine';
import { act, benchA, lotWith, openShop, owner, refusal, trainee, unitRow } from './shop';

openShop('combine');

const LOOKS = ['look-liquid', 'look-rattle', 'look-smell', 'button', 'picture-monitor', 'gets-to'];
async function desktop(memoryGb: string, driveKind: string) {
  const { unitId, tag } = (await lotWith(['desktop'])).units[0];
  for (const [key, value] of [
    ['memoryGb', memoryGb],
    ['memorySlots', '2'],
    ['driveKind', driveKind],
    ['processor', 'Corvid M5-330'],
  ])
    await act(benchA, 'typeSpec', { unitId, key, value });
  await act(benchA, 'noteTakes', { unitId, facts: { memoryKind: 'DDR4' } });
  for (const finding of LOOKS) await act(benchA, 'observe', { unitId, finding, outcome: 0 });
  return { unitId, tag };
}
const module = (name: string) =>
  act<{ componentId: string; code: string }>(benchA, 'receivePart', {
    class: 'memory',
    name,
    costMinor: 500,
    worthMinor: 500,
    knownGood: true,
    attributes: { gb: 8, kind: 'DDR4', form: 'DIMM' },
  });
const placeOf = async (id: string) =>
  (
    await database()
      .select({ place: sql<string>`coalesce('unit:' || ${components.unitId}, ${components.place})` })
      .from(components)
      .where(eq(components.id, id))
  )[0].place;

describe('who gets what', () => {
  it('one module and two machines that want it: one gets it, what is given is what its own plan promises', async () => {
    const [a, b] = [await desktop('2 GB', 'solid-state'), await desktop('2 GB', 'solid-state')];
    const { componentId, code } = await module('8 GB DDR4 DIMM');
    const view = await combineAll();
    expect(view.made).toHaveLength(1);
    const [made] = view.made;
    expect([a.tag, b.tag]).toContain(made.tag);
    expect(made.parts.map((part) => [part.code, part.fromTag])).toEqual([[code, null]]);
    expect(made.netMinor).toBe((await planOf(made.unitId))!.best!.netMinor);
    expect(view.netMinor).toBe(made.netMinor);
    expect(view.boundMinor).toBeGreaterThanOrEqual(view.netMinor - 1);
    expect(view.donors).toEqual([]);
    // with a second one nobody stays without
    const other = await module('8 GB DDR4 DIMM');
    const both = await combineAll();
    expect(both.made.map(({ tag }) => tag).sort()).toEqual([a.tag, b.tag].sort());
    expect(both.made.flatMap(({ parts }) => parts.map(({ id }) => id)).sort()).toEqual([componentId, other.componentId].sort()); // prettier-ignore
  });
  it('is carried out as one act and taken back as one', async () => {
    const [made] = (await combineAll()).made;
    const input = {
      unitId: made.unitId,
      ref: 'other',
      title: 'Made better out of others',
      minutes: Math.round(made.minutes),
      parts: {
        put: made.parts.map(({ id }) => ({ componentId: id })),
        out: made.out.map((each) => ({ ...(each.componentId ? { componentId: each.componentId } : { seen: { class: each.class, name: each.name } }), to: 'bin', worthMinor: each.worthMinor })), // prettier-ignore
      },
    };
    const { workId } = await act<{ workId: string }>(benchA, 'logWork', input);
    expect(await placeOf(made.parts[0].id)).toBe(`unit:${made.unitId}`);
    expect((await unitRow(made.unitId)).valueMinor).toBe(made.thenMinor);
    // what was given out is not given out again
    const again = await combineAll();
    expect(again.made.flatMap(({ parts }) => parts.map(({ id }) => id))).not.toContain(made.parts[0].id);
    await act(benchA, 'takeBackWork', { unitId: made.unitId, workId });
    expect(await placeOf(made.parts[0].id)).toBe('bin');
    expect((await unitRow(made.unitId)).valueMinor).toBe(made.nowMinor);
  });
  it('a part out of a machine that is worth little goes into one that wins by it; its donor counts as lost', async () => {
    const donor = (await lotWith(['desktop'], { source: 'broken' })).units[0];
    const { componentId } = await act<{ componentId: string }>(benchA, 'receivePart', { class: 'memory', name: '16 GB DDR4 DIMM', costMinor: 0, worthMinor: 0, knownGood: true, attributes: { gb: 16, kind: 'DDR4', form: 'DIMM' } }); // prettier-ignore
    await act(benchA, 'fitPart', { unitId: donor.unitId, componentId });
    await act(benchA, 'typeSpec', { unitId: donor.unitId, key: 'processorLevel', value: '0' });
    for (const [finding, outcome] of [
      ['look-liquid', 1],
      ['look-bay', 1],
      ['button', 2],
      ['memory-fitted', 1],
      ['capacitors', 2],
      ['pins', 2],
    ] as const)
      // prettier-ignore
      await act(benchA, 'observe', { unitId: donor.unitId, finding, outcome });
    // nothing lies in the bin that would do as well
    await database().update(components).set({ missingSince: new Date() }).where(eq(components.place, 'bin'));
    const taker = await desktop('2 GB', 'solid-state');
    const view = await combineAll();
    const over = view.made.find(({ parts }) => parts.some(({ id }) => id === componentId))!;
    expect(over.tag).toBe(taker.tag);
    expect(over.parts[0].fromTag).toBe(donor.tag);
    expect(over.parts[0].minutesOut).toBeGreaterThan(0);
    expect(view.donors.map(({ tag }) => tag)).toEqual([donor.tag]);
    // asked of these two alone it is the same, and nobody else comes into it
    const two = await combineAll(undefined, [donor.tag, taker.tag]);
    expect(two.among?.map(({ tag }) => tag).sort()).toEqual([donor.tag, taker.tag].sort());
    expect(two.made.map(({ tag, parts }) => [tag, parts.map(({ id }) => id)])).toEqual([[taker.tag, [componentId]]]); // prettier-ignore
    expect(two.donors.map(({ tag }) => tag)).toEqual([donor.tag]);
    // two strangers to each other are best left as they are
    const other = await desktop('2 GB', 'solid-state');
    const apart = await combineAll(undefined, [taker.tag, other.tag]);
    expect([apart.made, apart.netMinor]).toEqual([[], 0]);
    expect((await refusal(act(benchA, 'startCombining', { among: [taker.tag, 'ZZ-9999'] })))?.message).toContain('ZZ-9999'); // prettier-ignore
    // whatever is proposed, no part is given twice and nobody gives to itself or gives and gets
    const all = view.made.flatMap(({ parts }) => parts.map(({ id }) => id));
    expect(new Set(all).size).toBe(all.length);
    const takers = new Set(view.made.map(({ tag }) => tag));
    for (const { tag } of view.donors) expect(takers).not.toContain(tag);
    const gains = view.made.reduce((sum, { netMinor }) => sum + netMinor, 0);
    const lost = view.donors.reduce((sum, { lostMinor }) => sum + lostMinor, 0);
    expect(Math.abs(view.netMinor - (gains - lost))).toBeLessThanOrEqual(1);
  });
  it('runs as a job with its result on it; a viewer starts none', async () => {
    expect((await refusal(act(trainee, 'startCombining', {})))?.code).toBe('forbidden');
    const { job } = await act<{ job: string }>(owner, 'startCombining', {});
    expect((await refusal(act(owner, 'startCombining', {})))?.code).toBe('conflict');
    expect(await runJob(job, 'w1')).toBe('done');
    const [row] = await database().select().from(jobs).where(eq(jobs.id, job));
    const view = (row.result as { view: CombinedView }).view;
    expect(view.looked.machines).toBeGreaterThan(2);
    expect(view.made.length).toBeGreaterThan(0);
  });
});

import { eq } from 'drizzle-orm';
import { beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { units, user } from '@/db/schema';
import { listUnits } from '@/shop/units/list';
import { dropView, keepView, viewsOf } from '@/shop/views/views';
import { seesMargins } from '@/shop/rules/queries';
import { listView } from '@/words/lists/view';
import { act, benchA, benchB, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('lists');

const view = (query: string) => listView(Object.fromEntries(new URLSearchParams(query)));
const tags = async (query: string, more: Parameters<typeof listUnits>[0] = {}) =>
  (await listUnits({ ...more, view: view(query), limit: 100 })).rows.map(({ tag }) => tag);
let made: { unitId: string; tag: string }[];

beforeAll(async () => {
  made = (await lotWith(['laptop', 'desktop', 'small', 'laptop'])).units;
  const names = ['Pellmark Courier 14', 'Aldermoor Keep T3', 'Aldermoor Keep S1', 'Pellmark Courier 15'];
  for (const [i, { unitId }] of made.entries()) {
    const [maker, ...model] = names[i].split(' ');
    await database()
      .update(units)
      .set({ maker, model: model.join(' '), valueMinor: [300, -50, 900, 100][i] })
      .where(eq(units.id, unitId));
  }
});

describe('a list that can be steered', () => {
  it('shows only what is asked for, by words, kind, route and hands', async () => {
    const [a, b, c, d] = made.map(({ tag }) => tag);
    expect((await tags('q=courier')).sort()).toEqual([a, d].sort());
    expect(await tags('q=keep s1')).toEqual([c]);
    expect(await tags('kind=desktop')).toEqual([b]);
    expect(await tags('q=%25')).toEqual([]);
    expect(await tags('hands=mine', { person: benchA.id })).toEqual([]);
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', {
      unitId: made[1].unitId,
      ref: 'clean-plan',
    });
    expect(await tags('hands=mine', { person: benchA.id })).toEqual([b]);
    expect(await tags('hands=mine', { person: benchB.id })).toEqual([]);
    expect(await tags('hands=open')).toEqual([b]);
    await act(benchA, 'leaveAlone', { unitId: made[1].unitId, workId, minutes: 10 });
    expect(await tags('hands=alone')).toEqual([b]);
    await act(benchA, 'dropWork', { unitId: made[1].unitId, workId });
    expect(await tags('hands=alone')).toEqual([]);
    // what one finds out is not in hand
    await act(benchA, 'observe', { unitId: made[0].unitId, finding: 'look-dust', outcome: 0 });
    expect(await tags('hands=mine', { person: benchA.id })).toEqual([]);
  });
  it('puts it in order, up and down, what has no figure last; the database’s own order is the check', async () => {
    const values = async (query: string) =>
      (await listUnits({ view: view(query), limit: 100 })).rows.map(({ valueMinor }) => valueMinor);
    const up = await values('sort=value');
    expect(up).toEqual([...up].sort((x, y) => x - y));
    expect(await values('sort=value&dir=down')).toEqual([...up].reverse());
    const names = (await listUnits({ view: view('sort=machine'), limit: 100 })).rows.map(
      ({ maker, model }) => `${maker} ${model}`,
    );
    expect(names).toEqual([...names].sort());
    await database().update(units).set({ grade: 'B' }).where(eq(units.id, made[2].unitId));
    for (const query of ['sort=grade', 'sort=grade&dir=down'])
      expect((await tags(query))[0], query).toBe(made[2].tag);
  });
  it('says what nobody has read, until it is read; a seller’s word is no reading', async () => {
    const one = async () => (await listUnits({ view: view(`q=${made[3].tag}`) })).rows[0].unread;
    expect(await one()).toEqual(['processor', 'memoryGb', 'driveKind']);
    await act(benchA, 'typeSpec', { unitId: made[3].unitId, key: 'memoryGb', value: '8 GB' });
    expect(await one()).toEqual(['processor', 'driveKind']);
  });
});

describe('views a person keeps', () => {
  beforeAll(async () => {
    for (const { id, name } of [benchA, benchB])
      await database()
        .insert(user)
        .values({ id, name, email: `${id}@x.example`, role: 'technician' })
        .onConflictDoNothing();
  });
  it('are that person’s alone, and dropped by nobody else', async () => {
    const { id } = await keepView(benchA.id, { name: 'Laptops', path: '/stage/dock?kind=laptop' });
    expect(await viewsOf(benchA.id)).toMatchObject([{ name: 'Laptops' }]);
    expect(await viewsOf(benchB.id)).toEqual([]);
    await dropView(benchB.id, id);
    expect(await viewsOf(benchA.id)).toHaveLength(1);
    await dropView(benchA.id, id);
    expect(await viewsOf(benchA.id)).toEqual([]);
  });
  it.each(['//elsewhere.example/', 'https://elsewhere.example', 'javascript:alert(1)', '/a b', ''])(
    'lead nowhere else: "%s"',
    async (path) =>
      expect(await refusal(keepView(benchA.id, { name: 'x', path }))).toMatchObject({ code: 'invalid' }),
  );
});

describe('margins', () => {
  it('are seen from the role on that the owner says', async () => {
    expect(
      ['viewer', 'technician', 'owner'].map((role) => seesMargins(role, { marginsFor: 'technician' })),
    ).toEqual([false, true, true]);
    expect(await refusal(act(benchA, 'setMargins', { marginsFor: 'viewer' }))).toMatchObject({
      code: 'forbidden',
    });
    await act(owner, 'setMargins', { marginsFor: 'owner' });
    expect(seesMargins('technician', { marginsFor: 'owner' })).toBe(false);
    await act(owner, 'setMargins', { marginsFor: 'technician' });
    expect((await unitRow(made[0].unitId)).stage).not.toBe('sold');
  });
});

import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { modelNotes, shop } from '@/db/schema';
import { exchangeHere, exchangesHere, PASSED_ON } from '@/shop/exchange/exchange';
import { salesKnown } from '@/shop/value/sales';
import { act, benchA, openShop, owner, refusal } from './shop';

openShop('exchange');

const theirs = {
  format: 'shop exchange',
  version: 1,
  madeOn: '2026-11-30',
  priors: { cases: 400, causes: { 'fan-worn': { laptop: { present: 100, cases: 400 } }, 'no-such-cause': { laptop: { present: 1, cases: 2 } } } }, // prettier-ignore
  notebook: [
    {
      maker: 'Pellmark',
      model: 'Courier 14',
      board: '',
      kind: 'weak spot',
      text: 'The left hinge breaks.',
      finding: '',
    },
    {
      maker: 'Pellmark',
      model: 'Courier 14',
      board: '',
      kind: 'quirk',
      text: 'Two long screws at the back.',
      finding: 'no-such-question',
    },
  ],
  prices: { currency: 'CR', decimals: 2, sales: [{ day: '2026-03-01', minor: 12_900, called: 'Pellmark Courier 14', chassis: 'laptop', level: 3, memoryGb: 8, driveKind: 'solid', driveGb: 240, batteryHealth: 0.8, grade: 'B' }] }, // prettier-ignore
};
const take = (more: object = {}, input: object = {}) =>
  act<{ exchange: string; notes: number; already: number; unknown: number; sales: number }>(owner, 'takeExchange', { text: JSON.stringify({ ...theirs, ...more }), name: 'harbour.json', weight: 0.5, ...input }); // prettier-ignore
const notes = () => database().select().from(modelNotes);
const learnt = async () => (await database().select({ learned: shop.learned }).from(shop))[0].learned;

describe('what another shop has learnt', () => {
  it('counts by its weight, stands in the notebook once, teaches prices, and goes again as one', async () => {
    await act(benchA, 'noteModel', { maker: 'Pellmark', model: 'Courier 14', kind: 'weak spot', text: 'The left hinge breaks.' }); // prettier-ignore
    const taken = await take();
    expect(taken).toMatchObject({ notes: 1, already: 1, unknown: 1, sales: 1 });
    expect((await notes()).map(({ text, finding, byName }) => [text, finding, byName])).toEqual([
      ['The left hinge breaks.', '', 'Bench A'],
      ['Two long screws at the back.', '', 'harbour.json'],
    ]);
    expect(await salesKnown(database())).toMatchObject([{ minor: 12_900, weight: 0.5, unit: null }]);
    // no case of its own, and something to learn
    await act(owner, 'learnFromCases', { strength: 200 });
    const with1 = (await learnt())!;
    expect(with1.elsewhere).toBe(200);
    expect(with1.priors['fan-worn'].laptop!.p).toBeGreaterThan(0.1);
    expect(await exchangesHere()).toMatchObject([
      { name: 'harbour.json', weight: 0.5, cases: 400, notes: 1, sales: 1 },
    ]);
    // what is passed on is this shop's own alone
    const passed = await exchangeHere(PASSED_ON);
    expect(passed.priors!.causes).toEqual({});
    expect(passed.notebook.map(({ text }) => text)).toEqual(['The left hinge breaks.']);
    expect(passed.prices!.sales).toEqual([]);
    expect(JSON.stringify(passed)).not.toMatch(/Bench A|Buyer|harbour/);
    await act(owner, 'dropExchange', { id: taken.exchange });
    expect((await notes()).filter(({ removedAt }) => removedAt === null)).toHaveLength(1);
    expect(await salesKnown(database())).toEqual([]);
    expect(await exchangesHere()).toEqual([]);
    expect(await refusal(act(owner, 'learnFromCases', { strength: 200 }))).toMatchObject({ code: 'refused' });
    expect((await refusal(act(owner, 'dropExchange', { id: taken.exchange })))?.code).toBe('missing');
  });
  it('another currency, a file of something else, a technician: nothing is taken in', async () => {
    const before = (await notes()).length;
    expect((await refusal(take({ prices: { ...theirs.prices, currency: 'XY' } })))?.message).toMatch(
      /in XY, this shop’s in CR/,
    );
    expect((await refusal(take({ format: 'a letter' })))?.message).toMatch(/Nothing was taken in: format/);
    expect((await refusal(take({}, { weight: 3 })))?.code).toBe('invalid');
    expect((await refusal(act(benchA, 'takeExchange', { text: '{}', name: 'x', weight: 1 })))?.code).toBe(
      'forbidden',
    );
    expect(await notes()).toHaveLength(before);
    expect(await exchangesHere()).toEqual([]);
    expect(
      await database().select().from(modelNotes).where(eq(modelNotes.byName, 'harbour.json')),
    ).toHaveLength(1);
  });
});

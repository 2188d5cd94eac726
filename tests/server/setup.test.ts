import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { account, houseTables, shop, user } from '@/db/schema';
import { isUnclaimed, setUp } from '@/server/setup';
import { verify } from '@/server/password';
import { openShop, refusal } from './shop';

openShop('setup');

const ASKED = {
  name: 'Owner',
  email: 'Owner@Saltmarsh.example',
  password: 'ten signs or more',
  shop: 'Saltmarsh Reuse',
  place: '',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  ratePerHourMinor: 2100,
  feeBasisPoints: 650,
  stations: ['dock 9', 'dock 9', 'soak shelf'],
};

describe('a shop nobody owns yet', () => {
  it('refuses what is not well formed, and is still nobody’s', async () => {
    await database().delete(account);
    await database().delete(user);
    await database().delete(shop);
    expect(await isUnclaimed()).toBe(true);
    for (const wrong of [
      { password: 'short' },
      { email: 'nobody' },
      { timeZone: 'Nowhere/Land' },
      { ratePerHourMinor: -1 },
      { currencyDecimals: 2.5 },
    ])
      expect(await refusal(setUp({ ...ASKED, ...wrong })), JSON.stringify(wrong)).toMatchObject({
        code: 'invalid',
      });
    expect(await isUnclaimed()).toBe(true);
    expect(await database().select().from(shop)).toEqual([]);
  });
  it('is set up once: of two at the same time one is its owner, and nobody after them', async () => {
    const outcomes = await Promise.all([
      refusal(setUp(ASKED)),
      refusal(setUp({ ...ASKED, name: 'Other', email: 'other@saltmarsh.example' })),
    ]);
    expect(outcomes.filter((each) => each === null)).toHaveLength(1);
    expect(outcomes.find((each) => each !== null)).toMatchObject({ code: 'refused' });
    const people = await database().select().from(user);
    expect(people).toMatchObject([{ role: 'owner' }]);
    const [{ password }] = await database().select().from(account);
    expect(await verify({ hash: password!, password: ASKED.password })).toBe(true);
    expect(await database().select().from(shop)).toMatchObject([
      { name: 'Saltmarsh Reuse', ratePerHourMinor: 2100, feeBasisPoints: 650 },
    ]);
    const [house] = await database().select().from(houseTables);
    expect(house.tables!.stations.filter((name) => name === 'dock 9')).toHaveLength(1);
    expect(await refusal(setUp(ASKED))).toMatchObject({ code: 'refused' });
  });
});

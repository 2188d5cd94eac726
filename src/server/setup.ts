import { sql } from 'drizzle-orm';
import Joi from 'joi';
import { shippedHouse } from '@/catalog/house';
import { database } from '@/db/client';
import { houseTables, shop, user } from '@/db/schema';
import { setupShape } from '@/shop/people/setupShape';
import { ShopError } from '@/errors';
import { checkedInput } from '@/shop/input';
import { putPerson } from '@/shop/people/commands';
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from './auth';
import { hash } from './password';

/** Nobody has been let in yet: the shop is to be set up. */
export async function isUnclaimed(): Promise<boolean> {
  const rows = await database().select({ id: user.id }).from(user).limit(1);
  return rows.length === 0;
}

const shape = setupShape.keys({
  password: Joi.string().min(SHORTEST_PASSWORD).max(LONGEST_PASSWORD).required().label('password'),
});

/**
 * The first owner and the shop: once, while there is nobody.
 * @throws ShopError when somebody is there already, or the input is not well formed
 */
export async function setUp(asked: unknown): Promise<null> {
  const input = checkedInput(shape, asked);
  const passwordHash = await hash(input.password);
  return database().transaction(async (tx) => {
    // two at once: the second finds the first
    await tx.execute(sql`select pg_advisory_xact_lock(7021413)`);
    const [somebody] = await tx.select({ id: user.id }).from(user).limit(1);
    if (somebody) throw new ShopError('refused', 'This shop has an owner already. Sign in.');
    const owner = await putPerson(tx, {
      name: input.name,
      email: input.email,
      role: 'owner',
      passwordHash,
    });
    await tx.insert(shop).values({
      name: input.shop,
      place: input.place,
      currencySign: input.currencySign,
      currencyDecimals: input.currencyDecimals,
      timeZone: input.timeZone,
      ratePerHourMinor: input.ratePerHourMinor,
      feeBasisPoints: input.feeBasisPoints,
    });
    const own = input.stations.filter((name) => !shippedHouse.stations.includes(name));
    if (own.length)
      await tx.insert(houseTables).values({
        tables: { ...shippedHouse, stations: [...shippedHouse.stations, ...new Set(own)] },
        by: owner,
        byName: input.name,
      });
    return null;
  });
}

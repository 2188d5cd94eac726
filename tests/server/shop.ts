import { afterAll, beforeAll, inject } from 'vitest';
import { eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { closeDatabase, database, type Database } from '@/db/client';
import * as schema from '@/db/schema';
import { account, events, shop, units, user } from '@/db/schema';
import { type Actor, type Command, type CommandCall } from '@/shop/command';
import { resultOf } from '@/core/ledger/result';
import { unitLedger } from '@/shop/ledger/unit';
import { runCommand } from '@/shop/runner';
import { commandByName } from '@/shop/commands';
import { recordNow } from '@/shop/record/queries';
import { workHere } from '@/workers/pool';
import run from '@/workers/worker';
import pg from 'pg';
import { asServing, freshDatabase } from './database.setup';

export const owner: Actor = { id: 'owner', name: 'Buyer', role: 'owner' };
export const benchA: Actor = { id: 'bench-a', name: 'Bench A', role: 'technician' };
export const benchB: Actor = { id: 'bench-b', name: 'Bench B', role: 'technician' };
export const trainee: Actor = { id: 'trainee', name: 'Trainee', role: 'viewer' };

let ownerUrl = '';

/** Where its owner reaches the database. */
export const ownersUrl = () => ownerUrl;

/** Something done to the database by whoever owns it, which the shop does not. */
export async function byOwner<T>(what: (db: Database) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    return await what(drizzle(client, { schema }) as unknown as Database);
  } finally {
    await client.end();
  }
}

/** A database of the test file's own with an empty shop in it. */
export function openShop(name: string): void {
  beforeAll(async () => {
    workHere(run);
    ownerUrl = await freshDatabase(inject('cluster'), `omnitrope_${name}`, 'omnitrope_template');
    // as the shop is served: by the role that owns nothing
    process.env.DATABASE_URL = asServing(ownerUrl);
    await database()
      .insert(shop)
      .values({ name: 'Saltmarsh Reuse', currencySign: 'CR', ratePerHourMinor: 1800 });
    for (const person of [owner, benchA, benchB, trainee]) await hire(person);
  });
  afterAll(closeDatabase);
}

/** A person of the shop with an account that stands. */
export async function hire({ id, name, role }: Actor): Promise<void> {
  await database()
    .insert(user)
    .values({ id, name, role, email: `${id}@saltmarsh.example` });
  await database().insert(account).values({ id, accountId: id, providerId: 'credential', userId: id });
}

export async function act<T = unknown>(
  actor: Actor,
  name: string,
  input: Record<string, unknown>,
  call: Omit<CommandCall, 'input'> = {},
): Promise<T> {
  return (await runCommand(commandByName.get(name) as Command<unknown, T>, actor, { input, ...call })).answer;
}

/** Somebody looked into every bay: so many drives are in it. */
export const counted = (unitId: string, drives = 1, labelled = false) =>
  act(benchA, 'countDrives', { unitId, drives, labelled });

/** By hand, as a technician says it of a hard disk: one overwrite pass, read back. */
export const ERASED = {
  kind: 'erased',
  methodId: 'disk-overwrite',
  medium: 'disk',
  verified: 'read back',
} as const;

export const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { code: string; message: string }) => ({ code: error.code, message: error.message }),
  );

let lots = 0;
/** A, B ... Z, AA, AB ... as columns of a sheet are named. */
const letters = (n: number): string =>
  (n < 26 ? '' : letters(Math.floor(n / 26) - 1)) + String.fromCharCode(65 + (n % 26));

/** A lot with some machines. @returns its id and its units, by tag */
export async function lotWith(
  chassis: ('laptop' | 'desktop' | 'small' | 'aio')[],
  more: Record<string, unknown> = {},
) {
  const n = lots++;
  const { lotId } = await act<{ lotId: string }>(owner, 'receiveLot', {
    code: `L-${n}`,
    name: 'Library',
    source: 'clearout',
    tagPrefix: `Q${letters(n)}`,
    priceMinor: 10_000,
    freightMinor: 500,
    feesMinor: 0,
    receivedOn: '2026-11-20',
    ...more,
  });
  const made = [];
  for (const kind of chassis)
    made.push(
      await act<{ tag: string; unitId: string }>(owner, 'addUnit', {
        lotId,
        chassis: kind,
        maker: 'Aldermoor',
        model: 'Keep T3',
      }),
    );
  return { lotId, units: made };
}

export async function unitRow(id: string) {
  const [row] = await database().select().from(units).where(eq(units.id, id));
  return row;
}

export async function eventCount(): Promise<number> {
  return (await database().select({ seq: events.seq }).from(events)).length;
}

/** What the machine is now. */
export async function specOf(id: string) {
  return (await recordNow(database(), await unitRow(id))).specification;
}

/** What a unit cost and brought so far. */
export const bookOf = async (unitId: string) => resultOf(await unitLedger(database(), unitId));

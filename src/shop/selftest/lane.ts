import { and, desc, eq, ne, sql } from 'drizzle-orm';
import { selfTests } from '@/catalog/selfTests';
import { appliesTo } from '@/core/belief/model';
import { database } from '@/db/client';
import { functionTests, recordValues, selfTestTokens, units } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '../errors';
import { testStands } from '../proof/standing';
import { isToken, tokenHash } from '../report/token';

export type SelfTokenState =
  | {
      state: 'good';
      unitId: string;
      tag: string;
      chassis: (typeof units.$inferSelect)['chassis'];
      actor: Actor;
    }
  | { state: 'wrong' | 'expired' };

/** What six letters open: the tests of one unit. Changes nothing. */
export async function lookAtSelfToken(token: string): Promise<SelfTokenState> {
  if (!isToken(token)) return { state: 'wrong' };
  const [row] = await database()
    .select({ token: selfTestTokens, tag: units.tag, chassis: units.chassis, stage: units.stage })
    .from(selfTestTokens)
    .innerJoin(units, eq(units.id, selfTestTokens.unitId))
    .where(eq(selfTestTokens.tokenHash, tokenHash(token)));
  if (!row) return { state: 'wrong' };
  if (row.token.expiresAt.getTime() < Date.now() || row.stage === 'sold' || row.stage === 'gone')
    return { state: 'expired' };
  return {
    state: 'good',
    unitId: row.token.unitId,
    tag: row.tag,
    chassis: row.chassis,
    actor: {
      id: row.token.by,
      name: row.token.byName,
      role: 'technician',
      via: 'by the machine’s own test',
    },
  };
}

/** The page was opened. */
export const heardFrom = (token: string) =>
  database()
    .update(selfTestTokens)
    .set({ heardAt: new Date(), opened: sql`${selfTestTokens.opened} + 1` })
    .where(eq(selfTestTokens.tokenHash, tokenHash(token)));

/** Scores of other units with the same processor, or of all when there are few. */
async function scoresBeside(unitId: string): Promise<{ scores: number[]; of: string }> {
  const db = database();
  const [own] = await db
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(
      and(
        eq(recordValues.unitId, unitId),
        eq(recordValues.key, 'processor'),
        sql`${recordValues.voidedBy} is null`,
      ),
    )
    .orderBy(desc(recordValues.id))
    .limit(1);
  const score = sql<number>`(${functionTests.told} #>> '{figures,score}')::float8`;
  const rows = await db
    .selectDistinctOn([functionTests.unitId], { score, unitId: functionTests.unitId })
    .from(functionTests)
    .where(and(eq(functionTests.test, 'self processor'), ne(functionTests.unitId, unitId), testStands))
    .orderBy(functionTests.unitId, desc(functionTests.id))
    .limit(500);
  if (!own) return { scores: rows.map((row) => row.score), of: 'machines of this shop' };
  const same = await db
    .selectDistinct({ unitId: recordValues.unitId })
    .from(recordValues)
    .where(
      and(
        eq(recordValues.key, 'processor'),
        eq(recordValues.value, own.value),
        sql`${recordValues.voidedBy} is null`,
      ),
    );
  const alike = rows.filter((row) => same.some(({ unitId: id }) => id === row.unitId));
  return alike.length >= 3
    ? { scores: alike.map((row) => row.score), of: `machines with a ${own.value}` }
    : { scores: rows.map((row) => row.score), of: 'machines of this shop' };
}

/** What the page is given: which tests this machine makes, what it told already, and scores beside it. */
export async function selfTestPlan(token: string, state: Extract<SelfTokenState, { state: 'good' }>) {
  const tests = selfTests.filter((test) => appliesTo(test, state.chassis));
  const rows = await database()
    .select()
    .from(functionTests)
    .where(and(eq(functionTests.unitId, state.unitId), sql`${functionTests.told} is not null`, testStands))
    .orderBy(desc(functionTests.id));
  const told = (own: (typeof tests)[number]) =>
    rows.find((row) => row.test === own.test || row.test === `self ${own.id}`);
  return {
    token,
    tag: state.tag,
    chassis: state.chassis,
    beside: await scoresBeside(state.unitId),
    tests: tests.map((own) => {
      const row = told(own);
      return {
        id: own.id,
        name: own.name,
        how: own.how,
        secure: own.secure ?? false,
        result: row?.result ?? null,
        words: row?.told?.words ?? '',
      };
    }),
  };
}
export type SelfTestPlan = Awaited<ReturnType<typeof selfTestPlan>>;

const REFUSED = {
  wrong: 'These letters open nothing. Look at them again on the unit’s page.',
  expired: 'These letters have run out. Ask for new ones on the unit’s page.',
};

/** @throws ShopError in words when the letters open nothing */
export function refuseSelfToken(state: 'wrong' | 'expired'): never {
  throw new ShopError('forbidden', REFUSED[state]);
}

/** What a unit has told of itself so far, and when its page was last heard of. */
export async function selfTestOf(unitId: string) {
  const [token] = await database().select().from(selfTestTokens).where(eq(selfTestTokens.unitId, unitId));
  const rows = await database()
    .select()
    .from(functionTests)
    .where(and(eq(functionTests.unitId, unitId), sql`${functionTests.told} is not null`, testStands))
    .orderBy(desc(functionTests.id))
    .limit(60);
  // of each test the newest telling can be taken back
  const newest = new Set<string>();
  return {
    open: token ? token.expiresAt.getTime() > Date.now() : false,
    heardAt: token?.heardAt ?? null,
    told: rows.map((row) => {
      const own =
        row.act?.startsWith('self-test') &&
        selfTests.find(({ id, test }) => row.test === test || row.test === `self ${id}`);
      const back = own && !newest.has(own.id) ? own.id : null;
      if (own) newest.add(own.id);
      return { ...row, back };
    }),
  };
}

import { and, desc, eq, ne, sql } from 'drizzle-orm';
import { selfTests } from '@/catalog/instruments/selfTests';
import { appliesTo } from '@/core/belief/model';
import { database } from '@/db/client';
import { functionTests, recordValues, tokens } from '@/db/schema';
import { testStands } from '../proof/standing';
import type { LettersState } from '../tokens/keep';

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
export async function selfTestPlan(token: string, state: Extract<LettersState, { state: 'good' }>) {
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

/** What a unit has told of itself so far, and when its page was last heard of. */
export async function selfTestOf(unitId: string) {
  const [token] = await database()
    .select()
    .from(tokens)
    .where(and(eq(tokens.purpose, 'self-test'), eq(tokens.unitId, unitId)));
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

import { sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { subscribe, type LiveNotice } from '@/server/live';
import { act, benchA, lotWith, openShop, refusal } from './shop';

openShop('live');

const until = async (test: () => boolean, what: string) => {
  for (let tries = 0; tries < 200 && !test(); tries++)
    await new Promise((resolve) => setTimeout(resolve, 25));
  expect(test(), what).toBe(true);
};

describe('live updates', () => {
  it('tell every change once it is committed, none that was refused, and start again after the connection broke', async () => {
    const heard: LiveNotice[] = [];
    const leave = subscribe((notice) => heard.push(notice));
    await until(() => heard.some((notice) => 'reread' in notice), 'the first connection says to read again');
    const {
      units: [unit],
    } = await lotWith(['small']);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 1 });
    await until(
      () =>
        heard.some((notice) => 'unit' in notice && notice.unit === unit.unitId && notice.kind === 'finding'),
      'the finding was told',
    );
    const before = heard.length;
    await refusal(act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 9 }));
    await new Promise((resolve) => setTimeout(resolve, 150));
    expect(heard.length).toBe(before);
    await database().execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'listen%'`,
    );
    await until(
      () => heard.slice(before).some((notice) => 'reread' in notice),
      'after a break it says to read again',
    );
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-ports', outcome: 1 });
    await until(
      () => heard.slice(before).some((notice) => 'unit' in notice && notice.unit === unit.unitId),
      'and goes on telling',
    );
    leave();
    const after = heard.length;
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-smell', outcome: 1 });
    await new Promise((resolve) => setTimeout(resolve, 150));
    expect(heard.length).toBe(after);
  });
});

import pg from 'pg';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { openBrowser, signIn } from './driver';
import { signedIn } from './http';
import { startServer } from './shop.setup';

const databaseUrl = inject('databaseUrl');
const client = new pg.Client({ connectionString: databaseUrl });

beforeAll(() => client.connect());
afterAll(() => client.end());

/** Acknowledged commands in all; `npm run bench:killed` wants 5,000. */
const WANTED = Number(process.env.OMNITROPE_ACKNOWLEDGED ?? 25);
const FINDINGS = ['look-dust', 'look-ports', 'look-smell', 'look-screws', 'look-liquid'];

describe('a process killed in the middle of writing', () => {
  it(
    'loses no command it had acknowledged, writes none by half, and the history is whole',
    { timeout: 120_000 + WANTED * 600 },
    async () => {
      const { rows: units } = await client.query<{ id: string }>(
        "select id from units where stage = 'dock' order by tag limit 6",
      );
      const acknowledged: number[] = [];
      let sent = 0;
      let kills = 0;
      for (; acknowledged.length < WANTED; kills++) {
        const server = await startServer(databaseUrl);
        const caller = await signedIn(server.url, 'bench-a@saltmarsh.example', inject('password'));
        const writer = async (id: string, n: number) => {
          for (let i = 0; i < 400; i++) {
            sent++;
            const response = await caller
              .command('observe', {
                input: { unitId: id, finding: FINDINGS[(i + n) % FINDINGS.length], outcome: i % 2 },
                key: `kill-${kills}-${n}-${i}`,
              })
              .catch(() => null);
            if (!response) return;
            if (response.ok)
              acknowledged.push(
                ((await response.json().catch(() => null)) as { seq: number } | null)?.seq ?? -1,
              );
          }
        };
        const until = acknowledged.length + Math.min(WANTED - acknowledged.length, 25 + 60 * (kills % 5));
        const writers = units.map((unit, n) => writer(unit.id, n));
        while (acknowledged.length < until) await new Promise((resolve) => setTimeout(resolve, 20));
        server.process.kill('SIGKILL');
        await Promise.all(writers);
      }
      if (kills > 1) console.log(`${kills} kills, ${acknowledged.length} acknowledged of ${sent} sent`);
      const known = acknowledged.filter((seq) => seq > 0);
      expect(sent).toBeGreaterThan(known.length);
      const { rows } = await client.query<{ seq: string; observation: string | null; key: string | null }>(
        `select e.seq, o.id as observation, k.key from events e left join observations o on o.event_seq = e.seq left join command_keys k on (k.answer ->> 'seq')::bigint = e.seq where e.seq = any($1)`,
        [known],
      );
      expect(rows).toHaveLength(known.length);
      // event, row and answer of each stand together
      expect(rows.filter((row) => row.observation === null || row.key === null)).toEqual([]);
      const orphans = await client.query(
        'select 1 from observations where event_seq is null and basis <> $1',
        ['claimed'],
      );
      expect(orphans.rowCount).toBe(0);
      expect((await client.query('select * from events_first_fault()')).rows).toEqual([]);
    },
  );

  it('one that is told to stop does so, also with a page open in a browser', async () => {
    const server = await startServer(databaseUrl);
    const browser = await openBrowser();
    await signIn(browser, server.url, 'bench-a@saltmarsh.example', inject('password'));
    const gone = new Promise((resolve) => server.process.once('exit', () => resolve('gone')));
    server.process.kill('SIGTERM');
    expect(
      await Promise.race([gone, new Promise((resolve) => setTimeout(() => resolve('still there'), 20_000))]),
    ).toBe('gone');
    await browser.quit();
  });
});

/**
 * A machine's report taken in, over HTTP by its one-time letters, eight files of the samples each time:
 * `npm run bench:report`. Wants a build. Aim: p95 at most 300 ms.
 */
import { readdirSync, readFileSync } from 'node:fs';
import pg from 'pg';
import { signedIn } from '../tests/browser/http';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { figures, ms, ratio } from './figures';

const ROUNDS = Number(process.env.ROUNDS ?? 60);
const databaseUrl = await demoDatabase('omnitrope_reports');
const server = await startServer(databaseUrl);
const pool = new pg.Pool({ connectionString: databaseUrl, max: 4 });
const person = await signedIn(server.url, 'bench-a@saltmarsh.example', PASSWORD);
const { rows: units } = await pool.query<{ id: string }>(
  "select id from units where stage in ('dock', 'look', 'find') order by tag limit $1",
  [ROUNDS],
);
const names = readdirSync('samples/report').filter((name) => name !== 'cim.json');
const filesOf = (n: number) =>
  names.map((name) => ({
    name,
    // every machine has its own serials
    text: readFileSync(`samples/report/${name}`, 'utf8')
      .replaceAll('BSL320-5521', `BSL320-${n}`)
      .replaceAll('PC88013', `PC-${n}`),
  }));

const taken: number[] = [];
const looked: number[] = [];
for (let n = 0; n < ROUNDS; n++) {
  const { id } = units[n % units.length];
  const response = await person.command('makeReportToken', { input: { unitId: id } });
  const { answer } = (await response.json()) as { answer: { token: string } };
  const form = new FormData();
  for (const { name, text } of filesOf(n)) form.append('file', new Blob([text]), name);
  const from = performance.now();
  const posted = await fetch(`${server.url}/r/${answer.token}`, { method: 'POST', body: form });
  if (!posted.ok) throw new Error(`${posted.status} ${await posted.text()}`);
  await posted.text();
  taken.push(performance.now() - from);
  const plain = performance.now();
  await pool.query('select count(*) from record_values where unit_id = $1', [id]);
  looked.push(performance.now() - plain);
}
if (process.env.EACH) console.log(taken.map((own) => Math.round(own)).join(' '));
const own = figures(taken);
const sql = figures(looked);
console.log(
  `a report of ${names.length} files taken in, ${ROUNDS} times: median ${ms(own.median)}, p95 ${ms(own.p95)} (aim 300 ms); ${ratio(own.median, sql.median)} a plain count over the unit's values`,
);
server.process.kill('SIGTERM');
await pool.end();
process.exit(0);

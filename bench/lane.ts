/**
 * Forty units that sample once a second into one application process: `npm run bench:lane`. Wants a build. Nothing may
 * be lost or doubled; p95 of a post beside a plain INSERT in the same run, while three technicians answer questions.
 */
import pg from 'pg';
import { seededRandom } from '@/core/random';
import { heatMachine, heatMeter, HEAT_CONDITIONS } from '@/core/simulate/heat';
import { Sampler } from '@/device/sampler';
import { signedIn } from '../tests/browser/http';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { figures } from './figures';

const SECONDS = Number(process.env.SECONDS ?? 300);
const RUNS = Number(process.env.RUNS ?? 40);
const REST = 60;

const databaseUrl = await demoDatabase('omnitrope_lane');
const server = await startServer(databaseUrl, { OMNITROPE_LOOP: 'tell' });
const pool = new pg.Pool({ connectionString: databaseUrl, max: 8 });
const people = await Promise.all(
  ['buyer', 'bench-a', 'bench-b'].map((name) => signedIn(server.url, `${name}@saltmarsh.example`, PASSWORD)),
);
const { rows: units } = await pool.query<{ id: string }>(
  "select id from units where stage in ('dock', 'look', 'find') order by tag limit $1",
  [RUNS],
);
await pool.query(
  'create table plain (run int, seq int, columns jsonb, at timestamptz default clock_timestamp(), primary key (run, seq))',
);

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const posts: number[] = [];
const inserts: number[] = [];
const answers: number[] = [];
const timedFetch: typeof fetch = async (...args) => {
  const from = performance.now();
  const response = await fetch(...args);
  posts.push(performance.now() - from);
  return response;
};

const samplers = await Promise.all(
  units.map(async ({ id }, n) => {
    const response = await people[0].command('startRun', { input: { unitId: id, kind: 'heat', room: 22 } });
    const { answer } = (await response.json()) as { answer: { token: string; run: string } };
    const random = seededRandom(n + 1);
    const meter = heatMeter(heatMachine(HEAT_CONDITIONS[n % HEAT_CONDITIONS.length], 45, random), random);
    const sampler = new Sampler({ url: `${server.url}/s/${answer.token}`, batch: 1, fetch: timedFetch });
    return { sampler, meter, run: answer.run };
  }),
);

let over = false;
const questions = ['look-dust', 'look-ports', 'look-smell', 'look-screws'];
const technicians = people.map(async (person, p) => {
  for (let n = 0; !over; n++) {
    const from = performance.now();
    const unitId = units[(p * 13 + n) % units.length].id;
    const response = await person.command('observe', {
      input: { unitId, finding: questions[n % questions.length], outcome: n % 2 },
    });
    await response.arrayBuffer();
    answers.push(performance.now() - from);
    await wait(1_500);
  }
});
const plain = (async () => {
  for (let n = 0; !over; n++) {
    const columns = JSON.stringify({ t: [n], temp: [40], fan: [900], power: [12], clock: [3100], load: [0] });
    const from = performance.now();
    await pool.query('insert into plain (run, seq, columns) values ($1, $2, $3)', [1, n, columns]);
    inserts.push(performance.now() - from);
    await wait(50);
  }
})();
await Promise.all(
  samplers.map(async ({ sampler, meter }, n) => {
    await wait((n * 1000) / RUNS);
    const begun = Date.now();
    for (let t = 0; t < SECONDS; t++) {
      sampler.push({ ...meter(t >= REST) } as never);
      await wait(begun + (t + 1) * 1000 - Date.now());
    }
    await sampler.drained();
  }),
);
over = true;
await Promise.all([...technicians, plain]);

const { rows: kept } = await pool.query<{ run_id: string; batches: number; distinct: number; t: number }>(
  `select run_id, count(*)::int as batches, count(distinct seq)::int as distinct,
    count(distinct (columns->'t'->>0))::int as t from reading_batches group by run_id`,
);
const wrong = kept.filter(
  ({ batches, distinct, t }) => batches !== SECONDS || distinct !== SECONDS || t !== SECONDS,
);
const say = (name: string, times: readonly number[]) => {
  const { median, p95 } = figures(times);
  console.log(`| ${name} | ${times.length} | ${median.toFixed(1)} | ${p95.toFixed(1)} |`);
  return p95;
};
console.log(`${kept.length} runs of ${SECONDS} samples, ${wrong.length} with a sample lost or doubled`);
console.log('| what | count | median ms | p95 ms |\n|---|---|---|---|');
const post = say('post of a batch', posts);
const insert = say('plain INSERT', inserts);
say('answer at the bench meanwhile', answers);
console.log(`p95 of a post ${(post / insert).toFixed(1)} times that of a plain INSERT`);
await pool.end();
server.process.kill('SIGTERM');
process.exit(wrong.length || kept.length !== samplers.length ? 1 : 0);

/**
 * Many benches at once against a running server: `npm run bench:load`. Wants a build. Answers, unit pages and
 * the list of what to work on, by 1, 8 and 32 clients, one and two application processes, beside plain SQL of
 * the same rows in the same run; then how long the event loop is held while heavy work is asked for.
 */
import { type ChildProcess } from 'node:child_process';
import pg from 'pg';
import sharp from 'sharp';
import { signedIn } from '../tests/browser/http';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { figures } from './figures';

const SECONDS = Number(process.env.SECONDS ?? 12);
const UNITS = Number(process.env.UNITS ?? 300);
type Caller = Awaited<ReturnType<typeof signedIn>>;

const databaseUrl = await demoDatabase('omnitrope_load');
const servers = [await startServer(databaseUrl, { OMNITROPE_LOOP: 'tell' }), await startServer(databaseUrl)];
const pool = new pg.Pool({ connectionString: databaseUrl, max: 32 });
const callers = await Promise.all(
  servers.map(({ url }) => signedIn(url, 'buyer@saltmarsh.example', PASSWORD)),
);

const chassis = ['laptop', 'desktop', 'small', 'aio'];
const lot = (await pool.query<{ id: string }>("select id from lots where code = 'WQ-3'")).rows[0].id;
const rows = Array.from(
  { length: UNITS },
  (_, i) => `${chassis[i % 4]},Courier ${i % 9},LD-${1000 + i}-X,${['', 'dead', 'no picture'][i % 3]}`,
);
await callers[0].command('importManifest', {
  input: {
    lotId: lot,
    text: `kind,model,serial,note\n${rows.join('\n')}`,
    columns: { chassis: 0, model: 1, serial: 2, condition: 3 },
  },
});
const { rows: units } = await pool.query<{ id: string; tag: string }>(
  "select id, tag from units where stage in ('dock', 'look') order by tag",
);

/** Questions answered one after the other on one unit, then on the next. */
const QUESTIONS = [
  'look-dust',
  'look-ports',
  'look-smell',
  'look-screws',
  'look-liquid',
  'button',
  'fan',
  'lock-key',
];

interface Measured {
  perSecond: number;
  median: number;
  p95: number;
  refused: number;
}

async function drive(
  clients: number,
  work: (client: number, n: number) => Promise<boolean>,
): Promise<Measured> {
  const times: number[] = [];
  let refused = 0;
  const until = performance.now() + SECONDS * 1000;
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let n = 0; performance.now() < until; n++) {
        const from = performance.now();
        if (!(await work(client, n))) refused++;
        times.push(performance.now() - from);
      }
    }),
  );
  const { median, p95 } = figures(times);
  return { perSecond: times.length / SECONDS, median, p95, refused };
}

const ok = async (response: Promise<Response>) => {
  const answered = await response;
  await answered.arrayBuffer();
  return answered.ok;
};
const of = (list: Caller[], client: number) => list[client % list.length];
const unitOf = (client: number, n: number) =>
  units[(client * 9 + Math.floor(n / QUESTIONS.length)) % units.length];

const kinds: Record<string, (list: Caller[]) => (client: number, n: number) => Promise<boolean>> = {
  answer: (list) => (client, n) =>
    ok(
      of(list, client).command('observe', {
        input: { unitId: unitOf(client, n).id, finding: QUESTIONS[n % QUESTIONS.length], outcome: n % 2 },
      }),
    ),
  'unit page': (list) => (client, n) =>
    ok(of(list, client).get(`/u/${units[(client * 7 + n) % units.length].tag}`)),
  list: (list) => (client) => ok(of(list, client).get('/')),
  'plain SQL of an answer': () => async (client, n) => {
    const { id } = unitOf(client, n);
    const connection = await pool.connect();
    try {
      await connection.query('begin');
      await connection.query('select * from units where id = $1 for no key update', [id]);
      await connection.query(
        "insert into observations (unit_id, kind, ref, outcome, by, by_name) values ($1, 'finding', 'bench', 0, 'b', 'b')",
        [id],
      );
      await connection.query(
        "insert into events (seq, at, previous_hash, hash, actor, actor_name, kind, unit_id, payload) values (0, now(), '', '', 'b', 'b', 'bench', $1, '{}')",
        [id],
      );
      await connection.query('update units set version = version + 1 where id = $1', [id]);
      await connection.query('commit');
    } finally {
      connection.release();
    }
    return true;
  },
};

const line = (name: string, { perSecond, median, p95, refused }: Measured) =>
  console.log(
    `| ${name} | ${perSecond.toFixed(1)} | ${median.toFixed(0)} | ${p95.toFixed(0)} | ${refused} |`,
  );
console.log(`| what, clients, processes | a second | median ms | p95 ms | refused |\n|---|---|---|---|---|`);
for (const [kind, work] of Object.entries(kinds))
  for (const clients of [1, 8, 32]) line(`${kind}, ${clients}, 1`, await drive(clients, work([callers[0]])));
for (const kind of ['answer', 'unit page']) line(`${kind}, 8, 2`, await drive(8, kinds[kind](callers)));

/** The event loop of the first process while heavy work is asked for: its longest hold, ms. */
async function heldDuring(name: string, work: () => Promise<unknown>): Promise<void> {
  const told = async () => {
    const before = servers[0].output().length;
    (servers[0].process as ChildProcess).kill('SIGUSR2');
    for (let n = 0; n < 100 && !servers[0].output().slice(before).includes('loop '); n++)
      await new Promise((go) => setTimeout(go, 20));
    return JSON.parse(/loop (\{.*\})/.exec(servers[0].output().slice(before))![1]) as {
      p50: number;
      p99: number;
      max: number;
    };
  };
  await told();
  const from = performance.now();
  const answer = await work();
  const took = performance.now() - from;
  const { p99, max } = await told();
  console.log(`| ${name} | ${(took / 1000).toFixed(1)} s | ${p99} | ${max} | ${String(answer)} |`);
}

console.log('\n| heavy work | took | loop held p99 ms | longest ms | answer |\n|---|---|---|---|---|');
const json = { 'content-type': 'application/json' };
const status = async (response: Promise<Response>) => {
  const answered = await response;
  await answered.arrayBuffer();
  return answered.status;
};
const [caller] = callers;
await heldDuring('300 labels', () => status(caller.get('/api/lots/WQ-3/labels')));
await heldDuring('three faults at once', () => status(caller.get('/api/units/WQ-0007/wider')));
await heldDuring('thirty of them at once', async () =>
  (await Promise.all(Array.from({ length: 30 }, () => status(caller.get('/api/units/WQ-0007/wider')))))
    .sort()
    .join(' '),
);
await heldDuring('2 MB of quotation marks', () =>
  status(caller.post('/api/lots/WQ-3/preview', JSON.stringify({ text: '"'.repeat(1_900_000) }), json)),
);
await heldDuring('a manifest of 20,000 rows read', () =>
  status(
    caller.post(
      '/api/lots/WQ-3/preview',
      JSON.stringify({ text: `kind,model\n${'laptop,Courier 14\n'.repeat(20_000)}` }),
      json,
    ),
  ),
);
const noise = await sharp(
  Buffer.from(Uint8Array.from({ length: 2400 * 2400 * 3 }, () => Math.random() * 256)),
  { raw: { width: 2400, height: 2400, channels: 3 } },
)
  .png({ compressionLevel: 1 })
  .toBuffer();
await heldDuring('a noise picture of 17 MB', () =>
  status(caller.post('/api/units/WQ-0007/photos', new Uint8Array(noise))),
);
await heldDuring('eight benches answering', () =>
  drive(8, kinds.answer([caller])).then((figures) => `p95 ${figures.p95.toFixed(0)} ms`),
);

for (const server of servers) server.process.kill('SIGTERM');
await pool.end();
process.exit(0);
